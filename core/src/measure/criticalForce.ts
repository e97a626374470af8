import { line } from './line'
import { tInv } from './quantiles'
import { mean } from './trials'
import type { Percent } from '../units/quantity'
import { must } from '../units/must'

/**
 * Critical force CF (force unit) and work above it W' (force x s), with standard errors on n - 2
 * df.
 */
export interface CfFit {
  cf: number
  w: number
  seCf: number
  seW: number
  /** Residual SD in the fit's own scale. */ see: number
}

export type CfRefusal =
  | 'fewer_than_3_points'
  | 'fewer_than_3_distinct_forces'
  | 'times_too_alike'
  | 'forces_too_alike'
  | 'not_monotone'
  | 'CF_not_positive'
  | 'W_not_positive'
  | 'CF_not_below_lightest_load'
  | 'CF_too_imprecise'
  | 'W_too_imprecise'

export interface CfResult {
  /** Default fit: impulse F t on t. Null under 3 points or when no line can be put through. */
  impulseTime: CfFit | null
  inverseTime: CfFit | null
  nonlinear: CfFit | null
  /** 100 (max - min) / mean of the three CF; null without all three. */
  spreadPct: Percent | null
  refusals: readonly CfRefusal[]
  /** Three points: provisional. */
  provisional: boolean
}

/** Limits of a trustworthy fit: own rule, no source. */
export const CF_LIMITS = {
  points: 3,
  timesRatio: 2,
  forcesRatio: 1.1,
  seCfPct: 10,
  seWPct: 30,
  spreadWarnPct: 10,
} as const

/**
 * Minimises the squared error in t of t = W / (F - CF): W in closed form for each CF, CF by golden
 * section, then Newton steps.
 */
function nonlinear(force: readonly number[], time: readonly number[]): CfFit | null {
  const lightest = Math.min(...force)
  const range = Math.max(...force) - lightest
  const at = (cf: number) => {
    const x = force.map((f) => 1 / (f - cf))
    const w = x.reduce((s, v, i) => s + v * must(time[i]), 0) / x.reduce((s, v) => s + v * v, 0)
    return { w, sse: x.reduce((s, v, i) => s + (must(time[i]) - w * v) ** 2, 0) }
  }
  let best = { cf: NaN, sse: Infinity }
  const top = lightest - 1e-9 * Math.max(1, lightest)
  for (let i = 0; i <= 400; i++) {
    const cf = top - (range + lightest) * 3 * (i / 400) ** 2
    const { sse } = at(cf)
    if (sse < best.sse) best = { cf, sse }
  }
  if (!Number.isFinite(best.cf)) return null
  const step = (range + lightest) * 0.02
  let [low, high] = [best.cf - step, Math.min(top, best.cf + step)]
  const g = (Math.sqrt(5) - 1) / 2
  for (let i = 0; i < 300 && high - low > 1e-14 * Math.max(1, Math.abs(high)); i++) {
    const [p, q] = [high - g * (high - low), low + g * (high - low)]
    if (at(p).sse < at(q).sse) high = q
    else low = p
  }
  let cf = (low + high) / 2
  let { w } = at(cf)
  for (let i = 0; i < 50; i++) {
    const j = force.map((f) => [w / (f - cf) ** 2, 1 / (f - cf)] as const)
    const r = force.map((f, k) => must(time[k]) - w / (f - cf))
    const [a, b, c] = [
      j.reduce((s, v) => s + v[0] * v[0], 0),
      j.reduce((s, v) => s + v[0] * v[1], 0),
      j.reduce((s, v) => s + v[1] * v[1], 0),
    ]
    const [d, e] = [
      j.reduce((s, v, k) => s + v[0] * must(r[k]), 0),
      j.reduce((s, v, k) => s + v[1] * must(r[k]), 0),
    ]
    const det = a * c - b * b
    if (!(Math.abs(det) > 0)) break
    const [dc, dw] = [(c * d - b * e) / det, (a * e - b * d) / det]
    if (!(cf + dc < lightest) || at(cf + dc).sse > at(cf).sse * (1 + 1e-9) + 1e-18) break
    cf += dc
    w += dw
    if (Math.abs(dc) < 1e-13 * Math.max(1, Math.abs(cf))) break
  }
  w = at(cf).w
  const j = force.map((f) => [w / (f - cf) ** 2, 1 / (f - cf)] as const)
  const [a, b, c] = [
    j.reduce((s, v) => s + v[0] * v[0], 0),
    j.reduce((s, v) => s + v[0] * v[1], 0),
    j.reduce((s, v) => s + v[1] * v[1], 0),
  ]
  const s2 = at(cf).sse / (force.length - 2)
  const det = a * c - b * b
  return {
    cf,
    w,
    seCf: Math.sqrt((s2 * c) / det),
    seW: Math.sqrt((s2 * a) / det),
    see: Math.sqrt(s2),
  }
}

/**
 * Critical force from holds to failure (Monod & Scherrer 1965, from memory): t = W' / (F - CF),
 * three ways. Forces in one unit,
 * times s, all above 0. What stands against trusting it comes as refusals; limits are our own rule.
 */
export function criticalForce(force: readonly number[], time: readonly number[]): CfResult {
  const none = {
    impulseTime: null,
    inverseTime: null,
    nonlinear: null,
    spreadPct: null,
    provisional: false,
  }
  const usable =
    force.length === time.length &&
    force.every(
      (f, i) => f > 0 && Number.isFinite(f) && must(time[i]) > 0 && Number.isFinite(must(time[i])),
    )
  if (!usable || force.length < CF_LIMITS.points)
    return { ...none, refusals: ['fewer_than_3_points'] }
  const impulse = line(
    time,
    force.map((f, i) => f * must(time[i])),
  )
  const inverse = line(
    time.map((t) => 1 / t),
    force,
  )
  const impulseTime = impulse && {
    cf: impulse.b,
    w: impulse.a,
    seCf: impulse.seB,
    seW: impulse.seA,
    see: impulse.see,
  }
  const inverseTime = inverse && {
    cf: inverse.a,
    w: inverse.b,
    seCf: inverse.seA,
    seW: inverse.seB,
    see: inverse.see,
  }
  const distinct = new Set(force).size
  const curve = distinct < 2 ? null : nonlinear(force, time)
  const refusals: CfRefusal[] = []
  if (distinct < CF_LIMITS.points) refusals.push('fewer_than_3_distinct_forces')
  if (Math.max(...time) / Math.min(...time) < CF_LIMITS.timesRatio) refusals.push('times_too_alike')
  if (Math.max(...force) / Math.min(...force) < CF_LIMITS.forcesRatio)
    refusals.push('forces_too_alike')
  if (force.some((f, i) => force.some((other, k) => f > other && must(time[i]) >= must(time[k]))))
    refusals.push('not_monotone')
  if (impulseTime) {
    if (!(impulseTime.cf > 0)) refusals.push('CF_not_positive')
    if (!(impulseTime.w > 0)) refusals.push('W_not_positive')
    if (impulseTime.cf >= Math.min(...force)) refusals.push('CF_not_below_lightest_load')
    if (refusals.length === 0) {
      if ((100 * impulseTime.seCf) / impulseTime.cf > CF_LIMITS.seCfPct)
        refusals.push('CF_too_imprecise')
      if ((100 * impulseTime.seW) / impulseTime.w > CF_LIMITS.seWPct)
        refusals.push('W_too_imprecise')
    }
  }
  const cfs = [impulseTime, inverseTime, curve].flatMap((f) =>
    f && Number.isFinite(f.cf) ? [f.cf] : [],
  )
  return {
    impulseTime,
    inverseTime,
    nonlinear: curve,
    spreadPct: cfs.length === 3 ? (100 * (Math.max(...cfs) - Math.min(...cfs))) / mean(cfs) : null,
    refusals,
    provisional: force.length === CF_LIMITS.points,
  }
}

/** Seconds to failure at a force by a fit; Infinity at CF or below. */
export const timeAt = (fit: CfFit, force: number): number =>
  force <= fit.cf ? Infinity : fit.w / (force - fit.cf)

/**
 * Band of that time from one standard error of CF and W' each way, times t on n - 2 df; ends in s,
 * the far one may be Infinity.
 */
export function timeBand(fit: CfFit, force: number, points: number): readonly [number, number] {
  const t = tInv(0.975, Math.max(1, points - 2))
  const low = timeAt(
    { ...fit, cf: fit.cf - t * fit.seCf, w: Math.max(0, fit.w - t * fit.seW) },
    force,
  )
  const high = timeAt({ ...fit, cf: fit.cf + t * fit.seCf, w: fit.w + t * fit.seW }, force)
  return [Math.min(low, high), Math.max(low, high)]
}

/**
 * Highest mean force of work bouts that can be kept up with rests: the mean over work and rest may
 * not pass CF (a linear model that
 * takes recovery at the rate of work; teaching figure). Work and rest in s.
 */
export const keptUpWithRests = (cf: number, onS: number, offS: number): number =>
  (cf * (onS + offS)) / onS

export interface AllOut {
  cf: number
  w: number
  peakBout: number
  cfPctOfPeak: number
  /** False: the last bouts still fall, so CF is an upper bound. */
  levelled: boolean
}
export type AllOutResult =
  | ({ ok: true } & AllOut)
  | { ok: false; reason: 'too-few-bouts' | 'not-a-force'; need: number }

/**
 * Bouts the levelling is read from, the share of CF a bout and the t under which it still falls:
 * own rule, no source.
 */
const LEVEL = { bouts: 8, pct: 1, t: -1.94 } as const

/**
 * All-out test of 24 bouts, 7 s on and 3 s off (Giles et al 2021, from memory): CF = mean of the
 * last bouts, W' = sum of (F - CF) x
 * on. One force unit. Refuses under 8 bouts and forces not above 0.
 */
export function allOut(bouts: readonly number[], onS: number, last: number): AllOutResult {
  if (bouts.length < Math.max(LEVEL.bouts, last))
    return { ok: false, reason: 'too-few-bouts', need: Math.max(LEVEL.bouts, last) }
  if (!bouts.every((f) => f > 0 && Number.isFinite(f)))
    return { ok: false, reason: 'not-a-force', need: 0 }
  const cf = mean(bouts.slice(-last))
  const tail = bouts.slice(-LEVEL.bouts)
  const fit = line(
    tail.map((_, i) => i),
    tail,
  )
  const t = fit && fit.seB > 0 ? fit.b / fit.seB : fit && fit.b < 0 ? -Infinity : 0
  const peakBout = Math.max(...bouts)
  return {
    ok: true,
    cf,
    w: bouts.reduce((s, f) => s + (f - cf) * onS, 0),
    peakBout,
    cfPctOfPeak: (100 * cf) / peakBout,
    levelled: !(fit !== null && fit.b < (-LEVEL.pct / 100) * cf && t < LEVEL.t),
  }
}
