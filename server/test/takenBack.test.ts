import { v7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { AthleteView } from '@mano/contract/athletes'
import type { KitUnit } from '@mano/contract/kit'
import type { GapsView } from '@mano/contract/plan'
import type { ReviewView } from '@mano/contract/review'
import type { TestDayLine } from '@mano/contract/testday'
import { TAKEN_BACK, type TakenBackKind } from '@mano/contract/takenBack'
import { addAthlete, hall, rig, tested, TODAY, unitBody, type Rig, type Staff } from './hall'

let r: Rig
let own: Staff
let athleteId: string
beforeAll(async () => {
  r = await rig()
  own = await hall(r, 'ruth')
  athleteId = await addAthlete(own.agent)
})
afterAll(() => r.close())

const back = (kind: TakenBackKind, rowId: string, agent = own.agent) =>
  agent.post('/api/taken-back').send({ id: v7(), kind, rowId })
const view = async () =>
  (await own.agent.get(`/api/athletes/${athleteId}`).expect(200)).body as AthleteView
const unit = async (id: string) =>
  ((await own.agent.get('/api/kit').expect(200)).body as KitUnit[]).find((u) => u.id === id)!
const post = async (path: string, body: { id: string }): Promise<string> => {
  await own.agent.post(path).send(body).expect(201)
  return body.id
}
async function handle(): Promise<string> {
  const body = await unitBody(own.agent, { label: `Handle ${v7().slice(-6)}`, size: 60 })
  return post('/api/kit', body)
}
const measured = (size: number) => ({
  id: v7(),
  size,
  sizeUnit: 'mm',
  depthMm: null,
  handleMm: null,
  massKg: null,
  plates: [],
  ratingKg: null,
  ratedBy: '',
  ratedOn: null,
})

describe('what was recorded by mistake is taken back', () => {
  it('a clearance: what it opened is closed again', async () => {
    const injuryId = await post(`/api/athletes/${athleteId}/injuries`, {
      id: v7(),
      site: 'thumb',
      side: 'left',
      status: 'active',
      since: TODAY,
      note: '',
      advisedBy: '',
      supersedesId: null,
    } as never)
    const id = await post(`/api/athletes/${athleteId}/clearances`, {
      id: v7(),
      injuryId,
      observationId: null,
      healthId: null,
      pain: null,
      clearedBy: 'Dr Invented',
      profession: 'Physician',
      clearedOn: TODAY,
      allows: 'all',
      until: null,
      received: 'Letter',
      note: '',
    } as never)
    const clearance = async () => (await view()).injuries.find((i) => i.id === injuryId)!.clearance
    expect(await clearance()).toMatchObject({ id, by: 'Dr Invented' })
    await back('clearance', id).expect(201)
    expect(await clearance()).toBeNull()
  })

  it(
    'a measure of a handle: the series goes on with the ' + 'size before it; not under a result',
    async () => {
      const id = await handle()
      const first = (await unit(id)).measurementId
      const slip = await post(`/api/kit/${id}/measurements`, measured(63))
      expect(await unit(id)).toMatchObject({ sizeMm: 63, measurementId: slip })
      await back('implement_measurement', first).expect(409)
      await back('implement_measurement', slip).expect(201)
      expect(await unit(id)).toMatchObject({ sizeMm: 60, measurementId: first })
      // What is measured next belongs to the series the mistake would have cut.
      const next = await own.agent
        .post(`/api/kit/${id}/measurements`)
        .send(measured(60.2))
        .expect(201)
      expect(next.body).toMatchObject({ newSeries: false })
      await back('implement_measurement', first).expect(409)
      const dyno = ((await own.agent.get('/api/kit').expect(200)).body as KitUnit[]).find(
        (u) => u.kind === 'dyno',
      )!
      const again = await post(`/api/kit/${dyno.id}/measurements`, measured(55))
      await tested(own.agent, await addAthlete(own.agent, { name: 'Another' }))
      await back('implement_measurement', again)
        .expect(409)
        .expect(({ body }) =>
          expect(body).toMatchObject({ detail: expect.stringContaining('Measure again') }),
        )
    },
  )

  it('a check and a gap of thumb and finger', async () => {
    const id = await handle()
    const check = await post(`/api/kit/${id}/checks`, {
      id: v7(),
      spin: null,
      wear: 'worn',
      note: '',
      checkedOn: TODAY,
    } as never)
    expect((await unit(id)).wear).toBe('worn')
    await back('implement_check', check).expect(201)
    expect((await unit(id)).wear).toBe('good')
    const gap = await post(`/api/athletes/${athleteId}/wraps`, {
      id: v7(),
      unitId: id,
      hand: 'left',
      enteredUnit: 'mm',
      enteredValue: 12,
    } as never)
    expect((await view()).wraps.map((w) => w.id)).toContain(gap)
    await back('wrap_gap', gap).expect(201)
    expect((await view()).wraps.map((w) => w.id)).not.toContain(gap)
  })

  it('a standard: the one before it holds again', async () => {
    const standard = (enteredValue: number) => ({
      id: v7(),
      protocolId: 'dyno_seated',
      sportId: null,
      level: null,
      enteredValue,
      enteredUnit: 'kg',
      perBodyMass: false,
    })
    const values = async () =>
      (
        (await own.agent.get(`/api/athletes/${athleteId}/gaps`).expect(200)).body as GapsView
      ).standards.map((s) => Math.round(s.value / 9.80665))
    await post('/api/standards', standard(56))
    r.now.at = '2026-11-25T10:05:00.000Z'
    const slip = await post('/api/standards', standard(560 / 4))
    expect(await values()).toEqual([140])
    await back('standard', slip).expect(201)
    expect(await values()).toEqual([56])
  })

  it('a decision and a test day that has not begun', async () => {
    const id = await post(`/api/athletes/${athleteId}/conclusions`, {
      id: v7(),
      since: '2026-10-01',
      until: TODAY,
      note: 'by mistake',
      lines: [],
    } as never)
    const decisions = async () =>
      (
        (
          await own.agent
            .get(`/api/athletes/${athleteId}/review?from=2026-10-01&to=${TODAY}`)
            .expect(200)
        ).body as ReviewView
      ).conclusions.map((c) => c.id)
    expect(await decisions()).toEqual([id])
    await back('conclusion', id).expect(201)
    expect(await decisions()).toEqual([])
    const lines = (await own.agent.get('/api/test-days').expect(200)).body as TestDayLine[]
    expect(lines).toEqual([])
  })

  it(
    'twice is once; another hall, an assistant and a ' + 'row that is not there are refused',
    async () => {
      const id = await handle()
      const slip = await post(`/api/kit/${id}/measurements`, measured(63))
      const body = { id: v7(), kind: 'implement_measurement', rowId: slip }
      await own.agent.post('/api/taken-back').send(body).expect(201)
      await own.agent.post('/api/taken-back').send(body).expect(201)
      await back('implement_measurement', slip).expect(409)
      for (const kind of Object.keys(TAKEN_BACK) as TakenBackKind[])
        await back(kind, v7()).expect(404)
      const other = await hall(r, 'elsewhere')
      await back('implement_measurement', slip, other.agent).expect(404)
    },
  )
})
