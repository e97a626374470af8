import { indexAt, lengthS, smooth, timeAt, type Trace } from './trace'
import type { Newton, Percent } from '../units/quantity'
import { must } from '../units/must'

/**
 * What a squeeze is read by. Shares and times are the working rules of the trade (common practice,
 * no source).
 */
export interface ReadingRules {
  /** A squeeze is over this share of the peak, this many noise SD and this force, N. */
  share: number
  sds: number
  leastN: Newton
  /** Gaps shorter than this are joined, squeezes shorter than this dropped, s. */
  joinS: number
  shortestS: number
  /**
   * The peak is the best mean over this time, s: over 50 ms a held peak of a noisy record reads up
   * to 3 % high, over 150 ms half of that.
   */
  peakMeanS: number
}
/** A held squeeze, and the fast clenches of relaxed, hard, relaxed. */
export const HELD: ReadingRules = {
  share: 0.15,
  sds: 5,
  leastN: 10,
  joinS: 0.5,
  shortestS: 0.5,
  peakMeanS: 0.15,
}
export const CLENCH: ReadingRules = {
  share: 0.2,
  sds: 5,
  leastN: 10,
  joinS: 0.05,
  shortestS: 0.1,
  peakMeanS: 0.05,
}

const QUIET_S = 1
const MEAN_S = 0.05
const ONSET_SDS = 2.5
const RISE_POWER = 1.4
const PLATEAU_S = [3, 5] as const
const SLIP = { share: 0.15, withinS: 0.15, stillOnS: 0.5 } as const
const RFD = { shortS: 0.1, longS: 0.2, leastHz: 100, quietS: 0.5 } as const
/**
 * A hand resting on the handle: this force, N, and share of the peak as the mean over the last 0.25
 * s before onset (practice values).
 */
const TOUCH = { leastN: 4, share: 0.02, forS: 0.25, clearS: 0.05, flatS: 0.12 } as const

export type Refused = 'released' | 'slipped' | 'slow-rate' | 'not-quiet'
export type Measured = { ok: true; value: number } | { ok: false; reason: Refused }

export interface Squeeze {
  onsetS: number
  /** Time it is let go of (under 2.5 noise SD), s; null when the record ends before. */
  endS: number | null
  /** Best short mean, N, and its time. */
  peakN: Newton
  peakS: number
  /** From onset to 80 and 95 % of the peak, s. */
  to80S: number
  to95S: number
  /** From the start of the release, 80 % of the peak, to under 20 %, s; null when not released. */
  releaseS: number | null
  /** Mean of 3 to 5 s after onset, N. */
  plateau: Measured
  /** Rate of force rise over the first 100 and 200 ms, N/s; the first is rough. */
  rfd100: Measured
  rfd200: Measured
  /** Force x time from onset to the end, N s. */
  impulseNs: number
  /** Loss from the peak to the last 0.3 s before letting go, %; null under 1 s. */
  sagPct: Percent | null
  /** Time a slip starts, s. */
  slipS: number | null
}

export interface Reading {
  /**
   * Line under the record: force at its start, N, its drift, N/s (null when only one end is quiet),
   * the SD round it, N.
   */
  baseline: { offsetN: Newton; driftNps: number | null; noiseN: Newton; quietBeforeS: number }
  squeezes: Squeeze[]
  /** A hand resting on the handle before the first squeeze. */
  preTouch: { fromS: number; levelN: Newton } | null
  /** Force over the baseline, for drawing. */
  correctedN: Float64Array
}

interface Window {
  from: number
  to: number
}
const mean = (xs: ArrayLike<number>, from = 0, to = xs.length): number => {
  let s = 0
  for (let i = from; i < to; i++) s += must(xs[i])
  return s / Math.max(1, to - from)
}
export const median = (xs: readonly number[]): number => {
  const s = [...xs].sort((a, b) => a - b)
  return s.length === 0 ? 0 : (must(s[(s.length - 1) >> 1]) + must(s[s.length >> 1])) / 2
}

/**
 * Baseline by the quiet first and last second, squeezes, and what each shows. Rules as stated in
 * `HELD` or `CLENCH`. A record without a squeeze
 * has an empty list; a measure that cannot be read says why. Force in N at any even rate of 10 Hz
 * or more.
 */
export function readTrace(trace: Trace, rules: ReadingRules = HELD): Reading {
  const { baseline, correctedN } = level(trace)
  const f50 = smooth(correctedN, trace.rateHz, MEAN_S)
  const peaks = smooth(correctedN, trace.rateHz, rules.peakMeanS)
  const top = f50.reduce((a, b) => Math.max(a, b), 0)
  const threshold = Math.max(rules.share * top, rules.sds * baseline.noiseN, rules.leastN)
  const found = over(f50, threshold, rules, trace.rateHz)
  const squeezes: Squeeze[] = []
  for (const [k, w] of found.entries()) {
    const before = k === 0 ? 0 : must(found[k - 1]).to
    const start = onset(trace, correctedN, f50, w.from, before, baseline.noiseN)
    squeezes.push(
      readSqueeze(
        trace,
        correctedN,
        f50,
        peaks,
        start,
        w,
        k + 1 < found.length ? must(found[k + 1]).from : f50.length,
        baseline,
      ),
    )
  }
  const one = squeezes[0]
  return {
    baseline,
    squeezes,
    preTouch: one ? touchBefore(trace, correctedN, one.onsetS, one.peakN) : null,
    correctedN,
  }
}

function level(trace: Trace): { baseline: Reading['baseline']; correctedN: Float64Array } {
  const f = trace.forceN
  const n = Math.min(Math.round(QUIET_S * trace.rateHz), f.length >> 1)
  const top = f.reduce((a, b) => Math.max(a, b), -Infinity)
  const low = Math.min(mean(f, 0, n), mean(f, f.length - n))
  // Quiet: little spread round its own line, and nearer to rest than to the peak.
  const quiet = (from: number, to: number) =>
    spreadRound(f, from, to) < 0.03 * (top - low) + 1.5 &&
    mean(f, from, to) - low < 0.4 * (top - low) + 5
  // A start that is not quiet over its whole second may still have a quieter beginning.
  let head = n
  while (head > 0.2 * n && !quiet(0, head)) head = Math.floor(head * 0.8)
  const startQuiet = quiet(0, head)
  const endQuiet = f.length >= 2 * n && quiet(f.length - n, f.length)
  const a = mean(f, 0, head)
  const b = mean(f, f.length - n, f.length)
  const across = (f.length - n / 2 - head / 2) / trace.rateHz
  const driftNps = startQuiet && endQuiet ? (b - a) / across : null
  const offsetN = startQuiet
    ? a - ((driftNps ?? 0) * head) / 2 / trace.rateHz
    : endQuiet
      ? b
      : Math.max(0, low)
  const correctedN = f.map((x, i) => x - offsetN - ((driftNps ?? 0) * i) / trace.rateHz)
  const residuals: number[] = []
  if (startQuiet) for (let i = 0; i < head; i++) residuals.push(must(correctedN[i]))
  if (endQuiet) for (let i = f.length - n; i < f.length; i++) residuals.push(must(correctedN[i]))
  const noiseN =
    residuals.length > 2
      ? Math.sqrt(residuals.reduce((s, r) => s + r * r, 0) / (residuals.length - 2))
      : 0
  return {
    baseline: { offsetN, driftNps, noiseN, quietBeforeS: startQuiet ? head / trace.rateHz : 0 },
    correctedN,
  }
}

/** SD round a straight line. */
function spreadRound(f: Float64Array, from: number, to: number): number {
  const n = to - from
  const [mx, my] = [(n - 1) / 2, mean(f, from, to)]
  let [sxy, sxx, syy] = [0, 0, 0]
  for (let i = 0; i < n; i++) {
    const [dx, dy] = [i - mx, must(f[from + i]) - my]
    sxy += dx * dy
    sxx += dx * dx
    syy += dy * dy
  }
  return Math.sqrt(Math.max(0, syy - (sxx > 0 ? sxy ** 2 / sxx : 0)) / Math.max(1, n - 2))
}

function over(f50: Float64Array, threshold: number, rules: ReadingRules, rateHz: number): Window[] {
  const found: Window[] = []
  for (let i = 0; i < f50.length; i++) {
    if (must(f50[i]) <= threshold) continue
    const last = found.at(-1)
    if (last && i - last.to < rules.joinS * rateHz) last.to = i + 1
    else found.push({ from: i, to: i + 1 })
  }
  return found.filter((w) => w.to - w.from >= rules.shortestS * rateHz)
}

interface Onset {
  s: number
  levelN: Newton
}

/**
 * Back from the threshold to 2.5 noise SD; where that runs over a flat stretch, a hand rested on
 * the handle and the squeeze starts at its end.
 */
function onset(
  trace: Trace,
  f: Float64Array,
  f50: Float64Array,
  from: number,
  before: number,
  noiseN: Newton,
): Onset {
  const sd = Math.max(noiseN, 0.2)
  const back = (floorN: Newton) => {
    let i = from
    while (i > before && must(f50[i]) > floorN) i--
    return i
  }
  const crossing = (i: number, floorN: Newton) => {
    const [a, b] = [must(f50[i]), f50[i + 1] ?? must(f50[i])]
    return (
      timeAt(trace, i) +
      (b > a ? Math.min(1, Math.max(0, (floorN - a) / (b - a))) : 0) / trace.rateHz
    )
  }
  const first = back(ONSET_SDS * sd)
  const span = from - first
  if (span > TOUCH.flatS * trace.rateHz) {
    const flat = Array.from(
      f50.slice(first + Math.round(0.1 * span), first + Math.max(1, Math.round(0.7 * span))),
    )
    const levelN = median(flat)
    const spread = median(flat.map((x) => Math.abs(x - levelN)))
    const i = back(levelN + ONSET_SDS * sd)
    if (
      levelN > 0 &&
      spread < Math.max(sd, 0.12 * (must(f50[from]) - levelN)) &&
      i - first > TOUCH.flatS * trace.rateHz
    )
      return { s: crossing(i, levelN + ONSET_SDS * sd), levelN }
  }
  return { s: footOfRise(trace, f, first, crossing(first, ONSET_SDS * sd)), levelN: 0 }
}

/** What rested on the handle just before a squeeze. */
function touchBefore(
  trace: Trace,
  f: Float64Array,
  onsetS: number,
  peakN: Newton,
): Reading['preTouch'] {
  const [a, b] = [
    indexAt(trace, onsetS - TOUCH.forS - TOUCH.clearS),
    indexAt(trace, onsetS - TOUCH.clearS),
  ]
  const levelN = b > a ? mean(f, a, b) : 0
  if (levelN <= Math.max(TOUCH.leastN, TOUCH.share * peakN)) return null
  let i = a
  while (i > 0 && must(f[i]) > levelN / 2) i--
  return { fromS: timeAt(trace, i), levelN }
}

/**
 * The early rise goes about by the power 1.4 of time; the onset is half-way between the foot of
 * that curve, through 6 to 40 % of the first
 * peak, and the walk back, which alone is late when the rise is slow. s.
 */
function footOfRise(trace: Trace, f: Float64Array, first: number, walkedS: number): number {
  const ahead = f
    .slice(first, first + Math.round(1.5 * trace.rateHz))
    .reduce((a, b) => Math.max(a, b), 0)
  const [xs, ys]: [number[], number[]] = [[], []]
  for (let i = Math.max(0, first); i < f.length && must(f[i]) < 0.4 * ahead; i++)
    if (must(f[i]) > 0.06 * ahead) {
      xs.push(timeAt(trace, i))
      ys.push(must(f[i]) ** (1 / RISE_POWER))
    }
  if (xs.length < 3) return walkedS
  const [mx, my] = [mean(xs), mean(ys)]
  const slope =
    xs.reduce((s, x, i) => s + (x - mx) * (must(ys[i]) - my), 0) /
    xs.reduce((s, x) => s + (x - mx) ** 2, 0)
  const foot = mx - my / slope
  return slope > 0 && Math.abs(foot - walkedS) < 0.1 ? (foot + walkedS) / 2 : walkedS
}

function readSqueeze(
  trace: Trace,
  f: Float64Array,
  f50: Float64Array,
  means: Float64Array,
  start: Onset,
  w: Window,
  limit: number,
  baseline: Reading['baseline'],
): Squeeze {
  const rate = trace.rateHz
  let end = w.to
  while (end < limit && must(f50[end]) > Math.max(ONSET_SDS * baseline.noiseN, 0.5)) end++
  const ended = end < f50.length
  const a = indexAt(trace, start.s)
  let peak = a
  for (let i = a; i < end; i++) if (must(means[i]) > must(means[peak])) peak = i
  const peakN = must(means[peak])
  const reach = (share: number) => {
    let i = a
    while (i < peak && must(f50[i]) < share * peakN) i++
    return timeAt(trace, i) - start.s
  }
  const fallTo = (share: number) => {
    let i = end - 1
    while (i > peak && must(f50[i]) < share * peakN) i--
    return i
  }
  const slipS = slipIn(trace, f50, a, end)
  const lastHeld = fallTo(0.8)
  return {
    onsetS: start.s,
    endS: ended ? timeAt(trace, end) : null,
    peakN,
    peakS: timeAt(trace, peak),
    to80S: reach(0.8),
    to95S: reach(0.95),
    releaseS: ended ? (fallTo(0.2) - lastHeld) / rate : null,
    plateau: plateau(trace, f, start.s, fallTo(0.5), ended, slipS),
    rfd100: rise(trace, f, start, RFD.shortS, baseline.quietBeforeS),
    rfd200: rise(trace, f, start, RFD.longS, baseline.quietBeforeS),
    impulseNs: impulse(f, a, end, rate),
    sagPct:
      lastHeld - a < rate
        ? null
        : (100 *
            (peakN -
              mean(
                f,
                Math.max(peak, lastHeld - Math.round(0.4 * rate)),
                Math.max(peak + 1, lastHeld - Math.round(0.1 * rate)),
              ))) /
          peakN,
    slipS,
  }
}

function impulse(f: Float64Array, from: number, to: number, rate: number): number {
  let s = 0
  for (let i = from; i < Math.min(to, f.length - 1); i++)
    s += (must(f[i]) + must(f[i + 1])) / 2 / rate
  return s
}

function plateau(
  trace: Trace,
  f: Float64Array,
  onsetS: number,
  heldTo: number,
  ended: boolean,
  slipS: number | null,
): Measured {
  const [from, to] = [onsetS + PLATEAU_S[0], onsetS + PLATEAU_S[1]]
  const recordEnd = trace.startS + lengthS(trace)
  if (to > recordEnd || (ended && timeAt(trace, heldTo) < to))
    return { ok: false, reason: 'released' }
  if (slipS !== null && slipS < to) return { ok: false, reason: 'slipped' }
  return { ok: true, value: mean(f, indexAt(trace, from), indexAt(trace, to) + 1) }
}

function rise(
  trace: Trace,
  f: Float64Array,
  start: Onset,
  overS: number,
  quietS: number,
): Measured {
  if (trace.rateHz < RFD.leastHz - 1) return { ok: false, reason: 'slow-rate' }
  if (quietS < RFD.quietS || start.s - trace.startS < RFD.quietS)
    return { ok: false, reason: 'not-quiet' }
  const at = (s: number) => {
    const x = (s - trace.startS) * trace.rateHz
    const i = Math.floor(x)
    const three = (k: number) => mean(f, Math.max(0, k - 1), Math.min(f.length, k + 2))
    return three(i) + (x - i) * (three(i + 1) - three(i))
  }
  return { ok: true, value: (at(start.s + overS) - start.levelN) / overS }
}

/**
 * A fall of over 15 % within 0.15 s with the force still on 0.5 s later; the time the fall starts,
 * s.
 */
function slipIn(trace: Trace, f50: Float64Array, from: number, end: number): number | null {
  const within = Math.round(SLIP.withinS * trace.rateHz)
  const later = Math.round(SLIP.stillOnS * trace.rateHz)
  const peakN = f50.slice(from, end).reduce((a, b) => Math.max(a, b), 0)
  for (let i = from + within; i + within + later < end; i++) {
    if (
      must(f50[i]) < 0.3 * peakN ||
      must(f50[i]) - must(f50[i + within]) <= SLIP.share * must(f50[i]) ||
      must(f50[i + within + later]) < 0.15 * peakN
    )
      continue
    // The steepest such fall near by, and where it leaves its level.
    let best = i
    for (let k = i; k < Math.min(i + within, end - within); k++)
      if (must(f50[k]) - must(f50[k + within]) > must(f50[best]) - must(f50[best + within]))
        best = k
    const high = mean(f50, Math.max(from, best - Math.round(0.1 * trace.rateHz)), best + 1)
    const low = must(f50[best + within])
    let k = best
    while (k < best + within && must(f50[k]) > high - 0.1 * (high - low)) k++
    return timeAt(trace, k)
  }
  return null
}
