import { must } from '../units/must'

/**
 * Timed work that is not one long hold: on and off by turns, or a change called every so many
 * seconds. Common practice, no source.
 */
export type Pace =
  | { kind: 'on-off'; onS: number; offS: number }
  | { kind: 'change'; everyS: number; words: readonly string[] }

const PACES: Readonly<Record<string, Pace>> = {
  edge_repeat: { kind: 'on-off', onS: 7, offS: 3 },
  hang_grip_change: { kind: 'change', everyS: 5, words: ['change'] },
  sand_work: { kind: 'change', everyS: 60, words: ['open', 'close', 'turn in', 'turn out'] },
  catch_swap: { kind: 'change', everyS: 10, words: ['left to right', 'right to left'] },
}
export const paceOf = (exerciseId: string): Pace | null => PACES[exerciseId] ?? null

/** Where paced work is: the word of the moment, the round from 1, seconds left of it. */
export interface PaceReading {
  word: string
  round: number
  leftS: number
  on: boolean
}

/** `elapsedS` from 0. A change calls its words in turn, again and again. */
export function readPace(pace: Pace, elapsedS: number): PaceReading {
  if (pace.kind === 'change') {
    const n = Math.floor(elapsedS / pace.everyS)
    return {
      word: must(pace.words[n % pace.words.length]),
      round: n + 1,
      leftS: pace.everyS * (n + 1) - elapsedS,
      on: true,
    }
  }
  const round = Math.floor(elapsedS / (pace.onS + pace.offS))
  const into = elapsedS - round * (pace.onS + pace.offS)
  const on = into < pace.onS
  return {
    word: on ? 'hold' : 'off',
    round: round + 1,
    leftS: on ? pace.onS - into : pace.onS + pace.offS - into,
    on,
  }
}
