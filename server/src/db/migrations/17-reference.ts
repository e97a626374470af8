import type { MigrationInterface, QueryRunner } from 'typeorm'
import { fence, ROW } from './shared'

/**
 * What a hall adds to the reference: a note to a page, a copy of one, or a page of its own; a newer
 * row takes the place of an older one.
 */
export class Reference1766800000017 implements MigrationInterface {
  name = 'Reference1766800000017'

  async up(q: QueryRunner): Promise<void> {
    await q.query(`
      CREATE TABLE reference_note (${ROW},
        lineage uuid NOT NULL,
        origin text NOT NULL DEFAULT '',
        title text NOT NULL CHECK (length(trim(title)) BETWEEN 1 AND 120),
        body text NOT NULL CHECK (length(body) <= 4000),
        struck boolean NOT NULL DEFAULT false
      );
      CREATE INDEX reference_note_of ON reference_note (hall_id, lineage, recorded_at);
    `)
    await fence(q, 'reference_note', 'SELECT, INSERT')
    await q.query(
      `ALTER POLICY own_hall ON reference_note USING (hall_id = (SELECT
        nullif(current_setting('mano.hall', true), '')::uuid))`,
    )
  }

  async down(q: QueryRunner): Promise<void> {
    await q.query('DROP TABLE reference_note')
  }
}
