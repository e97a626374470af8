import { v7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { AthleteView } from '@mano/contract/athletes'
import type { KitAdvice, KitUnit, PlaceView } from '@mano/contract/kit'
import type { PlanView } from '@mano/contract/plan'
import { EMPTY_WEEK } from '@mano/core/intake/week'
import { copyAsSource, demandProfile, type DemandSource } from '@mano/core/demand/profile'
import {
  addAthlete,
  hall,
  rig,
  rosterOf,
  sessionFor,
  TODAY,
  unitBody,
  type Rig,
  type Staff,
} from './hall'

let r: Rig
let own: Staff
let other: Staff
let id: string
beforeAll(async () => {
  r = await rig()
  own = await hall(r, 'ruth')
  other = await hall(r, 'cass')
  id = await addAthlete(own.agent)
})
afterAll(() => r.close())

const view = async (): Promise<AthleteView> =>
  (await own.agent.get(`/api/athletes/${id}`).expect(200)).body as AthleteView
const kit = async (): Promise<KitUnit[]> =>
  (await own.agent.get('/api/kit').expect(200)).body as KitUnit[]
const places = async (): Promise<PlaceView[]> =>
  (await own.agent.get('/api/places').expect(200)).body as PlaceView[]

describe('demands', () => {
  const body = (more: object = {}) => ({
    id: v7(),
    sources: [
      { id: 'boxer', weight: 2 },
      { id: 'climber_route', weight: 1 },
    ],
    edits: [{ quality: 'closed', importance: 5, object: { sizeMm: [20, 30] } }],
    reason: 'bout in spring',
    ...more,
  })
  it(
    "keep several sports by weight with the coach's " + 'changes, and only those that were made',
    async () => {
      const b = body()
      await own.agent.post(`/api/athletes/${id}/demands`).send(b).expect(201)
      await own.agent.post(`/api/athletes/${id}/demands`).send(b).expect(201)
      const { demand } = await view()
      expect(demand).toEqual({
        sources: b.sources,
        edits: [{ quality: 'closed', importance: 5, object: { sizeMm: [20, 30] } }],
        since: TODAY,
        reason: 'bout in spring',
      })
      const row = (await rosterOf(own.agent)).find((x) => x.id === id)!
      expect(row.sportName).toBe('Boxer 67\u00A0% and Climber, routes 33\u00A0%')
    },
  )
  it('an own event can be chosen by this hall and by no other', async () => {
    const source = copyAsSource(demandProfile('obstacle_racer')!, {
      id: v7(),
      name: 'Breakwater Run',
      kind: 'event',
    })
    await own.agent.post('/api/sports').send(source).expect(201)
    expect(
      ((await own.agent.get('/api/sports').expect(200)).body as DemandSource[])[0],
    ).toMatchObject({ name: 'Breakwater Run', kind: 'event', originId: 'obstacle_racer' })
    await own.agent
      .post(`/api/athletes/${id}/demands`)
      .send(body({ sources: [{ id: source.id, weight: 1 }], edits: [] }))
      .expect(201)
    expect((await other.agent.get('/api/sports').expect(200)).body).toEqual([])
    const foreign = await addAthlete(other.agent)
    await other.agent
      .post(`/api/athletes/${foreign}/demands`)
      .send(body({ sources: [{ id: source.id, weight: 1 }] }))
      .expect(400)
  })
  it('unknown sports are refused', async () => {
    await own.agent
      .post(`/api/athletes/${id}/demands`)
      .send(body({ sources: [{ id: 'chess', weight: 1 }] }))
      .expect(400)
    await own.agent.post('/api/athletes').send({ id: v7() }).expect(400)
  })
  it('a plan becomes stale when demands or an injury come after it, and says which', async () => {
    const a = await addAthlete(own.agent)
    const stage = async () =>
      ((await own.agent.get(`/api/athletes/${a}`).expect(200)).body as AthleteView).stages.find(
        (s) => s.stage === 'plan',
      )!
    const plan = (await own.agent.get(`/api/athletes/${a}/plan`).expect(200)).body as PlanView
    await own.agent
      .post(`/api/athletes/${a}/plans`)
      .send({ id: v7(), weekStart: '2026-11-23', frame: plan.frame, blocks: [], reason: '' })
      .expect(201)
    expect((await stage()).state).toBe('done')
    r.now.at = '2026-11-25T10:05:00.000Z'
    await own.agent.post(`/api/athletes/${a}/demands`).send(body()).expect(201)
    expect(await stage()).toMatchObject({ state: 'stale', word: 'Before demands' })
    await own.agent
      .post(`/api/athletes/${a}/injuries`)
      .send({
        id: v7(),
        site: 'thumb',
        side: 'right',
        status: 'settling',
        since: null,
        note: '',
        advisedBy: '',
        supersedesId: null,
      })
      .expect(201)
    expect(await stage()).toMatchObject({ state: 'stale', word: 'Before injury' })
  })
})

describe('intake', () => {
  it('keeps events, replaces one once, and takes one away', async () => {
    const event = {
      id: v7(),
      name: 'Harbour Cup',
      on: '2026-12-31',
      items: ['four bouts'],
      note: '',
      supersedesId: null,
      removed: false,
    }
    await own.agent.post(`/api/athletes/${id}/events`).send(event).expect(201)
    const later = { ...event, id: v7(), on: '2027-01-07', supersedesId: event.id }
    await own.agent.post(`/api/athletes/${id}/events`).send(later).expect(201)
    await own.agent
      .post(`/api/athletes/${id}/events`)
      .send({ ...later, id: v7() })
      .expect(409)
    expect((await view()).events).toEqual([
      { id: later.id, name: 'Harbour Cup', on: '2027-01-07', items: ['four bouts'], note: '' },
    ])
    await own.agent
      .post(`/api/athletes/${id}/events`)
      .send({ ...later, id: v7(), supersedesId: later.id, removed: true })
      .expect(201)
    expect((await view()).events).toEqual([])
    await own.agent
      .post(`/api/athletes/${id}/events`)
      .send({ ...event, id: v7(), removed: true })
      .expect(400)
  })
  it('the usual week is what a new plan starts from', async () => {
    const week = {
      ...EMPTY_WEEK,
      handWork: 2,
      days: EMPTY_WEEK.days.map((d, i) => ({
        ...d,
        gripMinutes: i === 1 ? 35 : 0,
        place: 'bag',
        activities:
          i === 1
            ? [
                {
                  what: 'Mat',
                  at: '19:30',
                  minutes: 90,
                  handLoad: 2,
                  heavyPulls: true,
                  straps: false,
                },
              ]
            : [],
      })),
    }
    await own.agent
      .post(`/api/athletes/${id}/weeks`)
      .send({ id: v7(), ...week })
      .expect(201)
    expect((await view()).week).toEqual(week)
    const { frame } = (await own.agent.get(`/api/athletes/${id}/plan`).expect(200)).body as PlanView
    expect(frame[1]).toEqual({
      minutes: 35,
      place: 'bag',
      sportLoad: 3,
      heavyPull: 'after',
      competition: false,
      at: '18:00',
    })
    expect(frame[6]!.sportLoad).toBe(0)
  })
  it('keeps outcomes as series and what the profile was before', async () => {
    const result = {
      id: v7(),
      name: 'Shot',
      unit: 'm',
      better: 'higher',
      value: 15.2,
      on: TODAY,
      supersedesId: null,
      removed: false,
    }
    await own.agent.post(`/api/athletes/${id}/outcomes`).send(result).expect(201)
    expect((await view()).outcomes).toEqual([
      { id: result.id, name: 'Shot', unit: 'm', better: 'higher', value: 15.2, on: TODAY },
    ])
    const before = await view()
    const profile = {
      name: before.name,
      birthDate: before.birthDate,
      sexForNorms: before.sexForNorms,
      dominantHand: before.dominantHand,
      guardian: null,
      note: '',
    }
    await own.agent
      .put(`/api/athletes/${id}`)
      .send({ ...profile, level: 'advanced', skin: 'sweaty', version: 1 })
      .expect(200)
    await own.agent
      .put(`/api/athletes/${id}`)
      .send({ ...profile, level: 'advanced', skin: 'sweaty', version: 1 })
      .expect(200)
    const { changes } = await view()
    expect(changes).toHaveLength(1)
    expect(changes[0]).toMatchObject({
      by: 'ruth',
      before: { level: 'trained', skin: 'normal' },
      after: { level: 'advanced', skin: 'sweaty' },
    })
  })
  it('girths are dated measures, cold and pumped apart', async () => {
    const girth = {
      id: v7(),
      measure: 'forearm_cold',
      hand: 'left',
      enteredValue: 11.5,
      enteredUnit: 'in',
      measuredOn: TODAY,
      supersedesId: null,
    }
    await own.agent.post(`/api/athletes/${id}/measurements`).send(girth).expect(201)
    await own.agent
      .post(`/api/athletes/${id}/measurements`)
      .send({ ...girth, id: v7(), hand: 'both' })
      .expect(400)
    expect(
      (await view()).measurements.find((m) => m.measure === 'forearm_cold')!.value,
    ).toBeCloseTo(292.1, 9)
  })
})

describe('the kit room', () => {
  it('a new hall has three places; another can be added for one athlete', async () => {
    expect((await places()).map((p) => p.kind)).toEqual(
      ['hall', 'bag', 'home'].sort(
        (a, b) => ['hall', 'home', 'bag'].indexOf(a) - ['hall', 'home', 'bag'].indexOf(b),
      ),
    )
    await own.agent
      .post('/api/places')
      .send({ id: v7(), name: 'Garage', kind: 'home', athleteId: id })
      .expect(201)
    await own.agent
      .post('/api/places')
      .send({ id: v7(), name: 'garage', kind: 'home', athleteId: null })
      .expect(409)
  })
  it(
    'measured again within half a millimetre stays one series, counted from its start; ' +
      'beyond, or rated anew, starts another',
    async () => {
      const body = await unitBody(own.agent, { kind: 'spring', size: 70, handleMm: 19.5 })
      await own.agent.post('/api/kit').send(body).expect(201)
      const measure = async (more: object) =>
        (
          await own.agent
            .post(`/api/kit/${body.id}/measurements`)
            .send({
              id: v7(),
              size: 70,
              sizeUnit: 'mm',
              depthMm: null,
              handleMm: 19.5,
              massKg: null,
              plates: [],
              ratingKg: null,
              ratedBy: '',
              ratedOn: null,
              ...more,
            })
            .expect(201)
        ).body as { newSeries: boolean }
      expect((await measure({ size: 70.4 })).newSeries).toBe(false)
      // 0.4 mm and again 0.4 mm: over half a millimetre since the series began.
      expect((await measure({ size: 70.8 })).newSeries).toBe(true)
      expect(
        (await measure({ size: 70.8, ratingKg: 42, ratedBy: 'ruth', ratedOn: TODAY })).newSeries,
      ).toBe(true)
      const unit = (await kit()).find((u) => u.id === body.id)!
      expect(unit).toMatchObject({
        sizeMm: 70.8,
        ratingKg: 42,
        ratedBy: 'ruth',
        upkeep: { due: false },
      })
      expect(unit.history.map((h) => h.newSeries)).toEqual([true, true, false, true])
    },
  )
  it('a check of spin and wear, a change, and retiring', async () => {
    const body = await unitBody(own.agent, { kind: 'rolling', size: 2.375, sizeUnit: 'in' })
    await own.agent.post('/api/kit').send(body).expect(201)
    await own.agent
      .post(`/api/kit/${body.id}/checks`)
      .send({ id: v7(), spin: 'friction', wear: 'worn', note: 'dry bearing', checkedOn: TODAY })
      .expect(201)
    await own.agent
      .put(`/api/kit/${body.id}`)
      .send({
        label: `${body.label} b`,
        placeId: body.placeId,
        orientation: null,
        surface: 'raw',
        retired: true,
        version: 1,
      })
      .expect(200)
    expect((await kit()).find((u) => u.id === body.id)).toMatchObject({
      spin: 'friction',
      wear: 'worn',
      checkNote: 'dry bearing',
      surface: 'raw',
      retired: true,
      version: 2,
    })
    await other.agent
      .post(`/api/kit/${body.id}/checks`)
      .send({ id: v7(), spin: null, wear: 'good', note: '', checkedOn: TODAY })
      .expect(404)
    await own.agent
      .post('/api/kit')
      .send(await unitBody(own.agent, { placeId: v7() }))
      .expect(400)
  })
  it('a spring without a rating can be trained with, not tested with', async () => {
    const body = await unitBody(own.agent, { kind: 'spring', size: 70 })
    await own.agent.post('/api/kit').send(body).expect(201)
    const test = async () =>
      sessionFor(own.agent, 'dyno_seated', {
        protocolId: 'hold_time',
        unitId: body.id,
        measurementId: (await kit()).find((u) => u.id === body.id)!.measurementId,
        variant: { loadKg: '20' },
      })
    const reply = await own.agent
      .post(`/api/athletes/${id}/tests`)
      .send(await test())
      .expect(400)
    expect(JSON.stringify(reply.body)).toContain('no measured rating')
    await own.agent
      .post(`/api/kit/${body.id}/measurements`)
      .send({
        id: v7(),
        size: 70,
        sizeUnit: 'mm',
        depthMm: null,
        handleMm: null,
        massKg: null,
        plates: [],
        ratingKg: 38,
        ratedBy: 'ruth',
        ratedOn: TODAY,
      })
      .expect(201)
    await own.agent
      .post(`/api/athletes/${id}/tests`)
      .send(await test())
      .expect(201)
  })
  it('a wrap gap points at the handle as it was measured', async () => {
    const body = await unitBody(own.agent, { kind: 'sleeve', size: 50 })
    await own.agent.post('/api/kit').send(body).expect(201)
    await own.agent
      .post(`/api/athletes/${id}/wraps`)
      .send({ id: v7(), unitId: body.id, hand: 'left', enteredUnit: 'in', enteredValue: -0.5 })
      .expect(201)
    expect((await view()).wraps).toEqual([
      {
        id: expect.any(String) as string,
        unitId: body.id,
        measurementId: body.measurementId,
        hand: 'left',
        gapMm: -12.7,
        on: TODAY,
      },
    ])
  })
  it("says what would help the squad most, and keeps the coach's price", async () => {
    const bag = (await places()).find((p) => p.kind === 'bag')!
    const advice = async () =>
      (await own.agent.get(`/api/places/${bag.id}/advice`).expect(200)).body as KitAdvice
    const before = await advice()
    expect(before.athletes).toBeGreaterThan(0)
    expect(before.buy.length).toBeGreaterThan(0)
    const top = before.buy[0]!
    await own.agent
      .post('/api/prices')
      .send({ id: v7(), kind: top.kind, sizeMm: top.sizeMm, price: '35' })
      .expect(201)
    expect((await advice()).buy[0]).toMatchObject({ kind: top.kind, price: '35' })
    await own.agent
      .post('/api/kit')
      .send(
        await unitBody(own.agent, {
          kind: top.kind,
          size: top.sizeMm,
          placeId: bag.id,
          ratingKg: top.kind === 'spring' ? 40 : null,
          ratedBy: 'r',
          ratedOn: top.kind === 'spring' ? TODAY : null,
        }),
      )
      .expect(201)
    expect((await advice()).buy.map((b) => `${b.kind} ${b.sizeMm}`)).not.toContain(
      `${top.kind} ${top.sizeMm}`,
    )
  })
})
