import type { MigrationInterface, QueryRunner } from 'typeorm'
import { appRole, fence, ROW } from './shared'

/** A link that works once: it brings somebody into the hall, or gives them a new password. */
export class Entry1767500000024 implements MigrationInterface {
  name = 'Entry1767500000024'

  async up(q: QueryRunner): Promise<void> {
    await q.query(`
      CREATE TABLE entry_link (${ROW},
        token_hash text NOT NULL UNIQUE,
        account_id uuid,
        FOREIGN KEY (hall_id, account_id) REFERENCES account (hall_id, id),
        role text CHECK (role IN ('coach', 'assistant')),
        name text NOT NULL DEFAULT '',
        expires_at timestamptz NOT NULL,
        used_at timestamptz,
        CHECK ((account_id IS NULL) <> (role IS NULL))
      );
      -- Who comes with a token is in no hall yet: this finds the hall, and nothing else.
      CREATE FUNCTION hall_of_entry(hash text) RETURNS uuid LANGUAGE sql STABLE SECURITY DEFINER
        SET search_path = public AS
        'SELECT hall_id FROM entry_link WHERE token_hash = hash';
      REVOKE ALL ON FUNCTION hall_of_entry(text) FROM PUBLIC;
      GRANT EXECUTE ON FUNCTION hall_of_entry(text) TO ${await appRole(q)};
    `)
    await fence(q, 'entry_link', 'SELECT, INSERT, UPDATE (used_at)')
  }

  async down(q: QueryRunner): Promise<void> {
    await q.query('DROP FUNCTION hall_of_entry; DROP TABLE entry_link')
  }
}
