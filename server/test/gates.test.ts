import request from 'supertest'
import { v7 } from 'uuid'
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import type { AthleteView, RosterRow } from '@mano/contract/athletes'
import type { KitUnit } from '@mano/contract/kit'
import type { DraftView, LinkSession } from '@mano/contract/plan'
import type { TestDayView } from '@mano/contract/testday'
import { gateKey } from '@mano/contract/testday'
import { DOORS, type DoorId } from '@mano/core/catalogue/doors'
import { DEFAULT_FRAME, type Block } from '@mano/core/plan/types'
import { addAthlete, hall, importFile, NOW, PASSWORD, rig, signIn, TODAY, trial, unitBody, type Agent, type Rig, type Staff } from './hall'

let r: Rig
let own: Staff
let assistant: Agent
let kit: KitUnit[]
let athleteId: string
const WEEK = '2026-11-23'
const frame = DEFAULT_FRAME.map((d) => ({ ...d, minutes: 60 }))
const post = async (url: string, body: object, agent = own.agent) => agent.post(url).send(body)
const at = (path: string) => `/api/athletes/${athleteId}${path}`
const view = async () => (await own.agent.get(at('')).expect(200)).body as AthleteView
const unit = (kind: string) => kit.find((u) => u.kind === kind)!
const block = (exerciseId: string, hands: Block['hands'] = ['left', 'right'], day = 2): Block => ({ id: v7(), day, exerciseId, sets: 3, dose: 15, hands, reason: '' })
const plan = (blocks: Block[], reason = '') => ({ id: v7(), weekStart: WEEK, frame, blocks, terms: { settings: {}, bans: [] }, reason })
const ALL = { warm: true, rested: true, skinGood: true, well: true, familiar: false }
const session = (protocolId: string, kind: string, more: object = {}) => ({ id: v7(), protocolId, unitId: unit(kind).id, measurementId: unit(kind).measurementId, variant: {}, conditions: ALL, overrideReason: '', note: '', deviceAt: null, ...more })
const lift = (kind: string, more: object = {}) => session('lift_max', kind, { expectedKg: 40, ...more })
const log = (planVersionId: string, exerciseId: string, more: object = {}) => ({ id: v7(), planVersionId, blockId: null, exerciseId, hand: 'left', set: 1, load: null, loadUnit: 'kg', seconds: 10, reps: null, ended: 'done', effort: null, pain: null, deviceAt: null, supersedesId: null, ...more })
const injury = (site: string, more: object = {}) => ({ id: v7(), site, side: 'left', status: 'active', since: '2026-11-20', note: '', advisedBy: '', supersedesId: null, ...more })
const clearance = (of: object) => ({ id: v7(), injuryId: null, observationId: null, healthId: null, pain: null, clearedBy: 'Orla Finch', profession: 'physician', clearedOn: TODAY, allows: 'all', until: null, received: 'letter', note: '', ...of })
const YOUNG = { birthDate: '2011-05-01', guardian: { by: 'Ada Castellane', relation: 'mother', on: '2026-01-01' } }
/** A week that asks nothing and holds nothing, to log against. */
const anyPlan = async (): Promise<string> => { const p = plan([block('ext_band')], 'for the test'); expect((await post(at('/plans'), p)).status).toBe(201); return p.id }

beforeAll(async () => {
  r = await rig()
  own = await hall(r, 'ruth')
  await own.agent.post('/api/people').send({ id: v7(), name: 'Ola Reyes-Lund', login: 'ola', password: PASSWORD }).expect(201)
  assistant = await signIn(r, 'ola')
  for (const [kind, size] of [['edge', 20], ['block', 76], ['pin', null]] as const) await own.agent.post('/api/kit').send(await unitBody(own.agent, { kind, size, label: kind, ...(kind === 'pin' && { massKg: 1, plates: [{ kg: 5, count: 8 }] }) })).expect(201)
  kit = (await own.agent.get('/api/kit').expect(200)).body as KitUnit[]
})
afterAll(() => r.close())
beforeEach(async () => { r.now.at = NOW; athleteId = await addAthlete(own.agent, { name: `Rui ${v7().slice(-6)}` }) })

/** Athletes of each tier, each with an act that the tier is about: a test and an exercise. */
const TIERS = {
  absolute: { make: () => addAthlete(own.agent, { name: `Young ${v7().slice(-6)}`, ...YOUNG }), kind: 'edge', exercise: 'edge_hang', hands: ['both'] as Block['hands'], class: 'stop' },
  clearance: { make: async () => { const id = await addAthlete(own.agent, { name: `Hurt ${v7().slice(-6)}` }); for (const side of ['left', 'right']) await own.agent.post(`/api/athletes/${id}/injuries`).send(injury('finger_pulley', { side })).expect(201); return id }, kind: 'edge', exercise: 'edge_hang', hands: ['both'] as Block['hands'], class: 'stop' },
  acknowledge: { make: async () => { const id = await addAthlete(own.agent, { name: `Skin ${v7().slice(-6)}` }); for (const side of ['left', 'right']) await own.agent.post(`/api/athletes/${id}/injuries`).send(injury('skin', { side })).expect(201); return id }, kind: 'edge', exercise: 'towel_hang', hands: ['both'] as Block['hands'], class: 'ask' },
  free: { make: () => addAthlete(own.agent, { name: `Well ${v7().slice(-6)}` }), kind: 'edge', exercise: 'edge_hang', hands: ['both'] as Block['hands'], class: 'free' },
} as const
type Tier = (typeof TIERS)[keyof typeof TIERS]

const day = (kind: string) => ({ id: v7(), name: 'Tests', heldOn: TODAY, setup: { params: { att: 10, gapHands: 90, gapSame: 180, swap: 15, plate0: 10, perStep: 4, step: 2.5, walk: 30 }, perHand: 2, stepKg: 2.5, firstKg: {}, athletes: [{ id: athleteId, name: 'x' }], stations: [{ id: v7(), name: 'Station 1', protocolId: 'lift_max', unitId: unit(kind).id, measurementId: unit(kind).measurementId, variant: {}, by: '', plates: true }] } })
const alarms = async () => (await view()).alarms.map((a) => a.class)
const token = () => v7().replace(/-/g, '').padStart(43, 'x')

/** What each door does with a tier's act: 'free', 'ask' (goes on with a reason), 'stop', or for what already happened 'record'. */
const TRY: Readonly<Record<Exclude<DoorId, 'card'>, (t: Tier) => Promise<string>>> = {
  test_start: async (t) => {
    const status = (await post(at('/tests'), lift(t.kind))).status
    if (status !== 400) return status === 201 ? 'free' : 'stop'
    return (await post(at('/tests'), lift(t.kind, { overrideReason: 'as agreed' }))).status === 201 ? 'ask' : 'stop'
  },
  trial: async (t) => {
    // Begun while nothing stood against it.
    const s = lift(t.kind)
    const hurt = athleteId
    athleteId = await addAthlete(own.agent, { name: `Begun ${v7().slice(-6)}` })
    expect((await post(at('/tests'), s)).status).toBe(201)
    const symptoms = { stop: { pain: 5 }, ask: { pain: 3 }, free: { pain: 1 } }[t.class]
    await post(`/api/tests/${s.id}/observations`, { id: v7(), hand: 'left', symptom: null, note: '', ...symptoms })
    const send = async () => (await post(`/api/tests/${s.id}/trials`, trial('left', 1, 30))).status
    const status = await send()
    const out = status === 201 ? 'free' : status === 422 ? 'stop' : ((await post(at('/reasons'), { id: v7(), kind: 'test', of: 'lift_max', implementKind: t.kind, addedKg: null, hand: 'left', reason: 'as agreed' })).status === 201 && (await send()) === 201) ? 'ask' : 'stop'
    athleteId = hurt
    return out
  },
  day_setup: async (t) => {
    const d = day(t.kind)
    const { id, protocolId, unitId, variant } = d.setup.stations[0]!
    const gates = (await post('/api/test-days/gates', { heldOn: TODAY, athletes: [athleteId], stations: [{ id, protocolId, unitId, variant }] })).body as TestDayView['gates']
    return gates[gateKey(athleteId, id, 'left')]?.class ?? 'free'
  },
  day_station: async (t) => {
    const d = day(t.kind)
    await own.agent.post('/api/test-days').send(d).expect(201)
    await own.agent.post(`/api/test-days/${d.id}/events`).send({ id: v7(), kind: 'start', at: 0, body: { startedAt: NOW } }).expect(201)
    const station = d.setup.stations[0]!.id
    const done = async () => (await post(`/api/test-days/${d.id}/events`, { id: v7(), kind: 'done', at: 1, body: { athlete: athleteId, station, hand: 'left', loadKg: 20, outcome: 'clean', value: 20 } })).status
    const status = await done()
    const events = ((await own.agent.get(`/api/test-days/${d.id}`).expect(200)).body as TestDayView).events.length
    if (status === 201) return 'free'
    // Refused before the effort: no "done" is kept.
    expect(events).toBe(0)
    if (status === 422) return 'stop'
    expect((await post(`/api/test-days/${d.id}/reasons`, { id: v7(), athleteId, stationId: station, reason: 'as agreed' })).status).toBe(201)
    return (await done()) === 201 ? 'ask' : 'stop'
  },
  plan_draft: async (t) => {
    const { blocks } = (await post(at('/draft'), { weekStart: WEEK, frame, terms: { settings: {}, bans: [] } })).body as DraftView
    expect(blocks.some((b) => b.exerciseId === t.exercise && t.class !== 'free')).toBe(false)
    return t.class
  },
  plan_save: async (t) => {
    const status = (await post(at('/plans'), plan([block(t.exercise, t.hands)], 'the rest of the week is elsewhere'))).status
    if (status === 422) return 'stop'
    expect(status).toBe(201)
    const asked = (await own.agent.get(at('/plan')).expect(200)).body as { versions: { asked: unknown[] }[] }
    return asked.versions[0]!.asked.length > 0 ? 'ask' : 'free'
  },
  floor: async (t) => { expect((await post(at('/logs'), log(await anyPlan(), t.exercise, { hand: 'both' }))).status).toBe(201); return (await alarms())[0] ?? 'free' },
  link: async (t) => {
    const key = token()
    const planId = await anyPlan()
    await own.agent.post(at('/links')).send({ id: v7(), days: 7, token: key }).expect(201)
    await request(r.server).post('/api/link/logs').set('X-Mano-Link', key).send(log(planId, t.exercise, { hand: 'both' })).expect(201)
    return (await alarms())[0] ?? 'free'
  },
  free_set: async (t) => {
    // Yesterday's clock: judged by the facts of its own day, and kept.
    const planId = await anyPlan()
    expect((await post(at('/logs'), log(planId, t.exercise, { hand: 'both', deviceAt: '2026-11-24T17:00:00.000Z' }))).status).toBe(201)
    expect((await view()).history.logs.map((l) => l.on)).toEqual(['2026-11-24'])
    return (await alarms())[0] ?? 'free'
  },
  import: async (t) => {
    const { name } = await view()
    const reply = await importFile(own.agent, { id: v7(), fileName: 'a.csv', dryRun: false, text: `athlete,date,protocol,implement,left\n${name},2026-11-24,lift_max,${t.kind},40` })
    expect(reply).toMatchObject({ ok: true, trials: 1 })
    return (await alarms())[0] ?? 'free'
  },
}

describe('one athlete of each tier at every door', () => {
  it('every door of the server is tried here', () => expect(Object.keys(TRY).sort()).toEqual(DOORS.filter((d) => d.server).map((d) => d.id).sort()))
  for (const [name, tier] of Object.entries(TIERS))
    it.each(Object.keys(TRY) as (keyof typeof TRY)[])(`${name} at %s`, async (door) => {
      athleteId = await tier.make()
      expect(await TRY[door](tier)).toBe(tier.class)
    })
})

describe('side doors that stood open', () => {
  it('a 15-year-old does no edge ramp to 55 kg, no edge pull and no edge hang with 25 kg, and a caution of the day before opens nothing', async () => {
    athleteId = await addAthlete(own.agent, { name: `Young ${v7().slice(-6)}`, ...YOUNG })
    expect((await post(at('/tests'), lift('edge', { expectedKg: 55, overrideReason: 'please' }))).status).toBe(422)
    expect((await post(at('/tests'), session('pull_max', 'edge', { overrideReason: 'please' }))).status).toBe(422)
    expect((await post(at('/tests'), session('hang_time', 'edge', { variant: { addedKg: '25' }, overrideReason: 'please' }))).status).toBe(422)
    expect((await post(at('/tests'), session('hang_time', 'edge', { variant: { addedKg: '0' }, overrideReason: 'as agreed with her mother' }))).status).toBe(201)
    const planId = await anyPlan()
    await post(at('/logs'), log(planId, 'hang_dead', { hand: 'both', pain: 6, deviceAt: '2026-11-24T17:00:00.000Z' }))
    expect((await post(at('/plans'), plan([block('edge_hang', ['both'], 4)], 'as agreed'))).status).toBe(422)
  })
  it('a held thumb or pulley stops maximal squeezes, loaded hangs, towel pull-ups and the warm-up too', async () => {
    await own.agent.post(at('/injuries')).send(injury('finger_pulley')).expect(201)
    for (const e of ['dyno_max', 'hang_load', 'towel_pull']) expect((await post(at('/plans'), plan([block(e, e === 'dyno_max' ? ['left'] : ['both'])], 'as agreed'))).status, e).toBe(422)
    await own.agent.post(at('/injuries')).send(injury('thumb')).expect(201)
    const planId = await anyPlan()
    await post(at('/logs'), log(planId, 'prep_thumb'))
    expect((await view()).alarms[0]!.says).toContain('Light thumb closing')
  })
  it('restriction work is off with an active nerve injury, whoever supervises', async () => {
    await own.agent.post(at('/flags')).send({ id: v7(), flags: ['restriction_supervised'] }).expect(201)
    const planId = await anyPlan()
    await post(at('/logs'), log(planId, 'bfr_light', { hand: 'right' }))
    expect(await alarms()).toEqual(['ask'])
    await own.agent.post(at('/injuries')).send(injury('nerve')).expect(201)
    await post(at('/logs'), log(planId, 'bfr_light', { hand: 'right', set: 2 }))
    expect(await alarms()).toEqual(['stop', 'ask'])
  })
  it('clotting, vessels and pregnancy can be entered, and decide', async () => {
    await own.agent.post(at('/health')).send({ id: v7(), yes: ['clotting', 'vascular', 'pregnancy'] }).expect(201)
    expect((await view()).health).toMatchObject({ due: false, yes: [{ id: 'clotting' }, { id: 'vascular' }, { id: 'pregnancy' }] })
    expect((await post(at('/tests'), lift('block', { overrideReason: 'please' }))).status).toBe(422)
  })
  it('pain of 7 in one test stops the next test of that hand, and the next exercise of its tissue', async () => {
    const s = lift('block')
    await own.agent.post(at('/tests')).send(s).expect(201)
    await own.agent.post(`/api/tests/${s.id}/trials`).send(trial('left', 1, 30, { pain: 7 })).expect(201)
    const next = session('dyno_seated', 'dyno', { variant: { position: '2' } })
    await own.agent.post(at('/tests')).send(next).expect(201)
    expect((await post(`/api/tests/${next.id}/trials`, trial('left', 1, 40))).status).toBe(422)
    expect((await post(`/api/tests/${next.id}/trials`, trial('right', 1, 40))).status).toBe(201)
    const planId = await anyPlan()
    await post(at('/logs'), log(planId, 'thumb_side'))
    expect(await alarms()).toEqual(['stop'])
  })
  it('pain of a two-handed set counts for the hand and the place that were named', async () => {
    const planId = await anyPlan()
    await post(at('/logs'), log(planId, 'towel_hang', { hand: 'both', pain: 4, painWhere: { hand: 'right', at: ['finger_flexors'] } }))
    await post(at('/logs'), log(planId, 'bar_hold_long', { hand: 'both', set: 2 }))
    expect((await view()).alarms).toMatchObject([{ class: 'stop', hand: 'both', says: expect.stringContaining('right hand: finger flexors') }])
    expect((await view()).safety.pains).toMatchObject([{ hand: 'right', tissues: ['finger_flexors'], pain: 4 }])
  })
  it('the level stands in for nothing: forced negatives stop with nothing on record', async () => {
    athleteId = await addAthlete(own.agent, { name: `Trained ${v7().slice(-6)}`, level: 'elite' }, true)
    expect((await post(at('/plans'), plan([block('spring_over')], 'as agreed'))).status).toBe(422)
  })
  it('an unknown birth date is treated as under 18, and consent is a name, a relation and a day', async () => {
    athleteId = await addAthlete(own.agent, { name: `Unknown ${v7().slice(-6)}`, birthDate: null })
    expect((await post(at('/tests'), lift('edge', { overrideReason: 'please' }))).status).toBe(422)
    athleteId = await addAthlete(own.agent, { name: `Young ${v7().slice(-6)}`, birthDate: '2011-05-01' })
    const row = ((await own.agent.get('/api/athletes')).body as RosterRow[]).find((a) => a.id === athleteId)!
    expect(JSON.stringify(row)).not.toMatch(/consent noted/i)
    expect((await post(at('/tests'), lift('block', { overrideReason: 'please' }))).status).toBe(422)
  })
})

describe('reasons, alarms and who sees what', () => {
  it('only a coach gives a reason; it holds for that test today, and new pain asks again', async () => {
    await own.agent.post(at('/injuries')).send(injury('skin')).expect(201)
    const s = lift('edge', { overrideReason: 'tape on' })
    expect((await post(at('/tests'), s, assistant)).status).toBe(403)
    expect((await post(at('/tests'), s)).status).toBe(201)
    expect((await post(`/api/tests/${s.id}/trials`, trial('left', 1, 30), assistant)).status).toBe(201)
    expect((await post(at('/tests'), lift('edge'))).status).toBe(201)
    await own.agent.post(`/api/tests/${s.id}/observations`).send({ id: v7(), hand: 'left', pain: 3, symptom: null, note: '', places: ['skin'] }).expect(201)
    expect((await post(`/api/tests/${s.id}/trials`, trial('left', 2, 30))).status).toBe(400)
    r.now.at = '2026-11-26T10:00:00.000Z'
    expect((await post(at('/tests'), lift('edge'))).status).toBe(400)
  })
  it('an alarm stands on roster and page until a coach says what was done and who was told', async () => {
    await own.agent.post(at('/injuries')).send(injury('thumb')).expect(201)
    const planId = await anyPlan()
    for (const set of [1, 2, 3]) await post(at('/logs'), log(planId, 'pinch_hold', { set }))
    const [alarm, ...more] = (await view()).alarms
    expect(more).toEqual([])
    const row = async () => ((await own.agent.get('/api/athletes')).body as RosterRow[]).find((a) => a.id === athleteId)!
    expect(await row()).toMatchObject({ alarms: 1, call: { need: 'act', alarm: true, action: 'Answer the alarm' } })
    // Such a set raises no later load.
    expect((await view()).history.logs.every((l) => l.alarmed)).toBe(true)
    expect((await post(at(`/alarms/${alarm!.id}/answer`), { id: v7(), done: 'sent home', told: '' })).status).toBe(400)
    expect((await post(at(`/alarms/${alarm!.id}/answer`), { id: v7(), done: 'sent home', told: 'Rui' })).status).toBe(201)
    expect((await view()).alarms).toEqual([])
  })
  it('health answers are the coaches\u2019; an assistant and a link see only what they make of an act', async () => {
    await own.agent.post(at('/health')).send({ id: v7(), yes: ['heart'] }).expect(201)
    const seen = (await assistant.get(at('')).expect(200)).body as AthleteView
    expect(seen.health).toBeNull()
    expect(JSON.stringify(seen)).not.toMatch(/"heart"/)
    expect(seen.safety.closed).toMatchObject({ 'exercise pinch_max': 'stop', 'test dyno_seated dyno': 'stop' })
    const key = token()
    await own.agent.post(at('/links')).send({ id: v7(), days: 7, token: key }).expect(201)
    const link = (await request(r.server).get('/api/link').set('X-Mano-Link', key).expect(200)).body as LinkSession
    expect(JSON.stringify(link)).not.toMatch(/"heart"/)
    expect(link.athlete.safety.closed!['exercise pinch_max']).toBe('stop')
  })
  it('a yes counts until it is cleared', async () => {
    await own.agent.post(at('/health')).send({ id: v7(), yes: ['heart'] }).expect(201)
    expect((await post(at('/tests'), session('dyno_seated', 'dyno', { variant: { position: '2' } }))).status).toBe(422)
    await own.agent.post(at('/clearances')).send(clearance({ healthId: 'heart' })).expect(201)
    expect((await post(at('/tests'), session('dyno_seated', 'dyno', { variant: { position: '2' } }))).status).toBe(201)
  })
  it('never asked: a squeeze meets nothing, a lift asks once, and the questions can wait a day', async () => {
    athleteId = await addAthlete(own.agent, { name: `New ${v7().slice(-6)}` }, true)
    expect((await post(at('/tests'), session('dyno_seated', 'dyno', { variant: { position: '2' } }))).status).toBe(201)
    expect((await post(at('/tests'), lift('block'))).status).toBe(400)
    await own.agent.post(at('/health-later')).send({ id: v7() }).expect(201)
    expect((await post(at('/tests'), lift('block'))).status).toBe(201)
    r.now.at = '2026-11-26T10:00:00.000Z'
    expect((await post(at('/tests'), lift('block'))).status).toBe(400)
    await own.agent.post(at('/health')).send({ id: v7(), yes: [] }).expect(201)
    expect((await post(at('/tests'), lift('block'))).status).toBe(201)
  })
  it('a readiness squeeze low twice in a row raises an alarm', async () => {
    const squeeze = async (on: string, kg: number) => {
      r.now.at = `${on}T10:00:00.000Z`
      const s = session('ready_squeeze', 'dyno', { variant: { position: '2' } })
      expect((await post(at('/tests'), s)).status).toBe(201)
      for (const hand of ['left', 'right'] as const) expect((await post(`/api/tests/${s.id}/trials`, trial(hand, 1, kg))).status).toBe(201)
    }
    for (const [i, kg] of [50, 50.4, 49.8, 50.2, 49.9, 50.1, 50].entries()) await squeeze(`2026-11-${String(10 + i).padStart(2, '0')}`, kg)
    await squeeze('2026-11-24', 46.5)
    expect((await view()).alarms).toEqual([])
    await squeeze('2026-11-25', 43)
    expect((await view()).alarms).toMatchObject([{ class: 'ask', says: expect.stringContaining('twice in a row') }])
  })
  it('an undone import takes its alarms with it', async () => {
    athleteId = await addAthlete(own.agent, { name: `Young ${v7().slice(-6)}`, ...YOUNG })
    const id = v7()
    await importFile(own.agent, { id, fileName: 'a.csv', dryRun: false, text: `athlete,date,protocol,implement,left\n${(await view()).name},2026-11-24,lift_max,edge,40` })
    expect(await alarms()).toEqual(['stop'])
    await own.agent.post(`/api/imports/${id}/undo`).send({}).expect(200)
    expect(await alarms()).toEqual([])
  })
})
