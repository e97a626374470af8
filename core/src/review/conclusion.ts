import { qualityById, type QualityId } from '../catalogue/qualities'
import type { CoachTerms } from '../plan/types'
import { type LocalDate, addDays, daysBetween, weekStartOf } from '../units/dates'

/** What a line does to the next plan once it is accepted; none: it is said and kept. */
export type LineEffect =
  | { kind: 'raise'; rowKey: string }
  | { kind: 'deload' }
  | { kind: 'retest'; protocolId: string }
  | null
export const LINE_KINDS = ['keep', 'loss', 'emphasis', 'even', 'deload', 'retest', 'refer'] as const
export type LineKind = (typeof LINE_KINDS)[number]

/** One line of a decision: the finding, the numbers behind it, what follows. */
export interface ConclusionLine {
  id: string
  kind: LineKind
  title: string
  says: string
  effect: LineEffect
  /** The coach takes it into the next block. */ taken: boolean
}

/** The quality a line puts first in the next plan; null: none. */
export const raisedQuality = (l: ConclusionLine): string | null =>
  l.effect?.kind === 'raise' ? qualityById(l.effect.rowKey.split('.')[0] as QualityId).name : null

/** Minutes kept for a retest until the coach says otherwise. */
const RETEST_MINUTES = 30
/** Weeks after its last day that a conclusion still speaks on the plan. */
const SPEAKS_WEEKS = 8

/** Whether a conclusion holds for a week: from the week of its last day on, for eight weeks. */
export const speaksOf = (c: { until: LocalDate }, weekStart: LocalDate): boolean => {
  const days = daysBetween(weekStartOf(c.until), weekStart)
  return days >= 0 && days <= 7 * SPEAKS_WEEKS
}

/** What the first week after a conclusion begins with: a lighter week, a day of tests, as taken. */
export function carriedTerms(
  c: { until: LocalDate; lines: readonly ConclusionLine[] } | null,
  weekStart: LocalDate,
): Pick<CoachTerms, 'kind' | 'tests'> {
  if (!c || weekStart !== addDays(weekStartOf(c.until), 7)) return {}
  const effects = c.lines.flatMap((l) => (l.taken && l.effect ? [l.effect.kind] : []))
  return {
    ...(effects.includes('deload') && { kind: 'deload' as const }),
    ...(effects.includes('retest') && { tests: { minutes: RETEST_MINUTES, day: null } }),
  }
}
