import { execFile, execFileSync } from 'node:child_process'
import { setTimeout as wait } from 'node:timers/promises'
import { promisify } from 'node:util'
import { Client } from 'pg'
import { randomBytes } from 'node:crypto'
import readXlsx from 'read-excel-file/node'
import request from 'supertest'
import { v7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { inHall } from '../src/db/hall'
import { DEMO_SIGN_IN } from '../src/demo/load'
import { lineSchema } from '../src/transfer/format'
import {
  addAthlete,
  hall,
  importFile,
  jobDone,
  PASSWORD,
  rig,
  rosterOf,
  signIn,
  tested,
  type Agent,
  type Rig,
} from './hall'
import { demoRig } from './demoHall'
import type { ImportReply } from '@mano/contract/tests'

interface Line {
  table: string
  row: Record<string, unknown>
}
const linesOf = (text: string): Line[] =>
  text
    .trimEnd()
    .split('\n')
    .slice(1, -1)
    .map((l) => JSON.parse(l) as Line)
const textOf = (
  lines: readonly Line[],
  head: object = { format: 'mano.hall', version: 2 },
): string => [head, ...lines, { end: lines.length }].map((l) => `${JSON.stringify(l)}\n`).join('')
const download = async (agent: Agent): Promise<string> =>
  (
    await agent
      .get('/api/export/hall')
      .buffer(true)
      .parse((res, done) => {
        let text = ''
        res.setEncoding('utf8')
        res.on('data', (c: string) => {
          text += c
        })
        res.on('end', () => done(null, text))
      })
      .expect(200)
  ).body as string
const bring = (agent: Agent, file: string, login: string = DEMO_SIGN_IN.login) =>
  agent
    .post('/api/installation/file')
    .set('content-type', 'application/x-ndjson')
    .send(`${JSON.stringify({ login, password: PASSWORD })}\n${file}`)
/** The same hall as a file of the first version: one document. */
const firstVersion = (lines: readonly Line[], spaces: number): string => {
  const tables: Record<string, object[]> = {}
  for (const { table, row } of lines)
    (tables[table] ??= []).push(
      Object.fromEntries(
        Object.entries(row)
          .filter(([k]) => !['version', 'clockMs', 'keepYears'].includes(k))
          // There were no owners yet.
          .map(([k, v]) => [k, k === 'role' && v === 'owner' ? 'coach' : v]),
      ),
    )
  return JSON.stringify({ format: 'mano.hall', version: 1, tables }, null, spaces)
}

let demo: Rig
let coach: Agent
let file: string
beforeAll(async () => {
  ;({ r: demo, coach } = await demoRig())
  file = await download(coach)
}, 60_000)
afterAll(() => demo.close())

describe("a hall's file", () => {
  it(
    'makes an empty installation the same hall: ' + 'exported again it is equal, line by line',
    async () => {
      const empty = await rig()
      const agent = request.agent(empty.server)
      await bring(agent, file).expect(201)
      expect(await download(agent)).toBe(file)
      expect(linesOf(file).length).toBeGreaterThan(2000)
      // Only the named coach has a password, and a hall that is there is not overwritten.
      await signIn(empty, DEMO_SIGN_IN.login, PASSWORD)
      await request(empty.server)
        .post('/api/session')
        .send({ login: DEMO_SIGN_IN.login, password: DEMO_SIGN_IN.password })
        .expect(401)
      await bring(request(empty.server), file).expect(409)
      expect(await rosterOf(agent)).toEqual(await rosterOf(coach))
      await empty.close()
    },
    60_000,
  )
  it.each([0, 1])(
    'of the first version is read as well (%i spaces)',
    async (spaces) => {
      const empty = await rig()
      const agent = request.agent(empty.server)
      await bring(agent, firstVersion(linesOf(file), spaces)).expect(201)
      expect(linesOf(await download(agent)).length).toBe(linesOf(file).length)
      expect((await agent.get('/api/me').expect(200)).body).toMatchObject({ role: 'owner' })
      await empty.close()
    },
    60_000,
  )
  it('with anything wrong leaves nothing behind and names it', async () => {
    const empty = await rig()
    const lines = linesOf(file)
    const send = async (text: string, login?: string) => {
      const r = await bring(request(empty.server), text, login)
      return [r.status, (r.body as { errors?: { message: string }[] }).errors?.[0]?.message ?? '']
    }
    const changed = (
      table: string,
      nth: number,
      change: (row: Record<string, unknown>) => void,
    ): string => {
      const own = structuredClone(lines)
      change(own.filter((l) => l.table === table)[nth]!.row)
      return textOf(own)
    }
    expect(await send('{"a":1}\n')).toEqual([400, 'This is not a file of a hall.'])
    expect(await send('nothing')).toEqual([400, 'This is not a file of a hall.'])
    expect(await send(textOf(lines, { format: 'mano.hall', version: 3 }))).toEqual([
      400,
      'This file is of version 3; this installation reads version 2 and the ones before.',
    ])
    expect(
      await send(
        changed('trial', 2, (r) => {
          r['value'] = 'x'
        }),
      ),
    ).toEqual([400, 'trial, row 3: value is not what it must be.'])
    expect(
      await send(
        changed('trial', 0, (r) => {
          delete r['hand']
        }),
      ),
    ).toEqual([400, 'trial, row 1: hand is missing.'])
    expect(
      await send(
        changed('trial', 0, (r) => {
          r['colour'] = 'red'
        }),
      ),
    ).toEqual([400, 'trial, row 1: the column "colour" is not known.'])
    expect(await send(textOf([...lines, { table: 'extra', row: {} }]))).toEqual([
      400,
      'The table "extra" is not known.',
    ])
    expect(await send(textOf([...lines, lines.find((l) => l.table === 'trial')!]))).toEqual([
      400,
      'The rows of trial come too late: a table comes after those it points at.',
    ])
    expect(await send(file, 'nobody')).toEqual([400, 'No coach of this file signs in as "nobody".'])
    expect(await send(file.split('\n').slice(0, 400).join('\n'))).toEqual([
      400,
      'This file ends in the middle: a part of it is missing.',
    ])
    // What is inside a value is looked at as well: a page would fail on it later.
    expect(
      await send(
        changed('hall', 0, (r) => {
          r['timeZone'] = 'Mars/Olympus'
        }),
      ),
    ).toEqual([400, 'hall, row 1: timeZone: the time zone is not known'])
    expect(
      (
        await send(
          changed('plan_version', 0, (r) => {
            r['blocks'] = 7
          }),
        )
      )[1],
    ).toMatch(/^plan_version, row 1: blocks: /)
    expect(
      (
        await send(
          changed('athlete', 0, (r) => {
            r['birthDate'] = '9999-12-31'
          }),
        )
      )[0],
    ).toBe(400)
    // A row that points nowhere is held by the database, and the whole file with it.
    expect(
      (
        await send(
          changed('trial', 0, (r) => {
            r['sessionId'] = v7()
          }),
        )
      )[0],
    ).toBe(404)
    expect((await request(empty.server).get('/api/installation').expect(200)).body).toMatchObject({
      empty: true,
    })
    await empty.close()
  }, 60_000)
  it('of two that come at once one makes the hall', async () => {
    const empty = await rig()
    const both = await Promise.all([
      bring(request(empty.server), file),
      bring(request(empty.server), file),
    ])
    expect(both.map((r) => r.status).sort()).toEqual([201, 409])
    await empty.close()
  }, 60_000)
  it('holds a picture of many slices whole, and brings it in again', async () => {
    const from = await rig()
    const own = await hall(from, 'ruth')
    const { sessionId } = await tested(own.agent, await addAthlete(own.agent))
    const bytes = randomBytes(3 * 786_432 + 7)
    const put = (of: Rig, mine: Buffer) =>
      inHall(of.app, own.hallId, (em) =>
        em.query(
          `INSERT INTO test_attachment (id, hall_id, actor_kind, recorded_at, session_id, kind,
            mime, bytes) VALUES ($1, $2, 'coach', now(), $3, 'photo', 'image/png', $4)`,
          [v7(), own.hallId, sessionId, mine],
        ),
      )
    await put(from, bytes)
    await put(from, Buffer.from([1]))
    const file = await download(own.agent)
    const sent = linesOf(file).flatMap((l) =>
      l.table === 'test_attachment' ? [Buffer.from(String(l.row['bytes']), 'base64')] : [],
    )
    expect(sent.map((b) => b.length).sort()).toEqual([1, bytes.length])
    expect(sent.some((b) => b.equals(bytes))).toBe(true)
    const to = await rig()
    await bring(request.agent(to.server), file, 'ruth').expect(201)
    const there = await inHall(to.app, own.hallId, (em) =>
      em.query('SELECT bytes FROM test_attachment'),
    )
    expect((there as { bytes: Buffer }[]).some((t) => t.bytes.equals(bytes))).toBe(true)
    await Promise.all([from.close(), to.close()])
  }, 60_000)
  it('holds every column the database has, no secret, and fits its published schema', async () => {
    const columns = (await demo.app.query(
      `SELECT table_name || '.' || column_name AS c FROM information_schema.columns
        WHERE table_schema = 'public' AND column_name <> 'seq' AND table_name IN (SELECT table_name
        FROM information_schema.tables WHERE table_type = 'BASE TABLE')`,
    )) as { c: string }[]
    const left = [
      'session.',
      'migrations.',
      'athlete_link.',
      'account.password_hash',
      'job.',
      'roster_row.',
      'athlete_mark.',
      'athlete_past.',
      'athlete_late.',
      'test_sum.',
      'test_sum_mark.',
      'health_seen.',
      'entry_link.',
      'account_key.',
    ]
    const snake = (k: string) => k.replace(/[A-Z]/g, (x) => `_${x.toLowerCase()}`)
    const schema = lineSchema(demo.app) as {
      oneOf: { properties: { table?: { const: string }; row?: { properties: object } } }[]
    }
    const inFile = new Set(
      schema.oneOf.flatMap(({ properties: p }) =>
        p.table && p.row
          ? Object.keys(p.row.properties).map((k) => `${p.table!.const}.${snake(k)}`)
          : [],
      ),
    )
    expect(
      columns.map((r) => r.c).filter((c) => !inFile.has(c) && !left.some((l) => c.startsWith(l))),
    ).toEqual([])
    expect(file).not.toContain('argon2')
    await expect(`${JSON.stringify(lineSchema(demo.app), null, 1)}\n`).toMatchFileSnapshot(
      '../../docs/formats/hall-2.schema.json',
    )
  })
})

describe('tables', () => {
  it('a workbook opens with another library and holds what the tables hold, typed', async () => {
    const reply = await coach
      .get('/api/export/workbook')
      .buffer(true)
      .parse((res, done) => {
        const parts: Buffer[] = []
        res.on('data', (c: Buffer) => parts.push(c))
        res.on('end', () => done(null, Buffer.concat(parts)))
      })
      .expect(200)
    const sheets = await readXlsx(reply.body as Buffer)
    expect(sheets.map((s) => s.sheet)).toEqual([
      'Athletes',
      'Trials',
      'Record book',
      'Sets done',
      'Plans',
      'Body measures',
      'Sport outcomes',
    ])
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
    const sheets = await readXlsx(
      (
        await own.agent
          .get('/api/export/workbook')
          .buffer(true)
          .parse((res, done) => {
            const parts: Buffer[] = []
            res.on('data', (c: Buffer) => parts.push(c))
            res.on('end', () => done(null, Buffer.concat(parts)))
          })
      ).body as Buffer,
    )
    expect(sheets[0]!.data.map((row) => row[0])).toEqual(['athlete', '=cmd|calc!A1', 'Petra Lomax'])
    await own.agent.get('/api/export/table?name=secrets').expect(404)
    await r.close()
  }, 30_000)
})

describe("a coach's own sheet", () => {
  const text = [
    'Name;Day;Grip L;Grip R',
    'Rui Castellane;20.11.2026;36,5;41',
    'Rui Castellane;20.11.2026;36,9;41,2',
  ].join('\n')
  const mapping = {
    columns: { athlete: 'name', date: 'day' },
    fixed: {},
    results: [
      { column: 'grip_l', protocolId: 'dyno_seated', hand: 'left', unit: 'kg' },
      { column: 'grip_r', protocolId: 'dyno_seated', hand: 'right', unit: 'kg' },
    ],
    dateOrder: 'dmy',
    names: {},
  }
  it('is read by its mapping, which is remembered; read again nothing is doubled', async () => {
    const r = await rig()
    const own = await hall(r, 'ruth')
    await addAthlete(own.agent)
    const body = () => ({ id: v7(), fileName: 'grip.csv', text, mapping, dryRun: false })
    expect(await importFile(own.agent, { ...body(), dryRun: true })).toMatchObject({
      ok: true,
      trials: 4,
      tests: 1,
      importId: null,
    })
    expect((await own.agent.get('/api/imports/mappings').expect(200)).body).toEqual([])
    expect(await importFile(own.agent, body())).toMatchObject({ ok: true, trials: 4 })
    expect((await own.agent.get('/api/imports/mappings').expect(200)).body).toMatchObject([
      { mapping: { results: [{ column: 'grip_l' }, { column: 'grip_r' }] } },
    ])
    expect(await importFile(own.agent, body())).toMatchObject({ ok: true, trials: 0, already: 4 })
    expect(
      (await own.agent.post('/api/imports').send({ ...body(), mapping: { columns: [] } })).status,
    ).toBe(400)
    await r.close()
  })
  it('can be stopped: nothing of it is saved', async () => {
    const r = await rig()
    const own = await hall(r, 'ruth')
    const athleteId = await addAthlete(own.agent)
    const lines = Array.from(
      { length: 6000 },
      (_, i) => `Rui Castellane;${1 + (i % 28)}.${1 + (i % 10)}.2025;${30 + (i % 90) / 10};40`,
    )
    const { id } = (
      await own.agent
        .post('/api/imports')
        .send({
          id: v7(),
          fileName: 'long.csv',
          text: [text.split('\n')[0], ...lines].join('\n'),
          mapping,
          dryRun: false,
        })
        .expect(202)
    ).body as { id: string }
    await own.agent.post(`/api/jobs/${id}/stop`).expect(200)
    expect((await jobDone<ImportReply>(own.agent, id)).state).toBe('stopped')
    expect((await own.agent.get(`/api/athletes/${athleteId}/tests`).expect(200)).body).toEqual([])
    expect((await own.agent.get('/api/imports').expect(200)).body).toEqual([])
    await r.close()
  }, 30_000)
})

describe('the whole installation', () => {
  const bin = execFileSync('sh', ['-c', 'ls -d /usr/lib/postgresql/*/bin | sort -V | tail -1'], {
    encoding: 'utf8',
  }).trim()
  it('backed up, destroyed and restored gives the same export', async () => {
    const r = await rig()
    const own = await hall(r, 'ruth')
    const athleteId = await addAthlete(own.agent)
    await tested(own.agent, athleteId)
    const before = await download(own.agent)
    const database = new URL(r.urls.app).pathname.slice(1)
    const url = new URL(r.admin)
    url.pathname = `/${database}`
    const path = `/tmp/mano-test-${v7()}.backup`
    execFileSync(`${bin}/pg_dump`, [
      '--format=custom',
      '--dbname',
      url.href,
      '--exclude-table-data=session',
      '--file',
      path,
    ])
    await r.close()
    const env = {
      ...process.env,
      MANO_PG_ADMIN_URL: r.admin,
      MANO_DATABASE: database,
      MANO_OWNER_PASSWORD: 'test-owner',
      MANO_APP_PASSWORD: 'test-app',
      MANO_SESSION_SECRET: 'test',
    }
    const restore = (more: Record<string, string> = {}, from = path) =>
      execFileSync(
        'node',
        [new URL('../dist/restore.mjs', import.meta.url).pathname, from, `${bin}/pg_restore`],
        { env: { ...env, ...more }, stdio: 'pipe', encoding: 'utf8' },
      )
    // Where Mano has started and no hall was set up yet nothing stands in its way.
    await (await rig({ named: database })).stop()
    restore()
    const back = await rig({ named: database })
    const agent = await signIn(back, 'ruth')
    expect(await download(agent)).toBe(before)
    await back.stop()
    // What is there is not lost by a slip, nor by a file that is none.
    expect(() => restore()).toThrow('There is a hall here already (Hall of ruth)')
    expect(() => restore({ MANO_REPLACE: '1' }, new URL(import.meta.url).pathname)).toThrow(
      'What was here is as it was',
    )
    // Somebody who is just leaving stands in nobody's way.
    const leaving = new Client({ connectionString: url.href })
    await leaving.connect()
    const done = promisify(execFile)(
      'node',
      [new URL('../dist/restore.mjs', import.meta.url).pathname, path, `${bin}/pg_restore`],
      { env: { ...env, MANO_REPLACE: '1' } },
    )
    await wait(1000)
    await leaving.end()
    await done
    const again = await rig({ named: database })
    expect(await download(await signIn(again, 'ruth'))).toBe(before)
    await again.close()
    execFileSync('rm', [path])
  }, 60_000)
})
