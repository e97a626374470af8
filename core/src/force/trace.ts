import type { Newton, Seconds } from '../units/quantity'
import { must } from '../units/must'

/** A force record on an even grid. */
export interface Trace {
  rateHz: number
  /** Time of the first sample, s. */
  startS: number
  forceN: Float64Array
  /** Stretches without samples, s; bridged by a straight line. */
  gaps: readonly (readonly [number, number])[]
}

export type TraceProblem = 'too-short' | 'not-a-number' | 'not-ascending' | 'too-slow'
export type TraceResult =
  | { ok: true; trace: Trace }
  | { ok: false; reason: TraceProblem; at: number }

/**
 * Least sampling rate a record is read at, Hz, its longest, s, and the silence that counts as a
 * gap, in samples (practice values).
 */
export const TRACE_LIMITS = { rateHz: 10, longestS: 1800, gapSamples: 3 } as const

export const timeAt = (trace: Trace, i: number): number => trace.startS + i / trace.rateHz
export const lengthS = (trace: Trace): number => trace.forceN.length / trace.rateHz
export const indexAt = (trace: Trace, s: number): number =>
  Math.min(trace.forceN.length - 1, Math.max(0, Math.round((s - trace.startS) * trace.rateHz)))

/**
 * Samples put on an even grid at the median rate. Times in s, forces in N. Refuses under 10
 * samples, what is no number, times that do not
 * ascend (a repeated time is left out) and under 10 Hz; `at` is the sample.
 */
export function traceOf(timeS: readonly number[], forceN: readonly Newton[]): TraceResult {
  const t: number[] = []
  const f: number[] = []
  for (let i = 0; i < timeS.length; i++) {
    if (!Number.isFinite(must(timeS[i])) || !Number.isFinite(must(forceN[i])))
      return { ok: false, reason: 'not-a-number', at: i }
    const last = t.at(-1)
    if (last !== undefined && must(timeS[i]) < last)
      return { ok: false, reason: 'not-ascending', at: i }
    if (timeS[i] === last) continue
    t.push(must(timeS[i]))
    f.push(must(forceN[i]))
  }
  if (t.length < 10) return { ok: false, reason: 'too-short', at: t.length }
  const steps = t.slice(1).map((x, i) => x - must(t[i]))
  const step = must([...steps].sort((a, b) => a - b)[steps.length >> 1])
  const exact = 1 / step
  const rateHz = Math.abs(exact - Math.round(exact)) < 0.02 * exact ? Math.round(exact) : exact
  if (rateHz < TRACE_LIMITS.rateHz) return { ok: false, reason: 'too-slow', at: 0 }
  const n = Math.min(
    TRACE_LIMITS.longestS * rateHz,
    Math.round((must(t.at(-1)) - must(t[0])) * rateHz) + 1,
  )
  const grid = new Float64Array(n)
  const gaps: [number, number][] = []
  for (let i = 0, k = 0; i < n; i++) {
    const at = must(t[0]) + i / rateHz
    while (k < t.length - 2 && must(t[k + 1]) <= at) k++
    const share = Math.min(1, Math.max(0, (at - must(t[k])) / (must(t[k + 1]) - must(t[k]))))
    grid[i] = must(f[k]) + share * (must(f[k + 1]) - must(f[k]))
  }
  for (const [i, s] of steps.entries())
    if (s > TRACE_LIMITS.gapSamples / rateHz) gaps.push([must(t[i]), must(t[i + 1])])
  return { ok: true, trace: { rateHz, startS: must(t[0]), forceN: grid, gaps } }
}

/** The stretch from one time to another, s. */
export function part(trace: Trace, fromS: number, toS: number): Trace {
  const a = indexAt(trace, fromS)
  return {
    ...trace,
    startS: timeAt(trace, a),
    forceN: trace.forceN.slice(a, indexAt(trace, toS) + 1),
    gaps: trace.gaps.filter(([from, to]) => to > fromS && from < toS),
  }
}

/** Centred moving mean over `seconds`, at least one sample. */
export function smooth(forceN: Float64Array, rateHz: number, seconds: Seconds): Float64Array {
  const half = Math.max(0, Math.round((seconds * rateHz - 1) / 2))
  const sums = new Float64Array(forceN.length + 1)
  for (let i = 0; i < forceN.length; i++) sums[i + 1] = must(sums[i]) + must(forceN[i])
  return forceN.map((_, i) => {
    const a = Math.max(0, i - half)
    const b = Math.min(forceN.length, i + half + 1)
    return (must(sums[b]) - must(sums[a])) / (b - a)
  })
}
