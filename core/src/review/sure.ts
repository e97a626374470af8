import { tTails } from '../measure/quantiles'
import { ACTED, type HandChange } from './changes'
import { must } from '../units/must'

/** How sure a word of a change is, 1 to 5, and the word. */
export interface Sureness {
  level: 0 | 1 | 2 | 3 | 4 | 5
  word: string
}

/** Chance that the true movement lies within what would matter, by the interval's own t. */
function levelChance(h: HandChange): number {
  const m = must(h.move)
  const log = (si: number) => Math.log(Math.max(1e-9, 1 + si / m.from))
  const below = (x: number) => {
    const t = (x - m.by) / m.se
    const tail = tTails(t, m.df) / 2
    return t < 0 ? tail : 1 - tail
  }
  return below(log(m.margin)) - below(log(-Math.min(m.margin, 0.99 * m.from)))
}

/**
 * The change of one hand in words with how sure they are: 5 almost surely, 4 very likely, 3
 * probably, 2 leans but open, 1 could be either. Up and down at 4 and 5 are held over all
 * comparisons of the review; the rest is what one series says by itself.
 */
export function surenessOf(h: HandChange): Sureness {
  if (!h.move) return { level: 0, word: 'One test only' }
  const way = h.move.by > 0 ? 'up' : 'down'
  if (h.word === 'gain' || h.word === 'loss')
    return h.move.adjusted <= ACTED
      ? { level: 5, word: `Almost surely ${way}` }
      : { level: 4, word: `Very likely ${way}` }
  const level = levelChance(h)
  if (h.word === 'flat')
    return level >= 0.99
      ? { level: 5, word: 'Almost surely level' }
      : { level: 4, word: 'Very likely level' }
  if (level >= 0.8) return { level: 3, word: 'Probably level' }
  return h.move.p <= 0.2
    ? { level: 2, word: `Leans ${way}, open` }
    : { level: 1, word: 'Could be either' }
}
