import { v7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { athleteOf, type AthleteWire } from '@mano/contract/wire'
import type { SessionView } from '@mano/contract/tests'
import { DEFAULT_FRAME } from '@mano/core/plan/types'
import { addDays, weekStartOf } from '@mano/core/units/dates'
import {
  addAthlete,
  hall,
  rig,
  NOW,
  rosterOf,
  sessionFor,
  tested,
  TODAY,
  type Rig,
  type Staff,
} from './hall'

let r: Rig
let own: Staff
beforeAll(async () => {
  r = await rig()
  own = await hall(r, 'ruth')
})
afterAll(() => r.close())

const testsOf = async (id: string) =>
  (await own.agent.get(`/api/athletes/${id}/tests`).expect(200)).body as SessionView[]
const viewOf = async (id: string) =>
  athleteOf((await own.agent.get(`/api/athletes/${id}`).expect(200)).body as AthleteWire)

describe('a test put right afterwards', () => {
  it('takes other conditions with a reason, and says that it did', async () => {
    const id = await addAthlete(own.agent)
    const { sessionId } = await tested(own.agent, id)
    const conditions = { warm: false, rested: true, skinGood: true, well: true, familiar: false }
    const change = { id: v7(), conditions, practice: true, reason: 'Came in from the cold' }
    await own.agent
      .post(`/api/tests/${sessionId}/changes`)
      .send({ ...change, reason: ' ' })
      .expect(400)
    for (let twice = 0; twice < 2; twice++)
      await own.agent.post(`/api/tests/${sessionId}/changes`).send(change).expect(201)
    const [t] = await testsOf(id)
    expect(t).toMatchObject({
      practice: true,
      conditions,
      changes: [{ reason: 'Came in from the cold' }],
    })
  })
  it('struck, it leaves tests, stages and roster; taken back, it is there again', async () => {
    const id = await addAthlete(own.agent)
    const { sessionId } = await tested(own.agent, id)
    const row = async () => (await rosterOf(own.agent)).find((a) => a.id === id)!
    expect((await row()).key).not.toBeNull()
    await own.agent
      .post(`/api/tests/${sessionId}/changes`)
      .send({ id: v7(), struck: true, reason: 'Of another athlete' })
      .expect(201)
    expect(await testsOf(id)).toEqual([])
    expect((await row()).key).toBeNull()
    await own.agent
      .post(`/api/tests/${sessionId}/changes`)
      .send({ id: v7(), struck: false, reason: 'Taken back' })
      .expect(201)
    expect((await testsOf(id))[0]!.trials.length).toBeGreaterThan(0)
  })
  it(
    'a trial of the wrong hand moves to the other, and ' + 'its hand rests since it was made',
    async () => {
      const id = await addAthlete(own.agent)
      const { sessionId, trialIds } = await tested(own.agent, id)
      const before = (await testsOf(id))[0]!.trials
      const first = before.find((t) => t.id === trialIds[0])!
      const move = {
        id: v7(),
        hand: first.hand === 'left' ? 'right' : 'left',
        enteredValue: first.enteredValue,
        enteredUnit: first.enteredUnit,
        reason: 'Wrong hand',
      }
      for (let twice = 0; twice < 2; twice++)
        expect(
          (await own.agent.post(`/api/trials/${first.id}/corrections`).send(move)).body,
        ).toEqual({ id: move.id })
      const after = (await testsOf(id)).find((s) => s.id === sessionId)!.trials
      expect(after).toHaveLength(before.length)
      const there = before.filter((t) => t.hand === move.hand)
      // Its place is free for the try that is done instead.
      await own.agent
        .post(`/api/tests/${sessionId}/trials`)
        .send({
          id: v7(),
          hand: first.hand,
          ordinal: first.ordinal,
          enteredValue: 41,
          enteredUnit: 'kg',
          pain: null,
          deviceAt: null,
        })
        .expect(201)
      expect(after.find((t) => t.id === move.id)).toMatchObject({
        hand: move.hand,
        ordinal: Math.max(...there.map((t) => t.ordinal)) + 1,
        recordedAt: first.recordedAt,
      })
    },
  )
  it('of an earlier day is entered afterwards, on that day; not of one to come', async () => {
    const id = await addAthlete(own.agent)
    const on = addDays(TODAY, -9)
    const session = await sessionFor(own.agent)
    await own.agent
      .post(`/api/athletes/${id}/tests`)
      .send({ ...session, on: addDays(TODAY, 1) })
      .expect(400)
    await own.agent
      .post(`/api/athletes/${id}/tests`)
      .send({ ...session, on })
      .expect(201)
    await own.agent
      .post(`/api/tests/${session.id}/trials`)
      .send({
        id: v7(),
        hand: 'left',
        ordinal: 1,
        enteredValue: 40,
        enteredUnit: 'kg',
        pain: null,
        deviceAt: null,
      })
      .expect(201)
    expect(await testsOf(id)).toMatchObject([{ performedOn: on, trials: [{ enteredValue: 40 }] }])
  })
})

describe('a session that ended early', () => {
  it('is kept with the reason and what was left, once; of a plan that is there', async () => {
    const id = await addAthlete(own.agent)
    const block = {
      id: v7(),
      day: 2,
      exerciseId: 'pinch_hold',
      sets: 3,
      dose: 12,
      hands: ['left', 'right'],
      reason: 'by hand',
    }
    const plan = {
      id: v7(),
      weekStart: weekStartOf(TODAY),
      frame: DEFAULT_FRAME,
      blocks: [block],
      reason: 'as agreed',
    }
    await own.agent.post(`/api/athletes/${id}/plans`).send(plan).expect(201)
    const end = {
      id: v7(),
      planVersionId: plan.id,
      // Sent two days after it was held, when the network was back.
      deviceAt: new Date(Date.parse(NOW) - 2 * 86_400_000).toISOString(),
      reason: 'has to leave',
      setsLeft: [{ blockId: block.id, sets: 4 }],
    }
    for (let twice = 0; twice < 2; twice++)
      await own.agent.post(`/api/athletes/${id}/ends`).send(end).expect(201)
    await own.agent
      .post(`/api/athletes/${id}/ends`)
      .send({ ...end, id: v7(), planVersionId: v7() })
      .expect(404)
    expect((await viewOf(id)).history.ends).toEqual([
      { on: addDays(TODAY, -2), reason: 'has to leave', setsLeft: end.setsLeft },
    ])
  })
})

describe('what was entered by mistake', () => {
  it(
    'a measure and an injury are struck with a reason; ' + 'the injury is no caution any more',
    async () => {
      const id = await addAthlete(own.agent)
      const measure = {
        id: v7(),
        measure: 'hand_length',
        hand: 'left',
        enteredValue: 300,
        enteredUnit: 'mm',
        measuredOn: TODAY,
        supersedesId: null,
      }
      await own.agent
        .post(`/api/athletes/${id}/measurements`)
        .send({ ...measure, enteredValue: 180 })
        .expect(201)
      const injury = {
        id: v7(),
        site: 'thumb',
        side: 'left',
        status: 'active',
        since: null,
        note: '',
        advisedBy: '',
        supersedesId: null,
      }
      await own.agent.post(`/api/athletes/${id}/injuries`).send(injury).expect(201)
      expect((await viewOf(id)).safety.injuries).toHaveLength(1)
      for (const at of [
        `/api/measurements/${measure.id}/strike`,
        `/api/injuries/${injury.id}/strike`,
      ])
        await own.agent.post(at).send({ id: v7(), reason: 'Of another athlete' }).expect(201)
      const view = await viewOf(id)
      expect([view.measurements, view.injuries, view.safety.injuries]).toEqual([[], [], []])
    },
  )
  it(
    'an athlete is put away with a reason and brought back; who was never measured can go ' +
      'for good',
    async () => {
      const [id, empty] = [
        await addAthlete(own.agent, { name: 'Wren Aldous' }),
        await addAthlete(own.agent, { name: 'Typed Twice' }),
      ]
      await tested(own.agent, id)
      const names = async () => (await rosterOf(own.agent)).map((a) => a.name)
      await own.agent
        .put(`/api/athletes/${id}/archive`)
        .send({ archived: true, reason: '' })
        .expect(400)
      await own.agent
        .put(`/api/athletes/${id}/archive`)
        .send({ archived: true, reason: 'Moved away' })
        .expect(200)
      expect(await names()).not.toContain('Wren Aldous')
      expect((await own.agent.get('/api/archive').expect(200)).body).toEqual([
        { id, name: 'Wren Aldous', on: TODAY, why: 'Moved away' },
      ])
      expect(
        (await own.agent.get('/api/squad?protocol=dyno_seated').expect(200)).text,
      ).not.toContain('Wren Aldous')
      await own.agent
        .put(`/api/athletes/${id}/archive`)
        .send({ archived: false, reason: '' })
        .expect(200)
      expect(await names()).toContain('Wren Aldous')
      await own.agent.delete(`/api/athletes/${id}`).expect(409)
      await own.agent.delete(`/api/athletes/${empty}`).expect(204)
      expect(await names()).not.toContain('Typed Twice')
      await own.agent.get(`/api/athletes/${empty}`).expect(404)
    },
  )
})
