import ICAL from 'ical.js'
import request from 'supertest'
import { v7 } from 'uuid'
import { afterAll, beforeAll, beforeEach, describe, expect, it, vi } from 'vitest'
import type { AthleteView } from '@mano/contract/athletes'
import { athleteOf, type AthleteWire } from '@mano/contract/wire'
import type { LinkSession, LinkView } from '@mano/contract/plan'
import { DEFAULT_FRAME, type Block } from '@mano/core/plan/types'
import { safetyFacts } from '@mano/core/safety/facts'
import type { SetFact } from '@mano/core/safety/record'
import type { SafetyFacts } from '@mano/core/safety/triggers'
import { must } from '@mano/core/units/must'
import { ask } from '../src/db/ask'
import { inHall } from '../src/db/hall'
import { loadSafety } from '../src/db/safety'
import { addAthlete, athlete, hall, NOW, rig, TODAY, type Rig, type Staff } from './hall'

let r: Rig
let own: Staff
let athleteId: string
let planId: string
const WEEK = '2026-11-23'
const frame = DEFAULT_FRAME.map((d, i) => ({ ...d, minutes: 60, ...(i === 2 && { at: '18:30' }) }))
const block: Block = {
  id: v7(),
  day: 2,
  exerciseId: 'wrist_curl',
  sets: 3,
  dose: 15,
  hands: ['left', 'right'],
  reason: '',
}
const token = (n: number): string => String(n).padStart(43, 'x')
const log = (more: object = {}) => ({
  id: v7(),
  planVersionId: planId,
  blockId: block.id,
  exerciseId: block.exerciseId,
  hand: 'left',
  set: 1,
  load: 10,
  loadUnit: 'kg',
  seconds: null,
  reps: 15,
  ended: 'done',
  effort: null,
  pain: null,
  deviceAt: null,
  supersedesId: null,
  ...more,
})
const planFor = async (id: string): Promise<string> => {
  const body = {
    id: v7(),
    weekStart: WEEK,
    frame,
    blocks: [{ ...block, id: v7() }],
    terms: { settings: {}, bans: [] },
    reason: 'for the test',
  }
  await own.agent.post(`/api/athletes/${id}/plans`).send(body).expect(201)
  return body.id
}
const logs = async () =>
  athleteOf((await own.agent.get(`/api/athletes/${athleteId}`).expect(200)).body as AthleteWire)
    .history.logs
const send = (body: object, status = 201) =>
  own.agent.post(`/api/athletes/${athleteId}/logs`).send(body).expect(status)
const by = (t: string) => ({
  get: (url: string) => request(r.server).get(url).set('X-Mano-Link', t),
  post: (url: string, body: object) => request(r.server).post(url).set('X-Mano-Link', t).send(body),
})

beforeAll(async () => {
  r = await rig()
  own = await hall(r, 'ruth')
})
afterAll(() => r.close())
beforeEach(async () => {
  r.now.at = NOW
  athleteId = await addAthlete(own.agent)
  planId = await planFor(athleteId)
})

describe('a set on the floor', () => {
  it('says how it was done, and where it hurt', async () => {
    await send(
      log({
        pain: 2,
        painWhere: { hand: 'left', at: ['wrist'] },
        details: { style: 'thumb-off', chalk: true, straps: false },
      }),
    )
    expect((await logs())[0]!.details).toEqual({ style: 'thumb-off', chalk: true, straps: false })
    expect((await logs())[0]!.painWhere).toEqual({ hand: 'left', at: ['wrist'] })
    await send(log({ pain: 2, painWhere: { hand: 'left', at: ['ear'] } }), 400)
    await send(log({ details: { style: 'sideways' } }), 400)
    await send(log({ details: { colour: 'red' } }), 400)
  })
  it(
    'two records of one set are both kept; one is taken back with its reason and nothing ' +
      'is erased',
    async () => {
      const [a, b] = [log(), log({ reps: 12 })]
      await send(a)
      await send(b)
      expect((await logs()).map((l) => l.reps).sort()).toEqual([12, 15])
      await send(log({ voided: true }), 400)
      await send(log({ supersedesId: a.id, voided: true, details: { reason: 'the same set' } }))
      expect((await logs()).map((l) => l.reps)).toEqual([12])
      const [row] = (await r.app.query(`SELECT set_config('mano.hall', $1, false)`, [own.hallId]),
      await r.app.query('SELECT count(*)::int AS n FROM set_log WHERE athlete_id = $1', [
        athleteId,
      ])) as [{ n: number }]
      expect(row.n).toBe(3)
    },
  )
  it(
    'that comes late from a device without network keeps its own day, however late, says ' +
      'so, and is never from the future',
    async () => {
      await send(log({ deviceAt: '2026-11-23T18:00:00Z' }))
      await send(log({ set: 2, deviceAt: '2026-10-01T18:00:00Z' }))
      await send(log({ set: 3, deviceAt: '2027-01-01T18:00:00Z' }))
      expect((await logs()).map((l) => `${l.set} ${l.on}`).sort()).toEqual([
        '1 2026-11-23',
        '2 2026-10-01',
        `3 ${TODAY}`,
      ])
      expect((await logs()).find((l) => l.set === 2)).toMatchObject({
        odd: 'Came 55 days after it was done.',
      })
      expect((await logs()).find((l) => l.set === 3)?.odd).toBeUndefined()
    },
  )
})

describe('sets of the days before', () => {
  const kept = async (): Promise<string | null> =>
    inHall(r.app, own.hallId, async (em) => {
      const [row] = await ask<{ lines: string | null }>(
        em,
        'SELECT lines FROM athlete_past WHERE athlete_id = $1',
        [athleteId],
      )
      return row?.lines ?? null
    })
  /** The page three times: worked out, kept, and read as kept. */
  const shows = async (...lines: string[]) => {
    for (let i = 0; i < 3; i++)
      expect((await logs()).map((l) => `${l.on} ${l.set} ${l.reps}`)).toEqual(lines)
  }

  it('are kept with the first page of a day, and stay true whatever comes late', async () => {
    const first = log({ deviceAt: '2026-11-20T18:00:00Z' })
    await send(first)
    await send(log({ set: 2, reps: 14 }))
    await shows('2026-11-20 1 15', `${TODAY} 2 14`)
    expect(await kept()).toContain(first.id)
    expect(await kept()).not.toContain(TODAY)
    // One more of today leaves them; one of an earlier day, or one taken back, does not.
    await send(log({ set: 3, reps: 13 }))
    await shows('2026-11-20 1 15', `${TODAY} 2 14`, `${TODAY} 3 13`)
    await send(log({ set: 4, deviceAt: '2026-11-21T18:00:00Z' }))
    await shows('2026-11-20 1 15', '2026-11-21 4 15', `${TODAY} 2 14`, `${TODAY} 3 13`)
    await send(log({ supersedesId: first.id, voided: true, details: { reason: 'twice' } }))
    await shows('2026-11-21 4 15', `${TODAY} 2 14`, `${TODAY} 3 13`)
    // The next day today's are among those before.
    r.now.at = '2026-11-26T10:00:00.000Z'
    await shows('2026-11-21 4 15', `${TODAY} 2 14`, `${TODAY} 3 13`)
    expect(await kept()).toContain(TODAY)
  })
  it('say that their exercise raised an alarm, also where that came after', async () => {
    await send(log({ deviceAt: '2026-11-20T18:00:00Z' }))
    await logs()
    await logs()
    expect((await logs())[0]!.alarmed).toBeFalsy()
    await inHall(r.app, own.hallId, (em) =>
      em.query(
        `INSERT INTO alarm (id, hall_id, actor_kind, recorded_at, athlete_id, happened_on, subject,
          hand, class, keys, source_id, says)
         VALUES ($1, $2, 'coach', $3, $4, '2026-11-20', 'exercise wrist_curl', 'left', 'stop', '[]',
          $1, 'Said later.')`,
        [v7(), own.hallId, NOW, athleteId],
      ),
    )
    for (let i = 0; i < 3; i++) expect((await logs())[0]!.alarmed).toBe(true)
  })
})

describe('what safety keeps of the days before', () => {
  /** What it says of earlier days and weeks, from the kept days and from all sets by themselves. */
  const said = (days: readonly (readonly [on: string, pain: number])[]) =>
    inHall(r.app, own.hallId, async (em) => {
      const who = { id: athleteId, birthDate: null, guardian: null }
      const zone = { timeZone: 'Europe/London', today: TODAY }
      const { record } = must((await loadSafety(em, [who], TODAY, zone)).get(athleteId))
      const sets = days.map(([on, pain]): SetFact => ({
        id: '',
        exerciseId: block.exerciseId,
        hand: 'left',
        on,
        recordedAt: on,
        pain: pain || null,
        where: null,
      }))
      const of = ({ experience, earlier }: SafetyFacts) => ({
        experience,
        earlier: earlier.map((e) => `${e.daysAgo} ${e.tissues?.join()} ${e.pain}`).sort(),
      })
      return [
        record.sets.length,
        of(safetyFacts(record, TODAY)),
        of(safetyFacts({ ...record, sets }, TODAY)),
      ]
    })
  const done = async (days: readonly (readonly [string, number])[]) => {
    for (const [on, pain] of days)
      await send(log({ pain, painWhere: null, deviceAt: `${on}T18:00:00Z` }))
  }

  it('is by weeks, and by days from the first pain that asks for something', async () => {
    const quiet = [
      ['2026-10-05', 0],
      ['2026-10-07', 0],
      ['2026-10-11', 0],
      ['2026-10-12', 0],
    ] as const
    await done(quiet)
    const [few, kept, whole] = await said(quiet)
    expect(few).toBe(2)
    expect(kept).toEqual(whole)
    const later = [
      ['2026-11-16', 5],
      ['2026-11-18', 0],
      ['2026-11-20', 0],
    ] as const
    await done(later)
    const [days, keptToo, wholeToo] = await said([...quiet, ...later])
    expect(days).toBe(5)
    expect(keptToo).toEqual(wholeToo)
    expect(JSON.stringify(keptToo)).toMatch(
      /5 elbow_medial,finger_flexors 0.*7 .* 0.*9 elbow_medial 5/,
    )
  })
})

describe("an athlete's own link", () => {
  const make = async (t: string, days = 7) => {
    const id = v7()
    await own.agent
      .post(`/api/athletes/${athleteId}/links`)
      .send({ id, days, token: t })
      .expect(201)
    return id
  }

  it(
    "shows that athlete's sessions and nothing of the coach's notes, and takes sets and " +
      "symptoms as the athlete's",
    async () => {
      await own.agent
        .post(`/api/athletes/${athleteId}/injuries`)
        .send({
          id: v7(),
          site: 'wrist',
          side: 'left',
          status: 'settled',
          since: null,
          note: 'private',
          advisedBy: 'Dr. Quay',
          supersedesId: null,
        })
        .expect(201)
      await make(token(1))
      const s = (await by(token(1)).get('/api/link').expect(200)).body as LinkSession
      expect(s.athlete.id).toBe(athleteId)
      expect(s.plan.versions.map((v) => v.id)).toEqual([planId])
      expect(JSON.stringify(s)).not.toMatch(/private|Dr\. Quay/)
      await by(token(1)).post('/api/link/logs', log()).expect(201)
      await by(token(1))
        .post('/api/link/observations', {
          id: v7(),
          hand: 'left',
          pain: null,
          symptom: 'tingling',
          note: '',
        })
        .expect(201)
      expect((await logs()).length).toBe(1)
      // What was noted stops the hand at once; a set that was done all the same is kept, with an
      // alarm.
      await by(token(1))
        .post('/api/link/logs', log({ set: 2 }))
        .expect(201)
      expect(
        ((await own.agent.get(`/api/athletes/${athleteId}`).expect(200)).body as AthleteView)
          .alarms,
      ).toMatchObject([
        { class: 'stop', hand: 'left' },
        { class: 'ask', hand: 'left' },
      ])
    },
  )
  it('of one athlete does not reach another, nor anything behind the sign-in', async () => {
    await make(token(2))
    const other = await addAthlete(own.agent, athlete({ name: 'Somebody Else' }))
    const theirs = await planFor(other)
    await by(token(2))
      .post('/api/link/logs', log({ planVersionId: theirs }))
      .expect(404)
    await by(token(2)).get(`/api/athletes/${other}`).expect(401)
    await by(token(2)).get(`/api/athletes/${athleteId}`).expect(401)
    await by(token(2))
      .post(`/api/athletes/${other}/logs`, log({ planVersionId: theirs }))
      .expect(401)
  })
  it(
    'refuses a wrong, an expired and a revoked token in words; taking back twice is no ' + 'fault',
    async () => {
      const id = await make(token(3), 7)
      for (const t of ['', 'short', token(99)])
        expect((await by(t).get('/api/link').expect(401)).body).toMatchObject({
          title: expect.stringContaining('not valid'),
        })
      r.now.at = '2026-12-02T23:00:00.000Z'
      await by(token(3)).get('/api/link').expect(200)
      r.now.at = '2026-12-03T10:00:00.000Z'
      expect((await by(token(3)).get('/api/link').expect(401)).body).toMatchObject({
        title: expect.stringContaining('run out'),
      })
      r.now.at = NOW
      for (let n = 0; n < 2; n++)
        await own.agent.post(`/api/athletes/${athleteId}/links/${id}/revoke`).expect(204)
      expect((await by(token(3)).get('/api/link').expect(401)).body).toMatchObject({
        title: expect.stringContaining('taken back'),
      })
      await by(token(3)).post('/api/link/logs', log()).expect(401)
      expect(
        (
          (await own.agent.get(`/api/athletes/${athleteId}/links`).expect(200)).body as LinkView[]
        )[0],
      ).toMatchObject({ revoked: true })
    },
  )
  it('is of its hall: another hall neither sees nor ends it', async () => {
    const other = await hall(r, `cass${athleteId.slice(-6)}`)
    const id = await make(token(4))
    await other.agent.get(`/api/athletes/${athleteId}/links`).expect(404)
    await other.agent.post(`/api/athletes/${athleteId}/links/${id}/revoke`).expect(404)
    await by(token(4)).get('/api/link').expect(200)
  })
  it('a token stands in no line of the log, in no table and in no reply', async () => {
    const lines: string[] = []
    const spies = (['log', 'error', 'warn', 'info'] as const).map((m) =>
      vi.spyOn(console, m).mockImplementation((...a: unknown[]) => {
        lines.push(
          a
            .map((x) => (x instanceof Error ? `${x.message} ${x.stack ?? ''}` : String(x)))
            .join(' '),
        )
      }),
    )
    const out = vi.spyOn(process.stdout, 'write').mockImplementation((t) => {
      lines.push(String(t))
      return true
    })
    try {
      await make(token(5))
      await by(token(5)).get('/api/link')
      await by(token(5)).post('/api/link/logs', { broken: true })
      await request(r.server)
        .post('/api/link/logs')
        .set('X-Mano-Link', token(5))
        .set('content-type', 'application/json')
        .send('{')
      await by(token(5)).get('/api/nothing')
    } finally {
      out.mockRestore()
      spies.forEach((s) => s.mockRestore())
    }
    expect(lines.join('\n')).not.toContain(token(5))
    const rows = (await r.app
      .query(`SELECT set_config('mano.hall', $1, false)`, [own.hallId])
      .then(() => r.app.query('SELECT * FROM athlete_link'))) as object[]
    expect(JSON.stringify(rows)).not.toContain(token(5))
    expect(
      JSON.stringify((await own.agent.get(`/api/athletes/${athleteId}/links`)).body),
    ).not.toContain(token(5))
  })
  it('a token that is none is not taken', () =>
    own.agent
      .post(`/api/athletes/${athleteId}/links`)
      .send({ id: v7(), days: 7, token: 'secret' })
      .expect(400))
})

describe('the weeks as a calendar', () => {
  it(
    "is read by another library: stable ids, the hour in the hall's zone, newer versions " +
      'count up',
    async () => {
      const read = async () => {
        const text = (await own.agent.get(`/api/athletes/${athleteId}/calendar`).expect(200)).text
        expect(text.split('\r\n').every((l) => Buffer.byteLength(l) <= 75)).toBe(true)
        return new ICAL.Component(ICAL.parse(text) as never)
          .getAllSubcomponents('vevent')
          .map((v) => ({
            e: new ICAL.Event(v),
            stamp: v.getFirstPropertyValue('dtstamp'),
            tz: v.getFirstProperty('dtstart')!.getParameter('tzid'),
          }))
      }
      const [first] = await read()
      expect(first!.e.summary).toMatch(/^Grip work, \d+ min$/)
      expect(first!.e.startDate.toString()).toBe('2026-11-25T18:30:00')
      expect(first!.tz).toBe('Europe/London')
      expect(first!.e.description).toContain('Wrist curl')
      expect(first!.stamp).toBeTruthy()
      await planFor(athleteId)
      const [again] = await read()
      expect([again!.e.uid, again!.e.sequence]).toEqual([first!.e.uid, first!.e.sequence + 1])
    },
  )
})
