import type { QueryRunner } from 'typeorm'

/** Who wrote a row, and when; the same on every table. */
const ACTOR = `
  actor_kind text NOT NULL CHECK (actor_kind IN ('coach', 'assistant', 'athlete', 'device',
    'demo')),
  actor_id uuid,
  recorded_at timestamptz NOT NULL`

/** First columns of every table of a hall. */
export const ROW = `
  id uuid PRIMARY KEY,
  hall_id uuid NOT NULL REFERENCES hall (id),
  UNIQUE (hall_id, id),${ACTOR}`

/** Role of the app, as the migration was told. */
export async function appRole(q: QueryRunner): Promise<string> {
  const [setting] = (await q.query(`SELECT current_setting('mano.app_role') AS app_role`)) as [
    { app_role: string },
  ]
  return setting.app_role
}

/** Fences a table by hall and gives the app the rights it needs. */
export async function fence(q: QueryRunner, table: string, rights: string): Promise<void> {
  await q.query(`
    GRANT ${rights} ON ${table} TO ${await appRole(q)};
    ALTER TABLE ${table} ENABLE ROW LEVEL SECURITY;
    CREATE POLICY own_hall ON ${table} USING (hall_id = nullif(current_setting('mano.hall', true),
      '')::uuid);
  `)
}

export async function appendOnly(
  q: QueryRunner,
  tables: readonly string[],
  views: readonly string[],
): Promise<void> {
  for (const t of tables) await fence(q, t, 'SELECT, INSERT')
  for (const v of views) await q.query(`GRANT SELECT ON ${v} TO ${await appRole(q)}`)
}
