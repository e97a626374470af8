import { monitorEventLoopDelay } from 'node:perf_hooks'
import { Pool } from 'pg'
import { buildApp } from './app'
import { clockFrom, readConfig, readRights } from './api/config'
import { prepare } from './prepare'
import { openApp } from './db/source'
import { DEMO_SIGN_IN } from './demo/load'
import { Rack } from './devices/rack'
import { listenLive } from './api/live'
import { rowsIn } from './http/freshen'
import { thread } from './jobs/thread'

// What nobody caught leaves the process in a state nobody knows: it ends, and is started again.
process.on('uncaughtException', (error) => {
  console.error(error)
  process.exit(1)
})
process.on('unhandledRejection', (error) => {
  console.error(error)
  process.exit(1)
})

const config = readConfig(process.env)
const clock = clockFrom(config.pinnedNow)
// The start command has prepared the database and hands the server's own address over; run by
// itself, as in tests, it prepares first.
const url = process.env['MANO_APP_URL'] ?? (await prepare(readRights(process.env), clock()))
const app = await openApp(url)
const pool = new Pool({
  connectionString: url,
  max: 4,
  connectionTimeoutMillis: 3000,
  statement_timeout: 5000,
})
// A database that restarts takes idle connections with it; the next request opens a new one.
pool.on('error', (error) => console.error(`Database connection lost: ${error.message}`))

// The checks ask how long the loop was held up.
if (process.env['MANO_MEASURED'] === '1') {
  const loop = monitorEventLoopDelay({ resolution: 5 })
  loop.enable()
  process.on('message', () => {
    process.send?.({ p99: loop.percentile(99) / 1e6 })
    loop.reset()
  })
}

let stopping = false
const jobs = thread(url, rowsIn(app))

// Simulated instruments ship with the demo: what they show is no athlete's.
const rack = new Rack({
  simulated: config.demo,
  speed: config.instrumentSpeed,
  paths: config.instrumentPaths,
})
const live = listenLive(url)
const options = {
  app,
  clock,
  rack,
  pool,
  live,
  pinned: config.pinnedNow !== null,
  upkeep: jobs.rows,
  look: jobs.look,
  sessionSecret: config.sessionSecret,
  https: config.https,
  webRoot: config.webRoot,
  stopping: () => stopping,
}
const server = buildApp(options).listen(config.port, '127.0.0.1', (error) => {
  if (error) {
    console.error(`Port ${config.port} is not free; set MANO_PORT to another one.`)
    process.exit(1)
  }
  // The supervisor says it once; one that is started again need not.
  if (process.env['MANO_AGAIN'] === '1') return
  console.log(`\n  Mano: http://127.0.0.1:${config.port}`)
  if (config.demo)
    console.log(`  Sign in as ${DEMO_SIGN_IN.login} with the password ${DEMO_SIGN_IN.password}`)
  console.log('  Ctrl-C stops it.\n')
})
server.requestTimeout = 600_000

async function stop(): Promise<void> {
  if (stopping) return
  stopping = true
  // What is under way may finish; what only waits is let go. Jobs are taken up again at the next
  // start.
  const closed = new Promise<void>((resolve) => server.close(() => resolve()))
  const ended = jobs.stop()
  rack.stop()
  await live.stop()
  server.closeIdleConnections()
  const patience = setTimeout(() => server.closeAllConnections(), 2000)
  await Promise.all([closed, ended])
  clearTimeout(patience)
  await pool.end()
  await app.destroy()
  process.exit(0)
}
process.on('SIGTERM', () => void stop())
// Whoever keeps this running is gone: so is this, and the port is free for the next.
if (process.env['MANO_SUPERVISED'] === '1') process.on('disconnect', () => void stop())
process.on('SIGINT', () => void stop())
