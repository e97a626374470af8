import {
  type Row,
  type Hall,
  type Account,
  type Athlete,
  type DemandVersion,
  type HallSport,
  type AthleteEvent,
  type TrainingWeekRow,
  type Outcome,
  type AthleteChange,
  type PlaceRow,
  type ImplementCheck,
  type WrapGap,
  type KitPrice,
  type ReferenceNote,
  type HallTier,
  type ExerciseWish,
  type BodyMeasurementRow,
  type Injury,
  type ImplementUnit,
  type ImplementMeasurement,
  type TestImport,
  type TestImportUndo,
  type StoredSession,
  type SessionChange,
  type StoredTrial,
  type CurrentTrial,
  type TrialMark,
  type TestAttachment,
  type TrialTrace,
  type Battery,
  type Observation,
  type Clearance,
  type HealthAnswer,
  type ExperienceEntry,
  type GateReason,
  type DayFlagRow,
  type Alarm,
  type AlarmAnswer,
  type StandardRow,
  type GapChoice,
  type WeekFrame,
  type PlanVersion,
  type StoredTemplate,
  type StoredSetLog,
  type SessionEnd,
  type TakenBack,
  type TestDay,
  type TestDayEvent,
  type StoredJob,
  type Conclusion,
  type Goal,
  type ImportMapping,
  type AthleteLink,
} from './rows'
import { EntitySchema, type EntitySchemaColumnOptions } from 'typeorm'

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
    columns: named({ ...rowColumns(), ...columns }),
  })
}
function view<T extends Row>(name: string, columns: Columns): EntitySchema<T> {
  return new EntitySchema<T>({
    name,
    type: 'view',
    tableName: snake(name).replace(/^_/, ''),
    synchronize: false,
    columns: named({ ...rowColumns(), ...columns }),
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
    monthFirst: column('boolean'),
    weekStart: column('integer'),
    keepYears: maybe(column('integer')),
    version: VERSION,
  }),
})
export const AccountEntity = table<Account>('Account', {
  login: text(),
  name: text(),
  role: text(),
  passwordHash: text(),
  leftOn: maybe(day()),
  massUnit: maybe(text()),
  lengthUnit: maybe(text()),
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
  looks: column('boolean'),
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
