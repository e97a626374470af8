import { parentPort, workerData } from 'node:worker_threads'
import { openApp } from '../db/source'
import { startRunner } from './runner'

/** Long work in a thread of its own: however long it reckons, requests are answered. */
const { urls } = workerData as { urls: { owner: string; app: string } }
const app = await openApp(urls, { max: 4 })
const runner = await startRunner(app, urls.app)
parentPort!.on('message', (said: 'look' | 'stop') => {
  if (said === 'look') return runner.look()
  void runner.stop().then(() => app.destroy()).finally(() => process.exit(0))
})
