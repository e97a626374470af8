import type { MigrationInterface, QueryRunner } from 'typeorm'
import { appRole, fence, ROW } from './shared'

/** What is kept beside a try, notes and pictures of a test, and batteries. */
export class FloorOfTests1764500000006 implements MigrationInterface {
  name = 'FloorOfTests1764500000006'

  async up(q: QueryRunner): Promise<void> {
    await q.query(`
      ALTER TABLE trial ADD COLUMN details jsonb NOT NULL DEFAULT '{}'
        CHECK (jsonb_typeof(details) = 'object');
      DROP VIEW current_trial;
      CREATE VIEW current_trial WITH (security_invoker = true) AS
        SELECT t.*, coalesce(m.struck, false) AS struck, CASE WHEN m.struck THEN m.reason ELSE ''
          END AS strike_reason
        FROM trial t
        JOIN current_test_session s ON s.id = t.session_id
        LEFT JOIN LATERAL (SELECT struck, reason FROM trial_mark m WHERE m.trial_id = t.id
          ORDER BY seq DESC LIMIT 1) m ON true
        WHERE NOT EXISTS (SELECT 1 FROM trial n WHERE n.supersedes_id = t.id);
      GRANT SELECT ON current_trial TO ${await appRole(q)};

      CREATE TABLE test_attachment (${ROW},
        session_id uuid NOT NULL,
        FOREIGN KEY (hall_id, session_id) REFERENCES test_session (hall_id, id),
        kind text NOT NULL CHECK (kind IN ('note', 'photo', 'link')),
        text text NOT NULL DEFAULT '' CHECK (length(text) <= 2000),
        mime text CHECK (mime IN ('image/jpeg', 'image/png', 'image/webp')),
        bytes bytea CHECK (octet_length(bytes) <= 10485760),
        CHECK ((kind = 'photo') = (bytes IS NOT NULL AND mime IS NOT NULL)),
        CHECK (kind = 'photo' OR length(trim(text)) > 0)
      );
      CREATE INDEX test_attachment_of_session ON test_attachment (hall_id, session_id);

      CREATE TABLE battery (${ROW},
        name text NOT NULL CHECK (length(trim(name)) BETWEEN 1 AND 60),
        sport_id text,
        items jsonb NOT NULL CHECK (jsonb_typeof(items) = 'array'),
        supersedes_id uuid UNIQUE,
        FOREIGN KEY (hall_id, supersedes_id) REFERENCES battery (hall_id, id),
        removed boolean NOT NULL DEFAULT false
      );
      CREATE VIEW current_battery WITH (security_invoker = true) AS
        SELECT b.* FROM battery b WHERE NOT b.removed AND NOT EXISTS (SELECT 1 FROM battery n
          WHERE n.supersedes_id = b.id);
      GRANT SELECT ON current_battery TO ${await appRole(q)};
    `)
    // A picture may be taken away for good: it can show a person.
    await fence(q, 'test_attachment', 'SELECT, INSERT, DELETE')
    await fence(q, 'battery', 'SELECT, INSERT')
  }

  async down(): Promise<void> {
    throw new Error('Pictures and details would be lost: restore a back-up instead.')
  }
}
