import * as yup from 'yup'
import { TEST_PROTOCOLS } from '@mano/core/catalogue/protocols'
import { oneImplement } from '@mano/core/testday/apart'
import type { DayEvent } from '@mano/core/testday/event'
import type { DaySetup } from '@mano/core/testday/live'
import { day, id, line, number, oneOf, optionalLine, someId } from './common'

const seconds = (what: string, most: number) =>
  number(what).min(0, `${what} is 0 to ${most} s`).max(most, `${what} is 0 to ${most} s`)
const params = yup
  .object({
    att: seconds('a trial', 600),
    gapHands: seconds('the rest between hands', 1800),
    gapSame: seconds('the rest of a hand', 3600),
    swap: seconds('stepping up', 600),
    plate0: seconds('changing plates', 600),
    perStep: seconds('a step of load', 120),
    step: number('the step').moreThan(0, 'the step is above 0').max(50, 'the step is too large'),
    walk: seconds('walking', 600),
  })
  .exact('a field is not known')

/** What a set-up would meet, before it is saved; reasons given at set-up hold on the day. */
export const dayGatesBody = yup
  .object({
    heldOn: day('the day'),
    athletes: yup.array().of(someId('the athlete')).max(40).required('the athletes are missing'),
    stations: yup
      .array()
      .of(
        yup
          .object({
            id: yup.string().strict().required(),
            protocolId: yup.string().strict().required(),
            unitId: someId('the implement'),
            variant: yup.object().required(),
          })
          .exact('a field is not known'),
      )
      .max(8)
      .required('the stations are missing'),
  })
  .exact('a field is not known')
export const dayReasonBody = yup
  .object({
    id: id(),
    athleteId: someId('the athlete'),
    stationId: yup.string().strict().required('the station is missing'),
    reason: line(400, 'the reason'),
  })
  .exact('a field is not known')

/** Protocols a station of a group can run. */
export const GROUP_PROTOCOLS: readonly string[] = TEST_PROTOCOLS.filter((p) => p.inGroup).map(
  (p) => p.id,
)

export const testDayBody = yup
  .object({
    id: id(),
    name: line(80, 'the name'),
    heldOn: day('the day'),
    setup: yup
      .object({
        params: params.required('the rests are missing'),
        stations: yup
          .array()
          .of(
            yup
              .object({
                id: id(),
                name: line(40, 'the station'),
                protocolId: oneOf(GROUP_PROTOCOLS, 'the protocol'),
                unitId: id(),
                measurementId: id(),
                variant: yup.object().required('the set-up is missing'),
                by: optionalLine(60),
                plates: yup.boolean().strict().required('plates or not'),
                tries: yup
                  .number()
                  .strict()
                  .integer('trials are whole')
                  .min(1, 'at least one trial a hand')
                  .max(6, 'at most six trials a hand')
                  .optional(),
              })
              .exact('a field is not known'),
          )
          .min(1, 'a day has a station')
          .max(8, 'over eight stations')
          .required('the stations are missing')
          .test('apart', (all, { createError }) => {
            const wrong = oneImplement(all)
            return wrong === null || createError({ message: wrong })
          }),
        athletes: yup
          .array()
          .of(yup.object({ id: id(), name: line(80, 'the name') }).exact('a field is not known'))
          .min(1, 'nobody is chosen')
          .max(40, 'over forty athletes')
          .required('the athletes are missing'),
        perHand: number('trials a hand')
          .integer('trials are whole')
          .min(1, 'at least one trial a hand')
          .max(6, 'at most six trials a hand'),
        firstKg: yup
          .object()
          .required('the loads are missing')
          .test('loads', 'a load is not between 0 and 300 kg', (v) =>
            Object.values(v).every((x) => typeof x === 'number' && x >= 0 && x <= 300),
          ),
        stepKg: number('the step of load')
          .min(0, 'the step is 0 to 20 kg')
          .max(20, 'the step is 0 to 20 kg'),
        closed: yup.array().of(yup.string().strict().max(120).required()).max(640).optional(),
      })
      .exact('a field is not known')
      .required('the set-up is missing'),
  })
  .exact('a field is not known')
export interface TestDayBody {
  id: string
  name: string
  heldOn: string
  setup: DaySetup
}

const KINDS = [
  'start',
  'done',
  'late',
  'out',
  'lost',
  'back',
  'retry',
  'break',
  'reorder',
  'undo',
] as const
export const dayEventBody = yup
  .object({
    id: id(),
    at: number('the time').min(0, 'before the day').max(86_400, 'after the day'),
    kind: oneOf(KINDS, 'what happened'),
    body: yup
      .object()
      .default({})
      .test('small', 'too much is said', (v) => JSON.stringify(v).length <= 600),
  })
  .exact('a field is not known')
export interface DayEventBody {
  id: string
  at: number
  kind: (typeof KINDS)[number]
  body: Record<string, unknown>
}

/**
 * What the judge says of an athlete at a station, a hand: `says` in words, and whether a reason of
 * the day covers it.
 */
export interface DayGate {
  class: 'ask' | 'stop'
  says: string
}
export const gateKey = (athlete: string, station: string, hand: string): string =>
  `${athlete} ${station} ${hand}`

/** Events as stored; `start` says when seconds begin. */
export interface TestDayView extends TestDayBody {
  startedAt: string | null
  events: DayEvent[]
  /** Best before the day, SI, by athlete, station and hand, on the same measured implement. */
  earlier: Record<string, number>
  /** Acts that are not free, by athlete, station and hand. */ gates: Record<string, DayGate>
}
export const earlierKey = (athlete: string, station: string, hand: string): string =>
  `${athlete} ${station} ${hand}`
export interface TestDayLine {
  id: string
  name: string
  heldOn: string
  athletes: number
  stations: number
  started: boolean
}
