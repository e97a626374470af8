import type { Mm } from '../units/quantity'

export interface CurvePoint {
  diameterMm: Mm
  value: number
}
export type OwnTau =
  | { ok: true; tauMm: Mm; lossPctPerCm: number }
  | { ok: false; reason: 'too-few-diameters' | 'not-falling' }

/**
 * Usual fall of a lift with the handle, a mm of diameter (Ratamess 2007: -28 % at 51 mm, -55 % at
 * 76 mm against 25 mm; values from memory).
 */
export const USUAL_FALL = (Math.log(1 / 0.72) / 25.4 + Math.log(1 / 0.45) / 50.8) / 2

/** Least diameters a curve is read from: own rule, no source. */
export const CURVE_LEAST = 3

/**
 * How steeply an athlete's hand loses with diameter, from the own handle curve (log-linear fit),
 * turned into the matcher's
 * e-fold distance: a hand that falls twice as fast as usual carries half as far. Kept within the
 * matcher's limits.
 */
export function ownTau(points: readonly CurvePoint[]): OwnTau {
  const good = points.filter((p) => p.value > 0 && p.diameterMm > 0)
  if (new Set(good.map((p) => p.diameterMm)).size < CURVE_LEAST)
    return { ok: false, reason: 'too-few-diameters' }
  const [mx, my] = [
    good.reduce((a, p) => a + p.diameterMm, 0) / good.length,
    good.reduce((a, p) => a + Math.log(p.value), 0) / good.length,
  ]
  const sxx = good.reduce((a, p) => a + (p.diameterMm - mx) ** 2, 0)
  const slope = good.reduce((a, p) => a + (p.diameterMm - mx) * (Math.log(p.value) - my), 0) / sxx
  if (!(slope < 0)) return { ok: false, reason: 'not-falling' }
  return {
    ok: true,
    tauMm: Math.min(TAU_LIMITS[1], Math.max(TAU_LIMITS[0], (TAU_MM * USUAL_FALL) / -slope)),
    lossPctPerCm: 100 * (1 - Math.exp(10 * slope)),
  }
}

/**
 * How fast carry-over falls with the distance between two diameters: e-fold, mm. Practice
 * estimates, no source.
 */
export const TAU_MM = 15

/**
 * Limits an athlete's own handle curve may move that to: 60 to 62 mm always costs 5 % or more, 60
 * to 76 mm over half.
 */
export const TAU_LIMITS = [8, 22] as const
