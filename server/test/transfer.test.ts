import { execFileSync } from 'node:child_process'
import readXlsx from 'read-excel-file/node'
import request from 'supertest'
import { v7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { DEMO_SIGN_IN, loadDemo } from '../src/demo/load'
import { hallSchema, type HallFile } from '../src/transfer/file'
import { addAthlete, hall, importFile, jobDone, PASSWORD, rig, signIn, tested, type Agent, type Rig } from './hall'
import type { ImportReply } from '@mano/contract/tests'

/** One spelling of a file: keys in order, lists as they are. */
const sorted = (v: unknown): unknown => (Array.isArray(v) ? v.map(sorted) : v && typeof v === 'object' ? Object.fromEntries(Object.entries(v).sort(([a], [b]) => (a < b ? -1 : 1)).map(([k, x]) => [k, sorted(x)])) : v)
const spelt = (file: unknown): string => JSON.stringify(sorted(file))

let demo: Rig
let coach: Agent
let file: HallFile
beforeAll(async () => {
  demo = await rig()
  await loadDemo(demo.app, new Date(demo.now.at))
  coach = await signIn(demo, DEMO_SIGN_IN.login, DEMO_SIGN_IN.password)
  file = (await coach.get('/api/export/hall').expect(200)).body as HallFile
}, 60_000)
afterAll(() => demo.close())

describe('a hall\'s file', () => {
  it('makes an empty installation the same hall: exported again it is equal, byte for byte after key sort', async () => {
    const empty = await rig()
    const agent = request.agent(empty.server)
    await agent.post('/api/installation/file').send({ file, login: DEMO_SIGN_IN.login, password: PASSWORD }).expect(201)
    expect(spelt((await agent.get('/api/export/hall').expect(200)).body)).toBe(spelt(file))
    expect(Object.values(file.tables).reduce((n, rows) => n + rows.length, 0)).toBeGreaterThan(2000)
    // Only the named coach has a password, and a hall that is there is not overwritten.
    await signIn(empty, DEMO_SIGN_IN.login, PASSWORD)
    await request(empty.server).post('/api/session').send({ login: DEMO_SIGN_IN.login, password: DEMO_SIGN_IN.password }).expect(401)
    await request(empty.server).post('/api/installation/file').send({ file, login: DEMO_SIGN_IN.login, password: PASSWORD }).expect(409)
    expect((await agent.get('/api/athletes').expect(200)).body).toEqual((await coach.get('/api/athletes').expect(200)).body)
    await empty.close()
  }, 60_000)
  it('with anything wrong leaves nothing behind and names it', async () => {
    const empty = await rig()
    const send = async (more: (f: HallFile) => unknown, login = DEMO_SIGN_IN.login) => { const r = await request(empty.server).post('/api/installation/file').send({ file: more(structuredClone(file)), login, password: PASSWORD }); return [r.status, (r.body as { errors?: { message: string }[] }).errors?.[0]?.message ?? ''] }
    expect(await send(() => ({ a: 1 }))).toEqual([400, 'This is not a file of a hall.'])
    expect(await send((f) => ({ ...f, version: 2 }))).toEqual([400, 'This file is of version 2; this installation reads version 1.'])
    expect(await send((f) => { f.tables['trial']![2]!['value'] = 'x'; return f })).toEqual([400, 'trial, row 3: value is not what it must be.'])
    expect(await send((f) => { delete f.tables['trial']![0]!['hand']; return f })).toEqual([400, 'trial, row 1: hand is missing.'])
    expect(await send((f) => { f.tables['trial']![0]!['colour'] = 'red'; return f })).toEqual([400, 'trial, row 1: the column "colour" is not known.'])
    expect(await send((f) => ({ ...f, tables: { ...f.tables, extra: [] } }))).toEqual([400, 'The table "extra" is not known.'])
    expect(await send((f) => f, 'nobody')).toEqual([400, 'No coach of this file signs in as "nobody".'])
    // A row that points nowhere is held by the database, and the whole file with it.
    expect((await send((f) => { f.tables['trial']![0]!['sessionId'] = v7(); return f }))[0]).toBe(404)
    expect((await request(empty.server).get('/api/installation').expect(200)).body).toEqual({ empty: true })
    await empty.close()
  }, 60_000)
  it('holds every column the database has, no secret, and fits its published schema', async () => {
    const columns = (await demo.app.query(`SELECT table_name || '.' || column_name AS c FROM information_schema.columns WHERE table_schema = 'public' AND column_name <> 'seq' AND table_name IN (SELECT table_name FROM information_schema.tables WHERE table_type = 'BASE TABLE' AND table_schema = 'public')`)) as { c: string }[]
    const left = ['session.', 'migrations.', 'athlete_link.', 'account.password_hash']
    const snake = (k: string) => k.replace(/[A-Z]/g, (x) => `_${x.toLowerCase()}`)
    const inFile = new Set(Object.entries(hallSchema(demo.app)['properties'] ? (hallSchema(demo.app) as { properties: { tables: { properties: Record<string, { items: { properties: object } }> } } }).properties.tables.properties : {}).flatMap(([t, x]) => Object.keys(x.items.properties).map((k) => `${t}.${snake(k)}`)))
    expect(columns.map((r) => r.c).filter((c) => !inFile.has(c) && !left.some((l) => c.startsWith(l)))).toEqual([])
    expect(JSON.stringify(file)).not.toContain('argon2')
    await expect(`${JSON.stringify(hallSchema(demo.app), null, 1)}\n`).toMatchFileSnapshot('../../docs/formats/hall-1.schema.json')
  })
})

describe('tables', () => {
  it('a workbook opens with another library and holds what the tables hold, typed', async () => {
    const reply = await coach.get('/api/export/workbook').buffer(true).parse((res, done) => { const parts: Buffer[] = []; res.on('data', (c: Buffer) => parts.push(c)); res.on('end', () => done(null, Buffer.concat(parts))) }).expect(200)
    const sheets = await readXlsx(reply.body as Buffer)
    expect(sheets.map((s) => s.sheet)).toEqual(['Athletes', 'Trials', 'Record book', 'Sets done', 'Plans', 'Body measures', 'Sport outcomes'])
    const trials = sheets[1]!.data
    const csv = (await coach.get('/api/export/table?name=trials').expect(200)).text
    expect(trials.length).toBe(csv.trim().split('\r\n').length)
    expect(typeof trials[1]![trials[0]!.indexOf('value')]).toBe('number')
    expect(sheets[2]!.data.length).toBeGreaterThan(10)
  }, 30_000)
  it('a cell that a spreadsheet would run goes out as text', async () => {
    const r = await rig()
    const own = await hall(r, 'ruth')
    await addAthlete(own.agent, { name: '=cmd|calc!A1' })
    await addAthlete(own.agent, { name: 'Petra Lomax', note: '+1-1' })
    const csv = (await own.agent.get('/api/export/table?name=athletes').expect(200)).text
    expect(csv).toContain("'=cmd|calc!A1")
    expect(csv).toContain("'+1-1")
    const sheets = await readXlsx(((await own.agent.get('/api/export/workbook').buffer(true).parse((res, done) => { const parts: Buffer[] = []; res.on('data', (c: Buffer) => parts.push(c)); res.on('end', () => done(null, Buffer.concat(parts))) })).body) as Buffer)
    expect(sheets[0]!.data.map((row) => row[0])).toEqual(['athlete', '=cmd|calc!A1', 'Petra Lomax'])
    await own.agent.get('/api/export/table?name=secrets').expect(404)
    await r.close()
  }, 30_000)
})

describe('a coach\'s own sheet', () => {
  const text = ['Name;Day;Grip L;Grip R', 'Rui Castellane;20.11.2026;36,5;41', 'Rui Castellane;20.11.2026;36,9;41,2'].join('\n')
  const mapping = { columns: { athlete: 'name', date: 'day' }, fixed: {}, results: [{ column: 'grip_l', protocolId: 'dyno_seated', hand: 'left', unit: 'kg' }, { column: 'grip_r', protocolId: 'dyno_seated', hand: 'right', unit: 'kg' }], dateOrder: 'dmy', names: {} }
  it('is read by its mapping, which is remembered; read again nothing is doubled', async () => {
    const r = await rig()
    const own = await hall(r, 'ruth')
    await addAthlete(own.agent)
    const body = () => ({ id: v7(), fileName: 'grip.csv', text, mapping, dryRun: false })
    expect(await importFile(own.agent, { ...body(), dryRun: true })).toMatchObject({ ok: true, trials: 4, tests: 1, importId: null })
    expect((await own.agent.get('/api/imports/mappings').expect(200)).body).toEqual([])
    expect(await importFile(own.agent, body())).toMatchObject({ ok: true, trials: 4 })
    expect((await own.agent.get('/api/imports/mappings').expect(200)).body).toMatchObject([{ mapping: { results: [{ column: 'grip_l' }, { column: 'grip_r' }] } }])
    expect(await importFile(own.agent, body())).toMatchObject({ ok: true, trials: 0, already: 4 })
    expect((await own.agent.post('/api/imports').send({ ...body(), mapping: { columns: [] } })).status).toBe(400)
    await r.close()
  })
  it('can be stopped: nothing of it is saved', async () => {
    const r = await rig()
    const own = await hall(r, 'ruth')
    const athleteId = await addAthlete(own.agent)
    const lines = Array.from({ length: 6000 }, (_, i) => `Rui Castellane;${1 + (i % 28)}.${1 + (i % 10)}.2025;${30 + (i % 90) / 10};40`)
    const { id } = (await own.agent.post('/api/imports').send({ id: v7(), fileName: 'long.csv', text: [text.split('\n')[0], ...lines].join('\n'), mapping, dryRun: false }).expect(202)).body as { id: string }
    await own.agent.post(`/api/jobs/${id}/stop`).expect(200)
    expect((await jobDone<ImportReply>(own.agent, id)).state).toBe('stopped')
    expect((await own.agent.get(`/api/athletes/${athleteId}/tests`).expect(200)).body).toEqual([])
    expect((await own.agent.get('/api/imports').expect(200)).body).toEqual([])
    await r.close()
  }, 30_000)
})

describe('the whole installation', () => {
  const bin = execFileSync('sh', ['-c', 'ls -d /usr/lib/postgresql/*/bin | sort -V | tail -1'], { encoding: 'utf8' }).trim()
  it('backed up, destroyed and restored gives the same export', async () => {
    const r = await rig()
    const own = await hall(r, 'ruth')
    const athleteId = await addAthlete(own.agent)
    await tested(own.agent, athleteId)
    const before = spelt((await own.agent.get('/api/export/hall').expect(200)).body)
    const database = new URL(r.urls.app).pathname.slice(1)
    const url = new URL(r.admin)
    url.pathname = `/${database}`
    const path = `/tmp/mano-test-${v7()}.backup`
    execFileSync(`${bin}/pg_dump`, ['--format=custom', '--dbname', url.href, '--exclude-table-data=session', '--file', path])
    await r.close()
    const env = { ...process.env, MANO_PG_ADMIN_URL: r.admin, MANO_DATABASE: database, MANO_OWNER_PASSWORD: 'test-owner', MANO_APP_PASSWORD: 'test-app', MANO_SESSION_SECRET: 'test' }
    const restore = (more: Record<string, string> = {}, from = path) => execFileSync('node', [new URL('../dist/restore.mjs', import.meta.url).pathname, from, `${bin}/pg_restore`], { env: { ...env, ...more }, stdio: 'pipe', encoding: 'utf8' })
    restore()
    const back = await rig(undefined, database)
    const agent = await signIn(back, 'ruth')
    expect(spelt((await agent.get('/api/export/hall').expect(200)).body)).toBe(before)
    await back.app.destroy()
    await back.pool.end()
    // What is there is not lost by a slip, nor by a file that is none.
    expect(() => restore()).toThrow('There is a hall here already (Hall of ruth)')
    expect(() => restore({ MANO_REPLACE: '1' }, new URL(import.meta.url).pathname)).toThrow('What was here is as it was')
    restore({ MANO_REPLACE: '1' })
    const again = await rig(undefined, database)
    expect(spelt((await (await signIn(again, 'ruth')).get('/api/export/hall').expect(200)).body)).toBe(before)
    await again.close()
    execFileSync('rm', [path])
  }, 60_000)
})
