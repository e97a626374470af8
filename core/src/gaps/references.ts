import type { Sex } from '../hand/fit'
import { latestMeasure, type BodyMeasurement } from '../intake/record'
import type { DemandProfile } from '../demand/profile'
import { MATHIOWETZ_1985, mathiowetzBand } from '../measure/norms'
import type { Series } from '../review/series'
import type { Hand } from '../testing/session'
import { KG_PER_LB, kgfToN } from '../units/convert'
import { ageOn, type LocalDate } from '../units/dates'

/** A coach's standard, SI (or SI a kg of body mass); a sport or level of null stands for any. */
export interface Standard {
  protocolId: string
  sportId: string | null
  level: string | null
  value: number
  perBodyMass?: boolean | undefined
  on?: LocalDate | undefined
}

export const REFERENCE_SOURCES = ['standard', 'norm', 'squad', 'own-best', 'none'] as const
export type ReferenceSource = (typeof REFERENCE_SOURCES)[number]

export interface Reference {
  source: ReferenceSource
  /** Largest of the hands' figures, SI; null: none, or it cannot be worked out. */
  value: number | null
  byHand: Partial<Record<Hand, number>>
  /** Where it comes from, in words, always shown. */
  says: string
  /** Day the coach set it; null where it is no standard. */
  on: LocalDate | null
}

/** What references look at beside the series. */
export interface ReferenceFacts {
  profile: DemandProfile | null
  level: string
  standards: readonly Standard[]
  /** Latest results of the squad by protocol, SI, one an athlete. */
  squad: Readonly<Record<string, readonly number[]>>
  sex?: Sex | null | undefined
  birthDate?: LocalDate | null | undefined
  measurements?: readonly BodyMeasurement[] | undefined
}

/** Least athletes for a squad quantile: own rule, no source. */
export const SQUAD_LEAST = 8

const all = (value: number): Partial<Record<Hand, number>> => ({
  left: value,
  right: value,
  both: value,
})
export const NO_REFERENCE: Reference = {
  source: 'none',
  value: null,
  byHand: {},
  says: 'no standard set, nothing earlier to compare with',
  on: null,
}

function standard(facts: ReferenceFacts, series: Series): Reference | null {
  const sports = facts.profile?.sources.map((s) => s.originId) ?? []
  const fits = facts.standards.filter(
    (s) =>
      s.protocolId === series.protocol.id &&
      (s.sportId === null || sports.includes(s.sportId)) &&
      (s.level === null || s.level === facts.level),
  )
  const best = fits.sort(
    (a, b) =>
      Number(b.sportId !== null) +
      Number(b.level !== null) -
      Number(a.sportId !== null) -
      Number(a.level !== null),
  )[0]
  if (!best) return null
  if (!best.perBodyMass)
    return {
      source: 'standard',
      value: best.value,
      byHand: all(best.value),
      says: "coach's standard",
      on: best.on ?? null,
    }
  const mass =
    latestMeasure(
      (facts.measurements ?? []).filter((m) => m.on <= series.points.at(-1)!.on),
      'body_mass',
      'both',
    ) ?? latestMeasure(facts.measurements ?? [], 'body_mass', 'both')
  if (!mass)
    return {
      source: 'standard',
      value: null,
      byHand: {},
      says: "coach's standard by body mass: body mass not taken",
      on: best.on ?? null,
    }
  return {
    source: 'standard',
    value: best.value * mass.value,
    byHand: all(best.value * mass.value),
    says: "coach's standard by body mass",
    on: best.on ?? null,
  }
}

/**
 * Mathiowetz 1985 means: only the seated dynamometer at position 2, adults from 20, sex given;
 * never anything else.
 */
function norm(facts: ReferenceFacts, series: Series): Reference | null {
  if (
    series.protocol.id !== 'dyno_seated' ||
    series.setup.variant['position'] !== '2' ||
    !facts.sex ||
    !facts.birthDate
  )
    return null
  const band = mathiowetzBand(ageOn(facts.birthDate, series.points.at(-1)!.on))
  const i = band === null ? -1 : (MATHIOWETZ_1985.bands as readonly string[]).indexOf(band)
  if (i < 0) return null
  const of = (hand: 'left' | 'right') =>
    kgfToN(MATHIOWETZ_1985[facts.sex!][hand][i]![0] * KG_PER_LB)
  const byHand = { left: of('left'), right: of('right') }
  return {
    source: 'norm',
    value: Math.max(byHand.left, byHand.right),
    byHand,
    says: `published mean, ${facts.sex}s ${band} (Mathiowetz 1985, from memory)`,
    on: null,
  }
}

function squad(facts: ReferenceFacts, series: Series): Reference | null {
  const sorted = [...(facts.squad[series.protocol.id] ?? [])].sort((a, b) => a - b)
  if (sorted.length < SQUAD_LEAST) return null
  const value = (sorted[(sorted.length - 1) >> 1]! + sorted[sorted.length >> 1]!) / 2
  return {
    source: 'squad',
    value,
    byHand: all(value),
    says: `squad median of ${sorted.length}`,
    on: null,
  }
}

function ownBest(_facts: ReferenceFacts, series: Series): Reference | null {
  const earlier = series.points.filter((p) => !p.practice).slice(0, -1)
  const best = (hand: Hand) => Math.max(...earlier.flatMap((p) => p.byHand[hand]?.mean ?? []))
  const hands = (['left', 'right', 'both'] as const).filter((h) => earlier.some((p) => p.byHand[h]))
  if (hands.length === 0) return null
  const value = Math.max(...hands.map(best))
  return {
    source: 'own-best',
    value,
    byHand: all(value),
    says: 'own best so far, the better hand',
    on: null,
  }
}

/**
 * Every reference a series has, in the order they are taken: the coach's own standard is a
 * decision, a norm is not about athletes.
 */
export const referencesFor = (facts: ReferenceFacts, series: Series): Reference[] =>
  [standard, norm, squad, ownBest].flatMap((f) => f(facts, series) ?? [])

/**
 * The one used: the coach's choice where it is there, else the first that has a figure, else none.
 */
export function chosenReference(
  references: readonly Reference[],
  choice: ReferenceSource | null,
): Reference {
  return (
    references.find((r) => r.source === choice && r.value !== null) ??
    references.find((r) => r.value !== null) ??
    references[0] ??
    NO_REFERENCE
  )
}
