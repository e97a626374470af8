import type { MigrationInterface, QueryRunner } from 'typeorm'

/** Who left the hall signs in no more; what they wrote keeps their name. */
export class People1767000000019 implements MigrationInterface {
  name = 'People1767000000019'

  async up(q: QueryRunner): Promise<void> {
    await q.query(`
      ALTER TABLE account ADD COLUMN left_on date;
      CREATE OR REPLACE FUNCTION account_for_login(asked text)
        RETURNS TABLE (id uuid, hall_id uuid, password_hash text)
          LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public
        AS 'SELECT a.id, a.hall_id, a.password_hash FROM account a
          WHERE a.login = lower(trim(asked)) AND a.left_on IS NULL';
      CREATE OR REPLACE FUNCTION enter_hall(asked_hall uuid, asked_account uuid)
        RETURNS TABLE (account jsonb, hall jsonb) LANGUAGE plpgsql AS $$
      BEGIN
        PERFORM set_config('mano.hall', asked_hall::text, true);
        RETURN QUERY SELECT
          jsonb_build_object('id', a.id, 'hallId', a.hall_id, 'actorKind', a.actor_kind, 'actorId',
            a.actor_id, 'recordedAt', a.recorded_at, 'login', a.login, 'name', a.name, 'role',
              a.role),
          jsonb_build_object('id', h.id, 'name', h.name, 'timeZone', h.time_zone, 'createdAt',
            h.created_at, 'staleDays', h.stale_days, 'version', h.version)
        FROM account a JOIN hall h ON h.id = a.hall_id WHERE a.id = asked_account
          AND h.id = asked_hall AND a.left_on IS NULL;
      END $$;
      CREATE INDEX session_of ON session ((sess ->> 'accountId'));
    `)
  }

  async down(): Promise<void> {
    throw new Error('Who left would sign in again: restore a back-up instead.')
  }
}
