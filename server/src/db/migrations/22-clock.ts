import type { MigrationInterface, QueryRunner } from 'typeorm'

/**
 * The roster goes by the clock: who trains when, and by when something must be decided. Kept rows
 * are worked out anew.
 */
export class Clock1767300000022 implements MigrationInterface {
  name = 'Clock1767300000022'

  async up(q: QueryRunner): Promise<void> {
    await q.query(`
      DELETE FROM roster_row;
      ALTER TABLE roster_row ADD COLUMN clock integer NOT NULL, ADD COLUMN due integer NOT NULL,
        ADD COLUMN waits boolean NOT NULL;
      CREATE INDEX roster_row_by_clock ON roster_row (hall_id, clock, name, athlete_id);
      CREATE INDEX roster_row_that_waits ON roster_row (hall_id, due, name, athlete_id) WHERE waits;
    `)
  }

  async down(q: QueryRunner): Promise<void> {
    await q.query('ALTER TABLE roster_row DROP COLUMN clock, DROP COLUMN due, DROP COLUMN waits')
  }
}
