import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { TEST_PROTOCOLS } from '../../src/catalogue/protocols'
import { demandProfile } from '../../src/demand/profile'
import {
  batteryCost,
  batterySteps,
  orderBattery,
  suggestBattery,
  testMinutes,
  type BatteryItem,
} from '../../src/testing/battery'
import type { TestSession } from '../../src/testing/session'

const item = (protocolId: string, variant: Record<string, string> = {}): BatteryItem => ({
  protocolId,
  variant,
})
const permutations = <T>(xs: readonly T[]): T[][] =>
  xs.length < 2
    ? [[...xs]]
    : xs.flatMap((x, i) =>
        permutations([...xs.slice(0, i), ...xs.slice(i + 1)]).map((r) => [x, ...r]),
      )

describe('a battery', () => {
  it('is ordered as well as any order there is, of up to 6 tests', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.constantFrom(...TEST_PROTOCOLS.map((p) => p.id)), {
          minLength: 1,
          maxLength: 6,
        }),
        (ids) => {
          const items = ids.map((id) => item(id))
          const ordered = orderBattery(items)
          expect(ordered.map((i) => i.protocolId).sort()).toEqual([...ids].sort())
          expect(batteryCost(ordered)).toBeCloseTo(
            Math.min(...permutations(items).map(batteryCost)),
            9,
          )
        },
      ),
      { numRuns: 40 },
    )
  })
  it('sizes come first, strength before holds, and work to failure last', () => {
    expect(
      orderBattery([item('repeat_73'), item('hang_time'), item('dyno_seated'), item('rom')]).map(
        (i) => i.protocolId,
      ),
    ).toEqual(['rom', 'dyno_seated', 'hang_time', 'repeat_73'])
  })
  it('ten tests are ordered at once, eleven are left as they are', () => {
    const ten = TEST_PROTOCOLS.slice(0, 10).map((p) => item(p.id))
    const before = performance.now()
    expect(batteryCost(orderBattery(ten))).toBeLessThanOrEqual(batteryCost(ten))
    expect(performance.now() - before).toBeLessThan(500)
    const eleven = TEST_PROTOCOLS.slice(0, 11).map((p) => item(p.id))
    expect(orderBattery(eleven)).toEqual(eleven)
  })
  it('is suggested by what the sport asks most, from what the room has', () => {
    const boxer = demandProfile({ sources: [{ id: 'boxer', weight: 1 }], edits: [] }, [])!
    const all = suggestBattery(boxer, new Set(['dyno', 'strap', 'bar', 'pin', 'dumbbell', 'towel']))
    expect(all.length).toBeGreaterThan(2)
    expect(
      all.some((i) => i.variant['direction'] === 'extension' || i.protocolId === 'wrist_hold'),
    ).toBe(true)
    expect(suggestBattery(boxer, new Set())).toEqual([])
  })
  it('every test takes some minutes; a ramp takes its rests', () => {
    for (const p of TEST_PROTOCOLS) expect(testMinutes(item(p.id)), p.id).toBeGreaterThan(0)
    expect(testMinutes(item('lift_max'))).toBe(26)
  })
  it('knows what is done, under way and left of a visit', () => {
    const s = (
      protocolId: string,
      variant: Record<string, string>,
      trials: number,
      on = '2026-10-08',
    ): TestSession => ({
      id: `${protocolId}${variant['direction'] ?? ''}`,
      athleteId: 'a',
      protocolId,
      protocolVersion: 1,
      unitId: 'u',
      measurementId: 'm',
      variant,
      performedAt: `${on}T10:00:00Z`,
      performedOn: on,
      practice: false,
      trials: Array.from({ length: trials }, (_, i) => ({
        id: `${i}`,
        hand: i % 2 === 0 ? ('left' as const) : ('right' as const),
        ordinal: Math.floor(i / 2) + 1,
        value: 40 + (i % 3) / 10,
        enteredValue: 40,
        enteredUnit: 'N' as const,
        pain: null,
        recordedAt: '',
        struck: null,
        correction: null,
      })),
    })
    const items = [
      item('dyno_seated'),
      item('wrist_max', { direction: 'extension' }),
      item('wrist_max', { direction: 'flexion' }),
    ]
    const steps = batterySteps(
      items,
      [
        s('dyno_seated', { position: '2' }, 6),
        s('wrist_max', { direction: 'flexion' }, 2),
        s('dyno_seated', { position: '2' }, 6, '2026-10-01'),
      ],
      '2026-10-08',
    )
    expect(steps.map((x) => x.state)).toEqual(['done', 'to do', 'under way'])
  })
})
