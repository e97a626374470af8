import { Client } from 'pg'

/** The two roles a database is used through; neither is a superuser and the app's owns nothing. */
export const OWNER_ROLE = 'mano_owner'
export const APP_ROLE = 'mano_app'

export interface DatabaseUrls { owner: string; app: string }

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

/** Makes roles and the named database where missing, and sets the roles' passwords. */
export async function ensureDatabase(adminUrl: string, database: string, passwords: { owner: string; app: string }): Promise<DatabaseUrls> {
  await asAdmin(adminUrl, async (c) => {
    await c.query('SELECT pg_advisory_lock(7001)')
    for (const [role, password] of [[OWNER_ROLE, passwords.owner], [APP_ROLE, passwords.app]] as const) {
      const { rowCount } = await c.query('SELECT 1 FROM pg_roles WHERE rolname = $1', [role])
      if (!rowCount) await c.query(`CREATE ROLE ${role} LOGIN NOSUPERUSER NOCREATEDB NOCREATEROLE NOBYPASSRLS`)
      await c.query(`ALTER ROLE ${role} PASSWORD ${c.escapeLiteral(password)}`)
    }
    const { rowCount } = await c.query('SELECT 1 FROM pg_database WHERE datname = $1', [database])
    if (!rowCount) {
      await c.query(`CREATE DATABASE ${quote(database)} OWNER ${OWNER_ROLE}`)
      await c.query(`REVOKE ALL ON DATABASE ${quote(database)} FROM PUBLIC`)
      await c.query(`GRANT CONNECT ON DATABASE ${quote(database)} TO ${APP_ROLE}`)
    }
    await c.query('SELECT pg_advisory_unlock(7001)')
  })
  await asAdmin(urlOfDatabase(adminUrl, database), async (c) => {
    await c.query(`ALTER SCHEMA public OWNER TO ${OWNER_ROLE}`)
    await c.query('REVOKE ALL ON SCHEMA public FROM PUBLIC')
  })
  return { owner: urlFor(adminUrl, OWNER_ROLE, passwords.owner, database), app: urlFor(adminUrl, APP_ROLE, passwords.app, database) }
}

export async function dropDatabase(adminUrl: string, database: string): Promise<void> {
  await asAdmin(adminUrl, (c) => c.query(`DROP DATABASE IF EXISTS ${quote(database)} WITH (FORCE)`))
}

function urlOfDatabase(adminUrl: string, database: string): string {
  const url = new URL(adminUrl)
  url.pathname = `/${database}`
  return url.href
}
