import { type Side } from '../catalogue/person'
import { tInv } from './quantiles'
import { mean, sampleVariance } from './trials'
import type { Percent } from '../units/quantity'
import { must } from '../units/must'
export type Stronger = Side | 'equal'

/** Minus: left stronger. Plus: right stronger. */
export const signedAsymmetryPct = (left: number, right: number): number =>
  right >= left ? 100 * (1 - left / right) : 100 * (right / left - 1)

export interface AsymmetryIndex {
  /** (stronger - weaker) / stronger x 100, never negative. */
  asymmetryPct: Percent
  signedPct: Percent
  /** Left as a share of right, %. */
  lsiPct: Percent
  symmetryAnglePct: Percent
  stronger: Stronger
}

/**
 * Asymmetry of two numbers of one unit, both above 0 (Bishop et al 2016); symmetry angle by
 * Zifchock 2008.
 * Returns null where a hand is not above 0.
 */
export function asymmetryIndex(left: number, right: number): AsymmetryIndex | null {
  if (!(left > 0) || !(right > 0)) return null
  const signedPct = signedAsymmetryPct(left, right)
  return {
    asymmetryPct: Math.abs(signedPct),
    signedPct,
    lsiPct: (100 * left) / right,
    symmetryAnglePct: ((45 - (Math.atan2(left, right) * 180) / Math.PI) / 90) * 100,
    stronger: left === right ? 'equal' : right > left ? 'right' : 'left',
  }
}

export interface RatioInterval {
  rho: number
  pooledSd: number
  df: number
  g: number
  signedPct: Percent
  /** Null when g >= 1: the interval is unbounded. */
  rhoCi: readonly [number, number] | null
  signedCi: readonly [number, number] | null
}

/** The ends of an interval, the lower first. */
export const inOrder = (a: number, b: number): [number, number] => (a <= b ? [a, b] : [b, a])

/** rho as a signed asymmetry in %, plus = right stronger. */
export const rhoToSignedPct = (rho: number): number =>
  rho <= 1 ? 100 * (1 - rho) : 100 * (1 / rho - 1)

/**
 * Fieller interval (1954) of the ratio of means left/right: pooled SD, t with nL + nR - 2 df.
 * Any positive unit, the same for both hands. Null under 2 trials a hand; the interval alone is
 * null when g >= 1.
 */
export function ratioInterval(
  left: readonly number[],
  right: readonly number[],
  confidence = 0.95,
): RatioInterval | null {
  const nL = left.length
  const nR = right.length
  if (nL < 2 || nR < 2) return null
  const mL = mean(left)
  const mR = mean(right)
  const df = nL + nR - 2
  const s = Math.sqrt(((nL - 1) * sampleVariance(left) + (nR - 1) * sampleVariance(right)) / df)
  const t = tInv(1 - (1 - confidence) / 2, df)
  const g = (t * t * s * s) / (nR * mR * mR)
  const rho = mL / mR
  const base = { rho, pooledSd: s, df, g, signedPct: rhoToSignedPct(rho) }
  if (g >= 1) return { ...base, rhoCi: null, signedCi: null }
  const half = ((t * s) / mR) * Math.sqrt((1 - g) / nL + (rho * rho) / nR)
  const low = (rho - half) / (1 - g)
  const high = (rho + half) / (1 - g)
  const ends = inOrder(rhoToSignedPct(low), rhoToSignedPct(high))
  return { ...base, rhoCi: [low, high], signedCi: ends }
}

/** From here a real asymmetry is called large, %: common practice, no source. */
export const LARGE_PCT = 15

export type AsymmetryVerdict =
  | {
      kind: 'inside-error' | 'real' | 'large'
      asymmetryPct: Percent
      stronger: Stronger
      weaker: Side | null
      signedPct: Percent
      signedCi: readonly [number, number]
    }
  | {
      kind: 'unknown'
      reason:
        | 'too-few-trials'
        | 'interval-unbounded'
        | 'no-spread'
        | 'error-not-known'
        | 'loads-differ'
      need?: number
    }

/**
 * A signed asymmetry with its interval as a verdict: inside error while the interval holds 0, else
 * real, and large from 15 %. In %, plus = right stronger.
 */
export function called(
  signedPct: Percent,
  signedCi: readonly [number, number],
): Exclude<AsymmetryVerdict, { kind: 'unknown' }> {
  const asymmetryPct = Math.abs(signedPct)
  const real = signedCi[0] > 0 || signedCi[1] < 0
  const stronger: Stronger = signedPct === 0 ? 'equal' : signedPct > 0 ? 'right' : 'left'
  return {
    kind: !real ? 'inside-error' : asymmetryPct >= LARGE_PCT ? 'large' : 'real',
    asymmetryPct,
    stronger,
    weaker: stronger === 'equal' ? null : stronger === 'right' ? 'left' : 'right',
    signedPct,
    signedCi,
  }
}

/**
 * Verdict on two hands from their valid trials (newtons, kilograms or seconds alike): inside error
 * while the
 * 95 % interval holds 0, else real, and large from 15 %. Refuses under 2 trials a hand, an
 * unbounded interval,
 * and trials that are all alike, whose error cannot be seen.
 */
export function judgeAsymmetry(
  left: readonly number[],
  right: readonly number[],
): AsymmetryVerdict {
  const interval = ratioInterval(left, right)
  if (!interval) return { kind: 'unknown', reason: 'too-few-trials', need: 2 }
  if (interval.pooledSd === 0) return { kind: 'unknown', reason: 'no-spread' }
  // Seen from the other hand the interval is unbounded as soon as it reaches nothing: both sides
  // are refused alike.
  if (!interval.signedCi || must(interval.rhoCi)[0] <= 0)
    return { kind: 'unknown', reason: 'interval-unbounded' }
  return called(interval.signedPct, interval.signedCi)
}

/**
 * Consistent: the same hand was really stronger on the two latest judged days of one series.
 * `days` oldest first, one verdict a day. Own rule, no source.
 */
export function isConsistent(days: readonly AsymmetryVerdict[]): boolean {
  const judged = days.filter((v) => v.kind !== 'unknown').slice(-2)
  return (
    judged.length === 2 &&
    judged.every((v) => v.kind === 'real' || v.kind === 'large') &&
    must(judged[0]).stronger === must(judged[1]).stronger
  )
}

/**
 * Lean dominance leads one to expect, % (Petersen et al 1989, from memory): context beside a
 * verdict, no limit.
 */
export const EXPECTED_LEAN_PCT = { right: 12, left: 0 } as const

export type LeanContext = 'as-dominance' | 'beyond-dominance' | 'against-dominance' | 'none'

/**
 * A real verdict beside what dominance leads one to expect: as-dominance when the expected lean
 * lies inside or
 * beyond the interval on the dominant side, beyond-dominance when even the near end of the interval
 * is past it.
 */
export function leanContext(verdict: AsymmetryVerdict, dominant: Side): LeanContext {
  if (verdict.kind !== 'real' && verdict.kind !== 'large') return 'none'
  if (verdict.stronger !== dominant) return 'against-dominance'
  const nearEnd = Math.min(Math.abs(verdict.signedCi[0]), Math.abs(verdict.signedCi[1]))
  return nearEnd > EXPECTED_LEAN_PCT[dominant] ? 'beyond-dominance' : 'as-dominance'
}
