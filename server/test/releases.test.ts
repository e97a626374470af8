import { createHash, randomBytes } from 'node:crypto'
import { readdirSync, readFileSync } from 'node:fs'
import { Client, Pool } from 'pg'
import { describe, expect, it } from 'vitest'
import { athleteOf, type AthleteWire } from '@mano/contract/wire'
import type { SessionView } from '@mano/contract/tests'
import type { PlanView } from '@mano/contract/plan'
import { buildApp } from '../src/app'
import { dropDatabase, ensureDatabase } from '../src/db/bootstrap'
import { migrate, MIGRATIONS, openApp } from '../src/db/source'
import { NOW, rosterOf, signIn, type Rig } from './hall'

const folder = new URL('releases/', import.meta.url)
const migrations = new URL('../src/db/migrations/', import.meta.url)
const read = (url: URL) => readFileSync(url, 'utf8')

describe('data of an earlier release', () => {
  it.each(readdirSync(folder))(
    '%s opens with this one: athletes, tests, plans and sets are there, and pages answer',
    async (name) => {
      const admin = process.env['MANO_PG_ADMIN_URL']!
      const database = `r_${randomBytes(6).toString('hex')}`
      const urls = await ensureDatabase(admin, database, { owner: 'test-owner', app: 'test-app' })
      const owner = new Client({ connectionString: urls.owner })
      await owner.connect()
      await owner.query(read(new URL(name, folder)))
      await owner.end()
      await migrate(urls.owner)
      const app = await openApp(urls.app)
      const pool = new Pool({ connectionString: urls.app, max: 2 })
      const server = buildApp({
        app,
        clock: () => new Date(NOW),
        pool,
        sheds: false,
        sessionSecret: 'test',
        webRoot: null,
      })
      const agent = await signIn({ server } as Rig, 'ruth')
      const roster = await rosterOf(agent)
      expect(roster.map((r) => r.name).sort()).toEqual(['Ann Tolley', 'Rui Castellane'])
      for (const { id } of roster) {
        expect(
          ((await agent.get(`/api/athletes/${id}/tests`).expect(200)).body as SessionView[]).map(
            (s) => s.trials.length,
          ),
        ).toEqual([6])
        await agent.get(`/api/athletes/${id}/review?from=2026-10-01&to=2026-11-25`).expect(200)
      }
      const ann = roster.find((r) => r.name === 'Ann Tolley')!
      expect(
        ((await agent.get(`/api/athletes/${ann.id}/plan`).expect(200)).body as PlanView).versions,
      ).toHaveLength(1)
      expect(
        athleteOf((await agent.get(`/api/athletes/${ann.id}`).expect(200)).body as AthleteWire)
          .history.logs,
      ).toMatchObject([{ exerciseId: 'wrist_curl', reps: 12 }])
      await agent.get('/api/templates').expect(200)
      await pool.end()
      await app.destroy()
      await dropDatabase(admin, database)
    },
    60_000,
  )
})

/**
 * What each migration said when it landed, by a checksum. A new one adds a line here once it has;
 * none is ever changed.
 */
const FROZEN: Readonly<Record<string, string>> = JSON.parse(
  read(new URL('frozen.json', import.meta.url)),
) as Record<string, string>

/** Without remarks, blanks and kinds of quotes: how it is written may change, what it does not. */
const saidBy = (text: string): string =>
  text
    .replace(/\/\*[\s\S]*?\*\//g, '')
    .replace(/^\s*--.*$/gm, '')
    .replace(/["`]/g, "'")
    .replace(/\\'/g, "'")
    .replace(/\s+/g, '')
    .replace(/,(?=[)\]}])/g, '')

describe('migrations', () => {
  it('that have landed are as they were: data was written by that text', () => {
    const now = Object.fromEntries(
      readdirSync(migrations)
        .sort()
        .map((f) => [
          f,
          createHash('sha256')
            .update(saidBy(read(new URL(f, migrations))))
            .digest('hex'),
        ]),
    )
    expect(now).toEqual(FROZEN)
  })
  it('a word that changes is noticed, a line that is broken is not', () => {
    const text = "await q.query('ALTER TABLE set_log ADD COLUMN x text, ADD COLUMN y text')"
    expect(saidBy(text.replace(', ADD', ',\n      ADD'))).toBe(saidBy(text))
    expect(saidBy(text.replace('y text', 'y int'))).not.toBe(saidBy(text))
    expect(saidBy(text.replace('ADD COLUMN x text,', ''))).not.toBe(saidBy(text))
  })
  it('each has a number of its own, and a mended one comes before what needs it', () => {
    const numbers = MIGRATIONS.map((m) => Number(m.name.slice(-13)))
    expect(new Set(numbers).size).toBe(MIGRATIONS.length)
  })
})
