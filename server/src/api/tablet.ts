import type { Request } from 'express'
import { holds, roleOf, type Right } from '@mano/contract/roles'
import type { Account } from '../db/rows'

/** After so long without a request nobody is at the tablet any more: own rule, no source. */
export const IDLE_MS = 15 * 60_000
/** How often it is written down that somebody is. */
const NOTED_MS = 60_000

/**
 * Locks a shared tablet that was left; says whether it did. A tablet is the hall's: who is at it
 * enters with a PIN and may test, no more.
 */
export function lockIfLeft({ session }: Request, now: number): boolean {
  if (!session.tablet || !session.accountId) return false
  if (now - (session.at ?? 0) > IDLE_MS) {
    delete session.accountId
    return true
  }
  if (now - (session.at ?? 0) > NOTED_MS) session.at = now
  return false
}

/** What somebody may do here. */
export const rightOf = ({ session }: Request, { role }: Pick<Account, 'role'>): Right => {
  const { right } = roleOf(role)
  return session.tablet && holds(right, 'test') ? 'test' : right
}

/**
 * Who noted what a shared tablet sends later, where they were at it with their PIN; else nobody is
 * named but who is at it now.
 */
export function notedBy(req: Request): string | undefined {
  const by = req.get('X-Mano-By')
  return by !== undefined && req.session.tablet && req.session.entered?.includes(by)
    ? by
    : undefined
}
