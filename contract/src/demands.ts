import * as yup from 'yup'
import { IMPLEMENTS } from '@mano/core/catalogue/implements'
import type { DemandObject } from '@mano/core/catalogue/objects'
import { EMPHASES, QUALITY_IDS, type QualityId } from '@mano/core/catalogue/qualities'
import { CLOSINGS, HANDS_ON, ORIENTATIONS, SPINS, SURFACES } from '@mano/core/catalogue/traits'
import type { DemandEdit, DemandSet, DemandSource } from '@mano/core/demand/profile'
import { id, line, number, oneOf, optionalLine } from './common'
import { isAmong } from '@mano/core/units/among'

const CONTACTS = [...new Set(IMPLEMENTS.map((k) => k.contact))]
const ids = <T extends string>(list: readonly { id: T }[]) => list.map((x) => x.id)
const between = (what: string, low: number, high: number) =>
  number(what).min(low, `${what} is ${low} to ${high}`).max(high, `${what} is ${low} to ${high}`)

/** Low and high of a span, low first. */
const span = (what: string, most: number) =>
  yup
    .array()
    .of(between(what, 0, most))
    .length(2, `${what} has a low and a high end`)
    .test(
      'order',
      `${what}: the low end is over the high end`,
      (v) => v?.[0] === undefined || v[1] === undefined || v[0] <= v[1],
    )
const maybeSpan = (what: string, most: number) => span(what, most).nullable()

const objectShape = {
  words: line(120, 'the object'),
  contact: oneOf(CONTACTS, 'the contact'),
  sizeMm: maybeSpan('the size', 300),
  depthMm: maybeSpan('the depth', 300),
  orientation: yup
    .string()
    .strict()
    .nullable()
    .oneOf([...ids(ORIENTATIONS), null]),
  surfaces: yup
    .array()
    .of(oneOf(ids(SURFACES), 'the surface'))
    .max(7),
  spin: yup
    .string()
    .strict()
    .nullable()
    .oneOf([...ids(SPINS), null]),
  hands: oneOf(ids(HANDS_ON), 'the hands'),
  use: yup.string().strict().nullable().oneOf(['hang', 'lift', null]),
  closing: oneOf(ids(CLOSINGS), 'the range'),
  holdS: maybeSpan('the hold', 600),
  arm: optionalLine(120),
  style: optionalLine(120),
}
const object = yup.object(objectShape).exact('a field of the object is not known')
const partObject = yup
  .object(
    Object.fromEntries(
      Object.entries(objectShape).map(([k, s]) => [
        k,
        (s as yup.StringSchema).optional().default(undefined),
      ]),
    ),
  )
  .exact('a field of the object is not known')
  .optional()
  .default(undefined)

const shares = () =>
  yup
    .object()
    .default(undefined)
    .test('shares', 'the emphasis shares are 0 to 1 and sum to 1', (v: unknown) => {
      if (v === undefined) return true
      const all = Object.entries(v as Record<string, unknown>)
      return (
        all.length > 0 &&
        all.every(([k, x]) => isAmong(EMPHASES, k) && typeof x === 'number' && x >= 0 && x <= 1) &&
        Math.abs(all.reduce((a, [, x]) => a + (x as number), 0) - 1) < 0.01
      )
    })
const importance = () => between('the weight', 0, 5)

const edit = yup
  .object({
    quality: oneOf(QUALITY_IDS, 'the quality'),
    importance: importance().optional(),
    emphasis: shares().optional(),
    object: partObject,
  })
  .exact('a field is not known')

const source = yup
  .object({
    id: yup.string().strict().required('the sport is missing').max(60),
    weight: number('the weight of a sport')
      .moreThan(0, 'the weight of a sport is above 0')
      .max(100, 'the weight of a sport is over 100'),
  })
  .exact('a field is not known')

export const demandBody = yup
  .object({
    id: id(),
    sources: yup
      .array()
      .of(source)
      .min(1, 'choose a sport or goal')
      .max(6, 'six at the most')
      .required('choose a sport or goal')
      .test(
        'once',
        'a sport is there twice',
        (v) => !v || new Set(v.map((s) => s.id)).size === v.length,
      ),
    edits: yup
      .array()
      .of(edit)
      .max(17)
      .required('the changes are missing')
      .test(
        'once',
        'a quality is changed twice',
        (v) => !v || new Set(v.map((e) => e.quality)).size === v.length,
      ),
    reason: optionalLine(400),
  })
  .exact('a field is not known')
export type DemandBody = DemandSet & { id: string; reason: string }

export const ownSportBody = yup
  .object({
    id: id(),
    name: line(80, 'the name'),
    kind: oneOf(['sport', 'event'] as const, 'the kind'),
    originId: line(60, 'the origin'),
    objects: optionalLine(2000),
    rows: yup
      .array()
      .of(
        yup
          .object({
            quality: oneOf(QUALITY_IDS, 'the quality'),
            importance: importance(),
            emphasis: shares().required('the emphasis is missing'),
            object: object.required('the object is missing'),
          })
          .exact('a field is not known'),
      )
      .min(1, 'there are no demands')
      .max(17)
      .required('there are no demands'),
  })
  .exact('a field is not known')
export type OwnSportBody = DemandSource

export interface DemandView {
  sources: DemandSet['sources']
  edits: readonly DemandEdit[]
  since: string
  reason: string
}
export type { DemandObject, DemandSource, QualityId }
