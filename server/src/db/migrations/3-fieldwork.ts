import type { MigrationInterface, QueryRunner } from 'typeorm'
import { appendOnly, ROW } from './shared'

/**
 * Demands of several sports, events, weeks and outcomes of an athlete; places, and implements with
 * all that is measured of them.
 */
export class Fieldwork1764200000003 implements MigrationInterface {
  name = 'Fieldwork1764200000003'

  async up(q: QueryRunner): Promise<void> {
    const athlete = `athlete_id uuid NOT NULL, FOREIGN KEY (hall_id, athlete_id)
      REFERENCES athlete (hall_id, id)`
    const unit = `unit_id uuid NOT NULL, FOREIGN KEY (hall_id, unit_id)
      REFERENCES implement_unit (hall_id, id)`
    const replaced = (table: string) => `supersedes_id uuid UNIQUE, FOREIGN KEY (hall_id,
      supersedes_id) REFERENCES ${table} (hall_id, id), removed boolean NOT NULL DEFAULT false`
    await q.query(`
      CREATE TABLE demand_version (${ROW}, ${athlete},
        sources jsonb NOT NULL CHECK (jsonb_array_length(sources) > 0),
        edits jsonb NOT NULL,
        since date NOT NULL,
        reason text NOT NULL DEFAULT '',
        seq bigint GENERATED ALWAYS AS IDENTITY
      );
      CREATE INDEX demand_version_of_athlete ON demand_version (hall_id, athlete_id, seq);
      INSERT INTO demand_version (id, hall_id, actor_kind, actor_id, recorded_at, athlete_id,
        sources, edits, since)
        SELECT id, hall_id, actor_kind, actor_id, recorded_at, athlete_id,
          jsonb_build_array(jsonb_build_object('id', sport_id, 'weight', 1)), '[]', since
        FROM athlete_sport ORDER BY recorded_at;
      DROP TABLE athlete_sport;
      CREATE TABLE hall_sport (${ROW},
        name text NOT NULL CHECK (length(trim(name)) BETWEEN 1 AND 80),
        kind text NOT NULL CHECK (kind IN ('sport', 'event')),
        origin_id text NOT NULL,
        objects text NOT NULL,
        rows jsonb NOT NULL CHECK (jsonb_array_length(rows) > 0)
      );
      CREATE UNIQUE INDEX hall_sport_name ON hall_sport (hall_id, lower(name));

      CREATE TABLE athlete_event (${ROW}, ${athlete},
        name text NOT NULL CHECK (length(trim(name)) BETWEEN 1 AND 80),
        held_on date NOT NULL,
        items jsonb NOT NULL,
        note text NOT NULL DEFAULT '',
        ${replaced('athlete_event')}
      );
      CREATE TABLE training_week (${ROW}, ${athlete},
        days jsonb NOT NULL CHECK (jsonb_array_length(days) = 7),
        hand_work integer NOT NULL CHECK (hand_work BETWEEN 0 AND 3),
        hand_work_note text NOT NULL DEFAULT ''
      );
      CREATE TABLE outcome (${ROW}, ${athlete},
        name text NOT NULL CHECK (length(trim(name)) BETWEEN 1 AND 60),
        unit text NOT NULL,
        better text NOT NULL CHECK (better IN ('higher', 'lower')),
        value double precision NOT NULL,
        seen_on date NOT NULL,
        ${replaced('outcome')}
      );
      CREATE TABLE athlete_change (${ROW}, ${athlete},
        before jsonb NOT NULL,
        seq bigint GENERATED ALWAYS AS IDENTITY
      );
      ALTER TABLE athlete
        ADD COLUMN skin text NOT NULL DEFAULT 'normal' CHECK (skin IN ('normal', 'dry', 'sweaty')),
        ADD COLUMN consent_note text NOT NULL DEFAULT '';
      CREATE FUNCTION keep_athlete_history() RETURNS trigger LANGUAGE plpgsql AS $$
      BEGIN
        IF to_jsonb(OLD) - 'updated_at' - 'actor_kind' - 'actor_id' IS DISTINCT
          FROM to_jsonb(NEW) - 'updated_at' - 'actor_kind' - 'actor_id' THEN
          INSERT INTO athlete_change (id, hall_id, actor_kind, actor_id, recorded_at, athlete_id,
            before)
          VALUES (gen_random_uuid(), NEW.hall_id, NEW.actor_kind, NEW.actor_id, NEW.updated_at,
            NEW.id, to_jsonb(OLD));
        END IF;
        RETURN NEW;
      END $$;
      CREATE TRIGGER athlete_history AFTER UPDATE ON athlete FOR EACH ROW
        EXECUTE FUNCTION keep_athlete_history();
      ALTER TABLE body_measurement DROP CONSTRAINT body_measurement_measure_check,
        ADD CONSTRAINT body_measurement_measure_check
          CHECK (measure IN ('hand_length', 'hand_span', 'body_mass', 'forearm_cold',
            'forearm_pumped', 'thumb_cold', 'thumb_pumped'));

      CREATE TABLE place (${ROW},
        name text NOT NULL CHECK (length(trim(name)) BETWEEN 1 AND 60),
        kind text NOT NULL CHECK (kind IN ('hall', 'home', 'bag')),
        athlete_id uuid, FOREIGN KEY (hall_id, athlete_id) REFERENCES athlete (hall_id, id)
      );
      CREATE UNIQUE INDEX place_name ON place (hall_id, lower(name));
      INSERT INTO place (id, hall_id, actor_kind, actor_id, recorded_at, name, kind)
        SELECT gen_random_uuid(), h.id, 'coach', NULL, h.created_at, p.name, p.kind
        FROM hall h CROSS JOIN (VALUES ('Hall', 'hall'), ('Home', 'home'), ('Travel bag', 'bag'))
          AS p (name, kind);
      ALTER TABLE implement_unit ADD COLUMN place_id uuid, ADD COLUMN orientation text
        CHECK (orientation IN ('across', 'upright')),
        ADD COLUMN surface text CHECK (surface IN ('raw', 'knurled', 'smooth', 'plastic', 'rubber',
          'wood', 'cloth'));
      UPDATE implement_unit u SET place_id = p.id FROM place p WHERE p.hall_id = u.hall_id
        AND p.kind = 'hall';
      ALTER TABLE implement_unit ALTER COLUMN place_id
        SET NOT NULL, ADD FOREIGN KEY (hall_id, place_id) REFERENCES place (hall_id, id);
      ALTER TABLE implement_measurement
        ADD COLUMN series_id uuid,
        ADD COLUMN depth_mm double precision CHECK (depth_mm > 0),
        ADD COLUMN handle_mm double precision CHECK (handle_mm > 0),
        ADD COLUMN mass_kg double precision CHECK (mass_kg >= 0),
        ADD COLUMN plates jsonb NOT NULL DEFAULT '[]',
        ADD COLUMN rating_kg double precision CHECK (rating_kg > 0),
        ADD COLUMN rated_by text NOT NULL DEFAULT '',
        ADD COLUMN rated_on date,
        ADD COLUMN seq bigint GENERATED ALWAYS AS IDENTITY,
        ADD CHECK ((rating_kg IS NULL) = (rated_on IS NULL));
      UPDATE implement_measurement SET series_id = id;
      ALTER TABLE implement_measurement ALTER COLUMN series_id
        SET NOT NULL, ADD FOREIGN KEY (hall_id, unit_id, series_id)
          REFERENCES implement_measurement (hall_id, unit_id, id);
      CREATE TABLE implement_check (${ROW}, ${unit},
        spin text CHECK (spin IN ('fixed', 'free', 'friction')),
        wear text NOT NULL CHECK (wear IN ('good', 'worn', 'replace')),
        note text NOT NULL DEFAULT '',
        checked_on date NOT NULL,
        seq bigint GENERATED ALWAYS AS IDENTITY
      );
      CREATE TABLE wrap_gap (${ROW}, ${athlete}, ${unit},
        measurement_id uuid NOT NULL, FOREIGN KEY (hall_id, unit_id, measurement_id)
          REFERENCES implement_measurement (hall_id, unit_id, id),
        hand text NOT NULL CHECK (hand IN ('left', 'right')),
        gap_mm double precision NOT NULL CHECK (gap_mm BETWEEN -80 AND 150),
        entered_value double precision NOT NULL,
        entered_unit text NOT NULL,
        measured_on date NOT NULL,
        seq bigint GENERATED ALWAYS AS IDENTITY
      );
      CREATE TABLE kit_price (${ROW},
        kind text NOT NULL,
        size_mm double precision,
        price text NOT NULL,
        seq bigint GENERATED ALWAYS AS IDENTITY
      );
      CREATE VIEW current_athlete_event WITH (security_invoker = true) AS
        SELECT e.* FROM athlete_event e WHERE NOT e.removed AND NOT EXISTS (SELECT 1
          FROM athlete_event n WHERE n.supersedes_id = e.id);
      CREATE VIEW current_outcome WITH (security_invoker = true) AS
        SELECT o.* FROM outcome o WHERE NOT o.removed AND NOT EXISTS (SELECT 1 FROM outcome n
          WHERE n.supersedes_id = o.id);
    `)
    await appendOnly(
      q,
      [
        'demand_version',
        'hall_sport',
        'athlete_event',
        'training_week',
        'outcome',
        'athlete_change',
        'place',
        'implement_check',
        'wrap_gap',
        'kit_price',
      ],
      ['current_athlete_event', 'current_outcome'],
    )
  }

  async down(): Promise<void> {
    throw new Error(
      'Demands of several sports do not fit the earlier table: restore a back-up instead.',
    )
  }
}
