import type { Want } from '../demand/want'
import { BEFORE, expectedShort } from './belief'
import { shortWords, type Priority, type PriorityMove } from './priorities'

/**
 * How much a shortfall raises a row: a tenth short by four tenths; up to `most`. The coach's word
 * beside it. Practice estimates, no source.
 */
const RAISE = { by: 4, most: 1.8 } as const
const MOVED: Readonly<Record<PriorityMove, number>> = { pin: 1.6, raise: 1.3, lower: 0.6 }
const MOVED_WORD: Readonly<Record<PriorityMove, string>> = {
  pin: 'pinned',
  raise: 'raised',
  lower: 'lowered',
}
/** Importance is said of 5; priorities of a week are shares of one. */
const OF = 5

/**
 * What is known to be short of a row, as a share: what could be true of any untested row is none.
 */
const saidShort = ({ row, own, carry, lean, cap }: Priority): number =>
  row.weight === 0
    ? 0
    : (cap *
        (Math.max(0, own - (row.state === 'untested' ? row.weight * expectedShort(BEFORE) : 0)) +
          carry +
          lean)) /
      row.weight

/**
 * What the plan is asked to serve: each row of the map with its weight raised by its priority,
 * capped by cautions, and why in words.
 */
export function wantsOf(list: readonly Priority[]): Want[] {
  return list.map((p) => {
    const { row: r, choice, lean, weaker } = p
    const raise = Math.min(RAISE.most, 1 + RAISE.by * saidShort(p))
    return {
      quality: r.quality.id,
      emphasis: r.emphasis,
      importance: r.importance,
      priority: (r.weight / OF) * (choice ? raise * MOVED[choice.move] : raise),
      why: [
        `importance ${r.importance} of 5, ${r.emphasis}`,
        r.state === 'untested' ? 'not tested yet' : shortWords(r.belief),
        lean > 0 ? 'a lean acted on' : '',
        choice ? `${MOVED_WORD[choice.move]} by the coach (${choice.reason})` : '',
      ]
        .filter(Boolean)
        .join(', '),
      weaker,
      ...(choice && { byCoach: true }),
    }
  })
}
