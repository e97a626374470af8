import type { Trace } from './trace'
import { must } from '../units/must'

/**
 * A trace as kept: forces as whole tenths of a newton, each as the step from the one before, in
 * characters of 5 bits and a mark for more.
 */
export interface PackedTrace {
  rateHz: number
  startS: number
  gaps: (readonly [number, number])[]
  data: string
}

const STEP_N = 0.1
const DIGITS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789-_'
const VALUES = new Map([...DIGITS].map((c, i) => [c, i]))

/** Packs to a tenth of a newton: two to three characters a sample. */
export function packTrace(trace: Trace): PackedTrace {
  let last = 0
  let data = ''
  for (const f of trace.forceN) {
    const q = Math.round(f / STEP_N)
    let z = ((q - last) << 1) ^ ((q - last) >> 31)
    last = q
    do {
      data += must(DIGITS[(z & 31) | (z > 31 ? 32 : 0)])
      z >>>= 5
    } while (z > 0)
  }
  return {
    rateHz: trace.rateHz,
    startS: trace.startS,
    gaps: trace.gaps.map(([a, b]) => [a, b] as const),
    data,
  }
}

/** The trace again; null when the text is no packed trace. */
export function unpackTrace(packed: PackedTrace): Trace | null {
  const forces: number[] = []
  let [last, z, shift] = [0, 0, 0]
  for (const c of packed.data) {
    const v = VALUES.get(c)
    if (v === undefined || shift > 25) return null
    z |= (v & 31) << shift
    if (v & 32) {
      shift += 5
      continue
    }
    last += (z >>> 1) ^ -(z & 1)
    forces.push(last * STEP_N)
    z = 0
    shift = 0
  }
  return shift !== 0 || forces.length === 0
    ? null
    : {
        rateHz: packed.rateHz,
        startS: packed.startS,
        gaps: packed.gaps,
        forceN: Float64Array.from(forces),
      }
}
