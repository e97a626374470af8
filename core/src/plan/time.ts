import type { Exercise } from '../catalogue/exercises'
import { exerciseById } from '../catalogue/exercises'
import { CLOSE_MIN, LEVEL_WEIGHT, SECONDS_EACH, WARM_UP_MIN } from './practice'
import type { Block } from './types'

/** Seconds one set of one hand works. */
export const workSeconds = (e: Exercise, dose: number): number => dose * SECONDS_EACH[e.dose.unit]

/** Sets of the hand that works most. */
export const setsOf = (b: Pick<Block, 'sets' | 'extra'>): number => b.sets + (b.extra ? 1 : 0)

/** Minutes of a block with set-up; while one hand works the other rests. */
export function blockMinutes(
  block: Pick<Block, 'exerciseId' | 'sets' | 'dose' | 'hands' | 'extra'>,
): number {
  const e = exerciseById(block.exerciseId)
  if (!e) return 0
  const work = workSeconds(e, block.dose)
  const hands = e.together ? 1 : block.hands.length
  const rest = Math.max(e.restS - (hands - 1) * work, 10 * hands)
  return (
    e.setupMin +
    (block.sets * hands * work + (block.sets - 1) * rest + (block.extra ? work + e.restS : 0)) / 60
  )
}

/**
 * Minutes of a day's session, warm-up, closing and that day's tests (minutes; null: none) included;
 * 0 without blocks and tests.
 */
export const sessionMinutes = (blocks: readonly Block[], tests: number | null = null): number =>
  blocks.length === 0 && tests === null
    ? 0
    : WARM_UP_MIN + CLOSE_MIN + (tests ?? 0) + blocks.reduce((a, b) => a + blockMinutes(b), 0)

/** Minutes of a week's sessions. */
export const weekMinutes = (blocks: readonly Block[]): number =>
  [0, 1, 2, 3, 4, 5, 6].reduce((a, d) => a + sessionMinutes(blocks.filter((b) => b.day === d)), 0)

/** The same as the screens add it up: each day in whole minutes, as it is shown. */
export const wholeWeekMinutes = (blocks: readonly Block[]): number =>
  [0, 1, 2, 3, 4, 5, 6].reduce(
    (a, d) => a + Math.ceil(sessionMinutes(blocks.filter((b) => b.day === d))),
    0,
  )

/** Hand load of blocks: sets weighted by level, balance work left out. */
export const handLoad = (blocks: readonly Pick<Block, 'exerciseId' | 'sets' | 'extra'>[]): number =>
  blocks.reduce((a, b) => {
    const e = exerciseById(b.exerciseId)
    return !e || e.aim === 'balance' ? a : a + setsOf(b) * LEVEL_WEIGHT[e.level]
  }, 0)
