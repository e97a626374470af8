import { exerciseById } from '../catalogue/exercises'
import type { Block } from './types'

/**
 * Order inside a session: quick work for fresh hands, the main exercise, other holds, carries,
 * wrist, finishers, then the extensors, and what closes. Common practice, no source.
 */
export const POSITIONS = ['prep', 'early', 'main', 'carry', 'wrist', 'finisher', 'close'] as const

/** Thumb drills: base first, a swollen thumb base gets in the way of it. */
const THUMB_FIRST = 'thumb_base'
const LEAD = 1.5
const WRIST_EXT = 5.5

/** Where a block stands in its session; `lead`: it is the day's main exercise. */
export function rankIn(b: Pick<Block, 'exerciseId'>, lead: boolean): number {
  const e = exerciseById(b.exerciseId)
  const position = POSITIONS.indexOf(e?.position ?? 'main')
  if (lead && position > 1) return LEAD
  if (e?.primary === 'wrist_ext' && position > 1 && position < 6) return WRIST_EXT
  if (e?.primary === 'finger_ext') return 6
  return position + (b.exerciseId === THUMB_FIRST ? 0 : 0.1)
}

/** A day's blocks in the order they are done. */
export function inOrder<B extends Pick<Block, 'exerciseId' | 'lead'>>(blocks: readonly B[]): B[] {
  return [...blocks].sort((a, b) => rankIn(a, a.lead === true) - rankIn(b, b.lead === true))
}
