import { packTrace } from '@mano/core/force/codec'
import { triesOf, type LiveTries, type LiveUse } from '@mano/core/force/tries'
import type { Trace } from '@mano/core/force/trace'
import type { EntryProps } from '../entries/types'
import type { Newton } from '@mano/core/units/quantity'

export interface Recorded {
  trace: Trace
  /** Instrument or file. */ from: string
  rangeN: Newton | null
  /** Seconds into the try at which the instrument was lost. */ lostAt: number | null
}

const UNIT = { hang: 's', repeats: 'count', held: 'N', clenches: 'N', bouts: 'N' } as const

/**
 * Makes tries of a record and logs them, the record with the first. What does not count is kept all
 * the same, struck with the reason, so
 * nothing an instrument saw is lost and the table can bring it back.
 */
export function logRecord(
  use: LiveUse,
  r: Recorded,
  ordinal: number,
  onTry: EntryProps['onTry'],
): { ok: true; read: LiveTries } | { ok: false; says: string } {
  const read = triesOf(use, r.trace, r.rangeN)
  const lost = r.lostAt === null ? null : `${r.from} lost at ${r.lostAt.toFixed(1)}\u00A0s`
  if (read.tries.length === 0) return { ok: false, says: `${lost ?? read.word}. ${read.says}` }
  const reason =
    lost ?? (read.counts ? null : [read.word, read.says].filter(Boolean).join('. ').slice(0, 390))
  for (const [k, one] of read.tries.entries()) {
    const problem = onTry(String(use === 'repeats' ? one.value : Math.round(one.value * 10) / 10), {
      unit: UNIT[use],
      details: one.details,
      ordinal: ordinal + k,
      struck: reason,
      trace:
        k === 0 ? { ...packTrace(r.trace), gaps: [...r.trace.gaps], instrument: r.from } : null,
    })
    if (problem) return { ok: false, says: problem }
  }
  return {
    ok: true,
    read: lost
      ? {
          ...read,
          counts: false,
          word: lost,
          says: 'The part to there is kept, struck. Reconnect and go again, or type the result.',
        }
      : read,
  }
}
