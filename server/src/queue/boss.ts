import PgBoss from 'pg-boss'
import type { Client, ClientBase, Pool } from 'pg'
import type { EntityManager } from 'typeorm'
import { must } from '@mano/core/units/must'

/** The one queue: what it holds names a job by hall and id, nothing else. */
export const QUEUE = 'work'
export interface Queued {
  hallId: string
  id: string
}

/** A job that neither ends nor is taken up anew within this time is given up by the queue, s. */
const EXPIRES_S = 3600

const run = (db: Pool | ClientBase) => ({
  executeSql: async (text: string, values: unknown[] = []) => {
    const result = await db.query(text, values)
    // Several commands at once answer with a list of results.
    return Array.isArray(result) ? { rows: [] } : result
  },
})

/** The queue through connections of the app. */
export const bossOn = (db: Pool | ClientBase): PgBoss =>
  new PgBoss({ db: run(db) as never, migrate: false, supervise: false, schedule: false })

/** Makes the queue's tables and gives the app the use of them. As the owner. */
export async function installQueue(owner: Client, appRole: string): Promise<void> {
  await owner.query('SELECT pg_advisory_lock(7003)')
  try {
    const boss = new PgBoss({
      db: run(owner) as never,
      migrate: true,
      supervise: false,
      schedule: false,
    })
    boss.on('error', () => undefined)
    await boss.start()
    if (!(await boss.getQueue(QUEUE)))
      await boss.createQueue(QUEUE, { name: QUEUE, retryLimit: 0, expireInSeconds: EXPIRES_S })
    await boss.stop({ graceful: false, close: false })
    await owner.query(`
      GRANT USAGE ON SCHEMA pgboss TO ${appRole};
      GRANT SELECT, INSERT, UPDATE, DELETE ON ALL TABLES IN SCHEMA pgboss TO ${appRole};
      GRANT EXECUTE ON ALL FUNCTIONS IN SCHEMA pgboss TO ${appRole};
    `)
  } finally {
    await owner.query('SELECT pg_advisory_unlock(7003)')
  }
}

/** Puts a job into the queue in the transaction that made it: there are both, or neither. */
export async function enqueue(em: EntityManager, queued: Queued): Promise<void> {
  // TypeORM does not say whose connections they are.
  const client = (await must(em.queryRunner).connect()) as Client
  await bossOn(client).send(QUEUE, queued, { db: run(client) as never })
}
