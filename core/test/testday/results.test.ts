import { describe, expect, it } from 'vitest'
import type { DayEvent } from '../../src/testday/event'
import type { DaySetup } from '../../src/testday/live'
import { resultsOf } from '../../src/testday/results'

const station = {
  id: 's1',
  name: 'Grip',
  protocolId: 'dyno_seated',
  unitId: 'u',
  measurementId: 'm',
  variant: {},
  by: '',
  plates: false,
}
const setup = {
  stations: [station],
  athletes: [
    { id: 'a', name: 'A' },
    { id: 'b', name: 'B' },
  ],
} as unknown as DaySetup
const done = (n: number, athlete: string, hand: 'left' | 'right', value: number): DayEvent => ({
  id: `e${n}`,
  at: n,
  kind: 'done',
  athlete,
  station: 's1',
  hand,
  loadKg: 0,
  outcome: 'clean',
  value,
})

describe('results of a day', () => {
  const events = [
    done(1, 'a', 'left', 400),
    done(2, 'a', 'left', 404),
    done(3, 'a', 'right', 390),
    done(4, 'a', 'right', 396),
    done(5, 'b', 'left', 300),
    done(6, 'b', 'left', 450),
    done(7, 'b', 'right', 401),
    done(8, 'b', 'right', 403),
  ]
  const earlier: Record<string, number> = { 'a s1 left': 402, 'a s1 right': 396, 'b s1 left': 500 }
  const [r] = resultsOf(
    setup,
    events,
    (athlete, s, hand) => earlier[`${athlete} ${s} ${hand}`] ?? null,
  )
  it(
    'a new best is above the best before the day; equal is none, and without one there is ' +
      'none',
    () => {
      expect(r!.rows.map((x) => [x.athlete, x.beaten])).toEqual([
        ['b', []],
        ['a', [{ hand: 'left', by: 2 }]],
      ])
    },
  )
  it('a hand whose trials spread too wide is to be tested again', () =>
    expect(r!.rows.map((x) => x.retest)).toEqual([true, false]))
})
