import { setPriority } from 'node:os'
import { parentPort, workerData } from 'node:worker_threads'
import { openApp } from '../db/source'
import { rowsIn } from '../http/freshen'
import { startRunner } from './runner'
import type { Said, Told } from './thread'
import { must } from '@mano/core/units/must'

/** How much this thread stands back, as nice counts it: requests go first. */
const STANDS_BACK = 10
// Elsewhere it would be the whole process.
if (process.platform === 'linux') setPriority(STANDS_BACK)

/** Long work in a thread of its own: however long it reckons, requests are answered. */
const { url } = workerData as { url: string }
// A busy machine is waited for: nobody stands before this.
const app = await openApp(url, { max: 4, connectionTimeoutMillis: 15_000, lock_timeout: 10_000 })
const runner = await startRunner(app, url)
const rows = rowsIn(app)
const say = (said: Said) => must(parentPort).postMessage(said)
must(parentPort).on('message', (told: Told) => {
  if (told === 'look') return runner.look()
  if (told !== 'stop') {
    const { n, hall, today } = told
    rows(hall, today).then(
      () => say({ n, error: null }),
      (error: unknown) => say({ n, error: String(error) }),
    )
    return
  }
  void runner
    .stop()
    .then(() => app.destroy())
    .finally(() => process.exit(0))
})
say('ready')
