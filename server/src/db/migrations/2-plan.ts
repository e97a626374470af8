import type { MigrationInterface, QueryRunner } from 'typeorm'
import { appendOnly, ROW } from './shared'

/** Standards, week frames, frozen plan versions and the log of the floor: all append-only. */
export class Plan1764100000002 implements MigrationInterface {
  name = 'Plan1764100000002'

  async up(q: QueryRunner): Promise<void> {
    const athlete = `athlete_id uuid NOT NULL, FOREIGN KEY (hall_id, athlete_id)
      REFERENCES athlete (hall_id, id)`
    await q.query(`
      CREATE TABLE standard (${ROW},
        protocol_id text NOT NULL,
        sport_id text,
        level text CHECK (level IN ('novice', 'trained', 'advanced', 'elite')),
        value double precision NOT NULL CHECK (value > 0),
        entered_value double precision NOT NULL CHECK (entered_value > 0),
        entered_unit text NOT NULL
      );
      CREATE TABLE week_frame (${ROW}, ${athlete},
        days jsonb NOT NULL CHECK (jsonb_array_length(days) = 7)
      );
      CREATE TABLE plan_version (${ROW}, ${athlete},
        week_start date NOT NULL CHECK (extract(isodow FROM week_start) = 1),
        frame jsonb NOT NULL CHECK (jsonb_array_length(frame) = 7),
        blocks jsonb NOT NULL,
        reason text NOT NULL DEFAULT '',
        seq bigint GENERATED ALWAYS AS IDENTITY
      );
      CREATE INDEX plan_version_of_week ON plan_version (hall_id, athlete_id, week_start, seq);
      CREATE TABLE set_log (${ROW}, ${athlete},
        plan_version_id uuid NOT NULL,
        FOREIGN KEY (hall_id, plan_version_id) REFERENCES plan_version (hall_id, id),
        block_id uuid,
        exercise_id text NOT NULL,
        done_on date NOT NULL,
        hand text NOT NULL CHECK (hand IN ('left', 'right', 'both')),
        set_no integer NOT NULL CHECK (set_no BETWEEN 1 AND 60),
        load_kg double precision CHECK (load_kg >= 0 AND load_kg <= 500),
        entered_load double precision,
        entered_unit text,
        seconds double precision CHECK (seconds >= 0 AND seconds <= 7200),
        reps integer CHECK (reps BETWEEN 0 AND 500),
        ended text NOT NULL CHECK (ended IN ('done', 'slipped', 'stopped', 'pain')),
        effort integer CHECK (effort BETWEEN 1 AND 10),
        pain integer CHECK (pain BETWEEN 0 AND 10),
        device_at timestamptz,
        supersedes_id uuid UNIQUE,
        FOREIGN KEY (hall_id, supersedes_id) REFERENCES set_log (hall_id, id)
      );
      CREATE INDEX set_log_of_day ON set_log (hall_id, athlete_id, done_on);
      CREATE VIEW current_set_log WITH (security_invoker = true) AS
        SELECT l.* FROM set_log l WHERE NOT EXISTS (SELECT 1 FROM set_log n
          WHERE n.supersedes_id = l.id);
    `)
    await q.query(`ALTER TABLE athlete ADD COLUMN health_flags jsonb NOT NULL DEFAULT '[]'`)
    await appendOnly(q, ['standard', 'week_frame', 'plan_version', 'set_log'], ['current_set_log'])
  }

  async down(q: QueryRunner): Promise<void> {
    await q.query(`DROP VIEW current_set_log; DROP TABLE set_log, plan_version, week_frame,
      standard; ALTER TABLE athlete DROP COLUMN health_flags`)
  }
}
