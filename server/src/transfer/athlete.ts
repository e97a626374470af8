import type { EntityManager } from 'typeorm'
import { tablesOf } from './format'
import { askOne } from '../db/ask'

/** Tables that hang on a test, a try or an alarm of the athlete, and by which column. */
const BELOW: Readonly<Record<string, string>> = {
  trial: 'session_id IN (SELECT id FROM test_session WHERE athlete_id = $1)',
  session_change: 'session_id IN (SELECT id FROM test_session WHERE athlete_id = $1)',
  test_attachment: 'session_id IN (SELECT id FROM test_session WHERE athlete_id = $1)',
  trial_mark:
    'trial_id IN (SELECT t.id FROM trial t JOIN test_session s ON s.id = t.session_id ' +
    'WHERE s.athlete_id = $1)',
  trial_trace:
    'trial_id IN (SELECT t.id FROM trial t JOIN test_session s ON s.id = t.session_id ' +
    'WHERE s.athlete_id = $1)',
  alarm_answer: 'alarm_id IN (SELECT id FROM alarm WHERE athlete_id = $1)',
}

/**
 * Everything on record of one athlete, by table, as it is kept; pictures and force records in
 * base64.
 */
export async function recordOf(
  em: EntityManager,
  athleteId: string,
): Promise<{ format: string; version: number; tables: Record<string, object[]> }> {
  const tables: Record<string, object[]> = {}
  for (const m of tablesOf(em.connection)) {
    const where =
      m.tableName === 'athlete'
        ? 'id = $1'
        : m.columns.some((c) => c.databaseName === 'athlete_id')
          ? 'athlete_id = $1'
          : BELOW[m.tableName]
    if (!where) continue
    const row = await askOne<{ rows: object[] }>(
      em,
      `SELECT coalesce(json_agg(to_jsonb(t) - 'hall_id' ORDER BY t.id), '[]') AS rows
        FROM ${m.tableName} t WHERE ${where}`,
      [athleteId],
    )
    if (row.rows.length > 0) tables[m.tableName] = row.rows
  }
  return { format: 'mano-athlete', version: 1, tables }
}
