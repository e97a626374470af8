import type { Problem } from '@mano/contract/common'
import { ValidationError } from 'yup'
import { capital } from '@mano/core/units/capital'

/** A refusal that goes out as an RFC 9457 problem document. */
export class HttpProblem extends Error {
  readonly problem: Problem

  constructor(
    status: number,
    slug: string,
    title: string,
    more: { detail?: string; errors?: Problem['errors']; current?: unknown } = {},
  ) {
    super(title)
    this.problem = { type: `/problems/${slug}`, title, status, ...more }
  }
}

export const notFound = (what: string): HttpProblem =>
  new HttpProblem(404, 'not-found', `No such ${what}.`)
/** Somebody was faster: what is there now goes with the refusal, so that both can be shown. */
export const overtaken = (detail: string, current: unknown): HttpProblem =>
  new HttpProblem(409, 'overtaken', 'Changed meanwhile.', { detail, current })
export const tooMany = (title: string): HttpProblem => new HttpProblem(429, 'too-many', title)
export const conflict = (detail: string): HttpProblem =>
  new HttpProblem(409, 'conflict', 'That clashes with what is on record.', { detail })
export const refused = (field: string, message: string): HttpProblem =>
  new HttpProblem(400, 'bad-input', 'Nothing was saved.', { errors: [{ field, message }] })
export const blocked = (detail: string): HttpProblem =>
  new HttpProblem(422, 'blocked', 'A caution holds this back.', { detail })

interface Answer {
  slug: string
  status: number
  title: string
}
const BAD_VALUE: Answer = {
  slug: 'bad-input',
  status: 400,
  title: 'Nothing was saved: a value is outside what can be.',
}
const AWAY: Answer = {
  slug: 'away',
  status: 503,
  title: 'The database is away. What you type is kept; it is sent when it is back.',
}
const BUSY: Answer = {
  slug: 'busy',
  status: 503,
  title: 'Too much is asked at once. Try again in a moment.',
}

/**
 * What PostgreSQL and the network say, by code (PostgreSQL, appendix A), and by the class of it.
 */
const BY_CODE: Readonly<Record<string, Answer>> = {
  23505: { slug: 'conflict', status: 409, title: 'That is on record already.' },
  23503: { slug: 'not-found', status: 404, title: 'Something named here does not exist.' },
  23502: BAD_VALUE,
  23514: BAD_VALUE,
  22: BAD_VALUE,
  40: BUSY,
  '55P03': BUSY,
  57014: BUSY,
  '08': AWAY,
  53: AWAY,
  57: AWAY,
  ECONNREFUSED: AWAY,
  ECONNRESET: AWAY,
  EPIPE: AWAY,
  ETIMEDOUT: AWAY,
}
/** The driver's own words where it gives no code. */
const BY_WORDS: readonly (readonly [RegExp, Answer])[] = [
  [/timeout exceeded when trying to connect/, BUSY],
  [/Connection terminated|not queryable|Client has encountered a connection error/, AWAY],
]

const answerOf = ({
  code = '',
  message: words = '',
}: {
  code?: string
  message?: string
}): Answer | undefined => {
  return (
    BY_CODE[code] ??
    (/^[0-9A-Z]{5}$/.test(code) ? BY_CODE[code.slice(0, 2)] : undefined) ??
    BY_WORDS.find(([like]) => like.test(words))?.[1]
  )
}

/** True where the database is away or busy: the same may be asked again. */
export const isPassing = (error: unknown): boolean => problemOf(error).status === 503

/** Any error as a problem; what is not ours stays unnamed outside. */
export function problemOf(error: unknown): Problem {
  if (error instanceof HttpProblem) return error.problem
  if (error instanceof ValidationError) {
    // One message a field: the first says enough.
    const all = (error.inner.length > 0 ? error.inner : [error]).filter(
      (e, i, list) => list.findIndex((x) => x.path === e.path) === i,
    )
    return {
      type: '/problems/bad-input',
      title: 'Nothing was saved.',
      status: 400,
      errors: all.map((e) => ({ field: e.path ?? '', message: sentence(e.message) })),
    }
  }
  const known = (error ?? {}) as { status?: number; code?: string; type?: string; message?: string }
  if (known.type === 'entity.parse.failed')
    return { type: '/problems/bad-json', title: 'The request is not JSON.', status: 400 }
  if (known.type === 'entity.too.large')
    return {
      type: '/problems/too-large',
      title: 'Too large: pictures may have 10 MB, tables 12 MB, forms less.',
      status: 413,
    }
  const answer = answerOf(known)
  if (answer)
    return { type: `/problems/${answer.slug}`, title: answer.title, status: answer.status }
  // What express and its parsers refuse keeps its own status: a missing file, an encoding nobody
  // reads.
  if (known.status && known.status >= 400 && known.status < 500)
    return {
      type: '/problems/refused',
      title: known.status === 404 ? 'No such page.' : 'The request cannot be read.',
      status: known.status,
    }
  return {
    type: '/problems/fault',
    title: 'Something failed here. Nothing was half-saved.',
    status: 500,
  }
}

const sentence = (text: string): string => capital(text) + (/[.!?]$/.test(text) ? '' : '.')
