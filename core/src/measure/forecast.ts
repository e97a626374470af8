import { tInv } from './quantiles'
import { TREND_LEAST } from './trend'
import { mean, sampleVariance } from './trials'
import { must } from '../units/must'

/** Time constant of the smoothed line, days. */
export const EWMA_TAU_DAYS = 14

/**
 * Exponentially weighted mean over uneven days, weight 1 - exp(-dt / tau); starts at the first
 * value.
 */
export function ewma(
  days: readonly number[],
  values: readonly number[],
  tauDays = EWMA_TAU_DAYS,
): number[] {
  const out: number[] = []
  values.forEach((v, i) => {
    const before = out[i - 1]
    out.push(
      before === undefined
        ? v
        : before + (1 - Math.exp(-(must(days[i]) - must(days[i - 1])) / tauDays)) * (v - before),
    )
  })
  return out
}

export interface GoalFit {
  slope: number
  g: number
  /** Day the line reaches the goal; null when g >= 1. */
  point: number | null
  /** Inverse prediction interval of one test, days; null when g >= 1. */
  interval: readonly [number, number] | null
}

/**
 * Least squares and the inverse prediction interval of a goal (Draper & Smith); null under 3 points
 * or without two days.
 */
export function goalFit(
  days: readonly number[],
  values: readonly number[],
  goal: number,
  confidence = 0.95,
): GoalFit | null {
  const n = days.length
  if (n < 3) return null
  const [mx, my] = [mean(days), mean(values)]
  const sxx = days.reduce((s, d) => s + (d - mx) ** 2, 0)
  if (!(sxx > 0)) return null
  const slope = days.reduce((s, d, i) => s + (d - mx) * (must(values[i]) - my), 0) / sxx
  const s2 =
    days.reduce((s, d, i) => s + (must(values[i]) - my - slope * (d - mx)) ** 2, 0) / (n - 2)
  const t = tInv(1 - (1 - confidence) / 2, n - 2)
  const g = slope === 0 ? Infinity : (t * t * s2) / (slope * slope * sxx)
  if (!(g < 1)) return { slope, g, point: null, interval: null }
  const d = (goal - my) / slope
  const half =
    ((t * Math.sqrt(s2)) / (Math.abs(slope) * (1 - g))) *
    Math.sqrt((d * d) / sxx + (1 - g) * (1 + 1 / n))
  const middle = mx + d / (1 - g)
  return { slope, g, point: mx + d, interval: [middle - half, middle + half] }
}

export type GoalDate =
  | { ok: true; day: number; interval: readonly [number, number] }
  | {
      ok: false
      reason: 'too-few-tests' | 'slope-not-clear' | 'wrong-way' | 'reached' | 'too-far-ahead'
    }

/**
 * When a series may reach a goal, in days on its own scale. Refuses under 6 tests, a slope that is
 * not clear (g >= 1), one that goes
 * the other way, and dates further past the last test than the span observed. `goal` in the series'
 * unit; higher is better.
 */
export function goalDate(
  days: readonly number[],
  values: readonly number[],
  goal: number,
): GoalDate {
  if (days.length < TREND_LEAST.tests) return { ok: false, reason: 'too-few-tests' }
  if (Math.max(...values) >= goal) return { ok: false, reason: 'reached' }
  const fit = goalFit(days, values, goal)
  if (!fit?.interval || fit.point === null) return { ok: false, reason: 'slope-not-clear' }
  const [first, last] = [Math.min(...days), Math.max(...days)]
  if (fit.slope <= 0) return { ok: false, reason: 'wrong-way' }
  if (fit.point > last + (last - first)) return { ok: false, reason: 'too-far-ahead' }
  return { ok: true, day: fit.point, interval: fit.interval }
}

/**
 * Days of squeezes a baseline rests on, and the floor of its spread, share of the mean (2 to 3 %
 * usual). Own rule, no source.
 */
export const READINESS = { least: 5, most: 28, floorCv: 0.02 } as const

export interface Readiness {
  mean: number
  sdUsed: number
  z: number
  zPred: number
  limit95: number
  limit975: number
  limit995: number
  word: 'normal' | 'low' | 'very-low'
}
export type ReadinessResult =
  | ({ ok: true } & Readiness)
  | { ok: false; reason: 'too-few-days'; need: number }

/**
 * Today's quick squeeze of one hand against its own rolling baseline (today left out): low under
 * the one-sided 97.5 % t prediction
 * limit, because two hands are looked at, very low under 99.5 %. SD is never less than `floorCv` x
 * mean. Refuses under 5 days.
 */
export function readiness(
  baseline: readonly number[],
  today: number,
  floorCv: number = READINESS.floorCv,
): ReadinessResult {
  const n = baseline.length
  if (n < READINESS.least) return { ok: false, reason: 'too-few-days', need: READINESS.least }
  const m = mean(baseline)
  const sdUsed = Math.max(Math.sqrt(sampleVariance(baseline)), floorCv * m)
  const wide = sdUsed * Math.sqrt(1 + 1 / n)
  const limit = (p: number) => m - tInv(p, n - 1) * wide
  const [limit95, limit975, limit995] = [limit(0.95), limit(0.975), limit(0.995)]
  return {
    ok: true,
    mean: m,
    sdUsed,
    z: (today - m) / sdUsed,
    zPred: (today - m) / wide,
    limit95,
    limit975,
    limit995,
    word: today < limit995 ? 'very-low' : today < limit975 ? 'low' : 'normal',
  }
}
