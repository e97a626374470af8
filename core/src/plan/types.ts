import { type DayFrame, EMPTY_DAY } from '../intake/week'
import type { Hand, Side } from '../catalogue/person'
import type { LocalDate } from '../units/dates'
import type { Settings } from './schools'
import type { Minutes } from '../units/quantity'

/** One exercise on one day; the id is its lineage and stays through edits and versions. */
export interface Block {
  id: string
  /** 0 Monday to 6 Sunday. */
  day: number
  exerciseId: string
  sets: number
  /** Amount a set, in the exercise's own unit. */
  dose: number
  hands: readonly Hand[]
  /** A hand that gets one set more, because its lean is acted on. */
  extra?: Side | null | undefined
  /** Why it is there, in words. */
  reason: string
  /** The day's main exercise: it stands before all but quick work for fresh hands. */
  lead?: boolean | undefined
  /** The coach wants it just so: planning anew leaves it. */
  pinned?: boolean | undefined
  /**
   * The amount is the coach's own: the ladder leaves it. False: the ladder sets it. Absent: by its
   * value.
   */
  fixed?: boolean | undefined
}

export interface WeekPlan {
  /** Monday. */
  weekStart: LocalDate
  frame: readonly DayFrame[]
  blocks: readonly Block[]
  /** Day of the week's tests; absent or null: none. */
  testDay?: number | null | undefined
}

/** A block the coach wants on a day; sets null: as the plan finds best. */
export interface Pin {
  exerciseId: string
  day: number
  sets: number | null
}
/** What the coach will not have, on a day or at all (day null). */
export interface Ban {
  exerciseId: string
  day: number | null
}

/** What this week is within its block, and the coach's own terms. */
export interface WeekTerms {
  settings: Settings
  kind: 'ordinary' | 'deload' | 'travel' | 'return'
  /** Closing force by holds or by repetitions this week; null: either. */
  crush: 'hold' | 'rep' | null
  /** Days of competitions and other dates to be fresh for, in this week and after. */
  events: readonly LocalDate[]
  /** Minutes of tests asked for in the week; null: none. */
  tests: { minutes: Minutes } | null
  /** The Sunday before was a hand-rest day. */
  restedBefore: boolean
  pins: readonly Pin[]
  bans: readonly Ban[]
  /** Exercises to choose from; null: the whole library. */
  library: readonly string[] | null
}

export type WeekKind = 'ordinary' | 'deload' | 'taper' | 'travel' | 'return'

/** What a coach sets for a week beside its days, kept with its versions. */
export interface CoachTerms {
  settings: Settings
  bans: readonly Ban[]
  /**
   * What the week is in its block; absent: an ordinary one. Later weeks grow from ordinary weeks
   * only.
   */
  kind?: WeekKind | undefined
  /** Minutes of tests in the week, and the day they stand on (null: not placed yet). */
  tests?: { minutes: Minutes; day: number | null } | null | undefined
  /** Exercises taken out by hand while it was written. */
  removed?: readonly string[] | undefined
  /** What the week was made from: a block, a template. */
  origin?: string | undefined
  /** The coach's word on the week. */
  note?: string | undefined
}
export const NO_TERMS: CoachTerms = { settings: {}, bans: [] }

export const PLAIN_TERMS: WeekTerms = {
  settings: {},
  kind: 'ordinary',
  crush: null,
  events: [],
  tests: null,
  restedBefore: false,
  pins: [],
  bans: [],
  library: null,
}
/** Three sessions of 40 minutes: where a coach starts when nothing is entered. */
export const DEFAULT_FRAME: readonly DayFrame[] = [0, 1, 2, 3, 4, 5, 6].map((d) => ({
  ...EMPTY_DAY,
  minutes: [0, 2, 4].includes(d) ? 40 : d === 5 ? 15 : 0,
}))
