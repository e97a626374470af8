import type { Client } from 'pg'
import type { EntityManager, QueryRunner } from 'typeorm'

/** The driver's own connection of a runner, in its transaction where it has begun one. */
export async function clientOf(runner: QueryRunner): Promise<Client> {
  // TypeORM does not say whose connections they are.
  return (await runner.connect()) as Client
}

/**
 * The rows a statement gives, within the transaction of `em`; whoever writes it says what they
 * hold.
 * On its own connection and without what TypeORM does round each: a page asks a dozen.
 */
export async function ask<T extends object>(
  em: EntityManager,
  sql: string,
  values: readonly unknown[] = [],
): Promise<T[]> {
  const own = em.queryRunner
  if (!own) return em.query<T[]>(sql, [...values])
  return (await (await clientOf(own)).query<T>(sql, [...values])).rows
}

/**
 * On its way to the database: statements that need nothing of each other travel together, and are
 * done in the order they were begun. Whoever awaits it hears its error; where an earlier one has
 * ended the work, nobody does.
 */
export function sent<T>(way: Promise<T>): Promise<T> {
  way.catch(() => undefined)
  return way
}

/** The row of a statement that always gives one. */
export async function askOne<T extends object>(
  em: EntityManager,
  sql: string,
  values: readonly unknown[] = [],
): Promise<T> {
  const [row] = await ask<T>(em, sql, values)
  if (!row) throw new Error(`no row: ${sql.slice(0, 80)}`)
  return row
}
