import { exerciseName } from '@mano/core/catalogue/exercises'
import { protocolById } from '@mano/core/catalogue/protocols'
import type { Unsent } from '../../base/outbox'

export interface Line {
  what: string
  value: string
}

const HANDS = { left: 'left', right: 'right', both: 'both hands' } as const

/** One kept item in words: what was noted, and its value as typed. */
export function lineOf(u: Unsent): Line {
  if (u.kind === 'trial')
    return {
      what: `Trial ${u.body.ordinal}, ${HANDS[u.body.hand]}`,
      value: `${u.body.enteredValue} ${u.body.enteredUnit}`,
    }
  if (u.kind === 'log')
    return {
      what: `${exerciseName(u.body.exerciseId)}, set ${u.body.set}, ` + `${HANDS[u.body.hand]}`,
      value: [
        u.body.load !== null && `${u.body.load} ${u.body.loadUnit}`,
        u.body.reps !== null && `${u.body.reps} repetitions`,
        u.body.seconds !== null && `${u.body.seconds} s`,
      ]
        .filter((x) => x !== false)
        .join(', '),
    }
  if (u.kind === 'session')
    return {
      what: `Test begun: ${protocolById(u.body.protocolId)?.name ?? u.body.protocolId}`,
      value: '',
    }
  if (u.kind === 'observation')
    return {
      what: `Pain or symptom, ${HANDS[u.body.hand]}`,
      value: u.body.pain !== null ? `${u.body.pain}/10` : (u.body.symptom ?? ''),
    }
  if (u.kind === 'flags')
    return {
      what: 'How the day is',
      value: u.body.flags.length === 0 ? 'nothing ticked' : `${u.body.flags.length} ticked`,
    }
  if (u.kind === 'reason' || u.kind === 'dayReason')
    return { what: 'A reason', value: u.body.reason }
  if (u.kind === 'end') return { what: 'Session ended early', value: u.body.reason }
  return { what: 'Test day', value: u.body.kind }
}

/**
 * The number that can be mended before it is sent again, with its unit; null where there is none.
 */
export function numberOf(u: Unsent): { value: number; unit: string } | null {
  if (u.kind === 'trial') return { value: u.body.enteredValue, unit: u.body.enteredUnit }
  if (u.kind !== 'log') return null
  if (u.body.load !== null) return { value: u.body.load, unit: u.body.loadUnit }
  if (u.body.reps !== null) return { value: u.body.reps, unit: 'repetitions' }
  return u.body.seconds === null ? null : { value: u.body.seconds, unit: 's' }
}

/** The same with another number. */
export function withNumber(u: Unsent, value: number): Unsent['body'] {
  if (u.kind === 'trial') return { ...u.body, enteredValue: value }
  if (u.kind === 'log')
    return u.body.load !== null
      ? { ...u.body, load: value }
      : u.body.reps !== null
        ? { ...u.body, reps: value }
        : { ...u.body, seconds: value }
  return u.body
}
