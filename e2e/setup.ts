import { randomBytes } from 'node:crypto'
import { drop, keepAsItIs, start } from './server'

/**
 * Loads the demo once and signs in once; tests run on copies of that database, the session within.
 */
export default async function setup(): Promise<() => Promise<void>> {
  const database = `e2e_${randomBytes(6).toString('hex')}`
  const i = await start(true, database)
  const reply = await fetch(`${i.url}/api/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ login: 'ruth', password: 'quayside-hall' }),
  })
  const cookie = reply.headers.get('set-cookie')?.split(';')[0]
  if (!cookie) throw new Error(`the demo could not be signed in to: ${reply.status}`)
  await i.stop(true)
  await keepAsItIs(database)
  process.env['MANO_E2E_TEMPLATE'] = database
  process.env['MANO_E2E_COOKIE'] = cookie
  return () => drop(database)
}
