import type { Hand, Sex, Side } from '../catalogue/person'
import { latestMeasure, type BodyMeasurement } from '../intake/record'
import type { DemandProfile } from '../demand/profile'
import { MATHIOWETZ_1985, mathiowetzBand } from '../measure/norms'
import type { Series } from '../record/series'
import { seriesKey } from '../testing/session'
import { kgfToN } from '../units/convert'
import { KG_PER_LB } from '../units/units'
import { ageOn, type LocalDate } from '../units/dates'
import { EXPECTED_LEAN_PCT } from '../measure/asymmetry'
import { moderated } from '../measure/spread'
import { sampleVariance } from '../measure/trials'
import { daysOf, knownBy, squaresBefore, type Known } from '../record/known'
import type { Kg } from '../units/quantity'
import { must } from '../units/must'

/** A coach's standard, SI (or SI a kg of body mass); a sport or level of null stands for any. */
export interface Standard {
  protocolId: string
  sportId: string | null
  level: string | null
  value: number
  perBodyMass?: boolean | undefined
  /** Only for a test done so; absent: any set-up of the protocol. */
  variant?: Readonly<Record<string, string>> | null | undefined
  sex?: Sex | null | undefined
  /** Ages it is meant for, from and to, years. */
  ages?: readonly [number, number] | null | undefined
  on?: LocalDate | undefined
}

/** One other athlete's newest counted result of a set-up: the better hand, SI. */
export interface SquadResult {
  /** Series key without the athlete. */ setup: string
  value: number
  sex: Sex | null
  ageYears: number | null
  sports: readonly string[]
  massKg: Kg | null
}

export const REFERENCE_SOURCES = ['standard', 'norm', 'squad', 'own-best', 'none'] as const
export type ReferenceSource = (typeof REFERENCE_SOURCES)[number]

export interface Reference {
  source: ReferenceSource
  /** Largest of the hands' figures, SI; null: none, or it cannot be worked out. */
  value: number | null
  byHand: Partial<Record<Hand, number>>
  /** Its own error as a share, 95 %; absent: taken as it is. */
  errorShare?: number | undefined
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
  squad: readonly SquadResult[]
  dominant?: Side | null | undefined
  /** Error of the athlete's own results by series. */
  known?: ((s: Series) => Known) | undefined
  sex?: Sex | null | undefined
  birthDate?: LocalDate | null | undefined
  measurements?: readonly BodyMeasurement[] | undefined
}

/** Least athletes for a squad quantile: own rule, no source. */
export const SQUAD_LEAST = 8

/** Age bands athletes are compared in, years: common practice, no source. */
export const AGE_BANDS = [
  { from: 0, to: 13, name: 'under 14' },
  { from: 14, to: 17, name: '14 to 17' },
  { from: 18, to: 39, name: '18 to 39' },
  { from: 40, to: 59, name: '40 to 59' },
  { from: 60, to: 120, name: '60 and over' },
] as const
const bandOf = (age: number | null) =>
  age === null ? null : (AGE_BANDS.find((b) => age >= b.from && age <= b.to) ?? null)

/** Strength goes with body mass to this power (Jaric 2002, from memory). */
const MASS_POWER = 2 / 3
const GOES_WITH_MASS: readonly string[] = ['N', 'kg', 'N m']

/**
 * One figure for the better hand: the other is asked less where dominance leads one to expect it.
 */
function byHandOf(
  value: number,
  dominant: Side | null | undefined,
): { byHand: Partial<Record<Hand, number>>; says: string } {
  const less = dominant ? EXPECTED_LEAN_PCT[dominant] : 0
  const other = value * (1 - less / 100)
  return {
    byHand: {
      left: dominant === 'right' ? other : value,
      right: dominant === 'left' ? other : value,
      both: value,
    },
    says:
      less > 0
        ? `; ${dominant === 'right' ? 'left' : 'right'} hand ${less}\u00A0% lower, as expected`
        : '',
  }
}

export const NO_REFERENCE: Reference = {
  source: 'none',
  value: null,
  byHand: {},
  says: 'no standard set, nothing earlier to compare with',
  on: null,
}

/** How closely a standard is meant for this athlete and test; null: it is not. */
function fit(s: Standard, facts: ReferenceFacts, series: Series): number | null {
  const sports = facts.profile?.sources.map((x) => x.originId) ?? []
  const age = ageIn(facts, series)
  const asks: (boolean | null)[] = [
    s.sportId === null ? null : sports.includes(s.sportId),
    s.level === null ? null : s.level === facts.level,
    s.sex ? s.sex === facts.sex : null,
    s.ages ? age !== null && age >= s.ages[0] && age <= s.ages[1] : null,
    s.variant
      ? Object.entries(s.variant).every(([k, v]) => (series.setup.variant[k] ?? v) === v)
      : null,
  ]
  return s.protocolId !== series.protocol.id || asks.includes(false)
    ? null
    : asks.filter((x) => x === true).length
}

const ageIn = (facts: ReferenceFacts, series: Series): number | null =>
  facts.birthDate ? ageOn(facts.birthDate, must(series.points.at(-1)).on) : null

const massIn = (facts: ReferenceFacts, series: Series): number | null => {
  const all = facts.measurements ?? []
  const upTo = all.filter((m) => m.on <= must(series.points.at(-1)).on)
  return (
    (latestMeasure(upTo, 'body_mass', 'both') ?? latestMeasure(all, 'body_mass', 'both'))?.value ??
    null
  )
}

function standard(facts: ReferenceFacts, series: Series): Reference | null {
  const best = facts.standards
    .flatMap((s) => {
      const close = fit(s, facts, series)
      return close === null ? [] : [{ s, close }]
    })
    .sort((a, b) => b.close - a.close)[0]?.s
  if (!best) return null
  const base = { source: 'standard' as const, on: best.on ?? null }
  const words = [
    "coach's standard",
    best.perBodyMass ? ' by body mass' : '',
    best.sex ? `, ${best.sex === 'male' ? 'men' : 'women'}` : '',
    best.ages ? `, ${best.ages[0]} to ${best.ages[1]} years` : '',
  ].join('')
  const mass = best.perBodyMass ? massIn(facts, series) : 1
  if (mass === null)
    return { ...base, value: null, byHand: {}, says: `${words}: body mass not taken` }
  const value = best.value * mass
  const hands = byHandOf(value, series.protocol.hands === 'each' ? facts.dominant : null)
  return { ...base, value, byHand: hands.byHand, says: `${words}${hands.says}` }
}

/**
 * Mathiowetz 1985 means: only the seated dynamometer at position 2, adults from 20, sex given;
 * never anything else.
 */
function norm(facts: ReferenceFacts, series: Series): Reference | null {
  if (
    !series.protocol.readFor.includes('norms') ||
    series.setup.variant['position'] !== '2' ||
    !facts.sex ||
    !facts.birthDate
  )
    return null
  const band = mathiowetzBand(ageOn(facts.birthDate, must(series.points.at(-1)).on))
  const i = band === null ? -1 : MATHIOWETZ_1985.bands.findIndex((x) => x === band)
  if (i < 0) return null
  const of = (hand: 'left' | 'right') =>
    kgfToN(must(MATHIOWETZ_1985[must(facts.sex)][hand][i])[0] * KG_PER_LB)
  const byHand = { left: of('left'), right: of('right') }
  return {
    source: 'norm',
    value: Math.max(byHand.left, byHand.right),
    byHand,
    says: `published mean, ${facts.sex}s ${band} (Mathiowetz 1985, from memory)`,
    on: null,
  }
}

/**
 * The median of athletes like this one on the same set-up: of the same sport where there are
 * enough.
 */
function squad(facts: ReferenceFacts, series: Series): Reference | null {
  const band = bandOf(ageIn(facts, series))
  const mass = GOES_WITH_MASS.includes(series.protocol.unit) ? massIn(facts, series) : null
  if (!facts.sex || !band) return null
  const setup = seriesKey('', series.setup, 'pair')
  const like = facts.squad.filter(
    (r) =>
      r.setup === setup &&
      r.sex === facts.sex &&
      bandOf(r.ageYears) === band &&
      (mass === null || r.massKg !== null),
  )
  const sports = facts.profile?.sources.map((x) => x.originId) ?? []
  const own = like.filter((r) => r.sports.some((s) => sports.includes(s)))
  const used = own.length >= SQUAD_LEAST ? own : like
  if (used.length < SQUAD_LEAST) return null
  const values = used
    .map((r) => (mass === null ? r.value : r.value * (mass / must(r.massKg)) ** MASS_POWER))
    .sort((a, b) => a - b)
  const value = (must(values[(values.length - 1) >> 1]) + must(values[values.length >> 1])) / 2
  const hands = byHandOf(value, series.protocol.hands === 'each' ? facts.dominant : null)
  return {
    source: 'squad',
    value,
    byHand: hands.byHand,
    // A median of n: about 1.25 SD / root n.
    errorShare: (1.96 * 1.25 * (spreadOf(values) / value)) / Math.sqrt(values.length),
    says:
      `squad median of ${used.length} ${facts.sex === 'male' ? 'men' : 'women'} ` +
      `${band.name}${own.length >= SQUAD_LEAST ? ' of this sport' : ', all sports'}` +
      `${mass === null ? '' : `, at ${Math.round(mass)} kg`}${hands.says}`,
    on: null,
  }
}
const spreadOf = (xs: readonly number[]): number => Math.sqrt(sampleVariance(xs))

/** Expected best of n draws, in standard deviations (normal order statistics, from memory). */
const BEST_OF = [0, 0.56, 0.85, 1.03, 1.16, 1.27, 1.35, 1.42, 1.49, 1.54] as const

/**
 * That hand's own best before the newest test, less what the best of several is above the level by
 * chance alone.
 */
function ownBest(facts: ReferenceFacts, series: Series): Reference | null {
  const last = must(series.points.at(-1)).on
  const known = (facts.known ?? knownBy({}))(series)
  const byHand: Partial<Record<Hand, number>> = {}
  let error = 0
  for (const hand of ['left', 'right', 'both'] as const) {
    const earlier = daysOf(series, hand, last).slice(0, -1)
    if (earlier.length === 0) continue
    const logs = earlier.map((d) => Math.log(d.value))
    const sd = Math.sqrt(moderated(known.hand, squaresBefore(logs)).variance)
    byHand[hand] = Math.exp(
      Math.max(...logs) - sd * must(BEST_OF[Math.min(logs.length, BEST_OF.length) - 1]),
    )
    error = Math.max(error, 1.96 * sd)
  }
  const values = Object.values(byHand)
  if (values.length === 0) return null
  return {
    source: 'own-best',
    value: Math.max(...values),
    byHand,
    errorShare: error,
    says: 'own best before, each hand its own, less what the best of several gains by chance',
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
