import { CAUTIONS, type Caution, type DayFlagId, type InjuryStatus, type SymptomId } from '../catalogue/cautions'
import type { Protocol } from '../catalogue/protocols'
import type { InjurySiteId } from '../catalogue/tissues'
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
  pains: readonly { hand: Hand; pain: number }[]
  symptoms: readonly { hand: Hand; symptom: SymptomId; cleared: boolean }[]
  flags: readonly DayFlagId[]
}

export interface ActiveCaution {
  caution: Caution
  /** Hands it speaks of; both for the whole athlete. */
  hands: readonly Side[]
}

const BOTH: readonly Side[] = ['left', 'right']
const sides = (hand: Hand): readonly Side[] => (hand === 'both' ? BOTH : [hand])
const unique = (hands: readonly Side[]): Side[] => BOTH.filter((h) => hands.includes(h))

/** Hands a caution is triggered on by these facts; empty when it is not. Limits include both ends as written. */
function triggeredOn(caution: Caution, facts: SafetyFacts): Side[] {
  const t = caution.trigger
  switch (t.kind) {
    case 'symptom':
      return unique(facts.symptoms.filter((s) => !s.cleared).flatMap((s) => sides(s.hand)))
    case 'pain':
      return unique(facts.pains.filter((p) => p.pain >= t.from && p.pain <= t.to).flatMap((p) => sides(p.hand)))
    case 'injury': {
      const liftable = caution.tier === 'clearance'
      return unique(facts.injuries.filter((i) => t.sites.includes(i.site) && t.status.includes(i.status) && !(liftable && i.cleared)).flatMap((i) => sides(i.side)))
    }
    case 'age':
      return facts.birthDate !== null && ageOn(facts.birthDate, facts.today) < t.underYears ? [...BOTH] : []
    case 'flag':
      return (t.flag === 'always' || facts.flags.includes(t.flag)) !== (t.unless ?? false) ? [...BOTH] : []
    case 'new_to_quality':
      return []
  }
}

/** Cautions that hold for these facts, in catalogue order. */
export function activeCautions(facts: SafetyFacts): ActiveCaution[] {
  return CAUTIONS.flatMap((caution) => {
    const hands = triggeredOn(caution, facts)
    return hands.length === 0 ? [] : [{ caution, hands: caution.scope === 'athlete' ? BOTH : hands }]
  })
}

/** Cautions that stop this test on this hand (both: a two-handed test needs both hands free). */
export function blocksTest(active: readonly ActiveCaution[], protocol: Protocol, hand: Hand): ActiveCaution[] {
  return active.filter(({ caution, hands }) => {
    const tests = caution.blocks.tests
    const applies = tests === 'all' || (tests === 'maximal' && protocol.maximal) || (tests === 'overhead' && protocol.overhead)
    return applies && sides(hand).some((h) => hands.includes(h))
  })
}

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
