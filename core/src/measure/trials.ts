import type { Percent } from '../units/quantity'

export interface TrialSummary {
  n: number
  best: number
  mean: number
  /** Sample SD (n - 1); null under 2 trials. */
  sd: number | null
  /** 100 SD / mean; null under 2 trials or a mean of 0. */
  cvPct: Percent | null
  bestIndex: number
}

export type Summarised = ({ ok: true } & TrialSummary) | { ok: false; reason: 'no-trials' }

export const mean = (xs: readonly number[]): number => xs.reduce((a, b) => a + b, 0) / xs.length

export function sampleVariance(xs: readonly number[]): number {
  const m = mean(xs)
  return xs.reduce((a, x) => a + (x - m) ** 2, 0) / (xs.length - 1)
}

/**
 * Best, mean, spread of one hand's valid trials, in the unit given. CV % = 100 SD(n-1)/mean, by
 * definition.
 * Refuses an empty list; one trial has no spread.
 */
export function summariseTrials(values: readonly number[]): Summarised {
  if (values.length === 0) return { ok: false, reason: 'no-trials' }
  const best = Math.max(...values)
  const m = mean(values)
  const sd = values.length > 1 ? Math.sqrt(sampleVariance(values)) : null
  return {
    ok: true,
    n: values.length,
    best,
    mean: m,
    sd,
    cvPct: sd === null || m === 0 ? null : (100 * sd) / m,
    bestIndex: values.indexOf(best),
  }
}

export type TrialAdvice =
  | { kind: 'to-go'; trials: number }
  | { kind: 'one-more'; cvPct: Percent }
  | { kind: 'still-wide'; cvPct: Percent }
  | { kind: 'enough' }

/**
 * What the next step of one hand is: trials left, one more because the spread is wide, or enough.
 * Limits come from the protocol (dynamometer: CV over 10 %, up to 6 trials; common practice, no
 * source).
 */
export function adviseTrials(
  values: readonly number[],
  protocol: { trials: number; trialsUpTo: number; askOverCvPct: Percent | null },
): TrialAdvice {
  if (values.length < protocol.trials)
    return { kind: 'to-go', trials: protocol.trials - values.length }
  const summary = summariseTrials(values)
  const cv = summary.ok ? summary.cvPct : null
  if (protocol.askOverCvPct === null || cv === null || cv <= protocol.askOverCvPct)
    return { kind: 'enough' }
  return values.length < protocol.trialsUpTo
    ? { kind: 'one-more', cvPct: cv }
    : { kind: 'still-wide', cvPct: cv }
}
