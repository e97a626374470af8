import * as yup from 'yup'
import { DAY_FLAGS, type DayFlagId } from '@mano/core/catalogue/cautions'
import { ALLOWED, type Allowed } from '@mano/core/catalogue/cautionTypes'
import { exerciseById } from '@mano/core/catalogue/exercises'
import { HEALTH_QUESTIONS, type HealthId } from '@mano/core/catalogue/health'
import { FAMILIES, type FamilyId } from '@mano/core/catalogue/implementUse'
import { protocolById } from '@mano/core/catalogue/protocols'
import { QUALITY_IDS, type QualityId } from '@mano/core/catalogue/qualities'
import { TISSUES, type TissueId } from '@mano/core/catalogue/tissues'
import type { Hand } from '@mano/core/catalogue/person'
import {
  HANDS,
  day,
  id,
  line,
  maybeDay,
  maybeId,
  maybeOneOf,
  oneOf,
  optionalLine,
  beside,
  todayOf,
} from './common'
import type { Kg } from '@mano/core/units/quantity'
import { must } from '@mano/core/units/must'

const HEALTH_IDS = HEALTH_QUESTIONS.map((q) => q.id)
export const TISSUE_IDS = TISSUES.map((t) => t.id)
const notFuture = (what: string) =>
  day(what).test(
    'past',
    `${what} is in the future`,
    (v, c) => !v || !todayOf(c) || v <= must(todayOf(c)),
  )

/** Which hand hurt, and where: null where nobody said. */
export const painWhere = () =>
  yup
    .object({
      hand: maybeOneOf(HANDS, 'the hand that hurt'),
      at: yup
        .array()
        .of(oneOf(TISSUE_IDS, 'where it hurt'))
        .min(1, 'where it hurt is empty')
        .max(TISSUES.length)
        .nullable()
        .defined(),
    })
    .exact('a field is not known')
    .nullable()
    .default(null)
export const places = () =>
  yup
    .array()
    .of(oneOf(TISSUE_IDS, 'where it hurt'))
    .min(1, 'where it hurt is empty')
    .max(TISSUES.length)
    .nullable()
    .default(null)

/** All questions at once: what was not said yes to is a no. */
export const healthBody = yup
  .object({
    id: id(),
    yes: yup
      .array()
      .of(oneOf(HEALTH_IDS, 'the question'))
      .max(HEALTH_IDS.length)
      .required('the answers are missing'),
  })
  .exact('a field is not known')
export interface HealthBody {
  id: string
  yes: HealthId[]
}
/** The questions are put off for today. */
export const laterBody = yup.object({ id: id() }).exact('a field is not known')

export const clearanceBody = yup
  .object({
    id: id(),
    observationId: maybeId('the symptom'),
    injuryId: maybeId('the injury'),
    healthId: maybeOneOf(HEALTH_IDS, 'the question'),
    pain: yup
      .object({ hand: oneOf(HANDS, 'the hand'), tissue: oneOf(TISSUE_IDS, 'the tissue') })
      .exact('a field is not known')
      .nullable()
      .defined(),
    clearedBy: line(120, 'the clinician'),
    profession: line(80, 'the profession'),
    clearedOn: notFuture('the day of clearance'),
    allows: oneOf(
      ALLOWED.map((a) => a.id),
      'what is allowed',
    ),
    until: maybeDay('the last day').test(
      'order',
      'the last day is before the clearance',
      (v, c) => !v || v >= beside<{ clearedOn: string }>(c).clearedOn,
    ),
    received: line(120, 'how it was received'),
    note: optionalLine(1000),
  })
  .test(
    'one',
    'a clearance is for one injury, symptom, answer or pain',
    (v) => [v.observationId, v.injuryId, v.healthId, v.pain].filter((x) => x !== null).length === 1,
  )
  .exact('a field is not known')
export interface ClearanceBody {
  id: string
  observationId: string | null
  injuryId: string | null
  healthId: HealthId | null
  pain: { hand: Hand; tissue: TissueId } | null
  clearedBy: string
  profession: string
  clearedOn: string
  allows: Allowed
  until: string | null
  received: string
  note: string
}

export const experienceBody = yup
  .object({
    id: id(),
    entries: yup
      .array()
      .of(
        yup
          .object({
            id: id(),
            quality: oneOf(QUALITY_IDS, 'the quality'),
            family: maybeOneOf(
              FAMILIES.map((f) => f.id),
              'the implements',
            ),
            weeks: yup
              .number()
              .strict()
              .integer('weeks are whole')
              .min(0, 'weeks are 0 to 3000')
              .max(3000, 'weeks are 0 to 3000')
              .required('the weeks are missing'),
          })
          .exact('a field is not known'),
      )
      .min(1, 'no quality is chosen')
      .max(60)
      .required('the entries are missing'),
    origin: line(200, 'where this is known from'),
  })
  .exact('a field is not known')
export interface ExperienceBody {
  id: string
  entries: { id: string; quality: QualityId; family: FamilyId | null; weeks: number }[]
  origin: string
}

/** A coach's reason for an act of today; the server says which cautions it covers. */
export const reasonBody = yup
  .object({
    id: id(),
    kind: oneOf(['test', 'exercise'] as const, 'the kind'),
    of: yup
      .string()
      .strict()
      .required('the act is missing')
      .test(
        'known',
        'the act is not known',
        (v) => v !== undefined && (exerciseById(v) !== undefined || protocolById(v) !== undefined),
      ),
    implementKind: yup.string().strict().nullable().default(null),
    addedKg: yup.number().strict().min(-300).max(300).nullable().default(null),
    hand: oneOf(HANDS, 'the hand'),
    reason: line(400, 'the reason'),
  })
  .exact('a field is not known')
export interface ReasonBody {
  id: string
  kind: 'test' | 'exercise'
  of: string
  implementKind: string | null
  addedKg: Kg | null
  hand: Hand
  reason: string
}

export const flagsBody = yup
  .object({
    id: id(),
    flags: yup
      .array()
      .of(
        oneOf(
          DAY_FLAGS.map((f) => f.id),
          'the flag',
        ),
      )
      .max(DAY_FLAGS.length)
      .required('the flags are missing'),
  })
  .exact('a field is not known')
export interface FlagsBody {
  id: string
  flags: DayFlagId[]
}

export const alarmAnswerBody = yup
  .object({ id: id(), done: line(400, 'what was done'), told: optionalLine(200) })
  .exact('a field is not known')
export type AlarmAnswerBody = yup.InferType<typeof alarmAnswerBody>

export interface ClearanceView {
  id: string
  by: string
  profession: string
  on: string
  allows: Allowed
  until: string | null
  received: string
  note: string
}
export interface HealthView {
  answeredOn: string | null
  /** Due: never answered, or half a year ago. */ due: boolean
  yes: { id: HealthId; clearance: ClearanceView | null }[]
}
export interface ExperienceView {
  quality: QualityId
  family: FamilyId | null
  weeks: number
  /** Entered by a coach; null: counted from the record. */ entered: {
    origin: string
    on: string
    by: string
  } | null
}
/** A reason of today. `subject`: the act, or * for any. */
export interface ReasonView {
  subject: string
  hand: Hand
  keys: string[]
  reason: string
}
export interface AlarmView {
  id: string
  on: string
  hand: Hand
  class: 'stop' | 'ask'
  says: string
}
