import type { SymptomId } from '../catalogue/cautions'
import { exerciseById } from '../catalogue/exercises'
import { protocolById } from '../catalogue/protocols'
import { type TissueId } from '../catalogue/tissues'
import type { Hand, PainWhere } from '../catalogue/person'
import { type LocalDate } from '../units/dates'
import { actOf } from './act'
import type { NoteFact, TestFact, SetFact } from './record'
import type { SafetyFacts } from './triggers'
import { keysOf } from '../units/among'

export interface NotedPain {
  id: string
  hand: Hand
  tissues: readonly TissueId[] | null
  pain: number
  on: LocalDate
  recordedAt: string
}

export const notePain = (n: NoteFact, t: TestFact | undefined): NotedPain[] =>
  n.pain === null
    ? []
    : [
        {
          id: n.id,
          hand: n.hand,
          tissues: n.at ?? (t ? placed(null, loadedIn(t, n.hand)) : null),
          pain: n.pain,
          on: n.on,
          recordedAt: n.recordedAt,
        },
      ]
export const loadedBy = (exerciseId: string): TissueId[] =>
  keysOf(exerciseById(exerciseId)?.tissues ?? {})
export const loadedIn = (t: TestFact, hand: Hand): TissueId[] => {
  const protocol = protocolById(t.protocolId)
  return protocol
    ? keysOf(
        actOf({ kind: 'test', protocol, hand, implementKind: t.unitKind, variant: t.variant })
          .tissues,
      )
    : []
}
/**
 * Pain without a place counts for what the work loaded; work that loads nothing: for every tissue.
 */
export const placed = (
  where: PainWhere | null,
  loaded: readonly TissueId[],
): readonly TissueId[] | null => where?.at ?? (loaded.length > 0 ? loaded : null)

export const setPain = (s: SetFact): NotedPain[] =>
  s.pain === null
    ? []
    : [
        {
          id: s.id,
          hand: s.where?.hand ?? s.hand,
          tissues: placed(s.where, loadedBy(s.exerciseId)),
          pain: s.pain,
          on: s.on,
          recordedAt: s.recordedAt,
        },
      ]
export const trialPain = (t: TestFact, x: TestFact['trials'][number]): NotedPain[] =>
  x.pain === null
    ? []
    : [
        {
          id: x.id,
          hand: x.where?.hand ?? x.hand,
          tissues: placed(x.where, loadedIn(t, x.hand)),
          pain: x.pain,
          on: t.on,
          recordedAt: x.recordedAt,
        },
      ]

/**
 * What was noted in a test under way: pain with its trials and beside them, and symptoms. For
 * `factsWith`.
 */
export function notedIn(
  t: Pick<TestFact, 'protocolId' | 'unitKind' | 'variant'> & {
    trials: readonly {
      id: string
      hand: Hand
      pain: number | null
      painWhere?: PainWhere | null | undefined
    }[]
    observations: readonly {
      id: string
      hand: Hand
      pain: number | null
      symptom: string | null
      places?: readonly TissueId[] | null | undefined
    }[]
  },
): Pick<SafetyFacts, 'pains' | 'symptoms'> {
  const test: TestFact = { ...t, id: '', on: '', trials: [] }
  const notes = t.observations.map((o): NoteFact => ({
    id: o.id,
    hand: o.hand,
    at: o.places ?? null,
    pain: o.pain,
    symptom: o.symptom as SymptomId | null,
    on: '',
    recordedAt: '',
  }))
  const pains = [
    ...notes.flatMap((n) => notePain(n, test)),
    ...t.trials.flatMap((x) =>
      trialPain(test, {
        id: x.id,
        hand: x.hand,
        recordedAt: '',
        pain: x.pain,
        where: x.painWhere ?? null,
      }),
    ),
  ]
  return {
    pains: pains.map(({ id, hand, tissues, pain }) => ({ id, hand, tissues, pain })),
    symptoms: notes.flatMap((n) =>
      n.symptom === null ? [] : [{ id: n.id, hand: n.hand, symptom: n.symptom, cleared: null }],
    ),
  }
}
