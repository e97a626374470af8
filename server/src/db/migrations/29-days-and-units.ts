import type { MigrationInterface, QueryRunner } from 'typeorm'

/**
 * How a hall types days and begins its weeks; the units a person sees. Entering a hall tells both.
 */
export class DaysAndUnits1768000000029 implements MigrationInterface {
  name = 'DaysAndUnits1768000000029'

  async up(q: QueryRunner): Promise<void> {
    await q.query(`
      ALTER TABLE hall
        ADD COLUMN month_first boolean NOT NULL DEFAULT false,
        ADD COLUMN week_start integer NOT NULL DEFAULT 1 CHECK (week_start IN (0, 1, 6));
      ALTER TABLE account
        ADD COLUMN mass_unit text CHECK (mass_unit IN ('kg', 'lb')),
        ADD COLUMN length_unit text CHECK (length_unit IN ('mm', 'in'));
      CREATE OR REPLACE FUNCTION enter_hall(asked_hall uuid, asked_account uuid)
        RETURNS TABLE (account jsonb, hall jsonb) LANGUAGE plpgsql AS $$
      BEGIN
        PERFORM set_config('mano.hall', asked_hall::text, true);
        RETURN QUERY SELECT
          jsonb_build_object('id', a.id, 'hallId', a.hall_id, 'actorKind', a.actor_kind, 'actorId',
            a.actor_id, 'recordedAt', a.recorded_at, 'login', a.login, 'name', a.name, 'role',
              a.role, 'massUnit', a.mass_unit, 'lengthUnit', a.length_unit),
          jsonb_build_object('id', h.id, 'name', h.name, 'timeZone', h.time_zone, 'createdAt',
            h.created_at, 'staleDays', h.stale_days, 'monthFirst', h.month_first, 'weekStart',
              h.week_start, 'version', h.version)
        FROM account a JOIN hall h ON h.id = a.hall_id WHERE a.id = asked_account
          AND h.id = asked_hall AND a.left_on IS NULL;
      END $$;
    `)
  }

  async down(): Promise<void> {
    throw new Error('Units and the way of days would be lost: restore a back-up instead.')
  }
}
