import betainc from '@stdlib/math-base-special-betainc'
import chisquareQuantile from '@stdlib/stats-base-dists-chisquare-quantile'
import fQuantile from '@stdlib/stats-base-dists-f-quantile'
import normalCdf from '@stdlib/stats-base-dists-normal-cdf'
import normalQuantile from '@stdlib/stats-base-dists-normal-quantile'
import tQuantile from '@stdlib/stats-base-dists-t-quantile'
import { must } from '../units/must'

/** Lower-tail quantiles, from a library. p in (0, 1), degrees of freedom above 0. */
export const tInv = (p: number, df: number): number =>
  df === Infinity ? normalInv(p) : tQuantile(p, df)
export const fInv = (p: number, df1: number, df2: number): number => fQuantile(p, df1, df2)
export const chiSquareInv = (p: number, df: number): number => chisquareQuantile(p, df)
export const normalInv = (p: number): number => normalQuantile(p, 0, 1)
export const normalBelow = (z: number): number => normalCdf(z, 0, 1)

/** Both tails of t beyond |t|, df above 0 or infinite. */
export const tTails = (t: number, df: number): number =>
  df === Infinity ? 2 * normalBelow(-Math.abs(t)) : betainc(df / (df + t * t), df / 2, 0.5)

/**
 * Middle of some values, the mean of the two middle ones where they are even; refuses none (NaN).
 */
export const medianOf = (values: readonly number[]): number => {
  const sorted = [...values].sort((a, b) => a - b)
  const m = sorted.length >> 1
  return sorted.length % 2 ? must(sorted[m]) : (must(sorted[m - 1]) + must(sorted[m])) / 2
}
