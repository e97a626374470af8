import { type Want } from '../demand/want'
import type { Exercise } from '../catalogue/exercises'
import type { Emphasis } from '../catalogue/qualities'
import type { Side } from '../catalogue/person'
import { SHORT_SETS } from './practice'
import type { Block } from './types'

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
