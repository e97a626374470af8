import * as yup from 'yup'
import { id, oneOf, someId } from './common'
import { keysOf } from '@mano/core/units/among'

/** What may be taken back of the tables that only grow, with what a coach calls one. */
export const TAKEN_BACK = {
  clearance: 'clearance',
  standard: 'standard',
  implement_measurement: 'measure of an implement',
  implement_check: 'check',
  conclusion: 'decision',
  wrap_gap: 'gap of thumb and finger',
  test_day: 'test day',
} as const
export type TakenBackKind = keyof typeof TAKEN_BACK

/** Recorded by mistake: it stays in the file of the hall and counts no longer. */
export const takenBackBody = yup
  .object({
    id: id(),
    kind: oneOf(keysOf(TAKEN_BACK), 'the kind'),
    rowId: someId('what is taken back'),
  })
  .exact('a field is not known')
export type TakenBackBody = yup.InferType<typeof takenBackBody>
