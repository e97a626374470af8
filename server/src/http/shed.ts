import type { RequestHandler, Response } from 'express'
import { monitorEventLoopDelay } from 'node:perf_hooks'
import type { Problem } from '@mano/contract/common'

/**
 * Requests served at once, at the most: reads leave room for what was typed, and more of it while
 * the loop is held up.
 */
const AT_ONCE = { reads: 24, writes: 48, heldUp: 8 }
/** A loop held up longer than this, in the last second, sheds reads until it runs again, ms. */
const HELD_UP_MS = 250

const TOO_MUCH: Problem = {
  type: '/problems/busy',
  title: 'Too much is asked at once. Try again in a moment.',
  status: 503,
}

const leaving = new WeakMap<Response, () => void>()
/** A live channel and a long file are no load of requests: from here on this one is not counted. */
export const uncounted = (res: Response): void => leaving.get(res)?.()

/**
 * Says no at once, with when to come again, rather than late to everybody. What is typed is kept by
 * the page and sent again.
 */
export function shed(): RequestHandler {
  const loop = monitorEventLoopDelay({ resolution: 20 })
  loop.enable()
  let heldUp = false
  setInterval(() => {
    heldUp = loop.percentile(90) / 1e6 > HELD_UP_MS
    loop.reset()
  }, 1000).unref()
  let now = 0
  return (req, res, next) => {
    const read = req.method === 'GET'
    if (
      now >= (read ? AT_ONCE.reads : AT_ONCE.writes) ||
      (read && heldUp && now >= AT_ONCE.heldUp)
    ) {
      res
        .set({ 'Retry-After': '1', 'Cache-Control': 'no-store' })
        .status(503)
        .type('application/problem+json')
        .send(JSON.stringify(TOO_MUCH))
      return
    }
    now++
    let counted = true
    const leave = () => {
      if (counted) now--
      counted = false
    }
    res.once('close', leave)
    leaving.set(res, leave)
    next()
  }
}
