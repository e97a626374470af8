import type { Problem } from '@mano/contract/common'
import { ValidationError } from 'yup'

/** A refusal that goes out as an RFC 9457 problem document. */
export class HttpProblem extends Error {
  readonly problem: Problem

  constructor(status: number, slug: string, title: string, more: { detail?: string; errors?: Problem['errors'] } = {}) {
    super(title)
    this.problem = { type: `/problems/${slug}`, title, status, ...more }
  }
}

export const notFound = (what: string): HttpProblem => new HttpProblem(404, 'not-found', `No such ${what}.`)
export const conflict = (detail: string): HttpProblem => new HttpProblem(409, 'conflict', 'That clashes with what is on record.', { detail })
export const refused = (field: string, message: string): HttpProblem => new HttpProblem(400, 'bad-input', 'Nothing was saved.', { errors: [{ field, message }] })
export const blocked = (detail: string): HttpProblem => new HttpProblem(422, 'blocked', 'A caution holds this back.', { detail })

/** Any error as a problem; what is not ours stays unnamed outside. */
export function problemOf(error: unknown): Problem {
  if (error instanceof HttpProblem) return error.problem
  if (error instanceof ValidationError) {
    // One message a field: the first says enough.
    const all = (error.inner.length > 0 ? error.inner : [error]).filter((e, i, list) => list.findIndex((x) => x.path === e.path) === i)
    return { type: '/problems/bad-input', title: 'Nothing was saved.', status: 400, errors: all.map((e) => ({ field: e.path ?? '', message: sentence(e.message) })) }
  }
  const known = error as { status?: number; code?: string; type?: string }
  if (known.type === 'entity.parse.failed') return { type: '/problems/bad-json', title: 'The request is not JSON.', status: 400 }
  if (known.type === 'entity.too.large') return { type: '/problems/too-large', title: 'Too large: pictures may have 10 MB, everything else 3 MB.', status: 413 }
  if (known.code === '23505') return { type: '/problems/conflict', title: 'That is on record already.', status: 409 }
  if (known.code === '23503') return { type: '/problems/not-found', title: 'Something named here does not exist.', status: 404 }
  if (known.code === '23514' || known.code === '22P02' || known.code === '22007' || known.code === '22003') return { type: '/problems/bad-input', title: 'Nothing was saved: a value is outside what can be.', status: 400 }
  return { type: '/problems/fault', title: 'Something failed here. Nothing was half-saved.', status: 500 }
}

const sentence = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1) + (/[.!?]$/.test(text) ? '' : '.')
