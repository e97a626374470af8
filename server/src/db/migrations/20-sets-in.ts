import type { MigrationInterface, QueryRunner } from 'typeorm'

/** Who a file that is taken back was about, by the rows of its tests and its sets. */
const OF_FILE = `SELECT DISTINCT s.hall_id, s.athlete_id FROM fresh f JOIN test_session s
  ON s.import_id = f.import_id
  UNION SELECT DISTINCT l.hall_id, l.athlete_id FROM fresh f JOIN set_log l
    ON l.import_id = f.import_id`

/** Sets come in from a file as tests do, and leave with it; such a set was planned by no week. */
export class SetsIn1767100000020 implements MigrationInterface {
  name = 'SetsIn1767100000020'

  async up(q: QueryRunner): Promise<void> {
    await q.query(`
      ALTER TABLE test_import ADD COLUMN of text NOT NULL DEFAULT 'trials'
        CHECK (of IN ('trials', 'sets'));
      ALTER TABLE set_log ALTER COLUMN plan_version_id DROP NOT NULL;
      ALTER TABLE set_log ADD COLUMN import_id uuid;
      ALTER TABLE set_log ADD FOREIGN KEY (hall_id, import_id) REFERENCES test_import (hall_id, id);
      ALTER TABLE set_log ADD CHECK (plan_version_id IS NOT NULL OR import_id IS NOT NULL);
      CREATE INDEX set_log_of_import ON set_log (import_id) WHERE import_id IS NOT NULL;
      CREATE OR REPLACE VIEW current_set_log WITH (security_invoker = true) AS
        SELECT l.* FROM set_log l
        WHERE NOT l.voided AND NOT EXISTS (SELECT 1 FROM set_log n WHERE n.supersedes_id = l.id)
          AND (l.import_id IS NULL OR NOT EXISTS (SELECT 1 FROM test_import_undo u
            WHERE u.import_id = l.import_id));
      CREATE OR REPLACE FUNCTION test_import_undo_marks() RETURNS trigger LANGUAGE plpgsql AS $$
      BEGIN
        INSERT INTO athlete_mark (hall_id, athlete_id) ${OF_FILE};
        INSERT INTO athlete_late (hall_id, athlete_id) ${OF_FILE};
        RETURN NULL;
      END $$;
    `)
  }

  async down(): Promise<void> {
    throw new Error('Sets of a file have no plan: restore a back-up instead.')
  }
}
