import type { MigrationInterface, QueryRunner } from 'typeorm'
import { appendOnly, ROW } from './shared'

/** What was recorded by mistake in a table that only grows: it stays there and counts no longer. */
export class TakenBack1767700000026 implements MigrationInterface {
  name = 'TakenBack1767700000026'

  async up(q: QueryRunner): Promise<void> {
    await q.query(`
      CREATE TABLE taken_back (${ROW},
        kind text NOT NULL CHECK (kind IN ('clearance', 'standard', 'implement_measurement',
          'implement_check', 'conclusion', 'wrap_gap', 'test_day')),
        row_id uuid NOT NULL,
        athlete_id uuid,
        UNIQUE (hall_id, row_id),
        FOREIGN KEY (hall_id, athlete_id) REFERENCES athlete (hall_id, id) ON DELETE CASCADE
      );
      CREATE FUNCTION taken_back_marks() RETURNS trigger LANGUAGE plpgsql AS $$
      BEGIN
        INSERT INTO athlete_mark (hall_id, athlete_id) SELECT DISTINCT hall_id, athlete_id
          FROM fresh WHERE athlete_id IS NOT NULL;
        RETURN NULL;
      END $$;
      CREATE TRIGGER taken_back_marks_insert AFTER INSERT ON taken_back REFERENCING NEW TABLE
        AS fresh FOR EACH STATEMENT EXECUTE FUNCTION taken_back_marks();
    `)
    await appendOnly(q, ['taken_back'], [])
  }

  async down(q: QueryRunner): Promise<void> {
    await q.query('DROP TABLE taken_back; DROP FUNCTION taken_back_marks()')
  }
}
