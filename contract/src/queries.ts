import * as yup from 'yup'
import { protocolById } from '@mano/core/catalogue/protocols'
import { daysBetween } from '@mano/core/units/dates'
import { day, UUID, beside } from './common'

/** Years a period of a review has, at the most. */
const PERIOD_YEARS = 6

/** The period asked for in an address. */
export const periodQuery = yup
  .object({ from: day('the first day'), to: day('the last day') })
  .test('order', 'A period has a first and a last day, six years at the most.', (v) => {
    if (!v.from || !v.to) return true
    const days = daysBetween(v.from, v.to)
    return days >= 0 && days <= 366 * PERIOD_YEARS
  })

/** The Monday of the week asked for. */
export const weekQuery = yup.object({
  week: day('the week').test(
    'monday',
    'A week starts on a Monday.',
    (v) => !v || new Date(`${v}T00:00:00Z`).getUTCDay() === 1,
  ),
})

export const squadQuery = yup.object({
  protocol: yup
    .string()
    .strict()
    .required('the test is missing')
    .test('known', 'The test is not known.', (v) => !v || protocolById(v) !== undefined),
})

/** Years a hall might keep records, to look at what that would mean before it is set. */
export const keepQuery = yup.object({
  years: yup.number().integer().min(1).max(50).typeError('years are a whole number'),
})

export const tableQuery = yup.object({
  name: yup.string().strict().max(40).required('the table is missing'),
})

/**
 * A page of the roster: order, words to find, the last row of the page before, rows at the most.
 */
export const rosterQuery = yup.object({
  sort: yup
    .string()
    .strict()
    .oneOf(['clock', 'need', 'name', 'sport'] as const, 'the order is not known')
    .optional(),
  find: yup.string().strict().max(80, 'the words are over 80 characters').optional(),
  after: yup
    .string()
    .strict()
    .max(400, 'the place is not one')
    .optional()
    .test('place', 'the place is not one', (v, c) => {
      if (v === undefined) return true
      try {
        const [k, name, id, ...more] = JSON.parse(v) as unknown[]
        const sorted = beside<{ sort?: string }>(c).sort ?? 'clock'
        return (
          typeof k === (['clock', 'need'].includes(sorted) ? 'number' : 'string') &&
          (typeof k !== 'number' || (Number.isInteger(k) && k >= 0 && k < 1e6)) &&
          typeof name === 'string' &&
          typeof id === 'string' &&
          UUID.test(id) &&
          more.length === 0
        )
      } catch {
        return false
      }
    }),
  most: yup
    .number()
    .integer('the number is whole')
    .min(1, 'the number is 1 to 200')
    .max(200, 'the number is 1 to 200')
    .typeError('the number is not one')
    .optional(),
})
