import connectPgSimple from 'connect-pg-simple'
import express, { type ErrorRequestHandler, type Express } from 'express'
import { rateLimit } from 'express-rate-limit'
import session from 'express-session'
import helmet from 'helmet'
import { existsSync } from 'node:fs'
import { join } from 'node:path'
import type { Pool } from 'pg'
import { PICTURE_MOST_BYTES } from '@mano/core/formats/image'
import { mountAccounts } from './accounts/accounts'
import { Api, type Services } from './http/api'
import { mountAthletes } from './http/athletes'
import { mountExports } from './http/exports'
import { mountImports } from './http/imports'
import { mountJobs } from './http/jobs'
import { Jobs } from './jobs'
import { mountIntake } from './http/intake'
import { mountKit } from './http/kit'
import { mountFloor } from './http/floor'
import { mountPlan } from './http/plan'
import { mountInstruments } from './http/instruments'
import { mountAttachments } from './http/attachments'
import { HttpProblem, problemOf } from './http/problem'
import { mountReports } from './http/reports'
import { mountReview } from './http/review'
import { mountSafety } from './http/safety'
import { mountTestDays } from './http/testday'
import { mountTests } from './http/tests'

export interface AppOptions extends Services { pool: Pool; sessionSecret: string; webRoot: string | null; signInsPerMinute?: number }

const DAY_MS = 86_400_000

export function buildApi(services: Services): Api {
  const api = new Api(services)
  mountAccounts(api)
  mountAthletes(api)
  mountTests(api)
  mountSafety(api)
  mountAttachments(api)
  mountInstruments(api, services.rack)
  const jobs = new Jobs()
  mountJobs(api, jobs)
  mountImports(api, jobs)
  mountExports(api)
  mountReview(api)
  mountReports(api, jobs)
  mountIntake(api)
  mountKit(api)
  mountPlan(api)
  mountFloor(api)
  mountTestDays(api)
  return api
}

export function buildApp(options: AppOptions): Express {
  const server = express()
  server.disable('x-powered-by')
  server.use(helmet({
    strictTransportSecurity: false,
    contentSecurityPolicy: { directives: { 'default-src': ["'self'"], 'script-src': ["'self'", "'wasm-unsafe-eval'"], 'style-src': ["'self'", "'unsafe-inline'"], 'img-src': ["'self'", 'data:'], 'upgrade-insecure-requests': null } },
  }))
  // Whole files come in at two places only.
  server.use('/api/imports', express.json({ limit: '12mb' }))
  server.use('/api/installation/file', express.json({ limit: '200mb' }))
  server.use(express.json({ limit: '3mb' }))
  server.use('/api/tests', express.raw({ type: (req) => req.method === 'PUT', limit: PICTURE_MOST_BYTES + 1024 }))
  const Store = connectPgSimple(session)
  const keep = session({
    name: 'mano', secret: options.sessionSecret, resave: false, saveUninitialized: false, rolling: true,
    cookie: { httpOnly: true, sameSite: 'lax', secure: false, maxAge: 30 * DAY_MS },
    store: new Store({ pool: options.pool, tableName: 'session', createTableIfMissing: false, pruneSessionInterval: 3600 }),
  })
  const limit = rateLimit({
    windowMs: 60_000, limit: options.signInsPerMinute ?? 20, standardHeaders: 'draft-8', legacyHeaders: false,
    handler: (_req, _res, next) => next(new HttpProblem(429, 'too-many', 'Too many sign-ins. Wait a minute.')),
  })
  server.post('/api/session', limit)
  server.use('/api', keep)
  server.use('/api', (_req, res, next) => {
    res.setHeader('Cache-Control', 'no-store')
    next()
  })
  server.use(buildApi(options).router)
  server.all('/api/{*rest}', () => {
    throw new HttpProblem(404, 'not-found', 'No such page.')
  })
  if (options.webRoot && existsSync(options.webRoot)) {
    const root = options.webRoot
    server.use('/assets', express.static(join(root, 'assets'), { immutable: true, maxAge: '1y', fallthrough: false, dotfiles: 'allow' }))
    server.use(express.static(root, { index: false, dotfiles: 'allow' }))
    server.get('/{*path}', (_req, res) => res.sendFile(join(root, 'index.html'), { dotfiles: 'allow' }))
  }
  const onError: ErrorRequestHandler = (error, _req, res, next) => {
    if (res.headersSent) return next(error)
    const problem = problemOf(error)
    if (problem.status >= 500) console.error(error)
    res.status(problem.status).type('application/problem+json').send(JSON.stringify(problem))
  }
  server.use(onError)
  return server
}
