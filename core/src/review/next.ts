import { isReadFor, protocolById } from '../catalogue/protocols'
import { qualityById, type QualityId } from '../catalogue/qualities'
import type { Side } from '../catalogue/person'
import type { ActiveCaution } from '../safety/triggers'
import { waitsForClinician } from '../safety/standing'
import { cautionLine } from '../safety/words'
import { type LocalDate, addDays, daysBetween, formatDate, weekStartOf } from '../units/dates'
import type { CoachTerms } from '../plan/types'
import { readinessOn } from '../session/readiness'
import type { TestSession } from '../testing/session'
import { rowsOf } from '../testing/rows'
import { formatValue, formatWithUnit, type UnitChoice } from '../units/format'
import { actedOn, asTests, leanDays, leanUpTo } from '../gaps/lean'
import { ownLean, type OwnLean } from '../measure/leanLevel'
import { tInv } from '../measure/quantiles'
import { ACTED, byChance, sureOf, type HandChange, type Period, type SeriesChange } from './changes'
import type { Known } from '../record/known'
import { seriesName, type Series } from '../record/series'
import type { WeekDone } from './weeks'
import type { Percent } from '../units/quantity'
import { must } from '../units/must'

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

const HAND: Record<string, string> = { left: 'Left', right: 'Right' }
/** A low line of each kind that is drafted at the most: a decision has few lines. */
const MOST = 3
/** Pain that is acted on: as in the plan's own rules. */
const PAIN_ACTED = 4
/** Signs of too much work that ask for a lighter week together; each comes from another record. */
const SIGNS_LEAST = 2

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
    taken = kind !== 'keep',
  ): ConclusionLine => ({ id, kind, title, says, effect, taken })
  const named = f.changes.map((c) => c.series)
  /** The test, and of which hands: "Wrist braces, ulnar, left". */
  const whose = (s: Series, own: readonly HandChange[]): string =>
    [
      seriesName(s, named),
      own.length > 1 ? 'both hands' : must(own[0]).hand === 'both' ? '' : must(own[0]).hand,
    ]
      .filter(Boolean)
      .join(', ')
  const show = (s: Series, si: number) => formatWithUnit(Math.abs(si), s.protocol.unit, f.units)
  /** From, to, how much with its interval, over how many tests. */
  const numbers = (s: Series, h: HandChange): string =>
    h.move
      ? `${formatValue(h.move.from, s.protocol.unit, f.units)} to ` +
        `${formatWithUnit(h.move.to, s.protocol.unit, f.units)} over ${h.tests} tests ` +
        `since ${formatDate(must(h.first).on, f.today)}; 95\u00A0% interval of the change ` +
        `${signed(s, h.move.ci[0], f)} to ${signed(s, h.move.ci[1], f)}.`
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
        `Pain ${Math.max(...pained.map((w) => must(w.worstPain)))}/10 in the period\u2019s ` +
          'last two weeks.',
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
        return own.length > 0 ? [{ series, own, who: whose(series, own) }] : []
      })
      .slice(0, MOST)
  const by = (s: Series, own: readonly HandChange[]) =>
    own.map((h) => show(s, h.move?.change ?? 0)).join(' and ')
  const lost = told((h) => h.word === 'loss')
  const sure = lost.filter(({ own }) => own.some(isActed))
  const signs = [
    ...(f.lowTwice
      ? [`readiness low two sessions in a row (${formatDate(f.lowTwice, f.today)})`]
      : []),
    ...(sure.length > 0 ? ['a loss larger than error'] : []),
    ...((f.weeks.at(-1)?.worstPain ?? 0) > (f.weeks.at(-3)?.worstPain ?? 0) &&
    (f.weeks.at(-1)?.worstPain ?? 0) > 2
      ? [`pain up to ${must(f.weeks.at(-1)).worstPain}/10`]
      : []),
  ]
  const lighter = signs.length >= SIGNS_LEAST
  const deload = lighter
    ? [
        line(
          'deload',
          'deload',
          'A lighter week next.',
          `${capital(signs.join(', '))}.` +
            (f.weeksSinceDeload === null
              ? ''
              : ` ${f.weeksSinceDeload} work weeks since the last lighter one.`) +
            ' ' +
            'These signs come from different records and agree.',
          { kind: 'deload' },
        ),
      ]
    : []
  const losses = lost.map(({ series, own, who }) => {
    const acted = own.some(isActed)
    const follows =
      refer.length > 0
        ? 'No more work for it until the clinician has seen the athlete.'
        : lighter
          ? 'The lighter week comes first. Then look again.'
          : acted
            ? 'Check for soreness and missed weeks. More work for it next.'
            : 'Test again before you change the plan.'
    return line(
      `loss ${series.key}`,
      'loss',
      `${who}: down ${by(series, own)}.`,
      `${own.map((h) => numbers(series, h)).join(' ')} ${sureOf(must(own[0]))} ${follows}`,
      acted && !lighter
        ? raise(rowKeyOf(series))
        : acted
          ? null
          : { kind: 'retest', protocolId: series.protocol.id },
      acted,
    )
  })
  const evened = f.changes
    .flatMap(({ series }) => caughtUp(series, f))
    .slice(0, MOST)
    .map(({ series, hand, was, is }) =>
      line(
        `even ${series.key}`,
        'even',
        `${HAND[hand]} has caught up.`,
        `${seriesName(series, named)}: ${Math.round(Math.abs(was.signedPct))}\u00A0% ` +
          `behind before ${formatDate(f.period.from, f.today)}, ` +
          `${Math.round(Math.abs(is.signedCi[0]))} to ` +
          `${Math.round(Math.abs(is.signedCi[1]))}\u00A0% now (95\u00A0% interval over ` +
          `${is.days} days). The next plan gives it no extra set.`,
      ),
    )
  const flat = told((h) => h.word === 'flat').map(({ series, own, who }) => {
    const spans = own
      .map((h) =>
        must(h.move)
          .ci90.map((end) => signed(series, end, f))
          .join(' to '),
      )
      .join(' and ')
    return line(
      `plateau ${series.key}`,
      'emphasis',
      `${who}: standing still.`,
      `90\u00A0% interval of the change over ${must(own[0]).tests} tests ${spans}, less than ` +
        `the ${show(series, Math.max(...own.map((h) => must(h.move).margin)))} that would ` +
        'matter. Look at sleep and other load first. Then change one thing in the work.',
      null,
      false,
    )
  })
  const stale = lastTests(f.series)
    .filter((x) => daysBetween(x.on, f.today) > f.staleDays)
    .slice(0, 1)
    .map((x) =>
      line(
        `retest ${x.protocolId}`,
        'retest',
        `Test ${must(protocolById(x.protocolId)).name.toLowerCase()} again.`,
        `Last tested ${formatDate(x.on, f.today)}, ${daysBetween(x.on, f.today)} days ago.`,
        { kind: 'retest', protocolId: x.protocolId },
      ),
    )
  const gains = told((h) => h.word === 'gain').map(({ series, own, who }) =>
    line(
      `gain ${series.key}`,
      'keep',
      `${who}: up ${by(series, own)}.`,
      `${own.map((h) => numbers(series, h)).join(' ')} ${sureOf(must(own[0]))} Keep what works.`,
    ),
  )
  const drafted = [...refer, ...losses, ...deload, ...evened, ...flat, ...stale, ...gains]
  return drafted.length > 0
    ? drafted
    : [
        line(
          'keep',
          'keep',
          f.changes.length === 0
            ? 'No tests to compare yet.'
            : 'No change beyond the tests\u2019 error.',
          f.changes.length === 0
            ? 'Changes are judged from the second test day on.'
            : `${byChance(f.changes)} ${KEEP}`.trim(),
        ),
      ]
}

const KEEP = 'Keep the block as it is and test again when tests are due.'

/** A loss so rare by chance, and agreed on by more than one test, that work follows from it. */
const isActed = (h: HandChange): boolean =>
  h.move !== null && h.move.agreed && h.move.adjusted <= ACTED

/**
 * The newest day in the last two weeks of a period on which the readiness squeeze was low, as the
 * one before it was; null: none.
 */
export function lowTwiceOf(sessions: readonly TestSession[], period: Period): LocalDate | null {
  const squeezes = sessions
    .filter((s) => isReadFor(s.protocolId, 'readiness') && s.performedOn <= period.to)
    .sort((a, b) => (a.performedAt < b.performedAt ? -1 : 1))
  const days = [...new Set(squeezes.map((s) => s.performedOn))].filter(
    (on) => daysBetween(on, period.to) < 14,
  )
  return days.filter((on) => readinessOn(squeezes, on)?.lowTwice === true).at(-1) ?? null
}

const signed = (s: Series, si: number, f: NextFacts): string =>
  `${si < 0 ? '\u2212' : '+'}${formatWithUnit(Math.abs(si), s.protocol.unit, f.units)}`

/**
 * The hand whose lean was acted on by the tests up to the period's beginning, where the days since
 * exclude that lean and it is acted on no longer. Both estimates carry their error.
 */
function caughtUp(
  series: Series,
  f: NextFacts,
): { series: Series; hand: Side; was: OwnLean; is: OwnLean }[] {
  const known = f.known(series)
  const was = leanUpTo(series, known, f.period.from)
  if (!was || !actedOn(was, f).acted) return []
  const since = leanDays(series, f.period.to).filter((d) => d.on > f.period.from)
  const is = ownLean(asTests(since), known.lean)
  if (!is || is.days < 2 || actedOn(is, f).acted) return []
  const apart = Math.hypot(was.se, is.se) * tInv(1 - CAUGHT_UP / 2, Math.min(was.df, is.df))
  const less = Math.abs(is.mean) < Math.abs(was.mean) || is.mean * was.mean < 0
  return less && Math.abs(is.mean - was.mean) > apart
    ? [{ series, hand: was.mean > 0 ? 'left' : 'right', was, is }]
    : []
}
/** How rare a change of lean has to be by chance. */
const CAUGHT_UP = 0.01

const lastTests = (series: readonly Series[]): { protocolId: string; on: LocalDate }[] => {
  const out = new Map<string, LocalDate>()
  for (const s of series) {
    const on = must(s.points.at(-1)).on
    if (
      !s.protocol.readFor.includes('readiness') &&
      !s.protocol.curve &&
      (out.get(s.protocol.id) ?? '') < on
    )
      out.set(s.protocol.id, on)
  }
  return [...out]
    .map(([protocolId, on]) => ({ protocolId, on }))
    .sort((a, b) => (a.on < b.on ? -1 : 1))
}

const capital = (s: string): string => s.charAt(0).toUpperCase() + s.slice(1)

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
