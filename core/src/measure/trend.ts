import { normalInv, tInv } from './quantiles'
import { must } from '../units/must'

export interface TheilSen {
  slope: number
  ci: readonly [number, number]
  nSlopes: number
}

/** Half to even, as the reference of the check cases rounds. */
const roundHalfEven = (x: number): number => {
  const floor = Math.floor(x)
  const diff = x - floor
  if (diff !== 0.5) return Math.round(x)
  return floor % 2 === 0 ? floor : floor + 1
}

const median = (sorted: readonly number[]): number => {
  const m = sorted.length >> 1
  return sorted.length % 2 ? must(sorted[m]) : (must(sorted[m - 1]) + must(sorted[m])) / 2
}

const tieTerm = (xs: readonly number[]): number => {
  const counts = new Map<number, number>()
  for (const x of xs) counts.set(x, (counts.get(x) ?? 0) + 1)
  return [...counts.values()].reduce((a, t) => a + t * (t - 1) * (2 * t + 5), 0)
}

/**
 * Theil-Sen slope (median of pairwise slopes) with Sen's rank interval, sigma corrected for ties
 * (Sen 1968).
 * Days and one unit; pairs of one day are left out. Null without a pair of two days.
 */
export function theilSen(
  days: readonly number[],
  values: readonly number[],
  confidence = 0.95,
): TheilSen | null {
  const slopes: number[] = []
  for (let i = 0; i < days.length; i++)
    for (let j = i + 1; j < days.length; j++)
      if (days[i] !== days[j])
        slopes.push((must(values[j]) - must(values[i])) / (must(days[j]) - must(days[i])))
  if (slopes.length === 0) return null
  slopes.sort((a, b) => a - b)
  const n = days.length
  const sigma = Math.sqrt((n * (n - 1) * (2 * n + 5) - tieTerm(values) - tieTerm(days)) / 18)
  const c = normalInv(1 - (1 - confidence) / 2) * sigma
  const top = slopes.length - 1
  const clip = (k: number) => Math.min(Math.max(k, 0), top)
  return {
    slope: median(slopes),
    ci: [
      must(slopes[clip(roundHalfEven((slopes.length - c) / 2) - 1)]),
      must(slopes[clip(roundHalfEven((slopes.length + c) / 2))]),
    ],
    nSlopes: slopes.length,
  }
}

export type TrendVerdict =
  | { kind: 'too-few'; needTests: number; needDays: number }
  | {
      kind: 'improving' | 'declining' | 'plateau' | 'unclear'
      slope: number
      changeCi90: readonly [number, number]
      spanDays: number
    }

/** Least tests and days for a trend: our own rule, no source. */
export const TREND_LEAST = { tests: 6, days: 21 } as const

/**
 * Direction of a series: the 90 % Theil-Sen interval of the change over its span, against a margin
 * in the
 * series' own unit (the larger of the smallest worthwhile change and 2.77 typical errors). Too few
 * under
 * 6 tests or 21 days.
 */
export function judgeTrend(
  days: readonly number[],
  values: readonly number[],
  margin: number,
  confidence = 0.9,
): TrendVerdict {
  const spanDays = Math.max(...days) - Math.min(...days)
  const fit =
    days.length < TREND_LEAST.tests || spanDays < TREND_LEAST.days
      ? null
      : theilSen(days, values, confidence)
  if (!fit) return { kind: 'too-few', needTests: TREND_LEAST.tests, needDays: TREND_LEAST.days }
  const changeCi90 = [fit.ci[0] * spanDays, fit.ci[1] * spanDays] as const
  const [low, high] = changeCi90
  const kind =
    low > 0
      ? 'improving'
      : high < 0
        ? 'declining'
        : low > -margin && high < margin
          ? 'plateau'
          : 'unclear'
  return { kind, slope: fit.slope, changeCi90, spanDays }
}

/**
 * Typical error from the athlete's own repeats is used from this many differences on: our own rule.
 */
export const OWN_DIFFERENCES_LEAST = 5

/**
 * Smallest change between two tests that is beyond error: typical error x sqrt2 x t, t by the
 * degrees of freedom of
 * the error's own estimate (Hopkins 2000), in the error's unit.
 */
export const detectableChange = (typicalError: number, df: number): number =>
  typicalError * Math.SQRT2 * tInv(0.975, df)
