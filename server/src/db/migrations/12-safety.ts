import type { MigrationInterface, QueryRunner } from 'typeorm'
import { appendOnly, appRole, ROW } from './shared'

const athlete = `athlete_id uuid NOT NULL, FOREIGN KEY (hall_id, athlete_id)
  REFERENCES athlete (hall_id, id)`
const seq = 'seq bigint GENERATED ALWAYS AS IDENTITY'
const where = `pain_where jsonb CHECK (pain_where IS NULL OR jsonb_typeof(pain_where) = 'object')`

const TABLES = [
  'health_answer',
  'experience_entry',
  'gate_reason',
  'alarm',
  'alarm_answer',
  'day_flag',
]

/**
 * Health answers, experience, clearances as facts, reasons given, alarms and their answers; pain
 * says which hand and where.
 */
export class Safety1766000000012 implements MigrationInterface {
  name = 'Safety1766000000012'

  async up(q: QueryRunner): Promise<void> {
    const app = await appRole(q)
    await q.query(`
      CREATE TABLE health_answer (${ROW}, ${athlete},
        answered_on date NOT NULL,
        yes jsonb NOT NULL CHECK (jsonb_typeof(yes) = 'array'),
        -- False: what was known before all questions were asked. They are still due.
        complete boolean NOT NULL,
        ${seq}
      );
      CREATE INDEX health_answer_of ON health_answer (hall_id, athlete_id, seq);
      CREATE TABLE experience_entry (${ROW}, ${athlete},
        quality text NOT NULL,
        family text,
        weeks integer NOT NULL CHECK (weeks BETWEEN 0 AND 3000),
        origin text NOT NULL CHECK (length(trim(origin)) BETWEEN 1 AND 200),
        entered_on date NOT NULL,
        ${seq}
      );
      CREATE INDEX experience_entry_of ON experience_entry (hall_id, athlete_id, seq);
      CREATE TABLE gate_reason (${ROW}, ${athlete},
        subject text NOT NULL,
        hand text NOT NULL CHECK (hand IN ('left', 'right', 'both')),
        given_on date NOT NULL,
        keys jsonb NOT NULL CHECK (jsonb_typeof(keys) = 'array' AND jsonb_array_length(keys) > 0),
        reason text NOT NULL CHECK (length(trim(reason)) BETWEEN 1 AND 400)
      );
      CREATE INDEX gate_reason_of ON gate_reason (hall_id, athlete_id, given_on);
      CREATE TABLE alarm (${ROW}, ${athlete},
        happened_on date NOT NULL,
        subject text NOT NULL,
        hand text NOT NULL CHECK (hand IN ('left', 'right', 'both')),
        class text NOT NULL CHECK (class IN ('stop', 'ask')),
        keys jsonb NOT NULL CHECK (jsonb_typeof(keys) = 'array'),
        says text NOT NULL CHECK (length(trim(says)) > 0),
        source_id uuid,
        ${seq}
      );
      CREATE INDEX alarm_of ON alarm (hall_id, athlete_id, seq);
      CREATE TABLE alarm_answer (${ROW},
        alarm_id uuid NOT NULL UNIQUE, FOREIGN KEY (hall_id, alarm_id)
          REFERENCES alarm (hall_id, id),
        done text NOT NULL CHECK (length(trim(done)) BETWEEN 1 AND 400),
        told text NOT NULL DEFAULT '' CHECK (length(told) <= 200)
      );

      CREATE TABLE day_flag (${ROW}, ${athlete},
        held_on date NOT NULL,
        flags jsonb NOT NULL CHECK (jsonb_typeof(flags) = 'array'),
        ${seq}
      );
      CREATE INDEX day_flag_of ON day_flag (hall_id, athlete_id, held_on);

      -- Consent is a fact: who, in what relation, when. A tick without a name is not one.
      ALTER TABLE athlete ADD COLUMN guardian jsonb CHECK (guardian IS NULL
        OR jsonb_typeof(guardian) = 'object');
      UPDATE athlete SET guardian = jsonb_build_object('by', trim(consent_note), 'relation',
        'as noted', 'on', updated_at::date::text) WHERE guardian_consent
          AND trim(consent_note) <> '';
      INSERT INTO health_answer (id, hall_id, actor_kind, actor_id, recorded_at, athlete_id,
        answered_on, yes, complete)
        SELECT gen_random_uuid(), hall_id, actor_kind, actor_id, updated_at, id, updated_at::date,
          '["blood_pressure"]', false FROM athlete WHERE health_flags ? 'blood_pressure';
      ALTER TABLE athlete DROP COLUMN guardian_consent, DROP COLUMN consent_note,
        DROP COLUMN health_flags;

      ALTER TABLE clearance
        ADD COLUMN profession text NOT NULL DEFAULT '',
        ADD COLUMN allows text NOT NULL DEFAULT 'all'
          CHECK (allows IN ('light', 'moderate', 'all')),
        ADD COLUMN until date CHECK (until IS NULL OR until >= cleared_on),
        ADD COLUMN received text NOT NULL DEFAULT '',
        ADD COLUMN health_id text,
        ADD COLUMN pain_hand text CHECK (pain_hand IN ('left', 'right', 'both')),
        ADD COLUMN pain_tissue text,
        DROP CONSTRAINT clearance_check,
        ADD CONSTRAINT clearance_of_one CHECK (num_nonnulls(observation_id, injury_id, health_id,
          pain_tissue) = 1 AND (pain_hand IS NULL) = (pain_tissue IS NULL));

      ALTER TABLE observation ADD COLUMN places jsonb CHECK (places IS NULL
        OR jsonb_typeof(places) = 'array');
      ALTER TABLE plan_version ADD COLUMN asked jsonb NOT NULL DEFAULT '[]'
        CHECK (jsonb_typeof(asked) = 'array');
      DROP VIEW current_trial;
      ALTER TABLE trial ADD COLUMN ${where};
      CREATE VIEW current_trial WITH (security_invoker = true) AS
        SELECT t.*, coalesce(m.struck, false) AS struck, CASE WHEN m.struck THEN m.reason ELSE ''
          END AS strike_reason
        FROM trial t
        JOIN current_test_session s ON s.id = t.session_id
        LEFT JOIN (SELECT k.trial_id, k.struck, k.reason FROM trial_mark k
          WHERE NOT EXISTS (SELECT 1 FROM trial_mark l WHERE l.trial_id = k.trial_id
            AND l.seq > k.seq)) m ON m.trial_id = t.id
        WHERE NOT EXISTS (SELECT 1 FROM trial n WHERE n.supersedes_id = t.id);
      DROP VIEW current_set_log;
      ALTER TABLE set_log ADD COLUMN ${where};
      UPDATE set_log SET pain_where = jsonb_build_object('hand', NULL, 'at',
        jsonb_build_array(details -> 'site')) WHERE details ? 'site';
      UPDATE set_log SET details = details - 'site' WHERE details ? 'site';
      CREATE VIEW current_set_log WITH (security_invoker = true) AS
        SELECT l.* FROM set_log l WHERE NOT l.voided AND NOT EXISTS (SELECT 1 FROM set_log n
          WHERE n.supersedes_id = l.id);
      GRANT SELECT ON current_trial, current_set_log TO ${app};
    `)
    await appendOnly(q, TABLES, [])
    for (const t of TABLES)
      await q.query(
        `ALTER POLICY own_hall ON ${t} USING (hall_id = (SELECT nullif(current_setting('mano.hall',
          true), '')::uuid))`,
      )
  }

  async down(): Promise<void> {
    throw new Error(
      'Answers, reasons and alarms have no place in the earlier tables: restore a back-up instead.',
    )
  }
}
