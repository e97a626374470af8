import type { EntityManager } from 'typeorm'
import { protocolById } from '@mano/core/catalogue/protocols'
import type { SummedTest } from '@mano/core/review/squad'

/** Counted tests of protocols over the whole hall, one row a test and hand, summed up by the database: practice, struck tries and misses are out. SI. */
export async function summedTests(em: EntityManager, protocolIds: readonly string[], except: string | null = null): Promise<SummedTest[]> {
  const rows = (await em.query(
    `SELECT s.athlete_id AS "athleteId", s.protocol_id AS "protocolId", s.protocol_version AS "protocolVersion", s.unit_id AS "unitId", s.measurement_id AS "measurementId", s.variant,
            s.performed_on::text AS "on", t.hand, count(*)::int AS n, avg(t.value) AS mean, max(t.value) AS best, stddev_samp(t.value) AS sd
     FROM current_test_session s JOIN current_trial t ON t.session_id = s.id
     WHERE s.protocol_id = ANY($1) AND NOT s.practice AND NOT t.struck AND NOT t.missed AND ($2::uuid IS NULL OR s.athlete_id <> $2)
     GROUP BY s.id, s.athlete_id, s.protocol_id, s.protocol_version, s.unit_id, s.measurement_id, s.variant, s.performed_on, s.performed_at, t.hand ORDER BY s.performed_at`, [[...protocolIds], except],
  )) as SummedTest[]
  // Of lifts the heaviest clean one is the result.
  return rows.map((r) => (protocolById(r.protocolId)?.heaviest ? { ...r, mean: r.best, n: 1, sd: null } : r))
}
