import { type Sex } from '../catalogue/person'
import { DYNO_POSITIONS_MM } from '../catalogue/implements'
import type { Mm } from '../units/quantity'

/**
 * Adult grip span for the strongest squeeze, cm (Ruiz-Ruiz et al 2002, from memory): women hand
 * span / 5 + 1.5, men 5.5.
 * Hand span in cm, thumb tip to little fingertip, hand stretched. Null for a span outside 10 to 30
 * cm (our own limit).
 */
export function optimalSpanCm(sex: Sex, handSpanCm: number): number | null {
  if (!(handSpanCm >= 10 && handSpanCm <= 30)) return null
  return sex === 'male' ? 5.5 : handSpanCm / 5 + 1.5
}

/** Handle position (1 to 5) of a common dynamometer nearest to a span in mm. */
export function nearestPosition(spanMm: Mm): number {
  const gaps = DYNO_POSITIONS_MM.map((p) => Math.abs(p - spanMm))
  return gaps.indexOf(Math.min(...gaps)) + 1
}

/**
 * Handle diameter for the strongest hold, mm: 19.7 % of hand length (Kong & Lowe 2005, from
 * memory).
 * Null for a hand length outside 100 to 260 mm (our own limit).
 */
export function optimalDiameterMm(handLengthMm: Mm): number | null {
  return handLengthMm >= 100 && handLengthMm <= 260 ? 0.197 * handLengthMm : null
}
