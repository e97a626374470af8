import { Pool } from 'pg'
import { v7 } from 'uuid'
import { afterAll, beforeAll, expect, it } from 'vitest'
import type { HallWishView, TierView } from '@mano/contract/exercises'
import type { PlanView } from '@mano/contract/plan'
import type { WeekProblem } from '@mano/core/plan/problem'
import { addDays } from '@mano/core/units/dates'
import { addAthlete, hall, NOW, rig, sessionFor, TODAY, trial, type Rig, type Staff } from './hall'

let r: Rig
let own: Staff
let other: Staff
let athleteId: string
let asOwner: Pool
beforeAll(async () => {
  r = await rig()
  asOwner = new Pool({ connectionString: r.urls.owner, max: 1 })
  own = await hall(r, 'ruth')
  other = await hall(r, 'otto')
  athleteId = await addAthlete(own.agent)
})
afterAll(async () => {
  await asOwner.end()
  await r.close()
})

const WEEK = '2026-11-23'
const tier = (tier: string | null, more: object = {}) => ({
  id: v7(),
  sportId: 'boxer',
  quality: 'wrist_ext',
  exerciseId: 'wrist_rev',
  tier,
  ...more,
})
const wish = (wish: string | null, more: object = {}) => ({
  id: v7(),
  athleteId,
  exerciseId: 'towel_hang',
  wish,
  ...more,
})
const rate = (body: object) => own.agent.post('/api/exercise-tiers').send(body)
const say = (body: object) => own.agent.post('/api/exercise-wishes').send(body)
const tiers = async (staff = own) =>
  (await staff.agent.get('/api/exercise-tiers').expect(200)).body as TierView[]
const plan = async () =>
  (await own.agent.get(`/api/athletes/${athleteId}/plan`).expect(200)).body as PlanView
const who = async () =>
  (
    (await own.agent.get(`/api/athletes/${athleteId}/problem?week=${WEEK}`).expect(200))
      .body as WeekProblem
  ).who!

it(
  'the newest rating counts, is told the planner with who gave it, and is Mano\u2019s ' +
    'again with none',
  async () => {
    await rate(tier('rare')).expect(201)
    await rate(tier('good')).expect(201)
    expect(await tiers()).toMatchObject([
      { sportId: 'boxer', quality: 'wrist_ext', exerciseId: 'wrist_rev', tier: 'good' },
    ])
    const given = { sportId: 'boxer', quality: 'wrist_ext', exerciseId: 'wrist_rev', tier: 'good' }
    expect((await plan()).tiers).toEqual([given])
    expect((await who()).tiers).toEqual([given])
    expect(await tiers(other)).toEqual([])
    await rate(tier(null)).expect(201)
    expect(await tiers()).toEqual([])
  },
)

it(
  'an athlete\u2019s own wish goes before the ' + 'hall\u2019s, and neither is an answer too',
  async () => {
    await say(wish('favourite', { athleteId: null })).expect(201)
    expect((await plan()).wishes).toMatchObject([{ wish: 'favourite', hall: true }])
    await say(wish('avoid')).expect(201)
    await say(wish('favourite', { athleteId: null })).expect(201)
    expect((await plan()).wishes).toMatchObject([{ wish: 'avoid', hall: false }])
    expect((await who()).wishes).toEqual({ towel_hang: 'avoid' })
    const hallOnes = async (staff = own) =>
      (await staff.agent.get('/api/exercise-wishes').expect(200)).body as HallWishView[]
    expect(await hallOnes()).toMatchObject([
      { exerciseId: 'towel_hang', wish: 'favourite', on: TODAY, by: 'ruth' },
    ])
    expect(await hallOnes(other)).toEqual([])
    await say(wish(null)).expect(201)
    expect((await plan()).wishes).toMatchObject([{ wish: null, hall: false }])
    expect((await who()).wishes).toEqual({})
  },
)

it('what is not known is refused, and so is another hall\u2019s athlete', async () => {
  for (const bad of [{ sportId: 'x' }, { quality: 'x' }, { exerciseId: 'x' }, { tier: 'best' }])
    await rate(tier('good', bad)).expect(400)
  await say(wish('love')).expect(400)
  await other.agent.post('/api/exercise-wishes').send(wish('avoid')).expect(404)
})

it('goes with an athlete who is erased; what is said of everybody stays', async () => {
  const gone = await addAthlete(own.agent, { name: 'Nell Arkwright' })
  await say(wish('avoid', { athleteId: gone })).expect(201)
  const count = async () =>
    (
      await asOwner.query<{ n: number }>(
        'SELECT count(*)::int AS n FROM exercise_wish WHERE athlete_id = $1',
        [gone],
      )
    ).rows[0]!.n
  expect(await count()).toBe(1)
  await own.agent
    .post(`/api/athletes/${gone}/erase`)
    .send({ name: 'Nell Arkwright' })
    .expect((x) => expect(x.status).toBeLessThan(300))
  expect(await count()).toBe(0)
  expect((await plan()).wishes).toHaveLength(1)
})

it('readiness low in two sessions in a row reaches the plan: less than last week', async () => {
  expect((await plan()).flatOn).toBeNull()
  expect((await who()).flat).toBe(false)
  const squeeze = async (daysAgo: number, kg: number) => {
    r.now.at = `${addDays(TODAY, -daysAgo)}T10:00:00.000Z`
    const session = await sessionFor(own.agent, 'dyno_seated', { protocolId: 'ready_squeeze' })
    await own.agent.post(`/api/athletes/${athleteId}/tests`).send(session).expect(201)
    for (const hand of ['left', 'right'] as const)
      await own.agent
        .post(`/api/tests/${session.id}/trials`)
        .send(trial(hand, 1, kg))
        .expect(201)
  }
  for (let daysAgo = 26; daysAgo > 2; daysAgo -= 2) await squeeze(daysAgo, 50)
  await squeeze(2, 38)
  await squeeze(1, 38)
  r.now.at = NOW
  expect((await plan()).flatOn).toBe(addDays(TODAY, -1))
  expect((await who()).flat).toBe(true)
})
