import request from 'supertest'
import { v7 } from 'uuid'
import { describe, expect, it } from 'vitest'
import { type AthleteView } from '@mano/contract/athletes'
import type { LinkSession } from '@mano/contract/plan'
import { addAthlete, importFile, rosterOf, trial } from './hall'
import {
  YOUNG,
  alarms,
  anyPlan,
  assistant,
  at,
  athleteId,
  clearance,
  injury,
  lift,
  log,
  own,
  post,
  r,
  session,
  token,
  use,
  view,
  gatesHall,
} from './gatesRig'

gatesHall()

describe('reasons, alarms and who sees what', () => {
  it(
    'only a coach gives a reason; it holds for that ' + 'test today, and new pain asks again',
    async () => {
      await own.agent.post(at('/injuries')).send(injury('skin')).expect(201)
      const s = lift('edge', { overrideReason: 'tape on' })
      expect((await post(at('/tests'), s, assistant)).status).toBe(403)
      expect((await post(at('/tests'), s)).status).toBe(201)
      expect(
        (await post(`/api/tests/${s.id}/trials`, trial('left', 1, 30), assistant)).status,
      ).toBe(201)
      expect((await post(at('/tests'), lift('edge'))).status).toBe(201)
      await own.agent
        .post(`/api/tests/${s.id}/observations`)
        .send({ id: v7(), hand: 'left', pain: 3, symptom: null, note: '', places: ['skin'] })
        .expect(201)
      expect((await post(`/api/tests/${s.id}/trials`, trial('left', 2, 30))).status).toBe(400)
      r.now.at = '2026-11-26T10:00:00.000Z'
      expect((await post(at('/tests'), lift('edge'))).status).toBe(400)
    },
  )
  it(
    'an alarm stands on roster and page until a coach ' + 'says what was done and who was told',
    async () => {
      await own.agent.post(at('/injuries')).send(injury('thumb')).expect(201)
      const planId = await anyPlan()
      for (const set of [1, 2, 3]) await post(at('/logs'), log(planId, 'pinch_hold', { set }))
      const [alarm, ...more] = (await view()).alarms
      expect(more).toEqual([])
      const row = async () => (await rosterOf(own.agent)).find((a) => a.id === athleteId)!
      expect(await row()).toMatchObject({
        alarms: 1,
        call: { need: 'act', alarm: true, action: 'Answer the alarm' },
      })
      // Such a set raises no later load.
      expect((await view()).history.logs.every((l) => l.alarmed)).toBe(true)
      expect(
        (await post(at(`/alarms/${alarm!.id}/answer`), { id: v7(), done: 'sent home', told: '' }))
          .status,
      ).toBe(400)
      expect(
        (
          await post(at(`/alarms/${alarm!.id}/answer`), {
            id: v7(),
            done: 'sent home',
            told: 'Rui',
          })
        ).status,
      ).toBe(201)
      expect((await view()).alarms).toEqual([])
    },
  )
  it(
    'health answers are the coaches\u2019; an assistant and a link see only what they make ' +
      'of an act',
    async () => {
      await own.agent
        .post(at('/health'))
        .send({ id: v7(), yes: ['heart'] })
        .expect(201)
      const seen = (await assistant.get(at('')).expect(200)).body as AthleteView
      expect(seen.health).toBeNull()
      expect(JSON.stringify(seen)).not.toMatch(/"heart"/)
      expect(seen.safety.closed).toMatchObject({
        'exercise pinch_max': 'stop',
        'test dyno_seated dyno': 'stop',
      })
      const key = token()
      await own.agent.post(at('/links')).send({ id: v7(), days: 7, token: key }).expect(201)
      const link = (await request(r.server).get('/api/link').set('X-Mano-Link', key).expect(200))
        .body as LinkSession
      expect(JSON.stringify(link)).not.toMatch(/"heart"/)
      expect(link.athlete.safety.closed!['exercise pinch_max']).toBe('stop')
    },
  )
  it('a yes counts until it is cleared', async () => {
    await own.agent
      .post(at('/health'))
      .send({ id: v7(), yes: ['heart'] })
      .expect(201)
    expect(
      (await post(at('/tests'), session('dyno_seated', 'dyno', { variant: { position: '2' } })))
        .status,
    ).toBe(422)
    await own.agent
      .post(at('/clearances'))
      .send(clearance({ healthId: 'heart' }))
      .expect(201)
    expect(
      (await post(at('/tests'), session('dyno_seated', 'dyno', { variant: { position: '2' } })))
        .status,
    ).toBe(201)
  })
  it(
    'never asked: a squeeze meets nothing, a lift asks once, and the questions can wait a ' + 'day',
    async () => {
      use(await addAthlete(own.agent, { name: `New ${v7().slice(-6)}` }, true))
      expect(
        (await post(at('/tests'), session('dyno_seated', 'dyno', { variant: { position: '2' } })))
          .status,
      ).toBe(201)
      expect((await post(at('/tests'), lift('block'))).status).toBe(400)
      await own.agent.post(at('/health-later')).send({ id: v7() }).expect(201)
      expect((await post(at('/tests'), lift('block'))).status).toBe(201)
      r.now.at = '2026-11-26T10:00:00.000Z'
      expect((await post(at('/tests'), lift('block'))).status).toBe(400)
      await own.agent.post(at('/health')).send({ id: v7(), yes: [] }).expect(201)
      expect((await post(at('/tests'), lift('block'))).status).toBe(201)
    },
  )
  it('a readiness squeeze low twice in a row raises an alarm', async () => {
    const squeeze = async (on: string, kg: number) => {
      r.now.at = `${on}T10:00:00.000Z`
      const s = session('ready_squeeze', 'dyno', { variant: { position: '2' } })
      expect((await post(at('/tests'), s)).status).toBe(201)
      for (const hand of ['left', 'right'] as const)
        expect((await post(`/api/tests/${s.id}/trials`, trial(hand, 1, kg))).status).toBe(201)
    }
    for (const [i, kg] of [50, 50.4, 49.8, 50.2, 49.9, 50.1, 50].entries())
      await squeeze(`2026-11-${String(10 + i).padStart(2, '0')}`, kg)
    await squeeze('2026-11-24', 46.5)
    expect((await view()).alarms).toEqual([])
    await squeeze('2026-11-25', 43)
    expect((await view()).alarms).toMatchObject([
      { class: 'ask', says: expect.stringContaining('twice in a row') },
    ])
  })
  it('an undone import takes its alarms with it', async () => {
    use(await addAthlete(own.agent, { name: `Young ${v7().slice(-6)}`, ...YOUNG }))
    const id = v7()
    await importFile(own.agent, {
      id,
      fileName: 'a.csv',
      dryRun: false,
      text:
        `athlete,date,protocol,implement,left\n${(await view()).name}` +
        ',2026-11-24,lift_max,edge,40',
    })
    expect(await alarms()).toEqual(['stop'])
    await own.agent.post(`/api/imports/${id}/undo`).send({}).expect(200)
    expect(await alarms()).toEqual([])
  })
})
