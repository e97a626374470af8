import { Client } from 'pg'

/** The two roles a database is used through; neither is a superuser and the app's owns nothing. */
export const OWNER_ROLE = 'mano_owner'
export const APP_ROLE = 'mano_app'

export interface DatabaseUrls {
  owner: string
  app: string
}

const quote = (name: string): string => `"${name.replaceAll('"', '""')}"`

function urlFor(admin: string, role: string, password: string, database: string): string {
  const url = new URL(admin)
  url.username = role
  url.password = password
  url.pathname = `/${database}`
  return url.href
}

async function asAdmin<T>(adminUrl: string, work: (c: Client) => Promise<T>): Promise<T> {
  const client = new Client({ connectionString: adminUrl })
  await client.connect()
  try {
    return await work(client)
  } finally {
    await client.end()
  }
}

/**
 * Makes roles and the named database where missing, and sets the roles' passwords. `like`: a
 * database nobody is connected to, of which a new one is a copy.
 */
export async function ensureDatabase(
  adminUrl: string,
  database: string,
  passwords: { owner: string; app: string },
  like = 'template1',
): Promise<DatabaseUrls> {
  await asAdmin(adminUrl, async (c) => {
    await c.query('SELECT pg_advisory_lock(7001)')
    for (const [role, password] of [
      [OWNER_ROLE, passwords.owner],
      [APP_ROLE, passwords.app],
    ] as const) {
      const { rowCount } = await c.query('SELECT 1 FROM pg_roles WHERE rolname = $1', [role])
      if (!rowCount)
        await c.query(`CREATE ROLE ${role} LOGIN NOSUPERUSER NOCREATEDB NOCREATEROLE NOBYPASSRLS`)
      await c.query(`ALTER ROLE ${role} PASSWORD ${c.escapeLiteral(password)}`)
    }
    const { rowCount } = await c.query('SELECT 1 FROM pg_database WHERE datname = $1', [database])
    if (!rowCount) {
      await c.query(
        `CREATE DATABASE ${quote(database)} TEMPLATE ${quote(like)} OWNER ${OWNER_ROLE}`,
      )
      await c.query(`REVOKE ALL ON DATABASE ${quote(database)} FROM PUBLIC`)
      await c.query(`GRANT CONNECT ON DATABASE ${quote(database)} TO ${APP_ROLE}`)
    }
    await c.query('SELECT pg_advisory_unlock(7001)')
  })
  await asAdmin(urlOfDatabase(adminUrl, database), async (c) => {
    await c.query(`ALTER SCHEMA public OWNER TO ${OWNER_ROLE}`)
    await c.query('REVOKE ALL ON SCHEMA public FROM PUBLIC')
  })
  return {
    owner: urlFor(adminUrl, OWNER_ROLE, passwords.owner, database),
    app: urlFor(adminUrl, APP_ROLE, passwords.app, database),
  }
}

/** Looks at who is still connected before a database goes, and the time between two, ms. */
const LOOKS = 50
const BETWEEN_MS = 40

/**
 * Drops a database, and whoever is connected to it. Connections that are just being closed are let
 * go first, for two seconds at the most: one that is cut off in that moment raises an error nobody
 * listens to.
 */
export async function dropDatabase(adminUrl: string, database: string): Promise<void> {
  await asAdmin(adminUrl, async (c) => {
    for (let look = 0; look < LOOKS; look++) {
      const { rowCount } = await c.query(
        `SELECT 1 FROM pg_stat_activity WHERE datname = $1 AND backend_type = 'client backend'`,
        [database],
      )
      if (!rowCount) break
      await new Promise((done) => setTimeout(done, BETWEEN_MS))
    }
    await c.query(`DROP DATABASE IF EXISTS ${quote(database)} WITH (FORCE)`)
  })
}

/** Where a database goes that another takes the place of, until it is dropped. */
const old = (database: string): string => `${database}_old`

/**
 * Gives one database the name of another, which goes: in one transaction, so that at every moment
 * there is one of that name.
 */
export async function swapDatabase(
  adminUrl: string,
  fresh: string,
  database: string,
): Promise<void> {
  await dropDatabase(adminUrl, old(database))
  await asAdmin(adminUrl, async (c) => {
    const { rowCount } = await c.query('SELECT 1 FROM pg_database WHERE datname = $1', [database])
    await c.query(
      'BEGIN; ' +
        (rowCount ? `ALTER DATABASE ${quote(database)} RENAME TO ${quote(old(database))}; ` : '') +
        `ALTER DATABASE ${quote(fresh)} RENAME TO ${quote(database)}; COMMIT`,
    )
  })
  await dropDatabase(adminUrl, old(database))
}

/**
 * What a restore of an earlier release, or one that was killed, left: a whole database under the
 * wrong name is given its own, the rest goes.
 */
export async function mendSwap(adminUrl: string, database: string): Promise<void> {
  const there = await asAdmin(
    adminUrl,
    async (c) =>
      new Set(
        (await c.query<{ datname: string }>('SELECT datname FROM pg_database')).rows.map(
          (r) => r.datname,
        ),
      ),
  )
  if (!there.has(database) && there.has(old(database)))
    await asAdmin(adminUrl, (c) =>
      c.query(`ALTER DATABASE ${quote(old(database))} RENAME TO ${quote(database)}`),
    )
  else if (there.has(old(database))) await dropDatabase(adminUrl, old(database))
  const fresh = `${database}_restore`
  if (!there.has(fresh)) return
  // The release before dropped the old one first: killed in between, the restored one is all there
  // is.
  if (there.has(database) || there.has(old(database))) await dropDatabase(adminUrl, fresh)
  else
    await asAdmin(adminUrl, (c) =>
      c.query(`ALTER DATABASE ${quote(fresh)} RENAME TO ${quote(database)}`),
    )
}

function urlOfDatabase(adminUrl: string, database: string): string {
  const url = new URL(adminUrl)
  url.pathname = `/${database}`
  return url.href
}
