import type { OwnTier } from '@mano/core/catalogue/tiers'
import type { WishView } from './exercises'
import * as yup from 'yup'
import { exerciseById } from '@mano/core/catalogue/exercises'
import { protocolById } from '@mano/core/catalogue/protocols'
import type { EntryUnit } from '@mano/core/units/units'
import { SCHOOLS } from '@mano/core/catalogue/schools'
import type { PlanTemplate } from '@mano/core/catalogue/templates'
import { SPORTS } from '@mano/core/catalogue/sports'
import { type Hand, LEVELS, type PainWhere } from '@mano/core/catalogue/person'
import type { WeekProblem } from '@mano/core/plan/problem'
import type { LogDetails } from '@mano/core/record/sets'
import type { LoadSources } from '@mano/core/session/sources'
import type { FloorAthlete } from './athletes'
import type { Block, CoachTerms } from '@mano/core/plan/types'
import type { DayFrame } from '@mano/core/intake/week'
import type { Place } from '@mano/core/catalogue/places'
import { ENDINGS } from '@mano/core/session/steps'
import { checkTrialValue } from '@mano/core/testing/value'
import type { StoredChoice } from '@mano/core/gaps/read'
import { REFERENCE_SOURCES, type SquadResult, type Standard } from '@mano/core/gaps/references'
import type { SquadSteps } from '@mano/core/record/known'
import {
  HANDS,
  day,
  flag,
  id,
  line,
  maybeDay,
  maybeId,
  maybeInstant,
  maybeOneOf,
  number,
  oneOf,
  optionalLine,
  pain,
  whole,
  beside,
} from './common'
import { painWhere } from './safety'
import { ENTRY_UNIT_IDS } from './tests'
import { must } from '@mano/core/units/must'
import { isAmong } from '@mano/core/units/among'

const monday = () =>
  day('the week').test(
    'monday',
    'a week starts on a Monday',
    (v) => v !== undefined && new Date(`${v}T00:00:00Z`).getUTCDay() === 1,
  )

const dayFrame = yup
  .object({
    minutes: whole('minutes', 0, 240),
    place: oneOf(['hall', 'home', 'bag'] as const, 'the place'),
    sportLoad: whole('hand load', 0, 3),
    heavyPull: oneOf(['none', 'before', 'after'] as const, 'the heavy pull'),
    competition: flag(),
    at: yup
      .string()
      .strict()
      .matches(/^([01]\d|2[0-3]):[0-5]\d$/, 'the hour is not as 17:30')
      .optional(),
  })
  .exact('a field is not known')
const frame = () =>
  yup.array().of(dayFrame).length(7, 'a week has seven days').required('the week is missing')

const known = () =>
  yup
    .string()
    .strict()
    .required('the exercise is missing')
    .test(
      'known',
      'the exercise is not known',
      (v) => v !== undefined && exerciseById(v) !== undefined,
    )
const block = yup
  .object({
    id: id(),
    day: whole('the day', 0, 6),
    exerciseId: yup
      .string()
      .strict()
      .required('the exercise is missing')
      .test(
        'known',
        'the exercise is not known',
        (v) => v !== undefined && exerciseById(v) !== undefined,
      ),
    sets: whole('sets', 1, 30),
    dose: number('the dose').moreThan(0, 'the dose is above 0').max(1000, 'the dose is over 1000'),
    hands: yup
      .array()
      .of(oneOf(HANDS, 'the hand'))
      .min(1, 'a hand is missing')
      .max(2)
      .required('the hands are missing'),
    extra: yup
      .string()
      .strict()
      .nullable()
      .oneOf(['left', 'right', null], 'the hand is not left or right')
      .optional(),
    reason: optionalLine(600),
    pinned: yup.boolean().strict().optional(),
    fixed: yup.boolean().strict().optional(),
    lead: yup.boolean().strict().optional(),
  })
  .exact('a field is not known')

const terms = () =>
  yup
    .object({
      settings: yup
        .object()
        .test('choices', 'a training approach is not known', (v) =>
          Object.entries(v ?? {}).every(
            ([k, c]) => SCHOOLS.some((s) => s.id === k) && isAmong(['a', 'b', 'mixed'], c),
          ),
        )
        .default({}),
      bans: yup
        .array()
        .of(
          yup
            .object({
              exerciseId: known(),
              day: yup.number().strict().integer().min(0).max(6).nullable().defined(),
            })
            .exact('a field is not known'),
        )
        .max(60, 'over 60 exercises taken out')
        .default([]),
      kind: yup
        .string()
        .strict()
        .oneOf(['ordinary', 'deload', 'taper', 'travel', 'return'], 'the kind of week is not known')
        .optional(),
      tests: yup
        .object({
          minutes: whole('minutes of tests', 5, 180),
          day: yup.number().strict().integer().min(0).max(6).nullable().defined(),
        })
        .nullable()
        .optional()
        .default(undefined)
        .exact('a field is not known'),
      removed: yup.array().of(known()).max(60, 'over 60 exercises taken out').optional(),
      origin: yup.string().strict().max(200, 'the origin is over 200 characters').optional(),
      note: yup.string().strict().max(400, 'the note is over 400 characters').optional(),
    })
    .exact('a field is not known')

const templateSession = yup
  .object({
    day: whole('the day', 0, 6),
    minutes: whole('minutes', 5, 240),
    place: oneOf(['hall', 'home', 'bag'] as const, 'the place'),
    blocks: yup
      .array()
      .of(
        yup
          .object({
            exerciseId: known(),
            sets: whole('sets', 1, 30),
            /** The coach's own amount a set; absent: each athlete's. */
            dose: yup
              .number()
              .strict()
              .min(1, 'the amount is 1 at the least')
              .max(600, 'the amount is too large')
              .optional(),
          })
          .exact('a field is not known'),
      )
      .min(1, 'a session has an exercise')
      .max(12, 'over 12 exercises in a session')
      .required('the exercises are missing'),
  })
  .exact('a field is not known')
export const templateBody = yup
  .object({
    id: id(),
    name: line(60, 'the name'),
    says: optionalLine(200),
    kind: oneOf(['ordinary', 'deload', 'travel'] as const, 'the kind of week'),
    weeks: yup
      .array()
      .of(
        yup
          .array()
          .of(templateSession)
          .min(1, 'a week has a session')
          .max(7, 'over seven sessions in a week')
          .required('the sessions are missing'),
      )
      .min(1)
      .max(4, 'over four weeks')
      .required('the weeks are missing'),
    /** The template this takes away. */
    removes: maybeId('what it takes away'),
  })
  .exact('a field is not known')
export type TemplateBody = PlanTemplate & { removes: string | null }

/** A frame of days as an earlier release kept it for the weeks to come. */
export const frameRow = yup.object({ id: id(), days: frame() }).exact('a field is not known')
export const draftBody = yup
  .object({ weekStart: monday(), frame: frame(), terms: terms() })
  .exact('a field is not known')
export const planBody = yup
  .object({
    id: id(),
    weekStart: monday(),
    frame: frame(),
    blocks: yup
      .array()
      .of(block)
      .max(80, 'over 80 blocks')
      .required('the exercises are missing')
      .test(
        'ids',
        'an exercise is there twice',
        (v) => new Set(v?.map((b) => b.id)).size === (v?.length ?? 0),
      ),
    terms: terms(),
    basedOn: maybeId('the version it was changed from').optional(),
    reason: optionalLine(400),
  })
  .exact('a field is not known')
export type PlanBody = {
  id: string
  weekStart: string
  frame: DayFrame[]
  blocks: Block[]
  terms: CoachTerms
  /** The version it was changed from; null: the first of its week; absent: whatever is there. */
  basedOn?: string | null | undefined
  reason: string
}

/** A session that ended early: why, and the sets that were left. */
export const endBody = yup
  .object({
    id: id(),
    planVersionId: id(),
    deviceAt: maybeInstant('the time'),
    /** The day of the session, where that is gone by; absent: the day of the time. */
    on: maybeDay('the day').optional(),
    reason: line(200, 'the reason'),
    /** Empty: what was said of the day before is taken back. */
    setsLeft: yup
      .array()
      .of(
        yup.object({ blockId: id(), sets: whole('the sets', 1, 60) }).exact('a field is not known'),
      )
      .max(80, 'over 80 blocks')
      .required('what is left is missing'),
  })
  .exact('a field is not known')
export interface EndBody {
  id: string
  planVersionId: string
  deviceAt: string | null
  on?: string | null | undefined
  reason: string
  setsLeft: { blockId: string; sets: number }[]
}

export const logBody = yup
  .object({
    id: id(),
    planVersionId: id(),
    blockId: maybeId('the block'),
    exerciseId: yup
      .string()
      .strict()
      .required('the exercise is missing')
      .test(
        'known',
        'the exercise is not known',
        (v) => v !== undefined && exerciseById(v) !== undefined,
      ),
    hand: oneOf(HANDS, 'the hand'),
    set: whole('the set', 1, 60),
    load: yup
      .number()
      .strict()
      .nullable()
      .defined()
      .min(0, 'a load cannot be negative')
      .max(1100, 'the load is too large'),
    loadUnit: oneOf(['kg', 'lb'] as const, 'the unit'),
    seconds: yup
      .number()
      .strict()
      .nullable()
      .defined()
      .min(0, 'time cannot be negative')
      .max(7200, 'over two hours'),
    reps: yup
      .number()
      .strict()
      .integer()
      .nullable()
      .defined()
      .min(0, 'repetitions cannot be negative')
      .max(500, 'over 500 repetitions'),
    ended: oneOf(
      ENDINGS.map((e) => e.id),
      'how it ended',
    ),
    effort: yup
      .number()
      .strict()
      .integer()
      .nullable()
      .defined()
      .min(1, 'effort is 1 to 10')
      .max(10, 'effort is 1 to 10'),
    pain: pain(),
    painWhere: painWhere(),
    deviceAt: maybeInstant('the device time'),
    supersedesId: maybeId('what it takes the place of'),
    details: yup
      .object({
        style: yup
          .string()
          .strict()
          .oneOf(['thumb-over', 'thumb-off', 'hook'], 'the hand style is not known')
          .optional(),
        straps: yup.boolean().strict().optional(),
        chalk: yup.boolean().strict().optional(),
        rung: yup.string().strict().max(80, 'the step is over 80 characters').optional(),
        reason: yup.string().strict().max(200, 'the reason is over 200 characters').optional(),
      })
      .exact('a field is not known')
      .default({}),
    /** Takes the record it supersedes back: it was the same set. */
    voided: yup
      .boolean()
      .strict()
      .default(false)
      .test(
        'of',
        'what is taken back is named',
        (v, c) => !v || beside<{ supersedesId: string | null }>(c).supersedesId !== null,
      ),
  })
  .exact('a field is not known')
export type LogBody = Omit<yup.InferType<typeof logBody>, 'details' | 'voided' | 'painWhere'> & {
  details?: LogDetails
  voided?: boolean
  painWhere?: PainWhere | null
}

/** A link by which an athlete sees the own sessions. */
export const linkBody = yup
  .object({
    id: id(),
    days: whole('days', 1, 366),
    /** For somebody who only looks: a parent, a physiotherapist. */ looks: yup
      .boolean()
      .strict()
      .default(false),
    /** Made where it is shown: only its hash is kept. */ token: yup
      .string()
      .strict()
      .required('the token is missing')
      .matches(/^[A-Za-z0-9_-]{43}$/, 'the token is not one'),
  })
  .exact('a field is not known')
export interface LinkView {
  id: string
  expiresOn: string
  revoked: boolean
  /** It shows and takes nothing. */ looks: boolean
  madeOn: string
  by: string
}
/** What the link shows: one athlete, the plan, nothing of anyone else. */
export interface LinkSession {
  athlete: FloorAthlete
  looks: boolean
  plan: PlanView
  today: string
  hall: string
  /** What amounts and loads are made from beside the record. */
  loads: Pick<LoadSources, 'bests' | 'holds' | 'room' | 'level' | 'bodyMassKg'>
}

const age = (what: string) =>
  yup
    .number()
    .strict()
    .nullable()
    .default(null)
    .integer(`${what} is whole`)
    .min(0, `${what} is 0 to 120`)
    .max(120, `${what} is 0 to 120`)

export const standardBody = yup
  .object({
    id: id(),
    protocolId: yup
      .string()
      .strict()
      .required('the protocol is missing')
      .test(
        'known',
        'the protocol is not known',
        (v) => v !== undefined && protocolById(v) !== undefined,
      ),
    sportId: maybeOneOf(
      SPORTS.map((s) => s.id),
      'the sport',
    ),
    level: maybeOneOf(
      LEVELS.map((l) => l.id),
      'the level',
    ),
    enteredValue: number('the standard').test('sane', (v, c) => {
      const p = beside<{ protocolId?: string; enteredUnit?: EntryUnit }>(c)
      const protocol = p.protocolId ? protocolById(p.protocolId) : undefined
      if (v !== undefined && protocol && beside<{ perBodyMass?: boolean }>(c).perBodyMass)
        return protocol.unit !== 'N' && protocol.unit !== 'kg'
          ? c.createError({ message: 'only loads and forces go by body mass' })
          : v > 0 && v <= 10
            ? true
            : c.createError({ message: 'a share of body mass is over 0 and at most 10' })
      const checked =
        v === undefined || !protocol || !p.enteredUnit
          ? null
          : checkTrialValue(v, p.enteredUnit, protocol)
      return checked && !checked.ok ? c.createError({ message: checked.message }) : true
    }),
    enteredUnit: oneOf(ENTRY_UNIT_IDS, 'the unit'),
    /** The value is for each kg of body mass. */
    perBodyMass: flag(),
    /** Only for a test done so, one sex, an age range; null: any. */
    variant: yup
      .object()
      .strict()
      .nullable()
      .default(null)
      .test(
        'choices',
        'the set-up is not one of the choices',
        (v, c) =>
          !v ||
          Object.entries(v).every(([k, option]) =>
            protocolById(String(beside<{ protocolId?: string }>(c).protocolId))?.variants.some(
              (x) => x.id === k && x.options.some((o) => o.id === option),
            ),
          ),
      ),
    sex: yup
      .string<'female' | 'male'>()
      .strict()
      .nullable()
      .default(null)
      .oneOf(['female', 'male', null], 'the sex is not one of female, male'),
    ageFrom: age('the youngest age'),
    ageTo: age('the oldest age').test('order', 'the oldest age is under the youngest', (v, c) => {
      const from = beside<{ ageFrom?: number | null }>(c).ageFrom
      return (v ?? null) === null ? (from ?? null) === null : from != null && must(v) >= from
    }),
  })
  .exact('a field is not known')
export type StandardBody = yup.InferType<typeof standardBody>

export const gapChoiceBody = yup
  .object({
    id: id(),
    rowKey: yup.string().strict().required('the row is missing').max(40, 'the row is not known'),
    kind: oneOf(['priority', 'reference', 'lean_limit'] as const, 'the kind'),
    value: yup
      .string()
      .strict()
      .nullable()
      .defined()
      .test('known', 'that cannot be chosen', (v, c) => {
        const { kind } = beside<{ kind: string }>(c)
        if (v === null || v === undefined) return true
        return kind === 'priority'
          ? ['pin', 'raise', 'lower'].includes(v)
          : kind === 'reference'
            ? isAmong(REFERENCE_SOURCES, v)
            : /^\d{1,2}(\.\d)?$/.test(v) && Number(v) >= 1
      }),
    reason: yup
      .string()
      .strict()
      .max(400)
      .default('')
      .test('said', 'say why', (v, c) => {
        const p = beside<{ kind: string; value: string | null }>(c)
        return p.kind !== 'priority' || p.value === null || v.trim() !== ''
      }),
  })
  .exact('a field is not known')
export type GapChoiceBody = {
  id: string
  rowKey: string
  kind: 'priority' | 'reference' | 'lean_limit'
  value: string | null
  reason: string
}

export interface GapsView {
  standards: (Standard & { id: string; on: string })[]
  /** Other athletes' newest results, and the steps between their tests. */
  squad: SquadResult[]
  steps: SquadSteps
  staleDays: number
  choices: StoredChoice[]
}
/** A drafted week and the problem it was drafted from, for the solver in the browser. */
export interface DraftView {
  blocks: readonly Block[]
  testDay: number | null
  problem: WeekProblem
}
export interface PlanVersionView {
  id: string
  weekStart: string
  frame: DayFrame[]
  blocks: Block[]
  terms: CoachTerms
  reason: string
  savedAt: string
  /** Local. */ savedOn: string
  number: number
  by: string
  /** Cautions the reason was given for, by exercise and hand. */ asked: {
    exerciseId: string
    hand: Hand
    keys: string[]
  }[]
}
export interface PlanView {
  frame: DayFrame[]
  /** Newest version of each week, newest week first. */
  versions: PlanVersionView[]
  kit: { kind: string; place: Place }[]
  /** Local days on which demands and usual week were last written. */
  touched: { demands: string | null; week: string | null }
  /** How the hall rates exercises where it does not as Mano does. */
  tiers: OwnTier[]
  /** What the coach would rather have; the athlete's own before the hall's. */
  wishes: WishView[]
  /** The day readiness was low for the second session in a row; null: it was not lately. */
  flatOn: string | null
}
