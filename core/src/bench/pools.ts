import { HAND_FATIGUE, type FatigueRates } from '../measure/fatigue'
import type { Seconds } from '../units/quantity'

/**
 * The three-compartment model of `measure/fatigue` in closed form. Up to failure the drive follows
 * the target, so that the working share goes to it with one rate and the tired share is a sum of
 * exponentials; past failure nothing is followed. Equal rates up and down (`LD` = `LR`) are
 * assumed.
 */
export interface Spent {
  active: number
  tired: number
}
export const RESTED: Spent = { active: 0, tired: 0 }

/** Both shares after so many seconds under a target, a share of max in [0, 1). */
export function after(h: Spent, target: number, seconds: Seconds, k: FatigueRates): Spent {
  const recovery = target > 0 ? k.R : k.r * k.R
  const rate = k.LD + k.F
  const level = (k.LD * target) / rate
  const gone = Math.exp(-rate * seconds)
  const kept = Math.exp(-recovery * seconds)
  const over = h.active - level
  return {
    active: level + over * gone,
    tired:
      h.tired * kept +
      ((k.F * level) / recovery) * (1 - kept) +
      (k.F * over * (gone - kept)) / (recovery - rate),
  }
}

/** A moment within a hundredth of a second is near enough. */
const NEAR_S = 0.005

/**
 * Seconds until a target can no longer be held, at most `within`; null: it is held. The tired share
 * only grows under a target that is still to be reached, so halving finds the moment.
 */
export function failsAfter(
  h: Spent,
  target: number,
  within: number,
  k: FatigueRates,
): number | null {
  const spent = (s: number): boolean => after(h, target, s, k).tired >= 1 - target
  if (spent(0)) return 0
  if (!spent(within)) return null
  let [low, high] = [0, within]
  while (high - low > NEAR_S) {
    const middle = (low + high) / 2
    if (spent(middle)) high = middle
    else low = middle
  }
  return (low + high) / 2
}

/** Longest hold that is looked at, s. */
const LONGEST_S = 20_000
/** Seconds a share of max can be held from a state; Infinity: on and on. */
export const holdFrom = (h: Spent, target: number, k: FatigueRates = HAND_FATIGUE): number =>
  failsAfter(h, target, LONGEST_S, k) ?? Infinity
