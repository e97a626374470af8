import { Client } from 'pg'
import type { SeenView, AthleteName, AthleteView } from '@mano/contract/athletes'
import { exportLines } from '../src/transfer/export'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { inHall } from '../src/db/hall'
import { summedTests } from '../src/db/summed'
import type { RetentionView, TrailView } from '@mano/contract/retention'
import { addAthlete, hall, PASSWORD, signIn, tested, type Rig } from './hall'
import { demoRig } from './demoHall'

type Agent = Awaited<ReturnType<typeof signIn>>
let r: Rig
let coach: Agent
let owner: Client
let hallId: string
let dov: AthleteName

const PROTOCOLS = ['dyno_seated', 'lift_max', 'hang_time', 'spring_bracket', 'key_pinch']
/** Every row of every table as text, with its table. */
async function everything(): Promise<[string, string][]> {
  const { rows } = (await owner.query(
    `SELECT table_schema || '.' || table_name AS t FROM information_schema.tables
      WHERE table_type = 'BASE TABLE' AND table_schema NOT IN ('pg_catalog', 'information_schema')`,
  )) as { rows: { t: string }[] }
  const out: [string, string][] = []
  for (const { t } of rows)
    for (const x of (await owner.query(`SELECT x::text AS row FROM ${t} x`)).rows as {
      row: string
    }[])
      out.push([t, x.row])
  return out
}
const holding = async (words: readonly string[]): Promise<string[]> =>
  (await everything())
    .filter(([, row]) => words.some((w) => row.toLowerCase().includes(w.toLowerCase())))
    .map(([t]) => t)
const others = () =>
  inHall(r.app, hallId, async (em) =>
    (await summedTests(em, PROTOCOLS, { than: dov.id, most: 40 }))
      .map((t) => JSON.stringify(t))
      .sort(),
  )

beforeAll(async () => {
  ;({ r, coach } = await demoRig())
  owner = new Client({ connectionString: r.urls.owner })
  await owner.connect()
  const names = (await coach.get('/api/athletes/names').expect(200)).body as AthleteName[]
  dov = names.find((a) => a.name === 'Dov Hartigan')!
  hallId = ((await owner.query('SELECT id FROM hall')).rows as { id: string }[])[0]!.id
}, 120_000)
afterAll(async () => {
  await owner.end()
  await r.close()
})

describe('what an athlete may ask', () => {
  it('who saw the health answers: each who opened the page, a day each', async () => {
    await coach.get(`/api/athletes/${dov.id}`).expect(200)
    await coach.get(`/api/athletes/${dov.id}`).expect(200)
    const seen = (await coach.get(`/api/athletes/${dov.id}/seen`).expect(200)).body as SeenView[]
    expect(seen).toMatchObject([{ by: 'Ruth Amsel', days: 1 }])
  })
  it('an act nobody signed for is not called the athlete\u2019s', async () => {
    const trail = (await coach.get('/api/health-trail').expect(200)).body as TrailView[]
    const changed = trail.filter((t) => t.did === 'changed')
    expect(changed.length).toBeGreaterThan(0)
    expect(changed.map((t) => t.by)).not.toContain('the athlete')
  })
  it('everything on record, and nothing of anybody else', async () => {
    const text = (await coach.get(`/api/athletes/${dov.id}/record`).expect(200)).text
    const record = JSON.parse(text) as { tables: Record<string, { athlete_id?: string }[]> }
    for (const t of [
      'athlete',
      'test_session',
      'trial',
      'set_log',
      'plan_version',
      'health_answer',
    ])
      expect(record.tables[t]?.length, t).toBeGreaterThan(0)
    for (const rows of Object.values(record.tables))
      for (const row of rows) expect(row.athlete_id ?? dov.id).toBe(dov.id)
    expect(text).not.toContain('Kaya')
    expect(text).not.toContain('argon2')
  })
  it(
    'that it goes: no name, birth date or note is left anywhere; results of others are ' +
      'unchanged',
    async () => {
      const { birthDate } = (await coach.get(`/api/athletes/${dov.id}`).expect(200))
        .body as AthleteView
      const said = 'prefers the left bench by the window'
      await owner.query('UPDATE test_session SET note = $2 WHERE athlete_id = $1', [dov.id, said])
      const words = ['Hartigan', birthDate!, said]
      expect((await holding(words)).length).toBeGreaterThan(2)
      const before = await others()
      const refused = await coach
        .post(`/api/athletes/${dov.id}/erase`)
        .send({ name: 'Dov Hartley' })
        .expect(400)
      expect(JSON.stringify(refused.body)).toContain('Write the name exactly')
      const gone = await coach.post(`/api/athletes/${dov.id}/erase`).send({ name: 'dov hartigan' })
      expect([gone.status, gone.body]).toEqual([204, {}])
      expect(await holding(words)).toEqual([])
      expect(await others()).toEqual(before)
      // What stays: results without who it was.
      const [left] = (
        await owner.query(
          `SELECT (SELECT count(*)::int FROM trial t JOIN test_session s ON s.id = t.session_id
          WHERE s.athlete_id = $1) AS trials, (SELECT count(*)::int FROM injury
          WHERE athlete_id = $1) AS injuries, (SELECT count(*)::int FROM set_log
          WHERE athlete_id = $1) AS sets`,
          [dov.id],
        )
      ).rows as { trials: number; injuries: number; sets: number }[]
      expect(left).toMatchObject({ injuries: 0, sets: 0 })
      expect(left!.trials).toBeGreaterThan(0)
      const file: string[] = []
      await inHall(r.app, hallId, async (em) => {
        for await (const line of exportLines(em)) file.push(line)
      })
      for (const w of words) expect(file.join('').toLowerCase()).not.toContain(w.toLowerCase())
    },
  )
  it('and is nowhere afterwards: no page, no list, no way back', async () => {
    await coach.get(`/api/athletes/${dov.id}`).expect(404)
    await coach.get(`/api/athletes/${dov.id}/record`).expect(404)
    await coach
      .put(`/api/athletes/${dov.id}/archive`)
      .send({ archived: false, reason: '' })
      .expect(404)
    await coach.post(`/api/athletes/${dov.id}/erase`).send({ name: 'Erased' }).expect(404)
    const names = (await coach.get('/api/athletes/names').expect(200)).body as AthleteName[]
    expect(names.map((a) => a.id)).not.toContain(dov.id)
    expect((await coach.get('/api/archive').expect(200)).body).toEqual([])
    const squad = await coach.get('/api/squad?protocol=dyno_seated').expect(200)
    expect(JSON.stringify(squad.body)).not.toContain(dov.id)
  })
})

describe('how long records are kept', () => {
  it(
    'a number of years shows who is over before it is set; only they are erased, by the ' + 'owner',
    async () => {
      const own = await hall(r, 'retain')
      const at = r.now.at
      r.now.at = '2014-03-01T10:00:00.000Z'
      const [old, back] = [
        await addAthlete(own.agent, { name: 'Oda Quill' }),
        await addAthlete(own.agent, { name: 'Bran Fell' }),
      ]
      r.now.at = at
      const fresh = await addAthlete(own.agent, { name: 'Nia Pike' })
      // Somebody of long ago who was tested again is not over.
      await tested(own.agent, back)
      const over = async (query = '') =>
        (await own.agent.get(`/api/retention${query}`).expect(200)).body as RetentionView
      expect(await over()).toMatchObject({ keepYears: null, over: [] })
      expect((await over('?years=10')).over).toEqual([
        { id: old, name: 'Oda Quill', last: '2014-03-01', away: null },
      ])
      expect((await over('?years=20')).over).toEqual([])
      const erase = (...athletes: string[]) =>
        own.agent.post('/api/retention/erase').send({ athletes })
      // Looked at is not set.
      expect((await erase(old)).body).toMatchObject({ status: 409 })
      const { version } = await over()
      await own.agent.put('/api/retention').send({ version, keepYears: 10 }).expect(200)
      await own.agent
        .put('/api/retention')
        .send({ version: version + 9, keepYears: 11 })
        .expect(409)
      await erase(old, fresh).expect(409)
      await own.agent.get(`/api/athletes/${old}`).expect(200)
      await erase(old).expect(204)
      await own.agent.get(`/api/athletes/${old}`).expect(404)
      await own.agent.get(`/api/athletes/${back}`).expect(200)
      expect((await over()).over).toEqual([])
      // And without a limit again.
      const now = (await over()).version
      await own.agent.put('/api/retention').send({ version: now, keepYears: null }).expect(200)
      expect(await over()).toMatchObject({ keepYears: null })
      expect(await holding(['Oda Quill'])).toEqual([])
    },
  )
  it('the owner reads who saw and who changed health records; nobody below does', async () => {
    const own = await hall(r, 'trail')
    const id = await addAthlete(own.agent, { name: 'Ivo Marsh' })
    await own.agent.get(`/api/athletes/${id}`).expect(200)
    await own.agent
      .post(`/api/athletes/${id}/health`)
      .send({ id: '019f0000-0000-7000-8000-00000000bb01', yes: [] })
      .expect(201)
    const trail = (await own.agent.get('/api/health-trail').expect(200)).body as TrailView[]
    expect(trail).toEqual(
      expect.arrayContaining([
        expect.objectContaining({ by: 'trail', did: 'saw', athlete: 'Ivo Marsh' }),
        expect.objectContaining({ by: 'trail', did: 'changed', what: 'health answers' }),
      ]),
    )
    await own.agent
      .post('/api/people')
      .send({
        id: '019f0000-0000-7000-8000-00000000bb02',
        name: 'Coach',
        login: 'trailcoach',
        password: PASSWORD,
        role: 'coach',
      })
      .expect(201)
    const coach = await signIn(r, 'trailcoach')
    for (const url of ['/api/health-trail', '/api/retention', `/api/athletes/${id}/seen`])
      await coach.get(url).expect(403)
  })
})

it('an assistant erases nobody, takes nobody out, and is not told who looked', async () => {
  const other = await hall(r, 'cass')
  const id = await addAthlete(other.agent)
  await other.agent
    .post('/api/people')
    .send({
      id: '019f0000-0000-7000-8000-00000000aa01',
      name: 'Ola Reyes-Lund',
      login: 'ola2',
      password: PASSWORD,
      role: 'assistant',
    })
    .expect(201)
  const assistant = await signIn(r, 'ola2')
  await assistant.post(`/api/athletes/${id}/erase`).send({ name: 'x' }).expect(403)
  await assistant.get(`/api/athletes/${id}/record`).expect(403)
  await assistant.get(`/api/athletes/${id}/seen`).expect(403)
})
