import connectPgSimple from 'connect-pg-simple'
import session from 'express-session'
import type { RequestHandler } from 'express'
import type { Pool } from 'pg'

const DAY_MS = 86_400_000
/** How often a session that is used is written anew, so that it does not run out. */
const TOUCH_MS = DAY_MS / 2
/** Sessions whose last writing is remembered here; what is forgotten is only written once more. */
const REMEMBERED = 5000

/** Sign-ins kept in the database: read with each request, written twice a day. */
export function sessions(pool: Pool, secret: string, https = false): RequestHandler {
  const Store = connectPgSimple(session)
  const touched = new Map<string, number>()
  class CalmStore extends Store {
    override touch(sid: string, data: session.SessionData, done: () => void): void {
      const at = touched.get(sid)
      if (at !== undefined && Date.now() - at < TOUCH_MS) return done()
      if (touched.size >= REMEMBERED) touched.clear()
      touched.set(sid, Date.now())
      super.touch(sid, data, done)
    }
  }
  return session({
    name: 'mano',
    secret,
    resave: false,
    saveUninitialized: false,
    rolling: true,
    // Whether the line is secure is not asked of a socket that may be gone by then: the setting
    // says it.
    proxy: true,
    cookie: { httpOnly: true, sameSite: 'lax', secure: https, maxAge: 30 * DAY_MS },
    store: new CalmStore({
      pool,
      tableName: 'session',
      createTableIfMissing: false,
      pruneSessionInterval: 3600,
    }),
  })
}
