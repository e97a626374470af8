import { describe, expect, it } from 'vitest'
import type { DayEvent } from '../../src/testday/event'
import { dayNow, visitsOf, wishedTimes, type DaySetup } from '../../src/testday/live'
import { DAWN, orderDay, type DayParams, type Slot } from '../../src/testday/order'

const params: DayParams = {
  att: 10,
  gapHands: 90,
  gapSame: 180,
  swap: 15,
  plate0: 10,
  perStep: 4,
  step: 2.5,
  walk: 30,
}
const station = (id: string, protocolId: string, plates = false) => ({
  id,
  name: id,
  protocolId,
  unitId: id,
  measurementId: id,
  variant: {},
  by: '',
  plates,
})
const setup: DaySetup = {
  params,
  perHand: 3,
  stepKg: 2.5,
  athletes: ['a', 'b', 'c', 'd', 'e', 'f'].map((id) => ({ id, name: id })),
  stations: [station('s0', 'dyno_seated'), station('s1', 'lift_max', true)],
  firstKg: Object.fromEntries([50, 30, 45, 70, 60, 37.5].map((kg, i) => [`${'abcdef'[i]} s1`, kg])),
}
const wished = wishedTimes(setup, [], 500_000)
let n = 0
const ev = (at: number, more: object): DayEvent =>
  ({ id: `e${String(++n).padStart(4, '0')}`, at, ...more }) as DayEvent
/** The day run as called: each try done when its order says, with what happens in between. */
function run(extra: readonly DayEvent[] = [], until = Infinity): DayEvent[] {
  const events: DayEvent[] = [...extra]
  for (let k = 0; k < 400; k++) {
    const happened = events.filter((e) => e.kind === 'done')
    const now = Math.max(0, ...happened.map((e) => e.at))
    const known = events.filter((e) => e.kind === 'done' || e.at <= now)
    const day = dayNow(setup, known, now, wished)
    const first = [...day.order.slots].sort((x, y) => x.end - y.end)[0]
    if (!first || first.end > until) return events
    events.push(
      ev(first.end, {
        kind: 'done',
        athlete: first.athlete,
        station: first.station,
        hand: first.hand,
        loadKg: first.loadKg,
        outcome: 'clean',
      }),
    )
  }
  throw new Error('the day does not end')
}
/** Tries of the others that follow another try at their station than before. */
function moved(before: readonly Slot[], after: readonly Slot[], late: string): number {
  const follows = (slots: readonly Slot[]) =>
    new Map(
      setup.stations.flatMap((st) => {
        const own = slots
          .filter((x) => x.station === st.id && x.athlete !== late)
          .sort((a, b) => a.start - b.start)
        const seen = new Map<string, number>()
        const names = own.map((x) => {
          const k = `${st.id} ${x.athlete}`
          const n = (seen.get(k) ?? 0) + 1
          seen.set(k, n)
          return `${k} ${n}`
        })
        return names.map((name, i) => [name, names[i - 1] ?? ''] as const)
      }),
    )
  const [b, a] = [follows(before), follows(after)]
  return [...b].filter(([k, v]) => a.get(k) !== v).length
}

describe('a test day as it runs', () => {
  it('begins with the order of the morning and keeps it while all goes as called', () => {
    const order = orderDay(visitsOf(setup), params, DAWN, 500_000)
    const list = (slots: readonly Slot[]) =>
      [...slots]
        .sort((x, y) => x.start - y.start || (x.station < y.station ? -1 : 1))
        .map((s) => `${s.start} ${s.athlete} ${s.station} ${s.hand}`)
    expect(list(dayNow(setup, [], 0, wished).order.slots)).toEqual(list(order.slots))
    const events = run()
    expect(events).toHaveLength(72)
    expect(Math.max(...events.map((e) => e.at))).toBeCloseTo(order.endS, 6)
  })
  it(
    'somebody late moves fewer of the others out of turn than a fresh order does, whoever ' +
      'it is and however late',
    () => {
      const before = dayNow(setup, [], 0, wished).order
      const totals = [0, 0]
      for (const id of 'ace')
        for (const untilS of [120, 600]) {
          const late = [ev(0, { kind: 'late', athlete: id, untilS })]
          const after = dayNow(setup, late, 0, wished).order
          const all = [...late, ev(0, { kind: 'reorder' })]
          const fresh = dayNow(setup, all, 0, wishedTimes(setup, all, 500_000)).order
          expect(
            Math.min(...after.slots.filter((s) => s.athlete === id).map((s) => s.start)),
          ).toBeGreaterThanOrEqual(untilS)
          const [mine, anew] = [
            moved(before.slots, after.slots, id),
            moved(before.slots, fresh.slots, id),
          ]
          expect(mine, `${id} late by ${untilS}`).toBeLessThanOrEqual(anew)
          totals[0]! += mine
          totals[1]! += anew
        }
      expect(totals[0]!).toBeLessThan(0.5 * totals[1]!)
    },
  )
  it('pain ends a hand, leaving ends both; a skipped try takes no rest', () => {
    const left = (events: DayEvent[]) =>
      dayNow(setup, events, 0, wished).order.slots.filter((s) => s.athlete === 'a')
    expect(
      left([ev(5, { kind: 'out', athlete: 'a', hand: 'left', reason: 'pain 5' })]).every(
        (s) => s.hand === 'right',
      ),
    ).toBe(true)
    expect(left([ev(5, { kind: 'out', athlete: 'a', hand: null, reason: 'left' })])).toEqual([])
    expect(
      dayNow(
        setup,
        [
          ev(5, {
            kind: 'done',
            athlete: 'a',
            station: 's0',
            hand: 'left',
            loadKg: 0,
            outcome: 'skipped',
          }),
        ],
        5,
        wished,
      ).state.handEnded['a'],
    ).toBeUndefined()
  })
  it(
    'a station that breaks waits, and comes back; with a twin its trials go there; nothing ' +
      'is lost',
    () => {
      const events = run([], 300)
      const lost = [...events, ev(301, { kind: 'lost', station: 's1' })]
      const day = dayNow(setup, lost, 301, wished)
      expect(day.order.slots.every((s) => s.station === 's0')).toBe(true)
      const back = dayNow(setup, [...lost, ev(500, { kind: 'back', station: 's1' })], 500, wished)
      expect(back.order.slots.length + back.done.length).toBe(72)
      const twin: DaySetup = {
        ...setup,
        stations: [...setup.stations, station('s2', 'dyno_seated')],
      }
      const times = wishedTimes(twin, [], 500_000)
      const moved = dayNow(twin, [ev(1, { kind: 'lost', station: 's0' })], 1, times)
      expect(moved.order.slots.filter((s) => s.station === 's2')).toHaveLength(72)
      // Done there they are behind it: the day ends.
      const all = ['left', 'right'].flatMap((hand) =>
        Array.from({ length: 6 }, (_, k) =>
          ev(10 + k, {
            kind: 'done',
            athlete: 'a',
            station: 's2',
            hand,
            loadKg: 0,
            outcome: 'clean',
          }),
        ),
      )
      expect(
        dayNow(
          twin,
          [ev(1, { kind: 'lost', station: 's0' }), ...all],
          40,
          times,
        ).order.slots.filter((s) => s.athlete === 'a' && s.station === 's2'),
      ).toEqual([])
    },
  )
  it('a retry is one trial more, a break calls nobody before its end', () => {
    const day = dayNow(
      setup,
      [
        ev(3, { kind: 'retry', athlete: 'b', station: 's1', hand: 'left', loadKg: 40 }),
        ev(4, { kind: 'break', untilS: 600 }),
      ],
      4,
      wished,
    )
    expect(day.order.slots).toHaveLength(73)
    expect(Math.min(...day.order.slots.map((s) => s.start))).toBeGreaterThanOrEqual(600)
  })
  it('a trial left out is taken back: it is to come again, and nothing says it was done', () => {
    const first = dayNow(setup, [], 0, wished).order.slots[0]!
    const skip = ev(20, {
      kind: 'done',
      athlete: first.athlete,
      station: first.station,
      hand: first.hand,
      loadKg: 0,
      outcome: 'skipped',
      reason: 'not here',
    })
    expect(dayNow(setup, [skip], 30, wished).order.slots).toHaveLength(71)
    const back = dayNow(setup, [skip, ev(25, { kind: 'undo', of: skip.id })], 30, wished)
    expect(back.order.slots).toHaveLength(72)
    expect(back.done).toEqual([])
  })
  it('a hang is one trial of both hands; pain in one hand ends it', () => {
    const hang: DaySetup = {
      ...setup,
      stations: [{ ...station('h', 'hang_time'), tries: 1 }],
      perHand: 3,
    }
    expect(visitsOf(hang).map((v) => v.tries)).toEqual(
      Array.from({ length: 6 }, () => [{ hand: 'both', loadKg: 0 }]),
    )
    const order = wishedTimes(hang, [], 100_000)
    expect(
      dayNow(hang, [ev(1, { kind: 'out', athlete: 'a', hand: 'left', reason: 'pain 5' })], 2, order)
        .order.slots.map((s) => s.athlete)
        .sort(),
    ).toEqual(['b', 'c', 'd', 'e', 'f'])
  })
})
