import type { MigrationInterface, QueryRunner } from 'typeorm'
import { appRole, fence, ROW } from './shared'

/**
 * What was entered by mistake or changed afterwards: tests struck or with other conditions,
 * measures and injuries struck, athletes put away. Each with its reason; nothing is erased.
 */
export class Amend1766500000015 implements MigrationInterface {
  name = 'Amend1766500000015'

  async up(q: QueryRunner): Promise<void> {
    const app = await appRole(q)
    await q.query(`
      ALTER TABLE athlete ADD COLUMN archived_on date,
        ADD COLUMN archived_why text NOT NULL DEFAULT '';
      ALTER TABLE body_measurement ADD COLUMN struck boolean NOT NULL DEFAULT false,
        ADD COLUMN reason text NOT NULL DEFAULT '';
      ALTER TABLE injury ADD COLUMN struck boolean NOT NULL DEFAULT false;
      ALTER TABLE test_session ADD COLUMN struck boolean NOT NULL DEFAULT false;

      CREATE TABLE session_change (${ROW},
        session_id uuid NOT NULL,
        FOREIGN KEY (hall_id, session_id) REFERENCES test_session (hall_id, id),
        before jsonb NOT NULL,
        after jsonb NOT NULL,
        reason text NOT NULL CHECK (length(trim(reason)) BETWEEN 1 AND 400)
      );
      CREATE INDEX session_change_of ON session_change (session_id);
      GRANT UPDATE (struck, practice, conditions) ON test_session TO ${app};

      CREATE OR REPLACE VIEW current_test_session WITH (security_invoker = true) AS
        SELECT s.* FROM test_session s
        WHERE NOT s.struck AND NOT EXISTS (SELECT 1 FROM test_import_undo u
          WHERE u.import_id = s.import_id);
      CREATE OR REPLACE VIEW current_body_measurement WITH (security_invoker = true) AS
        SELECT b.* FROM body_measurement b WHERE NOT b.struck AND NOT EXISTS (SELECT 1
          FROM body_measurement n WHERE n.supersedes_id = b.id);
      CREATE OR REPLACE VIEW current_injury WITH (security_invoker = true) AS
        SELECT i.* FROM injury i WHERE NOT i.struck AND NOT EXISTS (SELECT 1 FROM injury n
          WHERE n.supersedes_id = i.id);

      -- A session that ended before its plan did: why, and what was left.
      CREATE TABLE session_end (${ROW},
        athlete_id uuid NOT NULL,
        FOREIGN KEY (hall_id, athlete_id) REFERENCES athlete (hall_id, id),
        plan_version_id uuid NOT NULL,
        FOREIGN KEY (hall_id, plan_version_id) REFERENCES plan_version (hall_id, id),
        held_on date NOT NULL,
        reason text NOT NULL CHECK (length(trim(reason)) BETWEEN 1 AND 200),
        sets_left jsonb NOT NULL CHECK (jsonb_typeof(sets_left) = 'array')
      );
      CREATE INDEX session_end_of ON session_end (hall_id, athlete_id, held_on);

      -- A try of the wrong hand moves to the other: its old place is free for the next one.
      ALTER TABLE trial ADD COLUMN vacated boolean NOT NULL DEFAULT false;
      DROP INDEX trial_once;
      CREATE UNIQUE INDEX trial_once ON trial (session_id, hand, ordinal)
        WHERE supersedes_id IS NULL AND NOT vacated;
      CREATE OR REPLACE FUNCTION superseding_mark() RETURNS trigger
        LANGUAGE plpgsql SECURITY DEFINER SET search_path = public AS $$
      DECLARE was trial%ROWTYPE;
      BEGIN
        IF NEW.supersedes_id IS NULL THEN RETURN NEW; END IF;
        SELECT * INTO was FROM trial t WHERE t.id = NEW.supersedes_id AND t.hall_id = NEW.hall_id
          AND t.session_id = NEW.session_id;
        IF NOT FOUND OR (was.hand = NEW.hand AND was.ordinal <> NEW.ordinal)
          OR ((was.hand = 'both') <> (NEW.hand = 'both'))
        THEN RAISE EXCEPTION
          'a correction keeps the number of its trial, or moves it to the other hand'
          USING ERRCODE = 'check_violation';
        END IF;
        IF was.hand <> NEW.hand THEN UPDATE trial SET vacated = true WHERE id = was.id; END IF;
        RETURN NEW;
      END $$;

      -- A changed test marks its athlete as a new one does, and the days before today with it.
      CREATE FUNCTION test_session_amended() RETURNS trigger LANGUAGE plpgsql AS $$
      BEGIN
        INSERT INTO athlete_mark (hall_id, athlete_id) SELECT DISTINCT hall_id, athlete_id
          FROM fresh;
        INSERT INTO athlete_late (hall_id, athlete_id) SELECT DISTINCT hall_id, athlete_id
          FROM fresh;
        RETURN NULL;
      END $$;
      CREATE TRIGGER test_session_amended AFTER UPDATE ON test_session REFERENCING NEW TABLE
        AS fresh FOR EACH STATEMENT EXECUTE FUNCTION test_session_amended();
    `)
    // Of the app's own hall only, and only where there is nothing but the entry itself.
    const of = [
      'athlete_change',
      'demand_version',
      'athlete_mark',
      'athlete_past',
      'athlete_late',
      'roster_row',
      'health_answer',
      'experience_entry',
      'training_week',
      'athlete_event',
      'gap_choice',
      'day_flag',
      'week_frame',
      'athlete_link',
    ]
    const kept = [
      'body_measurement',
      'injury',
      'test_session',
      'set_log',
      'plan_version',
      'observation',
      'clearance',
      'outcome',
      'wrap_gap',
      'conclusion',
      'goal',
      'alarm',
      'place',
      'gate_reason',
    ]
    await q.query(`
      CREATE FUNCTION forget_unmeasured(whom uuid) RETURNS boolean LANGUAGE plpgsql SECURITY DEFINER
        SET search_path = public AS $$
      DECLARE own uuid := nullif(current_setting('mano.hall', true), '')::uuid;
      BEGIN
        PERFORM 1 FROM athlete WHERE id = whom AND hall_id = own FOR UPDATE;
        IF NOT FOUND THEN RETURN false; END IF;
        IF ${kept.map((t) => `EXISTS (SELECT 1 FROM ${t} WHERE athlete_id = whom)`).join(' OR ')}
          THEN RETURN false; END IF;
        ${of.map((t) => `DELETE FROM ${t} WHERE athlete_id = whom;`).join(' ')}
        DELETE FROM athlete WHERE id = whom;
        RETURN true;
      END $$;
      REVOKE ALL ON FUNCTION forget_unmeasured(uuid) FROM PUBLIC;
      GRANT EXECUTE ON FUNCTION forget_unmeasured(uuid) TO ${app};
    `)
    for (const t of ['session_change', 'session_end']) {
      await fence(q, t, 'SELECT, INSERT')
      await q.query(
        `ALTER POLICY own_hall ON ${t} USING (hall_id = (SELECT nullif(current_setting('mano.hall',
          true), '')::uuid))`,
      )
    }
  }

  async down(): Promise<void> {
    throw new Error('What was struck would count again: restore a back-up instead.')
  }
}
