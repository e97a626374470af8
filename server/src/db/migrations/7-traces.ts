import type { MigrationInterface, QueryRunner } from 'typeorm'
import { fence, ROW } from './shared'

/** Force records of tries. */
export class Traces1764600000007 implements MigrationInterface {
  name = 'Traces1764600000007'

  async up(q: QueryRunner): Promise<void> {
    await q.query(`
      CREATE TABLE trial_trace (${ROW},
        trial_id uuid NOT NULL,
        UNIQUE (hall_id, trial_id),
        FOREIGN KEY (hall_id, trial_id) REFERENCES trial (hall_id, id),
        session_id uuid NOT NULL,
        FOREIGN KEY (hall_id, session_id) REFERENCES test_session (hall_id, id),
        instrument text NOT NULL CHECK (length(trim(instrument)) BETWEEN 1 AND 80),
        rate_hz double precision NOT NULL CHECK (rate_hz BETWEEN 10 AND 5000),
        start_s double precision NOT NULL,
        gaps jsonb NOT NULL CHECK (jsonb_typeof(gaps) = 'array'),
        data text NOT NULL CHECK (length(data) BETWEEN 1 AND 1500000)
      );
      CREATE INDEX trial_trace_of_session ON trial_trace (hall_id, session_id);
    `)
    await fence(q, 'trial_trace', 'SELECT, INSERT')
  }

  async down(): Promise<void> {
    throw new Error('Force records would be lost: restore a back-up instead.')
  }
}
