import type { Protocol } from '../catalogue/protocols'
import { qualityById, type Emphasis, type Quality } from '../catalogue/qualities'
import type { AsymmetryVerdict, Side } from '../measure/asymmetry'
import { tInv } from '../measure/quantiles'
import { sampleVariance } from '../measure/trials'
import type { Series } from '../review/series'
import {
  chosenReference,
  NO_REFERENCE,
  referencesFor,
  type Reference,
  type ReferenceFacts,
  type ReferenceSource,
} from './references'
import { TESTS_STALE_DAYS } from '../stages/rules'
import { measuresRow } from '../testing/rows'
import type { Hand } from '../testing/session'
import { daysBetween, type LocalDate } from '../units/dates'

export interface HandGap {
  hand: Hand
  /** Latest counted result, SI (mean of valid trials; the single result where there is one). */
  value: number
  /** Half the 95 % interval of that result, SI; null: seen too seldom to know. */
  error: number | null
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
  verdict: AsymmetryVerdict | null
  reference: Reference
  /** All the row has; the one used is `reference`. */
  references: readonly Reference[]
  /** The series it is read from; null where nothing is tested. */
  series: Series | null
  on: LocalDate | null
  stale: boolean
  /** weight x worst shortfall beyond error as a share of the reference. */
  score: number
}

export interface GapInput extends ReferenceFacts {
  series: readonly Series[]
  today: LocalDate
  /** Days after which a test is stale; the coach's limit, else six weeks. */
  staleDays?: number | undefined
  /** Reference the coach chose for a row, by row key. */
  referenceChoices?: Readonly<Record<string, ReferenceSource>> | undefined
}

/** Least own repeats for the error of a single-result test: own rule, no source. */
export const REPEATS_LEAST = 3

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
  return rows.sort((a, b) => b.score - a.score || b.weight - a.weight)
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
      score: 0,
    }
  const counted = series.points.filter((p) => !p.practice)
  const last = counted.at(-1) ?? series.points.at(-1)!
  const practice = counted.length === 0
  const references = referencesFor(input, series)
  const reference = chosenReference(references, input.referenceChoices?.[base.key] ?? null)
  const hands = (Object.keys(last.byHand) as Hand[]).map((hand): HandGap => {
    const value = last.byHand[hand]!.mean
    const error = resultError(series, hand)
    const asked = reference.byHand[hand] ?? null
    return {
      hand,
      value,
      error,
      asked,
      shortBy:
        asked === null || error === null || practice ? null : Math.max(0, asked - value - error),
    }
  })
  const worst = Math.max(0, ...hands.map(shortShare))
  return {
    ...base,
    state: practice ? 'practice' : 'tested',
    protocol: series.protocol,
    hands,
    verdict: last.verdict,
    reference,
    references,
    series,
    on: last.on,
    stale: daysBetween(last.on, input.today) > (input.staleDays ?? TESTS_STALE_DAYS),
    score: base.weight * worst,
  }
}

/**
 * Half the 95 % interval of the newest result, SI. Several trials: spread pooled over the series'
 * sessions, t by its
 * degrees of freedom. One trial: typical error from three or more own repeats (Hopkins 2000). Null
 * where neither is known.
 */
export function resultError(series: Series, hand: Hand): number | null {
  const points = series.points.filter((p) => p.byHand[hand])
  const summaries = points.map((p) => p.byHand[hand]!)
  const last = summaries.at(-1)
  if (!last) return null
  const many = summaries.filter((s) => s.n > 1)
  const df = many.reduce((a, s) => a + s.n - 1, 0)
  if (last.n > 1 && df > 0)
    return (
      tInv(0.975, df) *
      Math.sqrt(many.reduce((a, s) => a + (s.n - 1) * s.sd! ** 2, 0) / df / last.n)
    )
  const singles = points.filter((p) => !p.practice).map((p) => p.byHand[hand]!.mean)
  const differences = singles.slice(1).map((v, i) => v - singles[i]!)
  if (differences.length < REPEATS_LEAST) return null
  return tInv(0.975, differences.length - 1) * Math.sqrt(sampleVariance(differences) / 2)
}

export const weakerSide = (v: AsymmetryVerdict | null): Side | null =>
  v && (v.kind === 'real' || v.kind === 'large') ? v.weaker : null
