import type { Exercise } from '../catalogue/exercises'
import type { Emphasis, QualityId } from '../catalogue/qualities'
import type { Side } from '../measure/asymmetry'
import { SHORT_SETS } from './practice'
import type { Block } from './types'

/** What the week should serve: one row a quality and emphasis. */
export interface Want {
  quality: QualityId
  emphasis: Emphasis
  /** Importance in the sport, 1 to 5. */
  importance: number
  /** Weight for the order of work, see priorities of the gaps. */
  priority: number
  /** Why, in words. */
  why: string
  /** The coach's own word stands behind it. */
  byCoach?: boolean | undefined
  /** The hand whose lean is acted on: it leads and gets one set more. */
  weaker?: Side | null | undefined
}

/** Which emphases the aim of an exercise serves: practice estimate, no source. */
export const SERVES: Record<Exercise['aim'], readonly Emphasis[]> = {
  max: ['max'],
  size: ['max', 'sustained'],
  sustained: ['sustained'],
  repeated: ['repeated', 'sustained'],
  reactive: ['reactive'],
  balance: ['sustained'],
  prepare: [],
  close: [],
}

/** The hand that leads and gets a set more, where a lean of the exercise's quality is acted on. */
export const weakerOf = (e: Exercise, wants: readonly Want[]): Side | null =>
  wants.find((w) => w.weaker && w.quality === e.primary)?.weaker ?? null

/** Sets that count: a dose of eight or more is of very short holds and counts half. */
export const effectiveSets = (b: Pick<Block, 'sets'>): number =>
  b.sets >= SHORT_SETS ? b.sets / 2 : b.sets
