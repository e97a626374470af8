import type { Seconds } from '../units/quantity'

/**
 * Rates of the three-compartment model for the hand, a second, and its resting factor (Frey-Law et
 * al. 2012, Looft et al. 2018, from memory).
 */
export const HAND_FATIGUE = { F: 0.0098, R: 0.00064, r: 30, LD: 10, LR: 10 } as const
export type FatigueRates = { readonly [K in keyof typeof HAND_FATIGUE]: number }

/** Shares of the motor units that work, are tired, and rest; they sum to 1. */
export interface Pools {
  active: number
  tired: number
  resting: number
}
export const FRESH: Pools = { active: 0, tired: 0, resting: 1 }

const STEP_S = 0.05

function change(p: Pools, target: number, k: FatigueRates, recovery: number): Pools {
  const rest = 1 - p.active - p.tired
  const drive =
    p.active < target
      ? rest > target - p.active
        ? k.LD * (target - p.active)
        : k.LD * rest
      : k.LR * (target - p.active)
  const active = drive - k.F * p.active
  const tired = k.F * p.active - recovery * p.tired
  return { active, tired, resting: -active - tired }
}

/**
 * One stretch of time under a target, a share of max in [0, 1]; Runge-Kutta of order 4. Rests
 * recover `r` times faster.
 */
export function step(
  p: Pools,
  target: number,
  seconds: Seconds,
  k: FatigueRates = HAND_FATIGUE,
): Pools {
  const recovery = target > 0 ? k.R : k.r * k.R
  const at = (d: Pools, h: number): Pools => ({
    active: p.active + h * d.active,
    tired: p.tired + h * d.tired,
    resting: p.resting + h * d.resting,
  })
  const a = change(p, target, k, recovery)
  const b = change(at(a, seconds / 2), target, k, recovery)
  const c = change(at(b, seconds / 2), target, k, recovery)
  const d = change(at(c, seconds), target, k, recovery)
  const sum = (x: keyof Pools) => p[x] + (seconds / 6) * (a[x] + 2 * b[x] + 2 * c[x] + d[x])
  return { active: sum('active'), tired: sum('tired'), resting: sum('resting') }
}

/** Holds on end until `stop` says so or `seconds` are over; steps land on the end. */
function run(
  p: Pools,
  target: number,
  seconds: Seconds,
  k: FatigueRates,
  stop: (p: Pools) => boolean = () => false,
  each: (p: Pools, h: number) => void = () => undefined,
): { pools: Pools; ranS: number; stopped: boolean } {
  let ranS = 0
  while (ranS < seconds - 1e-9) {
    const h = Math.min(STEP_S, seconds - ranS)
    const next = step(p, target, h, k)
    each(next, h)
    ranS += h
    if (stop(next)) {
      // Straight line within the step to the point where the tired share passes.
      const over = (next.tired - (1 - target)) / Math.max(1e-12, next.tired - p.tired)
      return { pools: next, ranS: ranS - h * Math.min(1, Math.max(0, over)), stopped: true }
    }
    p = next
  }
  return { pools: p, ranS, stopped: false }
}

const failed =
  (target: number) =>
  (p: Pools): boolean =>
    p.tired >= 1 - target

/** Longest hold that is followed, s. */
const LONGEST_S = 20_000

/**
 * Seconds a share of max, over 0 and at most 1, is held from rested; Infinity when it would be held
 * on and on. A teaching curve, sensitive to its rates.
 */
export function holdSeconds(target: number, k: FatigueRates = HAND_FATIGUE): number {
  const end = run(FRESH, target, LONGEST_S, k, failed(target))
  return end.stopped ? end.ranS : Infinity
}

export interface Intermittent {
  /**
   * Time of failure with rests and without, s, and the cycle, from 1; Infinity and null when none
   * within the cycles.
   */
  failS: number
  failCycle: number | null
  workS: number
  /** Pools at the end of the work of each cycle reached. */
  ends: Pools[]
}

/** Work and rest in turn at a share of max until failure or the last cycle. */
export function intermittent(
  target: number,
  onS: number,
  offS: number,
  cycles: number,
  k: FatigueRates = HAND_FATIGUE,
): Intermittent {
  let p = FRESH
  const ends: Pools[] = []
  for (let n = 0; n < cycles; n++) {
    const work = run(p, target, onS, k, failed(target))
    if (work.stopped)
      return {
        failS: n * (onS + offS) + work.ranS,
        failCycle: n + 1,
        workS: n * onS + work.ranS,
        ends,
      }
    ends.push(work.pools)
    p = run(work.pools, 0, offS, k).pools
  }
  return { failS: Infinity, failCycle: null, workS: Infinity, ends }
}

/**
 * All-out bouts from rested: mean share of max in each, and the tired share at the end of the last.
 */
export function allOutShares(
  bouts: number,
  onS: number,
  offS: number,
  k: FatigueRates = HAND_FATIGUE,
): { means: number[]; tired: number } {
  let p = FRESH
  let tired = 0
  const means: number[] = []
  for (let n = 0; n < bouts; n++) {
    let area = 0
    let before = p.active
    p = run(p, 1, onS, k, undefined, (next, h) => {
      area += ((before + next.active) / 2) * h
      before = next.active
    }).pools
    tired = p.tired
    means.push(area / onS)
    p = run(p, 0, offS, k).pools
  }
  return { means, tired }
}
