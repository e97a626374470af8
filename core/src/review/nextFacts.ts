import type { Side } from '../catalogue/person'
import type { Known } from '../record/known'
import { seriesName, type Series } from '../record/series'
import type { ActiveCaution } from '../safety/triggers'
import type { LocalDate } from '../units/dates'
import { formatDate } from '../units/dates'
import { formatValue, formatWithUnit, type UnitChoice } from '../units/format'
import { must } from '../units/must'
import type { Percent } from '../units/quantity'
import type { HandChange, Period, SeriesChange } from './changes'
import type { ConclusionLine, LineEffect, LineKind } from './conclusion'
import type { WeekDone } from './weeks'

/** What a decision is drafted from. */
export interface NextFacts {
  changes: readonly SeriesChange[]
  series: readonly Series[]
  weeks: readonly WeekDone[]
  cautions: readonly ActiveCaution[]
  period: Period
  dominant: Side | null
  /** The coach's own limit for a lean, %. */
  limitPct: Percent | null
  known: (s: Series) => Known
  /** The newest day readiness was low for the second time in a row, in the last two weeks. */
  lowTwice: LocalDate | null
  today: LocalDate
  staleDays: number
  units: UnitChoice
  /** Weeks since the last lighter week by plan; null: none on record. */
  weeksSinceDeload: number | null
}

/** Lines of each kind that are drafted at the most: a decision has few lines. */
export const MOST = 3

export const line = (
  id: string,
  kind: LineKind,
  title: string,
  says: string,
  effect: LineEffect = null,
  taken = kind !== 'keep',
): ConclusionLine => ({ id, kind, title, says, effect, taken })

/** A test's name among those that are compared: two alike are told apart by their set-up. */
export const nameOf = (s: Series, f: NextFacts): string =>
  seriesName(
    s,
    f.changes.map((c) => c.series),
  )

/** The test, and of which hands: "Wrist braces, ulnar, left". */
function whose(s: Series, own: readonly HandChange[], f: NextFacts): string {
  const { hand } = must(own[0])
  const hands = own.length > 1 ? 'both hands' : hand === 'both' ? '' : hand
  return [nameOf(s, f), hands].filter(Boolean).join(', ')
}

export const show = (s: Series, si: number, f: NextFacts): string =>
  formatWithUnit(Math.abs(si), s.protocol.unit, f.units)

export const signed = (s: Series, si: number, f: NextFacts): string =>
  `${si < 0 ? '\u2212' : '+'}${show(s, si, f)}`

/** A series with the hands that have the same word, which are one line. */
export interface Told {
  series: Series
  own: readonly HandChange[]
  who: string
}
export const told = (f: NextFacts, word: HandChange['word']): Told[] =>
  f.changes
    .flatMap(({ series, hands }) => {
      const own = hands.filter((h) => h.word === word)
      return own.length > 0 ? [{ series, own, who: whose(series, own, f) }] : []
    })
    .slice(0, MOST)

/** By how much: a number a hand. */
export const by = ({ series, own }: Told, f: NextFacts): string =>
  own.map((h) => show(series, h.move?.change ?? 0, f)).join(' and ')

/** From, to, how much with its interval, over how many tests. */
const numbersOf = (s: Series, h: HandChange, f: NextFacts): string =>
  h.move
    ? `${formatValue(h.move.from, s.protocol.unit, f.units)} to ` +
      `${formatWithUnit(h.move.to, s.protocol.unit, f.units)} over ${h.tests} tests ` +
      `since ${formatDate(must(h.first).on, f.today)}; 95\u00A0% interval of the change ` +
      `${signed(s, h.move.ci[0], f)} to ${signed(s, h.move.ci[1], f)}.`
    : ''
export const numbers = ({ series, own }: Told, f: NextFacts): string =>
  own.map((h) => numbersOf(series, h, f)).join(' ')
