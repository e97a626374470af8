import { CAUTIONS, type Caution, type DayFlagId, type InjuryStatus, type SymptomId } from '../catalogue/cautions'
import type { Exercise } from '../catalogue/exercises'
import type { Protocol } from '../catalogue/protocols'
import type { QualityId } from '../catalogue/qualities'
import type { InjurySiteId, Tag, TissueId } from '../catalogue/tissues'
import type { Side } from '../measure/asymmetry'
import type { Hand } from '../testing/session'
import { ageOn, type LocalDate } from '../units/dates'

export interface InjuryFact {
  site: InjurySiteId
  side: Side | 'both'
  status: InjuryStatus
  /** True once a clinician's clearance is on record. */
  cleared: boolean
}

/** What is known about an athlete when a decision is made. Pain 0 to 10. */
export interface SafetyFacts {
  today: LocalDate
  birthDate: LocalDate | null
  injuries: readonly InjuryFact[]
  /** Pain noted in the test or session under way. */
  pains: readonly { hand: Hand; pain: number }[]
  symptoms: readonly { hand: Hand; symptom: SymptomId; cleared: boolean }[]
  flags: readonly DayFlagId[]
  /** Worst pain of a tissue in its last session and in the one before it (null: none on record). */
  recentPain: readonly { hand: Side; tissue: TissueId; last: number; before: number | null }[]
  /** Whole weeks each quality has been on record; absent: never. Infinity where earlier experience is entered. */
  weeksWith: Partial<Record<QualityId, number>>
}

export interface ActiveCaution {
  caution: Caution
  /** Hands it speaks of; both for the whole athlete. */
  hands: readonly Side[]
  /** Tissues the trigger named; null: as the caution's own blocks say. */
  tissues: readonly TissueId[] | null
  /** Weeks under which a quality counts as new; null: not about that. */
  newUnderWeeks: number | null
}

const BOTH: readonly Side[] = ['left', 'right']
const sides = (hand: Hand): readonly Side[] => (hand === 'both' ? BOTH : [hand])
const unique = <T>(items: readonly T[]): T[] => [...new Set(items)]
const inOrder = (hands: readonly Side[]): Side[] => BOTH.filter((h) => hands.includes(h))

interface Hit { hands: readonly Side[]; tissues?: readonly TissueId[]; newUnderWeeks?: number }
const NO: Hit = { hands: [] }

/** Hands a caution is triggered on by these facts; none when it is not. Limits include both ends as written. */
function triggered(caution: Caution, facts: SafetyFacts): Hit {
  const t = caution.trigger
  switch (t.kind) {
    case 'symptom':
      return { hands: inOrder(facts.symptoms.filter((s) => !s.cleared).flatMap((s) => sides(s.hand))) }
    case 'pain':
      return { hands: inOrder(facts.pains.filter((p) => p.pain >= t.from && p.pain <= t.to).flatMap((p) => sides(p.hand))) }
    case 'recent_pain': {
      const hit = facts.recentPain.filter((p) => p.last >= t.from && (t.inARow === 1 || (p.before ?? -1) >= t.from))
      return { hands: inOrder(hit.map((p) => p.hand)), tissues: unique(hit.map((p) => p.tissue)) }
    }
    case 'injury': {
      const liftable = caution.tier === 'clearance'
      return { hands: inOrder(facts.injuries.filter((i) => t.sites.includes(i.site) && t.status.includes(i.status) && !(liftable && i.cleared)).flatMap((i) => sides(i.side))) }
    }
    case 'age':
      return facts.birthDate !== null && ageOn(facts.birthDate, facts.today) < t.underYears ? { hands: BOTH } : NO
    case 'flag':
      return (t.flag === 'always' || facts.flags.includes(t.flag)) !== (t.unless ?? false) ? { hands: BOTH } : NO
    case 'new_to_quality':
      return { hands: BOTH, newUnderWeeks: t.underWeeks }
  }
}

/** Cautions that hold for these facts, in catalogue order. */
export function activeCautions(facts: SafetyFacts): ActiveCaution[] {
  return CAUTIONS.flatMap((caution) => {
    const hit = triggered(caution, facts)
    if (hit.hands.length === 0) return []
    return [{ caution, hands: caution.scope === 'athlete' ? BOTH : hit.hands, tissues: hit.tissues ?? null, newUnderWeeks: hit.newUnderWeeks ?? null }]
  })
}

/** Facts and the cautions they trigger: what every decision is judged by. */
export interface Judge { facts: SafetyFacts; active: readonly ActiveCaution[] }

export const judgeBy = (facts: SafetyFacts): Judge => ({ facts, active: activeCautions(facts) })

/** A test of a protocol, a set of an exercise, or work of a quality on an implement, on one hand or both. */
export type Subject =
  | { kind: 'test'; protocol: Protocol; hand: Hand }
  | { kind: 'exercise'; exercise: Exercise; hand: Hand }
  | { kind: 'implement'; quality: QualityId; tags: readonly Tag[]; tissues: readonly TissueId[]; hand: Hand }

/**
 * The one function that decides for tests, plan and floor: cautions that stop this subject. A two-handed subject needs
 * both hands free.
 */
export function blockedBy(judge: Judge, subject: Subject): ActiveCaution[] {
  return judge.active.filter((a) => {
    if (!sides(subject.hand).some((h) => a.hands.includes(h))) return false
    if (subject.kind === 'test') return stopsTest(a, subject.protocol)
    return subject.kind === 'exercise' ? stopsExercise(a, subject.exercise, judge.facts) : stopsImplement(a, subject)
  })
}

function stopsTest({ caution }: ActiveCaution, protocol: Protocol): boolean {
  const tests = caution.blocks.tests
  return tests === 'all' || (tests === 'maximal' && protocol.maximal) || (tests === 'overhead' && protocol.overhead)
}

/** Choosing an implement: what is new to the athlete, how hard and how heavy is said later, by the exercise. */
function stopsImplement({ caution: { blocks } }: ActiveCaution, s: Extract<Subject, { kind: 'implement' }>): boolean {
  return (
    blocks.hand === true ||
    (blocks.qualities ?? []).includes(s.quality) ||
    (blocks.tissues ?? []).some((t) => s.tissues.includes(t)) ||
    (blocks.tags ?? []).some((t) => s.tags.includes(t)) ||
    (blocks.tagSets ?? []).some((set) => set.every((t) => s.tags.includes(t)))
  )
}

function stopsExercise(a: ActiveCaution, e: Exercise, facts: SafetyFacts): boolean {
  const { blocks } = a.caution
  if (a.newUnderWeeks !== null && !isNew(e.primary, a.newUnderWeeks, facts)) return false
  const tissues = Object.keys(e.tissues) as TissueId[]
  const loaded = e.tags.includes('added_load')
  return (
    (blocks.hand === true && tissues.length > 0) ||
    (blocks.qualities ?? []).some((q) => q === e.primary) ||
    (blocks.tissues ?? []).some((t) => tissues.includes(t)) ||
    (blocks.tags ?? []).some((t) => e.tags.includes(t)) ||
    (blocks.tagSets ?? []).some((set) => set.every((t) => e.tags.includes(t))) ||
    (blocks.maxAim === true && e.aim === 'max') ||
    (blocks.experienced !== undefined && e.experience === 'experienced' && (blocks.experienced === 'all' || loaded)) ||
    (blocks.notLight === true && e.level !== 'light' && tissues.some((t) => a.tissues?.includes(t)))
  )
}

const isNew = (quality: Exercise['primary'], underWeeks: number, facts: SafetyFacts): boolean => quality !== null && quality !== 'day' && (facts.weeksWith[quality] ?? 0) < underWeeks

/** Never to be overridden: absolute gates, and what waits for a clinician. */
export const isFinal = (a: ActiveCaution): boolean => a.caution.tier === 'absolute' || a.caution.tier === 'clearance'

/** A caution in one line, with the hand it speaks of. */
export const cautionLine = (a: ActiveCaution): string => `${a.caution.title}${a.hands.length === 1 ? ` (${a.hands[0]} hand)` : ''}: ${a.caution.says}`

/** What a coach confirms before a maximal test. */
export interface TestConditions {
  warm: boolean
  rested: boolean
  skinGood: boolean
  well: boolean
}

export const TEST_CONDITIONS: readonly { id: keyof TestConditions; ask: string; missing: string }[] = [
  { id: 'warm', ask: 'Warmed up', missing: 'not warmed up' },
  { id: 'rested', ask: 'Rest day before', missing: 'no rest day before' },
  { id: 'skinGood', ask: 'Skin good', missing: 'skin not good' },
  { id: 'well', ask: 'Well: no fever, no new medication, slept', missing: 'unwell, new medication or poor sleep' },
]

/** Conditions not met; any of them needs the coach's reason before a maximal test. */
export const missingConditions = (c: TestConditions): string[] => TEST_CONDITIONS.filter((q) => !c[q.id]).map((q) => q.missing)
