import type { MigrationInterface, QueryRunner } from 'typeorm'
import { appRole } from './shared'

/** Tries that were not clean: kept as what they are, with their load, out of the result. */
export class Lifts1764400000005 implements MigrationInterface {
  name = 'Lifts1764400000005'

  async up(q: QueryRunner): Promise<void> {
    await q.query(`
      ALTER TABLE trial ADD COLUMN missed boolean NOT NULL DEFAULT false;
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
    `)
  }

  async down(): Promise<void> {
    throw new Error('Missed tries would count as clean ones: restore a back-up instead.')
  }
}
