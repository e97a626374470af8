import type { RequestHandler } from 'express'
import { HttpProblem } from '../faults/problem'

const READS = ['GET', 'HEAD', 'OPTIONS']
const hostOf = (address: string): string | null => {
  try {
    return new URL(address).host
  } catch {
    return null
  }
}

/**
 * A write that a browser sends for the page of another site is refused: its origin is not the host
 * it asks. Behind a proxy the host is the one the proxy was asked. Programs say no origin.
 */
export const ownOrigin: RequestHandler = (req, _res, next) => {
  const origin = req.get('origin')
  if (READS.includes(req.method) || origin === undefined) return next()
  const own = [req.get('host'), req.get('x-forwarded-host')]
  if (!own.includes(hostOf(origin) ?? ''))
    return next(
      new HttpProblem(403, 'other-origin', 'This was sent from the page of another site.'),
    )
  next()
}
