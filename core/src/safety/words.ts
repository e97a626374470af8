import { TISSUES } from '../catalogue/tissues'
import type { ActiveCaution } from './triggers'
import type { Finding } from './judge'
import { rowOf } from '../units/row'

const where = (a: ActiveCaution): string => {
  const hand = a.hands.length === 1 ? `${a.hands[0]} hand` : ''
  const tissues =
    a.tissues && a.tissues.length < TISSUES.length
      ? a.tissues.map((t) => rowOf(TISSUES, t).name.toLowerCase()).join(', ')
      : ''
  return [hand, tissues].filter(Boolean).join(': ')
}

/** A caution's name with the hand and tissues it is about. */
export const cautionName = (a: ActiveCaution): string => {
  const w = where(a)
  return w ? `${a.caution.title} (${w})` : a.caution.title
}

/** A caution in one line: what it is, for which hand, what stops. */
export const cautionLine = (a: ActiveCaution): string => `${cautionName(a)}: ${a.caution.says}`

const lower = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1)
const sentence = (text: string): string =>
  text ? ` ${text.charAt(0).toUpperCase()}${text.slice(1)}${text.endsWith('.') ? '' : '.'}` : ''

/** What one act meets: stopped until when, or a reason needed, and what can be done instead. */
export const findingLine = (f: Finding): string =>
  f.class === 'stop'
    ? `${cautionName(f)}. Stopped ` +
      `${f.caution.until}.${f.caution.instead ? ` Instead: ${lower(f.caution.instead)}` : ''}`
    : `Needs your reason: ${cautionName(f)}.${sentence(f.caution.says)}`
