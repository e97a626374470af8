import { called, inOrder, rhoToSignedPct, type AsymmetryVerdict } from './asymmetry'
import { tInv } from './quantiles'
import { OWN_DIFFERENCES_LEAST } from './trend'

/** A typical error with the degrees of freedom it rests on, and whose repeats they are. */
export interface TypicalError {
  value: number
  df: number
  of: 'own' | 'own and squad' | 'squad'
}

const halfSquares = (differences: readonly number[]): number => {
  const m = differences.reduce((a, b) => a + b, 0) / differences.length
  return differences.reduce((a, d) => a + (d - m) ** 2, 0) / 2
}

/**
 * Typical error from differences between repeats, SD of differences / sqrt2 (Hopkins 2000), in
 * their unit. Fewer than 5 own differences are
 * pooled with the squad's by degrees of freedom. Null when there are under 2 differences in all.
 */
export function pooledError(
  own: readonly number[],
  squad: readonly (readonly number[])[],
): TypicalError | null {
  if (own.length >= OWN_DIFFERENCES_LEAST)
    return { value: Math.sqrt(halfSquares(own) / (own.length - 1)), df: own.length - 1, of: 'own' }
  const groups = [own, ...squad].filter((d) => d.length >= 2)
  const df = groups.reduce((a, d) => a + d.length - 1, 0)
  if (df === 0) return null
  const value = Math.sqrt(groups.reduce((a, d) => a + halfSquares(d), 0) / df)
  return {
    value,
    df,
    of: groups[0] === own ? (groups.length > 1 ? 'own and squad' : 'own') : 'squad',
  }
}

export interface Change {
  by: number
  detectable: number
  word: 'changed' | 'not beyond error'
  error: TypicalError
}
export type ChangeResult =
  | ({ ok: true } & Change)
  | { ok: false; reason: 'one-test' | 'error-not-known' }

/**
 * Change between two tests of one series against typical error x sqrt2 x t, t by the degrees of
 * freedom of the error's estimate
 * (Hopkins 2000). Refuses a single test and an unknown error; says changed only beyond error.
 */
export function changeBetween(
  before: number | null,
  after: number,
  error: TypicalError | null,
): ChangeResult {
  if (before === null) return { ok: false, reason: 'one-test' }
  if (!error || !(error.value > 0)) return { ok: false, reason: 'error-not-known' }
  const detectable = error.value * Math.SQRT2 * tInv(0.975, error.df)
  return {
    ok: true,
    by: after - before,
    detectable,
    word: Math.abs(after - before) > detectable ? 'changed' : 'not beyond error',
    error,
  }
}

/**
 * Verdict on two hands from one result a hand (pick-up ramp, spring bracket, hang per hand, carry):
 * the protocol's typical error joined
 * with half a load step, by Fieller on the ratio with known error, t by the error's df. Unknown
 * without any error: "seen once".
 */
export function judgeSingle(
  left: number,
  right: number,
  error: TypicalError | null,
  halfStep: number,
): AsymmetryVerdict {
  if (!(left > 0) || !(right > 0)) return { kind: 'unknown', reason: 'too-few-trials', need: 1 }
  if (!error) return { kind: 'unknown', reason: 'error-not-known' }
  const variance = error.value ** 2 + halfStep ** 2 / 3
  if (!(variance > 0)) return { kind: 'unknown', reason: 'error-not-known' }
  const ends = (a: number, b: number): readonly [number, number] | null => {
    const rho = a / b
    const t = tInv(0.975, error.df)
    const g = (t * t * variance) / (b * b)
    if (g >= 1) return null
    const half = ((t * Math.sqrt(variance)) / b) * Math.sqrt(1 - g + rho * rho)
    return [(rho - half) / (1 - g), (rho + half) / (1 - g)]
  }
  const rho = ends(left, right)
  // Refused alike from both sides, as for many trials.
  if (!rho || rho[0] <= 0) return { kind: 'unknown', reason: 'interval-unbounded' }
  const signedPct = rhoToSignedPct(left / right)
  const signedCi = inOrder(rhoToSignedPct(rho[0]), rhoToSignedPct(rho[1]))
  return called(signedPct, signedCi)
}

export interface Ratio {
  value: number
  ci: readonly [number, number] | null
}
export type RatioResult =
  | ({ ok: true } & Ratio)
  | { ok: false; reason: 'not-tested' | 'not-positive' }

/**
 * Ratio of two results of one hand (extension to flexion and the like) with the error carried
 * through by logs: SE of ln ratio =
 * sqrt(cvA2 + cvB2). Values in one unit above 0; half-widths at 95 % in that unit, null where
 * unknown (then no interval).
 */
export function balanceRatio(
  a: { value: number; half: number | null } | null,
  b: { value: number; half: number | null } | null,
): RatioResult {
  if (!a || !b) return { ok: false, reason: 'not-tested' }
  if (!(a.value > 0) || !(b.value > 0)) return { ok: false, reason: 'not-positive' }
  const value = a.value / b.value
  if (a.half === null || b.half === null) return { ok: true, value, ci: null }
  const spread = Math.sqrt((a.half / a.value) ** 2 + (b.half / b.value) ** 2)
  return { ok: true, value, ci: [value * Math.exp(-spread), value * Math.exp(spread)] }
}
