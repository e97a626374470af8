import type { Hand, Side } from '../catalogue/person'
import { seeded } from '../units/seeded'
import type { Kg } from '../units/quantity'

// The marks below stand for places within lists whose length the loop around them knows; they are
// asked millions of times a day, where a check each looked a tenth slower.

/** Seconds and kilograms a running order counts with. */
export interface DayParams {
  /** A try. */
  att: number
  /** From the end of a try to the other hand's next, and to the same hand's next, at the least. */
  gapHands: number
  gapSame: number
  /** A new lifter steps up. */
  swap: number
  /** Plates are changed: so much at once, and so much for each step of load. */
  plate0: number
  perStep: number
  step: number
  /** To the next station. */
  walk: number
}

/** One try to come: its hand, or both at once, and what hangs (kg; 0: a station without plates). */
export interface DayTry {
  hand: Hand
  loadKg: Kg
}
/**
 * What an athlete still does at a station, in order; a station begun is finished before the next.
 */
export interface Visit {
  athlete: string
  station: string
  tries: readonly DayTry[]
  begun: boolean
}
/**
 * What is so at the moment of ordering: athletes who come later or are resting, stations in use.
 * Seconds from the start of the day.
 */
export interface DayState {
  now: number
  /** An athlete is there from; absent: from now. */
  from: Readonly<Record<string, number>>
  /** When each hand's last try ended. */
  handEnded: Readonly<Record<string, Partial<Record<Side, number>>>>
  /** Where an athlete was last: walking counts from there. */
  lastStation: Readonly<Record<string, string>>
  /**
   * A station is free from, with whom it had last and what hangs. Stations not named are free and
   * empty.
   */
  stations: Readonly<
    Record<string, { freeAt: number; lastAthlete: string | null; loadKg: Kg | null }>
  >
  /**
   * The order goes on as it was: what comes next was made ready since its station was free. Absent:
   * making ready begins now.
   */
  goesOn?: boolean | undefined
}
export const DAWN: DayState = { now: 0, from: {}, handEnded: {}, lastStation: {}, stations: {} }

export interface Slot {
  athlete: string
  station: string
  hand: Hand
  loadKg: Kg
  start: number
  end: number
  /** From which the station is being made ready for it. */ setUpS: number
}
export interface Order {
  slots: readonly Slot[]
  /** When the last try ends. */ endS: number
}

interface Weights {
  setUp: number
  load: number
  done: number
  /** For whoever is in the middle of a station. */ stay: number
  rank: number
}

/** A day in numbers, for a search that looks at it thousands of times. */
interface Table {
  n: number
  /** Of each visit: athlete, station, where its tries begin and end. */
  athlete: Int32Array
  station: Int32Array
  from: Int32Array
  to: Int32Array
  begun: Uint8Array
  /** Of each try: hand (0 left, 1 right, 2 both) and load. */
  hand: Uint8Array
  load: Float64Array
  athletes: readonly string[]
  stations: readonly string[]
  tries: number
  /** Visits of each athlete. */
  of: readonly (readonly number[])[]
  /** And at each station. */
  at: readonly (readonly number[])[]
}

const HANDS: readonly Hand[] = ['left', 'right', 'both']

function tabled(visits: readonly Visit[]): Table {
  const athletes = [...new Set(visits.map((v) => v.athlete))]
  const stations = [...new Set(visits.map((v) => v.station))]
  const starts = visits.map((_, i) => visits.slice(0, i).reduce((a, v) => a + v.tries.length, 0))
  const all = visits.flatMap((v) => v.tries)
  return {
    n: visits.length,
    athlete: Int32Array.from(visits, (v) => athletes.indexOf(v.athlete)),
    station: Int32Array.from(visits, (v) => stations.indexOf(v.station)),
    from: Int32Array.from(starts),
    to: Int32Array.from(visits, (v, i) => starts[i]! + v.tries.length),
    begun: Uint8Array.from(visits, (v) => Number(v.begun)),
    hand: Uint8Array.from(all, (t) => HANDS.indexOf(t.hand)),
    load: Float64Array.from(all, (t) => t.loadKg),
    athletes,
    stations,
    tries: all.length,
    of: athletes.map((id) => visits.flatMap((v, i) => (v.athlete === id ? [i] : []))),
    at: stations.map((id) => visits.flatMap((v, i) => (v.station === id ? [i] : []))),
  }
}

/** An order as the search keeps it: which visit's try comes n-th, and when it begins. */
interface Found {
  visit: Int32Array
  start: Float64Array
  setUp: Float64Array
  endS: number
  /** Candidates looked at. */ looked: number
}

/**
 * Serial schedule generation: of all that could go next the one that scores least, again and again.
 * Rests are never broken. `wanted`: when each try was to begin, to stay near to.
 */
function generate(
  t: Table,
  state: DayState,
  p: DayParams,
  w: Weights,
  rank: Float64Array,
  wanted: Float64Array | null = null,
): Found {
  const at = Int32Array.from(t.from)
  const here = Float64Array.from(t.athletes, (id) => Math.max(state.now, state.from[id] ?? 0))
  const ended = Float64Array.from(
    t.athletes.flatMap((id) => [
      state.handEnded[id]?.left ?? -Infinity,
      state.handEnded[id]?.right ?? -Infinity,
    ]),
  )
  const where = Int32Array.from(t.athletes, (id) => {
    const s = state.lastStation[id]
    return s === undefined ? -1 : (t.stations.indexOf(s) + 1 || 1e6) - 1
  })
  const current = new Int32Array(t.athletes.length).fill(-1)
  for (let i = 0; i < t.n; i++) if (t.begun[i] && t.to[i]! > t.from[i]!) current[t.athlete[i]!] = i
  const done = new Int32Array(t.athletes.length)
  const free = Float64Array.from(t.stations, (id) =>
    Math.max(state.goesOn ? 0 : state.now, state.stations[id]?.freeAt ?? 0),
  )
  const lastAthlete = Int32Array.from(t.stations, (id) => {
    const a = state.stations[id]?.lastAthlete
    return a === undefined || a === null ? -1 : (t.athletes.indexOf(a) + 1 || 1e6) - 1
  })
  const hangs = Float64Array.from(t.stations, (id) => state.stations[id]?.loadKg ?? NaN)
  const out: Found = {
    visit: new Int32Array(t.tries),
    start: new Float64Array(t.tries),
    setUp: new Float64Array(t.tries),
    endS: state.now,
    looked: 0,
  }
  const open = t.of.map((own) => own.filter((i) => at[i]! < t.to[i]!))
  // What each visit's next try would score, kept until its athlete or its station has changed.
  const scores = new Float64Array(t.n)
  const starts = new Float64Array(t.n)
  const setUps = new Float64Array(t.n)
  const gap = [
    { left: p.gapSame, right: p.gapHands },
    { left: p.gapHands, right: p.gapSame },
    { left: Math.max(p.gapSame, p.gapHands), right: Math.max(p.gapSame, p.gapHands) },
  ]
  const look = (i: number): void => {
    out.looked++
    const k = at[i]!
    const a = t.athlete[i]!
    const s = t.station[i]!
    const h = t.hand[k]!
    const [left, right] = [ended[2 * a]!, ended[2 * a + 1]!]
    let ready = Math.max(here[a]!, left + gap[h]!.left, right + gap[h]!.right)
    if (where[a]! >= 0 && where[a] !== s) ready = Math.max(ready, Math.max(left, right) + p.walk)
    const hung = hangs[s]!
    const change = Number.isNaN(hung) ? 0 : Math.abs(t.load[k]! - hung)
    const setUp =
      (lastAthlete[s]! >= 0 && lastAthlete[s] !== a ? p.swap : 0) +
      (change > 0 ? p.plate0 + (p.perStep * change) / p.step : 0)
    const start = Math.max(ready, free[s]! + setUp)
    starts[i] = start
    setUps[i] = setUp
    scores[i] = wanted
      ? Math.max(start, wanted[k]!) + 1e-3 * wanted[k]!
      : start +
        w.setUp * setUp +
        w.load * change +
        w.done * done[a]! -
        (current[a] === i ? w.stay : 0) +
        w.rank * rank[i]!
  }
  for (let a = 0; a < open.length; a++) {
    if (current[a]! >= 0) look(current[a]!)
    else for (const i of open[a]!) look(i)
  }
  for (let n = 0; n < t.tries; n++) {
    let best = -1
    let score = Infinity
    // In the middle of a station an athlete has one way to go on.
    for (let a = 0; a < open.length; a++) {
      const c = current[a]!
      if (c >= 0) {
        if (scores[c]! < score - 1e-9) {
          best = c
          score = scores[c]!
        }
      } else
        for (const i of open[a]!)
          if (scores[i]! < score - 1e-9) {
            best = i
            score = scores[i]!
          }
    }
    const k = at[best]!
    const a = t.athlete[best]!
    const s = t.station[best]!
    const end = starts[best]! + p.att
    out.visit[n] = best
    out.start[n] = starts[best]!
    out.setUp[n] = setUps[best]!
    if (end > out.endS) out.endS = end
    at[best] = k + 1
    if (t.hand[k] !== 1) ended[2 * a] = end
    if (t.hand[k] !== 0) ended[2 * a + 1] = end
    where[a] = s
    done[a]!++
    current[a] = k + 1 < t.to[best]! ? best : -1
    if (k + 1 >= t.to[best]!) open[a] = open[a]!.filter((i) => i !== best)
    free[s] = end
    lastAthlete[s] = a
    hangs[s] = t.load[k]!
    if (current[a]! >= 0) look(best)
    else for (const i of open[a]!) look(i)
    for (const i of t.at[s]!) {
      const x = t.athlete[i]!
      if (x !== a && at[i]! < t.to[i]! && (current[x] === -1 || current[x] === i)) look(i)
    }
  }
  // Looking through what is kept costs a fifth of looking anew.
  out.looked += 0.2 * t.tries * open.length
  return out
}

function toSlots(t: Table, visits: readonly Visit[], f: Found, p: DayParams): Order {
  const at = Int32Array.from(t.from)
  const slots = Array.from(f.visit, (i, n): Slot => {
    const k = at[i]!
    at[i] = k + 1
    const v = visits[i]!
    const own = v.tries[k - t.from[i]!]!
    return {
      athlete: v.athlete,
      station: v.station,
      hand: own.hand,
      loadKg: own.loadKg,
      start: f.start[n]!,
      end: f.start[n]! + p.att,
      setUpS: f.setUp[n]!,
    }
  })
  return { slots, endS: f.endS }
}

/** Weightings a search begins from: few, so that most of its work betters the best. */
const GRID: readonly Omit<Weights, 'rank'>[] = [
  { setUp: 0, load: 0, done: 0, stay: 0 },
  { setUp: 0, load: 1, done: 4, stay: 0 },
  { setUp: 0, load: 3, done: 12, stay: 0 },
  { setUp: 1, load: 0, done: 0, stay: 0 },
  { setUp: 1, load: 1, done: 4, stay: 0 },
  { setUp: 1, load: 3, done: 12, stay: 0 },
]
/**
 * Share of changes that swap two stations of an athlete; size of the others in rests of a hand;
 * seconds a worse order may be at first. Tuned on made-up days.
 */
const SWAPS = 0.25
const STEP = 0.5
const HEAT_S = 5
/**
 * Work of a search: one unit looks at one candidate for one place. A tenth to a fifth of a second
 * where it was measured.
 */
const EFFORT = 1_800_000

/**
 * Preferences that send athletes of near loads from station to station together, each group
 * beginning at another.
 */
function inGroups(t: Table, far: number): Float64Array {
  const first = (a: number): number => {
    const i = t.athlete.findIndex((x, k) => x === a && t.load[t.from[k]!]! > 0)
    return i < 0 ? 0 : t.load[t.from[i]!]!
  }
  const order = t.athletes.map((_, a) => a).sort((a, b) => first(a) - first(b) || a - b)
  const stations = t.stations.length
  const group = new Map(order.map((a, n) => [a, Math.floor((n * stations) / order.length)]))
  return Float64Array.from(
    t.athlete,
    (a, i) => far * ((t.station[i]! - group.get(a)! + stations) % stations),
  )
}

/**
 * A running order that ends soon: many orders by one greedy rule under different weightings, then
 * small changes of the best one's preferences, kept
 * while they do no harm (annealing). Ends after a fixed amount of work, never by the clock, so the
 * same day gives the same order.
 */
export function orderDay(
  visits: readonly Visit[],
  params: DayParams,
  state: DayState = DAWN,
  effort = EFFORT,
): Order {
  const open = visits.filter((v) => v.tries.length > 0)
  if (open.length === 0) return { slots: [], endS: state.now }
  const r = seeded(20261125)
  const t = tabled(open)
  let spent = 0
  const run = (w: Weights, rank: Float64Array): Found => {
    const o = generate(t, state, params, w, rank)
    spent += o.looked + 1500
    return o
  }
  const starts = [
    new Float64Array(t.n),
    ...[params.gapSame, 3 * params.gapSame].map((far) => inGroups(t, far)),
  ].slice(0, t.stations.length > 1 ? 3 : 1)
  const tried = GRID.flatMap((g) =>
    starts.flatMap((rank) => {
      const w: Weights = { ...g, rank: 1 }
      return spent > effort ? [] : [{ w, rank, o: run(w, rank) }]
    }),
  ).sort((a, b) => a.o.endS - b.o.endS)
  const good = tried.slice(0, 8).map((x) => x.w)
  let best = tried[0]!.o
  let w = good[0]!
  let rank = tried[0]!.rank
  let at = best.endS
  const begun = spent
  while (spent < effort) {
    const heat = 1 - (spent - begun) / Math.max(1, effort - begun)
    const next = Float64Array.from(rank)
    if (r() < SWAPS) {
      // Two stations of one athlete change places.
      const i = Math.floor(r() * t.n)
      const same = [...t.athlete.keys()].filter((k) => k !== i && t.athlete[k] === t.athlete[i])
      const k = same[Math.floor(r() * same.length)]
      if (k !== undefined) {
        next[i] = rank[k]! + (r() - 0.5) * params.gapSame
        next[k] = rank[i]! + (r() - 0.5) * params.gapSame
      }
    } else
      for (let n = 1 + Math.floor(r() * 2); n > 0; n--)
        next[Math.floor(r() * t.n)]! += (r() - 0.5) * STEP * params.gapSame * (0.1 + heat)
    const own = r() < 0.2 ? good[Math.floor(r() * good.length)]! : w
    const o = run(own, next)
    if (o.endS < at + 1e-9 || r() < Math.exp(-(o.endS - at) / (1 + HEAT_S * heat))) {
      rank = next
      w = own
      at = o.endS
    }
    if (o.endS < best.endS - 1e-9) best = o
  }
  return toSlots(t, open, best, params)
}

/** A try of a day by name: the n-th (from 0) of an athlete at a station. */
export const tryKey = (athlete: string, station: string, n: number): string =>
  `${athlete} ${station} ${n}`

/**
 * What is left of a day, ordered as near as can be to when each try was to begin: whoever is not
 * there yet, or rests, is passed by, and nobody else
 * changes places. `done`: how many tries of a visit are behind it. Tries without a wished time come
 * last.
 */
export function followOrder(
  visits: readonly (Visit & { done: number })[],
  params: DayParams,
  state: DayState,
  wanted: ReadonlyMap<string, number>,
): Order {
  const open = visits.filter((v) => v.tries.length > 0)
  if (open.length === 0) return { slots: [], endS: state.now }
  const t = tabled(open)
  const last = Math.max(0, ...wanted.values())
  const times = Float64Array.from(
    open.flatMap((v) =>
      v.tries.map((_, i) => wanted.get(tryKey(v.athlete, v.station, v.done + i)) ?? last + 1 + i),
    ),
  )
  return toSlots(
    t,
    open,
    generate(
      t,
      state,
      params,
      { setUp: 0, load: 0, done: 0, stay: 0, rank: 0 },
      new Float64Array(t.n),
      times,
    ),
    params,
  )
}
