import { describe, expect, it } from 'vitest'
import type { Block } from '../../src/plan/types'
import { YEAR, yearOf, yearWeeks } from '../../src/review/year'
import { addDays } from '../../src/units/dates'

const TODAY = '2026-10-08'
const MONDAY = '2026-10-05'
const block = (sets: number, exerciseId = 'pinch_max'): Block =>
  ({
    id: exerciseId,
    day: 1,
    exerciseId,
    sets,
    dose: 5,
    hands: 'both',
    order: 0,
    reason: '',
  }) as unknown as Block
const log = (on: string, set: number, pain: number | null = null) => ({
  blockId: 'pinch_max',
  exerciseId: 'pinch_max',
  on,
  hand: 'left' as const,
  set,
  seconds: null,
  reps: 5,
  pain,
})

describe('the year', () => {
  const weeks = yearWeeks(
    [
      log('2026-10-06', 1, 2),
      log('2026-10-06', 2, 5),
      log('2026-09-29', 1),
      { ...log('2026-10-06', 3, 9), blockId: null },
    ],
    [
      { weekStart: MONDAY, blocks: [block(4), block(3, 'ext_band')], terms: {} },
      { weekStart: addDays(MONDAY, 7), blocks: [block(2)], terms: { kind: 'deload' } },
      { weekStart: addDays(MONDAY, 14), blocks: [], terms: {} },
    ],
    TODAY,
  )
  const of = (week: string) => weeks.find((w) => w.week === week)!

  it('is fifty-two whole weeks round today, oldest first, and its days hold them all', () => {
    expect(weeks).toHaveLength(52)
    expect(weeks[YEAR.back]!.week).toBe(MONDAY)
    expect(weeks[0]!.week).toBe(yearOf(TODAY).from)
    expect(addDays(weeks.at(-1)!.week, 6)).toBe(yearOf(TODAY).to)
  })
  it('counts sets by level, planned and done alike; balance work and warm-up are out', () => {
    expect(of(MONDAY)).toMatchObject({ planned: 4, done: 2, worstPain: 5, kind: 'ordinary' })
    expect(of('2026-09-28')).toMatchObject({ planned: null, done: 1, worstPain: null })
  })
  it('knows what is ahead, and says nothing of a week with nothing in it', () => {
    expect(of(addDays(MONDAY, 7))).toMatchObject({ planned: 2, done: null, kind: 'deload' })
    expect(of(addDays(MONDAY, 14))).toMatchObject({ planned: null, done: null })
  })
})
