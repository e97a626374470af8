import { protocolById, type Protocol } from '../catalogue/protocols'
import { qualityById, type Emphasis, type Quality } from '../catalogue/qualities'
import type { DemandProfile } from '../demand/profile'
import type { AsymmetryVerdict, Side } from '../measure/asymmetry'
import { tInv } from '../measure/quantiles'
import { sampleVariance } from '../measure/trials'
import type { Series } from '../review/series'
import { TESTS_STALE_DAYS } from '../stages/rules'
import type { Hand } from '../testing/session'
import { daysBetween, type LocalDate } from '../units/dates'

/** A coach's standard, SI; a sport or level of null stands for any. */
export interface Standard { protocolId: string; sportId: string | null; level: string | null; value: number }

export type ReferenceSource = 'standard' | 'squad' | 'own-best' | 'none'
export interface Reference { source: ReferenceSource; value: number | null }

export interface HandGap {
  hand: Hand
  /** Latest counted result, SI (mean of valid trials; the single result where there is one). */
  value: number
  /** Half the 95 % interval of that result, SI; null: seen too seldom to know. */
  error: number | null
  /** How much the reference is missed by more than the error, SI; 0 when it is not. Null: no reference or no error. */
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
  on: LocalDate | null
  stale: boolean
  /** weight x worst shortfall beyond error as a share of the reference. */
  score: number
}

export interface GapInput {
  /** What the athlete trains for; null: nothing chosen, no rows. */
  profile: DemandProfile | null
  level: string
  series: readonly Series[]
  standards: readonly Standard[]
  /** Latest results of the squad by protocol, SI, one an athlete. */
  squad: Readonly<Record<string, readonly number[]>>
  today: LocalDate
}

/** Least athletes for a squad quantile: own rule, no source. */
export const SQUAD_LEAST = 8
/** Least own repeats for the error of a single-result test: own rule, no source. */
export const REPEATS_LEAST = 3

/**
 * The athlete's quality x measure rows: what the sport asks, the newest counted result a hand with its error, the
 * reference and the shortfall. Rows by what matters most; untested rows stay, unranked, as unknown.
 */
export function gapMap(input: GapInput): GapRow[] {
  if (!input.profile) return []
  const rows = input.profile.rows.filter((r) => r.importance > 0).flatMap(({ quality, importance, emphasis }) => emphasis.map((e) => row(input, quality.id, importance, e)))
  return rows.sort((a, b) => b.score - a.score || b.weight - a.weight)
}

function row(input: GapInput, qualityId: Quality['id'], importance: number, emphasis: { id: Emphasis; share: number }): GapRow {
  const base = { key: `${qualityId}.${emphasis.id}`, quality: qualityById(qualityId), emphasis: emphasis.id, importance, weight: importance * emphasis.share }
  const measured = input.series.filter((s) => s.protocol.rows.some((r) => r.quality === qualityId && r.measure === emphasis.id))
  const series = measured.find((s) => s.points.some((p) => !p.practice)) ?? measured[0]
  if (!series) return { ...base, state: 'untested', protocol: null, hands: [], verdict: null, reference: { source: 'none', value: null }, on: null, stale: false, score: 0 }
  const counted = series.points.filter((p) => !p.practice)
  const last = counted.at(-1) ?? series.points.at(-1)!
  const practice = counted.length === 0
  const reference = referenceFor(input, series)
  const hands = (Object.keys(last.byHand) as Hand[]).map((hand): HandGap => {
    const value = last.byHand[hand]!.mean
    const error = resultError(series, hand)
    return { hand, value, error, shortBy: reference.value === null || error === null || practice ? null : Math.max(0, reference.value - value - error) }
  })
  const worst = reference.value === null ? 0 : Math.max(0, ...hands.map((h) => (h.shortBy ?? 0) / reference.value!))
  return { ...base, state: practice ? 'practice' : 'tested', protocol: series.protocol, hands, verdict: last.verdict, reference, on: last.on, stale: daysBetween(last.on, input.today) > TESTS_STALE_DAYS, score: base.weight * worst }
}

/** Coach's standard (sport and level named before any), else the squad's median from 8 athletes, else own best, else none. */
export function referenceFor(input: GapInput, series: Series): Reference {
  const sports = input.profile?.sources.map((s) => s.originId) ?? []
  const fits = input.standards.filter((s) => s.protocolId === series.protocol.id && (s.sportId === null || sports.includes(s.sportId)) && (s.level === null || s.level === input.level))
  const standard = fits.sort((a, b) => Number(b.sportId !== null) + Number(b.level !== null) - Number(a.sportId !== null) - Number(a.level !== null))[0]
  if (standard) return { source: 'standard', value: standard.value }
  const squad = [...(input.squad[series.protocol.id] ?? [])].sort((a, b) => a - b)
  if (squad.length >= SQUAD_LEAST) return { source: 'squad', value: (squad[(squad.length - 1) >> 1]! + squad[squad.length >> 1]!) / 2 }
  const earlier = series.points.filter((p) => !p.practice).slice(0, -1).flatMap((p) => Object.values(p.byHand).map((s) => s.mean))
  return earlier.length === 0 ? { source: 'none', value: null } : { source: 'own-best', value: Math.max(...earlier) }
}

/**
 * Half the 95 % interval of the newest result, SI. Several trials: spread pooled over the series' sessions, t by its
 * degrees of freedom. One trial: typical error from three or more own repeats (Hopkins 2000). Null where neither is known.
 */
export function resultError(series: Series, hand: Hand): number | null {
  const points = series.points.filter((p) => p.byHand[hand])
  const summaries = points.map((p) => p.byHand[hand]!)
  const last = summaries.at(-1)
  if (!last) return null
  const many = summaries.filter((s) => s.n > 1)
  const df = many.reduce((a, s) => a + s.n - 1, 0)
  if (last.n > 1 && df > 0) return tInv(0.975, df) * Math.sqrt(many.reduce((a, s) => a + (s.n - 1) * s.sd! ** 2, 0) / df / last.n)
  const singles = points.filter((p) => !p.practice).map((p) => p.byHand[hand]!.mean)
  const differences = singles.slice(1).map((v, i) => v - singles[i]!)
  if (differences.length < REPEATS_LEAST) return null
  return tInv(0.975, differences.length - 1) * Math.sqrt(sampleVariance(differences) / 2)
}

/** Untested rows, most weighty first, each with the protocol that would fill it. */
export const testNext = (rows: readonly GapRow[], offered: readonly string[]): { row: GapRow; protocol: Protocol | null }[] =>
  rows.filter((r) => r.state !== 'tested').sort((a, b) => b.weight - a.weight).map((row) => ({
    row,
    protocol: offered.map((id) => protocolById(id)!).find((p) => p.rows.some((x) => x.quality === row.quality.id && x.measure === row.emphasis)) ?? null,
  }))

export const weakerSide = (v: AsymmetryVerdict | null): Side | null => (v && (v.kind === 'real' || v.kind === 'large') ? v.weaker : null)
