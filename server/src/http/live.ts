import type { Response } from 'express'
import type { Heard } from '../api/live'
import { type Api } from '../api/api'
import { uncounted } from './shed'

/** A line nobody reads keeps proxies from closing a quiet channel, ms. */
const QUIET_MS = 25_000
/** How soon a channel ends after its sign-in did, ms. */
const STILL_SIGNED_IN_MS = 5_000

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
          call.services.app.query('SELECT 1 FROM session WHERE sid = $1', [sid]).then(
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
