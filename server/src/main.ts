import { Pool } from 'pg'
import { buildApp } from './app'
import { clockFrom, readConfig } from './config'
import { dropDatabase, ensureDatabase } from './db/bootstrap'
import { migrate, openApp, takeStatistics } from './db/source'
import { DEMO_SIGN_IN, loadDemo } from './demo/load'
import { Rack } from './devices/rack'

const config = readConfig(process.env)
const clock = clockFrom(config.pinnedNow)
if (config.fresh) await dropDatabase(config.adminUrl, config.database)
const urls = await ensureDatabase(config.adminUrl, config.database, config.passwords)
await migrate(urls.owner)
const app = await openApp(urls)
const pool = new Pool({ connectionString: urls.app, max: 4 })
// A database that restarts takes idle connections with it; the next request opens a new one.
pool.on('error', (error) => console.error(`Database connection lost: ${error.message}`))
if (config.demo && (await loadDemo(app, clock()))) {
  await takeStatistics(urls.owner)
  console.log('The demo hall is loaded.')
}

// Simulated instruments ship with the demo: what they show is no athlete's.
const rack = new Rack({ simulated: config.demo, speed: config.instrumentSpeed, paths: config.instrumentPaths })
const server = buildApp({ app, clock, rack, pool, sessionSecret: config.sessionSecret, webRoot: config.webRoot }).listen(config.port, '127.0.0.1', (error) => {
  if (error) {
    console.error(`Port ${config.port} is not free; set MANO_PORT to another one.`)
    process.exit(1)
  }
  console.log(`\n  Mano: http://127.0.0.1:${config.port}`)
  if (config.demo) console.log(`  Sign in as ${DEMO_SIGN_IN.login} with the password ${DEMO_SIGN_IN.password}`)
  console.log('  Ctrl-C stops it.\n')
})

let stopping = false
async function stop(): Promise<void> {
  if (stopping) return
  stopping = true
  // What is under way may finish; what only waits is let go.
  const closed = new Promise<void>((resolve) => server.close(() => resolve()))
  rack.stop()
  server.closeIdleConnections()
  const patience = setTimeout(() => server.closeAllConnections(), 2000)
  await closed
  clearTimeout(patience)
  await pool.end()
  await app.destroy()
  process.exit(0)
}
process.on('SIGTERM', () => void stop())
process.on('SIGINT', () => void stop())
