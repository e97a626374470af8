import { type EntityManager } from 'typeorm'
import type { SetFact, TestFact } from '@mano/core/safety/record'
import { addDays } from '@mano/core/units/dates'
import { groupBy } from '@mano/core/units/group'

/** Days of sets and tests that are always looked at: half a year, as experience is counted. Back to the first pain of 4 and more where there was one. */
const LOOK_BACK_DAYS = 26 * 7 + 6

export const iso = (d: Date | string): string => (d instanceof Date ? d : new Date(d)).toISOString()

/** Since when each athlete is looked at: half a year, and back to the first pain of 4 and more. */
export async function sinceOf(
  em: EntityManager,
  ids: readonly string[],
  day: string,
): Promise<string[]> {
  const rows = (await em.query(
    `SELECT id, min(f)::text AS f FROM (SELECT athlete_id AS id, min(done_on) AS f FROM set_log WHERE athlete_id = ANY($1) AND pain >= 4 GROUP BY 1
       UNION ALL SELECT s.athlete_id, min(s.performed_on) FROM trial t JOIN test_session s ON s.id = t.session_id WHERE s.athlete_id = ANY($1) AND t.pain >= 4 GROUP BY 1) x GROUP BY id`,
    [[...ids]],
  )) as { id: string; f: string }[]
  const usual = addDays(day, -LOOK_BACK_DAYS)
  return ids.map((id) => {
    const f = rows.find((r) => r.id === id)?.f
    return f !== undefined && f < usual ? f : usual
  })
}

/** Rows of the day each by itself, earlier ones summed by day, exercise and hand. */
export async function setsOf(
  em: EntityManager,
  ids: readonly string[],
  since: readonly string[],
  day: string,
): Promise<(SetFact & { athleteId: string })[]> {
  return (
    (await em.query(
      `SELECT l.athlete_id AS "athleteId", CASE WHEN l.done_on = $3 THEN l.id::text ELSE '' END AS id, l.exercise_id AS "exerciseId", l.hand, l.done_on::text AS "on", max(l.pain) AS pain, l.pain_where AS "where", max(coalesce(l.device_at, l.recorded_at)) AS "recordedAt"
     FROM unnest($1::uuid[], $2::date[]) AS w(id, f) JOIN current_set_log l ON l.athlete_id = w.id AND l.done_on BETWEEN w.f AND $3 GROUP BY 1, 2, 3, 4, 5, 7`,
      [[...ids], [...since], day],
    )) as (SetFact & { athleteId: string; recordedAt: Date })[]
  ).map((s) => ({ ...s, recordedAt: iso(s.recordedAt as unknown as Date) }))
}

/** Tests with the worst pain of each hand; those of the day with every trial. */
export async function testsOf(
  em: EntityManager,
  ids: readonly string[],
  since: readonly string[],
  day: string,
): Promise<(TestFact & { athleteId: string })[]> {
  const sessions = (await em.query(
    `SELECT s.athlete_id AS "athleteId", s.id, s.protocol_id AS "protocolId", u.kind AS "unitKind", s.variant, s.performed_on::text AS "on"
     FROM unnest($1::uuid[], $2::date[]) AS w(id, f) JOIN current_test_session s ON s.athlete_id = w.id AND s.performed_on BETWEEN w.f AND $3 JOIN implement_unit u ON u.id = s.unit_id`,
    [[...ids], [...since], day],
  )) as (Omit<TestFact, 'trials'> & { athleteId: string })[]
  if (sessions.length === 0) return []
  const own = new Set(sessions.filter((s) => s.on === day).map((s) => s.id))
  const rows = (await em.query(
    `SELECT session_id AS s, CASE WHEN session_id = ANY($2) THEN id::text ELSE '' END AS id, hand, max(pain) AS pain, pain_where AS "where", max(coalesce(device_at, recorded_at)) AS "recordedAt"
     FROM trial t WHERE session_id = ANY($1) AND NOT EXISTS (SELECT 1 FROM trial n WHERE n.supersedes_id = t.id) GROUP BY 1, 2, 3, 5`,
    [sessions.map((s) => s.id), [...own]],
  )) as (TestFact['trials'][number] & { s: string })[]
  const byTest = groupBy(rows, (r) => r.s)
  return sessions.map((s) => ({
    ...s,
    trials: (byTest.get(s.id) ?? []).map(({ s: _, ...r }) => ({
      ...r,
      recordedAt: iso(r.recordedAt),
    })),
  }))
}
