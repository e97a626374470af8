import { randomBytes } from 'node:crypto'
import { Client } from 'pg'
import { v7 } from 'uuid'
import { expect, it } from 'vitest'
import { dropDatabase, ensureDatabase } from '../src/db/bootstrap'
import { migrate } from '../src/db/source'

it(
  'from the release before: sports become demands, units stand in the hall, every ' +
    'measurement begins its own series',
  async () => {
    const admin = process.env['MANO_PG_ADMIN_URL']!
    const database = `m_${randomBytes(6).toString('hex')}`
    const urls = await ensureDatabase(admin, database, { owner: 'test-owner', app: 'test-app' })
    await migrate(urls.owner, 2)
    const q = new Client({ connectionString: urls.owner })
    await q.connect()
    try {
      const [hall, athlete, sport, unit, measurement] = [v7(), v7(), v7(), v7(), v7()]
      const row = `hall_id, actor_kind, recorded_at`
      await q.query(
        `INSERT INTO hall (id, name, time_zone, created_at) VALUES ($1, 'Old Hall', ` +
          `'Europe/London', now())`,
        [hall],
      )
      await q.query(
        `INSERT INTO athlete (id, ${row}, name, level, updated_at) VALUES ($1, $2, ` +
          `'coach', now(), 'Rui', 'trained', now())`,
        [athlete, hall],
      )
      await q.query(
        `INSERT INTO athlete_sport (id, ${row}, athlete_id, sport_id, sport_version, ` +
          `since) VALUES ($1, $2, 'coach', now(), $3, 'boxer', 1, '2026-10-01')`,
        [sport, hall, athlete],
      )
      await q.query(
        `INSERT INTO implement_unit (id, ${row}, kind, label) VALUES ($1, $2, 'coach', ` +
          `now(), 'bar', 'Bar 1')`,
        [unit, hall],
      )
      await q.query(
        `INSERT INTO implement_measurement (id, ${row}, unit_id, size_mm, entered_value, ` +
          `entered_unit, measured_on) VALUES ($1, $2, 'coach', now(), $3, 29, 29, 'mm', ` +
          `'2026-10-01')`,
        [measurement, hall, unit],
      )
      await migrate(urls.owner)
      expect(
        (await q.query('SELECT id, athlete_id, sources, edits, since::text FROM demand_version'))
          .rows,
      ).toEqual([
        {
          id: sport,
          athlete_id: athlete,
          sources: [{ id: 'boxer', weight: 1 }],
          edits: [],
          since: '2026-10-01',
        },
      ])
      expect(
        (
          await q.query(
            'SELECT p.kind, m.series_id FROM implement_unit u JOIN place p ON p.id = ' +
              'u.place_id JOIN implement_measurement m ON m.unit_id = u.id',
          )
        ).rows,
      ).toEqual([{ kind: 'hall', series_id: measurement }])
      expect(
        (await q.query('SELECT kind FROM place ORDER BY kind')).rows.map(
          (p: { kind: string }) => p.kind,
        ),
      ).toEqual(['bag', 'hall', 'home'])
    } finally {
      await q.end()
      await dropDatabase(admin, database)
    }
  },
)

it(
  'from the release before gates: consent with a name stays a fact, a bare tick is none, ' +
    'and a known pressure counts while the questions are due',
  async () => {
    const admin = process.env['MANO_PG_ADMIN_URL']!
    const database = `m_${randomBytes(6).toString('hex')}`
    const urls = await ensureDatabase(admin, database, { owner: 'test-owner', app: 'test-app' })
    await migrate(urls.owner, 11)
    const q = new Client({ connectionString: urls.owner })
    await q.connect()
    try {
      const [hall, named, ticked] = [v7(), v7(), v7()]
      await q.query(
        `INSERT INTO hall (id, name, time_zone, created_at) VALUES ($1, 'Old Hall', ` +
          `'Europe/London', now())`,
        [hall],
      )
      const add = (id: string, name: string, note: string, flags: string) =>
        q.query(
          'INSERT INTO athlete (id, hall_id, actor_kind, recorded_at, name, level, ' +
            `updated_at, guardian_consent, consent_note, health_flags) VALUES ($1, $2, ` +
            `'coach', now(), $3, 'trained', '2026-11-20T12:00:00Z', true, $4, $5)`,
          [id, hall, name, note, flags],
        )
      await add(
        named,
        'Sunniva',
        'Mother, in writing',
        '["blood_pressure", "restriction_supervised"]',
      )
      await add(ticked, 'Rui', ' ', '[]')
      const [injury, clearance] = [v7(), v7()]
      await q.query(
        'INSERT INTO injury (id, hall_id, actor_kind, recorded_at, athlete_id, site, side, ' +
          `status) VALUES ($1, $2, 'coach', now(), $3, 'thumb', 'left', 'active')`,
        [injury, hall, named],
      )
      await q.query(
        'INSERT INTO clearance (id, hall_id, actor_kind, recorded_at, athlete_id, ' +
          `injury_id, cleared_by, cleared_on) VALUES ($1, $2, 'coach', now(), $3, $4, ` +
          `'clinic', '2026-11-20')`,
        [clearance, hall, named, injury],
      )
      await migrate(urls.owner)
      expect((await q.query('SELECT name, guardian FROM athlete ORDER BY name')).rows).toEqual([
        { name: 'Rui', guardian: null },
        {
          name: 'Sunniva',
          guardian: { by: 'Mother, in writing', relation: 'as noted', on: '2026-11-20' },
        },
      ])
      expect((await q.query('SELECT athlete_id, yes, complete FROM health_answer')).rows).toEqual([
        { athlete_id: named, yes: ['blood_pressure'], complete: false },
      ])
      expect((await q.query('SELECT cleared_by, allows, until FROM clearance')).rows).toEqual([
        { cleared_by: 'clinic', allows: 'all', until: null },
      ])
    } finally {
      await q.end()
      await dropDatabase(admin, database)
    }
  },
)
