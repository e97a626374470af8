import sharp from 'sharp'
import { v7 } from 'uuid'
import { drawnAnew } from '../src/http/picture'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { SessionView } from '@mano/contract/tests'
import {
  addAthlete,
  hall,
  rig,
  sessionFor,
  tested,
  trial,
  unitBody,
  type Agent,
  type Rig,
  type Staff,
  importFile,
} from './hall'

let r: Rig
let own: Staff
let other: Staff
let athleteId: string
beforeAll(async () => {
  r = await rig()
  own = await hall(r, 'ruth')
  other = await hall(r, 'cass')
  athleteId = await addAthlete(own.agent)
})
afterAll(() => r.close())

async function unit(
  agent: Agent,
  more: Record<string, unknown>,
): Promise<{ id: string; measurementId: string }> {
  const body = await unitBody(agent, more)
  await agent.post('/api/kit').send(body).expect(201)
  return body
}
const start = async (
  protocolId: string,
  u: { id: string; measurementId: string },
  variant: Record<string, string>,
  status = 201,
) => {
  const body = await sessionFor(own.agent, 'dyno_seated', {
    protocolId,
    unitId: u.id,
    measurementId: u.measurementId,
    variant,
  })
  await own.agent.post(`/api/athletes/${athleteId}/tests`).send(body).expect(status)
  return body.id
}
const put = (sessionId: string, body: Record<string, unknown>) =>
  own.agent.post(`/api/tests/${sessionId}/trials`).send(body)
const session = async (id: string) =>
  (
    (await own.agent.get(`/api/athletes/${athleteId}/tests`).expect(200)).body as SessionView[]
  ).find((s) => s.id === id)!

describe('trials of every kind', () => {
  it(
    'a carry keeps its time and drops; without them it ' + 'is refused and nothing is saved',
    async () => {
      const id = await start('carry_test', await unit(own.agent, { kind: 'farm' }), {
        leftKg: '30',
        rightKg: '30',
      })
      const bad = await put(id, trial('both', 1, 40, { enteredUnit: 'm' }))
      expect(bad.status).toBe(400)
      expect(bad.body.errors[0]).toEqual({ field: 'details', message: 'Time is missing.' })
      await put(id, {
        ...trial('both', 1, 40, { enteredUnit: 'm' }),
        details: { seconds: 33, drops: 0 },
      }).expect(201)
      expect((await session(id)).trials.map((t) => [t.value, t.details])).toEqual([
        [40, { seconds: 33, drops: 0 }],
      ])
    },
  )
  it('a torque is force by the arm of the set-up, the typed force kept', async () => {
    const id = await start('lever_torque', await unit(own.agent, { kind: 'lever' }), {
      armMm: '500',
      direction: 'radial',
    })
    await put(id, trial('left', 1, 2)).expect(201)
    const [t] = (await session(id)).trials
    expect([t!.value, t!.enteredValue, t!.enteredUnit]).toEqual([9.80665, 2, 'kg'])
    await start('lever_torque', await unit(own.agent, { kind: 'lever' }), {}, 400)
  })
  it('a close must be of a rated spring and carry its rating, with the insert', async () => {
    const rated = await unit(own.agent, {
      kind: 'spring',
      size: 70,
      handleMm: 19.5,
      ratingKg: 45.5,
      ratedBy: 'Ruth',
      ratedOn: '2026-10-01',
    })
    const plain = await unit(own.agent, { kind: 'spring', size: 70, handleMm: 19.5 })
    const id = await start('spring_bracket', rated, {
      set_width: 'card',
      spreadMm: '70',
      handleMm: '19.5',
    })
    await put(id, { ...trial('left', 1, 45.5), details: { unitId: rated.id } }).expect(201)
    await put(id, {
      ...trial('left', 2, 47.5),
      missed: true,
      details: { unitId: rated.id, insertKg: 2 },
    }).expect(201)
    expect(
      (await put(id, { ...trial('left', 3, 60), details: { unitId: rated.id } })).body.errors[0]
        .message,
    ).toContain('close at 45.5 kg')
    expect(
      (await put(id, { ...trial('left', 3, 45.5), details: { unitId: plain.id } })).body.errors[0]
        .message,
    ).toContain('measured rating')
    await start(
      'spring_bracket',
      rated,
      { set_width: 'measured', spreadMm: '70', handleMm: '19.5' },
      400,
    )
    await start('spring_bracket', rated, {
      set_width: 'measured',
      setMm: '45',
      spreadMm: '70',
      handleMm: '19.5',
    })
  })
  it('pull-ups are counted, hangs are not', async () => {
    const towel = await unit(own.agent, { kind: 'towel', size: 36 })
    const reps = await start('towel_test', towel, { count: 'reps' })
    await put(reps, trial('both', 1, 9, { enteredUnit: 'count' })).expect(201)
    expect((await put(reps, trial('both', 2, 30, { enteredUnit: 's' }))).status).toBe(400)
    const hang = await start('towel_test', towel, { count: 'hang' })
    expect((await put(hang, trial('both', 1, 9, { enteredUnit: 'count' }))).status).toBe(400)
  })
  it('what is exported goes in again, with numbers and details', async () => {
    const file = (await own.agent.get(`/api/athletes/${athleteId}/trials.csv`).expect(200)).text
    expect(file).toContain('seconds')
    const rui = await addAthlete(other.agent)
    for (const [kind, more] of [
      ['farm', {}],
      ['lever', {}],
      ['towel', { size: 36 }],
      [
        'spring',
        { size: 70, handleMm: 19.5, ratingKg: 45.5, ratedBy: 'Ruth', ratedOn: '2026-10-01' },
      ],
    ] as const)
      await unit(other.agent, { kind, ...more })
    // Labels differ in the other hall: it has one of each kind.
    const [head, ...lines] = file.trim().split('\r\n')
    const at = head!.split(',').indexOf('implement')
    const text = [
      head,
      ...lines.map((l) =>
        l
          .split(',')
          .map((c, i) => (i === at ? '' : c))
          .join(','),
      ),
    ].join('\n')
    const reply = await importFile(other.agent, {
      id: v7(),
      fileName: 'a.csv',
      dryRun: false,
      text,
    })
    expect(reply).toMatchObject({ ok: true })
    const there = (
      (await other.agent.get(`/api/athletes/${rui}/tests`).expect(200)).body as SessionView[]
    ).flatMap((s) =>
      s.trials.map((t) => [
        s.protocolId,
        t.hand,
        t.value,
        t.missed,
        Object.keys(t.details ?? {})
          .sort()
          .join(),
      ]),
    )
    const here = (
      (await own.agent.get(`/api/athletes/${athleteId}/tests`).expect(200)).body as SessionView[]
    ).flatMap((s) =>
      s.trials.map((t) => [
        s.protocolId,
        t.hand,
        t.value,
        t.missed,
        Object.keys(t.details ?? {})
          .filter((k) => k !== 'insertKg')
          .sort()
          .join(),
      ]),
    )
    expect([...there].sort()).toEqual([...here].sort())
  })
})

/** A picture of 20 by 10, with what cameras and programs write into and behind one. */
const taken = async (format: 'jpeg' | 'png' | 'webp', side = 20): Promise<Buffer> => {
  const drawn = sharp({
    create: { width: side, height: side / 2, channels: 3, background: '#a33' },
  })
    .withExif({ IFD0: { Copyright: 'Port Sennet', Artist: 'Secret Owner' } })
    .withXmp('<x:xmpmeta xmlns:x="adobe:ns:meta/">Secret Owner</x:xmpmeta>')
  return Buffer.concat([
    await drawn.toFormat(format).toBuffer(),
    Buffer.from('Secret Owner after the end'),
  ])
}

describe('notes, pictures and links', () => {
  it('are kept with the test; a picture comes back without what it said of its maker', async () => {
    const { sessionId } = await tested(own.agent, athleteId)
    const id = v7()
    const withText = await taken('png')
    expect(withText.toString('latin1')).toContain('Secret Owner')
    for (let i = 0; i < 2; i++)
      await own.agent
        .put(`/api/tests/${sessionId}/pictures/${id}`)
        .set('content-type', 'image/png')
        .send(withText)
        .expect(201)
    await own.agent
      .post(`/api/tests/${sessionId}/attachments`)
      .send({ id: v7(), kind: 'link', text: 'https://clips.example/42' })
      .expect(201)
    expect((await session(sessionId)).attachments.map((a) => a.kind)).toEqual(['photo', 'link'])
    const picture = await own.agent
      .get(`/api/attachments/${id}`)
      .expect(200)
      .expect('content-type', 'image/jpeg')
    const bytes = picture.body as Buffer
    expect(bytes.toString('latin1')).not.toMatch(/Secret|Port Sennet|adobe/)
    expect(await sharp(bytes).metadata()).toMatchObject({ width: 20, height: 10, format: 'jpeg' })
    await other.agent.get(`/api/attachments/${id}`).expect(404)
    await other.agent.delete(`/api/attachments/${id}`).expect(404)
    await own.agent.delete(`/api/attachments/${id}`).expect(204)
    await own.agent.get(`/api/attachments/${id}`).expect(404)
  })
  it(
    'of each kind nothing is left but what is seen; a large one is made smaller, one that ' +
      'is cut off refused',
    async () => {
      for (const format of ['jpeg', 'png', 'webp'] as const) {
        const out = await drawnAnew(await taken(format))
        expect(out.toString('latin1'), format).not.toMatch(/Secret|Port Sennet|adobe/)
      }
      expect(await sharp(await drawnAnew(await taken('jpeg', 4000))).metadata()).toMatchObject({
        width: 1600,
        height: 800,
      })
      const cut = (await taken('png', 400)).subarray(0, 300)
      await expect(drawnAnew(Buffer.alloc(0))).rejects.toMatchObject({ problem: { status: 400 } })
      await expect(drawnAnew(cut)).rejects.toMatchObject({ problem: { status: 400 } })
      // Small as a file, and two hundred million pixels once unpacked.
      const bomb = await sharp({
        create: { width: 20_000, height: 10_000, channels: 3, background: '#000' },
        limitInputPixels: false,
      })
        .png()
        .toBuffer()
      expect(bomb.length).toBeLessThan(10 * 1024 * 1024)
      await expect(drawnAnew(bomb)).rejects.toThrow()
    },
    60_000,
  )
  it('a test keeps twelve pictures', async () => {
    const { sessionId } = await tested(own.agent, athleteId)
    const picture = await taken('jpeg')
    const send = () =>
      own.agent
        .put(`/api/tests/${sessionId}/pictures/${v7()}`)
        .set('content-type', 'image/jpeg')
        .send(picture)
    const all = await Promise.all(Array.from({ length: 14 }, async () => (await send()).status))
    expect(all.sort()).toEqual([...Array<number>(12).fill(201), 409, 409])
  })
  it('other files, too large ones and links that are none are refused with a reason', async () => {
    const { sessionId } = await tested(own.agent, athleteId)
    const url = `/api/tests/${sessionId}/pictures/${v7()}`
    const none = await own.agent
      .put(url)
      .set('content-type', 'image/png')
      .send(Buffer.from('GIF89a not a picture we take'))
      .expect(400)
    expect(none.body.errors[0].message).toBe('Not a JPEG, PNG or WebP picture.')
    const big = await own.agent
      .put(url)
      .set('content-type', 'image/jpeg')
      .send(Buffer.alloc(11 * 1024 * 1024, 0xff))
      .expect(413)
    expect(big.body.title).toContain('pictures may have 10 MB')
    await own.agent
      .post(`/api/tests/${sessionId}/attachments`)
      .send({ id: v7(), kind: 'link', text: 'javascript:alert(1)' })
      .expect(400)
    expect((await session(sessionId)).attachments).toEqual([])
  })
})

describe('batteries', () => {
  it('are kept, changed and taken away, by sport, within the hall', async () => {
    const body = {
      id: v7(),
      name: 'Boxers',
      sportId: 'boxer',
      items: [
        { protocolId: 'dyno_seated', variant: {} },
        { protocolId: 'wrist_max', variant: { direction: 'extension' } },
      ],
      supersedesId: null,
      removed: false,
    }
    await own.agent.post('/api/batteries').send(body).expect(201)
    await own.agent.post('/api/batteries').send(body).expect(201)
    expect((await own.agent.get('/api/batteries').expect(200)).body).toEqual([
      { id: body.id, name: 'Boxers', sportId: 'boxer', items: body.items },
    ])
    expect((await other.agent.get('/api/batteries').expect(200)).body).toEqual([])
    const next = {
      ...body,
      id: v7(),
      name: 'Boxers, short',
      items: body.items.slice(0, 1),
      supersedesId: body.id,
    }
    await own.agent.post('/api/batteries').send(next).expect(201)
    expect((await own.agent.post('/api/batteries').send({ ...next, id: v7() })).status).toBe(409)
    await own.agent
      .post('/api/batteries')
      .send({ ...next, id: v7(), supersedesId: next.id, removed: true })
      .expect(201)
    expect((await own.agent.get('/api/batteries').expect(200)).body).toEqual([])
  })
  it('unknown tests, choices and sports are refused', async () => {
    const body = {
      id: v7(),
      name: 'X',
      sportId: null,
      items: [{ protocolId: 'dyno_seated', variant: {} }],
      supersedesId: null,
      removed: false,
    }
    for (const wrong of [
      { items: [] },
      { items: [{ protocolId: 'chess', variant: {} }] },
      { items: [{ protocolId: 'wrist_max', variant: { direction: 'up' } }] },
      { sportId: 'chess' },
      { name: ' ' },
      { removed: true },
      { items: Array.from({ length: 11 }, () => body.items[0]) },
    ])
      expect(
        (await own.agent.post('/api/batteries').send({ ...body, id: v7(), ...wrong })).status,
        JSON.stringify(wrong).slice(0, 60),
      ).toBe(400)
  })
})
