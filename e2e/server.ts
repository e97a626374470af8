import { spawn, type ChildProcess } from 'node:child_process'
import { randomBytes } from 'node:crypto'
import { createServer } from 'node:net'
import { Client } from 'pg'

const root = new URL('../', import.meta.url).pathname

/** The instant every browser test runs at. */
export const NOW = '2026-10-08T10:12:00.000Z'

const freePort = (): Promise<number> =>
  new Promise((resolve) => {
    const s = createServer().listen(0, '127.0.0.1', () => {
      const { port } = s.address() as { port: number }
      s.close(() => resolve(port))
    })
  })

export interface Installation {
  url: string
  stop: (keepDatabase?: boolean) => Promise<void>
  /** Ends the server alone, as when the machine in the office goes off. */
  halt: () => Promise<void>
  /** Starts it again where it was. */ again: () => Promise<void>
}

function adminUrl(): string {
  const admin = process.env['MANO_PG_ADMIN_URL']
  if (!admin) throw new Error('Run browser tests by ./mano test: they need its database cluster.')
  return admin
}

/** A copy of a database nobody is connected to: the demo is loaded once a run. */
export async function copyOf(template: string): Promise<string> {
  const database = `e2e_${randomBytes(6).toString('hex')}`
  await asAdmin(`CREATE DATABASE ${database} TEMPLATE ${template} OWNER mano_owner`)
  return database
}

/** The database as it is now is kept beside itself, for `putBack`. */
export const keepAsItIs = (database: string): Promise<void> =>
  inside(
    database,
    `DO $$ DECLARE t text; BEGIN
      CREATE SCHEMA kept;
      FOR t IN SELECT tablename FROM pg_tables WHERE schemaname = 'public' LOOP
        EXECUTE format('CREATE TABLE kept.%1$I AS TABLE public.%1$I', t);
      END LOOP;
    END $$`,
  )

/**
 * The database as it was kept, under a server that runs on: a test costs a fifth of a second, not a
 * server. What is still being answered is waited for.
 */
export async function putBack(database: string, attempts = 5): Promise<void> {
  try {
    await inside(database, PUT_BACK)
  } catch (error) {
    // A job of the test before may hold one table and want another: it ends, and this goes again.
    if ((error as { code?: string }).code !== '40P01' || attempts <= 1) throw error
    await putBack(database, attempts - 1)
  }
}
const PUT_BACK = `DO $$ DECLARE t text; busy int; BEGIN
      FOR i IN 1..100 LOOP
        PERFORM pg_stat_clear_snapshot();
        SELECT count(*) INTO busy FROM pg_stat_activity
          WHERE datname = current_database() AND pid <> pg_backend_pid()
          AND usename = 'mano_app' AND state <> 'idle';
        EXIT WHEN busy = 0;
        PERFORM pg_sleep(0.02);
      END LOOP;
      SET session_replication_role = replica;
      EXECUTE (SELECT 'TRUNCATE ' || string_agg(format('public.%I', tablename), ', ')
        FROM pg_tables WHERE schemaname = 'public');
      FOR t IN SELECT tablename FROM pg_tables WHERE schemaname = 'public' LOOP
        EXECUTE format('INSERT INTO public.%1$I OVERRIDING SYSTEM VALUE TABLE kept.%1$I', t);
      END LOOP;
    END $$`

/** A database of a test goes with it: hundreds left behind would keep the cluster busy. */
export const drop = (database: string): Promise<void> =>
  asAdmin(`DROP DATABASE IF EXISTS ${database} WITH (FORCE)`)

const asAdmin = (sql: string): Promise<void> => run(adminUrl(), sql)
function inside(database: string, sql: string): Promise<void> {
  const url = new URL(adminUrl())
  url.pathname = database
  return run(url.href, sql)
}
async function run(connectionString: string, sql: string): Promise<void> {
  const client = new Client({ connectionString })
  await client.connect()
  try {
    await client.query(sql)
  } finally {
    await client.end()
  }
}

/** The built app on a database of its own, as the start command runs it. */
export async function start(
  demo: boolean,
  database = `e2e_${randomBytes(6).toString('hex')}`,
  more: Record<string, string> = {},
): Promise<Installation> {
  const port = await freePort()
  let child = await launch(port, demo, database, more)
  const halt = () =>
    new Promise<void>((resolve) => {
      if (child.exitCode !== null || child.signalCode !== null) return resolve()
      child.removeAllListeners('exit').on('exit', () => resolve())
      child.kill('SIGTERM')
    })
  return {
    url: `http://127.0.0.1:${port}`,
    halt,
    again: async () => {
      child = await launch(port, demo, database, more)
    },
    stop: async (keep = false) => {
      // What is thrown away with its database need not say goodbye.
      if (!keep) child.kill('SIGKILL')
      await halt()
      if (!keep) await drop(database)
    },
  }
}

async function launch(
  port: number,
  demo: boolean,
  database: string,
  more: Record<string, string>,
): Promise<ChildProcess> {
  const child: ChildProcess = spawn('node', ['server/dist/main.mjs'], {
    cwd: root,
    env: {
      ...process.env,
      MANO_DATABASE: database,
      MANO_PORT: String(port),
      MANO_DEMO: demo ? '1' : '0',
      MANO_FRESH: '0',
      MANO_NOW: NOW,
      MANO_WEB_ROOT: `${root}web/dist`,
      MANO_OWNER_PASSWORD: 'test-owner',
      MANO_APP_PASSWORD: 'test-app',
      MANO_SESSION_SECRET: 'test',
      ...more,
    },
    stdio: ['ignore', 'pipe', 'inherit'],
  })
  await new Promise<void>((resolve, reject) => {
    child.stdout!.on('data', (text: Buffer) => {
      if (String(text).includes('Ctrl-C')) resolve()
    })
    child.on('exit', (code) => reject(new Error(`the server ended with ${code}`)))
  })
  return child
}
