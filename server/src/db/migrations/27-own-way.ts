import type { MigrationInterface, QueryRunner } from 'typeorm'
import { fence, ROW } from './shared'

/**
 * The coach's own way: how the hall rates exercises, what a coach would rather have; the newest row
 * of each counts.
 */
export class OwnWay1767800000027 implements MigrationInterface {
  name = 'OwnWay1767800000027'

  async up(q: QueryRunner): Promise<void> {
    await q.query(`
      CREATE TABLE hall_tier (${ROW},
        sport_id text NOT NULL,
        quality text NOT NULL,
        exercise_id text NOT NULL,
        tier text CHECK (tier IN ('staple', 'good', 'accessory', 'rare'))
      );
      CREATE INDEX hall_tier_of ON hall_tier (hall_id, sport_id, quality, exercise_id, recorded_at);
      CREATE TABLE exercise_wish (${ROW},
        athlete_id uuid,
        exercise_id text NOT NULL,
        wish text CHECK (wish IN ('favourite', 'avoid')),
        FOREIGN KEY (hall_id, athlete_id) REFERENCES athlete (hall_id, id) ON DELETE CASCADE
      );
      CREATE INDEX exercise_wish_of ON exercise_wish (hall_id, athlete_id, exercise_id,
        recorded_at);
      CREATE FUNCTION wishes_go() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER
        SET search_path = public AS $$
      BEGIN
        DELETE FROM exercise_wish WHERE athlete_id = NEW.id AND hall_id = NEW.hall_id;
        RETURN NULL;
      END $$;
      CREATE TRIGGER wishes_go_with AFTER UPDATE OF erased_on ON athlete
        FOR EACH ROW WHEN (NEW.erased_on IS NOT NULL) EXECUTE FUNCTION wishes_go();
    `)
    for (const table of ['hall_tier', 'exercise_wish']) {
      await fence(q, table, 'SELECT, INSERT')
      await q.query(
        `ALTER POLICY own_hall ON ${table} USING (hall_id = (SELECT
          nullif(current_setting('mano.hall', true), '')::uuid))`,
      )
    }
  }

  async down(q: QueryRunner): Promise<void> {
    await q.query(`DROP TABLE hall_tier; DROP TRIGGER wishes_go_with
      ON athlete; DROP FUNCTION wishes_go(); DROP TABLE exercise_wish`)
  }
}
