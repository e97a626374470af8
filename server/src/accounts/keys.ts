import { hash, verify } from '@node-rs/argon2'
import { createHash, randomBytes } from 'node:crypto'
import { Secret, TOTP } from 'otpauth'
import type { EntityManager } from 'typeorm'
import { AccountEntity } from '../db/entities'
import { refused } from '../faults/problem'
import { ask } from '../db/ask'

/** What lets somebody in beside the password. */
export interface AccountKey {
  pinHash: string | null
  codeSecret: string | null
  /** null: a secret was made, but no code of it was shown yet. */
  codeSince: Date | null
  /** The newest step whose code was used: none is used twice. */
  codeStep: number
  /** Hashes of the codes that help where the app is lost. */
  recovery: string[]
}
const NONE: AccountKey = {
  pinHash: null,
  codeSecret: null,
  codeSince: null,
  codeStep: 0,
  recovery: [],
}

export async function keyOf(em: EntityManager, accountId: string): Promise<AccountKey> {
  const [row] = await ask<AccountKey>(
    em,
    `SELECT pin_hash AS "pinHash", code_secret AS "codeSecret", code_since AS "codeSince",
      code_step::float8 AS "codeStep", recovery FROM account_key WHERE account_id = $1 FOR UPDATE`,
    [accountId],
  )
  return row ?? NONE
}

export async function changeKey(
  em: EntityManager,
  { hallId, accountId }: { hallId: string; accountId: string },
  more: Partial<AccountKey>,
): Promise<void> {
  const k = { ...(await keyOf(em, accountId)), ...more }
  await em.query(
    `INSERT INTO account_key (hall_id, account_id, pin_hash, code_secret, code_since, code_step,
      recovery) VALUES ($1, $2, $3, $4, $5, $6, $7::jsonb)
     ON CONFLICT (account_id) DO UPDATE SET pin_hash = excluded.pin_hash,
      code_secret = excluded.code_secret, code_since = excluded.code_since,
      code_step = excluded.code_step, recovery = excluded.recovery`,
    [
      hallId,
      accountId,
      k.pinHash,
      k.codeSecret,
      k.codeSince,
      k.codeStep,
      JSON.stringify(k.recovery),
    ],
  )
}

/** Refuses where the password is not one's own. */
export async function mustBeOneself(
  em: EntityManager,
  accountId: string,
  password: string,
  field = 'password',
): Promise<void> {
  const own = await em.findOneByOrFail(AccountEntity, { id: accountId })
  if (!(await verify(own.passwordHash, password)))
    throw refused(field, 'That is not the password now.')
}

export const pinHashOf = (pin: string): Promise<string> => hash(pin)

/** Codes of time after RFC 6238: six digits, SHA-1, 30 s, as every app of this kind shows them. */
const PERIOD_S = 30
const totp = (secret: Secret, label: string): TOTP =>
  new TOTP({ issuer: 'Mano', label, secret, digits: 6, period: PERIOD_S, algorithm: 'SHA1' })

/** A new secret, and the address an app reads it from. */
export function newSecret(label: string): { secret: string; address: string } {
  const secret = new Secret({ size: 20 })
  return { secret: secret.base32, address: totp(secret, label).toString() }
}

/** The step a code is of, one before and after allowed for clocks that differ; null: of none. */
function stepOf(secret: string, code: string, now: Date): number | null {
  const delta = totp(Secret.fromBase32(secret), '').validate({
    token: code.replace(/\s/g, ''),
    timestamp: now.getTime(),
    window: 1,
  })
  return delta === null ? null : Math.floor(now.getTime() / 1000 / PERIOD_S) + delta
}

const plain = (code: string): string => code.toLowerCase().replace(/[^a-z0-9]/g, '')
const recoveryHash = (code: string): string =>
  createHash('sha256').update(plain(code)).digest('hex')
const RECOVERY = 8
const LETTERS = 'abcdefghjkmnpqrstuvwxyz23456789'

/** Eight codes of ten letters each, written in two halves, and what is kept of them. */
export function newRecovery(): { codes: string[]; hashes: string[] } {
  const codes = Array.from({ length: RECOVERY }, () => {
    const word = [...randomBytes(10)].map((b) => LETTERS[b % LETTERS.length]).join('')
    return `${word.slice(0, 5)}-${word.slice(5)}`
  })
  return { codes, hashes: codes.map(recoveryHash) }
}

/** What a code of the app or a recovery code changes by being used; null: it is neither. */
export function used(key: AccountKey, code: string, now: Date): Partial<AccountKey> | null {
  const step = key.codeSecret ? stepOf(key.codeSecret, code, now) : null
  if (step !== null) return step > key.codeStep ? { codeStep: step } : null
  const h = recoveryHash(code)
  return key.recovery.includes(h) ? { recovery: key.recovery.filter((r) => r !== h) } : null
}
