import { PACE } from '../catalogue/paced'
import { indexAt, lengthS, timeAt, type Trace } from './trace'
import type { Newton, Seconds } from '../units/quantity'
import { must } from '../units/must'

/**
 * Bouts of the all-out test, and how many of the last give critical force (Giles et al. 2021, from
 * memory).
 */
export const ALL_OUT = { bouts: 24, last: 3 } as const

/**
 * Mean force of each whole bout of 7 s on, 3 s off, N; `startS`: when the first hold began.
 * `baselineN` is taken off.
 */
export function boutMeans(trace: Trace, startS: number, baselineN = 0): number[] {
  const out: number[] = []
  for (let k = 0; k < ALL_OUT.bouts; k++) {
    const from = startS + k * (PACE.onS + PACE.offS)
    if (from + PACE.onS > trace.startS + lengthS(trace) + 1e-9) break
    const bout = trace.forceN.slice(indexAt(trace, from), indexAt(trace, from + PACE.onS))
    out.push(bout.reduce((a, b) => a + b, 0) / bout.length - baselineN)
  }
  return out
}

export type Hang =
  | { ok: true; feetOffS: number; feetOnS: number | null; seconds: Seconds; meanN: Newton }
  | { ok: false; reason: 'no-hang' }

const HANG = { leastN: 50, share: 0.5, leastS: 0.5 } as const

/**
 * A hang on a load cell: from feet off (force over half of what hangs) to feet on or hand opening.
 * Mean force between, N; `feetOnS` null while it
 * lasts. Refuses when nothing over 50 N hangs for half a second. Half the load as the edge is a
 * practice value.
 */
export function hangOf(trace: Trace): Hang {
  const sorted = Float64Array.from(trace.forceN).sort()
  const hung = must(sorted[Math.floor(0.9 * sorted.length)])
  const edge = Math.max(HANG.leastN, HANG.share * hung)
  let best: [number, number] | null = null
  for (let i = 0, from = -1; i <= trace.forceN.length; i++) {
    const on = i < trace.forceN.length && must(trace.forceN[i]) > edge
    if (on && from < 0) from = i
    if (!on && from >= 0) {
      if (!best || i - from > best[1] - best[0]) best = [from, i]
      from = -1
    }
  }
  if (!best || best[1] - best[0] < HANG.leastS * trace.rateHz)
    return { ok: false, reason: 'no-hang' }
  const inner = trace.forceN.slice(
    best[0] + Math.round(0.1 * trace.rateHz),
    Math.max(
      best[0] + 1 + Math.round(0.1 * trace.rateHz),
      best[1] - Math.round(0.1 * trace.rateHz),
    ),
  )
  return {
    ok: true,
    feetOffS: timeAt(trace, best[0]),
    feetOnS: best[1] === trace.forceN.length ? null : timeAt(trace, best[1]),
    seconds: (best[1] - best[0]) / trace.rateHz,
    meanN: inner.reduce((a, b) => a + b, 0) / inner.length,
  }
}
