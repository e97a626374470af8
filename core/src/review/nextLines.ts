import { protocolById } from '../catalogue/protocols'
import type { Side } from '../catalogue/person'
import { actedOn, asTests, leanDays, leanUpTo } from '../gaps/lean'
import { ownLean, type OwnLean } from '../measure/leanLevel'
import { tInv } from '../measure/quantiles'
import type { Series } from '../record/series'
import { waitsForClinician } from '../safety/standing'
import { cautionLine } from '../safety/words'
import { rowsOf } from '../testing/rows'
import { type LocalDate, daysBetween, formatDate } from '../units/dates'
import { must } from '../units/must'
import { ACTED, byChance, sureOf, type HandChange } from './changes'
import type { ConclusionLine, LineEffect } from './conclusion'
import { by, line, MOST, nameOf, numbers, show, signed, told, type NextFacts } from './nextFacts'
import { capital } from '../units/capital'

const HAND: Record<Side, string> = { left: 'Left', right: 'Right' }
/** Pain that is acted on: as in the plan's own rules. */
const PAIN_ACTED = 4
/** Signs of too much work that ask for a lighter week together; each comes from another record. */
const SIGNS_LEAST = 2
/** How rare a change of lean has to be by chance. */
const CAUGHT_UP = 0.01

/** What waits for a clinician; where nothing does, pain of the last two weeks. */
export function referLines(f: NextFacts): ConclusionLine[] {
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
  const pain = Math.max(0, ...f.weeks.slice(-2).map((w) => w.worstPain ?? 0))
  if (refer.length > 0 || pain < PAIN_ACTED) return refer
  return [
    line(
      'refer pain',
      'refer',
      `Pain ${pain}/10 in the period\u2019s last two weeks.`,
      'Ask where and when; if it stays, a licensed clinician sees it before the next hard day.',
    ),
  ]
}

/** A loss so rare by chance, and agreed on by more than one test, that work follows from it. */
const isActed = (h: HandChange): boolean =>
  h.move !== null && h.move.agreed && h.move.adjusted <= ACTED

/** A lighter week, where signs of different records agree. */
export function lighterLines(f: NextFacts): ConclusionLine[] {
  const pain = f.weeks.at(-1)?.worstPain ?? 0
  const signs = [
    ...(f.lowTwice
      ? [`readiness low two sessions in a row (${formatDate(f.lowTwice, f.today)})`]
      : []),
    ...(told(f, 'loss').some(({ own }) => own.some(isActed)) ? ['a loss larger than error'] : []),
    ...(pain > (f.weeks.at(-3)?.worstPain ?? 0) && pain > 2 ? [`pain up to ${pain}/10`] : []),
  ]
  if (signs.length < SIGNS_LEAST) return []
  const since =
    f.weeksSinceDeload === null
      ? ''
      : ` ${f.weeksSinceDeload} work weeks since the last lighter one.`
  return [
    line(
      'deload',
      'deload',
      'A lighter week next.',
      `${capital(signs.join(', '))}.${since} These signs come from different records and agree.`,
      { kind: 'deload' },
    ),
  ]
}

/** More work of the row a test is first for; while somebody waits for a clinician, none. */
function raise(s: Series, refers: boolean): LineEffect {
  const row = rowsOf(s.protocol, s.setup)[0]
  return refers || !row ? null : { kind: 'raise', rowKey: `${row.quality}.${row.measure}` }
}

function afterLoss(acted: boolean, refers: boolean, lighter: boolean): string {
  if (refers) return 'No more work for it until the clinician has seen the athlete.'
  if (lighter) return 'The lighter week comes first. Then look again.'
  return acted
    ? 'Check for soreness and missed weeks. More work for it next.'
    : 'Test again before you change the plan.'
}

/** Losses: worked on where they are sure and nothing stands before them, else tested again. */
export function lossLines(f: NextFacts, refers: boolean, lighter: boolean): ConclusionLine[] {
  return told(f, 'loss').map((t) => {
    const { series, own, who } = t
    const acted = own.some(isActed)
    const again: LineEffect = { kind: 'retest', protocolId: series.protocol.id }
    return line(
      `loss ${series.key}`,
      'loss',
      `${who}: down ${by(t, f)}.`,
      `${numbers(t, f)} ${sureOf(must(own[0]))} ${afterLoss(acted, refers, lighter)}`,
      !acted ? again : lighter ? null : raise(series, refers),
      acted,
    )
  })
}

/** Hands whose lean was acted on and is no more. */
export const evenLines = (f: NextFacts): ConclusionLine[] =>
  f.changes
    .flatMap(({ series }) => caughtUp(series, f))
    .slice(0, MOST)
    .map(({ series, hand, was, is }) =>
      line(
        `even ${series.key}`,
        'even',
        `${HAND[hand]} has caught up.`,
        `${nameOf(series, f)}: ${Math.round(Math.abs(was.signedPct))}\u00A0% ` +
          `behind before ${formatDate(f.period.from, f.today)}, ` +
          `${Math.round(Math.abs(is.signedCi[0]))} to ` +
          `${Math.round(Math.abs(is.signedCi[1]))}\u00A0% now (95\u00A0% interval over ` +
          `${is.days} days). The next plan gives it no extra set.`,
      ),
    )

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

/** Standing still: said by the interval, one thing to be changed. */
export const flatLines = (f: NextFacts): ConclusionLine[] =>
  told(f, 'flat').map(({ series, own, who }) => {
    const moves = own.map((h) => must(h.move))
    const spans = moves.map((m) => m.ci90.map((end) => signed(series, end, f)).join(' to '))
    return line(
      `plateau ${series.key}`,
      'emphasis',
      `${who}: standing still.`,
      `90\u00A0% interval of the change over ${must(own[0]).tests} tests ` +
        `${spans.join(' and ')}, less than ` +
        `the ${show(series, Math.max(...moves.map((m) => m.margin)), f)} that would ` +
        'matter. Look at sleep and other load first. Then change one thing in the work.',
      null,
      false,
    )
  })

/** The test that was last done longest ago, where that is too long. */
export const staleLines = (f: NextFacts): ConclusionLine[] =>
  lastTests(f.series)
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

function lastTests(series: readonly Series[]): { protocolId: string; on: LocalDate }[] {
  const out = new Map<string, LocalDate>()
  for (const { protocol, points } of series) {
    const { on } = must(points.at(-1))
    if (protocol.readFor.includes('readiness') || protocol.curve) continue
    if ((out.get(protocol.id) ?? '') < on) out.set(protocol.id, on)
  }
  return [...out]
    .map(([protocolId, on]) => ({ protocolId, on }))
    .sort((a, b) => (a.on < b.on ? -1 : 1))
}

export const gainLines = (f: NextFacts): ConclusionLine[] =>
  told(f, 'gain').map((t) =>
    line(
      `gain ${t.series.key}`,
      'keep',
      `${t.who}: up ${by(t, f)}.`,
      `${numbers(t, f)} ${sureOf(must(t.own[0]))} Keep what works.`,
    ),
  )

const KEEP = 'Keep the block as it is and test again when tests are due.'

/** Where there is nothing else to say. */
export const keepLine = (f: NextFacts): ConclusionLine =>
  f.changes.length === 0
    ? line(
        'keep',
        'keep',
        'No tests to compare yet.',
        'Changes are judged from the second test day on.',
      )
    : line(
        'keep',
        'keep',
        'No change beyond the tests\u2019 error.',
        `${byChance(f.changes)} ${KEEP}`.trim(),
      )
