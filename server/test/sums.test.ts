import { v7 } from 'uuid'
import { afterAll, beforeAll, expect, it } from 'vitest'
import type { SummedTests } from '@mano/core/review/squad'
import { inHall } from '../src/db/hall'
import { summedTests } from '../src/db/summed'
import { addAthlete, hall, importFile, rig, tested, type Rig, type Staff } from './hall'

let r: Rig
let own: Staff
let ann: string
beforeAll(async () => {
  r = await rig()
  own = await hall(r, 'ruth')
  ann = await addAthlete(own.agent, { name: 'Ann' })
  await addAthlete(own.agent, { name: 'Bo' })
})
afterAll(() => r.close())

const PROTOCOLS = ['dyno_seated', 'hang_time']
const sorted = (all: readonly SummedTests[]) =>
  [...all].sort((a, b) => (JSON.stringify(a) < JSON.stringify(b) ? -1 : 1))
const kept = () => inHall(r.app, own.hallId, async (em) => sorted(await summedTests(em, PROTOCOLS)))
/** The sums with every one worked out again. */
const anew = () =>
  inHall(r.app, own.hallId, async (em) => {
    await em.query('DELETE FROM test_sum')
    await em.query(
      `INSERT INTO test_sum_mark (hall_id, athlete_id, protocol_id)
        SELECT DISTINCT hall_id, athlete_id, protocol_id FROM test_session`,
    )
    return sorted(await summedTests(em, PROTOCOLS))
  })

it('kept sums of tests are those of the whole record, after every kind of write', async () => {
  const { agent } = own
  const said: string[] = []
  const same = async () => {
    const all = await kept()
    expect(all).toEqual(await anew())
    said.push(JSON.stringify(all))
    // Every write of this test changes them.
    expect(new Set(said).size).toBe(said.length)
    return all
  }
  const { sessionId, trialIds } = await tested(agent, ann, [40, 40.5, 41], [48, 48.5, 49])
  const first = await same()
  expect(first.map((t) => [t.hand, t.n]).sort()).toEqual([
    ['left', 3],
    ['right', 3],
  ])
  await agent
    .post(`/api/trials/${trialIds[0]!}/marks`)
    .send({ id: v7(), struck: true, reason: 'slipped' })
    .expect(201)
  expect((await same()).find((t) => t.hand === 'left')!.n).toBe(2)
  await agent
    .post(`/api/trials/${trialIds[1]!}/corrections`)
    .send({ id: v7(), enteredValue: 51, enteredUnit: 'kg', reason: 'typed wrongly' })
    .expect(201)
  await same()
  // A second test: the difference between the two is kept.
  await tested(agent, ann, [44, 44.5, 45], [50, 50.5, 51])
  expect((await same()).find((t) => t.hand === 'left')!.differences).toHaveLength(1)
  await agent
    .post(`/api/tests/${sessionId}/changes`)
    .send({ id: v7(), struck: true, reason: 'Of another athlete' })
    .expect(201)
  await same()
  const id = v7()
  await importFile(agent, {
    id,
    fileName: 'a.csv',
    dryRun: false,
    text: 'Name;Day;Hand;Grip\nBo;03.02.2026;L;41\nBo;03.02.2026;R;43',
    mapping: {
      columns: { athlete: 'name', date: 'day', hand: 'hand' },
      fixed: {},
      results: [{ column: 'grip', protocolId: 'dyno_seated', hand: null, unit: 'kg' }],
      dateOrder: 'dmy',
      names: {},
    },
  })
  const before = said.at(-1)
  await same()
  await agent.post(`/api/imports/${id}/undo`).send({}).expect(200)
  expect(JSON.stringify(await kept())).toBe(before)
  expect(await kept()).toEqual(await anew())
})

it(
  'of others only those asked for, the ones who repeated it first, and never the athlete ' +
    'asked about',
  async () => {
    const cy = await addAthlete(own.agent, { name: 'Cy' })
    await tested(own.agent, cy)
    await kept()
    const of = (than: string, most: number) =>
      inHall(r.app, own.hallId, async (em) => [
        ...new Set((await summedTests(em, PROTOCOLS, { than, most })).map((t) => t.athleteId)),
      ])
    expect((await of(v7(), 40)).sort()).toEqual([ann, cy].sort())
    expect(await of(cy, 40)).toEqual([ann])
    expect(await of(v7(), 1)).toHaveLength(1)
    // Who has no sum yet is in at once; what is tested again this minute may wait until it is asked
    // for on the squad's own page.
    const di = await addAthlete(own.agent, { name: 'Di' })
    await tested(own.agent, di)
    expect(await of(v7(), 40)).toContain(di)
    await tested(own.agent, di, [60, 60.5, 61], [62, 62.5, 63])
    const ofDi = () =>
      inHall(r.app, own.hallId, async (em) =>
        (await summedTests(em, PROTOCOLS, { than: cy, most: 40 }))
          .filter((t) => t.athleteId === di && t.hand === 'left')
          .map((t) => t.differences.length),
      )
    expect(await ofDi()).toEqual([0])
    await kept()
    expect(await ofDi()).toEqual([1])
  },
)
