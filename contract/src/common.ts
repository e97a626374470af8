import * as yup from 'yup'
import { isLocalDate } from '@mano/core/units/dates'

const UUID7 = /^[0-9a-f]{8}-[0-9a-f]{4}-7[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/

/** A client-made UUIDv7; it doubles as the idempotency key. */
export const id = () => yup.string().strict().matches(UUID7, 'not an id').required('the id is missing')
export const line = (most: number, what: string) => yup.string().strict().trim(`${what} has spaces at an end`).min(1, `${what} is empty`).max(most, `${what} is longer than ${most} characters`).required(`${what} is missing`)
export const optionalLine = (most: number) => yup.string().strict().max(most, `longer than ${most} characters`).default('')
export const day = (what: string) => yup.string().strict().required(`${what} is missing`).test('date', `${what} is not a date`, (v) => v !== undefined && isLocalDate(v))
export const maybeDay = (what: string) => yup.string().strict().nullable().defined().test('date', `${what} is not a date`, (v) => v === null || v === undefined || isLocalDate(v))
export const oneOf = <T extends string>(values: readonly T[], what: string) => yup.string<T>().strict().oneOf(values, `${what} is not one of ${values.join(', ')}`).required(`${what} is missing`)
export const maybeOneOf = <T extends string>(values: readonly T[], what: string) => yup.string<T>().strict().nullable().oneOf([...values, null], `${what} is not one of ${values.join(', ')}`).defined()
export const number = (what: string) => yup.number().strict().typeError(`${what} is not a number`).required(`${what} is missing`).test('finite', `${what} is not a number`, (v) => Number.isFinite(v))
export const flag = () => yup.boolean().strict().required('yes or no is missing')
export const pain = () => yup.number().strict().integer('pain is a whole number').min(0, 'pain is 0 to 10').max(10, 'pain is 0 to 10').nullable().defined()
export const HANDS = ['left', 'right', 'both'] as const

/** RFC 9457 problem document; `errors` name the field. */
export interface Problem {
  type: string
  title: string
  status: number
  detail?: string
  errors?: { field: string; message: string }[]
}

/** Work of the server that goes on while others are served. */
export interface JobView<R = unknown> { id: string; state: 'running' | 'done' | 'failed' | 'stopped'; done: number; of: number; says: string; result: R | null; problem: Problem | null; /** Where what it made can be fetched. */ file: string | null }
