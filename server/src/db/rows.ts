import type { UnitChoice } from '@mano/core/units/format'
import type { Role } from '@mano/contract/roles'
import type { Tier, Wish } from '@mano/core/catalogue/tiers'
import type { TakenBackKind } from '@mano/contract/takenBack'
import type { Problem } from '@mano/contract/common'
import type { ConclusionLine } from '@mano/core/review/conclusion'
import type { SheetMapping } from '@mano/core/testing/mapping'
import type { DaySetup } from '@mano/core/testday/live'
import type { LogDetails } from '@mano/core/record/sets'
import type { PlanTemplate } from '@mano/core/catalogue/templates'
import type { DayFlagId, SymptomId } from '@mano/core/catalogue/cautions'
import type { Allowed, InjuryStatus } from '@mano/core/catalogue/cautionTypes'
import type { HealthId } from '@mano/core/catalogue/health'
import type { FamilyId } from '@mano/core/catalogue/implementUse'
import type { QualityId } from '@mano/core/catalogue/qualities'
import type {
  BodyMeasureId,
  Hand,
  LevelId,
  PainWhere,
  Sex,
  Side,
} from '@mano/core/catalogue/person'
import type { Guardian, SkinId } from '@mano/core/intake/record'
import type { EntryUnit } from '@mano/core/units/units'
import type { PictureType } from '@mano/core/formats/image'
import type { BatteryItem } from '@mano/core/testing/battery'
import type { TryDetails } from '@mano/core/catalogue/protocols'
import type { InjurySiteId, TissueId } from '@mano/core/catalogue/tissues'
import type { Orientation, Spin, Surface, Wear } from '@mano/core/catalogue/traits'
import type { DemandEdit, SourceRow } from '@mano/core/demand/profile'
import type { DayFrame, TrainingDay } from '@mano/core/intake/week'
import type { TestConditions } from '@mano/core/safety/conditions'
import type { Block, CoachTerms } from '@mano/core/plan/types'
import type { Place } from '@mano/core/catalogue/places'
import type { EndingId } from '@mano/core/session/steps'
import type { Kg, Mm, Seconds } from '@mano/core/units/quantity'

export interface Actor {
  actorKind: 'coach' | 'assistant' | 'athlete' | 'device' | 'demo'
  actorId: string | null
  recordedAt: Date
}

export interface Row extends Actor {
  id: string
  hallId: string
}

export interface Hall {
  id: string
  name: string
  timeZone: string
  createdAt: Date
  staleDays: number
  /** 10/8 is typed for 8 October. */ monthFirst: boolean
  /** Day of the week its calendars begin with, 0 Sunday. */ weekStart: 0 | 1 | 6
  /** Years records of who comes no more are kept; null: no limit. Not with every request. */
  keepYears?: number | null
  version: number
}

export interface Account extends Row {
  login: string
  name: string
  role: Role
  passwordHash: string
  leftOn: string | null
  /** Null: they have chosen nothing yet. */
  massUnit: UnitChoice['mass'] | null
  lengthUnit: UnitChoice['length'] | null
}

export interface Athlete extends Row {
  name: string
  birthDate: string | null
  sexForNorms: Sex | null
  dominantHand: Side | null
  level: LevelId
  guardian: Guardian | null
  skin: SkinId
  note: string
  updatedAt: Date
  version: number
  /** Put away, since when and why; null: on the roster. */ archivedOn: string | null
  archivedWhy: string
  /** Who it was is gone since; null: is known. */ erasedOn: string | null
}

export interface DemandVersion extends Row {
  athleteId: string
  sources: { id: string; weight: number }[]
  edits: DemandEdit[]
  since: string
  reason: string
}

export interface HallSport extends Row {
  name: string
  kind: 'sport' | 'event'
  originId: string
  objects: string
  rows: SourceRow[]
}

interface Replaced {
  supersedesId: string | null
  removed: boolean
}

export interface AthleteEvent extends Row, Replaced {
  athleteId: string
  name: string
  heldOn: string
  items: string[]
  note: string
}

export interface TrainingWeekRow extends Row {
  athleteId: string
  days: TrainingDay[]
  handWork: 0 | 1 | 2 | 3
  handWorkNote: string
}

export interface Outcome extends Row, Replaced {
  athleteId: string
  name: string
  unit: string
  better: 'higher' | 'lower'
  value: number
  seenOn: string
}

export interface AthleteChange extends Row {
  athleteId: string
  before: Record<string, unknown>
}

export interface PlaceRow extends Row {
  name: string
  kind: Place
  athleteId: string | null
  /** No longer used, since when; null: it is. */ closedOn: string | null
}

export interface ImplementCheck extends Row {
  unitId: string
  spin: Spin | null
  wear: Wear
  note: string
  checkedOn: string
}

export interface WrapGap extends Row {
  athleteId: string
  unitId: string
  measurementId: string
  hand: Side
  gapMm: Mm
  enteredValue: number
  enteredUnit: EntryUnit
  measuredOn: string
}

export interface KitPrice extends Row {
  kind: string
  sizeMm: Mm | null
  price: string
}

export interface ReferenceNote extends Row {
  lineage: string
  origin: string
  title: string
  body: string
  struck: boolean
}

export interface HallTier extends Row {
  sportId: string
  quality: string
  exerciseId: string
  tier: Tier | null
}

export interface ExerciseWish extends Row {
  athleteId: string | null
  exerciseId: string
  wish: Wish | null
}

export interface BodyMeasurementRow extends Row {
  athleteId: string
  measure: BodyMeasureId
  hand: Hand
  value: number
  enteredValue: number
  enteredUnit: EntryUnit
  measuredOn: string
  supersedesId: string | null
  struck: boolean
  reason: string
}

export interface Injury extends Row {
  athleteId: string
  site: InjurySiteId
  side: Hand
  status: InjuryStatus
  since: string | null
  note: string
  advisedBy: string
  supersedesId: string | null
  struck: boolean
}

export interface ImplementUnit extends Row {
  kind: string
  label: string
  retired: boolean
  placeId: string
  orientation: Orientation | null
  surface: Surface | null
  version: number
}

export interface ImplementMeasurement extends Row {
  unitId: string
  sizeMm: Mm | null
  enteredValue: number | null
  enteredUnit: EntryUnit | null
  measuredOn: string
  seriesId: string
  depthMm: Mm | null
  handleMm: Mm | null
  massKg: Kg | null
  plates: { kg: Kg; count: number }[]
  ratingKg: Kg | null
  ratedBy: string
  ratedOn: string | null
}

export interface TestImport extends Row {
  fileName: string
  of: 'trials' | 'sets'
  trials: number
}

export interface TestImportUndo extends Row {
  importId: string
}

export interface StoredSession extends Row {
  athleteId: string
  protocolId: string
  protocolVersion: number
  protocolParams: Record<string, string | number>
  unitId: string
  measurementId: string
  variant: Record<string, string>
  performedAt: Date
  performedOn: string
  deviceAt: Date | null
  conditions: Partial<TestConditions & { familiar: boolean }>
  overrideReason: string
  practice: boolean
  note: string
  importId: string | null
  clockMs: number | null
  struck: boolean
}

/** What was changed of a test afterwards, with the reason. */
export interface SessionChange extends Row {
  sessionId: string
  before: SessionState
  after: SessionState
  reason: string
}

export type SessionState = Pick<StoredSession, 'conditions' | 'practice' | 'struck'>

export interface StoredTrial extends Row {
  sessionId: string
  hand: Hand
  ordinal: number
  value: number
  enteredValue: number
  enteredUnit: EntryUnit
  pain: number | null
  painWhere: PainWhere | null
  deviceAt: Date | null
  supersedesId: string | null
  reason: string
  missed: boolean
  details: TryDetails
  /** Moved to the other hand. */ vacated?: boolean
}

export interface CurrentTrial extends StoredTrial {
  struck: boolean
  strikeReason: string
}

export interface TrialMark extends Row {
  trialId: string
  struck: boolean
  reason: string
}

export interface TestAttachment extends Row {
  sessionId: string
  kind: 'note' | 'photo' | 'link'
  text: string
  mime: PictureType | null
  bytes: Buffer | null
}

export interface TrialTrace extends Row {
  trialId: string
  sessionId: string
  instrument: string
  rateHz: number
  startS: number
  gaps: (readonly [number, number])[]
  data: string
}

export interface Battery extends Row, Replaced {
  name: string
  sportId: string | null
  items: BatteryItem[]
}

export interface Observation extends Row {
  athleteId: string
  sessionId: string | null
  hand: Hand
  pain: number | null
  symptom: SymptomId | null
  places: TissueId[] | null
  note: string
}

export interface Clearance extends Row {
  athleteId: string
  observationId: string | null
  injuryId: string | null
  healthId: HealthId | null
  painHand: Hand | null
  painTissue: TissueId | null
  clearedBy: string
  profession: string
  clearedOn: string
  allows: Allowed
  until: string | null
  received: string
  note: string
}

export interface HealthAnswer extends Row {
  athleteId: string
  answeredOn: string
  yes: HealthId[]
  complete: boolean
}

export interface ExperienceEntry extends Row {
  athleteId: string
  quality: QualityId
  family: FamilyId | null
  weeks: number
  origin: string
  enteredOn: string
}

export interface GateReason extends Row {
  athleteId: string
  subject: string
  hand: Hand
  givenOn: string
  keys: string[]
  reason: string
}

export interface DayFlagRow extends Row {
  athleteId: string
  heldOn: string
  flags: DayFlagId[]
}

export interface Alarm extends Row {
  athleteId: string
  happenedOn: string
  subject: string
  hand: Hand
  class: 'stop' | 'ask'
  keys: string[]
  says: string
  sourceId: string | null
}

export interface AlarmAnswer extends Row {
  alarmId: string
  done: string
  told: string
}

/** What a saved week asked a reason for, by exercise and hand. */
export interface AskedAtSave {
  exerciseId: string
  hand: Hand
  keys: string[]
}

export interface StandardRow extends Row {
  protocolId: string
  sportId: string | null
  level: LevelId | null
  value: number
  enteredValue: number
  enteredUnit: EntryUnit
  perBodyMass: boolean
  forVariant: Record<string, string> | null
  forSex: Sex | null
  ageFrom: number | null
  ageTo: number | null
}

export interface GapChoice extends Row {
  athleteId: string
  rowKey: string
  kind: 'priority' | 'reference' | 'lean_limit'
  value: string | null
  reason: string
}

export interface WeekFrame extends Row {
  athleteId: string
  days: DayFrame[]
}

export interface PlanVersion extends Row {
  athleteId: string
  weekStart: string
  frame: DayFrame[]
  blocks: Block[]
  terms: CoachTerms
  basedOn: string | null
  reason: string
  asked: AskedAtSave[]
}

export interface StoredTemplate extends Row, Omit<PlanTemplate, 'id'> {
  removes: string | null
}

export interface StoredSetLog extends Row {
  athleteId: string
  /** null: it came from a file. */ planVersionId: string | null
  importId: string | null
  blockId: string | null
  exerciseId: string
  doneOn: string
  hand: Hand
  setNo: number
  loadKg: Kg | null
  enteredLoad: number | null
  enteredUnit: EntryUnit | null
  seconds: Seconds | null
  reps: number | null
  ended: EndingId
  effort: number | null
  pain: number | null
  painWhere: PainWhere | null
  deviceAt: Date | null
  supersedesId: string | null
  details: LogDetails
  voided: boolean
  clockMs: number | null
}

/** A session that ended before its plan did. */
export interface SessionEnd extends Row {
  athleteId: string
  planVersionId: string
  heldOn: string
  reason: string
  setsLeft: { blockId: string; sets: number }[]
}

export interface TakenBack extends Row {
  kind: TakenBackKind
  rowId: string
  athleteId: string | null
}

export interface TestDay extends Row {
  name: string
  heldOn: string
  setup: DaySetup
}

export interface TestDayEvent extends Row {
  dayId: string
  at: number
  kind: string
  body: Record<string, unknown>
}

/** Long work: `input` goes when it has ended. */
export interface StoredJob extends Row {
  kind: string
  input: object
  state: 'waiting' | 'running' | 'done' | 'failed' | 'stopped'
  done: number
  total: number
  says: string
  result: object | null
  problem: Problem | null
  stop: boolean
  tries: number
  beatAt: Date | null
  endedAt: Date | null
  fileName: string | null
  fileType: string | null
  file: Buffer | null
}

export interface Conclusion extends Row {
  athleteId: string
  since: string
  until: string
  lines: ConclusionLine[]
  note: string
}

export interface Goal extends Row {
  athleteId: string
  seriesKey: string
  value: number | null
  enteredValue: number | null
  enteredUnit: EntryUnit | null
}

export interface ImportMapping extends Row {
  headerKey: string
  mapping: SheetMapping
}

export interface AthleteLink extends Row {
  athleteId: string
  tokenHash: string
  expiresOn: string
  /** Shows the sessions and takes nothing. */
  looks: boolean
  revokedAt: Date | null
}
