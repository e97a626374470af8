import { createReadStream } from 'node:fs'
import { Feed, readLines } from './feed'
import { SimulatedInstrument } from './simulated'

const SIMULATED = [
  { id: '0190f3a0-0000-7000-8000-000000000001', name: 'Dynamometer A', kind: 'dyno', rangeN: 900 },
  { id: '0190f3a0-0000-7000-8000-000000000002', name: 'Dynamometer B', kind: 'dyno', rangeN: 900 },
  {
    id: '0190f3a0-0000-7000-8000-000000000003',
    name: 'Load cell, pin',
    kind: 'load_cell',
    rangeN: 3000,
  },
  {
    id: '0190f3a0-0000-7000-8000-000000000004',
    name: 'Load cell, bar',
    kind: 'load_cell',
    rangeN: 3000,
  },
] as const

/**
 * The instruments of an installation. A hall sees its own simulated ones, so two halls never share
 * a squeeze.
 */
export class Rack {
  private readonly halls = new Map<string, SimulatedInstrument[]>()
  private readonly wired: Feed[]
  private readonly simulated: boolean
  private readonly speed: number

  constructor(options: { simulated: boolean; speed: number; paths?: readonly string[] }) {
    this.simulated = options.simulated
    this.speed = options.speed
    this.wired = (options.paths ?? []).map((path, i) => {
      const [name, file] = path.includes('=')
        ? [path.slice(0, path.indexOf('=')), path.slice(path.indexOf('=') + 1)]
        : [`Instrument ${i + 1}`, path]
      const feed = new Feed({
        id: `0190f3a1-0000-7000-8000-${String(i + 1).padStart(12, '0')}`,
        name,
        kind: 'load_cell',
        rangeN: 3000,
        rateHz: 100,
        simulated: false,
      })
      readLines(feed, createReadStream(file))
      return feed
    })
  }

  of(hallId: string): readonly Feed[] {
    if (!this.simulated) return this.wired
    let own = this.halls.get(hallId)
    if (!own)
      this.halls.set(
        hallId,
        (own = SIMULATED.map((about, i) => new SimulatedInstrument(about, 11 + i, this.speed))),
      )
    return [...this.wired, ...own]
  }

  stop(): void {
    for (const f of this.wired) f.cut()
    for (const own of this.halls.values()) for (const s of own) s.stop()
  }
}
