import type { MigrationInterface, QueryRunner } from 'typeorm'
import { appendOnly, ROW } from './shared'

const athlete = `athlete_id uuid NOT NULL, FOREIGN KEY (hall_id, athlete_id) REFERENCES athlete (hall_id, id)`

/** What a block ended in, goals of a series, and how a coach's own sheet is read. */
export class Review1765000000011 implements MigrationInterface {
  name = 'Review1765000000011'

  async up(q: QueryRunner): Promise<void> {
    await q.query(`
      CREATE TABLE conclusion (${ROW}, ${athlete},
        since date NOT NULL,
        until date NOT NULL CHECK (until >= since),
        lines jsonb NOT NULL CHECK (jsonb_typeof(lines) = 'array'),
        note text NOT NULL DEFAULT '' CHECK (length(note) <= 2000),
        seq bigint GENERATED ALWAYS AS IDENTITY
      );
      CREATE INDEX conclusion_of_athlete ON conclusion (hall_id, athlete_id, seq);
      CREATE TABLE goal (${ROW}, ${athlete},
        series_key text NOT NULL,
        value double precision CHECK (value > 0),
        entered_value double precision,
        entered_unit text,
        seq bigint GENERATED ALWAYS AS IDENTITY,
        CHECK ((value IS NULL) = (entered_value IS NULL) AND (value IS NULL) = (entered_unit IS NULL))
      );
      CREATE INDEX goal_of_athlete ON goal (hall_id, athlete_id, seq);
      CREATE TABLE import_mapping (${ROW},
        header_key text NOT NULL,
        mapping jsonb NOT NULL CHECK (jsonb_typeof(mapping) = 'object'),
        seq bigint GENERATED ALWAYS AS IDENTITY
      );
      CREATE INDEX import_mapping_of ON import_mapping (hall_id, header_key, seq);
    `)
    await appendOnly(q, ['conclusion', 'goal', 'import_mapping'], [])
  }

  async down(q: QueryRunner): Promise<void> {
    await q.query('DROP TABLE import_mapping; DROP TABLE goal; DROP TABLE conclusion')
  }
}
