import request from 'supertest'
import { v7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { buildApi } from '../src/app'
import { Api } from '../src/api/api'
import { ROUTES, type Route, type RouteName } from '../src/api/routes'
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
let assistant: Agent
let ids: Named

beforeAll(async () => {
  r = await rig()
  own = await hall(r, 'ruth')
  other = await hall(r, 'cass')
  await own.agent
    .post('/api/people')
    .send({ id: v7(), name: 'Ola Reyes-Lund', login: 'ola', password: PASSWORD })
    .expect(201)
  assistant = await signIn(r, 'ola')
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
    personId: await first('/api/people'),
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
})
afterAll(() => r.close())

const names = Object.keys(ROUTES) as RouteName[]
const rolesOf = (name: RouteName) => (ROUTES[name] as Route).roles
const call = (agent: Agent, name: RouteName) =>
  agent[name.split(' ')[0]!.toLowerCase() as 'get'](addressOf(name, ids)).send(
    SAMPLES[name]?.(ids) ?? {},
  )

describe('the table of routes', () => {
  it('has a row for every route and a route for every row', () => {
    const api = buildApi({ app: r.app, clock: () => new Date() })
    expect([...api.mounted].sort()).toEqual([...names].sort())
    expect(api.router.stack).toHaveLength(names.length)
  })
  it('a route without a row cannot be mounted', () => {
    const api = new Api({ app: r.app, clock: () => new Date() })
    expect(() =>
      api.on('GET /api/secret' as RouteName, () => Promise.resolve({ status: 200, body: '' })),
    ).toThrow('has no roles')
    expect(() =>
      api.open('GET /api/athletes', () => Promise.resolve({ status: 200, body: '' })),
    ).toThrow('not open')
  })
  it.each(names.filter((n) => rolesOf(n) !== 'anyone'))('%s needs a sign-in', async (name) => {
    expect((await call(request.agent(r.server), name)).status).toBe(401)
  })
  it.each(names.filter((n) => rolesOf(n) !== 'anyone' && !rolesOf(n).includes('assistant')))(
    '%s is refused to an assistant',
    async (name) => {
      expect((await call(assistant, name)).status).toBe(403)
    },
  )
  it('an assistant can test', async () => {
    const session = await sessionFor(assistant)
    await assistant.post(`/api/athletes/${ids.athleteId}/tests`).send(session).expect(201)
    await assistant
      .post(`/api/tests/${session.id}/trials`)
      .send(trial('left', 1, 40))
      .expect(201)
  })
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
