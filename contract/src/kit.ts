import * as yup from 'yup'
import { IMPLEMENTS } from '@mano/core/catalogue/implements'
import { id, line } from './common'

export const unitBody = yup.object({
  id: id(),
  measurementId: id(),
  kind: yup.string().strict().oneOf(IMPLEMENTS.map((k) => k.id), 'the kind is not known').required('the kind is missing'),
  label: line(60, 'the label'),
  /** Calliper reading; null: not measured yet. */
  size: yup.number().strict().typeError('the size is not a number').positive('the size is not above 0').max(1000, 'the size is over 1000').nullable().defined(),
  sizeUnit: yup.string<'mm' | 'in'>().strict().oneOf(['mm', 'in'] as const, 'the size is in mm or in').required('the unit is missing'),
}).exact('a field is not known')
export type UnitBody = yup.InferType<typeof unitBody>

export interface KitUnit { id: string; kind: string; label: string; measurementId: string; sizeMm: number | null; enteredValue: number | null; enteredUnit: string | null; measuredOn: string }
