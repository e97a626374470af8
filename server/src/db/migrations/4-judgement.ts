import type { MigrationInterface, QueryRunner } from 'typeorm'
import { appendOnly, ROW } from './shared'

/** The coach's word on gaps: standards by body mass, choices by row, limits of the hall. */
export class Judgement1764300000004 implements MigrationInterface {
  name = 'Judgement1764300000004'

  async up(q: QueryRunner): Promise<void> {
    await q.query(`
      ALTER TABLE standard ADD COLUMN per_body_mass boolean NOT NULL DEFAULT false;
      ALTER TABLE hall ADD COLUMN stale_days integer NOT NULL DEFAULT 42 CHECK (stale_days BETWEEN 7
        AND 365);
      CREATE TABLE gap_choice (${ROW},
        athlete_id uuid NOT NULL, FOREIGN KEY (hall_id, athlete_id)
          REFERENCES athlete (hall_id, id),
        row_key text NOT NULL,
        kind text NOT NULL CHECK (kind IN ('priority', 'reference', 'lean_limit')),
        value text,
        reason text NOT NULL DEFAULT '',
        seq bigint GENERATED ALWAYS AS IDENTITY,
        CHECK (kind <> 'priority' OR value IS NULL OR length(trim(reason)) > 0)
      );
      CREATE INDEX gap_choice_of_athlete ON gap_choice (hall_id, athlete_id, seq);
    `)
    await appendOnly(q, ['gap_choice'], [])
  }

  async down(q: QueryRunner): Promise<void> {
    await q.query(`DROP TABLE gap_choice; ALTER TABLE hall DROP COLUMN stale_days; ALTER TABLE
      standard DROP COLUMN per_body_mass`)
  }
}
