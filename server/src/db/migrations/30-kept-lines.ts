import type { MigrationInterface, QueryRunner } from 'typeorm'

/**
 * The sets of the days before today as the lines a page asks for, beside what the judge needs of
 * them.
 */
export class KeptLines1768100000030 implements MigrationInterface {
  name = 'KeptLines1768100000030'

  async up(q: QueryRunner): Promise<void> {
    await q.query(`
      -- Null: not worked out yet. Whoever works the row out anew leaves it so.
      ALTER TABLE athlete_past ADD COLUMN lines text;
      -- A line says whether its exercise raised an alarm that day: one of an earlier day comes
      -- late.
      CREATE FUNCTION alarm_late() RETURNS trigger LANGUAGE plpgsql AS $$
      BEGIN
        INSERT INTO athlete_late (hall_id, athlete_id)
          SELECT DISTINCT f.hall_id, f.athlete_id FROM fresh f JOIN hall h ON h.id = f.hall_id
          WHERE f.happened_on < (f.recorded_at AT TIME ZONE h.time_zone)::date;
        RETURN NULL;
      END $$;
      CREATE TRIGGER alarm_late AFTER INSERT ON alarm REFERENCING NEW TABLE AS fresh
        FOR EACH STATEMENT EXECUTE FUNCTION alarm_late();
    `)
  }

  async down(q: QueryRunner): Promise<void> {
    await q.query('DROP FUNCTION alarm_late() CASCADE')
    await q.query('ALTER TABLE athlete_past DROP COLUMN lines')
  }
}
