import type { Protocol } from '../catalogue/protocols'
import { CARRY_OVER, type Emphasis, type Quality, qualityById } from '../catalogue/qualities'
import type { AsymmetryVerdict } from '../measure/asymmetry'
import type { Hand, Side } from '../catalogue/person'
import { moderated, type Spread } from '../measure/spread'
import { tInv } from '../measure/quantiles'
import { daysOf, knownBy, squaresBefore, type Known } from '../record/known'
import type { Series } from '../record/series'
import { leanVerdict } from '../measure/leanLevel'
import { leanUpTo } from './lean'
import {
  BEFORE,
  besides,
  expectedShort,
  learnt,
  SAME_QUALITY,
  sameQuality,
  type Belief,
} from './belief'
import {
  chosenReference,
  NO_REFERENCE,
  referencesFor,
  type Reference,
  type ReferenceFacts,
  type ReferenceSource,
} from './references'
import { TESTS_STALE_DAYS } from '../catalogue/limits'
import { measuresRow } from '../testing/rows'
import { daysBetween, type LocalDate } from '../units/dates'
import { must } from '../units/must'
import { keysOf } from '../units/among'

export interface HandGap {
  hand: Hand
  /** Latest counted result, SI (mean of valid trials; the single result where there is one). */
  value: number
  /** Half the 95 % interval of that result as the hand's level, SI; null: no result above 0. */
  error: number | null
  /** Its standard error as a share of the value. */
  se: number
  /** What the reference asks of this hand, SI; null: none. */
  asked: number | null
  /**
   * How much the reference is missed by more than the error, SI; 0 when it is not. Null: no
   * reference or no error.
   */
  shortBy: number | null
}

export interface GapRow {
  key: string
  quality: Quality
  emphasis: Emphasis
  /** Importance in the sport x share of this emphasis. */
  weight: number
  importance: number
  state: 'tested' | 'practice' | 'untested'
  protocol: Protocol | null
  hands: readonly HandGap[]
  /** The athlete's own lean over days, as a verdict. */
  verdict: AsymmetryVerdict | null
  reference: Reference
  /** All the row has; the one used is `reference`. */
  references: readonly Reference[]
  /** The series it is read from; null where nothing is tested. */
  series: Series | null
  on: LocalDate | null
  stale: boolean
  /** What is believed of the shortfall as a share of the reference, tested or not. */
  belief: Belief
  /** The row an untested one is estimated from; null: tested, or nothing near is. */
  near: { key: string; name: string } | null
  /** weight x expected shortfall as a share of the reference. */
  score: number
}

/** Share of a quality's importance that is this emphasis, %; 0 where it has none. */
export const sharePct = (r: Pick<GapRow, 'weight' | 'importance'>): number =>
  r.importance > 0 ? (100 * r.weight) / r.importance : 0

export interface GapInput extends ReferenceFacts {
  series: readonly Series[]
  today: LocalDate
  /** Days after which a test is stale; the coach's limit, else six weeks. */
  staleDays?: number | undefined
  /**
   * What is known of a test's error beside the athlete's own; nothing given: the test's estimate.
   */
  known?: ((s: Series) => Known) | undefined
  /** Reference the coach chose for a row, by row key. */
  referenceChoices?: Readonly<Record<string, ReferenceSource>> | undefined
}

/**
 * The athlete's quality x measure rows: what the sport asks, the newest counted result a hand with
 * its error, the
 * reference and the shortfall. Rows by what matters most; untested rows stay, unranked, as unknown.
 */
export function gapMap(input: GapInput): GapRow[] {
  if (!input.profile) return []
  const rows = input.profile.rows
    .filter((r) => r.importance > 0)
    .flatMap(({ quality, importance, emphasis }) =>
      emphasis.map((e) => row(input, quality.id, importance, e)),
    )
  const all = rows.map((r) => estimated(r, rows))
  const matters = (r: GapRow): number => r.score + sameQuality(r, all, (x) => x.score)
  return all.sort((a, b) => matters(b) - matters(a) || b.weight - a.weight)
}

/**
 * An untested row from the nearest tested one: the same quality first, then what carries over to
 * it.
 */
function estimated(r: GapRow, rows: readonly GapRow[]): GapRow {
  if (r.state !== 'untested') return r
  const near = rows
    .filter((x) => x.state === 'tested' && x.reference.value !== null)
    .map((x) => ({
      x,
      r:
        x.quality.id === r.quality.id
          ? SAME_QUALITY
          : (CARRY_OVER.find((c) => c.from === x.quality.id && c.to === r.quality.id)?.share ?? 0),
    }))
    .sort((a, b) => b.r - a.r)[0]
  if (!near || near.r === 0) return r
  const belief = besides(near.x.belief, near.r)
  return {
    ...r,
    belief,
    near: { key: near.x.key, name: `${near.x.quality.name.toLowerCase()}, ${near.x.emphasis}` },
    score: r.weight * expectedShort(belief),
  }
}

/** Shortfall beyond error as a share of what is asked, 0 to 1. */
export const shortShare = (h: HandGap): number =>
  h.asked === null || h.shortBy === null ? 0 : h.shortBy / h.asked

function row(
  input: GapInput,
  qualityId: Quality['id'],
  importance: number,
  emphasis: { id: Emphasis; share: number },
): GapRow {
  const base = {
    key: `${qualityId}.${emphasis.id}`,
    quality: qualityById(qualityId),
    emphasis: emphasis.id,
    importance,
    weight: importance * emphasis.share,
  }
  const measured = input.series.filter(
    (s) => !s.protocol.curve && measuresRow(s.protocol, s.setup, qualityId, emphasis.id),
  )
  const counting = measured.filter((s) => s.points.some((p) => !p.practice))
  // A series with a standard or norm to be read against goes before a newer one without.
  const series =
    counting.find((s) => ['standard', 'norm'].includes(referencesFor(input, s)[0]?.source ?? '')) ??
    counting[0] ??
    measured[0]
  if (!series)
    return {
      ...base,
      state: 'untested',
      protocol: null,
      hands: [],
      verdict: null,
      reference: NO_REFERENCE,
      references: [],
      series: null,
      on: null,
      stale: false,
      belief: BEFORE,
      near: null,
      score: base.weight * expectedShort(BEFORE),
    }
  const counted = series.points.filter((p) => !p.practice)
  const last = counted.at(-1) ?? must(series.points.at(-1))
  const practice = counted.length === 0
  const references = referencesFor(input, series)
  const reference = chosenReference(references, input.referenceChoices?.[base.key] ?? null)
  const known = (input.known ?? knownBy({}))(series)
  const lean =
    series.protocol.hands === 'each' && !practice ? leanUpTo(series, known, input.today) : null
  const hands = keysOf(last.byHand).map((hand): HandGap => {
    const value = must(last.byHand[hand]).mean
    const spread = resultSpread(series, hand, known)
    const error = spread && halfOf(value, spread)
    const asked = reference.byHand[hand] ?? null
    const off = Math.hypot(error ?? 0, (asked ?? 0) * (reference.errorShare ?? 0))
    return {
      hand,
      value,
      error,
      se: spread ? Math.sqrt(spread.variance) : 0,
      asked,
      shortBy:
        asked === null || error === null || practice ? null : Math.max(0, asked - value - off),
    }
  })
  const age = daysBetween(last.on, input.today)
  const stale = age > (input.staleDays ?? TESTS_STALE_DAYS)
  const extra =
    (practice ? PRACTICE_SD : 0) + (stale ? Math.min(STALE_MOST, STALE_SD * (age / 42)) : 0)
  const belief = hands
    .flatMap((h) => (h.asked === null ? [] : [believed(h, reference.errorShare ?? 0, extra)]))
    .reduce<Belief>((a, b) => (a === BEFORE || b.mean > a.mean ? b : a), BEFORE)
  return {
    ...base,
    state: practice ? 'practice' : 'tested',
    protocol: series.protocol,
    hands,
    verdict: lean && leanVerdict(lean),
    reference,
    references,
    series,
    on: last.on,
    stale,
    belief,
    near: null,
    score: base.weight * expectedShort(belief),
  }
}

/** What practice and age add to the error of a result, as shares: practice estimates, no source. */
const PRACTICE_SD = 0.1,
  STALE_SD = 0.03,
  STALE_MOST = 0.12

const believed = (h: HandGap, referenceError: number, extra: number): Belief => {
  const met = h.value / must(h.asked)
  return learnt(BEFORE, {
    mean: 1 - met,
    se: Math.hypot(met * h.se, referenceError / 2, extra),
  })
}

/**
 * Spread of one day's result of a hand about its level, logs: the athlete's own repeats joined with
 * what is known of the test, never less than the trials of that day show. Null without a result
 * above 0.
 */
export function resultSpread(series: Series, hand: Hand, known: Known): Spread | null {
  const days = daysOf(series, hand, '9999-12-31')
  const last = days.at(-1)?.point.byHand[hand] ?? series.points.at(-1)?.byHand[hand]
  if (!last || !(last.mean > 0)) return null
  const spread = moderated(known.hand, squaresBefore(days.map((d) => Math.log(d.value))))
  const trials = last.n > 1 && last.sd !== null ? (last.sd / last.mean) ** 2 / last.n : 0
  return { variance: Math.max(spread.variance, trials), df: spread.df }
}

/** Half a 95 % interval about a value, from a spread of logs. */
const halfOf = (value: number, { variance, df }: Spread): number =>
  value * (Math.exp(tInv(0.975, df) * Math.sqrt(variance)) - 1)

/** Half the 95 % interval of the newest result as the hand's level, SI; null: none above 0. */
export function resultError(
  series: Series,
  hand: Hand,
  known: Known = knownBy({})(series),
): number | null {
  const spread = resultSpread(series, hand, known)
  const value = series.points.findLast((p) => p.byHand[hand])?.byHand[hand]?.mean
  return spread && value ? halfOf(value, spread) : null
}

export const weakerSide = (v: AsymmetryVerdict | null): Side | null =>
  v && (v.kind === 'real' || v.kind === 'large') ? v.weaker : null
