import type { EntityManager } from 'typeorm'
import type { SeenView } from '@mano/contract/athletes'
import type { Account, Hall } from './rows'
import { ask } from './ask'

/** Keeps that somebody saw an athlete's health answers, once a day. */
export async function noteSeen(
  {
    em,
    hall,
    account,
    today,
  }: { em: EntityManager; hall: Pick<Hall, 'id'>; account: Pick<Account, 'id'>; today: string },
  athleteId: string,
): Promise<void> {
  await em.query(
    `INSERT INTO health_seen (hall_id, athlete_id, account_id, seen_on) VALUES ($1, $2, $3, $4)
      ON CONFLICT DO NOTHING`,
    [hall.id, athleteId, account.id, today],
  )
}

/** Who saw them, by name, how often and when last; the newest first. */
export const seenOf = (em: EntityManager, athleteId: string): Promise<SeenView[]> =>
  ask<SeenView>(
    em,
    `SELECT a.name AS by, count(*)::int AS days, max(s.seen_on)::text AS last FROM health_seen s
      JOIN account a ON a.id = s.account_id WHERE s.athlete_id = $1 GROUP BY a.id, a.name
      ORDER BY 3 DESC, 1`,
    [athleteId],
  )
