import type { DriveBody, InstrumentLine, InstrumentView } from '@mano/contract/instruments'
import { forceOf, type SqueezeShape } from '@mano/core/force/shape'
import { ALL_OUT } from '@mano/core/force/uses'
import { FRESH, step } from '@mano/core/measure/fatigue'
import { PACE } from '@mano/core/catalogue/paced'
import { Seeded } from '@mano/core/units/seeded'
import { Feed } from './feed'
import type { Newton, Seconds } from '@mano/core/units/quantity'

const TICK_MS = 25
/** After nobody listens for so long the simulated instrument sleeps, ms. */
const SLEEP_MS = 5000

interface Move {
  endS: number
  force: (s: number) => number
  missing?: readonly [number, number]
  driftNps?: number
}

/**
 * A simulated instrument at 100 Hz: noise, a slow drift, an end to its range, and a simulated hand
 * on it. `speed`: seconds of its clock a second.
 */
export class SimulatedInstrument extends Feed {
  private readonly random: Seeded
  private readonly speed: number
  private clockMs = 0
  private seenAt = Date.now()
  private heardAt = 0
  private timer: NodeJS.Timeout | null = null
  private back: NodeJS.Timeout | null = null
  private move: Move | null = null
  private pullN = 0
  private handN = 0
  private restN = 0

  constructor(
    about: Omit<InstrumentView, 'online' | 'simulated' | 'rateHz'>,
    seed: number,
    speed: number,
  ) {
    super({ ...about, simulated: true, rateHz: 100 })
    this.random = new Seeded(seed)
    this.speed = speed
    this.restN = this.random.between(-3, 3)
  }

  wake(): void {
    if (this.timer) return
    this.seenAt = this.heardAt = Date.now()
    this.timer = setInterval(() => this.tick(), TICK_MS)
    this.timer.unref()
  }

  stop(): void {
    if (this.timer) clearInterval(this.timer)
    if (this.back) clearTimeout(this.back)
    this.timer = null
    this.cut()
  }

  drive(d: DriveBody): void {
    this.wake()
    const now = this.clockMs / 1000
    this.pullN = d.does === 'pull' ? d.forceN : 0
    if (d.does === 'cut') return this.cut()
    if (d.does === 'unplug') return this.unplug(d.seconds)
    this.move =
      d.does === 'squeeze'
        ? this.squeeze(now, d)
        : d.does === 'clenches'
          ? clenches(now, d.forceN)
          : d.does === 'bouts'
            ? bouts(now, d.forceN)
            : d.does === 'hang'
              ? hang(now, d)
              : null
  }

  private unplug(seconds: Seconds): void {
    this.online = false
    this.move = null
    this.cut()
    if (this.back) clearTimeout(this.back)
    this.back = setTimeout(() => {
      this.online = true
      this.seenAt = Date.now()
    }, seconds * 1000)
    this.back.unref()
  }

  private squeeze(now: number, d: DriveBody): Move {
    const r = this.random
    const s: SqueezeShape = {
      startS: now + 0.8,
      forceN: d.forceN * (1 + r.normal(0, 0.02)),
      tauS: d.fault === 'slow-start' ? 1.4 : r.between(0.12, 0.2),
      power: 1.4,
      holdS: d.fault === 'two-squeezes' ? Math.min(2, d.seconds) : d.seconds,
      releaseS: 0.25,
      fade: r.between(0.008, 0.02),
    }
    if (d.fault === 'slip') s.slip = { atS: Math.max(0.8, 0.5 * d.seconds), share: 0.35 }
    const again: SqueezeShape | null =
      d.fault === 'two-squeezes'
        ? { ...s, startS: s.startS + s.holdS + 1, forceN: 0.9 * s.forceN }
        : null
    const touchN = d.fault === 'pre-touch' ? 0.07 * d.forceN : 0
    const endS = (again ?? s).startS + (again ?? s).holdS + 3
    return {
      endS,
      force: (t) =>
        Math.max(
          t < s.startS + 0.05 && t > s.startS - 0.6 ? touchN : 0,
          forceOf(s, t) + (again ? forceOf(again, t) : 0),
        ),
      ...(d.fault === 'drop-out' && { missing: [s.startS + 1, s.startS + 1.4] as const }),
      ...(d.fault === 'drift' && { driftNps: 3 }),
    }
  }

  private tick(): void {
    const now = Date.now()
    const ms = Math.min(2000, now - this.seenAt) * this.speed
    this.seenAt = now
    if (this.listened) this.heardAt = now
    else if (now - this.heardAt > SLEEP_MS && this.timer) {
      clearInterval(this.timer)
      this.timer = null
    }
    const lines: InstrumentLine[] = []
    for (let t = Math.ceil((this.clockMs + 0.001) / 10) * 10; t <= this.clockMs + ms; t += 10) {
      const f = this.sample(t / 1000)
      if (f !== null && this.online)
        lines.push({
          t,
          f: Math.min(this.about.rangeN, f),
          s: f >= this.about.rangeN ? 'over' : 'ok',
        })
    }
    this.clockMs += ms
    this.push(lines)
  }

  private sample(s: number): number | null {
    if (this.move && s > this.move.endS) this.move = null
    this.restN += (this.move?.driftNps ?? 0) / 100
    this.handN += (this.pullN - this.handN) * 0.12
    if (this.move?.missing && s > this.move.missing[0] && s < this.move.missing[1]) return null
    return this.restN + (this.move ? this.move.force(s) : this.handN) + this.random.normal(0, 1)
  }
}

function clenches(now: number, forceN: Newton): Move {
  const shapes = Array.from({ length: 5 }, (_, k): SqueezeShape => ({
    startS: now + 1 + 1.3 * k,
    forceN: forceN * (1 - 0.015 * k),
    tauS: 0.08,
    power: 1.4,
    holdS: 0.35,
    releaseS: 0.14,
    fade: 0,
  }))
  return { endS: now + 9, force: (t) => shapes.reduce((f, s) => f + forceOf(s, t), 0) }
}

/** All-out bouts after the count-in; the hand tires by the three-compartment model. */
function bouts(now: number, forceN: Newton): Move {
  let pools = FRESH
  const from = now + PACE.readyS
  return {
    endS: from + ALL_OUT.bouts * (PACE.onS + PACE.offS) + 2,
    force: (t) => {
      const into = t - from
      const working =
        into >= 0 &&
        into < ALL_OUT.bouts * (PACE.onS + PACE.offS) &&
        into % (PACE.onS + PACE.offS) < PACE.onS
      if (into >= 0) pools = step(pools, working ? 1 : 0, 0.01)
      return forceN * pools.active
    },
  }
}

function hang(now: number, d: DriveBody): Move {
  const shape: SqueezeShape = {
    startS: now + 1,
    forceN: d.forceN,
    tauS: 0.06,
    power: 1.5,
    holdS: d.seconds,
    releaseS: 0.08,
    fade: 0,
  }
  return {
    endS: now + d.seconds + 4,
    force: (t) => {
      const f = forceOf(shape, t)
      return f > 0 ? f * (1 + 0.01 * Math.sin(5 * t)) : 0
    },
  }
}

export const isSimulated = (feed: Feed): feed is SimulatedInstrument =>
  feed instanceof SimulatedInstrument
