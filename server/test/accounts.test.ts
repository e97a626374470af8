import request from 'supertest'
import { buildApp } from '../src/app'
import { v7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Me } from '@mano/contract/accounts'
import { hall, PASSWORD, rig, signIn, type Rig } from './hall'

let r: Rig
beforeAll(async () => {
  r = await rig()
})
afterAll(() => r.close())

const setup = (more: Record<string, unknown> = {}) => ({
  hallId: v7(),
  accountId: v7(),
  hallName: 'Lower Quay',
  timeZone: 'Europe/London',
  name: 'Cass Arden',
  login: 'cass',
  password: PASSWORD,
  ...more,
})

describe('first start', () => {
  it('an empty installation says so and refuses what cannot be', async () => {
    expect((await request(r.server).get('/api/installation')).body).toMatchObject({
      empty: true,
      tablet: false,
    })
    const bad = await request(r.server)
      .post('/api/installation')
      .send(setup({ password: 'short', timeZone: 'Port/Sennet', login: 'No Spaces' }))
    expect(bad.status).toBe(400)
    expect((bad.body as { errors: { field: string }[] }).errors.map((e) => e.field).sort()).toEqual(
      ['login', 'password', 'timeZone'],
    )
    expect((await request(r.server).get('/api/installation')).body).toMatchObject({
      empty: true,
      tablet: false,
    })
  })
  it('two at once make one hall', async () => {
    const replies = await Promise.all(
      [setup(), setup({ login: 'other' })].map((b) =>
        request(r.server).post('/api/installation').send(b),
      ),
    )
    expect(replies.map((x) => x.status).sort()).toEqual([201, 409])
    await request(r.server)
      .post('/api/installation')
      .send(setup({ login: 'third' }))
      .expect(409)
  })
})

/** Whoever of the two was first. */
const first = async (): Promise<string> =>
  ((await r.app.query(`SELECT * FROM account_for_login('cass')`)) as unknown[]).length
    ? 'cass'
    : 'other'

describe('sign-in', () => {
  it('keeps a session in a cookie a script cannot read, and ends it', async () => {
    const login = await first()
    const agent = request.agent(r.server)
    const reply = await agent.post('/api/session').send({ login, password: PASSWORD }).expect(201)
    const cookie = String(reply.headers['set-cookie'])
    expect(cookie).toContain('HttpOnly')
    expect(cookie).toContain('SameSite=Lax')
    expect((await agent.get('/api/me').expect(200)).body).toMatchObject({
      role: 'owner',
      hall: { name: 'Lower Quay' },
    })
    await agent.delete('/api/session').expect(204)
    await agent.get('/api/me').expect(401)
    await expect(signIn(r, login, 'wrong password')).rejects.toThrow('401')
  })
  it('behind a proxy with HTTPS the cookie goes by that alone, and browsers are told', async () => {
    const server = buildApp({
      app: r.app,
      pool: r.pool,
      sheds: false,
      clock: () => new Date(r.now.at),
      sessionSecret: 'test',
      webRoot: null,
      https: true,
    })
    const login = await first()
    const enter = (proto: string) =>
      request(server)
        .post('/api/session')
        .set('X-Forwarded-Proto', proto)
        .send({ login, password: PASSWORD })
    const secure = await enter('https').expect(201)
    expect(String(secure.headers['set-cookie'])).toContain('Secure')
    expect(secure.headers['strict-transport-security']).toContain('max-age=')
    // Over plain HTTP no cookie is given: nobody is signed in by it.
    expect((await enter('http')).headers['set-cookie']).toBeUndefined()
  })
  it('says the same of an unknown name and a wrong password, and reads only JSON', async () => {
    const unknown = await request(r.server)
      .post('/api/session')
      .send({ login: 'nobody', password: 'x' })
    expect(unknown.body).toMatchObject({ status: 401, title: 'The name or the password is wrong.' })
    await request(r.server)
      .post('/api/session')
      .type('form')
      .send('login=cass&password=x')
      .expect(415)
    await request(r.server).post('/api/session').type('json').send('{').expect(400)
  })
  it('units are a person’s own, none until they choose; others keep theirs', async () => {
    const cass = await signIn(r, await first())
    const units = async () => ((await cass.get('/api/me').expect(200)).body as Me).units
    expect(await units()).toBeNull()
    await cass.put('/api/me/units').send({ mass: 'stone', length: 'mm' }).expect(400)
    await cass.put('/api/me/units').send({ mass: 'lb', length: 'mm' }).expect(204)
    expect(await units()).toEqual({ mass: 'lb', length: 'mm' })
    const own = await hall(r, 'ruth')
    expect(((await own.agent.get('/api/me').expect(200)).body as Me).units).toBeNull()
  })
  it('the hall says how days are typed and weeks begin, with every look at oneself', async () => {
    const own = await hall(r, 'mary')
    const of = async () => ((await own.agent.get('/api/me').expect(200)).body as Me).hall
    const { name, timeZone, staleDays, version, ...days } = await of()
    expect(days).toMatchObject({ monthFirst: false, weekStart: 1 })
    const body = { name, timeZone, staleDays, version, monthFirst: true, weekStart: 6 }
    await own.agent
      .put('/api/hall')
      .send({ ...body, weekStart: 3 })
      .expect(400)
    await own.agent.put('/api/hall').send(body).expect(200)
    expect(await of()).toMatchObject({ monthFirst: true, weekStart: 6, version: version + 1 })
    // A page that was opened before there were these two leaves them as they are.
    const before = { name, timeZone, staleDays: 30, version: version + 1 }
    await own.agent.put('/api/hall').send(before).expect(200)
    expect(await of()).toMatchObject({ staleDays: 30, monthFirst: true, weekStart: 6 })
  })
  it('unknown pages of the api are 404, with a problem document', async () => {
    const reply = await request(r.server).get('/api/nothing').expect(404)
    expect(reply.type).toBe('application/problem+json')
  })
})
