import type { MigrationInterface, QueryRunner } from 'typeorm'
import { appRole, fence, ROW } from './shared'

/**
 * Tables of one hall: each carries hall_id, is fenced by row-level security, and says what the app
 * may do.
 */
const HALL_TABLES: Record<string, 'append' | 'edit'> = {
  account: 'edit',
  athlete: 'edit',
  athlete_sport: 'append',
  body_measurement: 'append',
  injury: 'append',
  implement_unit: 'edit',
  implement_measurement: 'append',
  test_import: 'append',
  test_import_undo: 'append',
  test_session: 'append',
  trial: 'append',
  trial_mark: 'append',
  observation: 'append',
  clearance: 'append',
}

const OF_ATHLETE = 'FOREIGN KEY (hall_id, athlete_id) REFERENCES athlete (hall_id, id)'

export class Ground1764000000001 implements MigrationInterface {
  name = 'Ground1764000000001'

  async up(q: QueryRunner): Promise<void> {
    const app = await appRole(q)
    await q.query(`
      CREATE TABLE hall (
        id uuid PRIMARY KEY,
        name text NOT NULL CHECK (length(trim(name)) BETWEEN 1 AND 80),
        time_zone text NOT NULL,
        created_at timestamptz NOT NULL
      );
      CREATE TABLE session (sid text PRIMARY KEY, sess json NOT NULL, expire timestamp(6) NOT NULL);
      CREATE INDEX session_expire ON session (expire);

      CREATE TABLE account (${ROW},
        login text NOT NULL UNIQUE CHECK (login = lower(login) AND length(login) BETWEEN 3 AND 60),
        name text NOT NULL CHECK (length(trim(name)) BETWEEN 1 AND 80),
        role text NOT NULL CHECK (role IN ('coach', 'assistant')),
        password_hash text NOT NULL
      );
      CREATE TABLE athlete (${ROW},
        name text NOT NULL CHECK (length(trim(name)) BETWEEN 1 AND 80),
        birth_date date,
        sex_for_norms text CHECK (sex_for_norms IN ('female', 'male')),
        dominant_hand text CHECK (dominant_hand IN ('left', 'right')),
        level text NOT NULL CHECK (level IN ('novice', 'trained', 'advanced', 'elite')),
        guardian_consent boolean NOT NULL DEFAULT false,
        note text NOT NULL DEFAULT '',
        updated_at timestamptz NOT NULL
      );
      CREATE TABLE athlete_sport (${ROW},
        athlete_id uuid NOT NULL, ${OF_ATHLETE},
        sport_id text NOT NULL,
        sport_version integer NOT NULL,
        since date NOT NULL
      );
      CREATE TABLE body_measurement (${ROW},
        athlete_id uuid NOT NULL, ${OF_ATHLETE},
        measure text NOT NULL CHECK (measure IN ('hand_length', 'hand_span', 'body_mass')),
        hand text NOT NULL CHECK (hand IN ('left', 'right', 'both')),
        value double precision NOT NULL CHECK (value > 0),
        entered_value double precision NOT NULL CHECK (entered_value > 0),
        entered_unit text NOT NULL,
        measured_on date NOT NULL,
        supersedes_id uuid,
        FOREIGN KEY (hall_id, supersedes_id) REFERENCES body_measurement (hall_id, id),
        CHECK ((measure = 'body_mass') = (hand = 'both'))
      );
      CREATE TABLE injury (${ROW},
        athlete_id uuid NOT NULL, ${OF_ATHLETE},
        site text NOT NULL,
        side text NOT NULL CHECK (side IN ('left', 'right', 'both')),
        status text NOT NULL CHECK (status IN ('active', 'settling', 'settled')),
        since date,
        note text NOT NULL DEFAULT '',
        advised_by text NOT NULL DEFAULT '',
        supersedes_id uuid,
        FOREIGN KEY (hall_id, supersedes_id) REFERENCES injury (hall_id, id)
      );
      CREATE UNIQUE INDEX injury_superseded_once ON injury (supersedes_id)
        WHERE supersedes_id IS NOT NULL;

      CREATE TABLE implement_unit (${ROW},
        kind text NOT NULL,
        label text NOT NULL CHECK (length(trim(label)) BETWEEN 1 AND 60),
        retired boolean NOT NULL DEFAULT false
      );
      CREATE UNIQUE INDEX implement_unit_label ON implement_unit (hall_id, lower(label));
      CREATE TABLE implement_measurement (${ROW},
        unit_id uuid NOT NULL,
        FOREIGN KEY (hall_id, unit_id) REFERENCES implement_unit (hall_id, id),
        UNIQUE (hall_id, unit_id, id),
        size_mm double precision CHECK (size_mm > 0),
        entered_value double precision CHECK (entered_value > 0),
        entered_unit text,
        measured_on date NOT NULL,
        CHECK ((size_mm IS NULL) = (entered_value IS NULL))
      );

      CREATE TABLE test_import (${ROW},
        file_name text NOT NULL,
        trials integer NOT NULL CHECK (trials > 0)
      );
      CREATE TABLE test_import_undo (${ROW},
        import_id uuid NOT NULL UNIQUE,
        FOREIGN KEY (hall_id, import_id) REFERENCES test_import (hall_id, id)
      );
      CREATE TABLE test_session (${ROW},
        athlete_id uuid NOT NULL, ${OF_ATHLETE},
        protocol_id text NOT NULL,
        protocol_version integer NOT NULL CHECK (protocol_version > 0),
        protocol_params jsonb NOT NULL,
        unit_id uuid NOT NULL,
        measurement_id uuid NOT NULL,
        FOREIGN KEY (hall_id, unit_id, measurement_id)
          REFERENCES implement_measurement (hall_id, unit_id, id),
        variant jsonb NOT NULL,
        performed_at timestamptz NOT NULL,
        performed_on date NOT NULL,
        device_at timestamptz,
        conditions jsonb NOT NULL,
        override_reason text NOT NULL DEFAULT '',
        practice boolean NOT NULL,
        note text NOT NULL DEFAULT '',
        import_id uuid,
        FOREIGN KEY (hall_id, import_id) REFERENCES test_import (hall_id, id)
      );
      CREATE INDEX test_session_of_athlete ON test_session (hall_id, athlete_id, performed_on);
      CREATE TABLE trial (${ROW},
        session_id uuid NOT NULL,
        FOREIGN KEY (hall_id, session_id) REFERENCES test_session (hall_id, id),
        UNIQUE (hall_id, session_id, id),
        hand text NOT NULL CHECK (hand IN ('left', 'right', 'both')),
        ordinal integer NOT NULL CHECK (ordinal BETWEEN 1 AND 50),
        value double precision NOT NULL CHECK (value >= 0),
        entered_value double precision NOT NULL CHECK (entered_value >= 0),
        entered_unit text NOT NULL,
        pain integer CHECK (pain BETWEEN 0 AND 10),
        device_at timestamptz,
        supersedes_id uuid UNIQUE,
        FOREIGN KEY (hall_id, session_id, supersedes_id) REFERENCES trial (hall_id, session_id, id),
        reason text NOT NULL DEFAULT '',
        CHECK (supersedes_id IS NULL OR length(trim(reason)) > 0)
      );
      CREATE UNIQUE INDEX trial_once ON trial (session_id, hand, ordinal)
        WHERE supersedes_id IS NULL;
      CREATE TABLE trial_mark (${ROW},
        trial_id uuid NOT NULL,
        FOREIGN KEY (hall_id, trial_id) REFERENCES trial (hall_id, id),
        struck boolean NOT NULL,
        reason text NOT NULL DEFAULT '',
        seq bigint GENERATED ALWAYS AS IDENTITY,
        CHECK (NOT struck OR length(trim(reason)) > 0)
      );
      CREATE INDEX trial_mark_of_trial ON trial_mark (trial_id, seq);
      CREATE TABLE observation (${ROW},
        athlete_id uuid NOT NULL, ${OF_ATHLETE},
        session_id uuid,
        FOREIGN KEY (hall_id, session_id) REFERENCES test_session (hall_id, id),
        hand text NOT NULL CHECK (hand IN ('left', 'right', 'both')),
        pain integer CHECK (pain BETWEEN 0 AND 10),
        symptom text,
        note text NOT NULL DEFAULT '',
        CHECK (pain IS NOT NULL OR symptom IS NOT NULL)
      );
      CREATE TABLE clearance (${ROW},
        athlete_id uuid NOT NULL, ${OF_ATHLETE},
        observation_id uuid,
        injury_id uuid,
        FOREIGN KEY (hall_id, observation_id) REFERENCES observation (hall_id, id),
        FOREIGN KEY (hall_id, injury_id) REFERENCES injury (hall_id, id),
        cleared_by text NOT NULL CHECK (length(trim(cleared_by)) > 0),
        cleared_on date NOT NULL,
        note text NOT NULL DEFAULT '',
        CHECK ((observation_id IS NULL) <> (injury_id IS NULL))
      );
      CREATE FUNCTION superseding_mark() RETURNS trigger LANGUAGE plpgsql AS $$
      BEGIN
        IF NEW.supersedes_id IS NOT NULL AND NOT EXISTS (
          SELECT 1 FROM trial t WHERE t.id = NEW.supersedes_id AND t.hand = NEW.hand
            AND t.ordinal = NEW.ordinal
        ) THEN RAISE EXCEPTION 'a correction keeps the hand and the number of its trial'
          USING ERRCODE = 'check_violation';
        END IF;
        RETURN NEW;
      END $$;
      CREATE TRIGGER trial_supersedes BEFORE INSERT ON trial FOR EACH ROW
        EXECUTE FUNCTION superseding_mark();

      CREATE VIEW current_test_session WITH (security_invoker = true) AS
        SELECT s.* FROM test_session s
        WHERE NOT EXISTS (SELECT 1 FROM test_import_undo u WHERE u.import_id = s.import_id);
      CREATE VIEW current_trial WITH (security_invoker = true) AS
        SELECT t.*, coalesce(m.struck, false) AS struck, CASE WHEN m.struck THEN m.reason ELSE ''
          END AS strike_reason
        FROM trial t
        JOIN current_test_session s ON s.id = t.session_id
        LEFT JOIN LATERAL (SELECT struck, reason FROM trial_mark m WHERE m.trial_id = t.id
          ORDER BY seq DESC LIMIT 1) m ON true
        WHERE NOT EXISTS (SELECT 1 FROM trial n WHERE n.supersedes_id = t.id);
      CREATE VIEW current_injury WITH (security_invoker = true) AS
        SELECT i.* FROM injury i WHERE NOT EXISTS (SELECT 1 FROM injury n
          WHERE n.supersedes_id = i.id);
      CREATE VIEW current_body_measurement WITH (security_invoker = true) AS
        SELECT b.* FROM body_measurement b WHERE NOT EXISTS (SELECT 1 FROM body_measurement n
          WHERE n.supersedes_id = b.id);

      CREATE FUNCTION installation_is_empty() RETURNS boolean LANGUAGE sql STABLE SECURITY DEFINER
        SET search_path = public
        AS 'SELECT NOT EXISTS (SELECT 1 FROM hall)';
      CREATE FUNCTION account_for_login(asked text)
        RETURNS TABLE (id uuid, hall_id uuid, password_hash text)
          LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public
        AS 'SELECT a.id, a.hall_id, a.password_hash FROM account a
          WHERE a.login = lower(trim(asked))';
      REVOKE ALL ON FUNCTION installation_is_empty(), account_for_login(text) FROM PUBLIC;
    `)
    await q.query(`
      GRANT USAGE ON SCHEMA public TO ${app};
      GRANT EXECUTE ON FUNCTION installation_is_empty(), account_for_login(text) TO ${app};
      GRANT SELECT, INSERT, UPDATE, DELETE ON session TO ${app};
      GRANT SELECT, INSERT, UPDATE ON hall TO ${app};
      GRANT SELECT ON current_test_session, current_trial, current_injury, current_body_measurement
        TO ${app};
      ALTER TABLE hall ENABLE ROW LEVEL SECURITY;
      CREATE POLICY own_hall ON hall USING (id = nullif(current_setting('mano.hall', true),
        '')::uuid);
    `)
    for (const [table, use] of Object.entries(HALL_TABLES))
      await fence(q, table, `SELECT, INSERT${use === 'edit' ? ', UPDATE' : ''}`)
  }

  async down(): Promise<void> {
    throw new Error('The first migration is not taken back: restore a back-up instead.')
  }
}
