import { handLoad } from '../plan/time'
import type { Block, WeekKind } from '../plan/types'
import type { DoneSet } from '../record/sets'
import { addDays, weekStartOf, type LocalDate } from '../units/dates'
import { weeksOf } from './weeks'

/** Weeks of the strip before the week of today, and after it: own choice. */
export const YEAR = { back: 43, ahead: 8 } as const

/** One week of the year: hand load planned and done, and the worst pain logged. */
export interface YearWeek {
  week: LocalDate
  /** Hand load of the newest plan; null: nothing planned. */
  planned: number | null
  /** Hand load done; null: nothing logged. */
  done: number | null
  kind: WeekKind
  /** 0 to 10; null: none logged. */
  worstPain: number | null
}

/** The days of the strip, for reading what is in them. */
export const yearOf = (today: LocalDate): { from: LocalDate; to: LocalDate } => ({
  from: addDays(weekStartOf(today), -7 * YEAR.back),
  to: addDays(weekStartOf(today), 7 * YEAR.ahead + 6),
})

/**
 * Fifty-two weeks round today, oldest first. `versions`: the newest plan of each week. Load is sets
 * weighted by level, as the plan counts it; balance, closing work and warm-up are left out.
 */
export function yearWeeks(
  logs: readonly DoneSet[],
  versions: readonly {
    weekStart: LocalDate
    blocks: readonly Block[]
    terms: { kind?: WeekKind | undefined }
  }[],
  today: LocalDate,
): YearWeek[] {
  const plans = new Map(versions.map((v) => [v.weekStart, v]))
  return weeksOf(logs, versions, yearOf(today)).map(({ week, load, worstPain }): YearWeek => {
    const plan = plans.get(week)
    return {
      week,
      planned: plan && plan.blocks.length > 0 ? handLoad(plan.blocks) : null,
      done: load,
      kind: plan?.terms.kind ?? 'ordinary',
      worstPain,
    }
  })
}
