import { v7 } from 'uuid'
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { athleteOf, type AthleteWire } from '@mano/contract/wire'
import type { GapsView, PlanView } from '@mano/contract/plan'
import { draftWeek } from '@mano/core/plan/draft'
import { type DayFrame, EMPTY_WEEK, frameOfWeek } from '@mano/core/intake/week'
import { addDays, daysBetween } from '@mano/core/units/dates'
import { readProblem } from '@mano/core/plan/problem'
import { DEFAULT_FRAME, type Block } from '@mano/core/plan/types'
import { addAthlete, hall, NOW, rig, rosterOf, tested, TODAY, type Rig, type Staff } from './hall'

let r: Rig
let own: Staff
let athleteId: string
const WEEK = '2026-11-23'
const frame: DayFrame[] = DEFAULT_FRAME.map((d) => ({ ...d, minutes: 60 }))

beforeAll(async () => {
  r = await rig()
  own = await hall(r, 'ruth')
})
afterAll(() => r.close())
beforeEach(async () => {
  r.now.at = NOW
  athleteId = await addAthlete(own.agent)
})

const draft = async () =>
  (
    (
      await own.agent
        .post(`/api/athletes/${athleteId}/draft`)
        .send({ weekStart: WEEK, frame })
        .expect(200)
    ).body as { blocks: Block[] }
  ).blocks
const plan = (blocks: Block[], more: object = {}) => ({
  id: v7(),
  weekStart: WEEK,
  frame,
  blocks,
  reason: '',
  ...more,
})
const save = async (body: object, status = 201) =>
  (await own.agent.post(`/api/athletes/${athleteId}/plans`).send(body).expect(status))
    .body as Record<string, never>
const block = (exerciseId: string, day = 2, sets = 2): Block => ({
  id: v7(),
  day,
  exerciseId,
  sets,
  dose: 10,
  hands: ['left', 'right'],
  reason: 'by hand',
})
const log = (planVersionId: string, b: Block, more: object = {}) => ({
  id: v7(),
  planVersionId,
  blockId: b.id,
  exerciseId: b.exerciseId,
  hand: 'left',
  set: 1,
  load: 33,
  loadUnit: 'lb',
  seconds: 12,
  reps: null,
  ended: 'done',
  effort: 7,
  pain: 0,
  deviceAt: null,
  supersedesId: null,
  ...more,
})
const send = (body: object, status = 201) =>
  own.agent.post(`/api/athletes/${athleteId}/logs`).send(body).expect(status)
const view = async () =>
  athleteOf((await own.agent.get(`/api/athletes/${athleteId}`).expect(200)).body as AthleteWire)
const stage = async (id: string) => (await view()).stages.find((s) => s.stage === id)!

describe('a plan', () => {
  it('is drafted, saved as frozen versions, and the newest of a week is shown', async () => {
    const blocks = await draft()
    expect(blocks.length).toBeGreaterThanOrEqual(6)
    const first = plan(blocks)
    await save(first)
    await save(first)
    await save({ ...first, blocks: blocks.slice(1) }, 409)
    await save(plan(blocks.slice(0, -1), { reason: 'shorter' }))
    const { versions } = (await own.agent.get(`/api/athletes/${athleteId}/plan`).expect(200))
      .body as PlanView
    expect(versions).toMatchObject([{ weekStart: WEEK, number: 2, reason: 'shorter' }])
    expect(await stage('plan')).toMatchObject({ state: 'done', word: 'Week of' })
  })
  it(
    'the week that holds today is the one stages and roster speak of, whatever is planned ' +
      'after it',
    async () => {
      const today = block('pinch_hold', daysBetween(WEEK, TODAY))
      await save(plan([today], { reason: 'x' }))
      for (const weeks of [1, 2])
        await save(
          plan([block('pinch_hold')], { weekStart: addDays(WEEK, 7 * weeks), reason: 'x' }),
        )
      expect(await stage('plan')).toMatchObject({ word: 'Week of', on: WEEK })
      expect(await stage('floor')).toMatchObject({ word: 'Today', action: 'Run the session' })
      const row = (await rosterOf(own.agent)).find((a) => a.id === athleteId)!
      expect(row.day).toMatchObject({ group: 'today', next: { on: TODAY } })
    },
  )
  it('weeks that are still to come are no ended plan', async () => {
    await save(plan([block('pinch_hold')], { weekStart: addDays(WEEK, -14), reason: 'x' }))
    await save(plan([block('pinch_hold')], { weekStart: addDays(WEEK, 7), reason: 'x' }))
    expect(await stage('plan')).toMatchObject({
      state: 'done',
      word: 'Begins',
      on: addDays(WEEK, 7),
    })
  })
  it('never breaks a safety rule, and a practice rule only with a word', async () => {
    const two = [block('spring_low', 1), block('spring_low', 2)]
    expect((await save(plan(two, { reason: 'I want it' }), 422))['detail']).toContain('48 h')
    const alone = [block('pinch_hold')]
    expect(JSON.stringify(await save(plan(alone), 400))).toContain('extension on 0 of 2 days')
    await save(plan(alone, { reason: 'first week' }))
  })
  it('a hurt that came after stands against all that is ahead, nothing that is done', async () => {
    const [did, ahead] = [block('pinch_hold', daysBetween(WEEK, TODAY)), block('pinch_hold', 6)]
    const first = plan([did, ahead], { reason: 'x' })
    await save(first)
    await send(log(first.id, did))
    for (const side of ['left', 'right'])
      await own.agent
        .post(`/api/athletes/${athleteId}/injuries`)
        .send({
          ...{ id: v7(), site: 'thumb', side, status: 'active', since: null, advisedBy: '' },
          ...{ note: '', supersedesId: null },
        })
        .expect(201)
    expect((await save(plan([did, ahead], { reason: 'x' }), 422))['detail']).toContain('humb')
    await save(plan([did], { reason: 'The rest is let go' }))
    // What stands against it alone asks for no reason either.
    await save(plan([did]), 400).then((no) => expect(JSON.stringify(no)).not.toContain('humb'))
  })
  it.each([
    ['weekStart', '2026-11-24'],
    ['frame', []],
    ['blocks', [{ ...block('pinch_hold'), exerciseId: 'juggling' }]],
    ['blocks', [{ ...block('pinch_hold'), sets: 0 }]],
  ])('refuses a wrong %s', async (field, value) => {
    await save(plan([], { [field]: value }), 400)
  })
  it(
    'two coaches on one week: the second is told whose version came between, and saves on ' +
      'top of it',
    async () => {
      const first = plan(await draft())
      await save({ ...first, basedOn: null })
      const second = plan(first.blocks, { basedOn: first.id, reason: 'mine' })
      await save(second)
      const late = plan(first.blocks, { basedOn: first.id, reason: 'late' })
      expect((await save(late, 409))['detail']).toMatch(/saved version 2 of this week meanwhile/)
      await save({ ...late, basedOn: second.id })
      expect((await save(plan(first.blocks, { basedOn: null }), 409))['detail']).toMatch(
        /version 3/,
      )
    },
  )
  it(
    "keeps the coach's terms; what is out may not be in, a school that is not known is " +
      'refused',
    async () => {
      const blocks = await draft()
      const bans = [{ exerciseId: blocks[0]!.exerciseId, day: null }]
      expect(
        (await save(plan(blocks, { terms: { settings: {}, bans }, reason: 'all the same' }), 422))[
          'detail'
        ],
      ).toContain('taken out by the coach')
      await save(plan(blocks, { terms: { settings: { juggling: 'a' }, bans: [] } }), 400)
      await save(
        plan(
          blocks.map((b, i) => ({ ...b, pinned: i === 0 })),
          { terms: { settings: { straps: 'a' }, bans: [] } },
        ),
      )
      const [v] = (
        (await own.agent.get(`/api/athletes/${athleteId}/plan`).expect(200)).body as PlanView
      ).versions
      expect(v).toMatchObject({
        terms: { settings: { straps: 'a' }, bans: [] },
        by: expect.any(String) as string,
      })
      expect(v!.blocks[0]!.pinned).toBe(true)
    },
  )
  it(
    'gives the planner its problem: wants, facts, kit and days, from which the draft is ' + 'made',
    async () => {
      const get = (week: string, status: number) =>
        own.agent.get(`/api/athletes/${athleteId}/problem?week=${week}`).expect(status)
      const read = readProblem((await get(WEEK, 200)).body)
      if (!read.ok) throw new Error(read.says)
      expect(read.problem.wants.length).toBeGreaterThan(0)
      let n = 0
      expect(
        draftWeek({ ...read.problem, frame }, () => `b${++n}`).blocks.map((b) => [
          b.day,
          b.exerciseId,
          b.sets,
        ]),
      ).toEqual((await draft()).map((b) => [b.day, b.exerciseId, b.sets]))
      await get('2026-11-24', 400)
      await get('soon', 400)
    },
  )
  it(
    'there is one usual week, entered at intake: a saved week with other days of its own ' +
      'leaves it as it was',
    async () => {
      const usual = async () =>
        ((await own.agent.get(`/api/athletes/${athleteId}/plan`).expect(200)).body as PlanView)
          .frame
      const week = {
        ...EMPTY_WEEK,
        days: EMPTY_WEEK.days.map((d, i) => ({ ...d, gripMinutes: i === 1 ? 45 : 0 })),
      }
      await own.agent
        .post(`/api/athletes/${athleteId}/weeks`)
        .send({ id: v7(), ...week })
        .expect(201)
      expect(await usual()).toEqual(frameOfWeek(week))
      await save(plan([], { frame, reason: 'x' }))
      expect(await usual()).toEqual(frameOfWeek(week))
    },
  )
})

describe('the log', () => {
  it('keeps a set as entered and in kilograms, once', async () => {
    const b = block('pinch_hold')
    const p = plan([b], { reason: 'x' })
    await save(p)
    const body = log(p.id, b)
    await send(body)
    await send(body)
    await send({ ...body, seconds: 20 }, 409)
    const { logs } = (await view()).history
    expect(logs).toHaveLength(1)
    expect(logs[0]).toMatchObject({ blockId: b.id, hand: 'left', seconds: 12, on: TODAY })
    expect(logs[0]!.loadKg).toBeCloseTo(33 * 0.45359237, 9)
    expect(await stage('floor')).toMatchObject({ state: 'done' })
  })
  it.each([
    [{ load: -1 }],
    [{ pain: 11 }],
    [{ seconds: -2 }],
    [{ ended: 'bored' }],
    [{ effort: 0 }],
  ])('refuses %o', async (wrong) => {
    const b = block('pinch_hold')
    const p = plan([b], { reason: 'x' })
    await save(p)
    await send(log(p.id, b, wrong), 400)
    expect((await view()).history.logs).toEqual([])
  })
  it('pain 4 shows on the roster and makes the next plan of that tissue need a word', async () => {
    const b = block('pinch_hold')
    const p = plan([b], { reason: 'x' })
    await save(p)
    await send(log(p.id, b, { pain: 4, ended: 'pain' }))
    const row = (await rosterOf(own.agent)).find((a) => a.id === athleteId)!
    expect(row.call).toMatchObject({
      need: 'act',
      alarm: true,
      stage: 'plan',
      why: expect.stringContaining('Pain 4 to 6 today (left hand: '),
    })
    const blocks = await draft()
    expect(
      JSON.stringify(
        await save(plan([...blocks, { ...block('pinch_hold', 4), hands: ['left'] }]), 400),
      ),
    ).toContain('Pain 4 to 6 last time (left hand')
  })
  it('a symptom on the floor stops that hand at once, in tests too', async () => {
    const b = block('pinch_hold')
    const p = plan([b], { reason: 'x' })
    await save(p)
    await own.agent
      .post(`/api/athletes/${athleteId}/observations`)
      .send({ id: v7(), hand: 'left', pain: null, symptom: 'numbness', note: '' })
      .expect(201)
    await send(log(p.id, b))
    await send(log(p.id, b, { hand: 'right' }))
    expect((await view()).alarms).toMatchObject([
      { class: 'stop', hand: 'left', says: expect.stringContaining('Stop this hand') },
    ])
    await save(plan([{ ...block('pinch_hold', 4), hands: ['left'] }], { reason: 'anyway' }), 422)
  })
})

describe('gaps', () => {
  it("standards are the hall's, newest first, and bad ones are refused", async () => {
    const standard = (value: number, unit = 'kg') => ({
      id: v7(),
      protocolId: 'dyno_seated',
      sportId: 'boxer',
      level: 'trained',
      enteredValue: value,
      enteredUnit: unit,
      perBodyMass: false,
    })
    await own.agent.post('/api/standards').send(standard(900)).expect(400)
    for (const odd of [
      { variant: { position: '9' } },
      { sex: 'any' },
      { ageFrom: 30, ageTo: 20 },
      { ageFrom: 30 },
    ])
      await own.agent
        .post('/api/standards')
        .send({ ...standard(40), ...odd })
        .expect(400)
    const meant = { variant: { position: '2' }, sex: 'male', ageFrom: 18, ageTo: 39 }
    await own.agent
      .post('/api/standards')
      .send({ ...standard(45), ...meant })
      .expect(201)
    await own.agent.post('/api/standards').send(standard(40)).expect(201)
    r.now.at = '2026-11-25T11:00:00.000Z'
    await own.agent.post('/api/standards').send(standard(100, 'lb')).expect(201)
    await tested(own.agent, athleteId)
    const { standards, squad, steps } = (
      await own.agent.get(`/api/athletes/${athleteId}/gaps`).expect(200)
    ).body as GapsView
    expect(standards).toHaveLength(2)
    expect(standards.find((s) => s.sex === null)!.value).toBeCloseTo(444.82216152605, 8)
    expect(standards.find((s) => s.sex === 'male')).toMatchObject({
      variant: { position: '2' },
      ages: [18, 39],
    })
    expect(squad).toEqual([])
    expect(steps).toEqual({})
  })
})

describe("the coach's word on gaps", () => {
  const word = (more: object) => ({
    id: v7(),
    rowKey: 'wrist_ext.max',
    kind: 'priority',
    value: 'pin',
    reason: 'weak in the last bout',
    ...more,
  })
  const gaps = async () =>
    (await own.agent.get(`/api/athletes/${athleteId}/gaps`).expect(200)).body as GapsView
  const say = (body: object, status = 201) =>
    own.agent.post(`/api/athletes/${athleteId}/gap-choices`).send(body).expect(status)
  it('the newest counts, taken back it is gone, and a priority needs its reason', async () => {
    await say(word({ reason: ' ' }), 400)
    await say(word({}))
    r.now.at = '2026-11-25T11:00:00.000Z'
    await say(word({ value: 'lower', reason: 'healed' }))
    await say({ id: v7(), rowKey: '*', kind: 'lean_limit', value: '10', reason: '' })
    expect((await gaps()).choices).toEqual(
      expect.arrayContaining([
        { rowKey: 'wrist_ext.max', kind: 'priority', value: 'lower', reason: 'healed' },
        { rowKey: '*', kind: 'lean_limit', value: '10', reason: '' },
      ]),
    )
    r.now.at = '2026-11-25T11:05:00.000Z'
    await say(word({ value: null, reason: '' }))
    expect((await gaps()).choices).toHaveLength(1)
  })
  it('a pin reaches the draft in words', async () => {
    await say(word({ rowKey: 'catch.reactive', value: 'raise' }))
    const named = (await draft()).filter((b) =>
      b.reason.includes('raised by the coach (weak in the last bout)'),
    )
    expect(named.length).toBeGreaterThan(0)
  })
  it("the hall's limit says when tests are stale", async () => {
    await tested(own.agent, athleteId)
    const tests = async () => (await view()).stages.find((s) => s.stage === 'tests')!
    r.now.at = '2027-01-01T10:00:00.000Z'
    expect((await tests()).state).toBe('done')
    await own.agent
      .put('/api/hall')
      .send({ name: 'Quayside Hall', timeZone: 'Europe/London', staleDays: 28, version: 1 })
      .expect(200)
    expect((await tests()).state).toBe('stale')
    expect((await gaps()).staleDays).toBe(28)
    await own.agent
      .put('/api/hall')
      .send({ name: 'Quayside Hall', timeZone: 'Europe/London', staleDays: 3, version: 2 })
      .expect(400)
    await own.agent
      .put('/api/hall')
      .send({ name: 'Quayside Hall', timeZone: 'Europe/London', staleDays: 42, version: 2 })
      .expect(200)
  })
})
