import { describe, expect, it } from 'vitest'
import { handLedger, strapAdvice } from '../../src/plan/ledger'
import { PULL_STRESS, SPORT_STRESS, TISSUE_BUDGET } from '../../src/plan/practice'
import { type Block } from '../../src/plan/types'
import { EMPTY_DAY, type DayFrame } from '../../src/intake/week'

const frame = (change: Record<number, Partial<DayFrame>>): DayFrame[] =>
  [0, 1, 2, 3, 4, 5, 6].map((d) => ({ ...EMPTY_DAY, minutes: 40, ...change[d] }))
const block = (exerciseId: string, day: number, more: Partial<Block> = {}): Block => ({
  id: `${exerciseId} ${day}`,
  day,
  exerciseId,
  sets: 4,
  dose: 10,
  hands: ['left', 'right'],
  reason: '',
  ...more,
})

describe("the hands' budget", () => {
  const f = frame({ 1: { sportLoad: 2 }, 2: { heavyPull: 'before' } })
  it('adds job and sport, pulls and grip work, each hand by itself', () => {
    const rows = handLedger(
      f,
      [block('pinch_max', 3, { extra: 'left' }), block('thumb_side', 4, { hands: ['right'] })],
      { straps: 'a' },
    )
    const [left, right] = ['left', 'right'].map((h) =>
      rows.find((r) => r.tissue === 'finger_flexors' && r.hand === h)!,
    )
    expect(left!.sport).toBe(2 * SPORT_STRESS.finger_flexors!)
    expect(left!.pulls).toBe(PULL_STRESS.a)
    expect(left!.grip).toBe(right!.grip * 1.25)
    expect(left!.left).toBeCloseTo(
      TISSUE_BUDGET.finger_flexors.week - left!.grip - left!.sport - left!.pulls,
      9,
    )
    const thumb = (h: string) => rows.find((r) => r.tissue === 'thumb' && r.hand === h)!.grip
    expect(thumb('right')).not.toBe(thumb('left'))
  })
  it('strapped top sets cost the fingers less', () => {
    const pulls = (straps: 'a' | 'b') =>
      handLedger(f, [], { straps }).find((r) => r.tissue === 'finger_flexors')!.pulls
    expect(pulls('a') - pulls('b')).toBe(PULL_STRESS.a - PULL_STRESS.b)
  })
  it('says nothing of what bears nothing', () => expect(handLedger(frame({}), [], {})).toEqual([]))
})

describe('which pulls to strap', () => {
  const f = frame({ 2: { heavyPull: 'before' }, 5: { heavyPull: 'before' } })
  it('those on the eve of hard finger work', () => {
    const pinch = block('pinch_max', 3)
    expect(strapAdvice(f, [pinch], { straps: 'a' })).toEqual([
      { day: 2, spares: PULL_STRESS.a - PULL_STRESS.b, blocks: [pinch] },
    ])
  })
  it('none where they are strapped, or nothing hard follows', () => {
    expect(strapAdvice(f, [block('pinch_max', 3)], { straps: 'b' })).toEqual([])
    expect(strapAdvice(f, [block('ext_band', 3)], { straps: 'a' })).toEqual([])
  })
})
