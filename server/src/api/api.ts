import { Router, type NextFunction, type Request, type Response } from 'express'
import type { DataSource, EntityManager } from 'typeorm'
import { UUID } from '@mano/contract/common'
import { holds, type Right } from '@mano/contract/roles'
import { localDateOf } from '@mano/core/units/dates'
import type { Clock } from './config'
import type { Account, Actor, Hall } from '../db/rows'
import { enterHall, inHall, type Who } from '../db/hall'
import { takeEntered } from './entered'
import type { Live } from './live'
import type { Rack } from '../devices/rack'
import { answer, type Answer } from './answer'
import { mustBePlain, readBody } from './body'
import { lockIfLeft, notedBy, rightOf } from './tablet'
import { HttpProblem, refused } from '../faults/problem'
import { routeOf, type BodyOf, type QueryOf, type Route, type RouteName } from './routes'

declare module 'express-session' {
  interface SessionData {
    /** Left out on a shared tablet that is locked. */
    accountId?: string
    hallId: string
    /** A browser that is the hall's: who is at it, since when, and who was before. */
    tablet?: boolean
    at?: number
    entered?: string[]
    /** When and in what browser it began. */
    since?: string
    device?: string
  }
}

/** Works the kept rows of a hall out for a day. */
export type WorkOut = (hall: Hall, today: string) => Promise<unknown>

export interface Services {
  app: DataSource
  clock: Clock
  /** Instruments of the installation; none when left out. */ rack?: Rack
  /** The clock is pinned: no device's clock is compared with it. */ pinned?: boolean
  /** Works kept rows out after each write, and pages do not wait for them; left out: they do. */
  upkeep?: WorkOut
  /** Tells the worker that there is something to do. */ look?: () => void
  /** What other screens and servers say. */ live?: Live
}

/** One signed-in request that only looks: who asks, of which hall, and when. */
export interface Look {
  req: Request
  account: Account
  /** What they may do: of their role, on a shared tablet no more than testing. */
  right: Right
  hall: Hall
  now: Date
  today: string
  actor: Actor & { hallId: string }
  /** What the device's clock was ahead of the server's when it sent this, ms; null: not said. */
  clockMs: number | null
  /** What is done once the transaction is through. */
  after: (() => void)[]
  services: Services
}
/** One signed-in request in a transaction of its own hall. */
export interface Call extends Look {
  em: EntityManager
}
/** With what the route reads, checked by its schemas. */
export type Asked<N extends RouteName, C extends Look = Call> = C & {
  body: BodyOf<N>
  query: QueryOf<N>
}

export interface Reply extends Answer {
  /** Takes over the response: a live channel, a file in pieces. */ stream?: (
    req: Request,
    res: Response,
  ) => void | Promise<void>
}
export const ok = (body: unknown): Reply => ({ status: 200, body })
export const created = (body: unknown): Reply => ({ status: 201, body })
export const done: Reply = { status: 204, body: null }

/** Where a route stands: its method, how many parts its address has, and the part after `api`. */
function shelfOf(method: string, path: string): string {
  const parts = path.split('/').filter((part) => part !== '')
  return `${method === 'HEAD' ? 'GET' : method} ${parts.length} ${parts[1]?.toLowerCase() ?? ''}`
}

type First = (scene: Pick<Call, 'services' | 'hall' | 'today'>) => Promise<unknown>
type Handler<N extends RouteName> = (call: Asked<N>) => Promise<Reply>
/** A handler of whichever route: the compiler need not hold every body beside every other. */
type AnyHandler<C extends Look> = (call: C & { body: unknown; query: unknown }) => Promise<Reply>
type OpenHandler<N extends RouteName> = (
  services: Services,
  req: Request,
  read: (today?: string) => Promise<BodyOf<N>>,
) => Promise<Reply>

/**
 * Mounts handlers under the names of the routes, and nothing else: each request is looked at here
 * before any handler sees it.
 */
export class Api {
  readonly mounted: RouteName[] = []
  readonly #shelves = new Map<string, Router>()
  readonly services: Services
  /** Told of each write that went through. */
  written?: (scene: Parameters<First>[0]) => void

  constructor(services: Services) {
    this.services = services
  }

  /** All that is mounted. Routes of a shelf are few: a request is not held against each of all. */
  readonly router = (req: Request, res: Response, next: NextFunction): void => {
    const shelf = this.#shelves.get(shelfOf(req.method, req.path))
    if (shelf) shelf(req, res, next)
    else next()
  }

  /** A route without a sign-in; its handler says when the body is read. */
  open<N extends RouteName>(name: N, handler: OpenHandler<N>): void {
    const route = routeOf(name)
    if (route?.right !== 'anyone') throw new Error(`${name} is not open`)
    this.mount(name, (req, res) =>
      handler(this.services, req, async (today) => {
        await readBody(route, req, res)
        return (await checked(route.body, req.body, today)) as BodyOf<N>
      }),
    )
  }

  /**
   * `first`: what must be true before its transaction begins, worked out without a connection of
   * this request: one connection a request.
   */
  on<N extends RouteName>(name: N, handler: Handler<N>, first?: First): void {
    this.known(name, first, (look) =>
      // What `checked` gives for a route is what its handler reads.
      inHall(this.services.app, look.hall.id, (em) =>
        (handler as AnyHandler<Call>)({ ...look, em }),
      ),
    )
  }

  /** A page that is one statement and begins no transaction. */
  look<N extends RouteName>(
    name: N,
    handler: (look: Asked<N, Look>) => Promise<Reply>,
    first?: First,
  ): void {
    this.known(name, first, handler as AnyHandler<Look>)
  }

  private known(name: RouteName, first: First | undefined, handler: AnyHandler<Look>): void {
    const route = routeOf(name)
    if (!route || route.right === 'anyone')
      throw new Error(`${name} has no right in the table of routes`)
    this.mount(name, (req, res) => this.signedIn(route, req, res, handler, first))
  }

  private mount(name: RouteName, run: (req: Request, res: Response) => Promise<Reply>): void {
    this.mounted.push(name)
    const [method, path] = name.split(' ') as ['GET' | 'POST' | 'PUT' | 'DELETE', string]
    const at = shelfOf(method, path)
    const shelf = this.#shelves.get(at) ?? Router()
    this.#shelves.set(at, shelf)
    shelf[method.toLowerCase() as 'get'](path, async (req: Request, res: Response) => {
      const wrong = Object.values(req.params).find((p) => !UUID.test(String(p)))
      if (wrong !== undefined) throw new HttpProblem(404, 'not-found', 'No such page.')
      const reply = await run(req, res)
      if (reply.stream) await reply.stream(req, res)
      else answer(req, res, reply)
    })
  }

  /**
   * Who asks is known before the body is read, and the body is right before a transaction begins.
   */
  private async signedIn(
    route: Route,
    req: Request,
    res: Response,
    handler: AnyHandler<Look>,
    first?: First,
  ): Promise<Reply> {
    const { app, clock } = this.services
    if (lockIfLeft(req, clock().getTime())) throw SIGNED_OUT
    const { accountId, hallId } = req.session
    if (!accountId || !hallId) throw SIGNED_OUT
    const { account, hall } = allowed(
      route,
      req,
      takeEntered(req) ?? (await enterHall(app, hallId, accountId)),
    )
    await readBody(route, req, res)
    const now = clock()
    const today = localDateOf(now, hall.timeZone)
    const [body, query] = [
      await checked(route.body, req.body, today),
      await checked(route.query, req.query, today),
    ]
    const scene = { services: this.services, hall, today }
    await first?.(scene)
    const right = rightOf(req, account)
    const actor = {
      hallId,
      actorKind: holds(right, 'coach') ? ('coach' as const) : ('assistant' as const),
      actorId: notedBy(req) ?? account.id,
      recordedAt: now,
    }
    const after: Look['after'] = []
    const reply = await handler({
      req,
      account,
      right,
      hall,
      now,
      today,
      actor,
      clockMs: clockMsOf(req, now, this.services),
      after,
      services: this.services,
      body,
      query,
    })
    for (const act of after) act()
    if (req.method !== 'GET') this.written?.(scene)
    return reply
  }
}

const SIGNED_OUT = new HttpProblem(401, 'signed-out', 'Sign in first.')

function allowed(route: Route, req: Request, who: Who | null): Who {
  if (!who) throw SIGNED_OUT
  const { right } = route
  if (right === 'anyone' || !holds(rightOf(req, who.account), right))
    throw new HttpProblem(403, 'not-allowed', NOT_ALLOWED[right === 'anyone' ? 'own' : right])
  return who
}
const NOT_ALLOWED: Readonly<Record<Right, string>> = {
  look: 'Sign in first.',
  test: 'Who only looks changes nothing.',
  coach: 'That is for the coach of this hall.',
  own: 'That is for the owner of this hall.',
}

/**
 * A device says what its clock shows as it sends: the difference to the server's is what it is
 * ahead.
 */
export function clockMsOf(req: Request, now: Date, { pinned = false }: Services): number | null {
  const shown = Date.parse(req.get('X-Mano-Clock') ?? '')
  return pinned || Number.isNaN(shown) ? null : shown - now.getTime()
}

/** What was sent, by its schema; every wrong field is named. */
async function checked(
  schema: Route['body'],
  given: unknown,
  today: string | undefined,
): Promise<object | undefined> {
  if (!schema) return undefined
  mustBePlain(given)
  try {
    return (await schema.validate(given, {
      abortEarly: false,
      strict: false,
      // A refused body is no fault of ours: where in the library it was found says nothing.
      disableStackTrace: true,
      context: { today },
    })) as object
  } catch (error) {
    // A test of a schema looks at a value of another kind before the kind is refused.
    if (error instanceof TypeError || error instanceof RangeError)
      throw refused('', 'A field holds another kind of value than it must.')
    throw error
  }
}
