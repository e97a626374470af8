import { Client } from 'pg'
import { dropDatabase, ensureDatabase } from '../../db/bootstrap'
import { migrate } from '../../db/source'
import { makeHall } from './hall'
import { line } from '../section'
import { PASSWORDS, serve, SIGN_IN, urlsOf } from './served'
import { must } from '@mano/core/units/must'

export interface WholeHall {
  athletes: number
  pictures: number
  gb: number
  lines: number
  outS: number
  inS: number
  memoryOut: number
  memoryIn: number
  workbookS: number
  workbookMb: number
  memoryWorkbook: number
}

/** Bytes of a made-up picture: it compresses in the database, and is whole on the way out. */
const PICTURE_BYTES = 9_600_000

/**
 * Takes a hall with pictures out of one server and into an empty other one, as one stream, and its
 * tables as a workbook; each server's memory at its highest.
 */
export async function wholeHall(
  admin: string,
  today: string,
  port: number,
  athletes: number,
  pictures: number,
): Promise<WholeHall> {
  const [from, to] = ['mano_out', 'mano_in']
  await makeHall(admin, from, today, athletes, athletes * 200)
  const q = new Client({ connectionString: urlsOf(admin, from).owner })
  await q.connect()
  await q.query(
    `INSERT INTO test_attachment (id, hall_id, actor_kind, recorded_at, session_id, kind, text,
      mime, bytes) SELECT gen_random_uuid(), s.hall_id, 'coach', now(), s.id, 'photo', '',
      'image/png', decode(repeat(md5(s.id::text), ${PICTURE_BYTES / 16}), 'hex')
      FROM (SELECT id, hall_id FROM test_session ORDER BY id LIMIT $1) s`,
    [pictures],
  )
  await q.end()
  await dropDatabase(admin, to)
  await migrate((await ensureDatabase(admin, to, PASSWORDS)).owner)
  const a = await serve(from, port, today)
  const b = await serve(to, port + 1, today).catch((error: unknown) => {
    throw error
  })
  try {
    const t0 = performance.now()
    let bytes = 0
    let lines = 0
    const out = await a.ask('GET', '/api/export/hall')
    for await (const piece of must(out.body)) {
      bytes += piece.length
      for (const x of piece) if (x === 10) lines++
    }
    const outS = (performance.now() - t0) / 1000
    const memoryOut = a.memory().peak
    const t1 = performance.now()
    const again = await a.ask('GET', '/api/export/hall')
    const head = new TextEncoder().encode(`${JSON.stringify(SIGN_IN)}\n`)
    const body = new ReadableStream({
      async start(c) {
        c.enqueue(head)
        for await (const piece of must(again.body)) {
          while ((c.desiredSize ?? 1) < -50_000_000)
            await new Promise((resolve) => setTimeout(resolve, 5))
          c.enqueue(piece)
        }
        c.close()
      },
    })
    const sent = await fetch(`${b.base}/api/installation/file`, {
      method: 'POST',
      headers: { 'content-type': 'application/x-ndjson' },
      body,
      duplex: 'half',
    } as RequestInit)
    if (sent.status !== 201) throw new Error(`${sent.status} ${await sent.text()}`)
    const inS = (performance.now() - t1) / 1000
    const memoryIn = b.memory().peak
    const t2 = performance.now()
    let workbook = 0
    for await (const piece of must((await a.ask('GET', '/api/export/workbook')).body))
      workbook += piece.length
    return {
      athletes,
      pictures,
      gb: bytes / 1e9,
      lines,
      outS,
      inS,
      memoryOut,
      memoryIn,
      workbookS: (performance.now() - t2) / 1000,
      workbookMb: workbook / 1e6,
      memoryWorkbook: a.memory().peak,
    }
  } finally {
    await a.stop()
    await b.stop()
    await dropDatabase(admin, from)
    await dropDatabase(admin, to)
  }
}

export const wholeWords = (w: WholeHall): string => {
  const took = (mb: number, s: number) => `${mb.toFixed(0)} MB, ${s.toFixed(0)} s`
  const asked = 'memory under 300 MB'
  return [
    [
      `everything of ${w.athletes.toLocaleString('en')} athletes with ${w.pictures} ` +
        'pictures out: ' +
        `${w.gb.toFixed(1)} GB, ${w.lines.toLocaleString('en')} lines`,
      asked,
      took(w.memoryOut, w.outS),
    ],
    ['the same into an empty installation, as it comes', asked, took(w.memoryIn, w.inS)],
    [
      `all tables of it as a workbook, ${w.workbookMb.toFixed(0)} MB`,
      asked,
      took(w.memoryWorkbook, w.workbookS),
    ],
  ]
    .map(line)
    .join('\n')
}
