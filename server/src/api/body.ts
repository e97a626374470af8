import express, { type Request, type RequestHandler, type Response } from 'express'
import { BODY_MOST, type Route } from './routes'
import { HttpProblem, refused } from '../faults/problem'

/**
 * How deep a body nests and how many values it holds, at the most: a plan of a week has about
 * 1,000.
 */
const DEEPEST = 24
const MOST_VALUES = 200_000

/** Names that are every object's own: no field of the contract has one. */
const INHERITED = new Set(Object.getOwnPropertyNames(Object.prototype))

/** What PostgreSQL keeps no text of, and what no text is: NUL, and halves of a pair. */
// oxlint-disable-next-line no-control-regex -- it is what is looked for
const NO_TEXT = /\u0000|[\ud800-\udbff](?![\udc00-\udfff])|(?<![\ud800-\udbff])[\udc00-\udfff]/

/** True for a text that can be kept and sent again as it is. */
export const isText = (text: string): boolean => !NO_TEXT.test(text)

/** What no route reads, whatever its schema says: refused with the place it is at. */
export function mustBePlain(given: unknown): void {
  let values = 0
  const look = (v: unknown, at: string, depth: number): void => {
    if (++values > MOST_VALUES || depth > DEEPEST)
      throw refused(at, 'That is more than any form here holds.')
    if (typeof v === 'string' && !isText(v))
      throw refused(at, 'The text has a character that cannot be kept.')
    if (typeof v !== 'object' || v === null) return
    for (const [key, x] of Object.entries(v)) {
      if (INHERITED.has(key) || !isText(key)) throw refused(at, 'a field is not known')
      look(x, at === '' ? key : `${at}.${key}`, depth + 1)
    }
  }
  look(given, '', 0)
}

const parsers = new Map<string, RequestHandler>()
function parserOf(route: Route): RequestHandler {
  const limit = route.most ?? BODY_MOST
  const key = `${route.raw ?? 'json'} ${limit}`
  const known = parsers.get(key)
  if (known) return known
  const made =
    route.raw === 'picture' ? express.raw({ type: () => true, limit }) : express.json({ limit })
  parsers.set(key, made)
  return made
}

/** Reads the body of a request, its size looked at before a byte of it; leaves it in `req.body`. */
export async function readBody(route: Route, req: Request, res: Response): Promise<void> {
  if (route.raw === 'stream' || (!route.body && !route.raw)) return
  if (route.body && !req.is('application/json'))
    throw new HttpProblem(415, 'not-json', 'The request is not JSON.')
  await new Promise<void>((resolve, reject) =>
    parserOf(route)(req, res, (error?: unknown) =>
      error ? reject(error instanceof Error ? error : new Error('unreadable')) : resolve(),
    ),
  )
  if (route.body) mustBePlain(req.body)
}
