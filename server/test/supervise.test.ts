import { spawn, type ChildProcess } from 'node:child_process'
import {
  chmodSync,
  existsSync,
  mkdtempSync,
  readFileSync,
  readlinkSync,
  readdirSync,
  rmSync,
  writeFileSync,
} from 'node:fs'
import { createServer, type AddressInfo } from 'node:net'
import { join } from 'node:path'
import { v7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { PASSWORD } from './hall'

const root = new URL('../..', import.meta.url).pathname
/** A busy machine is slower: how fast it is back alone stands in docs/performance.md. */
const BACK_MS = 10_000

const freePort = () =>
  new Promise<number>((resolve) => {
    const s = createServer().listen(0, '127.0.0.1', () => {
      const { port } = s.address() as AddressInfo
      s.close(() => resolve(port))
    })
  })
const wait = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms))

/** A folder of its own that the postgres account can reach. */
const data = mkdtempSync('/var/tmp/mano-kept-')
chmodSync(data, 0o755)
let port = 0
let mano: ChildProcess
let said = ''

function start(): ChildProcess {
  const child = spawn('./mano', ['demo', '--empty'], {
    cwd: root,
    env: { ...process.env, MANO_DATA: data, MANO_PORT: String(port), MANO_NOW: '' },
    stdio: ['ignore', 'pipe', 'pipe'],
  })
  for (const out of [child.stdout, child.stderr])
    out.on('data', (piece: Buffer) => {
      said += piece.toString()
    })
  return child
}
const exited = (child: ChildProcess) =>
  new Promise<number | null>((resolve) =>
    child.exitCode !== null ? resolve(child.exitCode) : child.on('exit', (code) => resolve(code)),
  )
const url = (path: string) => `http://127.0.0.1:${port}${path}`
const answers = async (path: string) =>
  fetch(url(path), { signal: AbortSignal.timeout(2000) }).then(
    (r) => r.status,
    () => 0,
  )
async function until(what: () => Promise<boolean> | boolean, ms: number): Promise<number> {
  const t = Date.now()
  while (!(await what())) {
    if (Date.now() - t > ms) throw new Error(`not within ${ms} ms; said: ${said}`)
    await wait(50)
  }
  return Date.now() - t
}

/** Processes by a word of their command line, of this folder's. */
function pids(word: string): number[] {
  return readdirSync('/proc')
    .filter((p) => /^\d+$/.test(p))
    .map(Number)
    .filter((pid) => {
      try {
        return (
          readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes(word) &&
          (readFileSync(`/proc/${pid}/environ`, 'utf8').includes(data) ||
            readlinkSync(`/proc/${pid}/cwd`).startsWith(data))
        )
      } catch {
        return false
      }
    })
}
const postmaster = () =>
  Number(readFileSync(join(data, 'pg/postmaster.pid'), 'utf8').split('\n')[0])
const serverPid = () => pids('server/dist/main.mjs')[0]!

let cookie = ''
const call = async (method: string, path: string, body?: unknown) =>
  fetch(url(path), {
    method,
    headers: { cookie, ...(body !== undefined && { 'content-type': 'application/json' }) },
    ...(body !== undefined && { body: JSON.stringify(body) }),
    signal: AbortSignal.timeout(8000),
  })
const place = () => ({ id: v7(), name: `Place ${v7()}`, kind: 'home', athleteId: null })
/** Sends the same until it is kept, as a page does. */
async function keep(body: object, ms: number): Promise<number> {
  return until(
    () =>
      call('POST', '/api/places', body).then(
        (r) => r.status === 201,
        () => false,
      ),
    ms,
  )
}

beforeAll(async () => {
  port = await freePort()
  mano = start()
  await until(async () => (await answers('/readyz')) === 200, 60_000)
  const setup = await call('POST', '/api/installation', {
    hallId: v7(),
    accountId: v7(),
    hallName: 'Quayside Hall',
    timeZone: 'Europe/London',
    name: 'Ruth',
    login: 'ruth',
    password: PASSWORD,
  })
  cookie = setup.headers.get('set-cookie')!.split(';')[0]!
}, 90_000)
afterAll(async () => {
  mano.kill('SIGTERM')
  await exited(mano)
  rmSync(data, { recursive: true, force: true })
}, 30_000)

describe('what ./mano keeps running', () => {
  it('the server is told no right over the database but its own', () => {
    const env = readFileSync(`/proc/${serverPid()}/environ`, 'utf8').split('\0')
    const named = env.map((e) => e.split('=')[0])
    for (const right of ['MANO_PG_ADMIN_URL', 'MANO_OWNER_PASSWORD', 'MANO_APP_PASSWORD'])
      expect(named).not.toContain(right)
    expect(env.find((e) => e.startsWith('MANO_APP_URL='))).toContain('//mano_app:')
  })
  it('a database that is killed comes back by itself, and the server goes on', async () => {
    const before = [postmaster(), serverPid()]
    process.kill(before[0]!, 'SIGKILL')
    expect(await keep(place(), BACK_MS * 2)).toBeLessThan(BACK_MS)
    expect(serverPid()).toBe(before[1])
    expect(postmaster()).not.toBe(before[0])
  }, 30_000)
  it('while the database is away the answer says so, and when to come again', async () => {
    process.kill(postmaster(), 'SIGKILL')
    let seen: Response | null = null
    await until(async () => {
      const r = await call('POST', '/api/places', place()).catch(() => null)
      if (r?.status === 503) seen = r
      return r?.status === 201
    }, BACK_MS * 2)
    const away = seen as Response | null
    // A request that came in the moment of its fall, or none at all: then there was nothing to say.
    if (away)
      expect([
        away.headers.get('retry-after'),
        ((await away.json()) as { title: string }).title,
      ]).toEqual(['2', 'The database is away. What you type is kept; it is sent when it is back.'])
  }, 30_000)
  it('a server that is killed comes back on its port', async () => {
    const before = serverPid()
    process.kill(before, 'SIGKILL')
    expect(await keep(place(), BACK_MS * 2)).toBeLessThan(BACK_MS)
    expect(serverPid()).not.toBe(before)
  }, 30_000)
  it('a second one on the same folder says where the first runs, and leaves it alone', async () => {
    said = ''
    const second = start()
    expect(await exited(second)).toBe(1)
    expect(said).toContain(`Mano runs on this folder already (${data}): http://127.0.0.1:${port}`)
    expect((await call('GET', '/api/places')).status).toBe(200)
  }, 30_000)
  it('a back-up while it runs leaves it running', async () => {
    const file = join(data, 'now.backup')
    const child = spawn('./mano', ['backup', file, '--empty'], {
      cwd: root,
      env: { ...process.env, MANO_DATA: data },
      stdio: 'ignore',
    })
    expect(await exited(child)).toBe(0)
    expect(existsSync(file)).toBe(true)
    expect((await call('GET', '/api/places')).status).toBe(200)
  }, 30_000)
  it('a back-up is tried beside what runs; of those by the timer the newest stay', async () => {
    const run = (...args: string[]) => {
      const child = spawn('./mano', args, {
        cwd: root,
        env: { ...process.env, MANO_DATA: data, MANO_PORT: String(port) },
        stdio: ['ignore', 'pipe', 'pipe'],
      })
      let out = ''
      for (const s of [child.stdout, child.stderr]) s.on('data', (x) => (out += String(x)))
      return exited(child).then((code) => ({ code, out }))
    }
    const tried = await run('drill', join(data, 'now.backup'))
    expect(tried.out).toMatch(/can be put back: \d+ athletes?, \d+ tests?/)
    expect(tried.code).toBe(0)
    writeFileSync(join(data, 'bad.backup'), 'no back-up')
    expect((await run('drill', join(data, 'bad.backup'))).out).toContain('is not a back-up')
    for (let n = 0; n < 3; n++) {
      expect((await run('backup', '--empty', '--keep', '2')).code).toBe(0)
      await new Promise((resolve) => setTimeout(resolve, 1100))
    }
    expect(readdirSync(join(data, 'backups'))).toHaveLength(2)
    expect((await run('backup', '--keep', 'many')).out).toContain('--keep needs how many')
    const { out } = await run('doctor')
    expect(out).toContain(`Server: answers on port ${port}, its database too.`)
    expect(out).toContain('the newest is of today')
    expect((await run('password', 'nobody', '--empty')).out).toContain('Nobody signs in as')
    expect((await call('GET', '/api/places')).status).toBe(200)
  }, 90_000)
  it(
    "what it started ends with it; a number in a stale file that is another process's by " +
      'now is left alone',
    async () => {
      mano.kill('SIGTERM')
      await exited(mano)
      expect([pids('server/dist/main.mjs'), await answers('/healthz')]).toEqual([[], 0])
      expect(existsSync(join(data, 'pg/postmaster.pid'))).toBe(false)
      const other = spawn('sleep', ['60'])
      writeFileSync(
        join(data, 'pg/postmaster.pid'),
        `${other.pid}\n${join(data, 'pg')}\n0\n${port}\n\n127.0.0.1\n`,
      )
      mano = start()
      await until(async () => (await answers('/readyz')) === 200, 20_000)
      expect((await call('GET', '/api/places')).status).toBe(200)
      expect(other.exitCode === null && other.signalCode === null).toBe(true)
      other.kill()
    },
    60_000,
  )
})
