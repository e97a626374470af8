import { fInv } from './quantiles'
import { mean, sampleVariance } from './trials'
import type { Percent } from '../units/quantity'
import { must } from '../units/must'

export interface Anova {
  MSB: number
  MSJ: number
  MSE: number
  MSW: number
}

export interface Reliability {
  anova: Anova
  icc11: number
  icc21: number
  icc31: number
  icc1k: number
  icc2k: number
  icc3k: number
  icc31Ci95: readonly [number, number]
  icc3kCi95: readonly [number, number]
  /** SD of all values. */
  sdAll: number
  /** sqrt(MSE). */
  semRmse: number
  /** 1.96 sqrt2 SEM. */
  mdc95: number
  /** 0.2 x SD of the people's means. */
  swc02: number
  /** Root mean square of the people's CVs. */
  rmsCvPct: Percent
  /**
   * SD of differences / sqrt2 for two sessions; sqrt(MSE) for more, which is the same number at
   * two.
   */
  typicalError: number
}

export type ReliabilityResult =
  | ({ ok: true } & Reliability)
  | {
      ok: false
      reason: 'too-few-people' | 'too-few-sessions' | 'ragged' | 'no-spread'
      need: number
    }

/** Least people and sessions for an ICC: our own rule, no source. */
export const ICC_LEAST = { people: 5, sessions: 2 } as const

const sum = (xs: readonly number[]): number => xs.reduce((a, b) => a + b, 0)

/** Two-way ANOVA of rows people, columns sessions. Any size from 2 x 2. */
export function twoWayAnova(rows: readonly (readonly number[])[]): Anova {
  const n = rows.length
  const k = must(rows[0]).length
  const all = rows.flat()
  const grand = mean(all)
  const ssRows = k * sum(rows.map((r) => (mean(r) - grand) ** 2))
  const ssCols =
    n * sum(must(rows[0]).map((_, j) => (mean(rows.map((r) => must(r[j]))) - grand) ** 2))
  const ssTotal = sum(all.map((x) => (x - grand) ** 2))
  const ssError = ssTotal - ssRows - ssCols
  return {
    MSB: ssRows / (n - 1),
    MSJ: ssCols / (k - 1),
    MSE: ssError / ((n - 1) * (k - 1)),
    MSW: (ssCols + ssError) / (n * (k - 1)),
  }
}

/**
 * ICCs (Shrout & Fleiss 1979), SEM = sqrt(MSE) and MDC95 (Weir 2005), typical error (Hopkins 2000).
 * Rows people, columns sessions, one unit. Refuses under 5 people or 2 sessions, missing cells, and
 * no spread at all.
 */
export function reliability(rows: readonly (readonly number[])[]): ReliabilityResult {
  if (rows.length < ICC_LEAST.people)
    return { ok: false, reason: 'too-few-people', need: ICC_LEAST.people }
  const n = rows.length
  const k = must(rows[0]).length
  if (k < ICC_LEAST.sessions)
    return { ok: false, reason: 'too-few-sessions', need: ICC_LEAST.sessions }
  if (rows.some((r) => r.length !== k)) return { ok: false, reason: 'ragged', need: k }
  const anova = twoWayAnova(rows)
  const { MSB, MSJ, MSE, MSW } = anova
  if (!(MSB > 0) || !(MSE > 0)) return { ok: false, reason: 'no-spread', need: 0 }
  const df2 = (n - 1) * (k - 1)
  const f = MSB / MSE
  const low = f / fInv(0.975, n - 1, df2)
  const high = f * fInv(0.975, df2, n - 1)
  return {
    ok: true,
    anova,
    icc11: (MSB - MSW) / (MSB + (k - 1) * MSW),
    icc21: (MSB - MSE) / (MSB + (k - 1) * MSE + (k * (MSJ - MSE)) / n),
    icc31: (MSB - MSE) / (MSB + (k - 1) * MSE),
    icc1k: (MSB - MSW) / MSB,
    icc2k: (MSB - MSE) / (MSB + (MSJ - MSE) / n),
    icc3k: (MSB - MSE) / MSB,
    icc31Ci95: [(low - 1) / (low + k - 1), (high - 1) / (high + k - 1)],
    icc3kCi95: [1 - 1 / low, 1 - 1 / high],
    sdAll: Math.sqrt(sampleVariance(rows.flat())),
    semRmse: Math.sqrt(MSE),
    mdc95: 1.96 * Math.SQRT2 * Math.sqrt(MSE),
    swc02: 0.2 * Math.sqrt(sampleVariance(rows.map(mean))),
    rmsCvPct: Math.sqrt(mean(rows.map((r) => (100 ** 2 * sampleVariance(r)) / mean(r) ** 2))),
    typicalError:
      k === 2
        ? Math.sqrt(sampleVariance(rows.map((r) => must(r[1]) - must(r[0]))) / 2)
        : Math.sqrt(MSE),
  }
}
