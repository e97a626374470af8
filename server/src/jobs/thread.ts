import { Worker } from 'node:worker_threads'
import type { WorkOut } from '../api/api'
import type { Hall } from '../db/rows'
import { must } from '@mano/core/units/must'

/** What the thread is told; `n` numbers what is answered. */
export type Told = 'look' | 'stop' | { n: number; hall: Hall; today: string }
/** What it says: that it has begun, or how an answer ended. */
export type Said = 'ready' | { n: number; error: string | null }

/** Begun anew so long after it ended by itself, ms. */
const AGAIN_MS = 1000
/**
 * Its seconds of starting belong to whoever opens the first page: it begins with the first job, or
 * so much later for what another server left, ms.
 */
const BEGINS_MS = 20_000
/** Ended so long after it was told to, ms. */
const ENDS_MS = 4000
/** MB of the thread's own; what is young is collected before it has spread. */
const ROOM = { maxOldGenerationSizeMb: 128, maxYoungGenerationSizeMb: 12 }

export interface Thread {
  /** There is something to do. */ look: () => void
  /** Works kept rows out in the thread; before it has begun and where it ended, by `here`. */
  rows: WorkOut
  stop: () => Promise<void>
}

/**
 * Long work and what is kept up after writes, in a thread of its own: whoever types or looks
 * meanwhile is answered by the other. One that ends by itself is begun anew.
 */
export function thread(url: string, here: WorkOut): Thread {
  let [worker, ready, stopping, n] = [null as Worker | null, false, false, 0]
  const open = new Map<number, { resolve: () => void; reject: (error: Error) => void }>()
  const heard = (said: Said) => {
    if (said === 'ready') {
      ready = true
      return
    }
    const asked = open.get(said.n)
    open.delete(said.n)
    if (said.error === null) asked?.resolve()
    else asked?.reject(new Error(said.error))
  }
  const begin = (): Worker => {
    if (worker) return worker
    worker = new Worker(new URL('./jobs.mjs', import.meta.url), {
      workerData: { url },
      resourceLimits: ROOM,
    })
    worker.on('message', heard)
    worker.on('error', (error) => console.error(error))
    worker.on('exit', () => {
      ;[worker, ready] = [null, false]
      for (const asked of open.values()) asked.reject(new Error('The thread of jobs ended.'))
      open.clear()
      if (!stopping) setTimeout(begin, AGAIN_MS)
    })
    return worker
  }
  const later = setTimeout(begin, BEGINS_MS)
  return {
    look: () => begin().postMessage('look' satisfies Told),
    rows: (hall, today) =>
      worker && ready
        ? new Promise<void>((resolve, reject) => {
            open.set(++n, { resolve, reject })
            must(worker).postMessage({ n, hall: { ...hall }, today } satisfies Told)
          }).catch(() => here(hall, today))
        : here(hall, today),
    stop: async () => {
      stopping = true
      clearTimeout(later)
      const own = worker
      if (!own) return
      const ended = new Promise<void>((resolve) => own.once('exit', () => resolve()))
      own.postMessage('stop' satisfies Told)
      const late = setTimeout(() => void own.terminate(), ENDS_MS)
      await ended
      clearTimeout(late)
    },
  }
}
