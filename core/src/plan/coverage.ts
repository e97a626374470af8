import type { Exercise } from '../catalogue/exercises'
import { exerciseById } from '../catalogue/exercises'
import { EMPHASES, type Emphasis, type QualityId } from '../catalogue/qualities'
import type { Side } from '../measure/asymmetry'
import { KEEP_SETS, SHORT_SETS, WEEKLY_SETS } from './practice'
import type { Settings } from './schools'
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
  /** The hand whose lean is acted on: it leads and gets one set more. */
  weaker?: Side | null | undefined
}

/** Which emphases the aim of an exercise serves: practice estimate, no source. */
const SERVES: Record<Exercise['aim'], readonly Emphasis[]> = {
  max: ['max'],
  size: ['max', 'sustained'],
  sustained: ['sustained'],
  repeated: ['repeated', 'sustained'],
  reactive: ['reactive'],
  balance: ['sustained'],
  prepare: [],
  close: [],
}
/**
 * Share of a set that counts when the aim does not serve the emphasis, and for light work: practice
 * estimates, no source.
 */
const OFF_EMPHASIS = 0.5
const LIGHT = 0.3
/**
 * Value of coverage up to half the target, up to it, and up to one and a half of it: practice
 * estimates, no source.
 */
export const SLOPES = [1.2, 0.8, 0.2] as const
/**
 * Share of a thick-handle set that counts for thinner holds where the coach trains thick for all:
 * practice estimate, no source.
 */
const THICK_SHARE = 0.5
const THINNER: readonly QualityId[] = ['hang', 'carry', 'closed']

/** The hand that leads and gets a set more, where a lean of the exercise's quality is acted on. */
export const weakerOf = (e: Exercise, wants: readonly Want[]): Side | null =>
  wants.find((w) => w.weaker && w.quality === e.primary)?.weaker ?? null

/** Effective sets a week aimed at. */
export const targetOf = (w: Pick<Want, 'importance'>): number =>
  WEEKLY_SETS[Math.min(5, Math.max(0, Math.round(w.importance)))]!

/**
 * Share of one set that counts for a want, 0 to 1: its primary wholly, others by share, less when
 * the aim is another or the work is light (the extensors' own light work counts in full: there is
 * no other).
 */
export function counts(
  e: Exercise,
  want: Pick<Want, 'quality' | 'emphasis'>,
  settings: Settings = {},
): number {
  // Balance work is for the extensors; anywhere else it would only fill time.
  if (e.aim === 'balance' && want.quality !== 'finger_ext' && want.quality !== 'wrist_ext') return 0
  const own = e.primary === want.quality ? 1 : (e.secondary[want.quality] ?? 0)
  const share =
    settings['thick'] === 'a' && e.primary === 'thick' && THINNER.includes(want.quality)
      ? Math.max(own, THICK_SHARE)
      : own
  if (share === 0) return 0
  return (
    share *
    (SERVES[e.aim].includes(want.emphasis) ? 1 : OFF_EMPHASIS) *
    (e.level === 'light' && e.aim !== 'balance' ? LIGHT : 1)
  )
}

/** Sets that count: a dose of eight or more is of very short holds and counts half. */
export const effectiveSets = (b: Pick<Block, 'sets'>): number =>
  b.sets >= SHORT_SETS ? b.sets / 2 : b.sets

/** Effective sets a week of blocks gives a want. */
export const covered = (
  blocks: readonly Block[],
  want: Pick<Want, 'quality' | 'emphasis'>,
  settings: Settings = {},
): number =>
  blocks.reduce((a, b) => {
    const e = exerciseById(b.exerciseId)
    return e ? a + effectiveSets(b) * counts(e, want, settings) : a
  }, 0)

/**
 * Share of one set that counts for a quality, whatever the emphasis: its own work wholly, other
 * work by share, light work less.
 */
export const countsForQuality = (e: Exercise, quality: QualityId): number =>
  Math.max(0, ...EMPHASES.map((emphasis) => counts(e, { quality, emphasis })))

/**
 * Whether a day with this exercise is a day of the quality: its own work, and work that counts
 * (very light squeezes for blood flow do not).
 */
export const trains = (e: Exercise, quality: Exercise['primary']): boolean =>
  e.primary === quality && quality !== null && quality !== 'day' && countsForQuality(e, quality) > 0

/** Effective sets a week of a quality. About 4 keep it. */
export const setsOfQuality = (blocks: readonly Block[], quality: QualityId): number =>
  blocks.reduce((a, b) => {
    const e = exerciseById(b.exerciseId)
    return e ? a + effectiveSets(b) * countsForQuality(e, quality) : a
  }, 0)

/** Effective sets that keep a quality as wanted: its keep dose, or its aim where that is less. */
export const keepDose = (wants: readonly Want[], quality: QualityId): number =>
  Math.max(
    0,
    ...wants.filter((w) => w.quality === quality).map((w) => Math.min(KEEP_SETS, targetOf(w))),
  )

/**
 * Whether an exercise gives anything to what is wanted, or to the extensors every week asks for.
 */
export const serves = (e: Exercise, wants: readonly Want[], settings: Settings): boolean =>
  e.primary === 'finger_ext' ||
  e.primary === 'wrist_ext' ||
  wants.some((w) => targetOf(w) > 0 && counts(e, w, settings) > 0)

/** Whether sets keep what a want has: its keep dose, or its aim where that is less. */
export const keeps = (sets: number, want: Pick<Want, 'importance'>): boolean =>
  sets >= Math.min(KEEP_SETS, targetOf(want)) - 1e-9

/**
 * Worth of sets against a target, 1 at the target: most for the first half, little past it, nothing
 * from one and a half on.
 */
export function worthOf(sets: number, target: number): number {
  if (target === 0) return 0
  const x = sets / target
  return (
    SLOPES[0] * Math.min(x, 0.5) +
    SLOPES[1] * Math.min(Math.max(x - 0.5, 0), 0.5) +
    SLOPES[2] * Math.min(Math.max(x - 1, 0), 0.5)
  )
}
