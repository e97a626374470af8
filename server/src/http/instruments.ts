import type { Response } from 'express'
import { type InstrumentLine, type InstrumentView } from '@mano/contract/instruments'
import type { Feed } from '../devices/feed'
import type { Rack } from '../devices/rack'
import { isSimulated } from '../devices/simulated'
import { done, ok, type Api, type Call } from '../api/api'
import { conflict, notFound } from '../faults/problem'
import { uncounted } from './shed'
import { must } from '@mano/core/units/must'

/**
 * Live channel as server-sent events: each event a few JSON lines, its id the time of the last, so
 * who comes back names what they have.
 */
function channel(feed: Feed, afterMs: number, res: Response): void {
  uncounted(res)
  res.writeHead(200, {
    'Content-Type': 'text/event-stream',
    'Cache-Control': 'no-store',
    Connection: 'keep-alive',
    'X-Accel-Buffering': 'no',
  })
  const send = (lines: readonly InstrumentLine[]) => {
    if (lines.length > 0)
      res.write(
        `id: ${must(lines.at(-1)).t}\n` +
          lines.map((l) => `data: ${JSON.stringify(l)}`).join('\n') +
          '\n\n',
      )
  }
  res.write('retry: 400\n\n')
  const missed = Number.isFinite(afterMs) ? feed.after(afterMs) : []
  for (let i = 0; i < missed.length; i += 100) send(missed.slice(i, i + 100))
  const leave = feed.listen(send, () => res.end())
  res.on('close', leave)
}

export function mountInstruments(api: Api, rack: Rack | undefined): void {
  const feedOf = (call: Call): Feed => {
    const feed = rack?.of(call.hall.id).find((f) => f.about.id === call.req.params['instrumentId'])
    if (!feed) throw notFound('instrument')
    return feed
  }

  api.on('GET /api/instruments', async ({ hall }) =>
    ok((rack?.of(hall.id) ?? []).map((f): InstrumentView => ({ ...f.about, online: f.online }))),
  )

  api.on('GET /api/instruments/:instrumentId/lines', async (call) => {
    const feed = feedOf(call)
    if (!feed.online) throw conflict(`${feed.about.name} is not there.`)
    if (isSimulated(feed)) feed.wake()
    const after = Number(call.req.headers['last-event-id'] ?? call.req.query['after'] ?? NaN)
    return { status: 200, body: null, stream: (_req, res) => channel(feed, after, res) }
  })

  api.on('POST /api/instruments/:instrumentId/tare', async (call) => {
    if (!feedOf(call).tare())
      throw conflict('Nothing has been read yet: connect the instrument first.')
    return done
  })

  api.on('POST /api/instruments/:instrumentId/drive', async (call) => {
    const feed = feedOf(call)
    const body = call.body
    if (!isSimulated(feed)) throw conflict(`${feed.about.name} is no simulated instrument.`)
    feed.drive(body)
    return done
  })
}
