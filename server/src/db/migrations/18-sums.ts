import type { MigrationInterface, QueryRunner } from 'typeorm'
import { fence } from './shared'

/**
 * Where a row says whose test of which protocol it changes, by table; `fresh`: the rows a statement
 * wrote.
 */
const WHOSE: Readonly<Record<string, string>> = {
  test_session: 'SELECT DISTINCT hall_id, athlete_id, protocol_id FROM fresh',
  trial:
    `SELECT DISTINCT s.hall_id, s.athlete_id, s.protocol_id FROM fresh f JOIN test_session s
      ON s.id = f.session_id`,
  trial_mark:
    `SELECT DISTINCT s.hall_id, s.athlete_id, s.protocol_id FROM fresh f JOIN trial t
      ON t.id = f.trial_id JOIN test_session s ON s.id = t.session_id`,
  test_import_undo:
    `SELECT DISTINCT s.hall_id, s.athlete_id, s.protocol_id FROM fresh f JOIN test_session s
      ON s.import_id = f.import_id`,
}
const UPDATED = ['test_session']

/**
 * Sums of an athlete's tests of a protocol, as squad and error look at them: kept, and worked out
 * again where a write left a mark.
 */
export class Sums1766900000018 implements MigrationInterface {
  name = 'Sums1766900000018'

  async up(q: QueryRunner): Promise<void> {
    await q.query(`
      -- It holds while no mark of its athlete and protocol stands.
      CREATE TABLE test_sum (
        athlete_id uuid NOT NULL,
        protocol_id text NOT NULL,
        hall_id uuid NOT NULL,
        FOREIGN KEY (hall_id, athlete_id) REFERENCES athlete (hall_id, id),
        PRIMARY KEY (athlete_id, protocol_id),
        tests integer NOT NULL,
        last_at timestamptz NOT NULL,
        content json NOT NULL
      );
      CREATE INDEX test_sum_of ON test_sum (hall_id, protocol_id);
      CREATE TABLE test_sum_mark (
        id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
        hall_id uuid NOT NULL,
        athlete_id uuid NOT NULL,
        protocol_id text NOT NULL,
        marked_at timestamptz NOT NULL DEFAULT clock_timestamp()
      );
      CREATE INDEX test_sum_mark_of ON test_sum_mark (hall_id, protocol_id);
      INSERT INTO test_sum_mark (hall_id, athlete_id, protocol_id)
        SELECT DISTINCT hall_id, athlete_id, protocol_id FROM test_session;
    `)
    for (const [table, whose] of Object.entries(WHOSE))
      await q.query(`
        CREATE FUNCTION ${table}_sums() RETURNS trigger LANGUAGE plpgsql AS $$
        BEGIN
          INSERT INTO test_sum_mark (hall_id, athlete_id, protocol_id) ${whose};
          RETURN NULL;
        END $$;
        ${['INSERT', ...(UPDATED.includes(table) ? ['UPDATE'] : [])]
          .map(
            (event) =>
              `CREATE TRIGGER ${table}_sums_${event.toLowerCase()} AFTER ${event} ON ${table}
                REFERENCING NEW TABLE AS fresh FOR EACH STATEMENT
                  EXECUTE FUNCTION ${table}_sums();`,
          )
          .join('\n')}
      `)
    await q.query(`
      -- A set of today without pain changes the roster only where it is the first of its day's
      -- plan.
      CREATE OR REPLACE FUNCTION set_log_marks() RETURNS trigger LANGUAGE plpgsql AS $$
      BEGIN
        INSERT INTO athlete_mark (hall_id, athlete_id)
          SELECT DISTINCT f.hall_id, f.athlete_id FROM fresh f JOIN hall h ON h.id = f.hall_id
          WHERE f.supersedes_id IS NOT NULL OR f.voided OR coalesce(f.pain, 0) > 0
            OR f.pain_where IS NOT NULL
            OR f.done_on <> (f.recorded_at AT TIME ZONE h.time_zone)::date
            OR (f.block_id IS NOT NULL AND NOT EXISTS (
              SELECT 1 FROM current_set_log l WHERE l.athlete_id = f.athlete_id
                AND l.done_on = f.done_on AND l.block_id IS NOT NULL AND l.id NOT IN (SELECT id
                  FROM fresh)));
        INSERT INTO athlete_late (hall_id, athlete_id)
          SELECT DISTINCT f.hall_id, f.athlete_id FROM fresh f JOIN hall h ON h.id = f.hall_id
          WHERE f.supersedes_id IS NOT NULL OR f.done_on < (f.recorded_at AT TIME ZONE
            h.time_zone)::date;
        RETURN NULL;
      END $$;
    `)
    for (const t of ['test_sum', 'test_sum_mark']) {
      await fence(q, t, 'SELECT, INSERT, UPDATE, DELETE')
      await q.query(
        `ALTER POLICY own_hall ON ${t} USING (hall_id = (SELECT nullif(current_setting('mano.hall',
          true), '')::uuid))`,
      )
    }
  }

  async down(q: QueryRunner): Promise<void> {
    for (const table of Object.keys(WHOSE)) await q.query(`DROP FUNCTION ${table}_sums() CASCADE`)
    await q.query('DROP TABLE test_sum, test_sum_mark')
  }
}
