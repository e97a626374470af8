import { Client } from 'pg'
import { must } from '@mano/core/units/must'
import { ensureDatabase } from '../src/db/bootstrap'
import { openApp } from '../src/db/source'
import { DEMO_SIGN_IN, loadDemo } from '../src/demo/load'
import { NOW, rig, signIn, type Agent, type Rig } from './hall'
import { PASSWORDS } from './passwords'

const set = (name: string): string => must(process.env[name])

/** The run's database with the demo hall: loaded for the first file that asks, another waits. */
async function loadedOnce(): Promise<string> {
  const [admin, name] = [set('MANO_PG_ADMIN_URL'), set('MANO_TEST_DEMO')]
  const lock = new Client({ connectionString: admin })
  await lock.connect()
  try {
    await lock.query('SELECT pg_advisory_lock(7002)')
    const urls = await ensureDatabase(admin, name, PASSWORDS, set('MANO_TEST_TEMPLATE'))
    const app = await openApp(urls.app)
    await loadDemo(app, new Date(NOW))
    await app.destroy()
  } finally {
    await lock.end()
  }
  return name
}

/** The demo hall on a database of the file's own, its coach signed in. */
export async function demoRig(): Promise<{ r: Rig; coach: Agent }> {
  const r = await rig({ like: await loadedOnce() })
  return { r, coach: await signIn(r, DEMO_SIGN_IN.login, DEMO_SIGN_IN.password) }
}
