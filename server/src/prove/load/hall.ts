import { Client } from 'pg'
import { v7 } from 'uuid'
import { createHall } from '../../accounts/accounts'
import { dropDatabase, ensureDatabase } from '../../db/bootstrap'
import { migrate, openApp } from '../../db/source'
import { PASSWORDS, SIGN_IN } from './served'
import { must } from '@mano/core/units/must'

export interface LargeHall {
  athletes: string[]
  sessions: string[]
  plans: string[]
  unitId: string
  hallId: string
}

/** Blocks of a week: four exercises on three days. */
const BLOCKS = ['pinch_max', 'carry_one', 'wrist_curl', 'ext_band'].flatMap((exerciseId, i) =>
  [0, 2, 4].map((day) => ({
    id: `019f0000-0000-7000-8000-0000000${i}${day}000`,
    day,
    exerciseId,
    sets: 3,
    dose: 10,
    hands: ['left', 'right'],
    reason: '',
  })),
)
const FRAME = Array.from({ length: 7 }, () => ({
  minutes: 60,
  place: 'hall',
  sportLoad: 1,
  heavyPull: 'none',
  competition: false,
}))

/**
 * Rows that came over three years have been cleaned and written to disk long ago; those that came
 * in
 * a minute would be, by the database on its own, while it is measured.
 */
async function settled(admin: string, database: string): Promise<void> {
  const url = new URL(admin)
  url.pathname = `/${database}`
  const q = new Client({ connectionString: url.href })
  await q.connect()
  try {
    await q.query('VACUUM (FREEZE, ANALYZE)')
    await q.query('CHECKPOINT')
  } finally {
    await q.end()
  }
}

/**
 * A hall of some athletes with three years behind them: tests by the fortnight, sets in all. Made
 * by the database itself: it is 2 million rows.
 */
export async function makeHall(
  admin: string,
  database: string,
  today: string,
  athletes: number,
  sets: number,
): Promise<LargeHall> {
  await dropDatabase(admin, database)
  const urls = await ensureDatabase(admin, database, PASSWORDS)
  await migrate(urls.owner)
  const app = await openApp(urls.app)
  const ids = { hallId: v7(), accountId: v7() }
  await createHall(
    app,
    {
      ...ids,
      hallName: 'Quayside Hall',
      timeZone: 'Europe/London',
      name: 'Ruth Amsel',
      ...SIGN_IN,
    },
    new Date('2023-09-01T10:00:00Z'),
  )
  await app.destroy()
  const q = new Client({ connectionString: urls.owner })
  await q.connect()
  try {
    const row = `'${ids.hallId}'::uuid, 'coach', '${ids.accountId}'::uuid`
    const cols = 'id, hall_id, actor_kind, actor_id'
    const fill = (sql: string, values: unknown[] = []) => q.query(sql, values)
    await fill(
      `INSERT INTO athlete (${cols}, recorded_at, name, birth_date, sex_for_norms, dominant_hand,
        level, skin, note, updated_at)
      SELECT gen_random_uuid(), ${row}, now(), 'Athlete ' || lpad(i::text, 4, '0'), '1995-05-01',
        CASE WHEN i % 2 = 0 THEN 'male' ELSE 'female' END, 'right', 'trained', 'normal', '', now()
        FROM generate_series(1, $1) i`,
      [athletes],
    )
    await fill(
      `INSERT INTO demand_version (${cols}, recorded_at, athlete_id, sources, edits, since, reason)
        SELECT gen_random_uuid(), ${row}, now(), id, '[{"id":"boxer","weight":1}]', '[]',
        '2023-09-01', '' FROM athlete`,
    )
    await fill(
      `INSERT INTO body_measurement (${cols}, recorded_at, athlete_id, measure, hand, value,
        entered_value, entered_unit, measured_on)
        SELECT gen_random_uuid(), ${row}, now(), id, 'body_mass', 'both', 70, 70, 'kg', '2026-09-01'
        FROM athlete`,
    )
    await fill(
      `INSERT INTO health_answer (${cols}, recorded_at, athlete_id, answered_on, yes, complete)
        SELECT gen_random_uuid(), ${row}, now(), id, $1::date - 10, '[]', true FROM athlete`,
      [today],
    )
    await fill(
      `INSERT INTO experience_entry (${cols}, recorded_at, athlete_id, quality, family, weeks,
        origin, entered_on) SELECT gen_random_uuid(), ${row}, now(), a.id, x, NULL, 120, 'diary',
        '2026-01-01' FROM athlete a, unnest($1::text[]) x`,
      [['close', 'pinch', 'support', 'wrist_flex', 'wrist_ext', 'finger_ext', 'hang', 'carry']],
    )
    const unit = must(
      (
        await q.query<{ unit: string; measurement: string }>(
          `SELECT u.id AS unit, m.id AS measurement FROM implement_unit u
          JOIN implement_measurement m ON m.unit_id = u.id WHERE u.kind = 'dyno'`,
        )
      ).rows[0],
    )
    await fill(
      `INSERT INTO test_session (${cols}, recorded_at, athlete_id, protocol_id, protocol_version,
        protocol_params, unit_id, measurement_id, variant, performed_at, performed_on, conditions,
        practice)
      SELECT gen_random_uuid(), ${row}, now(), a.id, 'dyno_seated', 1, '{}', $1, $2,
        '{"position":"2"}', ($3::date - 21 * k)::timestamptz + interval '10 hours',
        $3::date - 21 * k, '{}', false FROM athlete a, generate_series(0, 51) k`,
      [unit.unit, unit.measurement, today],
    )
    await fill(
      `INSERT INTO trial (${cols}, recorded_at, session_id, hand, ordinal, value, entered_value,
        entered_unit)
      SELECT gen_random_uuid(), ${row}, now(), x.id, x.h, x.n, x.v, x.v / 9.80665, 'kg'
        FROM (SELECT s.id, h, n, 380 + 40 * random() AS v
        FROM test_session s, unnest('{left,right}'::text[]) h, generate_series(1, 3) n
        WHERE s.performed_on < $1::date) x`,
      [today],
    )
    await fill(
      `INSERT INTO plan_version (${cols}, recorded_at, athlete_id, week_start, frame, blocks,
        reason) SELECT overlay(gen_random_uuid()::text placing '7' from 15)::uuid, ${row}, now(),
        a.id, date_trunc('week', $1::date)::date - 7 * w, $2, $3, ''
        FROM athlete a, generate_series(0, 3) w`,
      [today, JSON.stringify(FRAME), JSON.stringify(BLOCKS)],
    )
    const each = Math.floor(sets / athletes)
    await fill(
      `INSERT INTO set_log (${cols}, recorded_at, athlete_id, plan_version_id, block_id,
        exercise_id, done_on, hand, set_no, load_kg, entered_load, entered_unit, seconds, ended,
        pain)
      SELECT gen_random_uuid(), ${row}, now(), p.athlete_id, p.id, gen_random_uuid(),
        (ARRAY['pinch_max','carry_one','wrist_curl','ext_band'])[1 + (i / 8) % 4],
        $1::date - 1 - (i * 1090 / $2), CASE WHEN i % 2 = 0 THEN 'left' ELSE 'right' END,
        1 + (i % 8) / 2, 20, 20, 'kg', 10, 'done', CASE WHEN i % 40 = 0 THEN 2 END
      FROM (SELECT DISTINCT ON (athlete_id) athlete_id, id FROM plan_version
        ORDER BY athlete_id, week_start DESC) p, generate_series(0, $2 - 1) i`,
      [today, each],
    )
    await settled(admin, database)
    const list = async (sql: string) => (await q.query<{ id: string }>(sql)).rows.map((r) => r.id)
    return {
      athletes: await list('SELECT id FROM athlete ORDER BY name'),
      sessions: await list(
        `SELECT s.id FROM test_session s JOIN athlete a ON a.id = s.athlete_id
          WHERE performed_on = '${today}' ORDER BY a.name`,
      ),
      plans: await list(
        `SELECT id FROM (SELECT DISTINCT ON (a.name) a.name, p.id FROM plan_version p
          JOIN athlete a ON a.id = p.athlete_id ORDER BY a.name, p.week_start DESC) x
          ORDER BY name`,
      ),
      unitId: unit.unit,
      hallId: ids.hallId,
    }
  } finally {
    await q.end()
  }
}
