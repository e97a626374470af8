import type { MigrationInterface, QueryRunner } from 'typeorm'
import { appRole, fence, ROW } from './shared'

/**
 * A plan keeps the coach's terms it was made by, and the version it was made from; weeks a coach
 * keeps to start from.
 */
export class PlanTerms1764700000008 implements MigrationInterface {
  name = 'PlanTerms1764700000008'

  async up(q: QueryRunner): Promise<void> {
    await q.query(`
      ALTER TABLE plan_version
        ADD COLUMN terms jsonb NOT NULL DEFAULT '{"settings":{},"bans":[]}'
          CHECK (jsonb_typeof(terms) = 'object'),
        ADD COLUMN based_on uuid;
      ALTER TABLE plan_version ADD FOREIGN KEY (hall_id, based_on)
        REFERENCES plan_version (hall_id, id);
      CREATE TABLE plan_template (${ROW},
        name text NOT NULL CHECK (length(trim(name)) BETWEEN 1 AND 60),
        says text NOT NULL,
        kind text NOT NULL CHECK (kind IN ('ordinary', 'deload', 'travel')),
        weeks jsonb NOT NULL CHECK (jsonb_typeof(weeks) = 'array'),
        removes uuid UNIQUE,
        FOREIGN KEY (hall_id, removes) REFERENCES plan_template (hall_id, id)
      );
      CREATE VIEW current_plan_template WITH (security_invoker = true) AS
        SELECT t.* FROM plan_template t WHERE t.removes IS NULL AND NOT EXISTS (SELECT 1
          FROM plan_template n WHERE n.removes = t.id);
      GRANT SELECT ON current_plan_template TO ${await appRole(q)};
    `)
    await fence(q, 'plan_template', 'SELECT, INSERT')
  }

  async down(q: QueryRunner): Promise<void> {
    await q.query(`DROP VIEW current_plan_template; DROP TABLE plan_template; ALTER TABLE
      plan_version DROP COLUMN based_on, DROP COLUMN terms`)
  }
}
