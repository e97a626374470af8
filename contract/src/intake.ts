import * as yup from 'yup'
import type { TrainingWeek } from '@mano/core/intake/week'
import { toSi } from '@mano/core/units/convert'
import { day, flag, id, line, maybeId, number, oneOf, optionalLine, whole, beside } from './common'
import type { Mm } from '@mano/core/units/quantity'

const clock = (what: string) =>
  yup
    .string()
    .strict()
    .required(`${what} is missing`)
    .matches(/^([01]\d|2[0-3]):[0-5]\d$/, `${what} is not a 24-hour time`)
const replaces = () => ({ supersedesId: maybeId('what it takes the place of'), removed: flag() })

export const eventBody = yup
  .object({
    id: id(),
    name: line(80, 'the name'),
    on: day('the date'),
    items: yup
      .array()
      .of(line(120, 'an item of the list'))
      .max(40, 'forty at the most')
      .required('the list is missing'),
    note: optionalLine(1000),
    ...replaces(),
  })
  .exact('a field is not known')
export type EventBody = yup.InferType<typeof eventBody>
export interface EventView {
  id: string
  name: string
  on: string
  items: string[]
  note: string
}

const activity = yup
  .object({
    what: line(60, 'the training'),
    at: clock('the time'),
    minutes: whole('minutes', 1, 600),
    handLoad: whole('hand load', 0, 3),
    heavyPulls: flag(),
    straps: flag(),
  })
  .exact('a field is not known')
const trainingDay = yup
  .object({
    activities: yup
      .array()
      .of(activity)
      .max(6, 'six pieces of training a day at the most')
      .required('the training is missing'),
    gripMinutes: whole('minutes for grip work', 0, 240),
    gripAt: clock('the time of grip work'),
    place: oneOf(['hall', 'home', 'bag'] as const, 'the place'),
  })
  .exact('a field is not known')
export const weekBody = yup
  .object({
    id: id(),
    days: yup
      .array()
      .of(trainingDay)
      .length(7, 'a week has seven days')
      .required('the week is missing'),
    handWork: whole('daily hand work', 0, 3),
    handWorkNote: optionalLine(200),
  })
  .exact('a field is not known')
export type WeekBody = TrainingWeek & { id: string }

export const outcomeBody = yup
  .object({
    id: id(),
    name: line(60, 'the name'),
    unit: optionalLine(20),
    better: oneOf(['higher', 'lower'] as const, 'what is better'),
    value: number('the value'),
    on: day('the date'),
    ...replaces(),
  })
  .exact('a field is not known')
export type OutcomeBody = yup.InferType<typeof outcomeBody>
export interface OutcomeView {
  id: string
  name: string
  unit: string
  better: 'higher' | 'lower'
  value: number
  on: string
}

/** Overlap minus, gap plus. */
export const wrapBody = yup
  .object({
    id: id(),
    unitId: id(),
    hand: oneOf(['left', 'right'] as const, 'the hand'),
    enteredUnit: oneOf(['mm', 'in'] as const, 'the unit'),
    enteredValue: number('the gap').test('sane', 'a gap is -80 to 150 mm', (v, c) => {
      const mm =
        v === undefined ? null : toSi(v, beside<{ enteredUnit: 'mm' }>(c).enteredUnit, 'mm')
      return mm === null || (mm >= -80 && mm <= 150)
    }),
  })
  .exact('a field is not known')
export type WrapBody = yup.InferType<typeof wrapBody>
export interface WrapView {
  id: string
  unitId: string
  measurementId: string
  hand: 'left' | 'right'
  gapMm: Mm
  on: string
}
export interface ChangeView {
  at: string
  by: string
  before: Record<string, unknown>
  after: Record<string, unknown>
}
