import request from 'supertest'
import { v7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { AthleteView } from '@mano/contract/athletes'
import type { KitUnit } from '@mano/contract/kit'
import type { Me } from '@mano/contract/accounts'
import type { PlanView } from '@mano/contract/plan'
import { DEFAULT_FRAME } from '@mano/core/plan/types'
import { addAthlete, athlete, hall, PASSWORD, rig, type Rig, type Staff } from './hall'

const settle = <T>(list: readonly Promise<T>[]): Promise<T[]> => Promise.all(list)
const statuses = (replies: readonly { status: number }[]): number[] =>
  replies.map((r) => r.status).sort()

describe('several at once, signed out', () => {
  it('of twelve who set up an empty installation one does, and the server answers on', async () => {
    const r = await rig()
    const setup = () =>
      request(r.server)
        .post('/api/installation')
        .send({
          hallId: v7(),
          accountId: v7(),
          hallName: 'Quayside Hall',
          timeZone: 'Europe/London',
          name: 'Ruth',
          login: `ruth${v7().slice(-6)}`,
          password: PASSWORD,
        })
    const replies = await settle(Array.from({ length: 12 }, () => setup().then((x) => x)))
    expect(statuses(replies)).toEqual([201, ...Array.from({ length: 11 }, () => 409)])
    const t = performance.now()
    await request(r.server)
      .post('/api/session')
      .send({ login: 'nobody', password: PASSWORD })
      .expect(401)
    expect(performance.now() - t).toBeLessThan(10_000)
    expect(
      (await r.app.query(
        'SELECT count(*)::int AS n FROM (SELECT installation_is_empty() AS e) x WHERE NOT e',
      )) as { n: number }[],
    ).toEqual([{ n: 1 }])
    await r.close()
  }, 30_000)
  it(
    'a connection that is asked for in vain is a 503 with when to come again, not a wait ' +
      'without end',
    async () => {
      const r = await rig()
      const own = await hall(r, 'ruth')
      const held = await settle(
        Array.from({ length: 12 }, async () => {
          const q = r.app.createQueryRunner()
          await q.connect()
          return q
        }),
      )
      const t = performance.now()
      const reply = await own.agent.get('/api/places')
      expect([reply.status, reply.headers['retry-after']]).toEqual([503, '2'])
      expect(performance.now() - t).toBeLessThan(6000)
      for (const q of held) await q.release()
      await own.agent.get('/api/places').expect(200)
      await r.close()
    },
    30_000,
  )
})

describe('two pages change one thing', () => {
  let r: Rig
  let own: Staff
  let athleteId: string
  beforeAll(async () => {
    r = await rig()
    own = await hall(r, 'ruth')
    athleteId = await addAthlete(own.agent)
  })
  afterAll(() => r.close())
  const view = async () =>
    (await own.agent.get(`/api/athletes/${athleteId}`).expect(200)).body as AthleteView
  const form = Object.fromEntries(
    Object.entries(athlete()).filter(([k]) => !['id', 'sportEntryId', 'sportId'].includes(k)),
  )

  it(
    'an athlete: the second is told, with what is there ' + 'now; the same change twice is one',
    async () => {
      const { version } = await view()
      const put = (more: object) =>
        own.agent.put(`/api/athletes/${athleteId}`).send({ ...form, version, ...more })
      expect((await put({ note: 'Left thumb taped' })).body).toEqual({
        id: athleteId,
        version: version + 1,
      })
      const late = await put({ level: 'elite' })
      expect(late.status).toBe(409)
      expect(late.body).toMatchObject({
        type: '/problems/overtaken',
        current: { note: 'Left thumb taped', level: 'trained', version: version + 1 },
      })
      expect((await put({ note: 'Left thumb taped' })).status).toBe(200)
      expect(await view()).toMatchObject({
        note: 'Left thumb taped',
        level: 'trained',
        version: version + 1,
      })
    },
  )
  it(
    'an implement that somebody retired is not brought ' + 'back by a page that did not know',
    async () => {
      const [unit] = (await own.agent.get('/api/kit').expect(200)).body as KitUnit[]
      const { id, label, placeId, orientation, surface, version } = unit!
      const put = (more: object) =>
        own.agent
          .put(`/api/kit/${id}`)
          .send({ label, placeId, orientation, surface, retired: false, version, ...more })
      await put({ retired: true }).expect(200)
      expect((await put({ label: 'Dynamometer A' }).expect(409)).body).toMatchObject({
        current: { retired: true, label },
      })
      expect(
        ((await own.agent.get('/api/kit').expect(200)).body as KitUnit[]).find((u) => u.id === id),
      ).toMatchObject({ retired: true, label })
    },
  )
  it("the hall's own limits", async () => {
    const {
      hall: { version },
    } = (await own.agent.get('/api/me').expect(200)).body as Me
    await own.agent
      .put('/api/hall')
      .send({ name: 'Quayside Hall', timeZone: 'Europe/London', staleDays: 30, version })
      .expect(200)
    await own.agent
      .put('/api/hall')
      .send({ name: 'Quayside Hall', timeZone: 'Europe/London', staleDays: 60, version })
      .expect(409)
  })
  it(
    'of eight saves of a week from one version one is kept, also when they come in the ' +
      'same moment',
    async () => {
      const save = (basedOn: string | null) =>
        own.agent.post(`/api/athletes/${athleteId}/plans`).send({
          id: v7(),
          weekStart: '2026-11-30',
          frame: DEFAULT_FRAME,
          blocks: [],
          terms: { settings: {}, bans: [] },
          reason: '',
          basedOn,
        })
      const first = await settle(Array.from({ length: 8 }, () => save(null).then((x) => x)))
      expect(statuses(first)).toEqual([201, ...Array.from({ length: 7 }, () => 409)])
      const { versions } = (await own.agent.get(`/api/athletes/${athleteId}/plan`).expect(200))
        .body as PlanView
      expect(versions.map((v) => v.number)).toEqual([1])
      expect(
        statuses(
          await settle(Array.from({ length: 8 }, () => save(versions[0]!.id).then((x) => x))),
        ),
      ).toEqual([201, ...Array.from({ length: 7 }, () => 409)])
    },
  )
})

describe('one connection a request', () => {
  it(
    'as many as are let in ask for the roster right after a write: all are answered, none ' +
      'waits for a connection that another holds',
    async () => {
      const r = await rig()
      const own = await hall(r, 'ruth')
      const athleteId = await addAthlete(own.agent)
      for (let i = 0; i < 3; i++) {
        await own.agent
          .post(`/api/athletes/${athleteId}/observations`)
          .send({ id: v7(), hand: 'left', pain: 1, symptom: null, places: null, note: '' })
          .expect(201)
        const t = performance.now()
        const replies = await settle(
          Array.from({ length: 24 }, (_, n) =>
            own.agent.get(n % 2 === 0 ? '/api/athletes' : '/api/athletes/names').then((x) => x),
          ),
        )
        expect(statuses(replies)).toEqual(Array.from({ length: 24 }, () => 200))
        expect(performance.now() - t).toBeLessThan(2500)
      }
      await r.close()
    },
    30_000,
  )
})
