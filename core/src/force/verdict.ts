import { CLENCH, HELD, median, readTrace, type Reading, type Squeeze } from './analyse'
import { lengthS, type Trace } from './trace'
import type { Newton } from '../units/quantity'

export const TRACE_FAULTS = [
  'no-squeeze',
  'over-range',
  'drop-out',
  'drift',
  'pre-touch',
  'two-squeezes',
  'slip',
  'slow-start',
  'cut-short',
] as const
export type TraceFault = (typeof TRACE_FAULTS)[number]

/** Limits of the verdict (practice values, no source). */
export const VERDICT = {
  driftPct: 2,
  driftN: 5,
  offsetN: 12,
  slowS: 1.5,
  slowClenchS: 0.5,
} as const

export interface TraceVerdict {
  reading: Reading
  /** The squeeze that is taken: the first. */
  squeeze: Squeeze | null
  faults: TraceFault[]
  /** False: the value is not to be trusted; a slow start counts and is said. */
  counts: boolean
  word: string
  says: string
}

const WORDS: Readonly<
  Record<
    TraceFault,
    readonly [
      word: string,
      says: (v: { squeeze: Squeeze | null; reading: Reading; rangeN: Newton | null }) => string,
    ]
  >
> = {
  'no-squeeze': ['No squeeze', () => 'Nothing over the noise of the instrument was found.'],
  'over-range': [
    'Over range',
    ({ rangeN }) =>
      'The instrument ends at ' +
      `${rangeN === null ? 'its range' : `${Math.round(rangeN)} N`}: the peak is higher ` +
      'than it can tell.',
  ],
  'drop-out': ['Drop-out', () => 'Samples are missing inside the squeeze.'],
  drift: [
    'Drift: tare again',
    ({ reading: { baseline: b } }) =>
      `At rest the instrument stood at ${b.offsetN.toFixed(1)} ` +
      `N${b.driftNps === null ? '' : ` and drifted ${b.driftNps.toFixed(2)} N a second`}. ` +
      'Tare it, then squeeze again.',
  ],
  'pre-touch': [
    'Hand on the handle',
    ({ reading }) =>
      `${Math.round(reading.preTouch?.levelN ?? 0)} N rested on the handle before the ` +
      'squeeze: start from a relaxed hand.',
  ],
  'two-squeezes': [
    'Second squeeze',
    ({ reading }) =>
      `${reading.squeezes.length} squeezes in one trial: the first is read. One squeeze, ` +
      'then let go.',
  ],
  slip: [
    'Slip',
    ({ squeeze }) =>
      `The hand slipped ${((squeeze?.slipS ?? 0) - (squeeze?.onsetS ?? 0)).toFixed(1)} s ` +
      'into the squeeze.',
  ],
  'slow-start': [
    'Slow start',
    ({ squeeze }) => `${(squeeze?.to95S ?? 0).toFixed(1)} s to the peak. Ask for a fast start.`,
  ],
  'cut-short': ['Cut short', () => 'The record ends before the hand let go.'],
}
const COUNTS: ReadonlySet<TraceFault> = new Set(['slow-start', 'cut-short'])

/**
 * Judges one held squeeze: what is wrong, in words, and whether it counts. `rangeN`: where the
 * instrument ends. A drift over 2 % of the peak or
 * 5 N over the record, or a rest over 12 N, asks for a tare.
 */
export function judgeTrace(trace: Trace, rangeN: Newton | null = null): TraceVerdict {
  const reading = readTrace(trace, HELD)
  const squeeze = reading.squeezes[0] ?? null
  const faults: TraceFault[] = []
  if (!squeeze) faults.push('no-squeeze')
  else {
    const { onsetS, endS } = squeeze
    if (rangeN !== null && trace.forceN.some((f) => f >= 0.995 * rangeN)) faults.push('over-range')
    if (trace.gaps.some(([from, to]) => to > onsetS && (endS === null || from < endS)))
      faults.push('drop-out')
    if (drifts(trace, reading, squeeze.peakN)) faults.push('drift')
    if (reading.preTouch) faults.push('pre-touch')
    if (reading.squeezes.length > 1) faults.push('two-squeezes')
    if (squeeze.slipS !== null) faults.push('slip')
    if (squeeze.to95S > VERDICT.slowS) faults.push('slow-start')
    if (endS === null) faults.push('cut-short')
  }
  return worded(reading, squeeze, faults, rangeN)
}

function drifts(trace: Trace, { baseline: b }: Reading, peakN: Newton): boolean {
  const byDrift =
    b.driftNps !== null &&
    Math.abs(b.driftNps) * lengthS(trace) >
      Math.max(VERDICT.driftN, (VERDICT.driftPct / 100) * peakN)
  return byDrift || Math.abs(b.offsetN) > VERDICT.offsetN
}

function worded(
  reading: Reading,
  squeeze: Squeeze | null,
  faults: TraceFault[],
  rangeN: Newton | null,
): TraceVerdict {
  const first = faults[0]
  return {
    reading,
    squeeze,
    faults,
    counts: faults.every((f) => COUNTS.has(f)),
    word: first ? WORDS[first][0] : 'Counts',
    says: faults.map((f) => WORDS[f][1]({ squeeze, reading, rangeN })).join(' '),
  }
}

export interface ClenchReading {
  clenches: { peakN: Newton; riseMs: number; releaseMs: number }[]
  /**
   * Best peak, N, and medians of rise to 80 % and release to under 20 %, ms; null without a whole
   * clench.
   */
  peakN: Newton | null
  riseMs: number | null
  releaseMs: number | null
}

/**
 * Relaxed, hard, relaxed: every fast clench of the record, each with its rise and release. A clench
 * without a release is left out.
 */
export function readClenches(trace: Trace): ClenchReading {
  const clenches = readTrace(trace, CLENCH).squeezes.flatMap((s) =>
    s.releaseS === null
      ? []
      : [{ peakN: s.peakN, riseMs: 1000 * s.to80S, releaseMs: 1000 * s.releaseS }],
  )
  return {
    clenches,
    peakN: clenches.length === 0 ? null : Math.max(...clenches.map((c) => c.peakN)),
    riseMs: clenches.length === 0 ? null : median(clenches.map((c) => c.riseMs)),
    releaseMs: clenches.length === 0 ? null : median(clenches.map((c) => c.releaseMs)),
  }
}
