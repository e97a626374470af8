import { protocolById } from '../catalogue/protocols'
import type { Hand, Side } from '../catalogue/person'
import { sidesOf } from '../safety/act'
import {
  DAWN,
  followOrder,
  orderDay,
  tryKey,
  type DayParams,
  type DayState,
  type DayTry,
  type Order,
  type Visit,
} from './order'
import type { Kg } from '../units/quantity'
import type { DayEvent } from './event'
import { must } from '../units/must'
import { handsOf } from '../catalogue/person'

/** A station of the day: one protocol with one unit, and who runs it. */
export interface DayStation {
  id: string
  name: string
  protocolId: string
  unitId: string
  measurementId: string
  variant: Readonly<Record<string, string>>
  by: string
  /** Loads are hung: plates are changed. */ plates: boolean
  /** Tries a hand here; absent: as the day has it. */ tries?: number | undefined
}
export interface DayAthlete {
  id: string
  name: string
}
/** A group test day as it was set up. */
export interface DaySetup {
  params: DayParams
  stations: readonly DayStation[]
  athletes: readonly DayAthlete[]
  /** Tries a hand at each station. */
  perHand: number
  /** First load of an athlete at a station with plates, kg, by `athlete station`. */
  firstKg: Readonly<Record<string, number>>
  stepKg: Kg
  /**
   * Tries that a caution stops as the day is set up, by `athlete station hand`: nobody is called
   * for them.
   */
  closed?: readonly string[] | undefined
}

export interface DayNow {
  /** What is still to come, in its order. */
  order: Order
  left: readonly (Visit & { done: number })[]
  state: DayState
  done: readonly Extract<DayEvent, { kind: 'done' }>[]
  lost: readonly string[]
}

const planned = (s: DaySetup, athlete: string, station: DayStation): DayTry[] => {
  const first = station.plates ? (s.firstKg[`${athlete} ${station.id}`] ?? 0) : 0
  // Each hand with one load, then a step.
  const hands: readonly Hand[] = handsOf(must(protocolById(station.protocolId)))
  const all = Array.from({ length: station.tries ?? s.perHand }, (_, i) =>
    hands.map((hand): DayTry => ({ hand, loadKg: station.plates ? first + s.stepKg * i : 0 })),
  ).flat()
  return s.closed
    ? all.filter((t) => !must(s.closed).includes(`${athlete} ${station.id} ${t.hand}`))
    : all
}

/** All tries of the day as set up. */
export const visitsOf = (s: DaySetup): Visit[] =>
  s.stations.flatMap((st) =>
    s.athletes.map((a): Visit => ({
      athlete: a.id,
      station: st.id,
      begun: false,
      tries: planned(s, a.id, st),
    })),
  )

/** What was said and not taken back, in its order. */
export function heldEvents(events: readonly DayEvent[]): DayEvent[] {
  const gone = new Set(events.flatMap((e) => (e.kind === 'undo' ? [e.of] : [])))
  return events
    .filter((e) => e.kind !== 'undo' && !gone.has(e.id))
    .sort((a, b) => a.at - b.at || (a.id < b.id ? -1 : 1))
}

/** The day up to and with some events: what is left, and how things stand. */
function stand(s: DaySetup, events: readonly DayEvent[], now: number): Omit<DayNow, 'order'> {
  const visits = visitsOf(s).map((v) => ({ ...v, tries: [...v.tries], done: 0 }))
  const handEnded: Record<string, Partial<Record<Side, number>>> = {}
  const from: Record<string, number> = {}
  const lastStation: Record<string, string> = {}
  const stations: Record<
    string,
    { freeAt: number; lastAthlete: string | null; loadKg: Kg | null }
  > = {}
  const lost = new Set<string>()
  const done: Extract<DayEvent, { kind: 'done' }>[] = []
  let rest = 0
  const visit = (athlete: string, station: string) =>
    visits.find((v) => v.athlete === athlete && v.station === station)
  for (const e of heldEvents(events)) {
    if (e.kind === 'done') {
      // A try that came from a lost station of the same protocol is done once it is done here.
      const protocol = s.stations.find((x) => x.id === e.station)?.protocolId
      const places = [
        e.station,
        ...s.stations.filter((x) => x.protocolId === protocol && lost.has(x.id)).map((x) => x.id),
      ]
      const v = places
        .map((id) => visit(e.athlete, id))
        .find((x) => x?.tries.some((t) => t.hand === e.hand))
      const i = v ? v.tries.findIndex((t) => t.hand === e.hand) : -1
      // A second word on a try that is behind it changes nothing of the order.
      if (v && i >= 0) {
        v.tries.splice(i, 1)
        v.done++
      }
      done.push(e)
      if (e.outcome !== 'skipped') {
        for (const side of sidesOf(e.hand)) (handEnded[e.athlete] ??= {})[side] = e.at
        lastStation[e.athlete] = e.station
        stations[e.station] = { freeAt: e.at, lastAthlete: e.athlete, loadKg: e.loadKg }
      }
    }
    if (e.kind === 'late') from[e.athlete] = e.untilS
    if (e.kind === 'out')
      for (const v of visits)
        if (v.athlete === e.athlete)
          v.tries = v.tries.filter((t) => e.hand !== null && t.hand !== e.hand && t.hand !== 'both')
    if (e.kind === 'lost') lost.add(e.station)
    if (e.kind === 'back') lost.delete(e.station)
    if (e.kind === 'retry')
      visit(e.athlete, e.station)?.tries.push({ hand: e.hand, loadKg: e.loadKg })
    if (e.kind === 'break') rest = Math.max(rest, e.untilS)
  }
  // A try that is being done has begun before now.
  const standing = Math.max(now - s.params.att, rest, 0)
  const left = visits.map((v) => ({
    ...v,
    tries: lost.has(v.station) ? [] : v.tries,
    begun:
      v.done > 0 &&
      v.tries.length > 0 &&
      !lost.has(v.station) &&
      lastStation[v.athlete] === v.station,
  }))
  return {
    left: moved(s, left, visits, lost),
    state: { now: standing, from, handEnded, lastStation, stations, goesOn: true },
    done,
    lost: [...lost],
  }
}

/**
 * Tries of a station that is lost go to another of the same protocol, where there is one; else they
 * wait.
 */
function moved(
  s: DaySetup,
  left: readonly (Visit & { done: number })[],
  all: readonly (Visit & { done: number })[],
  lost: ReadonlySet<string>,
): (Visit & { done: number })[] {
  const twin = (id: string) => {
    const own = must(s.stations.find((x) => x.id === id))
    return s.stations.find((x) => !lost.has(x.id) && x.id !== id && x.protocolId === own.protocolId)
  }
  return left.map((v) => {
    const extra = [...lost].flatMap((id) =>
      twin(id)?.id === v.station
        ? (all.find((x) => x.athlete === v.athlete && x.station === id)?.tries ?? [])
        : [],
    )
    return extra.length > 0 ? { ...v, tries: [...v.tries, ...extra] } : v
  })
}

/**
 * When each try was to begin: by the order of the morning, or the last one made anew. Costly: kept
 * by whoever asks until an event of the kind comes.
 */
export function wishedTimes(
  s: DaySetup,
  events: readonly DayEvent[],
  effort?: number,
): ReadonlyMap<string, number> {
  const anew = [...events]
    .filter((e) => e.kind === 'reorder')
    .sort((a, b) => a.at - b.at)
    .at(-1)
  const before = anew ? events.filter((e) => e.at <= anew.at) : []
  const so = stand(s, before, anew?.at ?? 0)
  const order = orderDay(
    anew ? so.left : visitsOf(s),
    s.params,
    anew ? { ...so.state, goesOn: false } : DAWN,
    effort,
  )
  const count = new Map<string, number>()
  return new Map(
    order.slots.map((x) => {
      const k = `${x.athlete} ${x.station}`
      const n =
        count.get(k) ??
        so.left.find((v) => v.athlete === x.athlete && v.station === x.station)?.done ??
        0
      count.set(k, n + 1)
      return [tryKey(x.athlete, x.station, n), x.start]
    }),
  )
}

/**
 * The day as it stands at an instant (s from its start): who is on and who is next at each station,
 * changed as little as can be by what happened.
 */
export function dayNow(
  s: DaySetup,
  events: readonly DayEvent[],
  now: number,
  wished: ReadonlyMap<string, number>,
): DayNow {
  const so = stand(s, events, now)
  return { ...so, order: followOrder(so.left, s.params, so.state, wished) }
}
