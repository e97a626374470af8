import request from 'supertest'
import { v7 } from 'uuid'
import { describe, expect, it } from 'vitest'
import type { DraftView } from '@mano/contract/plan'
import type { TestDayView } from '@mano/contract/testday'
import { gateKey } from '@mano/contract/testday'
import { DOORS, type DoorId } from '@mano/core/catalogue/doors'
import { type Block } from '@mano/core/plan/types'
import { addAthlete, importFile, NOW, TODAY, trial } from './hall'
import {
  WEEK,
  YOUNG,
  alarms,
  anyPlan,
  at,
  athleteId,
  block,
  day,
  frame,
  injury,
  lift,
  log,
  own,
  plan,
  post,
  r,
  token,
  use,
  view,
  gatesHall,
} from './gatesRig'

gatesHall()

/** Athletes of each tier, each with an act that the tier is about: a test and an exercise. */
const TIERS = {
  absolute: {
    make: () => addAthlete(own.agent, { name: `Young ${v7().slice(-6)}`, ...YOUNG }),
    kind: 'edge',
    exercise: 'edge_hang',
    hands: ['both'] as Block['hands'],
    class: 'stop',
  },
  clearance: {
    make: async () => {
      const id = await addAthlete(own.agent, { name: `Hurt ${v7().slice(-6)}` })
      for (const side of ['left', 'right'])
        await own.agent
          .post(`/api/athletes/${id}/injuries`)
          .send(injury('finger_pulley', { side }))
          .expect(201)
      return id
    },
    kind: 'edge',
    exercise: 'edge_hang',
    hands: ['both'] as Block['hands'],
    class: 'stop',
  },
  acknowledge: {
    make: async () => {
      const id = await addAthlete(own.agent, { name: `Skin ${v7().slice(-6)}` })
      for (const side of ['left', 'right'])
        await own.agent
          .post(`/api/athletes/${id}/injuries`)
          .send(injury('skin', { side }))
          .expect(201)
      return id
    },
    kind: 'edge',
    exercise: 'towel_hang',
    hands: ['both'] as Block['hands'],
    class: 'ask',
  },
  free: {
    make: () => addAthlete(own.agent, { name: `Well ${v7().slice(-6)}` }),
    kind: 'edge',
    exercise: 'edge_hang',
    hands: ['both'] as Block['hands'],
    class: 'free',
  },
} as const
type Tier = (typeof TIERS)[keyof typeof TIERS]

/**
 * What each door does with a tier's act: 'free', 'ask' (goes on with a reason), 'stop', or for what
 * already happened 'record'.
 */
const TRY: Readonly<Record<Exclude<DoorId, 'card'>, (t: Tier) => Promise<string>>> = {
  test_start: async (t) => {
    const status = (await post(at('/tests'), lift(t.kind))).status
    if (status !== 400) return status === 201 ? 'free' : 'stop'
    return (await post(at('/tests'), lift(t.kind, { overrideReason: 'as agreed' }))).status === 201
      ? 'ask'
      : 'stop'
  },
  trial: async (t) => {
    // Begun while nothing stood against it.
    const s = lift(t.kind)
    const hurt = athleteId
    use(await addAthlete(own.agent, { name: `Begun ${v7().slice(-6)}` }))
    expect((await post(at('/tests'), s)).status).toBe(201)
    const symptoms = { stop: { pain: 5 }, ask: { pain: 3 }, free: { pain: 1 } }[t.class]
    await post(`/api/tests/${s.id}/observations`, {
      id: v7(),
      hand: 'left',
      symptom: null,
      note: '',
      ...symptoms,
    })
    const send = async () => (await post(`/api/tests/${s.id}/trials`, trial('left', 1, 30))).status
    const status = await send()
    const out =
      status === 201
        ? 'free'
        : status === 422
          ? 'stop'
          : (
                await post(at('/reasons'), {
                  id: v7(),
                  kind: 'test',
                  of: 'lift_max',
                  implementKind: t.kind,
                  addedKg: null,
                  hand: 'left',
                  reason: 'as agreed',
                })
              ).status === 201 && (await send()) === 201
            ? 'ask'
            : 'stop'
    use(hurt)
    return out
  },
  day_setup: async (t) => {
    const d = day(t.kind)
    const { id, protocolId, unitId, variant } = d.setup.stations[0]!
    const gates = (
      await post('/api/test-days/gates', {
        heldOn: TODAY,
        athletes: [athleteId],
        stations: [{ id, protocolId, unitId, variant }],
      })
    ).body as TestDayView['gates']
    return gates[gateKey(athleteId, id, 'left')]?.class ?? 'free'
  },
  day_station: async (t) => {
    const d = day(t.kind)
    await own.agent.post('/api/test-days').send(d).expect(201)
    await own.agent
      .post(`/api/test-days/${d.id}/events`)
      .send({ id: v7(), kind: 'start', at: 0, body: { startedAt: NOW } })
      .expect(201)
    const station = d.setup.stations[0]!.id
    const done = async () =>
      (
        await post(`/api/test-days/${d.id}/events`, {
          id: v7(),
          kind: 'done',
          at: 1,
          body: {
            athlete: athleteId,
            station,
            hand: 'left',
            loadKg: 20,
            outcome: 'clean',
            value: 20,
          },
        })
      ).status
    const status = await done()
    const events = ((await own.agent.get(`/api/test-days/${d.id}`).expect(200)).body as TestDayView)
      .events.length
    if (status === 201) return 'free'
    // Refused before the effort: no "done" is kept.
    expect(events).toBe(0)
    if (status === 422) return 'stop'
    expect(
      (
        await post(`/api/test-days/${d.id}/reasons`, {
          id: v7(),
          athleteId,
          stationId: station,
          reason: 'as agreed',
        })
      ).status,
    ).toBe(201)
    return (await done()) === 201 ? 'ask' : 'stop'
  },
  plan_draft: async (t) => {
    const { blocks } = (
      await post(at('/draft'), { weekStart: WEEK, frame, terms: { settings: {}, bans: [] } })
    ).body as DraftView
    expect(blocks.some((b) => b.exerciseId === t.exercise && t.class !== 'free')).toBe(false)
    return t.class
  },
  plan_save: async (t) => {
    const status = (
      await post(
        at('/plans'),
        plan([block(t.exercise, t.hands)], 'the rest of the week is elsewhere'),
      )
    ).status
    if (status === 422) return 'stop'
    expect(status).toBe(201)
    const asked = (await own.agent.get(at('/plan')).expect(200)).body as {
      versions: { asked: unknown[] }[]
    }
    return asked.versions[0]!.asked.length > 0 ? 'ask' : 'free'
  },
  floor: async (t) => {
    expect(
      (await post(at('/logs'), log(await anyPlan(), t.exercise, { hand: 'both' }))).status,
    ).toBe(201)
    return (await alarms())[0] ?? 'free'
  },
  link: async (t) => {
    const key = token()
    const planId = await anyPlan()
    await own.agent.post(at('/links')).send({ id: v7(), days: 7, token: key }).expect(201)
    await request(r.server)
      .post('/api/link/logs')
      .set('X-Mano-Link', key)
      .send(log(planId, t.exercise, { hand: 'both' }))
      .expect(201)
    return (await alarms())[0] ?? 'free'
  },
  free_set: async (t) => {
    // Yesterday's clock: judged by the facts of its own day, and kept.
    const planId = await anyPlan()
    expect(
      (
        await post(
          at('/logs'),
          log(planId, t.exercise, { hand: 'both', deviceAt: '2026-11-24T17:00:00.000Z' }),
        )
      ).status,
    ).toBe(201)
    expect((await view()).history.logs.map((l) => l.on)).toEqual(['2026-11-24'])
    return (await alarms())[0] ?? 'free'
  },
  import: async (t) => {
    const { name } = await view()
    const reply = await importFile(own.agent, {
      id: v7(),
      fileName: 'a.csv',
      dryRun: false,
      text: `athlete,date,protocol,implement,left\n${name},2026-11-24,lift_max,${t.kind},40`,
    })
    expect(reply).toMatchObject({ ok: true, trials: 1 })
    return (await alarms())[0] ?? 'free'
  },
}

describe('one athlete of each tier at every door', () => {
  it('every door of the server is tried here', () =>
    expect(Object.keys(TRY).sort()).toEqual(
      DOORS.filter((d) => d.server)
        .map((d) => d.id)
        .sort(),
    ))
  for (const [name, tier] of Object.entries(TIERS))
    it.each(Object.keys(TRY) as (keyof typeof TRY)[])(`${name} at %s`, async (door) => {
      use(await tier.make())
      expect(await TRY[door](tier)).toBe(tier.class)
    })
})
