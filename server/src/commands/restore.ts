import { execFileSync } from 'node:child_process'
import { setTimeout as wait } from 'node:timers/promises'
import { Client } from 'pg'
import { readRights } from '../api/config'
import { dropDatabase, ensureDatabase, swapDatabase } from '../db/bootstrap'
import { migrate, takeStatistics } from '../db/source'
import { must } from '@mano/core/units/must'

/**
 * Puts a back-up into a database of its own, brings it up to this release there, and only then
 * changes the names: one step, whole or not at all.
 */
const [file, pgRestore] = process.argv.slice(2) as [string, string]
const config = readRights(process.env)
const replace = process.env['MANO_REPLACE'] === '1'
/** Only tried: the file is put into a database beside the others, looked at, and thrown away. */
const drill = process.env['MANO_DRILL'] === '1'
/** Its own connections, which take a moment to be gone. */
const ITSELF = 'mano restore'
const at = (database: string): string => {
  const url = new URL(config.adminUrl)
  url.pathname = `/${database}`
  return url.href
}

async function ask<T>(database: string, sql: string): Promise<T[]> {
  const client = new Client({ connectionString: at(database), application_name: ITSELF })
  await client.connect()
  try {
    return (await client.query(sql)).rows as T[]
  } finally {
    await client.end()
  }
}
const LEAVING = { looks: 20, eachMs: 100 }
async function others(): Promise<number> {
  const [busy] = await ask<{ n: number }>(
    'postgres',
    `SELECT count(*)::int AS n FROM pg_stat_activity WHERE datname = '${config.database}'
      AND backend_type = 'client backend' AND application_name <> '${ITSELF}'`,
  )
  return must(busy).n
}
const fail = (says: string): never => {
  console.error(says)
  process.exit(1)
}

const [there] = await ask<{ n: number }>(
  'postgres',
  `SELECT count(*)::int AS n FROM pg_database WHERE datname = '${config.database}'`,
)
if (!drill && must(there).n > 0) {
  const [made] = await ask<{ halls: boolean }>(
    config.database,
    `SELECT to_regclass('public.hall') IS NOT NULL AS halls`,
  )
  const [hall] = must(made).halls
    ? await ask<{ name: string }>(config.database, 'SELECT name FROM hall LIMIT 1')
    : []
  if (hall && !replace)
    fail(
      `There is a hall here already (${hall.name}). Back it up, then say --replace to ` +
        'put the file in its place.',
    )
  // Whoever is just leaving is waited for; what the database does by itself is nobody.
  for (let i = 0; (await others()) > 0; i++) {
    if (i >= LEAVING.looks) fail('Mano is running on this installation. Stop it first.')
    await wait(LEAVING.eachMs)
  }
}
const fresh = `${config.database}_${drill ? 'drill' : 'restore'}`
await dropDatabase(config.adminUrl, fresh)
const urls = await ensureDatabase(config.adminUrl, fresh, config.passwords)
try {
  execFileSync(
    pgRestore,
    ['--exit-on-error', '--single-transaction', '--dbname', at(fresh), file],
    { stdio: ['ignore', 'ignore', 'inherit'] },
  )
  // A back-up of an earlier release is brought up to this one.
  await migrate(urls.owner)
  await takeStatistics(urls.owner)
} catch (error) {
  await dropDatabase(config.adminUrl, fresh)
  console.error(error instanceof Error ? error.message : error)
  fail('The file could not be put back. What was here is as it was.')
}
if (drill) {
  const [seen] = await ask<{
    halls: number
    athletes: number
    tests: number
    sets: number
    last: string | null
  }>(
    fresh,
    `SELECT (SELECT count(*)::int FROM hall) AS halls, (SELECT count(*)::int
      FROM athlete) AS athletes, (SELECT count(*)::int
      FROM test_session) AS tests, (SELECT count(*)::int FROM set_log) AS sets,
       (SELECT to_char(max(t) AT TIME ZONE 'UTC', 'YYYY-MM-DD HH24:MI')
      FROM (SELECT max(recorded_at) AS t FROM trial UNION ALL SELECT max(recorded_at) FROM set_log
      UNION ALL SELECT max(recorded_at) FROM athlete) x) AS last`,
  )
  await dropDatabase(config.adminUrl, fresh)
  const s = must(seen)
  if (s.halls === 0) fail(`${file} can be put back, but holds no hall.`)
  console.error(
    `${file} can be put back: ${s.athletes} athletes, ${s.tests} tests, ${s.sets} sets; ` +
      `the newest entry is of ${s.last ?? 'no day'} UTC. Nothing here was changed.`,
  )
  process.exit(0)
}
await swapDatabase(config.adminUrl, fresh, config.database)
console.error(`Restored from ${file}.`)
