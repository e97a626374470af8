import { v7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { KitUnit } from '@mano/contract/kit'
import type { TestDayLine, TestDayView } from '@mano/contract/testday'
import {
  addAthlete,
  hall,
  rig,
  signIn,
  TODAY,
  PASSWORD,
  type Agent,
  type Rig,
  type Staff,
} from './hall'

let r: Rig
let own: Staff
let assistant: Agent
let athleteId: string
let unit: KitUnit
beforeAll(async () => {
  r = await rig()
  own = await hall(r, 'ruth')
  await own.agent
    .post('/api/people')
    .send({ id: v7(), name: 'Ola Reyes-Lund', login: 'ola', password: PASSWORD })
    .expect(201)
  assistant = await signIn(r, 'ola')
  athleteId = await addAthlete(own.agent)
  unit = ((await own.agent.get('/api/kit').expect(200)).body as KitUnit[]).find(
    (u) => u.kind === 'dyno',
  )!
})
afterAll(() => r.close())

const params = {
  att: 10,
  gapHands: 90,
  gapSame: 180,
  swap: 15,
  plate0: 10,
  perStep: 4,
  step: 2.5,
  walk: 30,
}
const day = (more: object = {}) => ({
  id: v7(),
  name: 'Autumn tests',
  heldOn: TODAY,
  setup: {
    params,
    perHand: 3,
    stepKg: 2.5,
    firstKg: {},
    athletes: [{ id: athleteId, name: 'Rui Castellane' }],
    stations: [
      {
        id: v7(),
        name: 'Station 1',
        protocolId: 'dyno_seated',
        unitId: unit.id,
        measurementId: unit.measurementId,
        variant: {},
        by: '',
        plates: false,
      },
    ],
    ...more,
  },
})
const event = (kind: string, at: number, body: object = {}) => ({ id: v7(), kind, at, body })

describe('a group test day', () => {
  it(
    'is set up, begun once, and what happens is a list that every station reads; a ' +
      'repeated send is one event',
    async () => {
      const d = day()
      await own.agent.post('/api/test-days').send(d).expect(201)
      await own.agent.post('/api/test-days').send(d).expect(201)
      expect(
        (await own.agent.get('/api/test-days').expect(200)).body as TestDayLine[],
      ).toMatchObject([{ id: d.id, athletes: 1, stations: 1, started: false }])
      const at = '2026-11-25T10:00:00.000Z'
      await own.agent
        .post(`/api/test-days/${d.id}/events`)
        .send(event('start', 0, { startedAt: at }))
        .expect(201)
      await own.agent
        .post(`/api/test-days/${d.id}/events`)
        .send(event('start', 0, { startedAt: '2026-11-25T11:00:00.000Z' }))
        .expect(409)
      const done = event('done', 42.5, {
        athlete: athleteId,
        station: d.setup.stations[0]!.id,
        hand: 'left',
        loadKg: 0,
        outcome: 'clean',
        value: 400,
      })
      // An assistant runs a station.
      for (let n = 0; n < 2; n++)
        await assistant.post(`/api/test-days/${d.id}/events`).send(done).expect(201)
      const view = (await own.agent.get(`/api/test-days/${d.id}`).expect(200)).body as TestDayView
      expect(view.startedAt).toBe(at)
      expect(view.events).toMatchObject([{ kind: 'done', at: 42.5, hand: 'left', value: 400 }])
    },
  )
  it('refuses what cannot be, and keeps nothing of it', async () => {
    const send = (b: object) => own.agent.post('/api/test-days').send(b)
    await send(day({ athletes: [] })).expect(400)
    await send(day({ athletes: [{ id: v7(), name: 'Nobody' }] })).expect(400)
    await send(day({ perHand: 9 })).expect(400)
    await send(day({ stations: [{ ...day().setup.stations[0]!, protocolId: 'girth' }] })).expect(
      400,
    )
    await send(day({ stations: [{ ...day().setup.stations[0]!, unitId: v7() }] })).expect(400)
    const [only] = day().setup.stations
    const twice = day({ stations: [only!, { ...only!, id: v7(), name: 'Second' }] })
    const { body } = await send(twice).expect(400)
    expect(JSON.stringify(body)).toContain('have one implement: it stands at one station')
    await assistant.post('/api/test-days').send(day()).expect(403)
    const other = await hall(r, 'cass')
    const d = day()
    await send(d).expect(201)
    await other.agent.get(`/api/test-days/${d.id}`).expect(404)
    await other.agent
      .post(`/api/test-days/${d.id}/events`)
      .send(event('lost', 3, { station: 's' }))
      .expect(404)
    await own.agent.post(`/api/test-days/${d.id}/events`).send(event('party', 3)).expect(400)
  })
})
