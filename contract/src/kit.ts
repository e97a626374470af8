import * as yup from 'yup'
import { IMPLEMENTS } from '@mano/core/catalogue/implements'
import {
  ORIENTATIONS,
  SPINS,
  SURFACES,
  WEARS,
  type Orientation,
  type Spin,
  type Surface,
  type Wear,
} from '@mano/core/catalogue/traits'
import type { Purchase } from '@mano/core/match/buy'
import type { Upkeep } from '@mano/core/match/upkeep'
import type { Place } from '@mano/core/catalogue/places'
import {
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
  someId,
  version,
  beside,
} from './common'
import type { Kg, Mm } from '@mano/core/units/quantity'

const ids = <T extends string>(list: readonly { id: T }[]) => list.map((x) => x.id)
const maybeAmount = (what: string, most: number) =>
  yup
    .number()
    .strict()
    .typeError(`${what} is not a number`)
    .positive(`${what} is not above 0`)
    .max(most, `${what} is over ${most}`)
    .nullable()
    .defined()

/** What is measured of a unit on a day. Lengths in `unit` (as the calliper reads), masses kg. */
const measured = {
  size: maybeAmount('the size', 1000),
  sizeUnit: oneOf(['mm', 'in'] as const, 'the unit'),
  depthMm: maybeAmount('the depth', 500),
  handleMm: maybeAmount('the handle thickness', 100),
  massKg: yup
    .number()
    .strict()
    .typeError('the mass is not a number')
    .min(0, 'the mass is under 0')
    .max(300, 'the mass is over 300 kg')
    .nullable()
    .defined(),
  plates: yup
    .array()
    .of(
      yup
        .object({
          kg: number('a plate')
            .positive('a plate is above 0 kg')
            .max(100, 'a plate is over 100 kg'),
          count: number('the count')
            .integer('the count is whole')
            .min(1, 'the count is at least 1')
            .max(40, 'the count is over 40'),
        })
        .exact('a field is not known'),
    )
    .max(20)
    .required('the plates are missing'),
  ratingKg: maybeAmount('the rating', 300),
  ratedBy: optionalLine(80),
  ratedOn: maybeDay('the day of the rating').test(
    'date',
    'a rating has the day it was taken',
    (v, c) => (v === null) === (beside<{ ratingKg: Kg | null }>(c).ratingKg === null),
  ),
}
export const unitBody = yup
  .object({
    id: id(),
    measurementId: id(),
    kind: yup
      .string()
      .strict()
      .oneOf(
        IMPLEMENTS.map((k) => k.id),
        'the kind is not known',
      )
      .required('the kind is missing'),
    label: line(60, 'the label'),
    placeId: someId('the place'),
    orientation: maybeOneOf(ids(ORIENTATIONS), 'the orientation'),
    surface: maybeOneOf(ids(SURFACES), 'the surface'),
    ...measured,
  })
  .exact('a field is not known')
export type UnitBody = yup.InferType<typeof unitBody>

export const remeasureBody = yup.object({ id: id(), ...measured }).exact('a field is not known')
export type RemeasureBody = yup.InferType<typeof remeasureBody>
export const unitChangeBody = yup
  .object({
    version: version(),
    label: line(60, 'the label'),
    placeId: someId('the place'),
    orientation: maybeOneOf(ids(ORIENTATIONS), 'the orientation'),
    surface: maybeOneOf(ids(SURFACES), 'the surface'),
    retired: flag(),
  })
  .exact('a field is not known')
export type UnitChangeBody = yup.InferType<typeof unitChangeBody>
export const checkBody = yup
  .object({
    id: id(),
    spin: maybeOneOf(ids(SPINS), 'the spin'),
    wear: oneOf(ids(WEARS), 'the wear'),
    note: optionalLine(300),
    checkedOn: day('the day of the check'),
  })
  .exact('a field is not known')
export type CheckBody = yup.InferType<typeof checkBody>
/** A place is closed, or opened again. */
export const closeBody = yup
  .object({ closed: yup.boolean().strict().required('whether it is closed is missing') })
  .exact('a field is not known')
export const placeBody = yup
  .object({
    id: id(),
    name: line(60, 'the name'),
    kind: oneOf(['hall', 'home', 'bag'] as const, 'the kind of place'),
    athleteId: maybeId('the athlete'),
  })
  .exact('a field is not known')
export type PlaceBody = yup.InferType<typeof placeBody>
export const priceBody = yup
  .object({
    id: id(),
    kind: line(40, 'the kind'),
    sizeMm: maybeAmount('the size', 1000),
    price: optionalLine(40),
  })
  .exact('a field is not known')
export type PriceBody = yup.InferType<typeof priceBody>

export interface PlaceView {
  id: string
  name: string
  kind: Place
  athleteId: string | null
  closed: boolean
}
export interface KitUnit {
  id: string
  kind: string
  label: string
  placeId: string
  place: Place
  orientation: Orientation | null
  surface: Surface | null
  /** Head of the series its present measurement belongs to: what a result points at. */
  measurementId: string
  sizeMm: Mm | null
  enteredValue: number | null
  enteredUnit: 'mm' | 'in' | null
  depthMm: Mm | null
  handleMm: Mm | null
  massKg: Kg | null
  plates: { kg: Kg; count: number }[]
  ratingKg: Kg | null
  ratedBy: string
  ratedOn: string | null
  measuredOn: string
  spin: Spin | null
  wear: Wear
  checkedOn: string | null
  checkNote: string
  since: string
  upkeep: Upkeep | null
  retired: boolean
  version: number
  /** Earlier measurements, newest first. */
  history: { id: string; on: string; sizeMm: Mm | null; ratingKg: Kg | null; newSeries: boolean }[]
}
export interface KitAdvice {
  athletes: number
  buy: (Purchase & { price: string })[]
}
