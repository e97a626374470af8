import type { MigrationInterface, QueryRunner } from 'typeorm'
import { fence } from './shared'

/**
 * Owners and viewers; a PIN for a shared tablet, codes beside the password; links that only look;
 * how long records are kept.
 */
export class Roles1767900000028 implements MigrationInterface {
  name = 'Roles1767900000028'

  async up(q: QueryRunner): Promise<void> {
    await q.query(`
      -- Which roles there are is told in one place, the contract's list.
      ALTER TABLE account DROP CONSTRAINT account_role_check, ADD CONSTRAINT account_role_check
        CHECK (role ~ '^[a-z]{2,20}$');
      ALTER TABLE entry_link DROP CONSTRAINT entry_link_role_check,
        ADD CONSTRAINT entry_link_role_check CHECK (role ~ '^[a-z]{2,20}$');
      -- Every hall has had one who set it up: the first coach of those who are still there.
      UPDATE account SET role = 'owner' WHERE id IN (
        SELECT DISTINCT ON (hall_id) id FROM account WHERE role = 'coach'
          ORDER BY hall_id, left_on IS NOT NULL, recorded_at, id);
      -- What lets somebody in beside the password; never in a hall's file.
      CREATE TABLE account_key (
        hall_id uuid NOT NULL REFERENCES hall (id),
        account_id uuid PRIMARY KEY,
        pin_hash text,
        code_secret text,
        code_since timestamptz,
        code_step bigint NOT NULL DEFAULT 0,
        recovery jsonb NOT NULL DEFAULT '[]' CHECK (jsonb_typeof(recovery) = 'array'),
        FOREIGN KEY (hall_id, account_id) REFERENCES account (hall_id, id)
      );
      ALTER TABLE hall ADD COLUMN keep_years integer CHECK (keep_years BETWEEN 1 AND 50);
      ALTER TABLE athlete_link ADD COLUMN looks boolean NOT NULL DEFAULT false;
    `)
    await fence(q, 'account_key', 'SELECT, INSERT, UPDATE, DELETE')
    await q.query(
      `ALTER POLICY own_hall ON account_key USING (hall_id = (SELECT
        nullif(current_setting('mano.hall', true), '')::uuid))`,
    )
  }

  async down(): Promise<void> {
    throw new Error('Owners and viewers would be nobody: restore a back-up instead.')
  }
}
