import { writeFileSync } from 'node:fs'
import { Agent, createServer, request as httpRequest, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { v7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { DEFAULT_FRAME } from '@mano/core/plan/types'
import { AthleteEntity } from '../src/db/entities'
import { inHall } from '../src/db/hall'
import { Seeded } from '@mano/core/units/seeded'
import { ROUTES, type Route, type RouteName } from '../src/api/routes'
import { addAthlete, hall, PASSWORD, rig, tested, type Rig } from './hall'
import { idsIn, mutate, NASTY } from './mutate'
import { addressOf, QUERIES, SAMPLES, type Named } from './samples'

/** Mutated requests a route; `./mano prove fuzz` sends more. */
const EACH = Number(process.env['MANO_FUZZ'] ?? 200)
const SEED = Number(process.env['MANO_FUZZ_SEED'] ?? 7)
const AT_ONCE = 4
/** What was answered, for the page that says so. */
const answers: Record<string, number> = {}
const spelt = (v: unknown): string => (typeof v === 'string' ? v : (JSON.stringify(v) ?? ''))
/** Long work is begun by any right request: fewer of those. */
const HEAVY: Partial<Record<RouteName, number>> = { 'POST /api/athletes/:athleteId/draft': 60 }

let r: Rig
let server: Server
let base = ''
let cookie = ''
let named: Named
let link = ''
let hallId = ''

beforeAll(async () => {
  r = await rig()
  const own = await hall(r, 'ruth')
  hallId = own.hallId
  const athleteId = await addAthlete(own.agent)
  const { sessionId, trialIds } = await tested(own.agent, athleteId)
  const [unit] = (await own.agent.get('/api/kit').expect(200)).body as {
    id: string
    measurementId: string
  }[]
  const [place] = (await own.agent.get('/api/places').expect(200)).body as { id: string }[]
  named = {
    injuryId: v7(),
    alarmId: v7(),
    jobId: v7(),
    personId: v7(),
    importId: v7(),
    linkId: v7(),
    instrumentId: v7(),
    attachmentId: v7(),
    planId: v7(),
    stationId: v7(),
    dayId: v7(),
    athleteId,
    sessionId,
    trialId: trialIds[0]!,
    unitId: unit!.id,
    measurementId: unit!.measurementId,
    placeId: place!.id,
  }
  await own.agent
    .post(`/api/athletes/${athleteId}/plans`)
    .send({
      ...SAMPLES['POST /api/athletes/:athleteId/plans']!(named),
      id: named.planId,
      weekStart: '2026-11-23',
      frame: DEFAULT_FRAME,
    })
    .expect(201)
  await own.agent
    .post('/api/test-days')
    .send({ ...SAMPLES['POST /api/test-days']!(named), id: named.dayId })
    .expect(201)
  link = 'l'.repeat(43)
  await own.agent
    .post(`/api/athletes/${athleteId}/links`)
    .send({ id: named.linkId, days: 7, token: link })
    .expect(201)
  server = createServer(r.server).listen(0, '127.0.0.1')
  await new Promise((resolve) => server.once('listening', resolve))
  base = `http://127.0.0.1:${(server.address() as AddressInfo).port}`
  const signIn = async () =>
    (await send('POST', '/api/session', { login: 'ruth', password: PASSWORD })).cookie
  // Signing in over a sign-in ends that one.
  spare = await signIn()
  cookie = await signIn()
})
const began = Date.now()
afterAll(async () => {
  if (process.env['MANO_MEASURED']) {
    const athletes = await inHall(r.app, hallId, (em) => em.count(AthleteEntity))
    const seconds = (Date.now() - began) / 1000
    writeFileSync(
      `${process.env['MANO_MEASURED']}/fuzz.json`,
      JSON.stringify({ each: EACH, routes: names.length, seconds, answers, athletes }),
    )
  }
  agent.destroy()
  server.closeAllConnections()
  await new Promise((resolve) => server.close(resolve))
  await r.close()
})

async function send(
  method: string,
  path: string,
  body?: unknown,
  more: Record<string, string> = {},
): Promise<{ status: number; text: string; cookie: string }> {
  const sent =
    body === undefined || (typeof body === 'string' && more['content-type'])
      ? body
      : JSON.stringify(body)
  const headers = {
    cookie,
    'x-mano-link': link,
    ...(sent !== undefined && {
      'content-type': 'application/json',
      'content-length': Buffer.byteLength(sent as string),
    }),
    ...more,
  }
  return new Promise((resolve, reject) => {
    const asked = httpRequest(base + path, { agent, method, headers, timeout: 15_000 }, (reply) => {
      const done = (text: string) =>
        resolve({
          status: reply.statusCode ?? 0,
          text,
          cookie: (reply.headers['set-cookie']?.[0] ?? '').split(';')[0]!,
        })
      // A live channel is taken as answered, and left.
      if (reply.headers['content-type']?.includes('event-stream'))
        return (reply.destroy(), done(''))
      const parts: Buffer[] = []
      reply.on('data', (part: Buffer) => parts.push(part))
      reply.on('end', () => done(Buffer.concat(parts).toString()))
      reply.on('error', reject)
    })
    asked.on('timeout', () => asked.destroy(new Error(`${method} ${path}: no answer in 15 s`)))
    asked.on('error', reject)
    asked.end(sent)
  })
}
/** One connection for many requests, as a browser has it: thirty thousand are sent here. */
const agent = new Agent({ keepAlive: true, maxSockets: 8 })

/** Requests that end what the others need. */
const NOT_SENT: RouteName[] = ['DELETE /api/session']
/** A browser of its own for what might, by a right guess, make it another's. */
let spare = ''
const APART: Partial<Record<RouteName, () => Record<string, string>>> = {
  'POST /api/tablet': () => ({ cookie: spare }),
}
const names = (Object.keys(ROUTES) as RouteName[]).filter((n) => !NOT_SENT.includes(n))
const hasBody = (n: RouteName) => (ROUTES[n] as Route).body !== undefined

describe(`mutated requests, ${EACH} a route`, () => {
  it(
    'every route with a body has a right one here, and it is taken or refused for what is ' +
      'on record, never for its shape',
    async () => {
      const wrong: string[] = []
      for (const name of names.filter(hasBody)) {
        const sample = SAMPLES[name]
        if (!sample) {
          wrong.push(`${name}: none`)
          continue
        }
        const { status, text } = await send(
          name.split(' ')[0]!,
          addressOf(name, named),
          sample(named),
        )
        if (
          status >= 500 ||
          (status === 400 && /not known|missing|is not(?! the password)/.test(text))
        )
          wrong.push(`${name}: ${status} ${text}`)
      }
      expect(wrong).toEqual([])
    },
  )
  it.each(names)(
    '%s',
    async (name) => {
      const random = new Seeded(SEED * 1000 + names.indexOf(name))
      const method = name.split(' ')[0]!
      const failed: string[] = []
      const refused: string[] = []
      // Where there is nothing to change but the ids, fewer say as much.
      const most = hasBody(name) || QUERIES[name] ? (HEAVY[name] ?? 200) : 24
      const times = Math.ceil((EACH * most) / 200)
      const one = async () => {
        const query =
          QUERIES[name] &&
          Object.fromEntries(
            Object.entries(QUERIES[name]).map(([k, v]) => [
              k,
              random.next() < 0.5 ? v : spelt(NASTY[Math.floor(random.next() * NASTY.length)]),
            ]),
          )
        const path =
          random.next() < 0.05
            ? addressOf(name, { ...named, athleteId: v7(), sessionId: v7() }, query)
            : addressOf(name, named, query)
        const body = hasBody(name) ? mutate(SAMPLES[name]!(named), random) : undefined
        const { status, text } = await send(method, path, body, APART[name]?.() ?? {})
        answers[status] = (answers[status] ?? 0) + 1
        if (status >= 500)
          failed.push(
            `${status} ${path} ${JSON.stringify(body)?.slice(0, 400)} -> ${text.slice(0, 120)}`,
          )
        else if (status >= 400) refused.push(...idsIn(body))
      }
      // A few at once, as pages ask.
      for (let i = 0; i < times; i += AT_ONCE)
        await Promise.all(Array.from({ length: Math.min(AT_ONCE, times - i) }, one))
      expect(failed).toEqual([])
      expect(
        await onRecord(
          refused.filter((id) => !Object.values(named).includes(id) && !NASTY.includes(id)),
        ),
      ).toEqual([])
    },
    120_000 + EACH * 100,
  )
})

/** Ids of refused requests that are on record after all, by table. */
async function onRecord(ids: string[]): Promise<string[]> {
  if (ids.length === 0) return []
  const tables = (await r.app.query(
    `SELECT c.table_name AS t FROM information_schema.columns c
      JOIN information_schema.tables b USING (table_schema, table_name) WHERE c.column_name = 'id'
      AND c.data_type = 'uuid' AND c.table_schema = 'public' AND b.table_type = 'BASE TABLE'`,
  )) as { t: string }[]
  return inHall(r.app, hallId, async (em) => {
    const found: string[] = []
    for (const { t } of tables)
      for (const { id } of (await em.query(`SELECT id FROM ${t} WHERE id = ANY($1::uuid[])`, [
        ids,
      ])) as { id: string }[])
        found.push(`${t} ${id}`)
    return found
  })
}

describe('what is no JSON, no text or too much', () => {
  const address = () => `/api/athletes/${named.athleteId}/health`
  it.each([
    ['a broken body', '{"id":', { 'content-type': 'application/json' }, 400],
    [
      'another encoding',
      '{}',
      { 'content-type': 'application/json', 'content-encoding': 'br9' },
      415,
    ],
    ['another character set', '{}', { 'content-type': 'application/json; charset=klingon' }, 415],
    ['no JSON at all', 'a=1', { 'content-type': 'application/x-www-form-urlencoded' }, 415],
  ] as const)('%s is refused with its own status', async (_, body, headers, status) => {
    expect((await send('POST', address(), body, headers)).status).toBe(status)
  })
  it(
    'a body that is too large is refused by its size, before it is read; signed out it is ' +
      'not read at all',
    async () => {
      const large = `{"id":"${'x'.repeat(1_000_000)}"}`
      expect(
        (await send('POST', address(), large, { 'content-type': 'application/json' })).status,
      ).toBe(413)
      expect(
        (await send('POST', address(), large, { 'content-type': 'application/json', cookie: '' }))
          .status,
      ).toBe(401)
    },
  )
  it("a hall's file is not read where there is a hall", async () => {
    const memory = process.memoryUsage.rss()
    const reply = await send('POST', '/api/installation/file', 'x'.repeat(60_000_000), {
      'content-type': 'application/x-ndjson',
      cookie: '',
    })
    expect(reply.status).toBe(409)
    expect(process.memoryUsage.rss() - memory).toBeLessThan(400_000_000)
  })
  it('an address no date is in, and one far away, are refused at once', async () => {
    for (const to of ['9999-12-31', '0000-01-01', '-271821-04-20', '', 'constructor']) {
      const t = performance.now()
      expect(
        (await send('GET', `/api/athletes/${named.athleteId}/review?from=2026-01-01&to=${to}`))
          .status,
      ).toBe(400)
      expect(performance.now() - t).toBeLessThan(1000)
    }
    expect((await send('GET', '/api/squad?protocol=constructor')).status).toBe(400)
    expect((await send('GET', '/api/athletes/%00')).status).toBe(404)
    expect((await send('GET', '/api/%E0%A4%A')).status).toBe(400)
  })
  it(
    'an encoded NUL in a text, a key of every object and a list of nulls are each a clear ' + '400',
    async () => {
      for (const body of [
        '{"id":"\\u0000","yes":[]}',
        '{"constructor":1}',
        '{"__proto__":{}}',
        `{"id":"${v7()}","yes":[null]}`,
        `{"id":"${v7()}","yes":null}`,
      ]) {
        const reply = await send('POST', address(), body, { 'content-type': 'application/json' })
        expect(reply.status).toBe(400)
        expect(JSON.parse(reply.text)).toMatchObject({ title: 'Nothing was saved.' })
      }
    },
  )
})
