import { Readable } from 'node:stream'
import type { AddressInfo } from 'node:net'
import type { Server } from 'node:http'
import { v7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { InstrumentLine, InstrumentView } from '@mano/contract/instruments'
import type { SessionView, TraceView } from '@mano/contract/tests'
import { packTrace, unpackTrace } from '@mano/core/force/codec'
import { judgeTrace } from '@mano/core/force/verdict'
import { allOutShares } from '@mano/core/measure/fatigue'
import { traceOf } from '@mano/core/force/trace'
import { allOutOf } from '@mano/core/force/tries'
import { Feed, lineOf, readLines } from '../src/devices/feed'
import { Rack } from '../src/devices/rack'
import { SimulatedInstrument } from '../src/devices/simulated'
import { addAthlete, hall, rig, sessionFor, trial, type Rig, type Staff } from './hall'

let r: Rig
let own: Staff
let other: Staff
let server: Server
const rack = new Rack({ simulated: true, speed: 40 })
beforeAll(async () => {
  r = await rig({ rack })
  own = await hall(r, 'ruth')
  other = await hall(r, 'cass')
  server = r.server.listen(0, '127.0.0.1')
})
afterAll(async () => {
  rack.stop()
  server.close()
  await r.close()
})

const list = async (who: Staff) =>
  (await who.agent.get('/api/instruments').expect(200)).body as InstrumentView[]
/** Collects a simulated instrument's lines until `until` says so. */
const listen = (feed: Feed, until: (all: InstrumentLine[]) => boolean) =>
  new Promise<InstrumentLine[]>((resolve) => {
    const all: InstrumentLine[] = []
    const leave = feed.listen(
      (lines) => {
        all.push(...lines)
        if (until(all)) {
          leave()
          resolve(all)
        }
      },
      () => undefined,
    )
  })
const about = { id: v7(), name: 'Test cell', kind: 'load_cell', rangeN: 500 } as const
const traceOfLines = (lines: InstrumentLine[]) => {
  const t = traceOf(
    lines.map((l) => l.t / 1000),
    lines.map((l) => l.f),
  )
  if (!t.ok) throw new Error(t.reason)
  return t.trace
}

describe('instruments', () => {
  it('several stand in the demo, each with an id and a name, and a hall has its own', async () => {
    const all = await list(own)
    expect(all.map((i) => [i.name, i.kind, i.simulated, i.online])).toContainEqual([
      'Load cell, pin',
      'load_cell',
      true,
      true,
    ])
    expect(new Set(all.map((i) => i.id)).size).toBe(all.length)
    expect(rack.of(own.hallId)[0]).not.toBe(rack.of(other.hallId)[0])
  })
  it('an installation without instruments says so, and an unknown one is not there', async () => {
    expect(new Rack({ simulated: false, speed: 1 }).of('x')).toEqual([])
    await own.agent.post(`/api/instruments/${v7()}/tare`).send({}).expect(404)
  })
  it('a drive out of its limits is refused by field', async () => {
    const [i] = await list(own)
    const bad = await own.agent
      .post(`/api/instruments/${i!.id}/drive`)
      .send({ does: 'squeeze', forceN: 90_000, seconds: 5, fault: 'clean' })
    expect([bad.status, bad.body.errors[0].field]).toEqual([400, 'forceN'])
  })
  it(
    'streams lines with their time as id, and who ' + 'comes back gets what was missed, once',
    async () => {
      const [i] = await list(own)
      const cookie = (
        await own.agent
          .post('/api/session')
          .send({ login: 'ruth', password: 'long enough to pass' })
      ).headers['set-cookie'] as unknown as string[]
      const at =
        `http://127.0.0.1:${(server.address() as AddressInfo).port}/api/instruments/${i!.id}` +
        '/lines'
      const take = async (after: string | null, ms: number) => {
        const stop = new AbortController()
        const seen: InstrumentLine[] = []
        const res = await fetch(at, {
          headers: {
            cookie: cookie.map((c) => c.split(';')[0]).join('; '),
            ...(after && { 'last-event-id': after }),
          },
          signal: stop.signal,
        })
        expect(res.headers.get('content-type')).toContain('text/event-stream')
        const timer = setTimeout(() => stop.abort(), ms)
        let lastId = ''
        try {
          // A chunk may end in the middle of a line.
          let rest = ''
          for await (const chunk of res.body!.pipeThrough(new TextDecoderStream())) {
            const lines = (rest + chunk).split('\n')
            rest = lines.pop()!
            for (const l of lines) {
              if (l.startsWith('data: ')) {
                const line = lineOf(l.slice(6))
                if (line) seen.push(line)
              }
              if (l.startsWith('id: ')) lastId = l.slice(4)
            }
          }
        } catch {
          /* stopped */
        }
        clearTimeout(timer)
        return { seen, lastId }
      }
      const first = await take(null, 400)
      const second = await take(first.lastId, 400)
      const all = [...first.seen, ...second.seen].map((l) => l.t)
      expect(first.seen.length).toBeGreaterThan(50)
      expect(second.seen[0]!.t).toBe(Number(first.lastId) + 10)
      expect(new Set(all).size).toBe(all.length)
      expect(all.every((t, k) => k === 0 || t === all[k - 1]! + 10)).toBe(true)
    },
  )
  it('an unplugged instrument answers that it is lost, and comes back', async () => {
    const i = (await list(own))[1]!
    await own.agent
      .post(`/api/instruments/${i.id}/drive`)
      .send({ does: 'unplug', forceN: 0, seconds: 0.3, fault: 'clean' })
      .expect(204)
    await own.agent.get(`/api/instruments/${i.id}/lines`).expect(409)
    await expect.poll(async () => (await list(own))[1]!.online).toBe(true)
  })
})

describe('the simulated hand', () => {
  const sim = (speed = 60) => {
    const s = new SimulatedInstrument(about, 5, speed)
    s.wake()
    return s
  }
  it('squeezes as strong as told, and what it does wrong is found', async () => {
    for (const [fault, word] of [
      ['clean', 'Counts'],
      ['slip', 'Slip'],
      ['two-squeezes', 'Second squeeze'],
      ['pre-touch', 'Hand on the handle'],
      ['slow-start', 'Slow start'],
      ['drift', 'Drift: tare again'],
      ['drop-out', 'Drop-out'],
    ] as const) {
      const s = sim()
      const before = await listen(s, (all) => all.length > 120)
      s.drive({ does: 'squeeze', forceN: 380, seconds: 5, fault })
      const lines = await listen(s, (all) => all.length > 1100)
      const v = judgeTrace(traceOfLines([...before, ...lines]), 500)
      s.stop()
      expect([fault, v.word]).toEqual([fault, word])
      if (fault === 'clean') expect(Math.abs(v.squeeze!.peakN / 380 - 1)).toBeLessThan(0.08)
    }
  })
  it('a tare makes the rest zero; over its range it says over', async () => {
    const s = sim()
    await listen(s, (all) => all.length > 200)
    expect(s.tare()).toBe(true)
    const rest = await listen(s, (all) => all.length > 300)
    expect(Math.abs(rest.reduce((a, l) => a + l.f, 0) / rest.length)).toBeLessThan(0.5)
    s.drive({ does: 'pull', forceN: 2000, seconds: 5, fault: 'clean' })
    const over = await listen(s, (all) => all.some((l) => l.s === 'over'))
    s.stop()
    expect(Math.max(...over.map((l) => l.f))).toBeLessThanOrEqual(505)
  })
  it('tires over 24 all-out bouts as the three-compartment model says', async () => {
    const s = new SimulatedInstrument({ ...about, rangeN: 900 }, 5, 400)
    s.wake()
    await listen(s, (all) => all.length > 100)
    s.drive({ does: 'bouts', forceN: 400, seconds: 5, fault: 'clean' })
    const lines = await listen(s, (all) => all.length > 24_800)
    s.stop()
    const { means, result } = allOutOf(traceOfLines(lines))
    const told = allOutShares(24, 7, 3).means
    expect(means).toHaveLength(24)
    for (const [k, m] of means.entries()) expect(Math.abs(m / 400 - told[k]!)).toBeLessThan(0.02)
    expect(
      result.ok &&
        Math.abs(result.cf / (400 * (told.slice(-3).reduce((a, b) => a + b, 0) / 3)) - 1),
    ).toBeLessThan(0.03)
  })
})

describe('instruments by a stream of JSON lines', () => {
  it(
    'lines are read, what is none is passed over, a repeated time is left out, the end is ' +
      'a loss',
    async () => {
      const feed = new Feed({ ...about, simulated: false, rateHz: 100 })
      readLines(
        feed,
        Readable.from([
          '{"t":0,"f":1}\n{"t":10,"f":2,"s":"ok"}\n',
          'noise\n{"t":10,"f":9}\n{"t":20,"f":"x"}\n{"t":30,"f":3,"s":"over"}\n',
        ]),
      )
      await expect.poll(() => feed.online).toBe(false)
      expect(feed.after(-1)).toEqual([
        { t: 0, f: 1, s: 'ok' },
        { t: 10, f: 2, s: 'ok' },
        { t: 30, f: 3, s: 'over' },
      ])
    },
  )
})

describe('records kept with a trial', () => {
  it(
    'is kept packed, listed with the test, read again; a struck one is struck at once; a ' +
      'bad one is refused whole',
    async () => {
      const athleteId = await addAthlete(own.agent)
      const session = await sessionFor(own.agent)
      await own.agent.post(`/api/athletes/${athleteId}/tests`).send(session).expect(201)
      const made = traceOf(
        Array.from({ length: 300 }, (_, i) => i / 100),
        Array.from({ length: 300 }, (_, i) => 200 + 50 * Math.sin(i / 30)),
      )
      if (!made.ok) throw new Error(made.reason)
      const trace = { ...packTrace(made.trace), instrument: 'Dynamometer A' }
      const body = trial('left', 1, 40, { trace, struck: 'Slip' } as never)
      for (let k = 0; k < 2; k++)
        await own.agent.post(`/api/tests/${session.id}/trials`).send(body).expect(201)
      const read = async () =>
        (
          (await own.agent.get(`/api/athletes/${athleteId}/tests`).expect(200))
            .body as SessionView[]
        )[0]!
      const [t] = (await read()).trials
      expect([t!.struck, (await read()).traces]).toEqual([
        { reason: 'Slip' },
        [{ trialId: body.id, hand: 'left', ordinal: 1, instrument: 'Dynamometer A' }],
      ])
      const back = (await own.agent.get(`/api/traces/${body.id}`).expect(200)).body as TraceView
      expect(
        Math.max(...unpackTrace(back)!.forceN.map((f, i) => Math.abs(f - made.trace.forceN[i]!))),
      ).toBeLessThan(0.051)
      await other.agent.get(`/api/traces/${body.id}`).expect(404)
      const bad = await own.agent
        .post(`/api/tests/${session.id}/trials`)
        .send(trial('left', 2, 40, { trace: { ...trace, data: '???' } } as never))
      expect([bad.status, bad.body.errors[0].field]).toEqual([400, 'trace.data'])
      expect((await read()).trials).toHaveLength(1)
    },
  )
})
