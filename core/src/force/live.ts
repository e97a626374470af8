import { HELD } from './analyse'
import { traceOf, type TraceResult } from './trace'
import type { Newton, Seconds } from '../units/quantity'
import { must } from '../units/must'

/** Times and limits of a trial under way, s and N (practice values). */
export const LIVE = {
  settleS: 0.5,
  restlessN: 8,
  keepBeforeS: 2,
  meanS: 0.05,
  offForS: 0.5,
  tailS: 1.1,
} as const

export type LivePhase = 'settling' | 'ready' | 'on' | 'after' | 'done'

/**
 * Follows one try while its samples come: waits for a quiet instrument, starts by itself, and, for
 * a held squeeze, ends by itself a second after
 * letting go. Constant work a sample; what it says is for the eye, the analysis reads the record
 * again. Times in s, forces in N.
 */
export class LiveTry {
  phase: LivePhase = 'settling'
  baselineN = 0
  nowN = 0
  peakN = 0
  peakS: number | null = null
  onsetS: number | null = null
  /** Time the force went under the threshold, s. */
  offS: number | null = null
  lastS: number | null = null
  /** Squeezes begun. */
  count = 0
  readonly timeS: number[] = []
  readonly forceN: Newton[] = []
  private readonly endsItself: boolean

  constructor(endsItself = true) {
    this.endsItself = endsItself
  }

  /** Seconds since the squeeze started, to the letting go. */
  get heldS(): number {
    return this.onsetS === null || this.lastS === null ? 0 : (this.offS ?? this.lastS) - this.onsetS
  }

  push(s: number, forceN: Newton): void {
    if (this.phase === 'done' || (this.lastS !== null && s <= this.lastS)) return
    this.lastS = s
    this.timeS.push(s)
    this.forceN.push(forceN)
    this.nowN = this.meanOver(LIVE.meanS) - this.baselineN
    if (this.phase === 'settling' || this.phase === 'ready') this.wait(s)
    else this.follow(s)
  }

  /** The coach ends the try. */
  finish(): void {
    if (this.phase !== 'settling' && this.phase !== 'ready') this.phase = 'done'
  }

  record(): TraceResult {
    return traceOf(this.timeS, this.forceN)
  }

  private wait(s: number): void {
    if (this.phase === 'ready' && this.nowN > HELD.leastN) {
      this.phase = 'on'
      this.onsetS = s
      this.count = 1
      return this.follow(s)
    }
    const from = this.firstOver(s - LIVE.settleS)
    const slice = this.forceN.slice(from)
    const settled =
      must(this.timeS[0]) <= s - LIVE.settleS &&
      Math.max(...slice) - Math.min(...slice) < LIVE.restlessN * 2
    if (settled) this.baselineN = slice.reduce((a, b) => a + b, 0) / slice.length
    this.phase = settled ? 'ready' : this.phase
    const drop = this.firstOver(s - LIVE.keepBeforeS)
    if (drop > 100) {
      this.timeS.splice(0, drop)
      this.forceN.splice(0, drop)
    }
  }

  private follow(s: number): void {
    if (this.nowN > this.peakN) {
      this.peakN = this.nowN
      this.peakS = s
    }
    if (this.nowN > Math.max(HELD.leastN, HELD.share * this.peakN)) {
      if (this.offS !== null) this.count++
      this.offS = null
      if (this.phase === 'after') this.phase = 'on'
    } else this.offS ??= s
    if (this.offS === null) return
    if (s - this.offS >= LIVE.offForS && this.endsItself) this.phase = 'after'
    if (s - this.offS >= LIVE.tailS && this.endsItself) this.phase = 'done'
  }

  private meanOver(seconds: Seconds): number {
    let [sum, n] = [0, 0]
    for (
      let i = this.timeS.length - 1;
      i >= 0 && must(this.timeS[i]) > must(this.lastS) - seconds + 1e-9;
      i--
    ) {
      sum += must(this.forceN[i])
      n++
    }
    return sum / Math.max(1, n)
  }

  private firstOver(s: number): number {
    let i = this.timeS.length
    while (i > 0 && must(this.timeS[i - 1]) >= s) i--
    return i
  }
}
