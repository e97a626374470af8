import { parentPort, workerData } from 'node:worker_threads'
import { openApp } from '../db/source'
import { startRunner } from './runner'

/** Long work in a thread of its own: however long it reckons, requests are answered. */
const { url } = workerData as { url: string }
// A busy machine is waited for: nobody stands before this.
const app = await openApp(url, { max: 4, connectionTimeoutMillis: 15_000, lock_timeout: 10_000 })
const runner = await startRunner(app, url)
parentPort!.on('message', (said: 'look' | 'stop') => {
  if (said === 'look') return runner.look()
  void runner
    .stop()
    .then(() => app.destroy())
    .finally(() => process.exit(0))
})
