import type { MigrationInterface, QueryRunner } from 'typeorm'
import { appRole, fence, ROW } from './shared'

/**
 * Three migrations were changed after data had been written by their first text: the second (health
 * flags of an
 * athlete), the eighth (templates of weeks) and the eleventh (the view of trials, the fence once a
 * statement). This
 * comes before the first that needs them, looks what is missing of one that has run, and adds that.
 */
export class Mend1764250000000 implements MigrationInterface {
  name = 'Mend1764250000000'

  async up(q: QueryRunner): Promise<void> {
    const ran = new Set(
      ((await q.query('SELECT name FROM migrations')) as { name: string }[]).map((m) => m.name),
    )
    const has = async (sql: string): Promise<boolean> =>
      ((await q.query(`SELECT (${sql}) AS there`)) as [{ there: boolean }])[0].there
    if (
      ran.has('Plan1764100000002') &&
      !ran.has('Safety1766000000012') &&
      !(await has(
        `EXISTS (SELECT 1 FROM information_schema.columns WHERE table_name = 'athlete'
          AND column_name = 'health_flags')`,
      ))
    )
      await q.query(`ALTER TABLE athlete ADD COLUMN health_flags jsonb NOT NULL DEFAULT '[]'`)
    if (
      ran.has('PlanTerms1764700000008') &&
      !(await has(`to_regclass('plan_template') IS NOT NULL`))
    ) {
      await q.query(`
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
    if (!ran.has('Review1765000000011')) return
    const fenced = (await q.query(
      `SELECT tablename FROM pg_policies WHERE policyname = 'own_hall'`,
    )) as { tablename: string }[]
    for (const { tablename } of fenced)
      await q.query(
        `ALTER POLICY own_hall ON ${tablename} USING (${tablename === 'hall' ? 'id' : 'hall_id'} =
          (SELECT nullif(current_setting('mano.hall', true), '')::uuid))`,
      )
  }

  async down(): Promise<void> {
    // What it added is what the migrations say by now.
  }
}
