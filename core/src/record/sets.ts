import type { Hand, PainWhere } from '../catalogue/person'
import type { LocalDate } from '../units/dates'
import type { Kg, Seconds } from '../units/quantity'
/** One set as logged. Load kg, time s, or repetitions, as the exercise counts. */
export interface SetLog {
  id: string
  blockId: string | null
  exerciseId: string
  on: LocalDate
  hand: Hand
  set: number
  loadKg: Kg | null
  seconds: Seconds | null
  reps: number | null
  ended: string
  effort: number | null
  pain: number | null
  /** Which hand hurt and where, where somebody said. */
  painWhere?: PainWhere | null | undefined
  /** Done though it was stopped, or without a reason: it raises no later load. */
  alarmed?: boolean | undefined
  details?: LogDetails | undefined
  /** What is odd about when it came, in words. */
  odd?: string | undefined
}

/** How a set was done, as far as somebody said so. */
export interface LogDetails {
  style?: 'thumb-over' | 'thumb-off' | 'hook' | undefined
  straps?: boolean | undefined
  chalk?: boolean | undefined
  /** Step of the ladder it was done on, where more than dose and load rises. */
  rung?: string | undefined
  /** Why a warm-up was left out, or one of two records was taken back. */
  reason?: string | undefined
}

/** What work by week looks at of a set. */
export type DoneSet = Pick<
  SetLog,
  'blockId' | 'exerciseId' | 'on' | 'hand' | 'set' | 'seconds' | 'reps' | 'pain'
>
