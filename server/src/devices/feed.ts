import { createInterface } from 'node:readline'
import type { Readable } from 'node:stream'
import type { InstrumentLine, InstrumentView } from '@mano/contract/instruments'
import { must } from '@mano/core/units/must'

/**
 * How much of the past a listener that comes back can still be given, ms of the instrument's clock.
 */
const KEEP_MS = 60_000

type Listener = (lines: readonly InstrumentLine[]) => void

/**
 * An instrument as the server knows it: who it is, the last minute of its lines, and who listens.
 * Lines come in order; a repeated time is left out.
 */
export class Feed {
  readonly about: Omit<InstrumentView, 'online'>
  private kept: InstrumentLine[] = []
  private readonly listeners = new Set<Listener>()
  private readonly closers = new Set<() => void>()
  private offsetN = 0
  online = true

  constructor(about: Omit<InstrumentView, 'online'>) {
    this.about = about
  }

  get listened(): boolean {
    return this.listeners.size > 0
  }

  push(raw: readonly InstrumentLine[]): void {
    const last = this.kept.at(-1)?.t ?? -Infinity
    const lines = raw
      .filter((l) => l.t > last)
      .map((l) => ({ ...l, f: Math.round(10 * (l.f - this.offsetN)) / 10 }))
    if (lines.length === 0) return
    this.kept.push(...lines)
    const cut = must(lines.at(-1)).t - KEEP_MS
    if (must(this.kept[0]).t < cut - 5000) this.kept = this.kept.filter((l) => l.t >= cut)
    for (const listen of this.listeners) listen(lines)
  }

  after(t: number): readonly InstrumentLine[] {
    return this.kept.filter((l) => l.t > t)
  }

  /**
   * Listens until the returned function is called; `closed` when the instrument goes or the line is
   * cut.
   */
  listen(listener: Listener, closed: () => void): () => void {
    this.listeners.add(listener)
    this.closers.add(closed)
    return () => {
      this.listeners.delete(listener)
      this.closers.delete(closed)
    }
  }

  /** Ends every live channel; listeners come back by themselves. */
  cut(): void {
    for (const close of [...this.closers]) close()
  }

  /** What the last half second reads becomes zero. */
  tare(): boolean {
    const last = this.kept.at(-1)
    const recent = last ? this.kept.filter((l) => l.t > last.t - 500) : []
    if (recent.length < 5) return false
    this.offsetN += recent.reduce((s, l) => s + l.f, 0) / recent.length
    return true
  }
}

/**
 * Feeds an instrument from any stream of JSON lines, a serial port or a pipe; a line that is none
 * is passed over.
 */
export function readLines(feed: Feed, stream: Readable): void {
  const reader = createInterface({ input: stream })
  reader.on('line', (text) => {
    const line = lineOf(text)
    if (line) feed.push([line])
  })
  const gone = () => {
    feed.online = false
    feed.cut()
  }
  reader.on('close', gone)
  stream.on('error', gone)
}

/** One line of the open format, or null. */
export function lineOf(text: string): InstrumentLine | null {
  try {
    const x = JSON.parse(text) as Partial<InstrumentLine>
    return Number.isFinite(x.t) &&
      Number.isFinite(x.f) &&
      (x.s === undefined || x.s === 'ok' || x.s === 'over')
      ? { t: must(x.t), f: must(x.f), s: x.s ?? 'ok' }
      : null
  } catch {
    return null
  }
}
