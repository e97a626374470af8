import { exerciseById } from '../catalogue/exercises'
import type { Block } from './types'

/** Order inside a session: common practice, no source. */
export const POSITIONS = ['prep', 'early', 'main', 'carry', 'wrist', 'finisher', 'close'] as const

/** Thumb drills: base first, a swollen thumb base gets in the way of it. */
const THUMB_FIRST = 'thumb_base'

/** A day's blocks in the order they are done. */
export function inOrder(blocks: readonly Block[]): Block[] {
  const rank = (b: Block) =>
    POSITIONS.indexOf(exerciseById(b.exerciseId)?.position ?? 'main') * 10 +
    (b.exerciseId === THUMB_FIRST ? 0 : 1)
  return [...blocks].sort((a, b) => rank(a) - rank(b))
}
