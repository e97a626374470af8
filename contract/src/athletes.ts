import * as yup from 'yup'
import { INJURY_SITES } from '@mano/core/catalogue/tissues'
import type { InjuryStatus } from '@mano/core/catalogue/cautionTypes'
import type { SafetyFacts } from '@mano/core/safety/triggers'
import type { EntryUnit, ResultUnit } from '@mano/core/units/units'
import { SKINS, birthDateProblem, type Guardian } from '@mano/core/intake/record'
import { BODY_MEASURES, LEVELS, type BodyMeasureId } from '@mano/core/catalogue/person'
import type { SetLog } from '@mano/core/record/sets'
import type { RosterDay } from '@mano/core/stages/day'
import type { RosterCall } from '@mano/core/stages/roster'
import type { StageStatus } from '@mano/core/stages/rules'
import { toSi } from '@mano/core/units/convert'
import type { TrainingWeek } from '@mano/core/intake/week'
import type { AlarmView, ClearanceView, ExperienceView, HealthView, ReasonView } from './safety'
import type { DemandView } from './demands'
import type { ChangeView, EventView, OutcomeView, WrapView } from './intake'
import {
  HANDS,
  day,
  flag,
  id,
  line,
  maybeDay,
  maybeId,
  maybeOneOf,
  number,
  oneOf,
  optionalLine,
  version,
  beside,
  todayOf,
} from './common'
import type { SessionEndView } from './ends'
import { must } from '@mano/core/units/must'

const SITE_IDS = INJURY_SITES.map((s) => s.id)
const STATUSES = ['active', 'settling', 'settled'] as const

const notFuture = (what: string) =>
  day(what).test(
    'past',
    `${what} is in the future`,
    (v, c) => !v || !todayOf(c) || v <= must(todayOf(c)),
  )

export const profileShape = {
  name: line(80, 'the name'),
  birthDate: maybeDay('the birth date').test('sane', (v, c) => {
    const today = todayOf(c)
    const problem = v && today ? birthDateProblem(v, today) : null
    return problem ? c.createError({ message: problem }) : true
  }),
  sexForNorms: maybeOneOf(['female', 'male'] as const, 'sex for norms'),
  dominantHand: maybeOneOf(['left', 'right'] as const, 'the dominant hand'),
  level: oneOf(
    LEVELS.map((l) => l.id),
    'the level',
  ),
  /** Who consented for an athlete under 18, in what relation, when; null: not recorded. */
  guardian: yup
    .object({
      by: line(120, 'the guardian'),
      relation: line(60, 'the relation'),
      on: day('the day of consent').test(
        'past',
        'the day of consent is in the future',
        (v, c) => !v || !todayOf(c) || v <= must(todayOf(c)),
      ),
    })
    .exact('a field is not known')
    .nullable()
    .defined()
    .default(null),
  skin: oneOf(
    SKINS.map((s) => s.id),
    'the skin',
  ),
  note: optionalLine(2000),
}
export const profileBody = yup
  .object({ ...profileShape, version: version() })
  .exact('a field is not known')
export const athleteBody = yup
  .object({
    ...profileShape,
    id: id(),
    sportEntryId: id(),
    sportId: yup.string().strict().required('the sport is missing'),
  })
  .exact('a field is not known')

/** The athlete's name, written out: what is erased does not come back. */
export const eraseBody = yup.object({ name: line(80, 'the name') }).exact('a field is not known')
/** Who saw an athlete's health answers: on how many days, and when last. */
export interface SeenView {
  by: string
  days: number
  last: string
}
export const archiveBody = yup
  .object({ archived: flag(), reason: optionalLine(400) })
  .test(
    'reason',
    'putting an athlete away needs a reason',
    (v) => !v.archived || v.reason.trim() !== '',
  )
  .exact('a field is not known')
/** What was entered by mistake. */
export const strikeBody = yup
  .object({ id: id(), reason: line(400, 'the reason') })
  .exact('a field is not known')

/** What is wrong with a body measure as typed; null when it is fine. */
export function measureProblem(
  measureId: BodyMeasureId,
  hand: string,
  entered: number,
  unit: EntryUnit,
): string | null {
  const measure = BODY_MEASURES.find((m) => m.id === measureId)
  // What is no measure is refused as such.
  if (!measure) return null
  if (measure.perHand === (hand === 'both'))
    return measure.perHand ? `${measure.name} is taken a hand.` : `${measure.name} has no side.`
  const si = toSi(entered, unit, measure.quantity)
  if (si === null) return `${measure.name} is not measured in ${unit}.`
  return si < measure.limits[0] || si > measure.limits[1]
    ? `${measure.name} of ${entered} ${unit} is outside ${measure.limits[0]} to ` +
        `${measure.limits[1]} ${measure.quantity}.`
    : null
}

export const measurementBody = yup
  .object({
    id: id(),
    measure: oneOf(
      BODY_MEASURES.map((m) => m.id),
      'the measure',
    ),
    hand: oneOf(HANDS, 'the hand'),
    enteredValue: number('the measure').test('sane', (v, c) => {
      const p = beside<{ measure: BodyMeasureId; hand: string; enteredUnit: EntryUnit }>(c)
      if (v === undefined || !p.measure || !p.hand || !p.enteredUnit) return true
      const problem = measureProblem(p.measure, p.hand, v, p.enteredUnit)
      return problem ? c.createError({ message: problem }) : true
    }),
    enteredUnit: oneOf(['mm', 'cm', 'in', 'kg', 'lb'] as const, 'the unit'),
    measuredOn: notFuture('the day of measuring'),
    supersedesId: maybeId('what it takes the place of'),
  })
  .exact('a field is not known')
export type MeasurementBody = yup.InferType<typeof measurementBody>

export const injuryBody = yup
  .object({
    id: id(),
    site: oneOf(SITE_IDS, 'the site'),
    side: oneOf(HANDS, 'the side'),
    status: oneOf(STATUSES, 'the status'),
    since: maybeDay('the date of the injury').test(
      'past',
      'the date of the injury is not a past date',
      (v, c) => v === null || v === undefined || !todayOf(c) || v <= must(todayOf(c)),
    ),
    note: optionalLine(1000),
    advisedBy: optionalLine(120),
    supersedesId: maybeId('what it takes the place of'),
  })
  .exact('a field is not known')
export type InjuryBody = yup.InferType<typeof injuryBody>

export type ProfileBody = yup.InferType<typeof profileBody>
export type AthleteBody = yup.InferType<typeof athleteBody>

export interface ArchivedView {
  id: string
  name: string
  on: string
  why: string
}
export interface MeasurementView {
  id: string
  measure: BodyMeasureId
  hand: (typeof HANDS)[number]
  value: number
  enteredValue: number
  enteredUnit: EntryUnit
  on: string
}
export interface InjuryView {
  id: string
  /** Names the injury through its versions. */ rootId: string
  site: (typeof SITE_IDS)[number]
  side: (typeof HANDS)[number]
  status: InjuryStatus
  since: string | null
  note: string
  advisedBy: string
  recordedOn: string
  clearance: ClearanceView | null
}
export interface SymptomView {
  id: string
  hand: (typeof HANDS)[number]
  pain: number | null
  symptom: string | null
  on: string
  sessionId: string | null
  clearance: ClearanceView | null
}
export interface AthleteView extends Omit<ProfileBody, 'guardian'> {
  id: string
  guardian: Guardian | null
  /** What every decision of today is judged by. */
  safety: SafetyFacts
  /** Reasons given today; alarms that wait for an answer. */
  reasons: ReasonView[]
  alarms: AlarmView[]
  /** null: only the coaches see the answers. */
  health: HealthView | null
  experience: ExperienceView[]
  demand: DemandView | null
  events: EventView[]
  week: TrainingWeek | null
  outcomes: OutcomeView[]
  wraps: WrapView[]
  changes: ChangeView[]
  measurements: MeasurementView[]
  injuries: InjuryView[]
  symptoms: SymptomView[]
  stages: StageStatus[]
  /** What safety and growth look back on: sets of the last weeks, days of tests. */
  history: {
    logs: SetLog[]
    /** Sessions that ended early, newest first. */ ends: SessionEndView[]
  }
}

/** Latest result of the roster's key series; values SI. */
export interface KeyResult {
  label: string
  quantity: ResultUnit
  left: number | null
  right: number | null
  both: number | null
  weaker: 'left' | 'right' | null
  on: string
}
export interface RosterRow {
  id: string
  name: string
  sportName: string | null
  dominantHand: 'left' | 'right' | null
  /** The newest tests are too old to stand on. */ testsStale: boolean
  call: RosterCall
  key: KeyResult | null
  cautions: {
    title: string
    hands: string
    says: string
    /** From an answer to a health question. */ health: boolean
  }[]
  alarms: number
  day: RosterDay
}
export interface RosterNeeds {
  act: number
  due: number
  none: number
  all: number
  /** Decisions that wait, and who trains today. */
  waits: number
  today: number
}
/** `next`: what a further page is asked after; null: there is none. */
export interface RosterPage {
  rows: RosterRow[]
  /** On the first page: what waits for a decision, the soonest first. */
  decisions: RosterRow[]
  next: string | null
  needs: RosterNeeds
  /** Something was written that these rows do not hold yet: asked again in a moment they do. */
  behind: boolean
}
/** Who is on the roster, for choosing; who trains today, and what stands. */
export interface AthleteName {
  id: string
  name: string
  sportName: string | null
  today: boolean
  /** Sessions of this week that were planned and not done; null: none. */ missed: number | null
  alarm: boolean
  cautions: RosterRow['cautions']
}

/** What the floor needs of an athlete. */
export type FloorAthlete = Pick<AthleteView, 'id' | 'name' | 'safety' | 'reasons' | 'history'>
