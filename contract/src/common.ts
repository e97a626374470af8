import * as yup from 'yup'
import { isRecordDate } from '@mano/core/units/dates'

const UUID7 = /^[0-9a-f]{8}-[0-9a-f]{4}-7[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/

export const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/

/** What stands beside the field that is looked at; whoever asks says what that is. */
export const beside = <T extends object>(c: yup.TestContext): T => c.parent as T
/** The day a request is judged on; without one none is compared with it. */
export const todayOf = (c: yup.TestContext): string | undefined => {
  const { today }: { today?: unknown } = c.options.context ?? {}
  return typeof today === 'string' ? today : undefined
}

/** A client-made UUIDv7; it doubles as the idempotency key. */
export const id = () =>
  yup.string().strict().matches(UUID7, 'not an id').required('the id is missing')
export const line = (most: number, what: string) =>
  yup
    .string()
    .strict()
    .trim(`${what} has spaces at an end`)
    .min(1, `${what} is empty`)
    .max(most, `${what} is longer than ${most} characters`)
    .required(`${what} is missing`)
export const optionalLine = (most: number) =>
  yup.string().strict().max(most, `longer than ${most} characters`).default('')
export const day = (what: string) =>
  yup
    .string()
    .strict()
    .required(`${what} is missing`)
    .test('date', `${what} is not a date`, (v) => v !== undefined && isRecordDate(v))
export const maybeDay = (what: string) =>
  yup
    .string()
    .strict()
    .nullable()
    .defined()
    .test('date', `${what} is not a date`, (v) => v === null || v === undefined || isRecordDate(v))
/** An instant of the years 1900 to 2100, as a device writes it; null: not said. */
export const maybeInstant = (what: string) =>
  yup
    .string()
    .strict()
    .nullable()
    .defined()
    .test(
      'instant',
      `${what} is not an instant`,
      (v) =>
        v === null ||
        v === undefined ||
        (/^\d{4}-\d\d-\d\dT[\d:.]+(Z|[+-]\d\d:\d\d)$/.test(v) &&
          isRecordDate(v.slice(0, 10)) &&
          !Number.isNaN(Date.parse(v))),
    )
/** The id of a row that is there; UUIDs of any version. */
export const someId = (what: string) =>
  yup.string().strict().matches(UUID, `${what} is not an id`).required(`${what} is missing`)
export const maybeId = (what: string) =>
  yup
    .string()
    .strict()
    .matches(UUID, { message: `${what} is not an id`, excludeEmptyString: false })
    .nullable()
    .defined()
export const oneOf = <T extends string>(values: readonly T[], what: string) =>
  yup
    .string<T>()
    .strict()
    .oneOf(values, `${what} is not one of ${values.join(', ')}`)
    .required(`${what} is missing`)
export const maybeOneOf = <T extends string>(values: readonly T[], what: string) =>
  yup
    .string<T>()
    .strict()
    .nullable()
    .oneOf([...values, null], `${what} is not one of ${values.join(', ')}`)
    .defined()
export const number = (what: string) =>
  yup
    .number()
    .strict()
    .typeError(`${what} is not a number`)
    .required(`${what} is missing`)
    .test('finite', `${what} is not a number`, (v) => Number.isFinite(v))
/** A whole number within its range. */
export const whole = (what: string, low: number, high: number) =>
  number(what)
    .integer(`${what} is whole`)
    .min(low, `${what} is ${low} to ${high}`)
    .max(high, `${what} is ${low} to ${high}`)
/** The version a change was made from. */
export const version = () =>
  number('the version').integer('the version is whole').min(1, 'the version is at least 1')
export const flag = () => yup.boolean().strict().required('yes or no is missing')
export const pain = () =>
  yup
    .number()
    .strict()
    .integer('pain is a whole number')
    .min(0, 'pain is 0 to 10')
    .max(10, 'pain is 0 to 10')
    .nullable()
    .defined()
export const HANDS = ['left', 'right', 'both'] as const

/** RFC 9457 problem document; `errors` name the field. */
export interface Problem {
  type: string
  title: string
  status: number
  detail?: string
  errors?: { field: string; message: string }[]
  /** What is on record, where somebody changed it meanwhile. */
  current?: unknown
}

/** Work of the server that goes on while others are served. */
export interface JobView<R = unknown> {
  id: string
  state: 'running' | 'done' | 'failed' | 'stopped'
  done: number
  of: number
  says: string
  result: R | null
  problem: Problem | null
  /** Where what it made can be fetched. */ file: string | null
}
