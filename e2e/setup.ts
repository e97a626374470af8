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
  await readOnce(i.url, cookie)
  await i.stop(true)
  await keepAsItIs(database)
  process.env['MANO_E2E_TEMPLATE'] = database
  process.env['MANO_E2E_COOKIE'] = cookie
  return () => drop(database)
}

/**
 * Every athlete is looked at once: what is worked out from their record is kept with the copy, and
 * not worked out anew for each test.
 */
async function readOnce(url: string, cookie: string): Promise<void> {
  const ask = async <T>(path: string): Promise<T> =>
    (await (await fetch(`${url}/api${path}`, { headers: { cookie } })).json()) as T
  const athletes = await ask<{ id: string }[]>('/athletes/names')
  for (const { id } of athletes) await ask(`/athletes/${id}`)
  // The first look at the roster has it worked out, the next ones wait for it.
  for (let n = 0; n < 20; n++) {
    const { behind } = await ask<{ behind?: boolean }>('/athletes?sort=clock&most=60')
    if (!behind) return
    await new Promise((resolve) => setTimeout(resolve, 250))
  }
}
