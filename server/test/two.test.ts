import request from 'supertest'
import { v7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { ImportReply } from '@mano/contract/tests'
import type { TestDayView } from '@mano/contract/testday'
import { inHall } from '../src/db/hall'
import { JobEntity } from '../src/db/entities'
import { listenLive, type Heard, type Live } from '../src/api/live'
import {
  addAthlete,
  hall,
  jobDone,
  PASSWORD,
  rig,
  rosterOf,
  signIn,
  tested,
  type Agent,
  type Rig,
  type Staff,
} from './hall'
import { SAMPLES, type Named } from './samples'

/** Two servers of one installation: each with connections, a worker and a live line of its own. */
let a: Rig
let b: Rig
let own: Staff
let there: Agent
let live: Live
const heard: Heard[] = []
beforeAll(async () => {
  a = await rig()
  own = await hall(a, 'ruth')
  b = await rig({ named: new URL(a.urls.app).pathname.slice(1) })
  there = await signIn(b, 'ruth')
  live = listenLive(b.urls.app)
  live.on(own.hallId, (h) => heard.push(h))
  const listens = `SELECT 1 FROM pg_stat_activity
    WHERE datname = current_database() AND query LIKE 'LISTEN %'`
  while (!(await b.app.query<unknown[]>(listens)).length)
    await new Promise((resolve) => setTimeout(resolve, 10))
})
afterAll(async () => {
  await live.stop()
  await b.stop()
  await a.close()
})
const until = async (what: () => boolean) => {
  for (let i = 0; i < 200 && !what(); i++) await new Promise((resolve) => setTimeout(resolve, 10))
}

describe('two servers of one installation', () => {
  it('a sign-in at one holds at the other, and ends at both', async () => {
    const [cookie] = (
      await request(a.server)
        .post('/api/session')
        .send({ login: 'ruth', password: PASSWORD })
        .expect(201)
    ).headers['set-cookie'] as unknown as string[]
    const me = (r: Rig) => request(r.server).get('/api/me').set('Cookie', cookie!)
    expect([(await me(a)).status, (await me(b)).status]).toEqual([200, 200])
    await request(b.server).delete('/api/session').set('Cookie', cookie!).expect(204)
    expect([(await me(a)).status, (await me(b)).status]).toEqual([401, 401])
  })
  it('a group day run at one is seen at the other, which hears of it at once', async () => {
    const athleteId = await addAthlete(own.agent)
    const [unit] = (await own.agent.get('/api/kit').expect(200)).body as {
      id: string
      measurementId: string
    }[]
    const named = {
      athleteId,
      unitId: unit!.id,
      measurementId: unit!.measurementId,
      stationId: v7(),
    } as Named
    const day = SAMPLES['POST /api/test-days']!(named) as { id: string }
    await own.agent.post('/api/test-days').send(day).expect(201)
    await own.agent
      .post(`/api/test-days/${day.id}/events`)
      .send({ id: v7(), at: 0, kind: 'start', body: { startedAt: a.now.at } })
      .expect(201)
    await own.agent
      .post(`/api/test-days/${day.id}/events`)
      .send({
        id: v7(),
        at: 12,
        kind: 'done',
        body: {
          athlete: athleteId,
          station: named.stationId,
          hand: 'left',
          n: 1,
          outcome: 'good',
          value: 300,
        },
      })
      .expect(201)
    await until(() => heard.length >= 2)
    expect(heard.map((h) => [h.kind, h.id])).toEqual([
      ['day', day.id],
      ['day', day.id],
    ])
    expect(
      ((await there.get(`/api/test-days/${day.id}`).expect(200)).body as TestDayView).events,
    ).toMatchObject([{ kind: 'done', outcome: 'good', value: 300 }])
  })
  it(
    'what a device sends to either, or to both, is one record; the roster of each says the ' +
      'same',
    async () => {
      const athleteId = await addAthlete(own.agent, { name: 'Ann Tolley' })
      const { sessionId } = await tested(own.agent, athleteId)
      const body = {
        id: v7(),
        hand: 'left',
        ordinal: 4,
        enteredValue: 42,
        enteredUnit: 'kg',
        pain: null,
        deviceAt: null,
      }
      await Promise.all([
        own.agent.post(`/api/tests/${sessionId}/trials`).send(body).expect(201),
        there.post(`/api/tests/${sessionId}/trials`).send(body).expect(201),
      ])
      const tests = (await there.get(`/api/athletes/${athleteId}/tests`).expect(200)).body as {
        trials: { id: string }[]
      }[]
      expect(tests[0]!.trials.filter((t) => t.id === body.id)).toHaveLength(1)
      expect(await rosterOf(there)).toEqual(await rosterOf(own.agent))
    },
  )
  it(
    'a job that its server left in the middle is taken up by the other, and does its work ' +
      'once',
    async () => {
      const athleteId = await addAthlete(own.agent, { name: 'Bo Marsh' })
      const importId = v7()
      const input = {
        body: {
          id: importId,
          fileName: 'a.csv',
          dryRun: false,
          text: 'athlete,date,protocol,left\nBo Marsh,2026-11-02,dyno_seated,40',
          mapping: null,
        },
        account: { id: own.accountId, name: 'ruth', role: 'coach' },
        today: '2026-11-25',
      }
      const id = v7()
      // As a server leaves it that is killed: it says "running", and gives no more signs of life.
      await inHall(a.app, own.hallId, (em) =>
        em.insert(JobEntity, {
          id,
          hallId: own.hallId,
          actorKind: 'coach',
          actorId: own.accountId,
          recordedAt: new Date(a.now.at),
          kind: 'import',
          input,
          state: 'running',
          tries: 1,
          beatAt: new Date(Date.now() - 60_000),
        }),
      )
      const done = await jobDone<ImportReply>(there, id)
      expect(done).toMatchObject({ state: 'done', result: { ok: true, trials: 1, importId } })
      expect((await there.get(`/api/athletes/${athleteId}/tests`).expect(200)).body).toHaveLength(1)
    },
    30_000,
  )
  it('one that ended its server again and again is given up, with nothing saved', async () => {
    const id = v7()
    await inHall(a.app, own.hallId, (em) =>
      em.insert(JobEntity, {
        id,
        hallId: own.hallId,
        actorKind: 'coach',
        actorId: own.accountId,
        recordedAt: new Date(a.now.at),
        kind: 'import',
        input: {},
        state: 'running',
        tries: 3,
        beatAt: new Date(Date.now() - 60_000),
      }),
    )
    expect((await jobDone(there, id)).state).toBe('failed')
  }, 30_000)
})
