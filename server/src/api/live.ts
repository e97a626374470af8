import { EventEmitter } from 'node:events'
import { Client } from 'pg'
import { parsed } from '@mano/core/units/parse'

/** What is heard: something of this kind and id was written in this hall, on whichever server. */
export interface Heard {
  hall: string
  kind: string
  id: string
}
export interface Live {
  /** Hears of one hall until the returned function is called. */
  on: (hallId: string, hear: (heard: Heard) => void) => () => void
  stop: () => Promise<void>
}

const CHANNEL = 'mano_live'
/** Between two tries to hear again, ms. */
const AGAIN_MS = 1000

/**
 * Hears what any server wrote, by the database; a connection that is lost is made anew, and every
 * listener is told to look.
 */
export function listenLive(url: string): Live {
  const said = new EventEmitter().setMaxListeners(0)
  let client: Client | null = null
  let ended = false
  const begin = async (again: boolean): Promise<void> => {
    const own = new Client({
      connectionString: url,
      keepAlive: true,
      connectionTimeoutMillis: 3000,
    })
    let lost = false
    const lose = () => {
      if (lost) return
      lost = true
      client = null
      if (!ended) setTimeout(() => void begin(true), AGAIN_MS).unref()
    }
    own.on('error', lose)
    own.on('end', lose)
    own.on('notification', ({ payload }) => {
      const heard = parsed<Heard>(payload ?? '{}')
      said.emit(heard.hall, heard)
    })
    try {
      await own.connect()
      await own.query(`LISTEN ${CHANNEL}`)
      client = own
      // What was said meanwhile was not heard.
      if (again)
        for (const hall of said.eventNames())
          said.emit(hall, { hall: String(hall), kind: 'all', id: '' } satisfies Heard)
    } catch {
      lose()
    }
  }
  void begin(false)
  return {
    on: (hallId, hear) => {
      said.on(hallId, hear)
      return () => said.off(hallId, hear)
    },
    stop: async () => {
      ended = true
      await client?.end().catch(() => undefined)
    },
  }
}
