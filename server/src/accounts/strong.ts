import { passwordProblem } from '@mano/contract/passwords'
import { dictionary } from '@zxcvbn-ts/language-common'
import { refused } from '../faults/problem'

/** Words that make a password longer and no harder to guess. */
const AROUND = /^[\d\W_]+|[\d\W_]+$/g
let list: ReadonlySet<string> | null = null

/**
 * Whether a password is one of the fifty thousand most used that the package lists, as it is, or
 * with nothing but digits and signs put before or after one of five letters and more.
 */
export function isMuchUsed(password: string): boolean {
  list ??= new Set(dictionary['passwords-common'])
  const p = password.toLowerCase().trim()
  const bare = p.replace(AROUND, '')
  return list.has(p) || (bare.length > 4 && list.has(bare) && p.length - bare.length < 6)
}

/** What the body alone cannot tell: whether it is the name of who it is for, or much used. */
export function mustBeStrong(
  password: string,
  { login, name }: { login: string; name: string },
): void {
  const problem =
    passwordProblem(password, [login, name]) ??
    (isMuchUsed(password) ? 'the password is one that is tried first' : null)
  if (problem) throw refused('password', problem)
}
