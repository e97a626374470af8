import * as yup from 'yup'
import type { UnitChoice } from '@mano/core/units/format'
import { id, line, maybeId, oneOf, version, whole, beside } from './common'
import { passwordProblem } from './passwords'
import { ROLE_IDS, type Right, type Role } from './roles'

export const PASSWORD_LEAST = 10
const login = () =>
  yup
    .string()
    .strict()
    .lowercase('the sign-in name is in small letters')
    .matches(
      /^[a-z0-9._@-]{3,60}$/,
      'the sign-in name has 3 to 60 small letters, digits or . _ @ -',
    )
    .required('the sign-in name is missing')
const password = () =>
  yup
    .string()
    .strict()
    .min(PASSWORD_LEAST, `the password needs ${PASSWORD_LEAST} characters`)
    .max(200, 'the password is longer than 200 characters')
    .required('the password is missing')
    .test('strong', 'the password is weak', (v, c) => {
      const of = beside<Partial<Record<'login' | 'name' | 'hallName', unknown>>>(c)
      const about = [of.login, of.name, of.hallName].filter((x) => typeof x === 'string')
      const problem = typeof v === 'string' ? passwordProblem(v, about) : null
      return problem === null ? true : c.createError({ message: problem })
    })

const role = () => yup.string<Role>().oneOf(ROLE_IDS, 'the role is not known')

const zone = () =>
  yup
    .string()
    .strict()
    .required('the time zone is missing')
    .test('zone', 'the time zone is not known', isTimeZone)

/** What a coach sets of the hall itself. */
export const hallBody = yup
  .object({
    version: version(),
    name: line(80, "the hall's name"),
    timeZone: zone(),
    staleDays: whole('days', 7, 365),
    /** These two are left as they are where a page of before does not know them. */
    monthFirst: yup.boolean().strict(),
    weekStart: yup
      .number<0 | 1 | 6>()
      .strict()
      .oneOf([0, 1, 6], 'a week begins on Monday, Sunday or Saturday'),
  })
  .exact('a field is not known')
export type HallBody = yup.InferType<typeof hallBody>

/** First start of an empty installation: the hall and its first coach. */
export const setupBody = yup
  .object({
    hallId: id(),
    accountId: id(),
    hallName: line(80, "the hall's name"),
    timeZone: zone(),
    name: line(80, 'your name'),
    login: login(),
    password: password(),
  })
  .exact('a field is not known')

export const signInBody = yup
  .object({
    login: yup.string().strict().max(60).required('the sign-in name is missing'),
    password: yup.string().strict().max(200).required('the password is missing'),
    /** Asked for where somebody has codes; empty: not given. */
    code: yup.string().strict().max(30).default(''),
  })
  .exact('a field is not known')

/** Somebody who works in the hall; an assistant where nothing else is said. */
export const personBody = yup
  .object({
    id: id(),
    name: line(80, 'the name'),
    login: login(),
    password: password(),
    role: role().default('assistant'),
  })
  .exact('a field is not known')

/** Somebody leaves the hall, or comes back. */
export const leftBody = yup
  .object({ left: yup.boolean().strict().required('whether they left is missing') })
  .exact('a field is not known')

/** Somebody does more or less than before. */
export const roleBody = yup
  .object({ role: role().strict().required('the role is missing') })
  .exact('a field is not known')

/** The units somebody sees and types, on every device. */
export const unitsBody = yup
  .object({
    mass: oneOf(['kg', 'lb'] as const, 'the unit of mass'),
    length: oneOf(['mm', 'in'] as const, 'the unit of length'),
  })
  .exact('a field is not known')

/** A new password of one's own. */
export const ownPasswordBody = yup
  .object({
    old: yup.string().strict().max(200).required('the old password is missing'),
    password: password(),
  })
  .exact('a field is not known')

/** First line sent before a hall's file: one of the coaches in it, and the new password. */
export const importHallHead = yup
  .object({ login: login(), password: password() })
  .exact('a field is not known')

export const passwordBody = yup.object({ password: password() }).exact('a field is not known')

/** 256 random bits, as they stand in an address. */
const token = () =>
  yup
    .string()
    .strict()
    .matches(/^[\w-]{43}$/, 'the token is not one')
    .required('the token is missing')

/** A link that works once: for somebody new, with their role; or for a new password of a person. */
export const entryLinkBody = yup
  .object({
    id: id(),
    token: token(),
    role: role().strict().required('the role is missing'),
    name: yup.string().strict().max(80, 'the name is over 80 characters').default(''),
    accountId: maybeId('the person'),
  })
  .exact('a field is not known')
/** Who comes in by such a link; the password alone where it is for a new one. */
export const entryBody = yup
  .object({
    login: login().nullable().default(null),
    name: yup.string().strict().max(80, 'the name is over 80 characters').nullable().default(null),
    password: password(),
  })
  .exact('a field is not known')
export interface EntryLink {
  id: string
  name: string
  /** null: for a new password. */ role: Role | null
  expiresAt: string
}
/** What a link says before it is used; `login`: null for somebody new. */
export interface EntryView {
  hall: string
  name: string
  role: Role
  login: string | null
}

export interface Person {
  id: string
  name: string
  login: string
  role: Role
  /** The day they left: they sign in no more, their records keep their name. */
  leftOn: string | null
}
/** One of one's own sign-ins. */
export interface SignIn {
  since: string | null
  /** Words of the browser it is in. */
  device: string
  here: boolean
}
export interface Me {
  id: string
  name: string
  role: Role
  /** What they may do here; on a shared tablet no more than testing. */
  right: Right
  /** This browser is the hall's shared tablet. */
  tablet: boolean
  /** Null: they have chosen none yet. */ units: UnitChoice | null
  hall: {
    id: string
    name: string
    timeZone: string
    staleDays: number
    /** 10/8 is typed for 8 October. */ monthFirst: boolean
    /** Day of the week calendars begin with, 0 Sunday. */ weekStart: 0 | 1 | 6
    version: number
  }
  today: string
  now: string
}
export interface Installation {
  empty: boolean
  /** This browser is a shared tablet: who is at it enters with a PIN. */
  tablet: boolean
}

function isTimeZone(zone: string | undefined): boolean {
  try {
    new Intl.DateTimeFormat('en', { timeZone: zone })
    return true
  } catch {
    return false
  }
}
