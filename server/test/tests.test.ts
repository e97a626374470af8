import { v7 } from 'uuid'
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { athleteOf, type AthleteWire } from '@mano/contract/wire'
import type { SessionView } from '@mano/contract/tests'
import {
  addAthlete,
  athlete,
  hall,
  NOW,
  rig,
  sessionFor,
  tested,
  TODAY,
  trial,
  unitBody,
  type Rig,
  type Staff,
  importFile,
  rosterOf,
} from './hall'

let r: Rig
let own: Staff
let athleteId: string
beforeAll(async () => {
  r = await rig()
  own = await hall(r, 'ruth')
})
afterAll(() => r.close())
beforeEach(async () => {
  r.now.at = NOW
  athleteId = await addAthlete(own.agent, { name: `Noor Fairbrass ${v7().slice(-6)}` })
})

const sessions = async (id = athleteId) =>
  (await own.agent.get(`/api/athletes/${id}/tests`).expect(200)).body as SessionView[]
const view = async (id = athleteId) =>
  athleteOf((await own.agent.get(`/api/athletes/${id}`).expect(200)).body as AthleteWire)
const row = async (id = athleteId) => (await rosterOf(own.agent)).find((a) => a.id === id)!
const errorsOf = (reply: { body: unknown }) =>
  (reply.body as { errors?: { field: string; message: string }[] }).errors ?? []

describe('intake', () => {
  it('refuses a birth date in the future and saves nothing', async () => {
    const body = athlete({ birthDate: '2026-11-26' })
    const reply = await own.agent.post('/api/athletes').send(body).expect(400)
    expect(errorsOf(reply)).toEqual([
      { field: 'birthDate', message: 'The birth date is in the future.' },
    ])
    await own.agent.get(`/api/athletes/${body.id}`).expect(404)
  })
  it('names every wrong field at once', async () => {
    const reply = await own.agent
      .post('/api/athletes')
      .send(athlete({ name: '', level: 'star', skin: 'scaly' }))
      .expect(400)
    expect(
      errorsOf(reply)
        .map((e) => e.field)
        .sort(),
    ).toEqual(['level', 'name', 'skin'])
  })
  it('a repeated send is one record; the same id with other content is a conflict', async () => {
    const body = athlete()
    await own.agent.post('/api/athletes').send(body).expect(201)
    await own.agent.post('/api/athletes').send(body).expect(201)
    await own.agent
      .post('/api/athletes')
      .send({ ...body, name: 'Someone Else' })
      .expect(409)
    expect((await rosterOf(own.agent)).filter((a) => a.id === body.id)).toHaveLength(1)
  })
  it('keeps measures dated, as entered and in SI', async () => {
    const m = (more: object) => ({
      id: v7(),
      measure: 'hand_length',
      hand: 'left',
      enteredValue: 7.5,
      enteredUnit: 'in',
      measuredOn: TODAY,
      supersedesId: null,
      ...more,
    })
    await own.agent.post(`/api/athletes/${athleteId}/measurements`).send(m({})).expect(201)
    await own.agent
      .post(`/api/athletes/${athleteId}/measurements`)
      .send(m({ enteredValue: 70 }))
      .expect(400)
    await own.agent
      .post(`/api/athletes/${athleteId}/measurements`)
      .send(m({ hand: 'both' }))
      .expect(400)
    await own.agent
      .post(`/api/athletes/${athleteId}/measurements`)
      .send(m({ measuredOn: '2026-11-26' }))
      .expect(400)
    expect((await view()).measurements).toMatchObject([
      { enteredValue: 7.5, enteredUnit: 'in', value: 190.5, on: TODAY },
    ])
  })
  it('an injury moves on by a new row', async () => {
    const injury = {
      id: v7(),
      site: 'wrist',
      side: 'left',
      status: 'active',
      since: '2026-11-01',
      note: '',
      advisedBy: '',
      supersedesId: null,
    }
    await own.agent.post(`/api/athletes/${athleteId}/injuries`).send(injury).expect(201)
    expect(await row()).toMatchObject({ call: { need: 'act', alarm: true } })
    const settled = { ...injury, id: v7(), status: 'settled', supersedesId: injury.id }
    // It waits for a clinician: without a clearance nobody takes it out of active.
    expect(
      errorsOf(
        await own.agent.post(`/api/athletes/${athleteId}/injuries`).send(settled).expect(400),
      ),
    ).toMatchObject([{ field: 'status', message: expect.stringContaining('clearance') }])
    const clearance = {
      id: v7(),
      injuryId: injury.id,
      observationId: null,
      healthId: null,
      pain: null,
      clearedBy: 'Orla Finch',
      profession: 'physician',
      clearedOn: TODAY,
      allows: 'all',
      until: null,
      received: 'letter',
      note: '',
    }
    expect(
      errorsOf(
        await own.agent
          .post(`/api/athletes/${athleteId}/clearances`)
          .send({ ...clearance, clearedOn: '2026-10-31' })
          .expect(400),
      ),
    ).toMatchObject([{ field: 'clearedOn' }])
    await own.agent
      .post(`/api/athletes/${athleteId}/clearances`)
      .send({ ...clearance, profession: '' })
      .expect(400)
    await own.agent.post(`/api/athletes/${athleteId}/clearances`).send(clearance).expect(201)
    await own.agent.post(`/api/athletes/${athleteId}/injuries`).send(settled).expect(201)
    await own.agent
      .post(`/api/athletes/${athleteId}/injuries`)
      .send({ ...injury, id: v7(), status: 'settling', supersedesId: injury.id })
      .expect(409)
    expect((await view()).injuries).toMatchObject([{ status: 'settled' }])
  })
})

describe('a test', () => {
  it('keeps each trial as typed, and a repeated send is one trial', async () => {
    const session = await sessionFor(own.agent)
    await own.agent.post(`/api/athletes/${athleteId}/tests`).send(session).expect(201)
    const body = trial('left', 1, 100, { enteredUnit: 'lb' })
    await own.agent.post(`/api/tests/${session.id}/trials`).send(body).expect(201)
    await own.agent.post(`/api/tests/${session.id}/trials`).send(body).expect(201)
    await own.agent
      .post(`/api/tests/${session.id}/trials`)
      .send({ ...body, enteredValue: 90 })
      .expect(409)
    await own.agent
      .post(`/api/tests/${session.id}/trials`)
      .send(trial('left', 1, 40))
      .expect(409)
    const [s] = await sessions()
    expect(s!.trials).toHaveLength(1)
    expect(s!.trials[0]).toMatchObject({ enteredValue: 100, enteredUnit: 'lb' })
    expect(s!.trials[0]!.value).toBeCloseTo(444.82216152605, 9)
  })
  it.each([
    [-5, 'negative'],
    [900, 'over 150 kg'],
    ['abc', 'not a number'],
  ])('refuses %s', async (enteredValue, says) => {
    const session = await sessionFor(own.agent)
    await own.agent.post(`/api/athletes/${athleteId}/tests`).send(session).expect(201)
    const reply = await own.agent
      .post(`/api/tests/${session.id}/trials`)
      .send({ ...trial('left', 1, 1), enteredValue })
      .expect(400)
    expect(errorsOf(reply)).toMatchObject([
      { field: 'enteredValue', message: expect.stringContaining(says) },
    ])
    expect((await sessions())[0]!.trials).toEqual([])
  })
  it('refuses a hand, a set-up or an implement that does not fit', async () => {
    const session = await sessionFor(own.agent)
    await own.agent
      .post(`/api/athletes/${athleteId}/tests`)
      .send({ ...session, variant: { position: '9' } })
      .expect(400)
    await own.agent
      .post(`/api/athletes/${athleteId}/tests`)
      .send({
        ...(await sessionFor(own.agent, 'hang_time')),
        unitId: session.unitId,
        measurementId: session.measurementId,
      })
      .expect(400)
    await own.agent.post(`/api/athletes/${athleteId}/tests`).send(session).expect(201)
    await own.agent
      .post(`/api/tests/${session.id}/trials`)
      .send(trial('both', 1, 40))
      .expect(400)
  })
  it("needs the conditions or the coach's reason", async () => {
    const session = await sessionFor(own.agent, 'dyno_seated', {
      conditions: { warm: true, rested: false, skinGood: true, well: true, familiar: false },
    })
    const reply = await own.agent.post(`/api/athletes/${athleteId}/tests`).send(session).expect(400)
    expect(errorsOf(reply)[0]!.message).toContain('no rest day before')
    await own.agent
      .post(`/api/athletes/${athleteId}/tests`)
      .send({ ...session, overrideReason: 'only day this week' })
      .expect(201)
  })
  it('the first timed hang is practice, the second counts', async () => {
    for (const practice of [true, false]) {
      const session = await sessionFor(own.agent, 'hang_time')
      expect(
        (await own.agent.post(`/api/athletes/${athleteId}/tests`).send(session).expect(201)).body,
      ).toMatchObject({ practice })
    }
  })
  it("copies the protocol's parameters into the result", async () => {
    await tested(own.agent, athleteId)
    const [stored] = await r.app.transaction(async (em) => {
      await em.query(`SELECT set_config('mano.hall', $1, true)`, [own.hallId])
      return (await em.query(
        'SELECT protocol_params, protocol_version FROM test_session WHERE athlete_id = $1',
        [athleteId],
      )) as unknown[]
    })
    expect(stored).toMatchObject({
      protocol_version: 1,
      protocol_params: { trials: 3, restS: 60, askOverCvPct: 10 },
    })
  })
})

describe('strike and correction', () => {
  it('a strike keeps the trial with its reason and can be taken back', async () => {
    const { trialIds } = await tested(own.agent, athleteId)
    await own.agent
      .post(`/api/trials/${trialIds[0]}/marks`)
      .send({ id: v7(), struck: true, reason: ' ' })
      .expect(400)
    await own.agent
      .post(`/api/trials/${trialIds[0]}/marks`)
      .send({ id: v7(), struck: true, reason: 'slipped' })
      .expect(201)
    const struck = async () =>
      (await sessions())[0]!.trials.find((t) => t.id === trialIds[0])!.struck
    expect(await struck()).toEqual({ reason: 'slipped' })
    await own.agent
      .post(`/api/trials/${trialIds[0]}/marks`)
      .send({ id: v7(), struck: false, reason: '' })
      .expect(201)
    expect(await struck()).toBeNull()
  })
  it("a correction is a new row in the old one's place", async () => {
    const { trialIds } = await tested(own.agent, athleteId)
    const fix = { id: v7(), enteredValue: 44, enteredUnit: 'kg', reason: 'typed wrongly' }
    await own.agent
      .post(`/api/trials/${trialIds[0]}/corrections`)
      .send({ ...fix, reason: '' })
      .expect(400)
    await own.agent.post(`/api/trials/${trialIds[0]}/corrections`).send(fix).expect(201)
    await own.agent.post(`/api/trials/${trialIds[0]}/corrections`).send(fix).expect(201)
    await own.agent
      .post(`/api/trials/${trialIds[0]}/corrections`)
      .send({ ...fix, id: v7() })
      .expect(409)
    const [s] = await sessions()
    expect(s!.trials).toHaveLength(6)
    expect(s!.trials.find((t) => t.hand === 'left' && t.ordinal === 1)).toMatchObject({
      id: fix.id,
      enteredValue: 44,
      correction: { reason: 'typed wrongly' },
    })
  })
})

describe('pain and symptoms', () => {
  const noted = async (pain: number | null, symptom: string | null) => {
    const session = await sessionFor(own.agent)
    await own.agent.post(`/api/athletes/${athleteId}/tests`).send(session).expect(201)
    await own.agent
      .post(`/api/tests/${session.id}/observations`)
      .send({ id: v7(), hand: 'left', pain, symptom, note: '' })
      .expect(201)
    const send = async (hand: 'left' | 'right') =>
      (await own.agent.post(`/api/tests/${session.id}/trials`).send(trial(hand, 1, 40))).status
    return [await send('left'), await send('right')]
  }
  it.each([
    [2, [201, 201]],
    [3, [400, 201]],
    [4, [422, 201]],
  ])('pain %s on the left', async (pain, expected) =>
    expect(await noted(pain, null)).toEqual(expected),
  )
  it('a pop turns the hand off in later tests until a clearance', async () => {
    expect(await noted(null, 'pop')).toEqual([422, 201])
    expect(await row()).toMatchObject({ call: { need: 'act', alarm: true } })
    const later = await sessionFor(own.agent)
    await own.agent.post(`/api/athletes/${athleteId}/tests`).send(later).expect(201)
    await own.agent
      .post(`/api/tests/${later.id}/trials`)
      .send(trial('left', 1, 40))
      .expect(422)
    const { symptoms } = await view()
    await own.agent
      .post(`/api/athletes/${athleteId}/clearances`)
      .send({
        id: v7(),
        observationId: symptoms[0]!.id,
        injuryId: null,
        healthId: null,
        pain: null,
        clearedBy: 'Orla Finch',
        profession: 'physician',
        clearedOn: TODAY,
        allows: 'all',
        until: null,
        received: 'letter',
        note: '',
      })
      .expect(201)
    await own.agent
      .post(`/api/tests/${later.id}/trials`)
      .send(trial('left', 1, 40))
      .expect(201)
  })
  it('an athlete with both hands held cannot start', async () => {
    await own.agent
      .post(`/api/athletes/${athleteId}/injuries`)
      .send({
        id: v7(),
        site: 'wrist',
        side: 'both',
        status: 'active',
        since: null,
        note: '',
        advisedBy: '',
        supersedesId: null,
      })
      .expect(201)
    const reply = await own.agent
      .post(`/api/athletes/${athleteId}/tests`)
      .send(await sessionFor(own.agent))
      .expect(422)
    expect((reply.body as { detail: string }).detail).toContain('Wrist waits for a clinician')
  })
})

describe('import', () => {
  const file = (lines: string[], dryRun = false) => ({
    id: v7(),
    fileName: 'trials.csv',
    text: ['athlete,date,protocol,trial,left,right', ...lines].join('\n'),
    dryRun,
  })
  const line = (name: string, n: number, left: string) =>
    `${name},2026-11-20,dyno_seated,${n},${left},41`
  const send = (body: object) => importFile(own.agent, body)

  it('a bad line 7 is named and nothing is saved', async () => {
    const { name } = await view()
    const reply = await send(
      file([1, 2, 3, 4, 5].map((n) => line(name, n, '36')).concat(line(name, 6, '4O'))),
    )
    expect(reply).toMatchObject({
      ok: false,
      importId: null,
      problems: [{ line: 7, column: 'left' }],
    })
    expect(await sessions()).toEqual([])
  })
  it('a dry run saves nothing, the real one everything, once; undo takes it back', async () => {
    const { name } = await view()
    const lines = [1, 2, 3].map((n) => line(name, n, `36.${n}`))
    expect(await send(file(lines, true))).toMatchObject({ ok: true, trials: 6, importId: null })
    expect(await sessions()).toEqual([])
    const body = file(lines)
    expect(await send(body)).toMatchObject({ ok: true, trials: 6, importId: body.id })
    expect(await send(body)).toMatchObject({ ok: true, importId: body.id })
    expect(await sessions()).toMatchObject([
      { performedOn: '2026-11-20', source: 'import', performedAt: '2026-11-20T12:00:00.000Z' },
    ])
    expect(await send(file(lines))).toMatchObject({ ok: true, trials: 0, already: 6, tests: 0 })
    await own.agent.post(`/api/imports/${body.id}/undo`).send({}).expect(200)
    await own.agent.post(`/api/imports/${body.id}/undo`).send({}).expect(409)
    expect(await sessions()).toEqual([])
    expect(await send(file(lines, true))).toMatchObject({ ok: true, trials: 6 })
  })
  it('what is exported is imported again', async () => {
    await tested(own.agent, athleteId)
    const csv = (await own.agent.get(`/api/athletes/${athleteId}/trials.csv`).expect(200)).text
    const { name } = await view()
    const other = await addAthlete(own.agent, { name: `Petra Lomax ${v7().slice(-6)}` })
    const reply = await send({
      id: v7(),
      fileName: 'x.csv',
      dryRun: false,
      text: csv.replaceAll(name, (await view(other)).name),
    })
    expect(reply).toMatchObject({ ok: true, trials: 6 })
    const pick = (s: SessionView) =>
      s.trials.map((t) => [t.hand, t.ordinal, t.enteredValue, t.enteredUnit])
    expect(pick((await sessions(other))[0]!)).toEqual(pick((await sessions())[0]!))
  })
})

describe('import of sets', () => {
  const HEAD = 'athlete,date,exercise,hand,sets,load,seconds,pain'
  const file = (lines: string[], dryRun = false) => ({
    id: v7(),
    fileName: 'sets.csv',
    text: [HEAD, ...lines].join('\n'),
    dryRun,
  })
  const logs = async () => {
    const v = athleteOf(
      (await own.agent.get(`/api/athletes/${athleteId}`).expect(200)).body as AthleteWire,
    )
    return v.history.logs
  }

  it(
    'they stand beside sets of the floor, raise what ' + 'they would have raised, and go as one',
    async () => {
      const { name } = await view()
      const body = file([
        `${name},2026-11-20,roll_max,both,3,30,3,`,
        `${name},2026-11-21,roll_max,left,1,30,3,6`,
      ])
      expect(await importFile(own.agent, { ...body, dryRun: true })).toMatchObject({
        ok: true,
        of: 'sets',
        trials: 7,
        tests: 2,
        importId: null,
      })
      expect(await logs()).toEqual([])
      expect(await importFile(own.agent, body)).toMatchObject({ trials: 7, importId: body.id })
      expect(await logs()).toHaveLength(7)
      expect(await logs()).toContainEqual(
        expect.objectContaining({ exerciseId: 'roll_max', hand: 'right', set: 3, loadKg: 30 }),
      )
      expect(
        await importFile(own.agent, file([`${name},2026-11-20,roll_max,left,1,30,3,`])),
      ).toMatchObject({ trials: 0, already: 1 })
      await own.agent.post(`/api/imports/${body.id}/undo`).send({}).expect(200)
      expect(await logs()).toEqual([])
    },
  )
  it(
    'a line without a hand is named and nothing kept; a mapped sheet is remembered as one ' +
      'of sets',
    async () => {
      const { name } = await view()
      expect(
        await importFile(own.agent, file([`${name},2026-11-20,roll_max,,3,30,3,`])),
      ).toMatchObject({
        ok: false,
        of: 'sets',
        problems: [{ line: 2, column: 'hand' }],
      })
      const mapped = await importFile(own.agent, {
        id: v7(),
        fileName: 'own.csv',
        dryRun: false,
        text: ['who;day;move;n;kg;s', `${name};2026-11-20;roller;2;25;3`].join('\n'),
        mapping: {
          of: 'sets',
          columns: {
            athlete: 'who',
            date: 'day',
            exercise: 'move',
            sets: 'n',
            load: 'kg',
            seconds: 's',
          },
          fixed: { hand: 'both' },
          names: {},
          exercises: { roller: 'Rolling handle, single lifts' },
          results: [],
          dateOrder: 'ymd',
        },
      })
      expect(mapped).toMatchObject({ ok: true, trials: 4 })
      expect((await own.agent.get('/api/imports/mappings').expect(200)).body).toContainEqual(
        expect.objectContaining({ mapping: expect.objectContaining({ of: 'sets' }) }),
      )
    },
  )
})

describe('over time', () => {
  it('the roster calls a lean only when it was real on two days', async () => {
    await tested(own.agent, athleteId, [35, 35.2, 35.4], [48, 48.3, 48.6])
    expect((await row()).call.stage).not.toBe('review')
    r.now.at = '2026-11-27T10:00:00.000Z'
    await tested(own.agent, athleteId, [35, 35.2, 35.4], [48, 48.3, 48.6])
    expect((await row()).call).toMatchObject({
      need: 'act',
      stage: 'review',
      why: expect.stringContaining('Left hand 27'),
    })
  })

  it('a lift that was not clean is kept beside the result; only lifts can be missed', async () => {
    const id = await addAthlete(own.agent)
    const unit = await unitBody(own.agent, { kind: 'block', size: 76 })
    await own.agent.post('/api/kit').send(unit).expect(201)
    const session = await sessionFor(own.agent, 'dyno_seated', {
      protocolId: 'lift_max',
      unitId: unit.id,
      measurementId: unit.measurementId,
      variant: { hold_s: '7' },
      expectedKg: 30,
    })
    await own.agent.post(`/api/athletes/${id}/tests`).send(session).expect(201)
    await own.agent
      .post(`/api/tests/${session.id}/trials`)
      .send(trial('left', 1, 24))
      .expect(201)
    await own.agent
      .post(`/api/tests/${session.id}/trials`)
      .send({ ...trial('left', 2, 25.2), missed: true })
      .expect(201)
    const [stored] = (await own.agent.get(`/api/athletes/${id}/tests`).expect(200))
      .body as SessionView[]
    expect(stored).toMatchObject({
      expectedKg: 30,
      unitKind: 'block',
      trials: [
        { value: 24, missed: false },
        { value: 25.2, missed: true },
      ],
    })
    expect((await own.agent.get(`/api/athletes/${id}/trials.csv`).expect(200)).text).toMatch(
      /25\.2,kg,[^\n]*yes/,
    )
    const dyno = await sessionFor(own.agent)
    await own.agent.post(`/api/athletes/${id}/tests`).send(dyno).expect(201)
    await own.agent
      .post(`/api/tests/${dyno.id}/trials`)
      .send({ ...trial('left', 1, 40), missed: true })
      .expect(400)
  })
})
