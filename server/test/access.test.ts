import { Client } from 'pg'
import request from 'supertest'
import { v7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { buildApi } from '../src/app'
import { Api } from '../src/api/api'
import { ROUTES, type Route, type RouteName } from '../src/api/routes'
import { holds, ROLE_IDS, roleOf, type Right, type Role } from '@mano/contract/roles'
import { addressOf, SAMPLES, type Named } from './samples'
import {
  addAthlete,
  hall,
  importFile,
  PASSWORD,
  rig,
  sessionFor,
  signIn,
  tested,
  trial,
  type Agent,
  type Rig,
  type Staff,
} from './hall'

let r: Rig
let own: Staff
let other: Staff
let ids: Named
/** Who asks, signed in; a shared tablet with the owner at it, and a locked one. */
let by: Record<Role | 'tablet', Agent>
let locked: Agent
/** An athlete of the same hall, and rows of the first that must not be reached through them. */
let second: string

beforeAll(async () => {
  r = await rig()
  own = await hall(r, 'ruth')
  other = await hall(r, 'cass')
  const spare = v7()
  await own.agent
    .post('/api/people')
    .send({ id: spare, name: 'Spare', login: 'spare', password: PASSWORD })
    .expect(201)
  const people: Partial<Record<Role, Agent>> = { owner: own.agent }
  for (const role of ROLE_IDS.filter((x) => x !== 'owner')) {
    await own.agent
      .post('/api/people')
      .send({ id: v7(), name: `Ola ${role}`, login: `ola.${role}`, password: PASSWORD, role })
      .expect(201)
    people[role] = await signIn(r, `ola.${role}`)
  }
  await own.agent.put('/api/me/pin').send({ password: PASSWORD, pin: '2749' }).expect(204)
  const tablet = async (): Promise<Agent> => {
    const agent = await signIn(r, 'ruth')
    await agent.post('/api/tablet').send({ password: PASSWORD }).expect(201)
    return agent
  }
  const atTablet = await tablet()
  await atTablet
    .post('/api/tablet/enter')
    .send({ accountId: own.accountId, pin: '2749' })
    .expect(201)
  by = { ...(people as Record<Role, Agent>), tablet: atTablet }
  locked = await tablet()
  const athleteId = await addAthlete(own.agent)
  const { sessionId, trialIds } = await tested(own.agent, athleteId)
  const importId = v7()
  await importFile(own.agent, {
    id: importId,
    fileName: 'a.csv',
    dryRun: false,
    text: 'athlete,date,protocol,left\nRui Castellane,2026-11-01,dyno_seated,40',
  })
  const first = async (url: string) =>
    ((await own.agent.get(url).expect(200)).body as { id: string }[])[0]!.id
  const attachmentId = v7()
  await own.agent
    .post(`/api/tests/${sessionId}/attachments`)
    .send({ id: attachmentId, kind: 'note', text: 'Left thumb taped' })
    .expect(201)
  const jobId = (
    (
      await own.agent
        .post(`/api/athletes/${athleteId}/reports`)
        .send({
          kind: 'athlete',
          from: '2026-10-01',
          to: '2026-11-25',
          units: { mass: 'kg', length: 'mm' },
        })
        .expect(202)
    ).body as { id: string }
  ).id
  const [unit] = (await own.agent.get('/api/kit').expect(200)).body as {
    id: string
    measurementId: string
  }[]
  ids = {
    injuryId: v7(),
    alarmId: v7(),
    jobId,
    personId: spare,
    dayId: v7(),
    linkId: v7(),
    instrumentId: v7(),
    planId: v7(),
    stationId: v7(),
    attachmentId,
    athleteId,
    sessionId,
    trialId: trialIds[0]!,
    importId,
    unitId: unit!.id,
    measurementId: unit!.measurementId,
    placeId: await first('/api/places'),
  }
  second = await addAthlete(own.agent, { name: 'Second' })
})
afterAll(() => r.close())

const names = Object.keys(ROUTES) as RouteName[]
const rightOf = (name: RouteName) => (ROUTES[name] as Route).right
const closed = names.filter((n) => rightOf(n) !== 'anyone')
/** What would change who may ask next is left out where it is let through. */
const ENDS: readonly RouteName[] = [
  'DELETE /api/session',
  'DELETE /api/me/sessions',
  'PUT /api/me/password',
  'PUT /api/me/pin',
  'POST /api/tablet',
  'DELETE /api/athletes/:athleteId',
]
/** Routes that did not answer as they must, of all: `what` says why. */
async function wrong(
  agent: Agent,
  of: readonly RouteName[],
  what: (status: number) => boolean,
): Promise<string[]> {
  const out: string[] = []
  for (const name of of) {
    const { status } = await call(agent, name)
    if (!what(status)) out.push(`${name}: ${status}`)
  }
  return out
}
const call = (agent: Agent, name: RouteName) =>
  agent[name.split(' ')[0]!.toLowerCase() as 'get'](addressOf(name, ids)).send(
    SAMPLES[name]?.(ids) ?? {},
  )

describe('the table of routes', () => {
  it('has a row for every route and a route for every row', () => {
    const api = buildApi({ app: r.app, clock: () => new Date() })
    expect([...api.mounted].sort()).toEqual([...names].sort())
  })
  it('finds a route by HEAD, with a slash at its end, in capitals; nothing beside it', async () => {
    const agent = by.owner
    await agent.head('/api/kit').expect(200)
    await agent.get('/api/kit/').expect(200)
    await agent.get('/API/Kit').expect(200)
    await agent.get('/api/kit/more').expect(404)
    await agent.get('/api').expect(404)
    await agent.put('/api/kit').expect(404)
  })
  it('a route without a row cannot be mounted', () => {
    const api = new Api({ app: r.app, clock: () => new Date() })
    expect(() =>
      api.on('GET /api/secret' as RouteName, () => Promise.resolve({ status: 200, body: '' })),
    ).toThrow('has no right')
    expect(() =>
      api.open('GET /api/athletes', () => Promise.resolve({ status: 200, body: '' })),
    ).toThrow('not open')
  })
  it(
    'no closed route answers without a sign-in, with one that ran out, one that was made ' +
      'up, or at a locked tablet',
    async () => {
      expect(await wrong(request.agent(r.server), closed, (x) => x === 401)).toEqual([])
      expect(await wrong(locked, closed, (x) => x === 401)).toEqual([])
      const reply = await request(r.server)
        .post('/api/session')
        .send({ login: 'ola.coach', password: PASSWORD })
        .expect(201)
      const cookie = String(reply.headers['set-cookie']).split(';')[0]!
      const sid = decodeURIComponent(cookie)
        .replace(/^mano=s:/, '')
        .split('.')[0]!
      const withCookie = (c: string): Agent =>
        request.agent(r.server).set('cookie', c) as unknown as Agent
      await withCookie(cookie).get('/api/me').expect(200)
      const forged = cookie.replace(/.$/, (c) => (c === 'a' ? 'b' : 'a'))
      expect(await wrong(withCookie(forged), closed, (x) => x === 401)).toEqual([])
      await r.pool.query(`UPDATE session SET expire = now() - interval '1 hour' WHERE sid = $1`, [
        sid,
      ])
      expect(await wrong(withCookie(cookie), closed, (x) => x === 401)).toEqual([])
    },
    60_000,
  )
  it.each([...ROLE_IDS, 'tablet' as const])(
    'to %s every route is open by its right and closed else',
    async (who) => {
      const has: Right = who === 'tablet' ? 'test' : roleOf(who).right
      const may = (n: RouteName) => holds(has, rightOf(n) as Right)
      expect(
        await wrong(
          by[who],
          closed.filter((n) => !may(n)),
          (x) => x === 403,
        ),
      ).toEqual([])
      const through = closed.filter((n) => may(n) && !ENDS.includes(n) && n !== 'GET /api/live')
      expect(await wrong(by[who], through, (x) => x !== 401 && x !== 403 && x < 500)).toEqual([])
    },
    60_000,
  )
  it('an assistant can test', async () => {
    const session = await sessionFor(by.assistant)
    await by.assistant.post(`/api/athletes/${second}/tests`).send(session).expect(201)
    await by.assistant
      .post(`/api/tests/${session.id}/trials`)
      .send(trial('left', 1, 40))
      .expect(201)
  })
})

describe('another athlete of the same hall', () => {
  // A row of the first athlete named in a body under the second's address.
  it.each([
    ['measurements', 'supersedesId', 'body_measurement'],
    ['injuries', 'supersedesId', 'injury'],
    ['events', 'supersedesId', 'athlete_event'],
    ['outcomes', 'supersedesId', 'outcome'],
    ['clearances', 'injuryId', 'injury'],
    ['logs', 'planVersionId', 'plan_version'],
    ['ends', 'planVersionId', 'plan_version'],
  ] as const)(
    '%s with a foreign %s is refused, and nothing is written',
    async (path, field, table) => {
      const name = `POST /api/athletes/:athleteId/${path}` as RouteName
      const first = { ...ids, planId: ids.planId }
      if (table === 'plan_version') {
        const plan = SAMPLES['POST /api/athletes/:athleteId/plans']!(first) as { id: string }
        await own.agent.post(`/api/athletes/${ids.athleteId}/plans`).send(plan).expect(201)
        first.planId = plan.id
        const body = SAMPLES[name]!(first)
        expect((await own.agent.post(`/api/athletes/${second}/${path}`).send(body)).status).toBe(
          404,
        )
        return
      }
      const made = SAMPLES[
        `POST /api/athletes/:athleteId/${table === 'injury' ? 'injuries' : path}` as RouteName
      ]!(first) as { id: string }
      await own.agent
        .post(`/api/athletes/${ids.athleteId}/${table === 'injury' ? 'injuries' : path}`)
        .send(made)
        .expect(201)
      const body = {
        ...SAMPLES[name]!(first),
        ...(path === 'clearances' && { healthId: null }),
        [field]: made.id,
      }
      const reply = await own.agent.post(`/api/athletes/${second}/${path}`).send(body)
      expect(reply.status).toBe(404)
    },
  )
  it('nor a link or an alarm in the address', async () => {
    const link = { id: v7(), days: 7, token: 'q'.repeat(43) }
    await own.agent.post(`/api/athletes/${ids.athleteId}/links`).send(link).expect(201)
    await own.agent.post(`/api/athletes/${second}/links/${link.id}/revoke`).send({}).expect(404)
    // A set logged on a hand that is held raises an alarm.
    const at = (path: string) => `/api/athletes/${ids.athleteId}${path}`
    const hurt = SAMPLES['POST /api/athletes/:athleteId/injuries']!(ids)
    await own.agent
      .post(at('/injuries'))
      .send({ ...hurt, status: 'active' })
      .expect(201)
    const { versions } = (await own.agent.get(at('/plan')).expect(200)).body as {
      versions: { id: string }[]
    }
    const set = SAMPLES['POST /api/athletes/:athleteId/logs']!({ ...ids, planId: versions[0]!.id })
    await own.agent
      .post(at('/logs'))
      .send({ ...set, exerciseId: 'pinch_hold' })
      .expect(201)
    const { alarms } = (await own.agent.get(`/api/athletes/${ids.athleteId}`).expect(200)).body as {
      alarms: { id: string }[]
    }
    expect(alarms.length).toBeGreaterThan(0)
    await own.agent
      .post(`/api/athletes/${second}/alarms/${alarms[0]!.id}/answer`)
      .send({ id: v7(), done: 'Talked', told: 'Ruth' })
      .expect(404)
  })
  it(
    'a link that only looks shows the sessions and takes nothing; the athlete\u2019s own ' +
      'takes them',
    async () => {
      const token = (n: string) => n.repeat(43)
      for (const [n, looks] of [
        ['w', true],
        ['x', false],
      ] as const)
        await own.agent
          .post(`/api/athletes/${ids.athleteId}/links`)
          .send({ id: v7(), days: 7, token: token(n), looks })
          .expect(201)
      const under = (n: string) => ({ 'X-Mano-Link': token(n) })
      const pain = () => ({
        id: v7(),
        hand: 'left',
        pain: 1,
        symptom: null,
        places: null,
        note: '',
      })
      const shown = await request(r.server).get('/api/link').set(under('w')).expect(200)
      expect(shown.body).toMatchObject({ looks: true })
      const send = (n: string) =>
        request(r.server).post('/api/link/observations').set(under(n)).send(pain())
      await send('w').expect(403)
      await send('x').expect(201)
    },
  )
})

describe('another hall', () => {
  it.each(names.filter((n) => n.includes(':')))('%s answers 404', async (name) => {
    const reply = await call(other.agent, name)
    expect(reply.status).toBe(404)
    expect(reply.type).toBe('application/problem+json')
  })
  it('sees nothing of the other in any list', async () => {
    expect((await other.agent.get('/api/athletes')).body).toEqual({
      rows: [],
      decisions: [],
      next: null,
      needs: { act: 0, due: 0, none: 0, all: 0, waits: 0, today: 0 },
      behind: false,
    })
    expect((await other.agent.get('/api/athletes/names')).body).toEqual([])
    expect((await other.agent.get('/api/imports')).body).toEqual([])
    expect((await other.agent.get('/api/people')).body).toHaveLength(1)
    const kit = (await other.agent.get('/api/kit')).body as { id: string }[]
    const foreign = (await own.agent.get('/api/kit')).body as { id: string }[]
    expect(kit.some((u) => foreign.some((f) => f.id === u.id))).toBe(false)
  })
  it("cannot point its own test at the other hall's implement", async () => {
    const athleteId = await addAthlete(other.agent)
    await other.agent
      .post(`/api/athletes/${athleteId}/tests`)
      .send(await sessionFor(own.agent))
      .expect(404)
  })
  it('an id in use elsewhere is a conflict that tells nothing', async () => {
    const reply = await other.agent.post('/api/athletes').send({
      id: ids.athleteId,
      sportEntryId: v7(),
      sportId: 'boxer',
      name: 'X',
      birthDate: null,
      sexForNorms: null,
      dominantHand: null,
      level: 'trained',
      guardian: null,
      skin: 'normal',
      note: '',
    })
    expect(reply.status).toBe(409)
    expect(JSON.stringify(reply.body)).not.toContain('Castellane')
  })
})

describe('the fence in the database', () => {
  it('is what these tests stand on: without it another hall sees the athlete', async () => {
    const owner = new Client({ connectionString: r.urls.owner })
    await owner.connect()
    const look = async () => (await other.agent.get(`/api/athletes/${ids.athleteId}/seen`)).status
    try {
      expect(await look()).toBe(404)
      await owner.query('ALTER TABLE athlete DISABLE ROW LEVEL SECURITY')
      expect(await look()).toBe(200)
    } finally {
      await owner.query('ALTER TABLE athlete ENABLE ROW LEVEL SECURITY')
      await owner.end()
    }
    expect(await look()).toBe(404)
  })
})
