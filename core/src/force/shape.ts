import type { Newton } from '../units/quantity'

/**
 * One squeeze as a curve with a known truth: a rise by 1 - exp(-(t/tau)^p), a straight fade, a
 * straight release. The simulated instruments
 * and the checks of the analysis are made of it; it stands for no measured hand.
 */
export interface SqueezeShape {
  /** Start, s. */
  startS: number
  /** Force the rise goes to, N. */
  forceN: Newton
  /** Time constant of the rise, s, and its power. */
  tauS: number
  power: number
  /** Time to the start of the release and length of the release, s. */
  holdS: number
  releaseS: number
  /** Share of force lost a second. */
  fade: number
  /** Share of the force lost at a slip, s after the start, within 0.1 s. */
  slip?: { atS: number; share: number }
}

const SLIP_S = 0.1

/** Force of a squeeze at a time, N. */
export function forceOf(s: SqueezeShape, atS: number): number {
  const t = atS - s.startS
  if (t <= 0 || t >= s.holdS + s.releaseS) return 0
  const held = Math.min(t, s.holdS)
  const slipped = s.slip ? s.slip.share * Math.min(1, Math.max(0, (held - s.slip.atS) / SLIP_S)) : 0
  const full =
    s.forceN * (1 - Math.exp(-((held / s.tauS) ** s.power))) * (1 - s.fade * held) * (1 - slipped)
  return full * (1 - Math.max(0, t - s.holdS) / s.releaseS)
}
