import type { QualityId } from '../catalogue/qualities'
import { normalBelow } from '../measure/quantiles'

/**
 * What is believed of a shortfall: share of the reference, positive is short, as a normal
 * distribution.
 */
export interface Belief {
  mean: number
  sd: number
}

/**
 * Before anything is known of a row: a little short, give or take much. Practice estimate, no
 * source.
 */
export const BEFORE: Belief = { mean: 0.05, sd: 0.15 }
/**
 * How far rows of one quality go together; neighbours by what they carry over. Practice, no
 * source.
 */
export const SAME_QUALITY = 0.7

/**
 * What a gain in a row is worth in the others of its quality: a quality that a sport asks for
 * in two ways is not worth less than one asked for in one.
 */
export const sameQuality = <R extends { quality: { id: QualityId } }>(
  row: R,
  rows: readonly R[],
  worth: (r: R) => number,
): number =>
  rows.reduce(
    (a, r) => a + (r !== row && r.quality.id === row.quality.id ? SAME_QUALITY * worth(r) : 0),
    0,
  )

/** What was believed joined with a measured shortfall and its standard error (both normal). */
export function learnt(before: Belief, seen: { mean: number; se: number }): Belief {
  const weight = before.sd ** 2 / (before.sd ** 2 + seen.se ** 2)
  return {
    mean: before.mean + weight * (seen.mean - before.mean),
    sd: before.sd * Math.sqrt(1 - weight),
  }
}

/** What a neighbour's belief says of a row that goes with it by correlation `r`, 0 to 1. */
export const besides = (neighbour: Belief, r: number): Belief => ({
  mean: BEFORE.mean + r * (neighbour.mean - BEFORE.mean),
  sd: Math.sqrt(BEFORE.sd ** 2 * (1 - r * r) + r * r * neighbour.sd ** 2),
})

const density = (z: number): number => Math.exp((-z * z) / 2) / Math.sqrt(2 * Math.PI)

/** Expected shortfall: what lies above the reference counts as none. */
export function expectedShort({ mean, sd }: Belief): number {
  if (sd <= 0) return Math.max(0, mean)
  const z = mean / sd
  return mean * normalBelow(z) + sd * density(z)
}
