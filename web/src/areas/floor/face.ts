import { exerciseById } from '@mano/core/catalogue/exercises'
import {
  COUNT_IN_S,
  elapsedS,
  isTimed,
  restLeftS,
  waitsForLift,
  type Phase,
  type Run,
} from '@mano/core/session/run'
import type { Step } from '@mano/core/session/steps'
import { formatClock } from '@mano/core/units/format'
import { must } from '@mano/core/units/must'
import { HAND } from './hand'
import type { RunView } from './useRun'

export const amountOf = (s: Step): string =>
  `${s.dose}\u00A0${must(exerciseById(s.exerciseId)).dose.unit}`

/** What the one screen says: a word, something small beside it, and the number. */
export interface Face {
  word: string
  small: string
  digits: number
}

/** What of a running session the screen says. */
type Seen = Pick<RunView, 'now' | 'beat' | 'exercise'> & { own: Run }

export function faceOf(seen: Seen, step: Step): Face {
  const { own, now, beat, exercise } = seen
  const hand = HAND[step.hand]
  const elapsed = elapsedS(own, now)
  const paused = (small: string) => (own.pausedAt === null ? small : 'paused')
  const rest = Math.ceil(restLeftS(own, now))
  if (own.phase === 'rest')
    return { word: 'Rest', small: paused(`then ${hand.toLowerCase()}`), digits: rest }
  if (own.phase === 'confirm')
    return {
      word: `${hand}: as planned?`,
      small: paused(`${own.workedS}\u00A0s; rest runs`),
      digits: rest,
    }
  const atWork = beat?.word ?? (exercise?.mode === 'hold' ? 'hold' : 'work')
  return {
    word: `${hand}: ${phaseWord(own.phase, step, atWork)}`,
    small: paused(own.phase === 'work' ? smallAtWork(seen, step) : `of ${amountOf(step)}`),
    digits:
      own.phase === 'count'
        ? Math.max(1, Math.ceil(COUNT_IN_S - elapsed))
        : own.phase !== 'work'
          ? step.dose
          : beat
            ? Math.ceil(beat.leftS)
            : isTimed(step)
              ? Math.floor(elapsed)
              : step.dose,
  }
}

function smallAtWork({ own, now, beat, exercise }: Seen, step: Step): string {
  if (!isTimed(step)) return `${must(exercise).dose.unit}, ${formatClock(elapsedS(own, now))}`
  return beat ? `round ${beat.round}, of ${step.dose}\u00A0s` : `of ${amountOf(step)}`
}

/** What the clock counts, in a word. `atWork`: while the hand works. */
function phaseWord(phase: Phase, step: Step, atWork: string): string {
  if (phase === 'ready') return waitsForLift(step) ? 'after the main-lift set' : 'get ready'
  return phase === 'count' ? 'get set' : atWork
}
