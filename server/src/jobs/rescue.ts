import { LessThan, type DataSource } from 'typeorm'
import type { Problem } from '@mano/contract/common'
import { ask } from '../db/ask'
import { JobEntity } from '../db/entities'
import { inHall } from '../db/hall'
import { enqueue, QUEUE, type Queued } from '../queue/boss'

/** After how long without a sign of life a job is taken up by another server, ms. */
export const LOST_MS = 5_000
/**
 * How often a job is begun at the most: one that ends its server each time must not do so for ever.
 */
const TRIES = 3
/** How long what has ended is kept. */
const KEPT_MS = 60 * 60_000

const LOST: Problem = {
  type: '/problems/fault',
  title: 'This work ended its server more than once. Nothing was saved.',
  status: 500,
}

/** Takes up what another server left in the middle, and forgets what ended long ago. */
export async function rescue(app: DataSource): Promise<void> {
  const halls = await app.query<{ hall_id: string }[]>('SELECT hall_id FROM halls_with_jobs($1)', [
    LOST_MS,
  ])
  for (const { hall_id } of halls)
    await inHall(app, hall_id, async (em) => {
      const lost = `state = 'running' AND beat_at < clock_timestamp() - $1 * interval '1 ms'`
      await em.query(
        `UPDATE job SET state = 'failed', problem = $2, ended_at = clock_timestamp(), input = '{}'
          WHERE ${lost} AND tries >= $3`,
        [LOST_MS, JSON.stringify(LOST), TRIES],
      )
      const rows = await ask<{ id: string }>(
        em,
        `UPDATE job SET state = 'waiting' WHERE ${lost} RETURNING id`,
        [LOST_MS],
      )
      for (const { id } of rows) await enqueue(em, { hallId: hall_id, id })
      await em.delete(JobEntity, { endedAt: LessThan(new Date(Date.now() - KEPT_MS)) })
    })
  await rescueTaken(app)
}

/**
 * What a server took from the queue and was ended before it had begun: the queue has it as begun.
 */
async function rescueTaken(app: DataSource): Promise<void> {
  const taken = await app.query<{ id: string; data: Queued }[]>(
    `SELECT id, data FROM pgboss.job WHERE name = $1 AND state = 'active'
      AND started_on < clock_timestamp() - $2 * interval '1 ms'`,
    [QUEUE, LOST_MS],
  )
  for (const { id, data } of taken)
    await inHall(app, data.hallId, async (em) => {
      const job = await em.findOneBy(JobEntity, { id: data.id })
      if (job?.state === 'running') return
      const rows = await ask(
        em,
        'DELETE FROM pgboss.job WHERE name = $1 AND id = $2 RETURNING id',
        [QUEUE, id],
      )
      // Of two servers that see it one puts it back.
      if (rows.length > 0 && job?.state === 'waiting') await enqueue(em, data)
    })
}
