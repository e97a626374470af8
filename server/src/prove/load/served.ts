import { spawn, type ChildProcess } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { Agent, request } from 'node:http'
import { SERVER_ARGS } from '../../../../scripts/serverArgs.mjs'
import type { DatabaseUrls } from '../../db/bootstrap'
import { must } from '@mano/core/units/must'

export const PASSWORDS = { owner: 'load-owner', app: 'load-app' }
export const SIGN_IN = { login: 'ruth', password: 'long enough to pass' }

/** A server as it is shipped, in a process of its own, and a signed-in way to ask it. */
export interface Served {
  pid: number
  base: string
  ask: (method: string, path: string, body?: unknown) => Promise<Response>
  /**
   * The same for a load: its status once all of the answer is there, at little cost to the asker.
   */
  send: (method: string, path: string, body?: unknown) => Promise<number>
  /** 99th percentile of the delay of its event loop since the last question, ms. */
  loopP99: () => Promise<number>
  /** MB: resident now, and at its highest. */
  memory: () => { now: number; peak: number }
  stop: () => Promise<void>
}

const wait = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms))

export async function serve(database: string, port: number, today: string): Promise<Served> {
  const child: ChildProcess = spawn(
    'node',
    [
      ...SERVER_ARGS,
      ...(process.env['MANO_NODE_ARGS'] ?? '').split(' ').filter((a) => a !== ''),
      new URL('./main.mjs', import.meta.url).pathname,
    ],
    {
      env: {
        ...process.env,
        // Threads share two arenas: each of its own would keep what it once needed.
        MALLOC_ARENA_MAX: '2',
        MANO_DATABASE: database,
        MANO_OWNER_PASSWORD: PASSWORDS.owner,
        MANO_APP_PASSWORD: PASSWORDS.app,
        MANO_SESSION_SECRET: 'load',
        MANO_PORT: String(port),
        MANO_NOW: `${today}T10:00:00Z`,
        MANO_DEMO: '0',
        MANO_FRESH: '0',
        MANO_AGAIN: '1',
        MANO_MEASURED: '1',
        MANO_SUPERVISED: '1',
      },
      stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
    },
  )
  const base = `http://127.0.0.1:${port}`
  let cookie = ''
  const ask: Served['ask'] = (method, path, body) =>
    fetch(base + path, {
      method,
      headers: { cookie, ...(body !== undefined && { 'content-type': 'application/json' }) },
      ...(body !== undefined && { body: JSON.stringify(body) }),
    })
  const agent = new Agent({ keepAlive: true })
  const send: Served['send'] = (method, path, body) =>
    new Promise((resolve, reject) => {
      const text = body === undefined ? '' : JSON.stringify(body)
      const headers = {
        cookie,
        'accept-encoding': 'gzip, deflate',
        ...(text && {
          'content-type': 'application/json',
          'content-length': Buffer.byteLength(text),
        }),
      }
      const once = () => {
        const req = request(base + path, { method, agent, headers }, (res) => {
          res.resume()
          res.on('end', () => resolve(must(res.statusCode)))
          res.on('error', reject)
        })
        // A kept connection that the server let go of at the same moment: asked once more, by id.
        req.on('error', (e) => (req.reusedSocket ? once() : reject(e)))
        req.end(text)
      }
      once()
    })
  for (let i = 0; ; i++) {
    if (
      await fetch(`${base}/readyz`).then(
        (r) => r.ok,
        () => false,
      )
    )
      break
    if (i > 300) throw new Error('the server did not start')
    await wait(100)
  }
  // An empty installation has nobody to sign in.
  cookie =
    (await ask('POST', '/api/session', SIGN_IN)).headers.get('set-cookie')?.split(';')[0] ?? ''
  const status = (what: string) =>
    Number(
      must(
        new RegExp(`${what}:\\s+(\\d+)`).exec(readFileSync(`/proc/${child.pid}/status`, 'utf8')),
      )[1],
    ) / 1024
  return {
    pid: must(child.pid),
    base,
    ask,
    send,
    loopP99: () =>
      new Promise((resolve) => {
        child.once('message', (m) => resolve((m as { p99: number }).p99))
        child.send('loop')
      }),
    memory: () => ({ now: status('VmRSS'), peak: status('VmHWM') }),
    stop: async () => {
      child.kill('SIGTERM')
      await new Promise((resolve) => child.on('exit', resolve))
    },
  }
}

export const urlsOf = (admin: string, database: string): DatabaseUrls => {
  const url = (role: string, password: string) => {
    const u = new URL(admin)
    u.username = role
    u.password = password
    u.pathname = `/${database}`
    return u.href
  }
  return { owner: url('mano_owner', PASSWORDS.owner), app: url('mano_app', PASSWORDS.app) }
}

export const percentile = (list: readonly number[], p: number): number =>
  [...list].sort((a, b) => a - b)[Math.min(list.length - 1, Math.floor(p * list.length))] ?? 0
