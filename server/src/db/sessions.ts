import type { EntityManager } from 'typeorm'
import type { SessionView } from '@mano/contract/tests'
import { oddArrival } from '@mano/core/testing/clock'
import { jsonList, utc } from './sql'
import { readFor } from '@mano/core/catalogue/protocols'
import { ask } from './ask'

/**
 * Sessions an athlete and protocol that a look at the whole hall needs: enough for "the last two
 * days".
 */
export const NEWEST_DEPTH = 6
/** Squeezes for readiness are read against those before them. */
const SQUEEZE_DEPTH = 14

const SQUEEZES = readFor('readiness')
  .map((id) => `'${id}'`)
  .join(', ')

/** Which sessions: of an athlete, by their ids, or the newest of each protocol of some athletes. */
export type SessionsOf =
  | { athleteId?: string }
  | { ids: readonly string[] }
  | { newestOf: readonly string[] }
  /** Readiness squeezes of one athlete alone, from a day on. */
  | { squeezesOf: string; from: string }

type Stored = Omit<SessionView, 'source' | 'clock'> & {
  importId: string | null
  actorKind: string
  deviceAt: string | null
  recordedAt: string
  clockMs: number | null
}

const PARTS = {
  trials: jsonList(
    `SELECT t.id, t.hand, t.ordinal, t.value, t.entered_value AS "enteredValue",
      t.entered_unit AS "enteredUnit", t.pain, t.pain_where AS "painWhere", t.missed, t.details,
       ${utc(`CASE WHEN t.supersedes_id IS NULL THEN t.recorded_at ELSE coalesce(t.device_at,
         t.recorded_at) END`)} AS "recordedAt", CASE WHEN m.struck THEN json_build_object('reason',
      m.reason) END AS struck, CASE WHEN t.supersedes_id IS NOT NULL THEN
      json_build_object('reason', t.reason) END AS correction
     FROM trial t LEFT JOIN LATERAL (SELECT k.struck, k.reason FROM trial_mark k
      WHERE k.trial_id = t.id ORDER BY k.seq DESC LIMIT 1) m ON true
     WHERE t.session_id = s.id AND NOT EXISTS (SELECT 1 FROM trial n WHERE n.supersedes_id = t.id)
      ORDER BY t.ordinal, t.recorded_at, t.id`,
  ),
  observations: jsonList(
    `SELECT o.id, o.hand, o.pain, o.symptom, o.places FROM observation o WHERE o.session_id = s.id
      ORDER BY o.recorded_at`,
  ),
  traces: jsonList(
    `SELECT r.trial_id AS "trialId", t.hand, t.ordinal, r.instrument FROM trial_trace r
      JOIN trial t ON t.id = r.trial_id WHERE r.session_id = s.id AND r.hall_id = s.hall_id
      ORDER BY t.ordinal, t.hand`,
  ),
  changes: jsonList(
    `SELECT c.id, c.reason, c.after, ${utc('c.recorded_at')} AS "recordedAt" FROM session_change c
      WHERE c.session_id = s.id ORDER BY c.recorded_at`,
  ),
  attachments: jsonList(
    `SELECT a.id, a.kind, a.text FROM test_attachment a WHERE a.session_id = s.id
      AND a.hall_id = s.hall_id ORDER BY a.recorded_at`,
  ),
}

/** What a look at the whole hall leaves out of each session. */
const NOT_OF_HALL: readonly string[] = ['traces', 'changes', 'attachments']

/** Sessions with their current trials, oldest first: one statement. */
export async function loadSessions(em: EntityManager, of: SessionsOf): Promise<SessionView[]> {
  const [where, values]: [string, unknown[]] =
    'ids' in of
      ? ['s.id = ANY($1)', [[...of.ids]]]
      : 'newestOf' in of
        ? [
            's.athlete_id = ANY($1) AND s.id IN ' +
              '(SELECT id FROM (SELECT id, protocol_id, row_number() OVER ' +
              '(PARTITION BY athlete_id, protocol_id ORDER BY performed_at DESC) AS n FROM ' +
              `current_test_session WHERE athlete_id = ANY($1)) x WHERE n <= CASE WHEN ` +
              `protocol_id IN (${SQUEEZES}) THEN ${SQUEEZE_DEPTH} ELSE ${NEWEST_DEPTH} ` +
              'END)',
            [[...of.newestOf]],
          ]
        : 'squeezesOf' in of
          ? [
              `s.athlete_id = $1 AND s.protocol_id IN (${SQUEEZES}) AND s.performed_on >= $2`,
              [of.squeezesOf, of.from],
            ]
          : of.athleteId
            ? ['s.athlete_id = $1', [of.athleteId]]
            : ['true', []]
  const rows = await ask<Stored>(
    em,
    `SELECT s.id, s.athlete_id AS "athleteId", s.protocol_id AS "protocolId",
      s.protocol_version AS "protocolVersion", s.unit_id AS "unitId",
      s.measurement_id AS "measurementId",
       s.variant, ${utc('s.performed_at')} AS "performedAt", s.performed_on::text AS "performedOn",
      s.practice, s.conditions, s.override_reason AS "overrideReason", s.note,
       s.import_id AS "importId", s.actor_kind AS "actorKind", ${utc('s.device_at')} AS "deviceAt",
      ${utc('s.recorded_at')} AS "recordedAt", s.clock_ms AS "clockMs",
       coalesce(p.name, '') AS "testedBy", u.label AS "unitLabel", m.size_mm AS "sizeMm",
      u.kind AS "unitKind", (s.protocol_params ->> 'expectedKg')::float8 AS "expectedKg",
       ${Object.entries(PARTS)
         .map(
           ([name, sql]) =>
             `${'newestOf' in of && NOT_OF_HALL.includes(name) ? `'[]'::json` : sql} AS ${name}`,
         )
         .join(', ')}
     FROM current_test_session s JOIN implement_unit u ON u.id = s.unit_id
      JOIN implement_measurement m ON m.id = s.measurement_id LEFT
      JOIN account p ON p.id = s.actor_id
     WHERE ${where} ORDER BY s.performed_at`,
    values,
  )
  return rows.map(viewOf)
}

function viewOf({ importId, actorKind, deviceAt, recordedAt, clockMs, ...s }: Stored): SessionView {
  return {
    ...s,
    source: importId ? 'import' : actorKind === 'demo' ? 'demo' : 'typed',
    clock:
      deviceAt === null
        ? null
        : oddArrival(Date.parse(s.performedAt), Date.parse(recordedAt), clockMs),
  }
}
