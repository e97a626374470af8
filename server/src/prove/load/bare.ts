import { Client } from 'pg'
import { percentile } from './served'

/**
 * The roster's list as the bare database gives it, in the same shape, without the server: what the
 * rest is compared with.
 */
export async function bareList(
  url: string,
  hallId: string,
  more: (asked: number) => boolean,
): Promise<{ median: number; p95: number }> {
  const q = new Client({ connectionString: url })
  await q.connect()
  const ms: number[] = []
  try {
    await q.query(`SELECT set_config('mano.hall', $1, false)`, [hallId])
    for (let i = 0; more(i); i++) {
      const t = performance.now()
      await q.query(
        `SELECT coalesce(json_agg(content ORDER BY clock, name, athlete_id), '[]')::text
          FROM (SELECT * FROM roster_row ORDER BY clock, name, athlete_id LIMIT 60) x`,
      )
      ms.push(performance.now() - t)
      // As seldom as coaches ask.
      await new Promise((resolve) => setTimeout(resolve, 80))
    }
  } finally {
    await q.end()
  }
  return { median: percentile(ms, 0.5), p95: percentile(ms, 0.95) }
}
