import { hash, verify } from '@node-rs/argon2'
import { v7 } from 'uuid'
import type { DataSource, EntityManager } from 'typeorm'
import { type Installation, type Me } from '@mano/contract/accounts'
import { TESTS_STALE_DAYS } from '@mano/core/catalogue/limits'
import { PLACES } from '@mano/core/catalogue/places'
import {
  AccountEntity,
  HallEntity,
  ImplementMeasurementEntity,
  ImplementUnitEntity,
  PlaceEntity,
} from '../db/entities'
import { type Account, type Actor } from '../db/rows'
import { inHall } from '../db/hall'
import { created, done, ok, type Api } from '../api/api'
import { HttpProblem } from '../faults/problem'
import { localDateOf } from '@mano/core/units/dates'
import type { Request } from 'express'
import type { SessionData } from 'express-session'
import { deviceOf } from './device'
import { changeKey, keyOf, used } from './keys'
import { Patience } from './patience'
import { mustBeStrong } from './strong'
import { must } from '@mano/core/units/must'
import { askOne } from '../db/ask'

export const hashPassword = (password: string): Promise<string> => hash(password)

/** A hash to compare with when the name is unknown, so that the answer takes as long. */
let decoy: Promise<string> | null = null

export async function isEmpty(app: DataSource): Promise<boolean> {
  const [row] = await app.query<[{ empty: boolean }]>('SELECT installation_is_empty() AS empty')
  return row.empty
}

/** The three places every hall starts with; gives the id of the hall's own. */
export async function addPlaces(
  em: EntityManager,
  actor: Actor & { hallId: string },
): Promise<string> {
  const ids = PLACES.map((p) => ({ ...p, row: v7() }))
  for (const p of ids)
    await em.insert(PlaceEntity, {
      ...actor,
      id: p.row,
      name: p.name,
      kind: p.id,
      athleteId: null,
      closedOn: null,
    })
  return must(ids[0]).row
}

/** A unit nobody has put a calliper to. */
export const UNMEASURED = {
  sizeMm: null,
  enteredValue: null,
  enteredUnit: null,
  depthMm: null,
  handleMm: null,
  massKg: null,
  plates: [],
  ratingKg: null,
  ratedBy: '',
  ratedOn: null,
}

export interface NewHall {
  hallId: string
  accountId: string
  hallName: string
  timeZone: string
  name: string
  login: string
  password: string
}

export const NOT_EMPTY = new HttpProblem(
  409,
  'not-empty',
  'This installation has a hall already. Sign in.',
)

/**
 * Of several who set up at once, by a form or a file, one does: the others wait for its end, by the
 * one lock, in their own transaction.
 */
export async function firstHall(em: EntityManager): Promise<void> {
  await em.query('SELECT pg_advisory_xact_lock(7002)')
  const row = await askOne<{ empty: boolean }>(em, 'SELECT installation_is_empty() AS empty')
  if (!row.empty) throw NOT_EMPTY
}

/**
 * The hall, its first coach and the two implements every hall has: a dynamometer and a bar,
 * unmeasured.
 */
export async function createHall(
  app: DataSource,
  hall: NewHall,
  now: Date,
  { first = false } = {},
): Promise<void> {
  const passwordHash = await hashPassword(hall.password)
  const hallId = hall.hallId
  await inHall(app, hallId, async (em) => {
    if (first) await firstHall(em)
    const actor = { hallId, actorKind: 'coach' as const, actorId: hall.accountId, recordedAt: now }
    await em.insert(HallEntity, {
      id: hallId,
      name: hall.hallName,
      timeZone: hall.timeZone,
      createdAt: now,
      staleDays: TESTS_STALE_DAYS,
      version: 1,
    })
    await em.insert(AccountEntity, {
      ...actor,
      id: hall.accountId,
      login: hall.login,
      name: hall.name,
      role: 'owner',
      passwordHash,
    })
    const hallPlace = await addPlaces(em, actor)
    for (const [kind, label] of [
      ['dyno', 'Dynamometer 1'],
      ['bar', 'Bar 1'],
    ] as const) {
      const unitId = v7()
      await em.insert(ImplementUnitEntity, {
        ...actor,
        id: unitId,
        kind,
        label,
        retired: false,
        placeId: hallPlace,
        orientation: null,
        surface: null,
      })
      const id = v7()
      await em.insert(ImplementMeasurementEntity, {
        ...actor,
        ...UNMEASURED,
        id,
        unitId,
        seriesId: id,
        measuredOn: localDateOf(now, hall.timeZone),
      })
    }
  })
}

/** A sign-in of this browser, under a new name: what it held before is gone. */
export function renewed(req: Request, what: Partial<SessionData>): Promise<void> {
  return told((done) => req.session.regenerate(done)).then(() => {
    Object.assign(req.session, what)
    return told((done) => req.session.save(done))
  })
}

/** Ends what this browser holds. */
export const ended = (req: Request): Promise<void> => told((done) => req.session.destroy(done))

const told = (act: (done: (error?: Error | null) => void) => void): Promise<void> =>
  new Promise((resolve, reject) => act((error) => (error ? reject(error) : resolve())))

export const startSession = (
  req: Request,
  accountId: string,
  hallId: string,
  now: Date,
): Promise<void> =>
  renewed(req, {
    accountId,
    hallId,
    device: deviceOf(req.get('user-agent') ?? ''),
    since: now.toISOString(),
  })

const CODE_ASKED = new HttpProblem(
  401,
  'code-asked',
  'Write the six digits your app shows now, or one of your recovery codes.',
)

/** Whether what is asked beside the password was given: nothing, where no codes were begun. */
const codeIsRight = (
  app: DataSource,
  of: { id: string; hall_id: string },
  code: string,
  now: Date,
): Promise<boolean> =>
  inHall(app, of.hall_id, async (em) => {
    const key = await keyOf(em, of.id)
    if (key.codeSince === null) return true
    const change = code === '' ? null : used(key, code, now)
    if (change) await changeKey(em, { hallId: of.hall_id, accountId: of.id }, change)
    return change !== null
  })

const unitsOf = ({ massUnit, lengthUnit }: Account): Me['units'] =>
  massUnit && lengthUnit ? { mass: massUnit, length: lengthUnit } : null

export function mountAccounts(api: Api): void {
  api.open('GET /api/installation', async ({ app }, req) =>
    ok({ empty: await isEmpty(app), tablet: req.session.tablet === true } satisfies Installation),
  )

  api.open('POST /api/installation', async ({ app, clock }, req, read) => {
    if (!(await isEmpty(app))) throw NOT_EMPTY
    const body = await read()
    mustBeStrong(body.password, body)
    await createHall(app, body, clock(), { first: true })
    await startSession(req, body.accountId, body.hallId, clock())
    return created({ id: body.accountId })
  })

  const patience = new Patience()
  api.open('POST /api/session', async ({ app, clock }, req, read) => {
    const { login, password, code } = await read()
    const who = `${login.trim().toLowerCase()} ${req.ip ?? ''}`
    const waitS = patience.waitS(who)
    if (waitS > 0)
      throw new HttpProblem(429, 'too-many', `Wrong several times. Try again in ${waitS} s.`)
    const [found] = await app.query<
      {
        id: string
        hall_id: string
        password_hash: string
      }[]
    >('SELECT * FROM account_for_login($1)', [login])
    decoy ??= hashPassword('nobody has this one')
    const right = await verify(found?.password_hash ?? (await decoy), password)
    if (!found || !right) {
      patience.wrong(who)
      throw new HttpProblem(401, 'wrong-sign-in', 'The name or the password is wrong.')
    }
    if (!(await codeIsRight(app, found, code, clock()))) {
      if (code === '') throw CODE_ASKED
      patience.wrong(who)
      throw new HttpProblem(401, 'wrong-code', 'The code is wrong, or it was used already.')
    }
    patience.right(who)
    await startSession(req, found.id, found.hall_id, clock())
    return created({ id: found.id })
  })

  api.on('DELETE /api/session', ({ req }) => ended(req).then(() => done))

  api.on('GET /api/me', async ({ account, right, hall, today, now, req }) =>
    ok({
      id: account.id,
      name: account.name,
      role: account.role,
      right,
      tablet: req.session.tablet === true,
      units: unitsOf(account),
      hall: {
        id: hall.id,
        name: hall.name,
        timeZone: hall.timeZone,
        staleDays: hall.staleDays,
        monthFirst: hall.monthFirst,
        weekStart: hall.weekStart,
        version: hall.version,
      },
      today,
      now: now.toISOString(),
    } satisfies Me),
  )

  api.on('PUT /api/me/units', async ({ em, account, body }) => {
    await em.update(
      AccountEntity,
      { id: account.id },
      { massUnit: body.mass, lengthUnit: body.length },
    )
    return done
  })
}
