import { Secret, TOTP } from 'otpauth'
import request from 'supertest'
import { v7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Me, Person } from '@mano/contract/accounts'
import { pinProblem, type CodesBegun, type KeysView, type TabletView } from '@mano/contract/keys'
import { inHall } from '../src/db/hall'
import { isMuchUsed } from '../src/accounts/strong'
import { newSecret, used, type AccountKey } from '../src/accounts/keys'
import {
  addAthlete,
  endsLive,
  hall,
  PASSWORD,
  rig,
  sessionFor,
  signIn,
  trial,
  type Agent,
  type Rig,
  type Staff,
} from './hall'

let r: Rig
let own: Staff
beforeAll(async () => {
  r = await rig()
  own = await hall(r, 'ruth')
})
afterAll(() => r.close())

const add = async (login: string, role: string): Promise<string> => {
  const id = v7()
  await own.agent
    .post('/api/people')
    .send({ id, name: `Ola ${login}`, login, password: PASSWORD, role })
    .expect(201)
  return id
}
const codeAt = (secret: string, ms: number): string =>
  new TOTP({ secret: Secret.fromBase32(secret) }).generate({ timestamp: ms })
const now = () => Date.parse(r.now.at)

describe('passwords and PINs', () => {
  it.each(['football12', 'Password2024!', 'liverpool1', 'qwertyuiop', 'michelle99'])(
    '%s is among the most used ones',
    (p) => expect(isMuchUsed(p)).toBe(true),
  )
  it('a few words of one\u2019s own are not', () => {
    for (const p of ['a grey heron on the pier', 'tide nine rope', 'long enough to pass'])
      expect(isMuchUsed(p)).toBe(false)
  })
  it('the server refuses a much used one at every door', async () => {
    const body = { id: v7(), name: 'Ola', login: 'olamuch', password: 'Password2024!' }
    const reply = await own.agent.post('/api/people').send(body)
    expect(reply.body).toMatchObject({ status: 400, errors: [{ field: 'password' }] })
    await own.agent
      .put('/api/me/password')
      .send({ old: PASSWORD, password: 'Password2024!' })
      .expect(400)
    const empty = await rig()
    const set = {
      hallId: v7(),
      accountId: v7(),
      hallName: 'Lower Quay',
      timeZone: 'Europe/London',
      name: 'Cass',
      login: 'cass',
      password: 'Password2024!',
    }
    const first = await request(empty.server).post('/api/installation').send(set)
    const file = await request(empty.server)
      .post('/api/installation/file')
      .set('content-type', 'application/x-ndjson')
      .send(`${JSON.stringify({ login: 'cass', password: set.password })}\n{}\n`)
    for (const reply of [first, file])
      expect(reply.body).toMatchObject({ status: 400, errors: [{ field: 'password' }] })
    await empty.close()
  })
  it.each([
    ['123', /4 to 8/],
    ['12a4', /digits only/],
    ['1234', /tried first/],
    ['7777', /tried first/],
    ['9876', /tried first/],
    ['123456789', /4 to 8/],
  ])('the PIN %s is refused', (pin, why) => expect(pinProblem(pin)).toMatch(why))
  it('2749 is a PIN', () => expect(pinProblem('2749')).toBeNull())
})

describe('codes beside the password', () => {
  // RFC 6238, appendix B: the secret "12345678901234567890" at 59 s and at 1,111,111,109 s; its
  // eight
  // digits end in these six.
  it.each([
    [59, '287082'],
    [1_111_111_109, '081804'],
    [1_234_567_890, '005924'],
    [20_000_000_000, '353130'],
  ])('at %i s the code is the one RFC 6238 prints', (s, code) => {
    const codeSecret = Secret.fromUTF8('12345678901234567890').base32
    const key: AccountKey = {
      pinHash: null,
      codeSecret,
      codeSince: null,
      codeStep: 0,
      recovery: [],
    }
    const at = new Date(s * 1000)
    expect(used(key, code, at)).toEqual({ codeStep: Math.floor(s / 30) })
    // A second time it is worth nothing, nor is that of two steps before.
    expect(used({ ...key, codeStep: Math.floor(s / 30) }, code, at)).toBeNull()
    expect(used(key, codeAt(codeSecret, (s - 61) * 1000), at)).toBeNull()
  })
  it('an address an app reads names the hall and the person', () => {
    const { address, secret } = newSecret('ruth at Quayside Hall')
    expect(address).toMatch(/^otpauth:\/\/totp\/Mano:ruth%20at%20Quayside%20Hall\?/)
    expect(address).toContain(`secret=${secret}`)
  })
  it(
    'are asked for once one was shown; each works once, a recovery code too; an ' +
      'owner\u2019s link ends them',
    async () => {
      const id = await add('cleo', 'coach')
      const cleo = await signIn(r, 'cleo')
      await cleo.post('/api/me/codes').send({ password: 'not this' }).expect(400)
      const begun = (await cleo.post('/api/me/codes').send({ password: PASSWORD }).expect(201))
        .body as CodesBegun
      // Not before a code of it was shown.
      await signIn(r, 'cleo')
      await cleo.put('/api/me/codes').send({ code: '000000' }).expect(400)
      const { codes } = (
        await cleo
          .put('/api/me/codes')
          .send({ code: codeAt(begun.secret, now()) })
          .expect(200)
      ).body as { codes: string[] }
      expect(new Set(codes).size).toBe(8)
      const enter = (code: string) =>
        request(r.server).post('/api/session').send({ login: 'cleo', password: PASSWORD, code })
      expect((await enter('').expect(401)).body).toMatchObject({ type: '/problems/code-asked' })
      // The one it was begun with is used up.
      expect((await enter(codeAt(begun.secret, now())).expect(401)).body).toMatchObject({
        type: '/problems/wrong-code',
      })
      const at = r.now.at
      r.now.at = new Date(now() + 60_000).toISOString()
      await enter(codeAt(begun.secret, now())).expect(201)
      await enter(codeAt(begun.secret, now())).expect(401)
      await enter(codes[0]!.toUpperCase()).expect(201)
      await enter(codes[0]!).expect(401)
      const keys = (await cleo.get('/api/me/keys').expect(200)).body as KeysView
      expect(keys).toMatchObject({ recoveryLeft: 7 })
      r.now.at = at
      // Neither the secret nor the codes come out by any list, the hall's file included.
      for (const url of ['/api/people', '/api/me/keys', '/api/export/hall']) {
        const text = (await own.agent.get(url).expect(200)).text ?? ''
        for (const s of [begun.secret, codes[1]!, 'argon2']) expect(text, url).not.toContain(s)
      }
      const token = 'k'.repeat(43)
      await own.agent
        .post('/api/entry-links')
        .send({ id: v7(), token, role: 'coach', name: '', accountId: id })
        .expect(201)
      await request(r.server)
        .post('/api/entry')
        .set('X-Mano-Link', token)
        .send({ login: null, name: null, password: 'heron on the pier' })
        .expect(201)
      await signIn(r, 'cleo', 'heron on the pier')
    },
  )
  it('wrong codes wait longer and longer, like wrong passwords', async () => {
    await add('dan', 'assistant')
    const dan = await signIn(r, 'dan')
    const { secret } = (await dan.post('/api/me/codes').send({ password: PASSWORD }).expect(201))
      .body as CodesBegun
    await dan
      .put('/api/me/codes')
      .send({ code: codeAt(secret, now()) })
      .expect(200)
    const enter = () =>
      request(r.server)
        .post('/api/session')
        .send({ login: 'dan', password: PASSWORD, code: '111111' })
    for (let i = 0; i < 5; i++) await enter().expect(401)
    await enter().expect(429)
  })
})

describe('a shared tablet', () => {
  const tablet = async (): Promise<Agent> => {
    const agent = await signIn(r, 'ruth')
    await agent.post('/api/tablet').send({ password: PASSWORD }).expect(201)
    return agent
  }
  it(
    'asks who is there; a PIN lets somebody test and no ' + 'more, under their name; it locks',
    async () => {
      const [ann, bob] = [await add('ann', 'coach'), await add('bob', 'assistant')]
      const athleteId = await addAthlete(own.agent)
      const t = await tablet()
      expect((await t.get('/api/tablet').expect(200)).body).toMatchObject({ people: [] })
      for (const [login, pin] of [
        ['ann', '2749'],
        ['bob', '8316'],
      ] as const) {
        const agent = await signIn(r, login)
        await agent.put('/api/me/pin').send({ password: 'no', pin }).expect(400)
        await agent.put('/api/me/pin').send({ password: PASSWORD, pin }).expect(204)
      }
      const shown = (await t.get('/api/tablet').expect(200)).body as TabletView
      expect(shown.people.map((p) => p.name)).toEqual(['Ola ann', 'Ola bob'])
      await t.get('/api/me').expect(401)
      await t.post('/api/tablet/enter').send({ accountId: ann, pin: '8316' }).expect(401)
      await t.post('/api/tablet/enter').send({ accountId: own.accountId, pin: '2749' }).expect(401)
      await t.post('/api/tablet/enter').send({ accountId: ann, pin: '2749' }).expect(201)
      const me = (await t.get('/api/me').expect(200)).body as Me
      expect(me).toMatchObject({ name: 'Ola ann', role: 'coach', right: 'test', tablet: true })
      await t.get('/api/people').expect(403)
      const session = await sessionFor(t)
      await t.post(`/api/athletes/${athleteId}/tests`).send(session).expect(201)
      await t.post('/api/tablet/lock').expect(204)
      await t.get('/api/me').expect(401)
      // The next one sends what Ann noted: it carries Ann's name; a name that was never here is not
      // taken.
      await t.post('/api/tablet/enter').send({ accountId: bob, pin: '8316' }).expect(201)
      const send = (by: string, ordinal: number) =>
        t
          .post(`/api/tests/${session.id}/trials`)
          .set('X-Mano-By', by)
          .send(trial('left', ordinal, 40))
          .expect(201)
      await send(ann, 1)
      await send(bob, 2)
      await send(own.accountId, 3)
      const rows = await inHall(
        r.app,
        own.hallId,
        (em) =>
          em.query('SELECT actor_id FROM trial WHERE session_id = $1 ORDER BY ordinal', [
            session.id,
          ]) as Promise<{ actor_id: string }[]>,
      )
      expect(rows.map((x) => x.actor_id)).toEqual([ann, bob, bob])
      // Taking somebody out locks the tablet they are at and leaves it the hall's.
      await own.agent.put(`/api/people/${bob}/left`).send({ left: true }).expect(200)
      await t.get('/api/me').expect(401)
      expect(((await t.get('/api/tablet').expect(200)).body as TabletView).people).toHaveLength(1)
      await t.post('/api/tablet/end').expect(204)
      await t.get('/api/tablet').expect(404)
    },
  )
  it('left for a quarter of an hour it is locked; used, it is not', async () => {
    const id = await add('cyd', 'assistant')
    await (await signIn(r, 'cyd')).put('/api/me/pin').send({ password: PASSWORD, pin: '5062' })
    const t = await tablet()
    await t.post('/api/tablet/enter').send({ accountId: id, pin: '5062' }).expect(201)
    const at = r.now.at
    for (let i = 0; i < 4; i++) {
      r.now.at = new Date(now() + 10 * 60_000).toISOString()
      await t.get('/api/me').expect(200)
    }
    r.now.at = new Date(now() + 16 * 60_000).toISOString()
    await t.get('/api/me').expect(401)
    await t.get('/api/tablet').expect(200)
    r.now.at = at
  })
  it('a live channel ends soon after the tablet is locked', async () => {
    const id = await add('gus', 'assistant')
    await (await signIn(r, 'gus')).put('/api/me/pin').send({ password: PASSWORD, pin: '6194' })
    const entered = await request(r.server)
      .post('/api/session')
      .send({ login: 'ruth', password: PASSWORD })
    const cookieOf = (x: request.Response) => String(x.headers['set-cookie']).split(';')[0]!
    const made = await request(r.server)
      .post('/api/tablet')
      .set('cookie', cookieOf(entered))
      .send({ password: PASSWORD })
      .expect(201)
    const cookie = cookieOf(made)
    await request(r.server)
      .post('/api/tablet/enter')
      .set('cookie', cookie)
      .send({ accountId: id, pin: '6194' })
      .expect(201)
    await endsLive(r, cookie, () =>
      request(r.server).post('/api/tablet/lock').set('cookie', cookie).expect(204),
    )
  }, 20_000)
  it(
    'PINs are not tried one after the other; a browser ' + 'that is no tablet has none to try',
    async () => {
      const t = await tablet()
      const [person] = (await t.get('/api/tablet').expect(200)).body.people as Person[]
      for (let i = 0; i < 5; i++)
        await t.post('/api/tablet/enter').send({ accountId: person!.id, pin: '0000' }).expect(401)
      await t.post('/api/tablet/enter').send({ accountId: person!.id, pin: '0000' }).expect(429)
      for (const path of ['enter', 'lock', 'end'])
        await own.agent
          .post(`/api/tablet/${path}`)
          .send(path === 'enter' ? { accountId: person!.id, pin: '0000' } : {})
          .expect(404)
    },
  )
})

describe('roles', () => {
  it('somebody does more or less from the next request on; a hall keeps an owner', async () => {
    const id = await add('fay', 'viewer')
    const fay = await signIn(r, 'fay')
    const kit = { name: 'Fay' }
    await fay.get('/api/athletes').expect(200)
    await fay.post('/api/athletes').send(kit).expect(403)
    await own.agent.put(`/api/people/${id}/role`).send({ role: 'captain' }).expect(400)
    await own.agent.put(`/api/people/${id}/role`).send({ role: 'coach' }).expect(200)
    await fay.post('/api/athletes').send(kit).expect(400)
    await fay.put(`/api/people/${own.accountId}/role`).send({ role: 'viewer' }).expect(403)
    await own.agent.put(`/api/people/${own.accountId}/role`).send({ role: 'coach' }).expect(409)
    await own.agent.put(`/api/people/${id}/role`).send({ role: 'owner' }).expect(200)
    await own.agent.put(`/api/people/${own.accountId}/role`).send({ role: 'coach' }).expect(200)
    await own.agent.put(`/api/people/${id}/role`).send({ role: 'coach' }).expect(403)
    await fay.put(`/api/people/${own.accountId}/role`).send({ role: 'owner' }).expect(200)
  })
})
