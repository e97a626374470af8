import type { MigrationInterface, QueryRunner } from 'typeorm'
import { appendOnly, appRole, ROW } from './shared'

const athlete = `athlete_id uuid NOT NULL, FOREIGN KEY (hall_id, athlete_id)
  REFERENCES athlete (hall_id, id)`

/** What a block ended in, goals of a series, and how a coach's own sheet is read. */
export class Review1765000000011 implements MigrationInterface {
  name = 'Review1765000000011'

  async up(q: QueryRunner): Promise<void> {
    await q.query(`
      -- The latest mark by an anti-join, so that thousands of tries are read at once and not each
      -- by itself.
      DROP VIEW current_trial;
      CREATE VIEW current_trial WITH (security_invoker = true) AS
        SELECT t.*, coalesce(m.struck, false) AS struck, CASE WHEN m.struck THEN m.reason ELSE ''
          END AS strike_reason
        FROM trial t
        JOIN current_test_session s ON s.id = t.session_id
        LEFT JOIN (SELECT k.trial_id, k.struck, k.reason FROM trial_mark k
          WHERE NOT EXISTS (SELECT 1 FROM trial_mark l WHERE l.trial_id = k.trial_id
            AND l.seq > k.seq)) m ON m.trial_id = t.id
        WHERE NOT EXISTS (SELECT 1 FROM trial n WHERE n.supersedes_id = t.id);
      GRANT SELECT ON current_trial TO ${await appRole(q)};
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
        CHECK ((value IS NULL) = (entered_value IS NULL)
          AND (value IS NULL) = (entered_unit IS NULL))
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
    // The fence asks for the hall once a statement, not once a row.
    const fenced = (await q.query(
      `SELECT tablename FROM pg_policies WHERE policyname = 'own_hall'`,
    )) as { tablename: string }[]
    for (const { tablename } of fenced)
      await q.query(
        `ALTER POLICY own_hall ON ${tablename} USING (${tablename === 'hall' ? 'id' : 'hall_id'} =
          (SELECT nullif(current_setting('mano.hall', true), '')::uuid))`,
      )
  }

  // The view stays: it says the same.
  async down(q: QueryRunner): Promise<void> {
    await q.query('DROP TABLE import_mapping; DROP TABLE goal; DROP TABLE conclusion')
  }
}
