import type { Response } from 'express'
import type { Heard } from '../api/live'
import { type Api } from '../api/api'
import { IDLE_MS } from '../api/tablet'
import { uncounted } from './shed'

/** A line nobody reads keeps proxies from closing a quiet channel, ms. */
const QUIET_MS = 25_000
/** How soon a channel ends after its sign-in did, ms. */
const STILL_SIGNED_IN_MS = 5_000

/** The sign-in is there, and on a shared tablet the same person is still at it. */
const STILL_THERE = `SELECT 1 FROM session WHERE sid = $1 AND expire > now()
  AND sess ->> 'accountId' = $2 AND (sess ->> 'tablet' IS NULL OR (sess ->> 'at')::float8 > $3)`

/**
 * What happens in the hall, as server-sent events: `kind` and `id` of what was written. Who hears
 * it reads it anew.
 */
export function mountLive(api: Api): void {
  api.on('GET /api/live', (call) => {
    const { live } = call.services
    return Promise.resolve({
      status: 200,
      body: null,
      stream: (_req: unknown, res: Response) => {
        uncounted(res)
        res.writeHead(200, {
          'Content-Type': 'text/event-stream',
          'Cache-Control': 'no-store',
          Connection: 'keep-alive',
          'X-Accel-Buffering': 'no',
        })
        res.write('retry: 1000\n\n')
        const send = ({ kind, id }: Heard) =>
          void res.write(`data: ${JSON.stringify({ kind, id })}\n\n`)
        const quiet = setInterval(() => res.write(':\n\n'), QUIET_MS)
        const leave = live?.on(call.hall.id, send)
        const sid = call.req.sessionID
        const look = setInterval(() => {
          // A database that is away is asked again.
          const left = call.services.clock().getTime() - IDLE_MS
          call.services.app.query(STILL_THERE, [sid, call.account.id, left]).then(
            (rows: unknown[]) => rows.length === 0 && res.end(),
            () => undefined,
          )
        }, STILL_SIGNED_IN_MS)
        res.on('close', () => {
          clearInterval(quiet)
          clearInterval(look)
          leave?.()
        })
      },
    })
  })
}
