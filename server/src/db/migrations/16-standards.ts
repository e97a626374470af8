import type { MigrationInterface, QueryRunner } from 'typeorm'

/** A standard may be meant for one set-up of a test, one sex and an age range. */
export class Standards1766700000016 implements MigrationInterface {
  name = 'Standards1766700000016'

  async up(q: QueryRunner): Promise<void> {
    await q.query(`
      ALTER TABLE standard
        ADD COLUMN for_variant jsonb,
        ADD COLUMN for_sex text CHECK (for_sex IN ('female', 'male')),
        ADD COLUMN age_from integer CHECK (age_from BETWEEN 0 AND 120),
        ADD COLUMN age_to integer CHECK (age_to BETWEEN 0 AND 120 AND age_to >= age_from);
      -- Rows of the roster are worked out from the record; their order has another step now.
      DELETE FROM roster_row;
    `)
  }

  async down(q: QueryRunner): Promise<void> {
    await q.query(
      `ALTER TABLE standard DROP COLUMN for_variant, DROP COLUMN for_sex, DROP COLUMN age_from,
        DROP COLUMN age_to`,
    )
  }
}
