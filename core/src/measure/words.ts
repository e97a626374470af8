import { EXPECTED_LEAN_PCT, leanContext, type AsymmetryVerdict } from './asymmetry'
import { type Side } from '../catalogue/person'
import { capital } from '../units/capital'

const pct = (x: number): string => `${Math.round(Math.abs(x))}\u00A0%`
const behind = (signed: number): string =>
  Math.round(signed) === 0 ? 'even' : `${signed > 0 ? 'left' : 'right'} ${pct(signed)} behind`

export interface VerdictWords {
  /** Short, for a chip. */
  word: string
  /** The finding with its interval. */
  says: string
  /** What dominance and repetition make of it; empty when nothing is called. */
  context: string
}

/**
 * A verdict in words, always with its uncertainty. `consistent`: the same hand really weaker on the
 * last two days.
 */
export function verdictWords(
  v: AsymmetryVerdict,
  dominant: Side | null,
  consistent: boolean,
): VerdictWords {
  if (v.kind === 'unknown') {
    const says = {
      'too-few-trials':
        v.need === 1
          ? 'A result of each hand is needed before the hands can be compared.'
          : 'Two valid trials a hand are needed before the hands can be compared.',
      'no-spread':
        'All trials of a hand read the same, so the error cannot be seen. Take one more.',
      'error-not-known':
        'Seen once, error not known: no lean is called. Repeat the test on other days.',
      'loads-differ':
        'The hands worked at different help, so their results cannot be compared. Level ' +
        'the help to compare them.',
      'interval-unbounded': 'The trials scatter too widely to compare the hands.',
    }[v.reason]
    return { word: 'No verdict yet', says, context: '' }
  }
  const [low, high] = v.signedCi
  const range =
    low < 0 && high > 0
      ? `anywhere from ${behind(low)} to ${behind(high)}`
      : `95\u00A0% interval ${pct(Math.min(Math.abs(low), Math.abs(high)))} to ` +
        `${pct(Math.max(Math.abs(low), Math.abs(high)))}`
  if (v.kind === 'inside-error')
    return {
      word: 'Inside error',
      says: `Reads ${behind(v.signedPct)}; within the error of the test it is ${range}.`,
      context: 'Nothing to act on. More trials narrow the interval.',
    }
  const says = `${capital(behind(v.signedPct))}, ${range}.`
  return {
    word: v.kind === 'large' ? 'Large' : 'Uneven',
    says,
    context: [
      lean(v, dominant),
      consistent
        ? 'The same on the last two days.'
        : 'Seen on one day: retest before acting on it.',
    ]
      .filter(Boolean)
      .join(' '),
  }
}

function lean(v: AsymmetryVerdict, dominant: Side | null): string {
  if (!dominant) return 'The dominant hand is not on record.'
  const expected = EXPECTED_LEAN_PCT[dominant]
  switch (leanContext(v, dominant)) {
    case 'as-dominance':
      return (
        `A dominant hand about ${expected}\u00A0% stronger is common in ` +
        `${dominant}-handers (Petersen 1989, from memory): no more than dominance leads ` +
        'one to expect.'
      )
    case 'beyond-dominance':
      return dominant === 'left'
        ? 'Left-handers are usually near equal (Petersen 1989, from memory): more than ' +
            'dominance leads one to expect.'
        : `More than the ${expected}\u00A0% dominance leads one to expect (Petersen 1989, ` +
            'from memory).'
    case 'against-dominance':
      return 'The dominant hand is the weaker one: not what dominance leads one to expect.'
    case 'none':
      return ''
  }
}
