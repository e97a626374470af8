import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { assignment, dayBound } from '../../src/testday/bound'
import {
  DAWN,
  orderDay,
  type DayParams,
  type DayState,
  type DayTry,
  type Order,
  type Visit,
} from '../../src/testday/order'
import { sidesOf } from '../../src/safety/act'

const P: DayParams = {
  att: 10,
  gapHands: 90,
  gapSame: 180,
  swap: 15,
  plate0: 10,
  perStep: 4,
  step: 2.5,
  walk: 30,
}
const tries = (first: number, n = 6): DayTry[] =>
  Array.from({ length: n }, (_, i) => ({
    hand: i % 2 === 0 ? 'left' : 'right',
    loadKg: first === 0 ? 0 : first + 2.5 * i,
  }))
const day = (loads: readonly (readonly number[])[]): Visit[] =>
  loads.flatMap((row, s) =>
    row.map((kg, a): Visit => ({
      athlete: `a${a}`,
      station: `s${s}`,
      begun: false,
      tries: tries(kg),
    })),
  )

/** Everything an order must keep, told again from the slots alone. */
function faults(
  o: Order,
  visits: readonly Visit[],
  p: DayParams,
  state: DayState = DAWN,
): string[] {
  const out: string[] = []
  const say = (bad: boolean, what: string) => {
    if (bad) out.push(what)
  }
  const eps = 1e-6
  for (const v of visits) {
    const own = o.slots.filter((s) => s.athlete === v.athlete && s.station === v.station)
    say(
      own.length !== v.tries.length,
      `${v.athlete} has ${own.length} of ${v.tries.length} trials at ${v.station}`,
    )
    own.forEach((s, i) =>
      say(
        s.hand !== v.tries[i]?.hand || s.loadKg !== v.tries[i].loadKg,
        `${v.athlete}: trials out of order`,
      ),
    )
  }
  for (const id of new Set(o.slots.map((s) => s.athlete))) {
    const own = o.slots.filter((s) => s.athlete === id).sort((a, b) => a.start - b.start)
    say(
      own[0]!.start < Math.max(state.now, state.from[id] ?? 0) - eps,
      `${id} is called before being there`,
    )
    const ended = { ...state.handEnded[id] }
    let where = state.lastStation[id] ?? null
    let last = Math.max(ended.left ?? -Infinity, ended.right ?? -Infinity)
    const seen: string[] = []
    for (const s of own) {
      for (const hand of sidesOf(s.hand)) {
        const other = hand === 'left' ? 'right' : 'left'
        say(
          s.start < (ended[hand] ?? -Infinity) + p.gapSame - eps,
          `${id}: a hand's rest is broken`,
        )
        say(
          s.start < (ended[other] ?? -Infinity) + p.gapHands - eps,
          `${id}: the rest between hands is broken`,
        )
      }
      say(
        where !== null && where !== s.station && s.start < last + p.walk - eps,
        `${id} has no time to walk`,
      )
      if (seen.at(-1) !== s.station) {
        say(seen.includes(s.station), `${id} comes back to ${s.station}`)
        seen.push(s.station)
      }
      for (const hand of sidesOf(s.hand)) ended[hand] = s.end
      last = s.end
      where = s.station
    }
  }
  for (const id of new Set(o.slots.map((s) => s.station))) {
    const was = state.stations[id]
    let at = was
      ? { end: Math.max(state.now, was.freeAt), who: was.lastAthlete, kg: was.loadKg }
      : { end: state.now, who: null as string | null, kg: null as number | null }
    for (const s of o.slots.filter((x) => x.station === id).sort((a, b) => a.start - b.start)) {
      const plates =
        at.kg === null || at.kg === s.loadKg
          ? 0
          : p.plate0 + (p.perStep * Math.abs(s.loadKg - at.kg)) / p.step
      say(
        s.start < at.end + (at.who !== null && at.who !== s.athlete ? p.swap : 0) + plates - eps,
        `${id}: no time to make it ready`,
      )
      at = { end: s.end, who: s.athlete, kg: s.loadKg }
    }
  }
  return out
}

const someDay = fc.record({
  athletes: fc.integer({ min: 1, max: 7 }),
  stations: fc.integer({ min: 1, max: 3 }),
  perHand: fc.integer({ min: 1, max: 3 }),
  loads: fc.array(fc.integer({ min: 0, max: 24 }), { minLength: 21, maxLength: 21 }),
  p: fc.record({
    att: fc.integer({ min: 3, max: 40 }),
    gapHands: fc.integer({ min: 0, max: 120 }),
    gapSame: fc.integer({ min: 60, max: 240 }),
    swap: fc.integer({ min: 0, max: 30 }),
    plate0: fc.integer({ min: 0, max: 20 }),
    perStep: fc.integer({ min: 0, max: 8 }),
    step: fc.constant(2.5),
    walk: fc.integer({ min: 0, max: 90 }),
  }),
  late: fc.integer({ min: 0, max: 6 }),
  broken: fc.integer({ min: 0, max: 2 }),
  stops: fc.integer({ min: 0, max: 6 }),
  at: fc.double({ min: 0, max: 0.9, noNaN: true }),
})
/** A hang: both hands at once. */
const bothHands = (n: number) =>
  Array.from({ length: n }, () => ({ hand: 'both' as const, loadKg: 0 }))
type SomeDay = typeof someDay extends fc.Arbitrary<infer T> ? T : never
const visitsOf = (d: SomeDay): Visit[] =>
  Array.from({ length: d.stations }, (_, s) =>
    Array.from({ length: d.athletes }, (_, a): Visit => ({
      athlete: `a${a}`,
      station: `s${s}`,
      begun: false,
      tries:
        s === 2
          ? bothHands(d.perHand)
          : tries(s === 0 ? 0 : 20 + 2.5 * d.loads[s * 7 + a]!, 2 * d.perHand),
    })),
  ).flat()

/** The day at an instant: what began before it stands, the rest is to be ordered anew. */
function cutAt(
  o: Order,
  visits: readonly Visit[],
  now: number,
): { left: Visit[]; state: DayState } {
  const done = o.slots.filter((s) => s.start < now)
  const count = (v: Visit) =>
    done.filter((s) => s.athlete === v.athlete && s.station === v.station).length
  const handEnded: Record<string, { left?: number; right?: number }> = {}
  const [lastStation, stations]: [
    Record<string, string>,
    Record<string, { freeAt: number; lastAthlete: string | null; loadKg: number | null }>,
  ] = [{}, {}]
  for (const s of [...done].sort((a, b) => a.start - b.start)) {
    for (const hand of sidesOf(s.hand)) (handEnded[s.athlete] ??= {})[hand] = s.end
    lastStation[s.athlete] = s.station
    stations[s.station] = { freeAt: s.end, lastAthlete: s.athlete, loadKg: s.loadKg }
  }
  return {
    left: visits.map((v) => ({ ...v, tries: v.tries.slice(count(v)), begun: count(v) > 0 })),
    state: { now, from: {}, handEnded, lastStation, stations },
  }
}

describe('a running order', () => {
  it(
    'never breaks a rest, a walk or a set-up, over 500 days with a late arrival, someone ' +
      'who stops and a station lost in the middle',
    () => {
      fc.assert(
        fc.property(someDay, (d) => {
          const visits = visitsOf(d)
          const first = orderDay(visits, d.p, DAWN, 20_000)
          expect(faults(first, visits, d.p)).toEqual([])
          expect(first.endS).toBeGreaterThanOrEqual(dayBound(visits, d.p) - 1e-6)
          const { left, state } = cutAt(first, visits, d.at * first.endS)
          const lost = d.stations > 1 ? `s${d.broken % d.stations}` : null
          const on = left.map((v) =>
            v.station === lost || v.athlete === `a${d.stops % d.athletes}`
              ? { ...v, tries: [] }
              : v,
          )
          const later: DayState = {
            ...state,
            from: { [`a${d.late % d.athletes}`]: state.now + 60 },
          }
          const again = orderDay(on, d.p, later, 20_000)
          expect(faults(again, on, d.p, later)).toEqual([])
        }),
        { numRuns: 500, seed: 11 },
      )
    },
  )
  it('meets the bound with one station and one load', () => {
    for (const n of [4, 6, 12]) {
      const v = day([Array<number>(n).fill(0)])
      expect(orderDay(v, P).endS).toBe(dayBound(v, P))
    }
  })
  it('the same day gives the same order; nothing to do is nothing', () => {
    const v = day([
      [0, 0, 0],
      [50, 30, 45],
    ])
    expect(orderDay(v, P)).toEqual(orderDay(v, P))
    expect(orderDay([], P, { ...DAWN, now: 5 })).toEqual({ slots: [], endS: 5 })
  })
  it('near loads follow each other: fewer plate changes than in the order of the list', () => {
    const v = day([[50, 30, 50, 30, 50, 30]])
    const moved = (o: Order) =>
      o.slots.slice(1).reduce((a, s, i) => a + Math.abs(s.loadKg - o.slots[i]!.loadKg), 0)
    expect(moved(orderDay(v, P))).toBeLessThan(moved(orderDay(v, { ...P, plate0: 0, perStep: 0 })))
  })
})

describe('the bound of a day', () => {
  it(
    'of one station without plates is its trials and the changes of lifter; of one athlete ' +
      'the rests',
    () => {
      expect(dayBound(day([[0, 0, 0, 0, 0, 0]]), P)).toBe(885)
      expect(dayBound(day([[0]]), P)).toBe(510)
      expect(dayBound(day([[0], [50], [45], [47.5]]), P)).toBe(2310)
    },
  )
  // Against looking at every permutation.
  it('the cheapest matching is the cheapest of all', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 6 }).chain((n) =>
          fc.array(fc.array(fc.integer({ min: 0, max: 50 }), { minLength: n, maxLength: n }), {
            minLength: n,
            maxLength: n,
          }),
        ),
        (cost) => {
          const go = (i: number, left: readonly number[]): number =>
            i === cost.length
              ? 0
              : Math.min(
                  ...left.map(
                    (j) =>
                      cost[i]![j]! +
                      go(
                        i + 1,
                        left.filter((x) => x !== j),
                      ),
                  ),
                )
          expect(assignment(cost)).toBeCloseTo(
            go(
              0,
              cost.map((_, j) => j),
            ),
            9,
          )
        },
      ),
    ))
})
