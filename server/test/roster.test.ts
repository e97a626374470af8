import request from 'supertest'
import type { EntityManager } from 'typeorm'
import { v7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest'
import type { AthleteName, RosterPage } from '@mano/contract/athletes'
import { DEFAULT_FRAME } from '@mano/core/plan/types'
import { buildApp } from '../src/app'
import { demoRig } from './demoHall'
import { Seeded } from '@mano/core/units/seeded'
import { AthleteEntity, HallEntity } from '../src/db/entities'
import { ask } from '../src/db/ask'
import { inHall } from '../src/db/hall'
import { rowsIn } from '../src/http/freshen'
import { rosterRows } from '../src/http/rosterRows'
import {
  addAthlete,
  hall,
  NOW,
  PASSWORD,
  rig,
  rosterOf,
  signIn,
  tested,
  TODAY,
  type Agent,
  type Rig,
  type Staff,
} from './hall'

let r: Rig
let own: Staff
let athletes: string[]
beforeAll(async () => {
  r = await rig()
  own = await hall(r, 'ruth')
  athletes = []
  for (const name of ['Bo', 'Ann', 'Cy']) athletes.push(await addAthlete(own.agent, { name }))
})
afterAll(() => r.close())

/** The roster worked out anew from the whole record, by name. */
const anew = (hallId: string, today = TODAY) =>
  inHall(
    r.app,
    hallId,
    async (em) =>
      JSON.parse(
        JSON.stringify(
          await rosterRows(
            em,
            await em.findOneByOrFail(HallEntity, { id: hallId }),
            await em.find(AthleteEntity, { order: { name: 'ASC' } }),
            today,
          ),
        ),
      ) as unknown,
  )
const kept = async (agent: Agent) =>
  ((await agent.get('/api/athletes?sort=name&most=200').expect(200)).body as RosterPage).rows

describe('rows kept for the roster', () => {
  it('say what the whole record says, after every kind of write in any order', async () => {
    const random = new Seeded(11)
    const { agent } = own
    const any = () => athletes[Math.floor(random.next() * athletes.length)]!
    const base = () => ({ id: v7() })
    const writes: (() => Promise<unknown>)[] = [
      // A hand that is closed by then is refused: that writes nothing.
      () => tested(agent, any(), [40, 40.5, 41], [48, 48.5, 49]).catch(() => undefined),
      () =>
        agent
          .post(`/api/athletes/${any()}/observations`)
          .send({ ...base(), hand: 'left', pain: 5, symptom: null, places: null, note: '' }),
      () =>
        agent.post(`/api/athletes/${any()}/injuries`).send({
          ...base(),
          site: 'thumb',
          side: 'left',
          status: 'active',
          since: null,
          note: '',
          advisedBy: '',
          supersedesId: null,
        }),
      () =>
        agent.post(`/api/athletes/${any()}/health`).send({ ...base(), yes: ['blood_pressure'] }),
      () => agent.post(`/api/athletes/${any()}/flags`).send({ ...base(), flags: ['unwell'] }),
      () =>
        agent.post(`/api/athletes/${any()}/measurements`).send({
          ...base(),
          measure: 'body_mass',
          hand: 'both',
          enteredValue: 70,
          enteredUnit: 'kg',
          measuredOn: TODAY,
          supersedesId: null,
        }),
      () =>
        agent
          .post(`/api/athletes/${any()}/demands`)
          .send({ ...base(), sources: [{ id: 'boxer', weight: 1 }], edits: [], reason: '' }),
      async () => {
        const [a, id, block] = [any(), v7(), v7()]
        await agent.post(`/api/athletes/${a}/plans`).send({
          id,
          weekStart: '2026-11-23',
          frame: DEFAULT_FRAME,
          blocks: [
            {
              id: block,
              day: 2,
              exerciseId: 'wrist_curl',
              sets: 2,
              dose: 15,
              hands: ['left', 'right'],
              reason: '',
            },
          ],
          terms: { settings: {}, bans: [] },
          reason: 'Agreed',
        })
        // Sets of the plan and beside it, with pain and without, taken back and changed.
        const set = (n: number, more: object = {}) => ({
          id: v7(),
          planVersionId: id,
          blockId: random.next() < 0.7 ? block : null,
          exerciseId: 'wrist_curl',
          hand: 'left',
          set: n,
          load: 10,
          loadUnit: 'kg',
          seconds: null,
          reps: 12,
          ended: 'done',
          effort: 6,
          pain: random.next() < 0.2 ? 5 : 0,
          painWhere: null,
          deviceAt: null,
          supersedesId: null,
          ...more,
        })
        const sets = [1, 2, 3].map((n) => set(n))
        const taken = { supersedesId: sets[0]!.id, voided: true, details: { reason: 'not done' } }
        for (const body of [...sets, { ...sets[0]!, id: v7(), ...taken }, set(4)]) {
          await agent.post(`/api/athletes/${a}/logs`).send(body)
          expect(await kept(agent)).toEqual(await anew(own.hallId))
        }
      },
      () =>
        agent.put('/api/hall').send({
          name: 'Quayside Hall',
          timeZone: 'Europe/London',
          staleDays: 20 + Math.floor(random.next() * 20),
          version: 1,
        }),
    ]
    for (let i = 0; i < 24; i++) {
      await writes[i < writes.length ? i : Math.floor(random.next() * writes.length)]!()
      expect(await kept(agent)).toEqual(await anew(own.hallId))
    }
  }, 60_000)
  it('are those of the day that is asked for', async () => {
    r.now.at = '2027-02-25T10:00:00.000Z'
    const agent = await signIn(r, 'ruth')
    expect(await kept(agent)).toEqual(await anew(own.hallId, '2027-02-25'))
    r.now.at = NOW
    expect(await kept(own.agent)).toEqual(await anew(own.hallId))
  })
  it('a write beside the look is seen by the next look', async () => {
    for (let i = 0; i < 5; i++) {
      await Promise.all([
        kept(own.agent),
        own.agent
          .post(`/api/athletes/${athletes[0]!}/observations`)
          .send({ id: v7(), hand: 'left', pain: 4 + i, symptom: null, places: null, note: '' })
          .expect(201),
        kept(own.agent),
      ])
      expect(await kept(own.agent)).toEqual(await anew(own.hallId))
    }
  })
})

/** A server that keeps the rows up by itself. */
const served = () =>
  buildApp({
    app: r.app,
    pool: r.pool,
    sheds: false,
    upkeep: rowsIn(r.app),
    clock: () => new Date(r.now.at),
    sessionSecret: 'test',
    webRoot: null,
  })

describe('a server that keeps up by itself', () => {
  it(
    'says when a page lacks the newest writes, and soon does not; the first look of a day ' +
      'waits',
    async () => {
      const agent = request.agent(served())
      await agent.post('/api/session').send({ login: 'ruth', password: PASSWORD }).expect(201)
      const page = async () =>
        (await agent.get('/api/athletes?sort=name&most=200').expect(200)).body as RosterPage
      r.now.at = '2027-02-26T10:00:00.000Z'
      expect(await page()).toMatchObject({ behind: false, rows: { length: 3 } })
      expect((await page()).rows).toEqual(await anew(own.hallId, '2027-02-26'))
      for (let i = 0; i < 8; i++) {
        await agent
          .post(`/api/athletes/${athletes[i % 3]!}/observations`)
          .send({ id: v7(), hand: 'left', pain: i, symptom: null, places: null, note: '' })
          .expect(201)
        const at = await page()
        // Never a page that lacks a write and says it has all.
        if (!at.behind) expect(at.rows).toEqual(await anew(own.hallId, '2027-02-26'))
      }
      // Nobody has to ask for it: a write is enough.
      await vi.waitFor(
        async () => {
          const [{ n }] = (await inHall(r.app, own.hallId, (em) =>
            em.query('SELECT count(*)::int AS n FROM athlete_mark'),
          )) as [{ n: number }]
          expect(n).toBe(0)
        },
        { timeout: 5000 },
      )
      expect(await page()).toMatchObject({ behind: false })
      expect((await page()).rows).toEqual(await anew(own.hallId, '2027-02-26'))
      // What another server wrote is seen as well: this one takes it up once it is asked.
      await own.agent
        .post(`/api/athletes/${athletes[0]!}/observations`)
        .send({ id: v7(), hand: 'right', pain: 1, symptom: null, places: null, note: '' })
        .expect(201)
      await vi.waitFor(async () => expect(await page()).toMatchObject({ behind: false }), 5000)
      expect((await page()).rows).toEqual(await anew(own.hallId, '2027-02-26'))
      r.now.at = NOW
    },
    30_000,
  )
})

describe('what a browser looked at before is read while its sign-in is looked up', () => {
  const health = (x: { body: unknown }) =>
    (x.body as RosterPage).rows.flatMap((y) => y.cautions).filter((c) => c.health).length
  it('who was signed out meanwhile gets nothing of it', async () => {
    const agent = request.agent(served())
    await agent.post('/api/session').send({ login: 'ruth', password: PASSWORD }).expect(201)
    for (let i = 0; i < 3; i++) await agent.get('/api/athletes').expect(200)
    await r.pool.query(`DELETE FROM session WHERE sess ->> 'accountId' = $1`, [own.accountId])
    for (let i = 0; i < 2; i++)
      expect((await agent.get('/api/athletes').expect(401)).text).not.toContain('Bo')
    own.agent = await signIn(r, 'ruth')
  })
  it('who may see less meanwhile sees less', async () => {
    const id = v7()
    const person = { name: 'Una Fell', login: 'una', role: 'coach' }
    await own.agent
      .post('/api/people')
      .send({ id, ...person, password: PASSWORD })
      .expect(201)
    await own.agent
      .post(`/api/athletes/${athletes[0]!}/health`)
      .send({ id: v7(), yes: ['blood_pressure'] })
      .expect(201)
    const agent = request.agent(served())
    await agent.post('/api/session').send({ login: 'una', password: PASSWORD }).expect(201)
    const look = () => agent.get('/api/athletes').expect(200)
    for (let i = 0; i < 3; i++) expect(health(await look())).toBeGreaterThan(0)
    await own.agent.put(`/api/people/${id}/role`).send({ role: 'assistant' }).expect(200)
    for (let i = 0; i < 2; i++) expect(health(await look())).toBe(0)
  })
  it('on another day it is read anew', async () => {
    const agent = request.agent(served())
    await agent.post('/api/session').send({ login: 'ruth', password: PASSWORD }).expect(201)
    const rows = async () =>
      ((await agent.get('/api/athletes?sort=name&most=200').expect(200)).body as RosterPage).rows
    for (let i = 0; i < 2; i++) expect(await rows()).toEqual(await anew(own.hallId))
    r.now.at = '2027-02-27T10:00:00.000Z'
    expect(await rows()).toEqual(await anew(own.hallId, '2027-02-27'))
    r.now.at = NOW
    expect(await rows()).toEqual(await anew(own.hallId))
  })
})

describe('pages of the roster', () => {
  let demo: Rig
  let coach: Agent
  beforeAll(async () => {
    ;({ r: demo, coach } = await demoRig())
  }, 60_000)
  afterAll(() => demo.close())
  it.each(['need', 'name', 'sport'] as const)(
    'by %s hold every athlete once, in order, whatever the size of a page',
    async (sort) => {
      const whole = (await coach.get(`/api/athletes?sort=${sort}&most=200`).expect(200))
        .body as RosterPage
      for (const most of [1, 3, 7]) {
        const rows: RosterPage['rows'] = []
        for (let after: string | null = ''; after !== null;) {
          const page: RosterPage = (
            await coach
              .get(
                '/api/athletes?' +
                  new URLSearchParams({
                    sort,
                    most: String(most),
                    ...(after && { after }),
                  }).toString(),
              )
              .expect(200)
          ).body as RosterPage
          expect(page.needs).toEqual(whole.needs)
          rows.push(...page.rows)
          after = page.next
        }
        expect(rows).toEqual(whole.rows)
      }
      expect(whole.rows).toHaveLength(whole.needs.all)
    },
  )
  it('are told again as they were while no row changed, and never once one did', async () => {
    const page = async () => (await coach.get('/api/athletes?most=5').expect(200)).text
    const first = await page()
    expect(await page()).toBe(first)
    const signedIn = `SELECT sess ->> 'hallId' AS "hallId" FROM session LIMIT 1`
    const { hallId } = (await demo.pool.query<{ hallId: string }>(signedIn)).rows[0]!
    const rename = (em: EntityManager, row: { athlete_id: string }, name: string) =>
      em.query(
        `UPDATE roster_row SET content = jsonb_set(content::jsonb, '{name}', $2::jsonb)::json
         WHERE athlete_id = $1`,
        [row.athlete_id, JSON.stringify(name)],
      )
    const shown = (JSON.parse(first) as RosterPage).rows
    const [a, b] = [{ athlete_id: shown[0]!.id }, { athlete_id: shown[1]!.id }]
    // One that began first ends last: its number is lower than what was told before.
    await inHall(demo.app, hallId, async (em) => {
      await em.query('SELECT txid_current()')
      await inHall(demo.app, hallId, (later) => rename(later, b, 'Second'))
      expect(await page()).toContain('"Second"')
      await rename(em, a, 'First')
      expect(await page()).not.toContain('"First"')
    })
    expect(await page()).toContain('"First"')
    // Put back: the same words again, as nothing else changed.
    await inHall(demo.app, hallId, async (em) => {
      await rename(em, a, shown[0]!.name)
      await rename(em, b, shown[1]!.name)
    })
    expect(JSON.parse(await page())).toEqual(JSON.parse(first))
  })
  it('are told to each by what they may see, whoever asked before', async () => {
    const who = { login: 'una', name: 'Una Fell', role: 'assistant', password: PASSWORD }
    await coach
      .post('/api/people')
      .send({ id: v7(), ...who })
      .expect(201)
    const una = await signIn(demo, 'una')
    const [someone] = await rosterOf(coach)
    await coach
      .post(`/api/athletes/${someone!.id}/health`)
      .send({ id: v7(), yes: ['blood_pressure'] })
      .expect(201)
    const health = async (agent: Agent) =>
      (await rosterOf(agent)).flatMap((x) => x.cautions).filter((c) => c.health).length
    for (let i = 0; i < 2; i++) {
      expect(await health(coach)).toBeGreaterThan(0)
      expect(await health(una)).toBe(0)
    }
  })
  it('find by name and sport; a mark of the pattern is a letter like others', async () => {
    const [first] = await rosterOf(coach)
    const found = (
      await coach
        .get(`/api/athletes?find=${encodeURIComponent(first!.name.slice(0, 5).toLowerCase())}`)
        .expect(200)
    ).body as RosterPage
    expect(found.rows.map((x) => x.id)).toContain(first!.id)
    expect(((await coach.get('/api/athletes?find=_').expect(200)).body as RosterPage).rows).toEqual(
      [],
    )
  })
  it('names are everybody, with who trains today', async () => {
    const names = (await coach.get('/api/athletes/names').expect(200)).body as AthleteName[]
    const rows = await rosterOf(coach)
    expect(
      names
        .filter((n) => n.today)
        .map((n) => n.id)
        .sort(),
    ).toEqual(
      rows
        .filter((x) => x.day.group === 'today' && !x.day.done)
        .map((x) => x.id)
        .sort(),
    )
    expect(names).toHaveLength(rows.length)
  })
})

it('the first look of a day works each athlete out once, marks and all', async () => {
  const large = await hall(r, 'zoe')
  for (let i = 0; i < 18; i++)
    await addAthlete(large.agent, { name: `Athlete ${i}`, birthDate: null }, true)
  expect(await rosterOf(large.agent)).toHaveLength(18)
  const [written] = await inHall(r.app, large.hallId, (em) =>
    ask<{ rows: number; transactions: number; marks: number }>(
      em,
      `SELECT count(*)::int AS rows, count(DISTINCT xmin::text)::int AS transactions,
        (SELECT count(*)::int FROM athlete_mark) AS marks FROM roster_row`,
    ),
  )
  expect(written).toEqual({ rows: 18, transactions: 1, marks: 0 })
})
