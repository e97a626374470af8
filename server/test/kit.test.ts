import { v7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { KitUnit, PlaceView } from '@mano/contract/kit'
import type { SessionView } from '@mano/contract/tests'
import {
  addAthlete,
  hall,
  PASSWORD,
  rig,
  signIn,
  unitBody,
  type Rig,
  type Staff,
  importFile,
} from './hall'

let r: Rig
let own: Staff
beforeAll(async () => {
  r = await rig()
  own = await hall(r, 'ruth')
})
afterAll(() => r.close())

const unit = (more: Record<string, unknown> = {}) =>
  unitBody(own.agent, { label: `Handle ${v7().slice(-6)}`, size: 2.375, sizeUnit: 'in', ...more })
const kit = async () => (await own.agent.get('/api/kit').expect(200)).body as KitUnit[]

describe('the kit', () => {
  it('a new hall has a dynamometer and a bar, unmeasured', async () => {
    expect((await kit()).map((u) => [u.kind, u.sizeMm])).toEqual(
      expect.arrayContaining([
        ['dyno', null],
        ['bar', null],
      ]),
    )
  })
  it('keeps inches as entered and millimetres beside them, once', async () => {
    const body = await unit()
    await own.agent.post('/api/kit').send(body).expect(201)
    await own.agent.post('/api/kit').send(body).expect(201)
    const found = (await kit()).filter((u) => u.id === body.id)
    expect(found).toMatchObject([
      { enteredValue: 2.375, enteredUnit: 'in', sizeMm: expect.closeTo(60.325, 9) },
    ])
  })
  it('a size not measured stays unknown, a label twice or a wrong size is refused', async () => {
    const body = await unit({ size: null })
    await own.agent.post('/api/kit').send(body).expect(201)
    expect((await kit()).find((u) => u.id === body.id)).toMatchObject({
      sizeMm: null,
      enteredUnit: null,
    })
    await own.agent
      .post('/api/kit')
      .send(await unit({ label: body.label }))
      .expect(409)
    await own.agent
      .post('/api/kit')
      .send(await unit({ size: -1 }))
      .expect(400)
    await own.agent
      .post('/api/kit')
      .send(await unit({ kind: 'spoon' }))
      .expect(400)
  })
})

describe('a place', () => {
  it(
    'is closed when nothing is there any more, opened ' + 'again, and the last of its kind stays',
    async () => {
      const placeId = v7()
      await own.agent
        .post('/api/places')
        .send({ id: placeId, name: 'Old shed', kind: 'home', athleteId: null })
        .expect(201)
      const body = await unit({ placeId })
      await own.agent.post('/api/kit').send(body).expect(201)
      const close = (id: string, closed = true) =>
        own.agent.put(`/api/places/${id}/closed`).send({ closed })
      const refused = await close(placeId).expect(409)
      expect(JSON.stringify(refused.body)).toContain(
        '1 implement is there. Move or retire it first.',
      )
      const there = (await kit()).find((u) => u.id === body.id)!
      await own.agent
        .put(`/api/kit/${body.id}`)
        .send({
          version: there.version,
          label: there.label,
          placeId,
          orientation: null,
          surface: null,
          retired: true,
        })
        .expect(200)
      await close(placeId).expect(200)
      const shed = async () =>
        ((await own.agent.get('/api/places').expect(200)).body as PlaceView[]).find(
          (p) => p.id === placeId,
        )!
      expect((await shed()).closed).toBe(true)
      // Nothing is put into a closed place.
      await own.agent
        .post('/api/kit')
        .send(await unit({ placeId }))
        .expect(400)
      await close(placeId, false).expect(200)
      expect((await shed()).closed).toBe(false)
      const bag = ((await own.agent.get('/api/places').expect(200)).body as PlaceView[]).find(
        (p) => p.kind === 'bag',
      )!
      expect(JSON.stringify((await close(bag.id).expect(409)).body)).toContain('the only place of')
    },
  )
})

describe('people', () => {
  it('an assistant signs in at once; a name taken is a conflict', async () => {
    const body = { id: v7(), name: 'Ola Reyes-Lund', login: 'ola', password: PASSWORD }
    await own.agent.post('/api/people').send(body).expect(201)
    await own.agent.post('/api/people').send(body).expect(201)
    await own.agent
      .post('/api/people')
      .send({ ...body, id: v7() })
      .expect(409)
    expect((await (await signIn(r, 'ola')).get('/api/me').expect(200)).body).toMatchObject({
      role: 'assistant',
      name: 'Ola Reyes-Lund',
    })
  })
  it('no password or hash ever comes back', async () => {
    const text = JSON.stringify((await own.agent.get('/api/people').expect(200)).body)
    expect(text).not.toContain('argon2')
    expect(text).not.toContain(PASSWORD)
  })
})

describe('times of an import', () => {
  it('are local to the hall, summer and winter, and order what is practice', async () => {
    const name = `Petra Lomax ${v7().slice(-6)}`
    const athleteId = await addAthlete(own.agent, { name })
    const text = [
      'athlete,date,time,protocol,value',
      `${name},2026-11-20,17:30,hang_time,62`,
      `${name},2026-07-10,17:30,hang_time,55`,
    ].join('\n')
    await importFile(own.agent, { id: v7(), fileName: 'h.csv', text, dryRun: false })
    const sessions = (await own.agent.get(`/api/athletes/${athleteId}/tests`).expect(200))
      .body as SessionView[]
    expect(sessions.map((s) => [s.performedAt, s.performedOn, s.practice])).toEqual([
      ['2026-07-10T16:30:00.000Z', '2026-07-10', true],
      ['2026-11-20T17:30:00.000Z', '2026-11-20', false],
    ])
  })
})
