import type { Protocol, TryDetails } from '../catalogue/protocols'
import { allOut } from '../measure/criticalForce'
import { PACE } from '../catalogue/paced'
import { nToKgf } from '../units/convert'
import { readTrace } from './analyse'
import { lengthS, type Trace } from './trace'
import { ALL_OUT, boutMeans, hangOf } from './uses'
import { judgeTrace, readClenches } from './verdict'
import type { Newton } from '../units/quantity'
import { must } from '../units/must'

/** How an instrument takes a test. */
export type LiveUse = 'held' | 'clenches' | 'bouts' | 'hang' | 'repeats'

/** How a test can be taken by a force instrument; null where it cannot. */
export function liveUse(protocol: Protocol): LiveUse | null {
  if (protocol.entry === 'clench') return 'clenches'
  if (protocol.entry === 'allout') return 'bouts'
  if (protocol.entry === 'paced') return 'repeats'
  if (protocol.readFor.includes('hang')) return 'hang'
  return protocol.entry === 'value' && (protocol.unit === 'N' || protocol.unit === 'N m')
    ? 'held'
    : null
}

export interface LiveTries {
  /** Results in N, s or holds, in their order; several from a record of clenches. */
  tries: { value: number; details: TryDetails }[]
  /** False: kept, but struck with the word as reason. */
  counts: boolean
  word: string
  says: string
}

const none = (word: string, says: string): LiveTries => ({ tries: [], counts: false, word, says })

/**
 * Results of one record. Held: the peak. Clenches: each peak with rise and release. Bouts: critical
 * force of 24 all-out holds with the work above it.
 * Hang: seconds from feet off to feet on. Repeats: holds of 7 s kept. `rangeN`: where the
 * instrument ends.
 */
export function triesOf(use: LiveUse, trace: Trace, rangeN: Newton | null): LiveTries {
  if (use === 'clenches') return clenches(trace)
  if (use === 'bouts') return bouts(trace)
  if (use === 'hang') return hang(trace)
  if (use === 'repeats') return repeats(trace)
  const v = judgeTrace(trace, rangeN)
  return v.squeeze
    ? {
        tries: [{ value: v.squeeze.peakN, details: {} }],
        counts: v.counts,
        word: v.word,
        says: v.says,
      }
    : none(v.word, v.says)
}

function clenches(trace: Trace): LiveTries {
  const r = readClenches(trace)
  if (r.clenches.length === 0)
    return none('No clench', 'Nothing over the noise of the instrument was found.')
  return {
    tries: r.clenches.map((c) => ({
      value: c.peakN,
      details: { riseMs: Math.round(c.riseMs), releaseMs: Math.round(c.releaseMs) },
    })),
    counts: true,
    word: 'Counts',
    says:
      `${r.clenches.length} clenches: ${Math.round(must(r.riseMs))} ms to 80 % of the peak, ` +
      `${Math.round(must(r.releaseMs))} ms to let go.`,
  }
}

/** Every bout in its turn from the start of the first squeeze. */
export function allOutOf(trace: Trace): { means: number[]; result: ReturnType<typeof allOut> } {
  const { squeezes, correctedN } = readTrace(trace)
  const first = squeezes[0]
  const means = first ? boutMeans({ ...trace, forceN: correctedN }, first.onsetS) : []
  return { means, result: allOut(means, PACE.onS, ALL_OUT.last) }
}

function bouts(trace: Trace): LiveTries {
  const { means, result } = allOutOf(trace)
  if (!result.ok)
    return none(
      'Too few holds',
      `${means.length} whole holds of ${ALL_OUT.bouts}: at least ${result.need} are needed.`,
    )
  const tries = [
    {
      value: result.cf,
      details: { workNs: Math.round(result.w), topN: Math.round(result.peakBout) },
    },
  ]
  if (means.length < ALL_OUT.bouts)
    return {
      tries,
      counts: false,
      word: `Stopped at ${means.length} of ${ALL_OUT.bouts}`,
      says: 'The last holds still carry work above critical force: an upper bound, not a result.',
    }
  return {
    tries,
    counts: true,
    word: result.levelled ? 'Counts' : 'Not levelled',
    says: result.levelled
      ? 'The last holds are level.'
      : 'The last holds still fall: critical force is an upper bound.',
  }
}

function hang(trace: Trace): LiveTries {
  const h = hangOf(trace)
  if (!h.ok) return none('No hang', 'Nothing hung on the load cell for half a second.')
  const cut = h.feetOnS === null
  return {
    tries: [
      {
        value: Math.min(h.seconds, lengthS(trace)),
        details: { cellKg: Math.round(10 * nToKgf(h.meanN)) / 10 },
      },
    ],
    counts: !cut,
    word: cut ? 'Cut short' : 'Counts',
    says: `${h.seconds.toFixed(1)} s at ${nToKgf(h.meanN).toFixed(1)} kg on the load cell.`,
  }
}

/** A hold is kept when it lasts its 7 s but for half a second. */
function repeats(trace: Trace): LiveTries {
  const { squeezes } = readTrace(trace)
  if (squeezes.length === 0)
    return none('No hold', 'Nothing over the noise of the instrument was found.')
  const lasted = squeezes.map((q) => (q.endS ?? trace.startS + lengthS(trace)) - q.onsetS)
  const firstShort = lasted.findIndex((s) => s < PACE.onS - 0.5)
  const kept = firstShort < 0 ? lasted.length : firstShort
  return {
    tries: [
      {
        value: kept,
        details:
          firstShort < 0 ? {} : { lastS: Math.min(PACE.onS, Math.round(must(lasted[firstShort]))) },
      },
    ],
    counts: true,
    word: 'Counts',
    says: `${kept} holds kept for ${PACE.onS} s.`,
  }
}
