import * as yup from 'yup'
import { someId, version } from './common'

/** How long a hall keeps records of athletes who come no more; null: as long as it likes. */
export const keepBody = yup
  .object({
    version: version(),
    keepYears: yup
      .number()
      .strict()
      .integer('years are whole')
      .min(1, 'years are 1 to 50')
      .max(50, 'years are 1 to 50')
      .nullable()
      .defined('the years are missing'),
  })
  .exact('a field is not known')
/** Athletes whose time is over, as they were shown. */
export const overBody = yup
  .object({
    athletes: yup
      .array()
      .of(someId('the athlete'))
      .min(1, 'no athlete is named')
      .max(200, 'at most 200 at once')
      .required('the athletes are missing'),
  })
  .exact('a field is not known')

/** Somebody of whom nothing new is on record since the day the setting asks for. */
export interface OverView {
  id: string
  name: string
  /** The day of the newest record of any kind. */
  last: string
  /** Put away on this day; null: still on the roster. */
  away: string | null
}
export interface RetentionView {
  keepYears: number | null
  version: number
  /** For the years that were asked about, or the hall's own; the longest ago first. */
  over: OverView[]
}

/** Acts told at the most, the newest. */
export const TRAIL_MOST = 1000
/** One act on somebody's health answers, injuries or clearances. */
export interface TrailView {
  on: string
  by: string
  did: 'saw' | 'changed'
  what: string
  athlete: string
}
