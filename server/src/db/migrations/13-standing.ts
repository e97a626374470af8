import type { MigrationInterface, QueryRunner } from 'typeorm'
import { appRole, fence, ROW } from './shared'

/** Tables whose rows name the athlete they are of. */
const OF_ATHLETE = [
  'body_measurement',
  'injury',
  'observation',
  'clearance',
  'health_answer',
  'experience_entry',
  'alarm',
  'day_flag',
  'demand_version',
  'training_week',
  'plan_version',
  'set_log',
  'test_session',
]

/** Where a row says whose it is, by table; `fresh`: the rows a statement wrote. */
const WHOSE: Readonly<Record<string, string>> = {
  ...Object.fromEntries(
    OF_ATHLETE.map((t) => [t, 'SELECT DISTINCT hall_id, athlete_id FROM fresh']),
  ),
  athlete: 'SELECT hall_id, id FROM fresh',
  trial:
    `SELECT DISTINCT s.hall_id, s.athlete_id FROM fresh f JOIN test_session s
      ON s.id = f.session_id`,
  trial_mark:
    `SELECT DISTINCT s.hall_id, s.athlete_id FROM fresh f JOIN trial t ON t.id = f.trial_id
      JOIN test_session s ON s.id = t.session_id`,
  alarm_answer: 'SELECT a.hall_id, a.athlete_id FROM fresh f JOIN alarm a ON a.id = f.alarm_id',
  test_import_undo:
    `SELECT DISTINCT s.hall_id, s.athlete_id FROM fresh f JOIN test_session s
      ON s.import_id = f.import_id`,
  hall: 'SELECT a.hall_id, a.id FROM fresh f JOIN athlete a ON a.hall_id = f.id',
  hall_sport:
    'SELECT a.hall_id, a.id FROM athlete a WHERE a.hall_id IN (SELECT hall_id FROM fresh)',
  implement_unit:
    'SELECT a.hall_id, a.id FROM athlete a WHERE a.hall_id IN (SELECT hall_id FROM fresh)',
}
/**
 * Where a write may change the days before today: late, corrected, or brought in by a file. `f`:
 * the rows a statement wrote; `h`: their hall.
 */
const LATE: Readonly<Record<string, string>> = {
  set_log: `SELECT DISTINCT f.hall_id, f.athlete_id FROM fresh f JOIN hall h ON h.id = f.hall_id
    WHERE f.supersedes_id IS NOT NULL
      OR f.done_on < (f.recorded_at AT TIME ZONE h.time_zone)::date`,
  test_session: `SELECT DISTINCT f.hall_id, f.athlete_id FROM fresh f JOIN hall h
    ON h.id = f.hall_id WHERE f.performed_on < (f.recorded_at AT TIME ZONE h.time_zone)::date`,
  trial: `SELECT DISTINCT f.hall_id, s.athlete_id FROM fresh f JOIN hall h ON h.id = f.hall_id
    JOIN test_session s ON s.id = f.session_id WHERE s.performed_on < (f.recorded_at AT TIME ZONE
      h.time_zone)::date`,
  test_import_undo: `SELECT DISTINCT s.hall_id, s.athlete_id FROM fresh f JOIN test_session s
    ON s.import_id = f.import_id`,
}
const UPDATED = ['athlete', 'hall', 'implement_unit']

const trigger = (table: string, event: 'INSERT' | 'UPDATE'): string =>
  `CREATE TRIGGER ${table}_marks_${event.toLowerCase()} AFTER ${event} ON ${table}
    REFERENCING NEW TABLE AS fresh FOR EACH STATEMENT EXECUTE FUNCTION ${table}_marks();`

/**
 * Versions, so that nobody overtakes; rows of the roster and the past of an athlete, kept by marks
 * that the writes leave; jobs; clocks of devices; who enters, in one statement.
 */
export class Standing1766400000013 implements MigrationInterface {
  name = 'Standing1766400000013'

  async up(q: QueryRunner): Promise<void> {
    const app = await appRole(q)
    await q.query(`
      ALTER TABLE athlete ADD COLUMN version integer NOT NULL DEFAULT 1;
      ALTER TABLE implement_unit ADD COLUMN version integer NOT NULL DEFAULT 1;
      ALTER TABLE hall ADD COLUMN version integer NOT NULL DEFAULT 1;

      -- What the device's clock was ahead of the server's when this came, ms; null: not said.
      ALTER TABLE test_session ADD COLUMN clock_ms double precision;
      ALTER TABLE set_log ADD COLUMN clock_ms double precision;
      CREATE OR REPLACE VIEW current_test_session WITH (security_invoker = true) AS
        SELECT s.* FROM test_session s
        WHERE NOT EXISTS (SELECT 1 FROM test_import_undo u WHERE u.import_id = s.import_id);
      CREATE OR REPLACE VIEW current_set_log WITH (security_invoker = true) AS
        SELECT l.* FROM set_log l WHERE NOT l.voided AND NOT EXISTS (SELECT 1 FROM set_log n
          WHERE n.supersedes_id = l.id);

      CREATE INDEX body_measurement_of ON body_measurement (hall_id, athlete_id, measured_on);
      CREATE INDEX injury_of ON injury (hall_id, athlete_id);
      CREATE INDEX observation_of ON observation (hall_id, athlete_id);
      CREATE INDEX observation_of_session ON observation (session_id) WHERE session_id IS NOT NULL;
      CREATE INDEX clearance_of ON clearance (hall_id, athlete_id);
      CREATE INDEX training_week_of ON training_week (hall_id, athlete_id, recorded_at);
      CREATE INDEX week_frame_of ON week_frame (hall_id, athlete_id, recorded_at);
      CREATE INDEX test_session_of_protocol ON test_session (hall_id, protocol_id, athlete_id,
        performed_at);
      CREATE INDEX test_session_of_import ON test_session (import_id) WHERE import_id IS NOT NULL;
      CREATE INDEX set_log_pain ON set_log (athlete_id, done_on) WHERE pain >= 4;
      CREATE INDEX trial_pain ON trial (session_id) WHERE pain >= 4;

      CREATE FUNCTION enter_hall(asked_hall uuid, asked_account uuid)
        RETURNS TABLE (account jsonb, hall jsonb) LANGUAGE plpgsql AS $$
      BEGIN
        PERFORM set_config('mano.hall', asked_hall::text, true);
        RETURN QUERY SELECT
          jsonb_build_object('id', a.id, 'hallId', a.hall_id, 'actorKind', a.actor_kind, 'actorId',
            a.actor_id, 'recordedAt', a.recorded_at, 'login', a.login, 'name', a.name, 'role',
              a.role),
          jsonb_build_object('id', h.id, 'name', h.name, 'timeZone', h.time_zone, 'createdAt',
            h.created_at, 'staleDays', h.stale_days, 'version', h.version)
        FROM account a JOIN hall h ON h.id = a.hall_id WHERE a.id = asked_account
          AND h.id = asked_hall;
      END $$;
      REVOKE ALL ON FUNCTION enter_hall(uuid, uuid) FROM PUBLIC;
      GRANT EXECUTE ON FUNCTION enter_hall(uuid, uuid) TO ${app};

      -- One row an athlete, for one day: what the roster shows. It holds while no mark of its
      -- athlete stands.
      CREATE TABLE roster_row (
        athlete_id uuid PRIMARY KEY,
        hall_id uuid NOT NULL,
        FOREIGN KEY (hall_id, athlete_id) REFERENCES athlete (hall_id, id),
        day date NOT NULL,
        name text NOT NULL,
        sport text NOT NULL,
        need integer NOT NULL,
        content json NOT NULL
      );
      CREATE INDEX roster_row_by_name ON roster_row (hall_id, name, athlete_id);
      CREATE INDEX roster_row_by_need ON roster_row (hall_id, need, name, athlete_id);
      CREATE INDEX roster_row_by_sport ON roster_row (hall_id, sport, name, athlete_id);
      CREATE TABLE athlete_mark (
        id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
        hall_id uuid NOT NULL,
        athlete_id uuid NOT NULL
      );
      CREATE INDEX athlete_mark_of ON athlete_mark (hall_id, athlete_id);
      INSERT INTO athlete_mark (hall_id, athlete_id) SELECT hall_id, id FROM athlete;

      -- Sets and tests of the days before one day, as the judge needs them. It holds while no late
      -- mark of its athlete stands.
      CREATE TABLE athlete_past (
        athlete_id uuid PRIMARY KEY,
        hall_id uuid NOT NULL,
        FOREIGN KEY (hall_id, athlete_id) REFERENCES athlete (hall_id, id),
        day date NOT NULL,
        content json NOT NULL
      );
      CREATE TABLE athlete_late (
        id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
        hall_id uuid NOT NULL,
        athlete_id uuid NOT NULL
      );
      CREATE INDEX athlete_late_of ON athlete_late (athlete_id);

      CREATE TABLE job (${ROW},
        kind text NOT NULL,
        input jsonb NOT NULL,
        state text NOT NULL DEFAULT 'waiting' CHECK (state IN ('waiting', 'running', 'done',
          'failed', 'stopped')),
        done double precision NOT NULL DEFAULT 0,
        total double precision NOT NULL DEFAULT 1,
        says text NOT NULL DEFAULT '',
        result jsonb,
        problem jsonb,
        stop boolean NOT NULL DEFAULT false,
        tries integer NOT NULL DEFAULT 0,
        beat_at timestamptz,
        ended_at timestamptz,
        file_name text,
        file_type text,
        file bytea
      );
      CREATE INDEX job_of ON job (hall_id, recorded_at);
      -- Who works at the queue is in no hall yet: this says where something was left, and nothing
      -- else.
      CREATE FUNCTION halls_with_jobs(lost_ms double precision) RETURNS TABLE (hall_id uuid)
        LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public AS $$
        SELECT DISTINCT j.hall_id FROM job j WHERE (j.state = 'running'
          AND j.beat_at < clock_timestamp() - lost_ms * interval '1 ms')
            OR j.ended_at < clock_timestamp() - interval '1 hour'
      $$;
      REVOKE ALL ON FUNCTION halls_with_jobs(double precision) FROM PUBLIC;
      GRANT EXECUTE ON FUNCTION halls_with_jobs(double precision) TO ${app};
    `)
    await fence(q, 'roster_row', 'SELECT, INSERT, UPDATE, DELETE')
    await fence(q, 'athlete_mark', 'SELECT, INSERT, UPDATE, DELETE')
    await fence(q, 'athlete_past', 'SELECT, INSERT, UPDATE, DELETE')
    await fence(q, 'athlete_late', 'SELECT, INSERT, UPDATE, DELETE')
    await fence(q, 'job', 'SELECT, INSERT, UPDATE, DELETE')
    for (const [table, whose] of Object.entries(WHOSE))
      await q.query(`
        CREATE FUNCTION ${table}_marks() RETURNS trigger LANGUAGE plpgsql AS $$
        BEGIN
          INSERT INTO athlete_mark (hall_id, athlete_id) ${whose};
          ${LATE[table] ? `INSERT INTO athlete_late (hall_id, athlete_id) ${LATE[table]};` : ''}
          RETURN NULL;
        END $$;
        ${trigger(table, 'INSERT')}
        ${UPDATED.includes(table) ? trigger(table, 'UPDATE') : ''}
      `)
    await q.query(`
      -- Other screens, on this server or another, hear that something of a test day was said.
      CREATE FUNCTION tell_of_day() RETURNS trigger LANGUAGE plpgsql AS $$
      BEGIN
        PERFORM pg_notify('mano_live', json_build_object('hall', f.hall_id, 'kind', 'day', 'id',
          f.day_id)::text) FROM (SELECT DISTINCT hall_id, day_id FROM fresh) f;
        RETURN NULL;
      END $$;
      CREATE TRIGGER test_day_event_tells AFTER INSERT ON test_day_event REFERENCING NEW TABLE
        AS fresh FOR EACH STATEMENT EXECUTE FUNCTION tell_of_day();
    `)
    for (const t of ['roster_row', 'athlete_mark', 'athlete_past', 'athlete_late', 'job'])
      await q.query(
        `ALTER POLICY own_hall ON ${t} USING (hall_id = (SELECT nullif(current_setting('mano.hall',
          true), '')::uuid))`,
      )
  }

  async down(): Promise<void> {
    throw new Error(
      'Versions and clocks have no place in the earlier tables: restore a back-up instead.',
    )
  }
}
