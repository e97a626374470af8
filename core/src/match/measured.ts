import type { Kg, Mm } from '../units/quantity'

/** What makes two measurements of one unit the same implement for comparing results. */
export interface Measured {
  sizeMm: Mm | null
  depthMm: Mm | null
  handleMm: Mm | null
  ratingKg: Kg | null
  ratedOn: string | null
}

/** A change of size over this starts a new series, mm. */
export const SAME_SIZE_MM = 0.5

const near = (a: number | null, b: number | null): boolean =>
  a === null || b === null ? a === b : Math.abs(a - b) <= SAME_SIZE_MM + 1e-9

/**
 * True when results before and after may stay in one series: no size changed by more than 0.5 mm
 * since the series began (a slow
 * drift counts from its start) and the spring's rating is the same one. A size measured for the
 * first time starts a new series.
 */
export const sameSeries = (head: Measured, now: Measured): boolean =>
  near(head.sizeMm, now.sizeMm) &&
  near(head.depthMm, now.depthMm) &&
  near(head.handleMm, now.handleMm) &&
  head.ratingKg === now.ratingKg &&
  head.ratedOn === now.ratedOn
