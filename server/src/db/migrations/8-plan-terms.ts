import type { MigrationInterface, QueryRunner } from 'typeorm'

/** A plan keeps the coach's terms it was made by, and the version it was made from. */
export class PlanTerms1764700000008 implements MigrationInterface {
  name = 'PlanTerms1764700000008'

  async up(q: QueryRunner): Promise<void> {
    await q.query(`
      ALTER TABLE plan_version
        ADD COLUMN terms jsonb NOT NULL DEFAULT '{"settings":{},"bans":[]}' CHECK (jsonb_typeof(terms) = 'object'),
        ADD COLUMN based_on uuid;
      ALTER TABLE plan_version ADD FOREIGN KEY (hall_id, based_on) REFERENCES plan_version (hall_id, id);
    `)
  }

  async down(q: QueryRunner): Promise<void> {
    await q.query('ALTER TABLE plan_version DROP COLUMN based_on, DROP COLUMN terms')
  }
}
