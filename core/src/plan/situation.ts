import type { TissueId } from '../catalogue/tissues'
import type { Judge } from '../safety/judge'
import type { LocalDate } from '../units/dates'
import type { Kits } from './kit'
import { PLAIN_TERMS, type WeekTerms } from './types'

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
}

export const termsOf = (c: PlanContext): WeekTerms => c.terms ?? PLAIN_TERMS
