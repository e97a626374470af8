import { randomBytes } from 'node:crypto'
import { get, type IncomingMessage } from 'node:http'
import type { AddressInfo } from 'node:net'
import { Pool } from 'pg'
import request from 'supertest'
import type { DataSource } from 'typeorm'
import { v7 } from 'uuid'
import { QUALITY_IDS } from '@mano/core/catalogue/qualities'
import type { Express } from 'express'
import type { RosterPage, RosterRow } from '@mano/contract/athletes'
import type { JobView } from '@mano/contract/common'
import type { ImportReply, TrialBody } from '@mano/contract/tests'
import { createHall } from '../src/accounts/accounts'
import { buildApp } from '../src/app'
import { dropDatabase, ensureDatabase, type DatabaseUrls } from '../src/db/bootstrap'
import { openApp } from '../src/db/source'
import { startRunner, type Runner } from '../src/jobs/runner'
import type { Rack } from '../src/devices/rack'
import { PASSWORDS } from './passwords'

export const NOW = '2026-11-25T10:00:00.000Z'
export const TODAY = '2026-11-25'
export const PASSWORD = 'long enough to pass'

export type Agent = ReturnType<typeof request.agent>

export interface Rig {
  server: Express
  app: DataSource
  pool: Pool
  urls: DatabaseUrls
  admin: string
  now: { at: string }
  runner: Runner
  /** Lets go of the database without dropping it. */
  stop: () => Promise<void>
  close: () => Promise<void>
}

interface RigOptions {
  rack?: Rack
  /** A database that is there. */
  named?: string
  /** The database its own is a copy of; left out: with every migration, and nothing in it. */
  like?: string
}

/** A database, a server and a pinned clock of this file's own. */
export async function rig({ rack, named, like }: RigOptions = {}): Promise<Rig> {
  const admin = process.env['MANO_PG_ADMIN_URL']!
  const database = named ?? `t_${randomBytes(6).toString('hex')}`
  const template = like ?? process.env['MANO_TEST_TEMPLATE']
  const urls = await ensureDatabase(admin, database, PASSWORDS, template)
  const app = await openApp(urls.app)
  const pool = new Pool({ connectionString: urls.app, max: 2 })
  const now = { at: NOW }
  const stop = async () => {
    await runner.stop()
    await pool.end()
    await app.destroy()
  }
  const runner = await startRunner(app, urls.app)
  const server = buildApp({
    app,
    sheds: false,
    look: runner.look,
    ...(rack && { rack }),
    clock: () => new Date(now.at),
    pool,
    sessionSecret: 'test',
    webRoot: null,
    signInsPerMinute: 1000,
  })
  return {
    server,
    app,
    pool,
    urls,
    admin,
    now,
    runner,
    stop,
    close: async () => {
      await stop()
      await dropDatabase(admin, database)
    },
  }
}

export interface Staff {
  agent: Agent
  hallId: string
  accountId: string
  login: string
}

/** A hall with a coach who is signed in. */
export async function hall(r: Rig, login: string): Promise<Staff> {
  const ids = { hallId: v7(), accountId: v7() }
  await createHall(
    r.app,
    {
      ...ids,
      hallName: `Hall of ${login}`,
      timeZone: 'Europe/London',
      name: login,
      login,
      password: PASSWORD,
    },
    new Date(r.now.at),
  )
  return { agent: await signIn(r, login), ...ids, login }
}

export async function signIn(r: Rig, login: string, password = PASSWORD): Promise<Agent> {
  const agent = request.agent(r.server)
  await agent.post('/api/session').send({ login, password }).expect(201)
  return agent
}

export const athlete = (more: Record<string, unknown> = {}) => ({
  id: v7(),
  sportEntryId: v7(),
  sportId: 'boxer',
  name: 'Rui Castellane',
  birthDate: '2000-05-01',
  sexForNorms: 'male',
  dominantHand: 'right',
  level: 'trained',
  guardian: null,
  skin: 'normal',
  note: '',
  ...more,
})

/** A unit for the kit room, in the hall unless said otherwise. */
export async function unitBody(agent: Agent, more: Record<string, unknown> = {}) {
  const places = (await agent.get('/api/places').expect(200)).body as { id: string; kind: string }[]
  return {
    id: v7(),
    measurementId: v7(),
    kind: 'rolling',
    label: `Unit ${v7().slice(-8)}`,
    placeId: places.find((p) => p.kind === 'hall')!.id,
    orientation: null,
    surface: null,
    size: null,
    sizeUnit: 'mm',
    depthMm: null,
    handleMm: null,
    massKg: null,
    plates: [],
    ratingKg: null,
    ratedBy: '',
    ratedOn: null,
    ...more,
  }
}

/**
 * A healthy athlete: health questions answered, long experience of everything; `plain`: nothing of
 * that entered.
 */
export async function addAthlete(
  agent: Agent,
  more: Record<string, unknown> = {},
  plain = false,
): Promise<string> {
  const body = athlete(more)
  await agent.post('/api/athletes').send(body).expect(201)
  if (plain) return body.id
  await agent.post(`/api/athletes/${body.id}/health`).send({ id: v7(), yes: [] }).expect(201)
  await agent
    .post(`/api/athletes/${body.id}/experience`)
    .send({
      id: v7(),
      origin: 'training diary',
      entries: QUALITY_IDS.map((quality) => ({ id: v7(), quality, family: null, weeks: 60 })),
    })
    .expect(201)
  return body.id
}

const ALL = { warm: true, rested: true, skinGood: true, well: true, familiar: false }

export async function sessionFor(
  agent: Agent,
  protocolId: 'dyno_seated' | 'hang_time' = 'dyno_seated',
  more: Record<string, unknown> = {},
) {
  const units = (await agent.get('/api/kit').expect(200)).body as {
    id: string
    measurementId: string
    kind: string
  }[]
  const unit = units.find((u) => u.kind === (protocolId === 'hang_time' ? 'bar' : 'dyno'))!
  const variant =
    protocolId === 'hang_time'
      ? { shoulders: 'active', palms: 'away', addedKg: '0' }
      : { position: '2' }
  return {
    id: v7(),
    protocolId,
    unitId: unit.id,
    measurementId: unit.measurementId,
    variant,
    conditions: ALL,
    overrideReason: '',
    note: '',
    deviceAt: null,
    ...more,
  }
}

export const trial = (
  hand: 'left' | 'right' | 'both',
  ordinal: number,
  enteredValue: number,
  more: Partial<TrialBody> = {},
) => ({
  id: v7(),
  hand,
  ordinal,
  enteredValue,
  enteredUnit: 'kg',
  pain: null,
  deviceAt: null,
  ...more,
})

/** A session with six trials on record. */
export async function tested(
  agent: Agent,
  athleteId: string,
  left = [40, 40.5, 41],
  right = [48, 48.5, 49],
): Promise<{ sessionId: string; trialIds: string[] }> {
  const session = await sessionFor(agent)
  await agent.post(`/api/athletes/${athleteId}/tests`).send(session).expect(201)
  const trialIds: string[] = []
  for (let i = 0; i < 3; i++)
    for (const [hand, values] of [
      ['left', left],
      ['right', right],
    ] as const) {
      const body = trial(hand, i + 1, values[i]!)
      await agent.post(`/api/tests/${session.id}/trials`).send(body).expect(201)
      trialIds.push(body.id)
    }
  return { sessionId: session.id, trialIds }
}

/** Every row of the roster. */
export const rosterOf = async (agent: Agent): Promise<RosterRow[]> =>
  ((await agent.get('/api/athletes?most=200').expect(200)).body as RosterPage).rows

/** Follows work of the server to its end. */
export async function jobDone<R>(agent: Agent, id: string): Promise<JobView<R>> {
  for (;;) {
    const view = (await agent.get(`/api/jobs/${id}`).expect(200)).body as JobView<R>
    if (view.state !== 'running') return view
    await new Promise((resolve) => setTimeout(resolve, 10))
  }
}

/** A file of trials sent in, and what came of it. */
export async function importFile(agent: Agent, body: object): Promise<ImportReply> {
  const { id } = (await agent.post('/api/imports').send(body).expect(202)).body as { id: string }
  const view = await jobDone<ImportReply>(agent, id)
  if (view.state !== 'done') throw new Error(JSON.stringify(view.problem))
  return view.result!
}

/** A live channel that is open, and its end; `act` is what should end it. */
export async function endsLive(r: Rig, cookie: string, act: () => Promise<unknown>): Promise<void> {
  const server = r.server.listen(0, '127.0.0.1')
  await new Promise((resolve) => server.once('listening', resolve))
  const { port } = server.address() as AddressInfo
  const live = await new Promise<IncomingMessage>((resolve, reject) => {
    get({ port, path: '/api/live', headers: { cookie } }, resolve).on('error', reject)
  })
  if (live.statusCode !== 200) throw new Error(`/api/live says ${live.statusCode}`)
  const ended = new Promise((resolve) => live.resume().once('end', resolve))
  await act()
  await ended
  await new Promise((resolve) => server.close(resolve))
}
