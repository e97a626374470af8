import { describe, expect, it } from 'vitest'
import { fromRecord, type AthleteRecord, type RecordId } from '../../src/bench/record'
import type { TestSession, Trial } from '../../src/testing/session'
import type { Hand } from '../../src/catalogue/person'

const tries = (hand: Hand, values: readonly number[]): Trial[] =>
  values.map(
    (value, i) =>
      ({
        id: `${hand} ${i}`,
        hand,
        ordinal: i + 1,
        value,
        entered: { value, unit: 'kg' },
        voided: null,
        pain: null,
        performedAt: '2026-10-01T10:00:00Z',
      }) as unknown as Trial,
  )
type Taken = AthleteRecord['sessions'][number]
const test = (
  protocolId: string,
  on: string,
  trials: Trial[],
  more: Partial<TestSession> = {},
): Taken =>
  ({
    id: `${protocolId} ${on}`,
    protocolId,
    protocolVersion: 1,
    performedOn: on,
    performedAt: `${on}T10:00:00Z`,
    unitId: 'u',
    unitLabel: 'Block 76',
    unitKind: 'block',
    sizeMm: 76,
    variant: {},
    practice: false,
    trials,
    ...more,
  }) as unknown as Taken
const read = (id: RecordId, sessions: Taken[]) => fromRecord(id, { measurements: [], sessions })

describe('what a record says to a calculator', () => {
  it('the newest measure of a hand, the right one first', () => {
    const m = (value: number, on: string, hand: Hand) =>
      ({ measure: 'hand_length', hand, value, on }) as const
    expect(
      fromRecord('hand_length', {
        sessions: [],
        measurements: [
          m(190, '2026-01-01', 'right'),
          m(191, '2026-03-01', 'right'),
          m(189, '2026-05-01', 'left'),
        ],
      }),
    ).toMatchObject({ values: [191], on: '2026-03-01' })
    expect(read('body_mass', [])).toBeNull()
  })
  it('the best of the newest lift, whatever an older one was; a squeeze is no lift', () => {
    const old = test('lift_max', '2026-05-01', [...tries('left', [50]), ...tries('right', [52])])
    const now = test('lift_max', '2026-09-01', [...tries('left', [41]), ...tries('right', [44])])
    const squeeze = test('dyno_seated', '2026-09-20', tries('left', [400, 410, 405]))
    expect(read('best_lift', [old, now, squeeze])).toEqual({
      values: [44],
      unit: 'kg',
      what: expect.stringContaining('Block 76') as string,
      on: '2026-09-01',
    })
    // 76 mm is no thin bar.
    expect(read('thin_bar', [old, now])).toBeNull()
    expect(read('thin_bar', [{ ...now, sizeMm: 28 }])).toMatchObject({ values: [44] })
    expect(read('best_lift', [{ ...now, practice: true }])).toBeNull()
  })
  it('trials of both hands from one test that has two a hand', () => {
    const one = test('dyno_seated', '2026-09-20', [
      ...tries('left', [400]),
      ...tries('right', [420]),
    ])
    const six = test('dyno_seated', '2026-09-10', [
      ...tries('left', [400, 410, 405]),
      ...tries('right', [430, 433, 431]),
    ])
    expect(read('left_trials', [one, six])).toMatchObject({ values: [400, 410, 405], unit: 'N' })
    expect(read('right_trials', [one, six])).toMatchObject({ values: [430, 433, 431] })
    expect(read('left_trials', [one])).toBeNull()
  })
  it('three holds to failure of one hand, heaviest first, or none', () => {
    const hold = (loadKg: number, s: number, on: string) =>
      test('endurance_set', on, tries('left', [s]), { variant: { loadKg: String(loadKg) } })
    const two = [hold(40, 35, '2026-09-01'), hold(32, 75, '2026-09-03')]
    expect(read('hold_loads', two)).toBeNull()
    const three = [...two, hold(26, 150, '2026-09-05')]
    expect(read('hold_loads', three)).toMatchObject({ values: [40, 32, 26], on: '2026-09-05' })
    expect(read('hold_times', three)).toMatchObject({ values: [35, 75, 150] })
  })
})
