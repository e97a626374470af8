import type { MigrationInterface, QueryRunner } from 'typeorm'

/** A session that ended early, or was let go, changes who is due: the roster hears of it. */
export class LetGo1767200000021 implements MigrationInterface {
  name = 'LetGo1767200000021'

  async up(q: QueryRunner): Promise<void> {
    await q.query(`
      CREATE FUNCTION session_end_marks() RETURNS trigger LANGUAGE plpgsql AS $$
      BEGIN
        INSERT INTO athlete_mark (hall_id, athlete_id) SELECT DISTINCT hall_id, athlete_id
          FROM fresh;
        RETURN NULL;
      END $$;
      CREATE TRIGGER session_end_marks_insert AFTER INSERT ON session_end REFERENCING NEW TABLE
        AS fresh FOR EACH STATEMENT EXECUTE FUNCTION session_end_marks();
    `)
  }

  async down(q: QueryRunner): Promise<void> {
    await q.query('DROP FUNCTION session_end_marks() CASCADE')
  }
}
