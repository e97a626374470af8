import { Client } from 'pg'
import { v7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { dropDatabase, ensureDatabase } from '../src/db/bootstrap'
import { ENTITIES } from '../src/db/entities'
import { readInHall } from '../src/db/hall'
import { migrate } from '../src/db/source'
import { addAthlete, hall, rig, tested, type Rig, type Staff } from './hall'
import { PASSWORDS } from './passwords'

let r: Rig
let own: Staff
let app: Client
let owner: Client

beforeAll(async () => {
  r = await rig()
  own = await hall(r, 'ruth')
  app = new Client({ connectionString: r.urls.app })
  owner = new Client({ connectionString: r.urls.owner })
  await app.connect()
  await owner.connect()
})
afterAll(async () => {
  await app.end()
  await owner.end()
  await r.close()
})

const tables = async () =>
  (
    await owner.query(
      `SELECT c.relname AS name, c.relrowsecurity AS fenced, a.attname IS NOT NULL AS has_hall
        FROM pg_class c LEFT JOIN pg_attribute a ON a.attrelid = c.oid AND a.attname = 'hall_id'
        WHERE c.relkind = 'r' AND c.relnamespace = 'public'::regnamespace`,
    )
  ).rows as { name: string; fenced: boolean; has_hall: boolean }[]

describe('roles', () => {
  it('the app is no superuser, cannot bypass the fence and owns nothing', async () => {
    const { rows } = await owner.query(
      `SELECT rolsuper, rolbypassrls, rolcreaterole, rolcreatedb FROM pg_roles
        WHERE rolname = 'mano_app'`,
    )
    expect(rows).toEqual([
      { rolsuper: false, rolbypassrls: false, rolcreaterole: false, rolcreatedb: false },
    ])
    const owned = await owner.query(
      `SELECT relname FROM pg_class WHERE relowner = (SELECT oid FROM pg_roles
        WHERE rolname = 'mano_app')`,
    )
    expect(owned.rows).toEqual([])
  })
  it(
    'every table but the sessions, the migrations and the halls carries the hall and is ' +
      'fenced',
    async () => {
      for (const t of await tables()) {
        if (['session', 'migrations'].includes(t.name)) continue
        expect(t.fenced, t.name).toBe(true)
        expect(t.has_hall || t.name === 'hall', t.name).toBe(true)
      }
    },
  )
  it('without a hall nothing is seen, with one only its own', async () => {
    await addAthlete(own.agent)
    expect((await app.query('SELECT * FROM athlete')).rows).toEqual([])
    await app.query('BEGIN')
    await app.query(`SELECT set_config('mano.hall', $1, true)`, [own.hallId])
    expect((await app.query('SELECT * FROM athlete')).rowCount).toBe(1)
    await expect(
      app.query(
        `INSERT INTO athlete (id, hall_id, actor_kind, recorded_at, name, level, updated_at)
          VALUES ($1, $2, 'coach', now(), 'X', 'trained', now())`,
        [v7(), v7()],
      ),
    ).rejects.toThrow('row-level security')
    await app.query('ROLLBACK')
  })
})

describe('what was measured stays', () => {
  it.each([
    'trial',
    'trial_mark',
    'test_session',
    'observation',
    'body_measurement',
    'injury',
    'implement_measurement',
    'test_import',
    'clearance',
    'demand_version',
    'hall_sport',
    'athlete_event',
    'training_week',
    'outcome',
    'athlete_change',
    'place',
    'implement_check',
    'wrap_gap',
    'kit_price',
    'reference_note',
  ])('the app may not change or delete a row of %s', async (table) => {
    await expect(app.query(`UPDATE ${table} SET recorded_at = now()`)).rejects.toThrow(
      'permission denied',
    )
    await expect(app.query(`DELETE FROM ${table}`)).rejects.toThrow('permission denied')
  })
  it('the database itself refuses what must never be', async () => {
    const athleteId = await addAthlete(own.agent)
    const { sessionId } = await tested(own.agent, athleteId)
    const insert = (values: string) =>
      owner.query(
        `INSERT INTO trial (id, hall_id, actor_kind, recorded_at, session_id, hand, ordinal, value,
          entered_value, entered_unit, pain) VALUES ('${v7()}', '${own.hallId}', 'coach', now(),
          '${sessionId}', ${values})`,
      )
    await expect(insert(`'left', 9, -1, 1, 'kg', null`)).rejects.toThrow('trial_value_check')
    await expect(insert(`'middle', 9, 1, 1, 'kg', null`)).rejects.toThrow('trial_hand_check')
    await expect(insert(`'left', 9, 1, 1, 'kg', 11`)).rejects.toThrow('trial_pain_check')
    await expect(insert(`'left', 1, 1, 1, 'kg', null`)).rejects.toThrow('trial_once')
  })
})

describe('schema', () => {
  it('migrating again does nothing', async () => expect(await migrate(r.urls.owner)).toEqual([]))
  it('every column the code names is there, of its type and nullability', async () => {
    const { rows } = await owner.query(
      `SELECT table_name, column_name, data_type, is_nullable FROM information_schema.columns
        WHERE table_schema = 'public'`,
    )
    const there = new Map(
      (
        rows as {
          table_name: string
          column_name: string
          data_type: string
          is_nullable: string
        }[]
      ).map((c) => [`${c.table_name}.${c.column_name}`, c]),
    )
    const types: Record<string, string> = { timestamptz: 'timestamp with time zone' }
    for (const { options } of ENTITIES)
      for (const column of Object.values(options.columns) as {
        name: string
        type: string
        nullable?: boolean
      }[]) {
        const found = there.get(`${options.tableName}.${column.name}`)
        expect(found, `${options.tableName}.${column.name}`).toBeDefined()
        expect(found!.data_type).toBe(types[column.type] ?? column.type)
        if (options.type !== 'view')
          expect(found!.is_nullable, `${options.tableName}.${column.name}`).toBe(
            column.nullable ? 'YES' : 'NO',
          )
      }
  })
})

describe('a database that goes', () => {
  it('lets a connection that is just being closed close first: it raises no error', async () => {
    const database = `t_gone_${v7().slice(-8)}`
    const urls = await ensureDatabase(r.admin, database, PASSWORDS)
    const closing = new Client({ connectionString: urls.app })
    const errors: unknown[] = []
    closing.on('error', (e) => errors.push(e))
    await closing.connect()
    setTimeout(() => void closing.end(), 250)
    await dropDatabase(r.admin, database)
    expect(errors).toEqual([])
  })
})

describe('what is read in one message', () => {
  const read = (hallId: string, values: readonly (string | number | null)[]) =>
    readInHall<{ text: string | null; n: number }>(
      r.app,
      hallId,
      'SELECT $1::text AS text, (SELECT count(*)::int FROM athlete WHERE name LIKE $1) AS n',
      values,
    )

  it('is of one hall, and leaves the connection to none', async () => {
    const other = await hall(r, 'other')
    const name = 'Only here'
    await addAthlete(own.agent, { name })
    expect(await read(own.hallId, [name])).toEqual([{ text: name, n: 1 }])
    expect(await read(other.hallId, [name])).toEqual([{ text: name, n: 0 }])
    expect(await r.app.query('SELECT count(*)::int AS n FROM athlete')).toEqual([{ n: 0 }])
  })
  it.each([`' OR true --`, `\\'; DROP TABLE athlete; --`, '$1 $2', `"Ö\\n"`, ''])(
    'takes %j for a text',
    async (text) => {
      expect(await read(own.hallId, [text])).toEqual([{ text, n: 0 }])
    },
  )
  it('knows nothing from a text, and refuses a hall that is no id', async () => {
    expect((await read(own.hallId, [null]))[0]?.text).toBeNull()
    await expect(read(`' OR true --`, ['x'])).rejects.toThrow('not an id')
  })
  it('goes on after a statement that failed', async () => {
    const wrong = () => readInHall(r.app, own.hallId, 'SELECT 1 / $1::int AS n', [0])
    await expect(wrong()).rejects.toThrow('division')
    await expect(wrong()).rejects.toThrow('division')
    expect(await read(own.hallId, ['x'])).toHaveLength(1)
  })
})
