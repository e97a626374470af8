import type { Side } from '../catalogue/person'
import type { Kg } from '../units/quantity'

/**
 * A pick-up ramp: steps from an expected best up to a miss. Limits from the protocol (common
 * practice, no source).
 */
export const RAMP = {
  stepPct: 4,
  mostStepKg: 2.5,
  below: 5,
  tries: 8,
  restBetweenS: 90,
  restHandS: 180,
} as const

export interface RampTry {
  hand: Side
  loadKg: Kg
  clean: boolean
}

/**
 * Step of a ramp, kg: 4 % of the expected best, 2.5 kg at the most, no less than the plates allow.
 */
export const rampStep = (expectedKg: Kg, smallestKg: Kg | null): number =>
  Math.max(smallestKg ?? 0, Math.min(RAMP.mostStepKg, (RAMP.stepPct / 100) * expectedKg))

export type RampNext =
  | { kind: 'try'; loadKg: Kg; left: number }
  /** `open`: every try was clean, so the best may lie higher. */
  | { kind: 'done'; bestKg: Kg | null; missedKg: Kg | null; open: boolean }

/**
 * What one hand lifts next: from the expected best minus five steps, a step up after a clean lift,
 * half a step above the last clean one
 * after the first miss, then the end; a miss before any clean lift goes down two steps. At most 8
 * tries. kg; `smallestKg`: the least
 * step the plates allow, null unknown.
 */
export function rampNext(
  tries: readonly RampTry[],
  hand: Side,
  expectedKg: Kg,
  smallestKg: Kg | null,
): RampNext {
  const own = tries.filter((t) => t.hand === hand)
  const clean = own.filter((t) => t.clean).map((t) => t.loadKg)
  const missed = own.filter((t) => !t.clean).map((t) => t.loadKg)
  const best = clean.length > 0 ? Math.max(...clean) : null
  const over = missed.filter((m) => best === null || m > best)
  const done = (open: boolean): RampNext => ({
    kind: 'done',
    bestKg: best,
    missedKg: over.length > 0 ? Math.min(...over) : null,
    open,
  })
  const left = RAMP.tries - own.length
  if (left <= 0) return done(missed.length === 0)
  const step = rampStep(expectedKg, smallestKg)
  const at = (loadKg: Kg): RampNext => ({
    kind: 'try',
    loadKg: Math.max(smallestKg ?? 0, loadKg),
    left,
  })
  if (own.length === 0) return at(expectedKg - RAMP.below * step)
  if (best === null) {
    const lower = Math.min(...missed) - 2 * step
    return lower > (smallestKg ?? 0) ? at(lower) : done(false)
  }
  if (over.length === 0) return at(best + step)
  // The half step was tried when a miss lies nearer than a whole step, or a clean lift came after a
  // miss.
  const half = best + step / 2
  const afterMiss =
    own.findIndex((t) => !t.clean && t.loadKg > best) >= 0 &&
    own.some(
      (t, i) =>
        i > 0 &&
        t.clean &&
        own
          .slice(0, i)
          .some(
            (x) => !x.clean && x.loadKg > t.loadKg && Math.abs(x.loadKg - t.loadKg) < step * 0.75,
          ),
    )
  const nearest = Math.min(...over)
  if (
    afterMiss ||
    nearest - best < step * 0.75 ||
    (smallestKg !== null && step / 2 < smallestKg - 1e-9)
  )
    return done(false)
  return at(half)
}

/**
 * Which hand is on next: hands in turn from `first`, a hand that is done passed over; null when
 * both are.
 */
export function rampHand(
  tries: readonly RampTry[],
  first: Side,
  isDone: (hand: Side) => boolean,
): Side | null {
  const other: Side = first === 'left' ? 'right' : 'left'
  const last = tries.at(-1)?.hand
  const order: Side[] = last === first ? [other, first] : [first, other]
  return order.find((h) => !isDone(h)) ?? null
}

/**
 * Seconds until a hand may lift: 90 s after any try, 180 s after its own. `agoS`: seconds since the
 * last try of either hand, and of this one.
 */
export const rampWait = (agoS: { any: number | null; own: number | null }): number =>
  Math.max(
    0,
    agoS.any === null ? 0 : RAMP.restBetweenS - agoS.any,
    agoS.own === null ? 0 : RAMP.restHandS - agoS.own,
  )
