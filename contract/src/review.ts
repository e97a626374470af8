import * as yup from 'yup'
import type { EntryUnit } from '@mano/core/units/units'
import type { LevelId, Sex } from '@mano/core/catalogue/person'
import { LINE_KINDS, type ConclusionLine } from '@mano/core/review/conclusion'
import type { SquadSteps } from '@mano/core/record/known'
import type { SquadSetup, SquadTest } from '@mano/core/review/squad'
import type { WeekDone } from '@mano/core/review/weeks'
import { day, flag, id, line, oneOf, optionalLine } from './common'
import { ENTRY_UNIT_IDS } from './tests'
import type { Kg, Percent } from '@mano/core/units/quantity'

const effect = yup
  .mixed<NonNullable<ConclusionLine['effect']>>()
  .nullable()
  .defined()
  .test(
    'effect',
    'what follows from a line is not known',
    (v) => v === null || (typeof v === 'object' && ['raise', 'deload', 'retest'].includes(v.kind)),
  )

/** What a coach decides at the end of a block: drafted lines as taken or rewritten. */
export const conclusionBody = yup
  .object({
    id: id(),
    since: day('the first day'),
    until: day('the last day'),
    note: optionalLine(2000),
    lines: yup
      .array()
      .of(
        yup
          .object({
            id: line(300, 'the line'),
            kind: oneOf(LINE_KINDS, 'the kind of line'),
            title: line(200, 'the title of a line'),
            says: optionalLine(1000),
            effect,
            taken: flag(),
          })
          .exact('a field is not known'),
      )
      .max(20, 'over 20 lines')
      .required('the lines are missing'),
  })
  .test('order', 'the last day is before the first', (v) => v.until >= v.since)
  .exact('a field is not known')
export interface ConclusionBody {
  id: string
  since: string
  until: string
  note: string
  lines: ConclusionLine[]
}

/** A goal of a series; null takes it away. */
export const goalBody = yup
  .object({
    id: id(),
    seriesKey: line(600, 'the series'),
    enteredValue: yup
      .number()
      .strict()
      .nullable()
      .defined()
      .moreThan(0, 'a goal is above 0')
      .max(10_000, 'the goal is too large'),
    enteredUnit: oneOf(ENTRY_UNIT_IDS, 'the unit'),
    protocolId: line(60, 'the test'),
  })
  .exact('a field is not known')

export const reportBody = yup
  .object({
    kind: oneOf(['athlete', 'file'] as const, 'the kind of report'),
    from: day('the first day'),
    to: day('the last day'),
    units: yup
      .object({
        mass: oneOf(['kg', 'lb'] as const, 'the unit of mass'),
        length: oneOf(['mm', 'in'] as const, 'the unit of length'),
      })
      .exact('a field is not known'),
  })
  .exact('a field is not known')

export interface ConclusionView extends Omit<ConclusionBody, 'id'> {
  id: string
  savedOn: string
  by: string
}
export interface GoalView {
  seriesKey: string
  value: number
  enteredValue: number
  enteredUnit: EntryUnit
}
export interface ReviewView {
  weeks: WeekDone[]
  weeksSinceDeload: number | null
  /** The coach's own limit for a lean, %. */
  leanLimitPct: Percent | null
  /**
   * Differences between other athletes' tests one after the other, by series key without the
   * athlete and hand; only where this athlete has too few.
   */
  squad: SquadSteps
  conclusions: ConclusionView[]
  goals: GoalView[]
}

export interface SquadAthlete {
  id: string
  name: string
  sex: Sex | null
  birthDate: string | null
  level: LevelId
  massKg: Kg | null
  tests: SquadTest[]
  /** Any test at all, newest; null: never. */ lastTest: string | null
}
export interface SquadView {
  setups: SquadSetup[]
  athletes: SquadAthlete[]
}
