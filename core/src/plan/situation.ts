import type { TissueId } from '../catalogue/tissues'
import type { Judge } from '../safety/judge'
import type { LocalDate } from '../units/dates'
import type { Kits } from '../match/kit'
import type { OwnTier, Wishes } from '../catalogue/tiers'
import type { LevelId } from '../catalogue/person'
import { PLAIN_TERMS, type Block, type WeekTerms } from './types'

/** Whose week it is, as far as it shapes what a coach would write. */
export interface Who {
  /** Sports the exercises are rated for; empty: what most sports say. */
  sports: readonly string[]
  /** Null: not known. */
  level: LevelId | null
  /** The hall's own ratings. */
  tiers: readonly OwnTier[]
  /** What the coach would rather have of it, and rather not. */
  wishes?: Wishes | undefined
  /** Blocks of the last ordinary week: what a lighter week keeps of. Null: none known. */
  last: readonly Block[] | null
  /** Exercises of the last three weeks: before an event nothing else. Null: not known. */
  practised: readonly string[] | null
  /** The hands were flat twice in a row: less than last week. */
  flat: boolean
}
export const NOBODY: Who = {
  sports: [],
  level: null,
  tiers: [],
  last: null,
  practised: null,
  flat: false,
}

/** What a week is judged by beside itself. */
export interface PlanContext {
  judge: Judge
  kit: Kits
  /** Hard days of a tissue already done before the week. */
  hardBefore: readonly { tissue: TissueId; on: LocalDate }[]
  /** Hand load of the last ordinary week; null: none on record. */
  lastLoad: number | null
  /** Absent: an ordinary week without wishes. */
  terms?: WeekTerms
  /** Absent: nobody in particular. */
  who?: Who | undefined
  /** Absent: all of the week is ahead. */
  done?: Done | undefined
}
/** What of a running week is past mending. */
export interface Done {
  /** First day, from Monday (0), that still takes something. */
  from: number
  /** Blocks of which something is done. */
  of: readonly Pick<Block, 'id' | 'day' | 'exerciseId'>[]
}

export const whoOf = (c: { who?: Who | undefined }): Who => c.who ?? NOBODY
export const termsOf = (c: PlanContext): WeekTerms => c.terms ?? PLAIN_TERMS
