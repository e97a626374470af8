import type { EntityManager } from 'typeorm'
import { TEST_PROTOCOLS } from '@mano/core/catalogue/protocols'
import type { SummedTests } from '@mano/core/review/squad'
import { must } from '@mano/core/units/must'
import { ask, askOne } from './ask'
import { parsed } from '@mano/core/units/parse'

/** Protocols whose result is the heaviest clean lift, not a mean of tries. */
const HEAVIEST = TEST_PROTOCOLS.filter((p) => p.heaviest).map((p) => p.id)

/**
 * Others' tests of the last minute may wait, s: an error of dozens does not hang on one of them.
 * Not those of somebody who has no sum yet.
 */
const MAY_WAIT_S = 60
const LOCK = `hashtextextended(current_setting('mano.hall'), 7006)`
const MAY_NOT_WAIT = `AND (athlete_id, protocol_id) IN (SELECT m.athlete_id, m.protocol_id
  FROM test_sum_mark m LEFT JOIN test_sum t ON t.athlete_id = m.athlete_id
  AND t.protocol_id = m.protocol_id
  WHERE m.protocol_id = ANY($1) AND (t.athlete_id IS NULL
  OR m.marked_at < clock_timestamp() - interval '${MAY_WAIT_S} s'))`

/**
 * Works out again what writes have marked of these protocols: the marks are claimed first, so that
 * one that comes meanwhile stays for the next look. `all`: those of this minute too, and those who
 * work at the same are waited for.
 */
async function freshen(
  em: EntityManager,
  protocolIds: readonly string[],
  all: boolean,
): Promise<void> {
  // One at a time in a hall: of two who work out the same sum, the one that looked earlier must not
  // write later. Who need not have this minute reads the last sums instead of waiting.
  const { mine } = await askOne<{ mine: boolean }>(
    em,
    `SELECT
      ${all ? `pg_advisory_xact_lock(${LOCK}) IS NOT NULL` : `pg_try_advisory_xact_lock(${LOCK})`}
      AS mine`,
  )
  if (!mine) return
  const claimed = await ask<{ a: string; p: string; h: string }>(
    em,
    `WITH gone AS (DELETE FROM test_sum_mark WHERE id IN (SELECT id FROM test_sum_mark
      WHERE protocol_id = ANY($1) ${all ? '' : MAY_NOT_WAIT} ORDER BY id FOR UPDATE)
      RETURNING athlete_id, protocol_id, hall_id)
     SELECT DISTINCT athlete_id AS a, protocol_id AS p, hall_id AS h FROM gone`,
    [[...protocolIds]],
  )
  if (claimed.length === 0) return
  await em.query(
    `WITH asked AS (SELECT * FROM unnest($1::uuid[], $2::text[]) AS x(a, p)),
     session AS MATERIALIZED (
       SELECT s.* FROM asked x JOIN current_test_session s ON s.athlete_id = x.a
      AND s.protocol_id = x.p WHERE NOT s.practice
     ), test AS (
       SELECT s.athlete_id, s.protocol_id, s.protocol_version, s.unit_id, s.measurement_id,
      s.variant, s.variant::text AS key, s.performed_on, s.performed_at, t.hand,
              CASE WHEN s.protocol_id = ANY($3) THEN 1 ELSE count(*)::int END AS n,
      CASE WHEN s.protocol_id = ANY($3) THEN max(t.value) ELSE avg(t.value) END AS value,
      max(t.value) AS best,
              CASE WHEN s.protocol_id = ANY($3) THEN NULL ELSE stddev_samp(t.value) END AS sd
       FROM session s JOIN trial t ON t.session_id = s.id LEFT JOIN LATERAL (SELECT m.struck
      FROM trial_mark m WHERE m.trial_id = t.id ORDER BY m.seq DESC LIMIT 1) m ON true
       WHERE NOT t.missed AND m.struck IS NOT TRUE AND NOT EXISTS (SELECT 1 FROM trial later
      WHERE later.supersedes_id = t.id)
       GROUP BY s.id, s.athlete_id, s.protocol_id, s.protocol_version, s.unit_id, s.measurement_id,
      s.variant, s.performed_on, s.performed_at, t.hand
     ), before AS (SELECT *, lag(value) OVER (PARTITION BY athlete_id, protocol_id,
      protocol_version, measurement_id, key, hand ORDER BY performed_at) AS earlier FROM test),
     step AS (SELECT *, CASE WHEN value > 0 AND earlier > 0 THEN ln(value) - ln(earlier)
      END AS difference FROM before),
     line AS (
       SELECT athlete_id, protocol_id, json_build_object('athleteId', athlete_id, 'protocolId',
      protocol_id, 'protocolVersion', protocol_version, 'unitId', unit_id, 'measurementId',
      measurement_id, 'variant', key::json, 'hand', hand, 'best', max(best),
         'value', (array_agg(value ORDER BY performed_at DESC))[1], 'n', (array_agg(n
      ORDER BY performed_at DESC))[1], 'sd', (array_agg(sd
      ORDER BY performed_at DESC))[1], 'on', max(performed_on)::text,
         'differences', coalesce(array_agg(difference
      ORDER BY performed_at) FILTER (WHERE difference IS NOT NULL), '{}')) AS line
       FROM step GROUP BY athlete_id, protocol_id, protocol_version, unit_id, measurement_id, key,
      hand
     ), sums AS (SELECT athlete_id, protocol_id, json_agg(line) AS content FROM line
      GROUP BY athlete_id, protocol_id),
     counts AS (SELECT athlete_id, protocol_id, count(*)::int AS tests, max(performed_at) AS last_at
      FROM session GROUP BY athlete_id, protocol_id)
     INSERT INTO test_sum (athlete_id, protocol_id, hall_id, tests, last_at, content)
       SELECT x.a, x.p, $4::uuid, coalesce(c.tests, 0), coalesce(c.last_at, '-infinity'),
      coalesce(s.content, '[]') FROM asked x LEFT JOIN counts c ON c.athlete_id = x.a
      AND c.protocol_id = x.p LEFT JOIN sums s ON s.athlete_id = x.a AND s.protocol_id = x.p
      ORDER BY x.a, x.p
     ON CONFLICT (athlete_id, protocol_id) DO UPDATE
      SET tests = excluded.tests, last_at = excluded.last_at, content = excluded.content`,
    [claimed.map((c) => c.a), claimed.map((c) => c.p), HEAVIEST, must(claimed[0]).h],
  )
}

/**
 * Counted tests of protocols over the whole hall, one row an athlete, set-up and hand, as they are
 * kept: the newest with its tries, the best, the differences between the logs of tests one after
 * the other. Practice, struck tries and misses are out. SI.
 * `others`: only so many other athletes, those who repeated it and tested last: for an error a few
 * dozen are enough.
 */
export async function summedTests(
  em: EntityManager,
  protocolIds: readonly string[],
  others: { than: string; most: number } | null = null,
): Promise<SummedTests[]> {
  await freshen(em, protocolIds, others === null)
  const row = await askOne<{ all: string }>(
    em,
    `SELECT coalesce(json_agg(content), '[]')::text AS all FROM test_sum WHERE protocol_id = ANY($1)
      AND tests > 0
     ${
       others
         ? `AND athlete_id IN (SELECT athlete_id FROM test_sum WHERE protocol_id = ANY($1)
       AND tests > 0 AND athlete_id <> $2 GROUP BY athlete_id
       ORDER BY (sum(tests) >= 3) DESC, max(last_at) DESC LIMIT $3)`
         : ''
     }`,
    [[...protocolIds], ...(others ? [others.than, others.most] : [])],
  )
  // Many athletes share a few set-ups: each is one object.
  const setups = new Map<string, SummedTests['variant']>()
  const shared = (variant: SummedTests['variant']): SummedTests['variant'] => {
    const text = JSON.stringify(variant)
    const known = setups.get(text) ?? variant
    setups.set(text, known)
    return known
  }
  return parsed<SummedTests[][]>(row.all)
    .flat()
    .map((t) => ({ ...t, variant: shared(t.variant) }))
}
