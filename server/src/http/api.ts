import { Router, type Request, type Response } from 'express'
import type { DataSource, EntityManager } from 'typeorm'
import type { ObjectSchema } from 'yup'
import type { Role } from '@mano/contract/accounts'
import { localDateOf } from '@mano/core/units/dates'
import type { Clock } from '../config'
import { AccountEntity, HallEntity, type Account, type Actor, type Hall } from '../db/entities'
import { inHall } from '../db/hall'
import { ACCESS, type RouteName } from './access'
import type { Rack } from '../devices/rack'
import { HttpProblem } from './problem'

declare module 'express-session' {
  interface SessionData { accountId: string; hallId: string }
}

export interface Services { app: DataSource; clock: Clock; /** Instruments of the installation; none when left out. */ rack?: Rack }

/** One signed-in request: a transaction of its own hall, who asks, and the time. */
export interface Call {
  em: EntityManager
  req: Request
  account: Account
  hall: Hall
  now: Date
  today: string
  actor: Actor & { hallId: string }
}

export interface Reply { status: number; body: unknown; type?: string; /** Offered as a file of this name. */ fileName?: string; /** Takes over the response: a live channel. */ stream?: (req: Request, res: Response) => void }
export const ok = (body: unknown): Reply => ({ status: 200, body })
export const created = (body: unknown): Reply => ({ status: 201, body })
export const done: Reply = { status: 204, body: null }

type Handler = (call: Call) => Promise<Reply>
type OpenHandler = (services: Services, req: Request) => Promise<Reply>

const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/

/** Mounts handlers under the names of the access table, and nothing else. */
export class Api {
  readonly router = Router()
  readonly mounted: RouteName[] = []
  readonly services: Services

  constructor(services: Services) {
    this.services = services
  }

  open(name: RouteName, handler: OpenHandler): void {
    if (ACCESS[name] !== 'anyone') throw new Error(`${name} is not open`)
    this.mount(name, (req) => handler(this.services, req))
  }

  on(name: RouteName, handler: Handler): void {
    const roles = ACCESS[name] as 'anyone' | readonly Role[] | undefined
    if (!roles || roles === 'anyone') throw new Error(`${name} has no roles in the access table`)
    this.mount(name, (req) => this.signedIn(req, roles, handler))
  }

  private mount(name: RouteName, run: (req: Request) => Promise<Reply>): void {
    this.mounted.push(name)
    const [method, path] = name.split(' ') as ['GET' | 'POST' | 'PUT' | 'DELETE', string]
    this.router[method.toLowerCase() as 'get'](path, async (req: Request, res: Response) => {
      const wrong = Object.values(req.params).find((p) => !UUID.test(String(p)))
      if (wrong !== undefined) throw new HttpProblem(404, 'not-found', 'No such page.')
      const reply = await run(req)
      if (reply.stream) reply.stream(req, res)
      else if (reply.status === 204) res.status(204).end()
      else if (reply.type) res.set(reply.fileName ? { 'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(reply.fileName)}` } : {}).status(reply.status).type(reply.type).send(reply.body)
      else res.status(reply.status).json(reply.body)
    })
  }

  private signedIn(req: Request, roles: readonly Role[], handler: Handler): Promise<Reply> {
    const { accountId, hallId } = req.session
    if (!accountId || !hallId) throw new HttpProblem(401, 'signed-out', 'Sign in first.')
    return inHall(this.services.app, hallId, async (em) => {
      const account = await em.findOneBy(AccountEntity, { id: accountId })
      const hall = await em.findOneBy(HallEntity, { id: hallId })
      if (!account || !hall) throw new HttpProblem(401, 'signed-out', 'Sign in first.')
      if (!roles.includes(account.role)) throw new HttpProblem(403, 'not-allowed', 'That is for the coach of this hall.')
      const now = this.services.clock()
      return handler({ em, req, account, hall, now, today: localDateOf(now, hall.timeZone), actor: { hallId, actorKind: account.role, actorId: account.id, recordedAt: now } })
    })
  }
}

/** The request's body by its schema; every wrong field is named. */
export async function bodyOf<T extends object>(schema: ObjectSchema<T>, call: { req: Request; today?: string }): Promise<T> {
  if (!call.req.is('application/json')) throw new HttpProblem(415, 'not-json', 'The request is not JSON.')
  return (await schema.validate(call.req.body, { abortEarly: false, strict: false, context: { today: call.today } })) as T
}
