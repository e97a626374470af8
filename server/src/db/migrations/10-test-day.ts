import type { MigrationInterface, QueryRunner } from 'typeorm'
import { fence, ROW } from './shared'

/** Group test days: how one is set up, and what happened, as a list. */
export class TestDay1764900000010 implements MigrationInterface {
  name = 'TestDay1764900000010'

  async up(q: QueryRunner): Promise<void> {
    await q.query(`
      CREATE TABLE test_day (${ROW},
        name text NOT NULL CHECK (length(trim(name)) BETWEEN 1 AND 80),
        held_on date NOT NULL,
        setup jsonb NOT NULL CHECK (jsonb_typeof(setup) = 'object')
      );
      CREATE TABLE test_day_event (${ROW},
        day_id uuid NOT NULL,
        FOREIGN KEY (hall_id, day_id) REFERENCES test_day (hall_id, id),
        at double precision NOT NULL CHECK (at BETWEEN 0 AND 86400),
        kind text NOT NULL CHECK (kind IN ('start', 'done', 'late', 'out', 'lost', 'back', 'retry',
          'break', 'reorder')),
        body jsonb NOT NULL CHECK (jsonb_typeof(body) = 'object')
      );
      CREATE INDEX test_day_event_of ON test_day_event (hall_id, day_id);
      CREATE UNIQUE INDEX test_day_starts_once ON test_day_event (hall_id, day_id)
        WHERE kind = 'start';
    `)
    await fence(q, 'test_day', 'SELECT, INSERT')
    await fence(q, 'test_day_event', 'SELECT, INSERT')
  }

  async down(): Promise<void> {
    throw new Error('Test days would be lost: restore a back-up instead.')
  }
}
