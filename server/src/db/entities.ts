import type { Tier, Wish } from '@mano/core/catalogue/tiers'
import type { TakenBackKind } from '@mano/contract/takenBack'
import type { Problem } from '@mano/contract/common'
import type { ConclusionLine } from '@mano/core/review/next'
import type { SheetMapping } from '@mano/core/testing/mapping'
import type { DaySetup } from '@mano/core/testday/live'
import type { LogDetails } from '@mano/core/record/sets'
import type { PlanTemplate } from '@mano/core/catalogue/templates'
import { EntitySchema, type EntitySchemaColumnOptions } from 'typeorm'
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
interface Row extends Actor {
  id: string
  hallId: string
}

export interface Hall {
  id: string
  name: string
  timeZone: string
  createdAt: Date
  staleDays: number
  version: number
}
export interface Account extends Row {
  login: string
  name: string
  role: 'coach' | 'assistant'
  passwordHash: string
  leftOn: string | null
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
  revokedAt: Date | null
}

type Columns = Record<string, EntitySchemaColumnOptions>
const snake = (name: string): string => name.replace(/[A-Z]/g, (c) => `_${c.toLowerCase()}`)
const column = (
  type: EntitySchemaColumnOptions['type'],
  nullable = false,
): EntitySchemaColumnOptions => ({ type, nullable })
const uuid = () => column('uuid')
const text = () => column('text')
const number = () => column('double precision')
const instant = () => column('timestamptz')
const day = () => column('date')
/** Grows with each change: who changes from an older one is told. */
const VERSION: EntitySchemaColumnOptions = { type: 'integer', default: 1 }
/** Entered by mistake. */
const STRUCK: EntitySchemaColumnOptions = { type: 'boolean', default: false }
const NO_TEXT: EntitySchemaColumnOptions = { type: 'text', default: '' }
const maybe = (c: EntitySchemaColumnOptions): EntitySchemaColumnOptions => ({
  ...c,
  nullable: true,
})

const named = (columns: Columns): Columns =>
  Object.fromEntries(Object.entries(columns).map(([k, c]) => [k, { ...c, name: snake(k) }]))
const rowColumns = (): Columns => ({
  id: { type: 'uuid', primary: true },
  hallId: uuid(),
  actorKind: text(),
  actorId: maybe(uuid()),
  recordedAt: instant(),
})

function table<T extends Row>(name: string, columns: Columns): EntitySchema<T> {
  return new EntitySchema<T>({
    name,
    tableName: snake(name).replace(/^_/, ''),
    columns: named({ ...rowColumns(), ...columns }) as never,
  })
}
function view<T extends Row>(name: string, columns: Columns): EntitySchema<T> {
  return new EntitySchema<T>({
    name,
    type: 'view',
    tableName: snake(name).replace(/^_/, ''),
    synchronize: false,
    columns: named({ ...rowColumns(), ...columns }) as never,
  })
}

const measurement: Columns = {
  athleteId: uuid(),
  measure: text(),
  hand: text(),
  value: number(),
  enteredValue: number(),
  enteredUnit: text(),
  measuredOn: day(),
  supersedesId: maybe(uuid()),
  struck: STRUCK,
  reason: NO_TEXT,
}
const injury: Columns = {
  athleteId: uuid(),
  site: text(),
  side: text(),
  status: text(),
  since: maybe(day()),
  note: text(),
  advisedBy: text(),
  supersedesId: maybe(uuid()),
  struck: STRUCK,
}
const session: Columns = {
  athleteId: uuid(),
  protocolId: text(),
  protocolVersion: column('integer'),
  protocolParams: column('jsonb'),
  unitId: uuid(),
  measurementId: uuid(),
  variant: column('jsonb'),
  performedAt: instant(),
  performedOn: day(),
  deviceAt: maybe(instant()),
  conditions: column('jsonb'),
  overrideReason: text(),
  practice: column('boolean'),
  note: text(),
  importId: maybe(uuid()),
  clockMs: maybe(number()),
  struck: STRUCK,
}
const trial: Columns = {
  sessionId: uuid(),
  hand: text(),
  ordinal: column('integer'),
  value: number(),
  enteredValue: number(),
  enteredUnit: text(),
  pain: maybe(column('integer')),
  painWhere: maybe(column('jsonb')),
  deviceAt: maybe(instant()),
  supersedesId: maybe(uuid()),
  reason: text(),
  missed: column('boolean'),
  details: column('jsonb'),
}

export const HallEntity = new EntitySchema<Hall>({
  name: 'Hall',
  tableName: 'hall',
  columns: named({
    id: { type: 'uuid', primary: true },
    name: text(),
    timeZone: text(),
    createdAt: instant(),
    staleDays: column('integer'),
    version: VERSION,
  }) as never,
})
export const AccountEntity = table<Account>('Account', {
  login: text(),
  name: text(),
  role: text(),
  passwordHash: text(),
  leftOn: maybe(day()),
})
export const AthleteEntity = table<Athlete>('Athlete', {
  name: text(),
  birthDate: maybe(day()),
  sexForNorms: maybe(text()),
  dominantHand: maybe(text()),
  level: text(),
  guardian: maybe(column('jsonb')),
  skin: text(),
  note: text(),
  updatedAt: instant(),
  version: VERSION,
  archivedOn: maybe(day()),
  archivedWhy: NO_TEXT,
  erasedOn: maybe(day()),
})
const athleteEvent: Columns = {
  athleteId: uuid(),
  name: text(),
  heldOn: day(),
  items: column('jsonb'),
  note: text(),
  supersedesId: maybe(uuid()),
  removed: column('boolean'),
}
const outcome: Columns = {
  athleteId: uuid(),
  name: text(),
  unit: text(),
  better: text(),
  value: number(),
  seenOn: day(),
  supersedesId: maybe(uuid()),
  removed: column('boolean'),
}
export const DemandVersionEntity = table<DemandVersion>('DemandVersion', {
  athleteId: uuid(),
  sources: column('jsonb'),
  edits: column('jsonb'),
  since: day(),
  reason: text(),
})
export const HallSportEntity = table<HallSport>('HallSport', {
  name: text(),
  kind: text(),
  originId: text(),
  objects: text(),
  rows: column('jsonb'),
})
export const AthleteEventEntity = table<AthleteEvent>('AthleteEvent', athleteEvent)
export const TrainingWeekEntity = table<TrainingWeekRow>('TrainingWeek', {
  athleteId: uuid(),
  days: column('jsonb'),
  handWork: column('integer'),
  handWorkNote: text(),
})
export const OutcomeEntity = table<Outcome>('Outcome', outcome)
export const AthleteChangeEntity = table<AthleteChange>('AthleteChange', {
  athleteId: uuid(),
  before: column('jsonb'),
})
export const PlaceEntity = table<PlaceRow>('Place', {
  name: text(),
  kind: text(),
  athleteId: maybe(uuid()),
  closedOn: maybe(day()),
})
export const ImplementCheckEntity = table<ImplementCheck>('ImplementCheck', {
  unitId: uuid(),
  spin: maybe(text()),
  wear: text(),
  note: text(),
  checkedOn: day(),
})
export const WrapGapEntity = table<WrapGap>('WrapGap', {
  athleteId: uuid(),
  unitId: uuid(),
  measurementId: uuid(),
  hand: text(),
  gapMm: number(),
  enteredValue: number(),
  enteredUnit: text(),
  measuredOn: day(),
})
export const KitPriceEntity = table<KitPrice>('KitPrice', {
  kind: text(),
  sizeMm: maybe(number()),
  price: text(),
})
export const ReferenceNoteEntity = table<ReferenceNote>('ReferenceNote', {
  lineage: uuid(),
  origin: text(),
  title: text(),
  body: text(),
  struck: column('boolean'),
})
export const HallTierEntity = table<HallTier>('HallTier', {
  sportId: text(),
  quality: text(),
  exerciseId: text(),
  tier: maybe(text()),
})
export const ExerciseWishEntity = table<ExerciseWish>('ExerciseWish', {
  athleteId: maybe(uuid()),
  exerciseId: text(),
  wish: maybe(text()),
})
export const BodyMeasurementEntity = table<BodyMeasurementRow>('BodyMeasurement', measurement)
export const InjuryEntity = table<Injury>('Injury', injury)
export const ImplementUnitEntity = table<ImplementUnit>('ImplementUnit', {
  kind: text(),
  label: text(),
  retired: column('boolean'),
  placeId: uuid(),
  orientation: maybe(text()),
  surface: maybe(text()),
  version: VERSION,
})
export const ImplementMeasurementEntity = table<ImplementMeasurement>('ImplementMeasurement', {
  unitId: uuid(),
  sizeMm: maybe(number()),
  enteredValue: maybe(number()),
  enteredUnit: maybe(text()),
  measuredOn: day(),
  seriesId: uuid(),
  depthMm: maybe(number()),
  handleMm: maybe(number()),
  massKg: maybe(number()),
  plates: column('jsonb'),
  ratingKg: maybe(number()),
  ratedBy: text(),
  ratedOn: maybe(day()),
})
export const TestImportEntity = table<TestImport>('TestImport', {
  fileName: text(),
  of: text(),
  trials: column('integer'),
})
export const TestImportUndoEntity = table<TestImportUndo>('TestImportUndo', { importId: uuid() })
export const TestSessionEntity = table<StoredSession>('TestSession', session)
export const TrialEntity = table<StoredTrial>('Trial', { ...trial, vacated: STRUCK })
export const TrialMarkEntity = table<TrialMark>('TrialMark', {
  trialId: uuid(),
  struck: column('boolean'),
  reason: text(),
})
export const TestAttachmentEntity = table<TestAttachment>('TestAttachment', {
  sessionId: uuid(),
  kind: text(),
  text: text(),
  mime: maybe(text()),
  bytes: maybe(column('bytea')),
})
export const TrialTraceEntity = table<TrialTrace>('TrialTrace', {
  trialId: uuid(),
  sessionId: uuid(),
  instrument: text(),
  rateHz: number(),
  startS: number(),
  gaps: column('jsonb'),
  data: text(),
})
const battery: Columns = {
  name: text(),
  sportId: maybe(text()),
  items: column('jsonb'),
  supersedesId: maybe(uuid()),
  removed: column('boolean'),
}
export const BatteryEntity = table<Battery>('Battery', battery)
export const CurrentBatteryView = view<Battery>('CurrentBattery', battery)
export const ObservationEntity = table<Observation>('Observation', {
  athleteId: uuid(),
  sessionId: maybe(uuid()),
  hand: text(),
  pain: maybe(column('integer')),
  symptom: maybe(text()),
  places: maybe(column('jsonb')),
  note: text(),
})
export const ClearanceEntity = table<Clearance>('Clearance', {
  athleteId: uuid(),
  observationId: maybe(uuid()),
  injuryId: maybe(uuid()),
  healthId: maybe(text()),
  painHand: maybe(text()),
  painTissue: maybe(text()),
  clearedBy: text(),
  profession: text(),
  clearedOn: day(),
  allows: text(),
  until: maybe(day()),
  received: text(),
  note: text(),
})
export const HealthAnswerEntity = table<HealthAnswer>('HealthAnswer', {
  athleteId: uuid(),
  answeredOn: day(),
  yes: column('jsonb'),
  complete: column('boolean'),
})
export const ExperienceEntryEntity = table<ExperienceEntry>('ExperienceEntry', {
  athleteId: uuid(),
  quality: text(),
  family: maybe(text()),
  weeks: column('integer'),
  origin: text(),
  enteredOn: day(),
})
export const GateReasonEntity = table<GateReason>('GateReason', {
  athleteId: uuid(),
  subject: text(),
  hand: text(),
  givenOn: day(),
  keys: column('jsonb'),
  reason: text(),
})
export const DayFlagEntity = table<DayFlagRow>('DayFlag', {
  athleteId: uuid(),
  heldOn: day(),
  flags: column('jsonb'),
})
export const AlarmEntity = table<Alarm>('Alarm', {
  athleteId: uuid(),
  happenedOn: day(),
  subject: text(),
  hand: text(),
  class: text(),
  keys: column('jsonb'),
  says: text(),
  sourceId: maybe(uuid()),
})
export const AlarmAnswerEntity = table<AlarmAnswer>('AlarmAnswer', {
  alarmId: uuid(),
  done: text(),
  told: text(),
})

const integer = () => column('integer')
const setLog: Columns = {
  athleteId: uuid(),
  planVersionId: maybe(uuid()),
  importId: maybe(uuid()),
  blockId: maybe(uuid()),
  exerciseId: text(),
  doneOn: day(),
  hand: text(),
  setNo: integer(),
  loadKg: maybe(number()),
  enteredLoad: maybe(number()),
  enteredUnit: maybe(text()),
  seconds: maybe(number()),
  reps: maybe(integer()),
  ended: text(),
  effort: maybe(integer()),
  pain: maybe(integer()),
  painWhere: maybe(column('jsonb')),
  deviceAt: maybe(instant()),
  supersedesId: maybe(uuid()),
  details: { ...column('jsonb'), default: () => `'{}'` },
  voided: { ...column('boolean'), default: false },
  clockMs: maybe(number()),
}
export const StandardEntity = table<StandardRow>('Standard', {
  protocolId: text(),
  sportId: maybe(text()),
  level: maybe(text()),
  value: number(),
  enteredValue: number(),
  enteredUnit: text(),
  perBodyMass: column('boolean'),
  forVariant: maybe(column('jsonb')),
  forSex: maybe(text()),
  ageFrom: maybe(column('integer')),
  ageTo: maybe(column('integer')),
})
export const GapChoiceEntity = table<GapChoice>('GapChoice', {
  athleteId: uuid(),
  rowKey: text(),
  kind: text(),
  value: maybe(text()),
  reason: text(),
})
export const WeekFrameEntity = table<WeekFrame>('WeekFrame', {
  athleteId: uuid(),
  days: column('jsonb'),
})
export const PlanVersionEntity = table<PlanVersion>('PlanVersion', {
  athleteId: uuid(),
  weekStart: day(),
  frame: column('jsonb'),
  blocks: column('jsonb'),
  terms: { ...column('jsonb'), default: () => `'{"settings":{},"bans":[]}'` },
  basedOn: maybe(uuid()),
  reason: text(),
  asked: { ...column('jsonb'), default: () => `'[]'` },
})
const planTemplate: Columns = {
  name: text(),
  says: text(),
  kind: text(),
  weeks: column('jsonb'),
  removes: maybe(uuid()),
}
export const PlanTemplateEntity = table<StoredTemplate>('PlanTemplate', planTemplate)
export const CurrentTemplateView = view<StoredTemplate>('CurrentPlanTemplate', planTemplate)
export const AthleteLinkEntity = table<AthleteLink>('AthleteLink', {
  athleteId: uuid(),
  tokenHash: text(),
  expiresOn: day(),
  revokedAt: maybe(instant()),
})
export const TestDayEntity = table<TestDay>('TestDay', {
  name: text(),
  heldOn: day(),
  setup: column('jsonb'),
})
export const TestDayEventEntity = table<TestDayEvent>('TestDayEvent', {
  dayId: uuid(),
  at: number(),
  kind: text(),
  body: column('jsonb'),
})
export const JobEntity = table<StoredJob>('Job', {
  kind: text(),
  input: column('jsonb'),
  state: { ...text(), default: 'waiting' },
  done: { ...number(), default: 0 },
  total: { ...number(), default: 1 },
  says: { ...text(), default: '' },
  result: maybe(column('jsonb')),
  problem: maybe(column('jsonb')),
  stop: { ...column('boolean'), default: false },
  tries: { ...column('integer'), default: 0 },
  beatAt: maybe(instant()),
  endedAt: maybe(instant()),
  fileName: maybe(text()),
  fileType: maybe(text()),
  file: maybe(column('bytea')),
})
export const ConclusionEntity = table<Conclusion>('Conclusion', {
  athleteId: uuid(),
  since: day(),
  until: day(),
  lines: column('jsonb'),
  note: text(),
})
export const GoalEntity = table<Goal>('Goal', {
  athleteId: uuid(),
  seriesKey: text(),
  value: maybe(number()),
  enteredValue: maybe(number()),
  enteredUnit: maybe(text()),
})
export const ImportMappingEntity = table<ImportMapping>('ImportMapping', {
  headerKey: text(),
  mapping: column('jsonb'),
})
export const SetLogEntity = table<StoredSetLog>('SetLog', setLog)

/** Current rows: what everything but the writers reads. */
export const SessionEndEntity = table<SessionEnd>('SessionEnd', {
  athleteId: uuid(),
  planVersionId: uuid(),
  heldOn: day(),
  reason: text(),
  setsLeft: column('jsonb'),
})
export const TakenBackEntity = table<TakenBack>('TakenBack', {
  kind: text(),
  rowId: uuid(),
  athleteId: maybe(uuid()),
})
export const SessionChangeEntity = table<SessionChange>('SessionChange', {
  sessionId: uuid(),
  before: column('jsonb'),
  after: column('jsonb'),
  reason: text(),
})
export const CurrentSessionView = view<StoredSession>('CurrentTestSession', session)
export const CurrentTrialView = view<CurrentTrial>('CurrentTrial', {
  ...trial,
  struck: column('boolean'),
  strikeReason: text(),
})
export const CurrentInjuryView = view<Injury>('CurrentInjury', injury)
export const CurrentMeasurementView = view<BodyMeasurementRow>(
  'CurrentBodyMeasurement',
  measurement,
)

export const CurrentEventView = view<AthleteEvent>('CurrentAthleteEvent', athleteEvent)
export const CurrentOutcomeView = view<Outcome>('CurrentOutcome', outcome)
export const CurrentSetLogView = view<StoredSetLog>('CurrentSetLog', setLog)

export const ENTITIES = [
  HallEntity,
  AccountEntity,
  AthleteEntity,
  DemandVersionEntity,
  HallSportEntity,
  AthleteEventEntity,
  TrainingWeekEntity,
  OutcomeEntity,
  AthleteChangeEntity,
  PlaceEntity,
  ImplementCheckEntity,
  WrapGapEntity,
  KitPriceEntity,
  ReferenceNoteEntity,
  HallTierEntity,
  ExerciseWishEntity,
  BodyMeasurementEntity,
  InjuryEntity,
  ImplementUnitEntity,
  ImplementMeasurementEntity,
  TestImportEntity,
  TestImportUndoEntity,
  TestSessionEntity,
  TrialEntity,
  TrialMarkEntity,
  TestAttachmentEntity,
  TrialTraceEntity,
  BatteryEntity,
  CurrentBatteryView,
  ObservationEntity,
  ClearanceEntity,
  HealthAnswerEntity,
  ExperienceEntryEntity,
  GateReasonEntity,
  DayFlagEntity,
  AlarmEntity,
  AlarmAnswerEntity,
  StandardEntity,
  GapChoiceEntity,
  WeekFrameEntity,
  PlanVersionEntity,
  PlanTemplateEntity,
  CurrentTemplateView,
  SetLogEntity,
  AthleteLinkEntity,
  TestDayEntity,
  TestDayEventEntity,
  ConclusionEntity,
  GoalEntity,
  ImportMappingEntity,
  JobEntity,
  SessionChangeEntity,
  SessionEndEntity,
  TakenBackEntity,
  CurrentSessionView,
  CurrentTrialView,
  CurrentInjuryView,
  CurrentMeasurementView,
  CurrentSetLogView,
  CurrentEventView,
  CurrentOutcomeView,
]
