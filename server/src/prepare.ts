import type { Rights } from './api/config'
import { loadDemo } from './demo/load'
import { dropDatabase, ensureDatabase, mendSwap } from './db/bootstrap'
import { migrate, openApp, takeStatistics } from './db/source'

/**
 * What asks for the right to make databases and change tables, done before the server starts: it is
 * there, as this release wants it, and a demo has its hall. Gives the address the server uses,
 * which
 * may neither.
 */
export async function prepare(rights: Rights, now: Date): Promise<string> {
  if (rights.fresh) await dropDatabase(rights.adminUrl, rights.database)
  await mendSwap(rights.adminUrl, rights.database)
  const urls = await ensureDatabase(rights.adminUrl, rights.database, rights.passwords)
  await migrate(urls.owner)
  if (rights.demo) {
    const app = await openApp(urls.app)
    if (await loadDemo(app, now)) {
      await takeStatistics(urls.owner)
      console.error('The demo hall is loaded.')
    }
    await app.destroy()
  }
  return urls.app
}
