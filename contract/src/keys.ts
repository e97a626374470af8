import * as yup from 'yup'
import { id } from './common'

/**
 * What lets somebody in beside the password: a PIN on the hall's shared tablet, codes of an app.
 */

const PIN_LEAST = 4
const PIN_MOST = 8
/** Why a PIN is no good, in a sentence; null: it is fine. Own rule, no source. */
export function pinProblem(pin: string): string | null {
  if (!/^\d+$/.test(pin)) return 'the PIN has digits only'
  if (pin.length < PIN_LEAST || pin.length > PIN_MOST)
    return `the PIN has ${PIN_LEAST} to ${PIN_MOST} digits`
  const steps = [...pin].slice(1).map((d, i) => Number(d) - Number(pin[i]))
  return [0, 1, -1].some((step) => steps.every((s) => s === step))
    ? 'the PIN is one that is tried first'
    : null
}
const password = () => yup.string().strict().max(200).required('the password is missing')
const digits = () => yup.string().strict().max(30).required('the code is missing')

/** One's own PIN, new or none; the password says it is oneself. */
export const pinBody = yup
  .object({
    password: password(),
    pin: yup
      .string()
      .strict()
      .nullable()
      .defined('the PIN is missing')
      .test('pin', 'the PIN is no good', (v, c) => {
        const problem = typeof v === 'string' ? pinProblem(v) : null
        return problem === null ? true : c.createError({ message: problem })
      }),
  })
  .exact('a field is not known')

/** Codes are begun or ended by the password. */
export const codesBody = yup.object({ password: password() }).exact('a field is not known')
/** They hold once one of them was shown. */
export const codeBody = yup.object({ code: digits() }).exact('a field is not known')

/** A signed-in browser becomes the hall's shared tablet. */
export const tabletBody = yup.object({ password: password() }).exact('a field is not known')
export const tabletEnterBody = yup
  .object({ accountId: id(), pin: digits() })
  .exact('a field is not known')

/** What one's own sign-in has. */
export interface KeysView {
  pin: boolean
  /** Since when codes are asked for, an instant; null: they are not. */
  codesSince: string | null
  /** Recovery codes that were not used. */
  recoveryLeft: number
}
/** A secret for the app that shows codes; as an address such apps read, and as letters. */
export interface CodesBegun {
  address: string
  secret: string
}
/** Shown once. */
export interface RecoveryCodes {
  codes: string[]
}
/** A shared tablet where nobody is signed in: who may enter with a PIN. */
export interface TabletView {
  hall: string
  people: { id: string; name: string }[]
}
