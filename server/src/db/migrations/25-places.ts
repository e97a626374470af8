import type { MigrationInterface, QueryRunner } from 'typeorm'
import { appRole } from './shared'

/**
 * A place that is no longer used is closed: it leaves the lists, and comes back when it is opened.
 */
export class Places1767600000025 implements MigrationInterface {
  name = 'Places1767600000025'

  async up(q: QueryRunner): Promise<void> {
    await q.query(
      `ALTER TABLE place ADD COLUMN closed_on date; GRANT UPDATE (closed_on) ON place
        TO ${await appRole(q)}`,
    )
  }

  async down(q: QueryRunner): Promise<void> {
    await q.query('ALTER TABLE place DROP COLUMN closed_on')
  }
}
