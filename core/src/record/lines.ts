import type { Hand, PainWhere } from '../catalogue/person'
import { doneAt, oddArrival } from '../testing/clock'
import type { LocalDate } from '../units/dates'
import type { Kg, Seconds } from '../units/quantity'
import type { LogDetails, SetLog } from './sets'

interface Extras {
  painWhere: PainWhere | null
  details: LogDetails
  alarmed: boolean
  deviceMs: number | null
  recordedMs: number
  clockMs: number | null
}

/**
 * A set as a list: many of them travel in half the room, and nobody reads them on the way.
 * Load kg, time s.
 */
export type LogLine = [
  id: string,
  blockId: string | null,
  exerciseId: string,
  on: LocalDate,
  hand: Hand,
  set: number,
  loadKg: Kg | null,
  seconds: Seconds | null,
  reps: number | null,
  ended: string,
  effort: number | null,
  pain: number | null,
  /** What few sets have. */ extras: Extras | null,
]

/** The set a line tells of. */
export function logOf(line: LogLine): SetLog {
  const [id, blockId, exerciseId, on, hand, set, loadKg, seconds, reps, ended, effort, pain, x] =
    line
  return {
    id,
    blockId,
    exerciseId,
    on,
    hand,
    set,
    loadKg,
    seconds,
    reps,
    ended,
    effort,
    pain,
    ...(x && {
      ...oddOf(x),
      ...(Object.keys(x.details).length > 0 && { details: x.details }),
      ...(x.painWhere && { painWhere: x.painWhere }),
      ...(x.alarmed && { alarmed: true }),
    }),
  }
}

function oddOf({ deviceMs, recordedMs, clockMs }: Extras): { odd?: string } {
  if (deviceMs === null) return {}
  const odd = oddArrival(doneAt(deviceMs, clockMs, recordedMs), recordedMs, clockMs)
  return odd === null ? {} : { odd }
}
