import compression from 'compression'
import express, { type ErrorRequestHandler, type Express } from 'express'
import { rateLimit } from 'express-rate-limit'
import helmet from 'helmet'
import { existsSync } from 'node:fs'
import { join } from 'node:path'
import type { Pool } from 'pg'
import { mountAccounts } from './accounts/accounts'
import { mountCodes } from './accounts/codes'
import { mountEntry } from './accounts/entry'
import { mountTablet } from './accounts/tablet'
import { mountPeople } from './accounts/people'
import { lookAhead } from './api/ahead'
import { Api, type Services } from './api/api'
import { mountAthletes } from './http/athletes'
import { keepUp } from './http/freshen'
import { mountExercises } from './http/exercises'
import { mountExports } from './http/exports'
import { mountImports } from './http/imports'
import { mountJobs } from './http/jobs'
import { mountLive } from './http/live'
import { mountIntake } from './http/intake'
import { mountKit } from './http/kit'
import { mountReference } from './http/reference'
import { mountFloor } from './http/floor'
import { mountPrivacy } from './http/privacy'
import { mountPlan } from './http/plan'
import { mountInstruments } from './http/instruments'
import { mountAttachments } from './http/attachments'
import { HttpProblem, problemOf } from './faults/problem'
import { mountReports } from './http/reports'
import { mountReview } from './http/review'
import { mountSafety } from './http/safety'
import { mountTakenBack } from './http/takenBack'
import { mountTestDays } from './http/testday'
import { mountTests } from './http/tests'
import { sessions } from './accounts/sessions'
import { ownOrigin } from './http/origin'
import { errorWords } from './faults/errorWords'
import { mountHealth } from './http/health'
import { packed } from './api/packed'
import { shed } from './http/shed'

/** Browsers ask by HTTPS alone for so long, once they were told. */
const HTTPS_FOR_S = 180 * 86_400

export interface AppOptions extends Services {
  pool: Pool
  sessionSecret: string
  webRoot: string | null
  /** The proxy before it speaks HTTPS. */ https?: boolean
  signInsPerMinute?: number
  /** True from when the server was told to stop. */ stopping?: () => boolean
  /** False: nothing is turned away for load; in tests, whose own work holds the loop up. */
  sheds?: boolean
}

export function buildApi(services: Services): Api {
  const api = new Api(services)
  api.written = keepUp
  mountAccounts(api)
  mountPeople(api)
  mountEntry(api)
  mountCodes(api)
  mountTablet(api)
  mountPrivacy(api)
  mountAthletes(api)
  mountTests(api)
  mountSafety(api)
  mountTakenBack(api)
  mountAttachments(api)
  mountInstruments(api, services.rack)
  mountJobs(api)
  mountImports(api)
  mountExercises(api)
  mountExports(api)
  mountReview(api)
  mountReports(api)
  mountIntake(api)
  mountKit(api)
  mountReference(api)
  mountPlan(api)
  mountFloor(api)
  mountTestDays(api)
  mountLive(api)
  return api
}

export function buildApp(options: AppOptions): Express {
  const server = express()
  server.disable('x-powered-by')
  // What is never stored needs no mark to be asked for again by; files have their own.
  server.disable('etag')
  // A proxy stands on this machine: who asked is the address it names, not its own.
  server.set('trust proxy', 'loopback')
  server.use(
    helmet({
      strictTransportSecurity: options.https
        ? { maxAge: HTTPS_FOR_S, includeSubDomains: false }
        : false,
      contentSecurityPolicy: {
        directives: {
          'default-src': ["'self'"],
          'script-src': ["'self'", "'wasm-unsafe-eval'"],
          'style-src': ["'self'", "'unsafe-inline'"],
          'img-src': ["'self'", 'data:'],
          'upgrade-insecure-requests': null,
        },
      },
    }),
  )
  mountHealth(server, options.app, options.stopping ?? (() => false))
  server.use(
    compression({
      level: 1,
      // A page is answered in one piece: each more is a way through the threads.
      chunkSize: 65_536,
      filter: (req, res) =>
        !String(res.getHeader('content-type')).startsWith('text/event-stream') &&
        compression.filter(req, res),
    }),
  )
  const perMinute = (limit: number, title: string) =>
    rateLimit({
      windowMs: 60_000,
      limit,
      standardHeaders: 'draft-8',
      legacyHeaders: false,
      handler: (_req, _res, next) => next(new HttpProblem(429, 'too-many', title)),
    })
  server.post(
    '/api/session',
    perMinute(options.signInsPerMinute ?? 20, 'Too many sign-ins. Wait a minute.'),
  )
  server.post(
    '/api/installation',
    perMinute(options.signInsPerMinute ?? 20, 'Too many at once. Wait a minute.'),
  )
  server.use('/api', ownOrigin)
  if (options.sheds ?? true) server.use('/api', shed())
  server.use('/api', lookAhead)
  server.use(
    '/api',
    sessions(options.pool, options.sessionSecret, options.https),
    (_req, res, next) => {
      // Health data stays out of the browser's store: a tablet is anybody's after the sign-out.
      res.setHeader('Cache-Control', 'no-store')
      next()
    },
  )
  server.use(buildApi(options).router)
  server.all('/api/{*rest}', () => {
    throw new HttpProblem(404, 'not-found', 'No such page.')
  })
  if (options.webRoot && existsSync(options.webRoot)) {
    const root = options.webRoot
    server.use(
      '/assets',
      packed(join(root, 'assets')),
      express.static(join(root, 'assets'), {
        immutable: true,
        maxAge: '1y',
        fallthrough: false,
        dotfiles: 'allow',
      }),
    )
    server.use(express.static(root, { index: false, dotfiles: 'allow' }))
    server.get('/{*path}', (_req, res) =>
      res.sendFile(join(root, 'index.html'), { dotfiles: 'allow' }),
    )
  }
  const onError: ErrorRequestHandler = (error, req, res, next) => {
    if (res.headersSent) return next(error)
    const problem = problemOf(error)
    if (problem.status === 500) console.error(errorWords(error))
    if (problem.status === 503) res.setHeader('Retry-After', '2')
    // What is still coming of a refused body is passed over, so that its sender hears the answer.
    if (!req.complete) req.resume()
    res.status(problem.status).type('application/problem+json').send(JSON.stringify(problem))
  }
  server.use(onError)
  return server
}
