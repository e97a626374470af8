import { describe, expect, it } from 'vitest'
import { buildSeries } from '../../src/record/series'
import { beginsAt, FIRST_KG, firstLoadKg } from '../../src/testday/begin'
import type { TestSession } from '../../src/testing/session'

const test = (on: string, unitId: string, ...bests: [left: number, right: number]) => {
  const trial = (hand: 'left' | 'right', value: number) => ({
    ...{ id: `${on}${hand}`, hand, ordinal: 1, value, enteredValue: value, enteredUnit: 'kg' },
    ...{ pain: null, missed: false, recordedAt: `${on}T16:30:00Z`, struck: null, correction: null },
  })
  return {
    ...{ id: `${on} ${unitId}`, protocolId: 'lift_max', unitId, measurementId: `m${unitId}` },
    ...{ variant: {}, performedOn: on, performedAt: `${on}T16:00:00Z`, practice: false },
    trials: [trial('left', bests[0]), trial('right', bests[1])],
  } as unknown as TestSession
}

describe('where a ramp begins on a test day', () => {
  // Four fifths in steps of 2.5 kg: common practice, no source.
  it.each([
    [100, 80],
    [51, 40],
    [52, 42.5],
    [2, 2.5],
  ])('an earlier best of %d kg: %d kg', (best, first) => {
    expect(firstLoadKg(best)).toBe(first)
  })

  it('by the newest test on that implement, the better hand', () => {
    const own = buildSeries([
      test('2026-08-01', 'e', 80, 82),
      test('2026-09-01', 'e', 60, 50),
      test('2026-09-10', 'other', 100, 100),
    ])
    expect(beginsAt(own, { protocolId: 'lift_max', unitId: 'e' })).toBe(firstLoadKg(60))
    expect(beginsAt(own, { protocolId: 'lift_max', unitId: 'other' })).toBe(80)
  })

  it('at the usual start where that implement has no test', () => {
    expect(beginsAt([], { protocolId: 'lift_max', unitId: 'e' })).toBe(FIRST_KG)
    const own = buildSeries([test('2026-08-01', 'e', 80, 82)])
    expect(beginsAt(own, { protocolId: 'lift_max', unitId: 'x' })).toBe(FIRST_KG)
    expect(beginsAt(own, { protocolId: 'pull_max', unitId: 'e' })).toBe(FIRST_KG)
  })
})
