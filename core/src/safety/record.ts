import type { SymptomId } from '../catalogue/cautions'
import type { Allowed, InjuryStatus } from '../catalogue/cautionTypes'
import { type HealthId } from '../catalogue/health'
import type { FamilyId } from '../catalogue/implementUse'
import type { QualityId } from '../catalogue/qualities'
import { type InjurySiteId, type TissueId } from '../catalogue/tissues'
import type { Hand, PainWhere } from '../catalogue/person'
import { type LocalDate } from '../units/dates'

/** What a clinician allows, what of, from when (instant it was recorded) and until when. */
export interface ClearanceFact {
  of:
    | { kind: 'injury' | 'symptom'; id: string }
    | { kind: 'health'; id: HealthId }
    | { kind: 'pain'; hand: Hand; tissue: TissueId }
  on: LocalDate
  recordedAt: string
  allows: Allowed
  until: LocalDate | null
}

/** One version of an injury; `rootId` names the injury through its versions. */
export interface InjuryVersion {
  id: string
  rootId: string
  site: InjurySiteId
  side: Hand
  status: InjuryStatus
  since: LocalDate | null
  recordedAt: string
  current: boolean
}

/** Pain or a symptom noted by itself. */
export interface NoteFact {
  id: string
  hand: Hand
  at: readonly TissueId[] | null
  pain: number | null
  symptom: SymptomId | null
  on: LocalDate
  recordedAt: string
  /** The test it was noted in. */ testId?: string | null
}

/** A set or a trial as far as safety looks at it. */
export interface SetFact {
  id: string
  exerciseId: string
  hand: Hand
  on: LocalDate
  recordedAt: string
  pain: number | null
  where: PainWhere | null
}
export interface TestFact {
  id: string
  protocolId: string
  unitKind: string
  variant: Readonly<Record<string, string>>
  on: LocalDate
  trials: readonly {
    id: string
    hand: Hand
    recordedAt: string
    pain: number | null
    where: PainWhere | null
  }[]
}

/** What is on record of an athlete for safety: plain rows, nothing worked out. */
export interface SafetyRecord {
  birthDate: LocalDate | null
  guardianConsent: boolean
  /** The newest answers; null: never asked. */
  health: { on: LocalDate; yes: readonly HealthId[] } | null
  injuries: readonly InjuryVersion[]
  notes: readonly NoteFact[]
  sets: readonly SetFact[]
  tests: readonly TestFact[]
  clearances: readonly ClearanceFact[]
  experience: readonly { quality: QualityId; family: FamilyId | null; weeks: number }[]
}

export const NO_RECORD: SafetyRecord = {
  birthDate: null,
  guardianConsent: false,
  health: null,
  injuries: [],
  notes: [],
  sets: [],
  tests: [],
  clearances: [],
  experience: [],
}
