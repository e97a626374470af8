import connectPgSimple from 'connect-pg-simple'
import session from 'express-session'
import type { RequestHandler } from 'express'
import type { Pool } from 'pg'
import { noteEntered } from '../api/entered'
import { asWho, type Entered } from '../db/hall'

const DAY_MS = 86_400_000
/** How often a session that is used is written anew, so that it does not run out. */
const TOUCH_MS = DAY_MS / 2
/** Sessions whose last writing is remembered here; what is forgotten is only written once more. */
const REMEMBERED = 5000

/** A sign-in that has not run out, and whose it is. */
const SIGN_IN = `SELECT s.sess, w.account, w.hall FROM session s
  LEFT JOIN LATERAL
  enter_hall((s.sess ->> 'hallId')::uuid, (s.sess ->> 'accountId')::uuid) w ON true
  WHERE s.sid = $1 AND s.expire >= to_timestamp($2)`
type Kept = { sess: session.SessionData } & (Entered | { account: null; hall: null })
type Done = Parameters<session.Store['get']>[1]

/** Sign-ins kept in the database: read with each request, written twice a day. */
export function sessions(pool: Pool, secret: string, https = false): RequestHandler {
  const Store = connectPgSimple(session)
  const touched = new Map<string, number>()
  class CalmStore extends Store {
    override get(sid: string, done: Done): void {
      const values = [sid, Math.ceil(Date.now() / 1000)]
      pool.query<Kept>({ name: 'session', text: SIGN_IN, values }).then(
        ({ rows: [row] }) => {
          noteEntered(sid, row?.account ? asWho(row) : null)
          done(null, row?.sess ?? null)
        },
        (error: unknown) => done(error),
      )
    }

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
