import request from 'supertest'
import { v7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Person, SignIn } from '@mano/contract/accounts'
import { passwordProblem } from '@mano/contract/passwords'
import { QueryFailedError } from 'typeorm'
import { deviceOf } from '../src/accounts/device'
import { Patience } from '../src/accounts/patience'
import { errorWords } from '../src/faults/errorWords'
import { AccountEntity } from '../src/db/entities'
import { inHall } from '../src/db/hall'
import {
  addAthlete,
  endsLive,
  hall,
  PASSWORD,
  rig,
  signIn,
  TODAY,
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

const person = (login: string, more: object = {}) => ({
  id: v7(),
  name: 'Ola Reyes-Lund',
  login,
  password: PASSWORD,
  ...more,
})
const add = async (login: string, more: object = {}) => {
  const body = person(login, more)
  await own.agent.post('/api/people').send(body).expect(201)
  return body.id
}

describe('passwords', () => {
  it.each([
    ['1234567890', /tried first/],
    ['0987654321', /tried first/],
    ['abcdefghijkl', /tried first/],
    ['Password-1234', /tried first/],
    ['          ', /too few different/],
    ['aaaaabbbbbcc', /too few different/],
    ['rutherford1', /hardly more than a name/],
    ['Quayside Hall 1', /hardly more than a name/],
  ])('%s is refused in a sentence', (password, why) => {
    expect(passwordProblem(password, ['rutherford', 'Quayside Hall'])).toMatch(why)
  })
  it('a few words are fine, without a digit and without a sign', () => {
    for (const p of ['long enough to pass', 'a grey heron on the pier', 'tide nine rope'])
      expect(passwordProblem(p, ['ruth', 'Ruth Amsel', 'Quayside Hall'])).toBeNull()
  })
  it('the server refuses them at every door, and names the field', async () => {
    for (const password of ['1234567890', '          ', 'olaolaolaola']) {
      const reply = await own.agent.post('/api/people').send(person('olaola', { password }))
      expect(reply.status).toBe(400)
      expect((reply.body as { errors: { field: string }[] }).errors[0]!.field).toBe('password')
    }
    await own.agent
      .put('/api/me/password')
      .send({ old: PASSWORD, password: '1234567890' })
      .expect(400)
  })
})

describe('people', () => {
  it(
    'an assistant whose password the coach sets anew is signed out where the old one was ' + 'used',
    async () => {
      const id = await add('ola')
      const ola = await signIn(r, 'ola')
      await ola.get('/api/me').expect(200)
      await own.agent
        .post(`/api/people/${id}/password`)
        .send({ password: 'Ola Reyes-Lund' })
        .expect(400)
      await own.agent
        .post(`/api/people/${id}/password`)
        .send({ password: 'another one by heart' })
        .expect(200)
      await ola.get('/api/me').expect(401)
      await signIn(r, 'ola', 'another one by heart')
    },
  )
  it('who is gone is gone at once, whatever was read of their sign-in before', async () => {
    const id = await add('gil', { name: 'Gil Astor', role: 'coach' })
    const gil = await signIn(r, 'gil')
    await gil.get('/api/installation').expect(200)
    await inHall(r.app, own.hallId, (em) => em.update(AccountEntity, { id }, { leftOn: TODAY }))
    await gil.get('/api/me').expect(401)
  })
  it(
    'a second coach does what a coach does; who leaves signs in no more, keeps their name, ' +
      'and can come back',
    async () => {
      const id = await add('bea', { name: 'Bea Norwell', role: 'coach' })
      const bea = await signIn(r, 'bea')
      const athleteId = await addAthlete(bea, { name: 'Of Bea' })
      await own.agent.put(`/api/people/${id}/left`).send({ left: true }).expect(200)
      await bea.get('/api/me').expect(401)
      await expect(signIn(r, 'bea')).rejects.toThrow('401')
      const people = (await own.agent.get('/api/people').expect(200)).body as Person[]
      expect(people.find((p) => p.id === id)).toMatchObject({
        name: 'Bea Norwell',
        leftOn: '2026-11-25',
      })
      await own.agent.get(`/api/athletes/${athleteId}`).expect(200)
      await own.agent.put(`/api/people/${id}/left`).send({ left: false }).expect(200)
      await signIn(r, 'bea')
    },
  )
  it(
    'nobody takes themself out, an assistant nobody, and two coaches who take each other ' +
      'out leave one',
    async () => {
      const me = ((await own.agent.get('/api/me')).body as { id: string }).id
      await own.agent.put(`/api/people/${me}/left`).send({ left: true }).expect(409)
      const id = await add('cor', { name: 'Cor Vance', role: 'coach' })
      const cor = await signIn(r, 'cor')
      const both = await Promise.all([
        own.agent.put(`/api/people/${id}/left`).send({ left: true }),
        cor.put(`/api/people/${me}/left`).send({ left: true }),
      ])
      expect(both.filter((x) => x.status === 200)).toHaveLength(1)
      // Whoever is left lets the other in again.
      const still = (await own.agent.get('/api/me')).status === 200 ? own.agent : cor
      const people = (await still.get('/api/people').expect(200)).body as Person[]
      expect(people.some((p) => p.role === 'coach' && p.leftOn === null)).toBe(true)
      await still.put(`/api/people/${me}/left`).send({ left: false })
      own.agent = await signIn(r, 'ruth')
      const dee = await (async () => {
        await add('dee', { name: 'Dee Loft' })
        return signIn(r, 'dee')
      })()
      await dee.put(`/api/people/${me}/left`).send({ left: true }).expect(403)
    },
  )
  it('a person of another hall is no such person', async () => {
    const other = await hall(r, 'otto')
    const theirs = ((await other.agent.get('/api/me')).body as { id: string }).id
    await own.agent.put(`/api/people/${theirs}/left`).send({ left: true }).expect(404)
  })
})

describe('one\u2019s own sign-in', () => {
  it(
    'is listed by device, ended everywhere else at once, ' + 'and its password needs the old one',
    async () => {
      await add('eve', { name: 'Eve Mar' })
      const [here, there] = [await signIn(r, 'eve'), await signIn(r, 'eve')]
      const list = (await here.get('/api/me/sessions').expect(200)).body as SignIn[]
      expect(list.filter((s) => s.here)).toHaveLength(1)
      expect(list).toHaveLength(2)
      await here.delete('/api/me/sessions').expect(204)
      await there.get('/api/me').expect(401)
      const again = await signIn(r, 'eve')
      const wrong = await here
        .put('/api/me/password')
        .send({ old: 'no', password: 'tide nine rope' })
      expect(wrong.body).toMatchObject({ errors: [{ field: 'old' }] })
      await here
        .put('/api/me/password')
        .send({ old: PASSWORD, password: 'tide nine rope' })
        .expect(200)
      await here.get('/api/me').expect(200)
      await again.get('/api/me').expect(401)
      await expect(signIn(r, 'eve')).rejects.toThrow('401')
      await signIn(r, 'eve', 'tide nine rope')
    },
  )
  it('says the device in words', () => {
    const of = (system: string, browser: string) => deviceOf(`Mozilla/5.0 (${system}) ${browser}`)
    expect(of('Linux; Android 14', 'Chrome/140.0 Safari/537.36')).toBe('Chromium on Android')
    expect(of('Macintosh; Intel Mac OS X', 'Version/18 Safari/605')).toBe('Safari on Mac')
    expect(deviceOf('curl')).toBe('')
  })
  it(
    'wrong tries wait longer each time, by name and address; others and the right person ' +
      'do not',
    () => {
      const p = new Patience()
      const at = (s: number) => 1_000_000 + 1000 * s
      for (let i = 0; i < 4; i++) p.wrong('ruth a', at(0))
      expect(p.waitS('ruth a', at(0))).toBe(0)
      p.wrong('ruth a', at(0))
      expect(p.waitS('ruth a', at(1))).toBe(4)
      expect(p.waitS('ruth a', at(6))).toBe(0)
      p.wrong('ruth a', at(6))
      expect(p.waitS('ruth a', at(6))).toBe(10)
      expect(p.waitS('ruth b', at(6))).toBe(0)
      for (let i = 0; i < 30; i++) p.wrong('ruth a', at(7))
      expect(p.waitS('ruth a', at(7))).toBe(60)
      p.right('ruth a')
      expect(p.waitS('ruth a', at(7))).toBe(0)
      p.wrong('cy a', at(0))
      expect(p.waitS('cy a', at(5000))).toBe(0)
    },
  )
  it('a live channel ends soon after its sign-in', async () => {
    const reply = await request(r.server)
      .post('/api/session')
      .send({ login: 'ruth', password: PASSWORD })
    const cookie = String(reply.headers['set-cookie']).split(';')[0]!
    await endsLive(r, cookie, () =>
      request(r.server).delete('/api/session').set('cookie', cookie).expect(204),
    )
  }, 20_000)
})

describe('doors of the record', () => {
  it('a measure takes the place of the same measure of the same athlete only', async () => {
    const [a, b] = [
      await addAthlete(own.agent, { name: 'A' }),
      await addAthlete(own.agent, { name: 'B' }),
    ]
    const measure = (more: object) => ({
      id: v7(),
      measure: 'body_mass',
      hand: 'both',
      enteredValue: 70,
      enteredUnit: 'kg',
      measuredOn: '2026-11-25',
      supersedesId: null,
      ...more,
    })
    const first = measure({})
    await own.agent.post(`/api/athletes/${b}/measurements`).send(first).expect(201)
    await own.agent
      .post(`/api/athletes/${a}/measurements`)
      .send(measure({ supersedesId: first.id }))
      .expect(404)
    await own.agent
      .post(`/api/athletes/${b}/measurements`)
      .send(measure({ supersedesId: first.id, enteredValue: 71 }))
      .expect(201)
  })
  it(
    'a write for the page of another site is refused; a ' + 'program without an origin is not',
    async () => {
      const id = v7()
      const send = (origin: string) =>
        own.agent
          .post('/api/people')
          .set('Origin', origin)
          .set('Host', 'mano.local')
          .send(person(`p${id.slice(-8)}`))
      await send('https://elsewhere.example').expect(403)
      await send('null').expect(403)
      await send('http://mano.local').expect(201)
      await own.agent.get('/api/me').set('Origin', 'https://elsewhere.example').expect(200)
    },
  )
  it('the log of a failed statement holds none of its values', () => {
    const error = new QueryFailedError(
      'UPDATE account SET password_hash = $1',
      ['$argon2id$secret'],
      Object.assign(new Error('duplicate key value violates unique constraint'), {
        code: '23505',
        detail: 'Key (login)=(ruth) already exists.',
      }),
    )
    const text = errorWords(error)
    expect(text).toContain('duplicate key value')
    for (const secret of ['argon2id', 'ruth', 'password_hash']) expect(text).not.toContain(secret)
    expect(errorWords('x')).toBe('Thrown, and not an error.')
  })
})

describe('links that work once', () => {
  const token = (n: number) => String(n).repeat(43)
  const make = (n: number, more: object = {}) =>
    own.agent
      .post('/api/entry-links')
      .send({ id: v7(), token: token(n), role: 'assistant', name: 'Ola', accountId: null, ...more })
  const come = (n: number, body: object) =>
    request(r.server).post('/api/entry').set('X-Mano-Link', token(n)).send(body)
  const look = (n: number) => request(r.server).get('/api/entry').set('X-Mano-Link', token(n))

  it('somebody new comes in with a name and password of their own, once', async () => {
    await make(1, { role: 'coach' }).expect(201)
    expect((await look(1).expect(200)).body).toMatchObject({
      name: 'Ola',
      role: 'coach',
      login: null,
    })
    await come(1, { login: 'ola.new', name: 'Ola Reyes', password: '1234567890' }).expect(400)
    await come(1, { login: 'ruth', name: 'Ola Reyes', password: 'tide nine rope' }).expect(409)
    await come(1, { login: 'ola.new', name: 'Ola Reyes', password: 'tide nine rope' }).expect(201)
    const agent = await signIn(r, 'ola.new', 'tide nine rope')
    expect((await agent.get('/api/me').expect(200)).body).toMatchObject({ role: 'coach' })
    await look(1).expect(401)
    await come(1, { login: 'ola.two', name: 'Ola', password: 'tide nine rope' }).expect(401)
  })
  it('two who come with one link: one is in', async () => {
    await make(2).expect(201)
    const both = await Promise.all(
      ['ann.a', 'ann.b'].map((login) =>
        come(2, { login, name: 'Ann', password: 'tide nine rope' }),
      ),
    )
    expect(both.map((x) => x.status).sort()).toEqual([201, 401])
  })
  it('a coach who forgot sets a new password, and is out where the old one was used', async () => {
    const id = await add('cleo.b', { role: 'coach' })
    const before = await signIn(r, 'cleo.b')
    await make(3, { accountId: id }).expect(201)
    expect((await look(3).expect(200)).body).toMatchObject({ login: 'cleo.b' })
    await come(3, { login: null, name: null, password: 'heron on the pier' }).expect(201)
    await before.get('/api/me').expect(401)
    await signIn(r, 'cleo.b', 'heron on the pier')
  })
  it('it can be taken back, runs out after three days, and is not known by its hash', async () => {
    await make(4).expect(201)
    const [link] = (await own.agent.get('/api/entry-links').expect(200)).body as { id: string }[]
    await own.agent.post(`/api/entry-links/${link!.id}/revoke`).expect(204)
    await look(4).expect(401)
    await make(5).expect(201)
    const at = r.now.at
    r.now.at = new Date(Date.parse(at) + 73 * 3_600_000).toISOString()
    await look(5).expect(401)
    r.now.at = at
    await look(5).expect(200)
    await request(r.server).get('/api/entry').expect(401)
  })
})
