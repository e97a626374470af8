import type { DataSource, EntityManager } from 'typeorm'
import { UUID } from '@mano/contract/common'
import type { Account, Hall } from './rows'
import { clientOf, sent } from './ask'
import type { Planned } from './planned'
import { must } from '@mano/core/units/must'

const uuid = (id: string): string => {
  if (!UUID.test(id)) throw new Error('not an id')
  return `'${id}'`
}

export interface Who {
  account: Account
  hall: Hall
}

/** The same as the database says it. */
export interface Entered {
  account: Account & { recordedAt: string }
  hall: Hall & { createdAt: string }
}
export const asWho = ({ account, hall }: Entered): Who => ({
  account: { ...account, recordedAt: new Date(account.recordedAt) },
  hall: { ...hall, createdAt: new Date(hall.createdAt) },
})

/**
 * Who asks, and their hall: one statement, no transaction. Null where there is no such person in
 * it.
 */
export async function enterHall(
  app: DataSource,
  hallId: string,
  accountId: string,
): Promise<Who | null> {
  const [row] = await app.query<Entered[]>('SELECT * FROM enter_hall($1, $2)', [hallId, accountId])
  return row ? asWho(row) : null
}

/**
 * Milliseconds a statement, a lock and a silence of long work may take; those of a request are set
 * with the connection.
 */
const LONG = { statement: 300_000, lock: 10_000, idle: 60_000 }

/**
 * Runs work in one transaction that sees and writes one hall only. It begins and names its hall in
 * one message to the database. `long`: work of a job or a file, which may take minutes. `derived`:
 * what is worked out from the record again where a crash takes it, mark and all; its end waits for
 * no disk. `snapshot`: all of it reads the same moment.
 */
export async function inHall<T>(
  app: DataSource,
  hallId: string,
  work: (em: EntityManager) => Promise<T>,
  options: Options = {},
): Promise<T> {
  return transaction(app, `SELECT set_config('mano.hall', ${uuid(hallId)}, true)`, work, options)
}

/**
 * The rows of one statement that only reads, asked with its hall in one message: the database takes
 * both for one transaction, where one of our own is three messages. It is planned once.
 */
export async function readInHall<T extends object>(
  app: DataSource,
  hallId: string,
  sql: string,
  values: readonly (string | number | null)[] = [],
): Promise<T[]> {
  const runner = app.createQueryRunner()
  try {
    const client = (await clientOf(runner)) as Planned
    const given = values.map((v) => (v === null ? 'NULL' : client.escapeLiteral(String(v))))
    const call = given.length > 0 ? `(${given.join(', ')})` : ''
    const name = await client.nameFor(sql)
    const results = (await client.query(
      `SELECT set_config('mano.hall', ${uuid(hallId)}, true); EXECUTE ${name}${call}`,
    )) as unknown as readonly { rows: T[] }[]
    return must(results.at(-1)).rows
  } finally {
    await runner.release()
  }
}

interface Options {
  long?: boolean
  snapshot?: boolean
  derived?: boolean
}

async function transaction<T>(
  app: DataSource,
  first: string,
  work: (em: EntityManager) => Promise<T>,
  { long = false, snapshot = false, derived = false }: Options,
): Promise<T> {
  const runner = app.createQueryRunner()
  let begun = false
  try {
    const client = await clientOf(runner)
    const more = derived
      ? '; SET LOCAL synchronous_commit TO off'
      : long
        ? `; SET LOCAL statement_timeout = ${LONG.statement}; SET LOCAL lock_timeout = ` +
          `${LONG.lock}; SET LOCAL idle_in_transaction_session_timeout = ${LONG.idle}`
        : ''
    begun = true
    // It travels with the first statement of the work.
    const start = sent(
      client.query(
        `START TRANSACTION${snapshot ? ' ISOLATION LEVEL REPEATABLE READ' : ''}; ${first}${more}`,
      ),
    )
    const result = await work(runner.manager)
    await start
    await client.query('COMMIT')
    begun = false
    return result
  } catch (error) {
    // A connection that is gone cannot be rolled back; the database has done it.
    if (begun) await runner.query('ROLLBACK').catch(() => undefined)
    throw error
  } finally {
    await runner.release()
  }
}
