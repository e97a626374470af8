import type { Request, RequestHandler } from 'express'
import { sent } from '../db/ask'

/** A reading and what it is of: all that it depends on but the moment. Null: not just now. */
interface Reading {
  of: string
  read: () => Promise<object> | null
}
/** What was read last by a browser at an address. */
const last = new Map<string, Reading>()
/** What is forgotten is only read a little later. */
const MOST = 500
const begun = new WeakMap<Request, { of: string; found: Promise<object> }>()

const keyOf = (req: Request): string => `${req.get('cookie')}\n${req.originalUrl}`

/**
 * Begins to read what the same browser read at the same address the last time, while its sign-in is
 * looked up. It goes to nobody by that: `readAhead` takes it once the sign-in is known, where it is
 * what would be read now.
 */
export const lookAhead: RequestHandler = (req, _res, next) => {
  const key = keyOf(req)
  const reading = req.method === 'GET' ? last.get(key) : undefined
  // One that was signed out meanwhile reads nothing again.
  last.delete(key)
  const found = reading?.read()
  if (reading && found) begun.set(req, { of: reading.of, found: sent(found) })
  next()
}

/** What was begun ahead, where it is the same; else it is read now. */
export function readAhead<T extends object>(
  req: Request,
  of: string,
  read: () => Promise<T>,
  may: () => boolean,
): Promise<T> {
  if (last.size >= MOST) last.clear()
  last.set(keyOf(req), { of, read: () => (may() ? read() : null) })
  const own = begun.get(req)
  // By `of` it is the same reading.
  return own?.of === of ? (own.found as Promise<T>) : read()
}
