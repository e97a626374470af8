import type { EntityManager } from 'typeorm'
import { TEST_PROTOCOLS } from '@mano/core/catalogue/protocols'
import type { SummedTests } from '@mano/core/review/squad'

/** Protocols whose result is the heaviest clean lift, not a mean of tries. */
const HEAVIEST = TEST_PROTOCOLS.filter((p) => p.heaviest).map((p) => p.id)

/**
 * Counted tests of protocols over the whole hall, one row an athlete, set-up and hand, summed up by
 * the database: the newest with its tries, the best,
 * the differences between the logs of tests one after the other. Practice, struck tries and misses are out. SI.
 * `others`: only so many other athletes.
 */
export async function summedTests(
  em: EntityManager,
  protocolIds: readonly string[],
  others: { than: string; most: number } | null = null,
): Promise<SummedTests[]> {
  // For an error a few dozen others are enough: those who repeated it and tested last.
  const who =
    others &&
    (
      (await em.query(
        'SELECT athlete_id AS id FROM current_test_session WHERE protocol_id = ANY($1) AND athlete_id <> $2 AND NOT practice GROUP BY athlete_id ORDER BY (count(*) >= 3) DESC, max(performed_at) DESC LIMIT $3',
        [[...protocolIds], others.than, others.most],
      )) as { id: string }[]
    ).map((r) => r.id)
  const rows = (await em.query(
    `WITH test AS (
       SELECT s.athlete_id, s.protocol_id, s.protocol_version, s.unit_id, s.measurement_id, s.variant::text AS variant, s.performed_on, s.performed_at, t.hand,
              CASE WHEN s.protocol_id = ANY($3) THEN 1 ELSE count(*)::int END AS n, CASE WHEN s.protocol_id = ANY($3) THEN max(t.value) ELSE avg(t.value) END AS value, max(t.value) AS best,
              CASE WHEN s.protocol_id = ANY($3) THEN NULL ELSE stddev_samp(t.value) END AS sd
       FROM current_test_session s JOIN current_trial t ON t.session_id = s.id
       WHERE s.protocol_id = ANY($1) AND NOT s.practice AND NOT t.struck AND NOT t.missed AND ($2::uuid[] IS NULL OR s.athlete_id = ANY($2))
       GROUP BY s.id, s.athlete_id, s.protocol_id, s.protocol_version, s.unit_id, s.measurement_id, s.variant, s.performed_on, s.performed_at, t.hand
     ), before AS (SELECT *, lag(value) OVER (PARTITION BY athlete_id, protocol_id, protocol_version, measurement_id, variant, hand ORDER BY performed_at) AS earlier FROM test),
     step AS (SELECT *, CASE WHEN value > 0 AND earlier > 0 THEN ln(value) - ln(earlier) END AS difference FROM before)
     SELECT athlete_id AS "athleteId", protocol_id AS "protocolId", protocol_version AS "protocolVersion", unit_id AS "unitId", measurement_id AS "measurementId", variant, hand, max(best) AS best,
            (array_agg(value ORDER BY performed_at DESC))[1] AS value, (array_agg(n ORDER BY performed_at DESC))[1] AS n, (array_agg(sd ORDER BY performed_at DESC))[1] AS sd, max(performed_on)::text AS "on",
            coalesce(array_agg(difference ORDER BY performed_at) FILTER (WHERE difference IS NOT NULL), '{}') AS differences
     FROM step GROUP BY athlete_id, protocol_id, protocol_version, unit_id, measurement_id, variant, hand`,
    [[...protocolIds], who, HEAVIEST],
  )) as (Omit<SummedTests, 'variant'> & { variant: string })[]
  // Many athletes share a few set-ups: each is read once, and is one object.
  const setups = new Map<string, SummedTests['variant']>()
  const setupOf = (text: string) => {
    const known = setups.get(text) ?? (JSON.parse(text) as SummedTests['variant'])
    setups.set(text, known)
    return known
  }
  return rows.map((r) => ({ ...r, variant: setupOf(r.variant) }))
}
