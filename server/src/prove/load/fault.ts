import { execFileSync, spawn } from 'node:child_process'
import { mkdtempSync, chmodSync, readFileSync, readdirSync, rmSync } from 'node:fs'
import { createServer, type AddressInfo } from 'node:net'
import { join } from 'node:path'
import { v7 } from 'uuid'
import { Seeded } from '@mano/core/units/seeded'
import { line } from '../section'
import { percentile, SIGN_IN } from './served'
import type { Seconds } from '@mano/core/units/quantity'
import { must } from '@mano/core/units/must'

const WRITERS = 8
const KILLS = 10

export interface FaultResult {
  seconds: Seconds
  kills: { what: string; backMs: number }[]
  acknowledged: number
  kept: number
  twice: number
  unacknowledgedKept: number
}

const wait = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms))
const freePort = () =>
  new Promise<number>((resolve) => {
    const s = createServer().listen(0, '127.0.0.1', () => {
      const { port } = s.address() as AddressInfo
      s.close(() => resolve(port))
    })
  })

/**
 * Writers on a whole installation as `./mano` runs it, while server and database are killed at
 * random, and nobody starts them again.
 */
export async function faultRun(root: string, seconds: Seconds, seed: number): Promise<FaultResult> {
  const data = mkdtempSync('/var/tmp/mano-fault-')
  chmodSync(data, 0o755)
  const port = await freePort()
  const mano = spawn('./mano', ['demo', '--empty'], {
    cwd: root,
    env: { ...process.env, MANO_DATA: data, MANO_PORT: String(port), MANO_NOW: '' },
    stdio: ['ignore', 'ignore', 'ignore'],
  })
  const base = `http://127.0.0.1:${port}`
  let cookie = ''
  const ask = (method: string, path: string, body?: unknown) =>
    fetch(base + path, {
      method,
      headers: { cookie, ...(body !== undefined && { 'content-type': 'application/json' }) },
      ...(body !== undefined && { body: JSON.stringify(body) }),
      signal: AbortSignal.timeout(6000),
    })
  const ready = () =>
    fetch(`${base}/readyz`, { signal: AbortSignal.timeout(1000) }).then(
      (r) => r.ok,
      () => false,
    )
  try {
    while (!(await ready())) await wait(100)
    cookie = must(
      must(
        (
          await ask('POST', '/api/installation', {
            hallId: v7(),
            accountId: v7(),
            hallName: 'Quayside Hall',
            timeZone: 'Europe/London',
            name: 'Ruth',
            ...SIGN_IN,
          })
        ).headers.get('set-cookie'),
      ).split(';')[0],
    )
    const ends = Date.now() + seconds * 1000
    const acknowledged: string[] = []
    const written: string[] = []
    const writer = async () => {
      while (Date.now() < ends) {
        const body = { id: v7(), name: `Place ${v7()}`, kind: 'home', athleteId: null }
        written.push(body.id)
        // As a page does: the same again until it is kept.
        for (;;) {
          const status = await ask('POST', '/api/places', body).then(
            (r) => r.status,
            () => 0,
          )
          if (status === 201) {
            acknowledged.push(body.id)
            break
          }
          if (status >= 400 && status < 500 && status !== 429) throw new Error(`refused: ${status}`)
          if (Date.now() > ends + 15_000) return
          await wait(60)
        }
      }
    }
    const kills: FaultResult['kills'] = []
    const random = new Seeded(seed)
    const killer = async () => {
      for (let i = 0; i < KILLS; i++) {
        await wait(((seconds * 1000) / (KILLS + 1)) * (0.5 + 0.6 * random.next()))
        const what = random.next() < 0.5 ? 'server' : 'database'
        const pid =
          what === 'database'
            ? Number(readFileSync(join(data, 'pg/postmaster.pid'), 'utf8').split('\n')[0])
            : serverOf(data)
        if (!pid) continue
        const t = performance.now()
        process.kill(pid, 'SIGKILL')
        await wait(30)
        while (
          !(await ask('POST', '/api/places', {
            id: v7(),
            name: `Back ${v7()}`,
            kind: 'home',
            athleteId: null,
          }).then(
            (r) => r.status === 201,
            () => false,
          ))
        )
          await wait(25)
        kills.push({ what, backMs: performance.now() - t })
      }
    }
    await Promise.all([killer(), ...Array.from({ length: WRITERS }, writer)])
    const there = ((await (await ask('GET', '/api/places')).json()) as { id: string }[]).map(
      (p) => p.id,
    )
    const count = new Map<string, number>()
    for (const id of there) count.set(id, (count.get(id) ?? 0) + 1)
    const known = new Set(acknowledged)
    return {
      seconds,
      kills,
      acknowledged: acknowledged.length,
      kept: acknowledged.filter((id) => count.has(id)).length,
      twice: [...count.values()].filter((n) => n > 1).length,
      unacknowledgedKept: written.filter((id) => !known.has(id) && count.has(id)).length,
    }
  } finally {
    mano.kill('SIGTERM')
    await new Promise((resolve) => mano.on('exit', resolve))
    rmSync(data, { recursive: true, force: true })
  }
}

const serverOf = (data: string): number | undefined =>
  readdirSync('/proc')
    .filter((p) => /^\d+$/.test(p))
    .map(Number)
    .find((pid) => {
      try {
        return (
          readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes('server/dist/main.mjs') &&
          readFileSync(`/proc/${pid}/environ`, 'utf8').includes(data)
        )
      } catch {
        return false
      }
    })

export const faultWords = (f: FaultResult): string => {
  const back = f.kills.map((k) => k.backMs)
  const of = (what: string) => f.kills.filter((k) => k.what === what).length
  const [median, longest] = [percentile(back, 0.5), Math.max(0, ...back)]
  return [
    [
      `${f.seconds} s of ${WRITERS} writers, ${f.kills.length} kills (${of('server')} of the ` +
        `server, ${of('database')} of the database), nobody starts anything`,
      'every acknowledged write once',
      `${f.kept} of ${f.acknowledged} there, ${f.twice} twice`,
    ],
    [
      'service back after a kill',
      'within 5 s each',
      `median ${(median / 1000).toFixed(1)} s, longest ${(longest / 1000).toFixed(1)} s`,
    ],
  ]
    .map(line)
    .join('\n')
}
export const commitOf = (): string =>
  execFileSync('git', ['describe', '--always', '--dirty', '--abbrev=12'], {
    encoding: 'utf8',
  }).trim()
