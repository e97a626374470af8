import type { MigrationInterface, QueryRunner } from 'typeorm'
import { appRole, fence, ROW } from './shared'

const VIEW = (where: string) => `
  CREATE VIEW current_set_log WITH (security_invoker = true) AS
    SELECT l.* FROM set_log l WHERE ${where} NOT EXISTS (SELECT 1 FROM set_log n
      WHERE n.supersedes_id = l.id)`

/**
 * Sets say how they were done, and one of two records of a set can be taken back; links by which an
 * athlete sees the own sessions.
 */
export class Floor1764800000009 implements MigrationInterface {
  name = 'Floor1764800000009'

  async up(q: QueryRunner): Promise<void> {
    await q.query(`
      DROP VIEW current_set_log;
      ALTER TABLE set_log
        ADD COLUMN details jsonb NOT NULL DEFAULT '{}' CHECK (jsonb_typeof(details) = 'object'),
        ADD COLUMN voided boolean NOT NULL DEFAULT false,
        ADD CHECK (NOT voided OR supersedes_id IS NOT NULL);
      ${VIEW('NOT l.voided AND')};
      GRANT SELECT ON current_set_log TO ${await appRole(q)};

      CREATE TABLE athlete_link (${ROW},
        athlete_id uuid NOT NULL,
        FOREIGN KEY (hall_id, athlete_id) REFERENCES athlete (hall_id, id),
        token_hash text NOT NULL UNIQUE CHECK (length(token_hash) = 64),
        expires_on date NOT NULL,
        revoked_at timestamptz
      );
      CREATE INDEX athlete_link_of ON athlete_link (hall_id, athlete_id);
      -- Who comes with a token is in no hall yet: this finds the hall, and nothing else.
      CREATE FUNCTION hall_of_link(hash text) RETURNS uuid LANGUAGE sql STABLE SECURITY DEFINER
        SET search_path = public AS
        'SELECT hall_id FROM athlete_link WHERE token_hash = hash';
      REVOKE ALL ON FUNCTION hall_of_link(text) FROM PUBLIC;
      GRANT EXECUTE ON FUNCTION hall_of_link(text) TO ${await appRole(q)};
    `)
    await fence(q, 'athlete_link', 'SELECT, INSERT, UPDATE (revoked_at)')
  }

  async down(q: QueryRunner): Promise<void> {
    await q.query(`DROP FUNCTION hall_of_link; DROP TABLE athlete_link; DROP VIEW current_set_log;
      ALTER TABLE set_log DROP COLUMN voided, DROP COLUMN details; ${VIEW('')}; GRANT SELECT
        ON current_set_log TO ${await appRole(q)}`)
  }
}
