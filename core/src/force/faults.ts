import { forceOf, type SqueezeShape } from './shape'
import { traceOf, type Trace } from './trace'
import type { Newton } from '../units/quantity'

/** What a drawn record can have wrong with it. */
export const DRAWN = ['clean', 'two-squeezes', 'slip', 'pre-touch', 'drift', 'no-squeeze'] as const
export type Drawn = (typeof DRAWN)[number]

/** Draws numbers: `next` in [0, 1), `normal` by mean and SD. */
export interface Draws {
  next(): number
  normal(mean: number, sd: number): number
}

const HZ = 100

/**
 * A record of 10 s at 100 Hz with a known truth, for the checks of the analysis: squeezes of 80 to
 * 650 N, noise of 0.5 to 3 N SD, a rest within 6 N
 * and a drift within 0.15 N/s unless drift is what is wrong (2 to 4 N/s).
 */
export function drawTrace(
  draws: Draws,
  what: Drawn,
): { trace: Trace; shapes: SqueezeShape[]; noiseN: Newton } {
  const between = (a: number, b: number) => a + (b - a) * draws.next()
  const noiseN = between(0.5, 3)
  const offsetN = between(-6, 6)
  const drift =
    what === 'drift' ? (draws.next() < 0.5 ? -1 : 1) * between(2, 4) : between(-0.15, 0.15)
  const first: SqueezeShape = {
    startS: between(1.4, 2.4),
    forceN: between(80, 650),
    tauS: between(0.08, 0.3),
    power: between(1.2, 1.7),
    holdS: between(3.5, 5.5),
    releaseS: between(0.15, 0.5),
    fade: between(0.005, 0.04),
  }
  const shapes = what === 'no-squeeze' ? [] : [first]
  if (what === 'slip') first.slip = { atS: between(1, first.holdS - 1), share: between(0.2, 0.6) }
  if (what === 'two-squeezes') {
    first.holdS = between(1, 2.5)
    shapes.push({
      ...first,
      startS: first.startS + first.holdS + first.releaseS + between(0.6, 1.6),
      forceN: first.forceN * between(0.3, 1),
      holdS: between(0.8, 1.8),
    })
  }
  const touch =
    what === 'pre-touch'
      ? {
          from: first.startS - between(0.3, 1.2),
          to: first.startS + 0.05,
          n: Math.min(0.14 * first.forceN, Math.max(10, first.forceN * between(0.03, 0.11))),
        }
      : null
  const times = Array.from({ length: 10 * HZ }, (_, i) => i / HZ)
  const made = traceOf(
    times,
    times.map((t) => {
      const resting = touch && t >= touch.from && t < touch.to ? touch.n : 0
      return (
        offsetN +
        drift * t +
        Math.max(
          resting,
          shapes.reduce((f, s) => f + forceOf(s, t), 0),
        ) +
        draws.normal(0, noiseN)
      )
    }),
  )
  if (!made.ok) throw new Error('A drawn record is not even.')
  return { trace: made.trace, shapes, noiseN }
}
