import { LARGE_PCT, rhoToSignedPct, type AsymmetryVerdict } from './asymmetry'
import { between, heldLevel, type Held } from './level'
import type { Spread, Squares } from './spread'

/** An athlete's own lean over days: signed %, plus = right stronger, with its 95 % interval. */
export interface OwnLean extends Held {
  signedPct: number
  signedCi: readonly [number, number]
}

/** Log of right over left as a signed asymmetry, %. */
export const leanPct = (log: number): number => rhoToSignedPct(Math.exp(-log))

/**
 * The lean of an athlete, not of a day: mean of ln(right / left) over days, with the spread those
 * days show joined with what is known of the test. Null without a day.
 */
export function ownLean(logs: readonly number[], before: Spread, own?: Squares): OwnLean | null {
  const held = heldLevel(logs, before, own)
  if (!held) return null
  const [low, high] = between(held.mean, held.se, held.df)
  return { ...held, signedPct: leanPct(held.mean), signedCi: [leanPct(low), leanPct(high)] }
}

/** An athlete's own lean as a verdict: inside error while its interval holds 0. */
export function leanVerdict(lean: OwnLean): Exclude<AsymmetryVerdict, { kind: 'unknown' }> {
  const { signedPct, signedCi } = lean
  const stronger = signedPct === 0 ? 'equal' : signedPct > 0 ? 'right' : 'left'
  const asymmetryPct = Math.abs(signedPct)
  const called = signedCi[0] > 0 || signedCi[1] < 0
  return {
    kind: !called ? 'inside-error' : asymmetryPct >= LARGE_PCT ? 'large' : 'real',
    asymmetryPct,
    stronger,
    weaker: stronger === 'equal' ? null : stronger === 'right' ? 'left' : 'right',
    signedPct,
    signedCi,
  }
}
