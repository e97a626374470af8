import { PACE } from '../catalogue/paced'
import type { Seconds } from '../units/quantity'

export interface PacedAt {
  phase: 'ready' | 'hold' | 'rest'
  /** Number of the hold under way or last done, from 1; 0 in the count-in. */
  bout: number
  /** Holds kept for their whole time. */
  kept: number
  /** Seconds into the phase. */
  intoS: number
}

/**
 * Where repeated holds stand at a time since the start, s; a time before the start is the start.
 */
export function pacedAt(
  seconds: Seconds,
  pace: { readyS: number; onS: number; offS: number } = PACE,
): PacedAt {
  const t = Math.max(0, seconds)
  if (t < pace.readyS) return { phase: 'ready', bout: 0, kept: 0, intoS: t }
  const worked = t - pace.readyS
  const bout = Math.floor(worked / (pace.onS + pace.offS)) + 1
  const into = worked - (bout - 1) * (pace.onS + pace.offS)
  return into < pace.onS
    ? { phase: 'hold', bout, kept: bout - 1, intoS: into }
    : { phase: 'rest', bout, kept: bout, intoS: into - pace.onS }
}
