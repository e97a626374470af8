import { protocolById } from '../catalogue/protocols'
import { qualityById, type QualityId } from '../catalogue/qualities'
import type { Side } from '../measure/asymmetry'
import type { ActiveCaution } from '../safety/triggers'
import { waitsForClinician } from '../safety/standing'
import { cautionLine } from '../safety/words'
import { weekStartOf } from '../units/dates'
import type { CoachTerms } from '../plan/types'
import { readinessOf } from '../session/readiness'
import type { TestSession } from '../testing/session'
import { rowsOf } from '../testing/rows'
import { addDays, daysBetween, formatDate, type LocalDate } from '../units/dates'
import { formatChange, formatValue, formatWithUnit, type UnitChoice } from '../units/format'
import type { HandChange, Period, SeriesChange } from './changes'
import { onePerDay, seriesName, type Series } from './series'
import type { WeekDone } from './weeks'

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

export interface NextFacts {
  changes: readonly SeriesChange[]
  series: readonly Series[]
  weeks: readonly WeekDone[]
  cautions: readonly ActiveCaution[]
  /** Days with a low readiness squeeze in the period's last two weeks. */
  lowDays: readonly LocalDate[]
  today: LocalDate
  staleDays: number
  units: UnitChoice
  /** Weeks since the last lighter week by plan; null: none on record. */
  weeksSinceDeload: number | null
}

const HAND: Record<string, string> = { left: 'Left', right: 'Right', both: 'Both hands:' }
/** A low line of each kind that is drafted at the most: a decision has few lines. */
const MOST = 3
/**
 * Work weeks after which a lighter one is due, and pain that is acted on: as in the plan's own
 * rules.
 */
const DELOAD_AFTER = 3
const PAIN_ACTED = 4

const rowKeyOf = (s: Series): { key: string; quality: QualityId } | null => {
  const r = rowsOf(s.protocol, s.setup)[0]
  return r ? { key: `${r.quality}.${r.measure}`, quality: r.quality } : null
}

/**
 * A drafted decision from the numbers: at most a handful of lines, worst first; nothing is called
 * that error can explain. The coach has the last word.
 */
export function draftNext(f: NextFacts): ConclusionLine[] {
  const line = (
    id: string,
    kind: LineKind,
    title: string,
    says: string,
    effect: LineEffect = null,
  ): ConclusionLine => ({ id, kind, title, says, effect, taken: kind !== 'keep' })
  const named = f.changes.map((c) => c.series)
  const name = (s: Series): string => {
    const n = seriesName(s, named)
    return n.charAt(0).toLowerCase() + n.slice(1)
  }
  const show = (s: Series, si: number) => formatWithUnit(Math.abs(si), s.protocol.unit, f.units)
  const numbers = (s: Series, h: HandChange): string =>
    h.result.ok
      ? `${formatValue(h.first!.value, s.protocol.unit, f.units)} to ${formatWithUnit(h.last!.value, s.protocol.unit, f.units)} since ${formatDate(h.first!.on, f.today)}; beyond error is ${show(s, h.result.detectable)}.`
      : ''
  const refer = f.cautions
    .filter((c) => waitsForClinician(c) && c.caution.trigger.kind !== 'health')
    .slice(0, MOST)
    .map((c) =>
      line(
        `refer ${c.caution.id}`,
        'refer',
        'Refer before more work.',
        `${cautionLine(c)} A licensed clinician decides; nothing here is a diagnosis.`,
      ),
    )
  const pained = f.weeks.slice(-2).filter((w) => (w.worstPain ?? 0) >= PAIN_ACTED)
  if (refer.length === 0 && pained.length > 0)
    refer.push(
      line(
        'refer pain',
        'refer',
        `Pain ${Math.max(...pained.map((w) => w.worstPain!))}/10 in the period\u2019s last two weeks.`,
        'Ask where and when; if it stays, a licensed clinician sees it before the next hard day.',
      ),
    )

  // While somebody is to be seen by a clinician, nothing is raised.
  const raise = (row: ReturnType<typeof rowKeyOf>): LineEffect =>
    refer.length > 0 || !row ? null : { kind: 'raise', rowKey: row.key }
  /** Both hands of a series with the same word are one line. */
  const told = (word: (h: HandChange) => boolean) =>
    f.changes
      .flatMap(({ series, hands }) => {
        const own = hands.filter(word)
        return own.length > 0
          ? [{ series, own, who: own.length > 1 ? 'Both hands:' : HAND[own[0]!.hand]! }]
          : []
      })
      .slice(0, MOST)
  const by = (s: Series, own: readonly HandChange[]) =>
    own
      .map((h) =>
        formatChange(h.first!.value, h.last!.value, s.protocol.unit, f.units).replace(
          /^[+\u2212]/,
          '',
        ),
      )
      .join(' and ')
  const lost = told((h) => h.word === 'loss')
  const losses = lost.map(({ series, own, who }) => {
    const row = rowKeyOf(series)
    return line(
      `loss ${series.key}`,
      'loss',
      `${who} ${name(series)} fell ${by(series, own)}.`,
      `${own.map((h) => numbers(series, h)).join(' ')} Check for soreness and missed weeks; ${refer.length > 0 ? 'no more work for it before the clinician has spoken' : 'more work for it next'}.`,
      raise(row),
    )
  })
  const evened = f.changes
    .flatMap(({ series }) => caughtUp(series, f))
    .slice(0, MOST)
    .map(({ series, hand, on }) =>
      line(
        `even ${series.key}`,
        'even',
        `${HAND[hand]} has caught up.`,
        `${seriesName(series, named)} is even within error since ${formatDate(on, f.today)}. The next plan gives it no extra set.`,
      ),
    )
  const flat = told((h) => h.trend.kind === 'plateau').map(({ series, own, who }) => {
    const row = rowKeyOf(series)
    const spans = own
      .map((h) =>
        h.trend.kind === 'plateau'
          ? `${signed(series, h.trend.changeCi90[0], f)} to ${signed(series, h.trend.changeCi90[1], f)}`
          : '',
      )
      .join(' and ')
    return line(
      `plateau ${series.key}`,
      'emphasis',
      `${who} ${name(series)} ${own.length > 1 ? 'stand' : 'stands'} still.`,
      `90 % interval of the change over ${own[0]!.tests} tests ${spans}: inside what matters (${show(series, Math.max(...own.map((h) => h.margin ?? 0)))}). Look at sleep and other load first, then change what is asked.`,
      raise(row),
    )
  })
  const signs = [
    ...(f.lowDays.length >= 2 ? [`readiness low on ${f.lowDays.length} of the last days`] : []),
    ...(losses.length >= 2 ? [`${losses.length} real losses`] : []),
    ...((f.weeks.at(-1)?.worstPain ?? 0) > (f.weeks.at(-3)?.worstPain ?? 0) &&
    (f.weeks.at(-1)?.worstPain ?? 0) > 2
      ? [`pain up to ${f.weeks.at(-1)!.worstPain}/10`]
      : []),
    ...(f.weeksSinceDeload !== null && f.weeksSinceDeload >= DELOAD_AFTER
      ? [`${f.weeksSinceDeload} work weeks since the last lighter one`]
      : []),
  ]
  const deload =
    signs.length >= 2
      ? [
          line(
            'deload',
            'deload',
            'A lighter week next.',
            `${signs[0]!.charAt(0).toUpperCase()}${[signs[0]!.slice(1), ...signs.slice(1)].join(', ')}. One sign alone would be noise.`,
            { kind: 'deload' },
          ),
        ]
      : []
  const stale = lastTests(f.series)
    .filter((x) => daysBetween(x.on, f.today) > f.staleDays || unclear(f.changes, x.protocolId))
    .slice(0, MOST)
    .map((x) =>
      line(
        `retest ${x.protocolId}`,
        'retest',
        `Test ${protocolById(x.protocolId)!.name.toLowerCase()} again.`,
        daysBetween(x.on, f.today) > f.staleDays
          ? `Last tested ${formatDate(x.on, f.today)}, ${daysBetween(x.on, f.today)} days ago.`
          : 'Too few tests or too much scatter to say; one more test day narrows it.',
        { kind: 'retest', protocolId: x.protocolId },
      ),
    )
  const gains = told((h) => h.word === 'gain').map(({ series, own, who }) =>
    line(
      `gain ${series.key}`,
      'keep',
      `${who} ${name(series)} gained ${by(series, own)}.`,
      `${own.map((h) => numbers(series, h)).join(' ')} Keep what works.`,
    ),
  )
  const drafted = [
    ...refer,
    ...losses,
    ...deload,
    ...evened,
    ...flat,
    ...stale.slice(0, 1),
    ...gains,
  ]
  return drafted.length > 0
    ? drafted
    : [
        line(
          'keep',
          'keep',
          'Nothing changed beyond error.',
          'Keep the block as it is and test again when the tests are due.',
        ),
      ]
}

/** Days with a low readiness squeeze in the last two weeks of a period. */
export function lowDaysOf(sessions: readonly TestSession[], period: Period): LocalDate[] {
  const squeezes = sessions.filter(
    (s) =>
      s.protocolId === 'ready_squeeze' &&
      s.performedOn <= period.to &&
      daysBetween(s.performedOn, period.to) < 14,
  )
  return [
    ...new Set(squeezes.filter((s) => readinessOf(s, sessions).low).map((s) => s.performedOn)),
  ]
}

const signed = (s: Series, si: number, f: NextFacts): string =>
  `${si < 0 ? '\u2212' : '+'}${formatWithUnit(Math.abs(si), s.protocol.unit, f.units)}`

/**
 * The hand that was really weaker in an earlier test and is even within error on the last two days.
 */
function caughtUp(series: Series, f: NextFacts): { series: Series; hand: Side; on: LocalDate }[] {
  const days = onePerDay(series.points.filter((p) => !p.practice && p.verdict && p.on <= f.today))
  const even = days.slice(-2)
  const before = days
    .slice(0, -2)
    .reverse()
    .find((p) => p.verdict!.kind === 'real' || p.verdict!.kind === 'large')
  if (even.length < 2 || !before || even.some((p) => p.verdict!.kind !== 'inside-error')) return []
  const v = before.verdict!
  const first = days
    .slice(days.indexOf(before) + 1)
    .find((p) => p.verdict!.kind === 'inside-error')!
  return (v.kind === 'real' || v.kind === 'large') && v.weaker
    ? [{ series, hand: v.weaker, on: first.on }]
    : []
}

const lastTests = (series: readonly Series[]): { protocolId: string; on: LocalDate }[] => {
  const out = new Map<string, LocalDate>()
  for (const s of series) {
    const on = s.points.at(-1)!.on
    if (
      s.protocol.id !== 'ready_squeeze' &&
      !s.protocol.curve &&
      (out.get(s.protocol.id) ?? '') < on
    )
      out.set(s.protocol.id, on)
  }
  return [...out]
    .map(([protocolId, on]) => ({ protocolId, on }))
    .sort((a, b) => (a.on < b.on ? -1 : 1))
}

const unclear = (changes: readonly SeriesChange[], protocolId: string): boolean =>
  changes.some(
    (c) =>
      c.series.protocol.id === protocolId &&
      c.hands.every(
        (h) => h.word === 'too-few' || (h.word === 'within' && h.trend.kind === 'unclear'),
      ),
  )

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
