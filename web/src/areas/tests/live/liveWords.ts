import type { LiveTry } from '@mano/core/force/live'
import type { LiveUse } from '@mano/core/force/tries'
import { ALL_OUT } from '@mano/core/force/uses'
import { PACE } from '@mano/core/catalogue/paced'
import { pacedAt } from '@mano/core/testing/paced'
import type { Seconds } from '@mano/core/units/quantity'

const WIDE_S = 40

/** What is tried, and how much of it the picture holds. */
export interface LiveTask {
  use: LiveUse
  /** How long a squeeze is held, s; 0: no squeeze. */
  holdS: Seconds
  /** By the clock's turns of work and rest. */
  paced: boolean
  /** The picture moves along with it. */
  wide: boolean
  /** What the picture holds, s. */
  span: Seconds
}

export function taskOf(use: LiveUse, holdForS: Seconds): LiveTask {
  const holdS = use === 'held' ? holdForS : 0
  const wide = use !== 'held'
  return {
    ...{ use, holdS, wide },
    paced: use === 'bouts' || use === 'repeats',
    span: use === 'clenches' ? 9 : wide ? WIDE_S : holdS + 1,
  }
}

export const savedWords = (n: number) =>
  n === 0 ? 'Nothing was logged yet.' : n === 1 ? 'Trial 1 is saved.' : `All ${n} trials are saved.`

/** Time that stands at the left of the picture, s. */
export function zeroOf(t: LiveTry, paceS: number | null, { wide, span }: LiveTask): number {
  if (!wide) return t.onsetS ?? t.lastS ?? 0
  const start = paceS === null ? (t.onsetS === null ? (t.lastS ?? 0) : t.onsetS - 0.4) : paceS
  return Math.max(start, (t.lastS ?? 0) - span)
}

/** The last hold is over: let go of for a second after its time, or well beyond it. */
export function allOutOver(t: LiveTry, paceS: number | null): boolean {
  if (paceS === null || t.lastS === null) return false
  const over = t.lastS - (paceS + PACE.readyS + ALL_OUT.bouts * (PACE.onS + PACE.offS) - PACE.offS)
  return (
    over > 10 || (over > 1 && t.offS !== null && t.lastS - t.offS > 1 && t.offS > t.lastS - over)
  )
}

export function share(t: LiveTry, paceS: number | null, { use, holdS }: LiveTask): number {
  if (use === 'held') return t.heldS / holdS
  if (use === 'clenches') return t.count / 5
  if (paceS === null || t.lastS === null) return 0
  const at = pacedAt(t.lastS - paceS)
  return at.phase === 'hold'
    ? at.intoS / PACE.onS
    : at.phase === 'rest'
      ? at.intoS / PACE.offS
      : at.intoS / PACE.readyS
}

/** What the coach says now. */
export function word(t: LiveTry, paceS: number | null, { use, holdS, paced }: LiveTask): string {
  if (paced) {
    if (paceS === null || t.lastS === null)
      return t.phase === 'settling' ? 'Hands off' : 'Start when ready'
    const at = pacedAt(t.lastS - paceS)
    return at.phase === 'ready' ? 'Ready' : at.phase === 'hold' ? `Hold ${at.bout}` : 'Rest'
  }
  if (t.phase === 'settling') return 'Hands off'
  if (t.phase === 'ready')
    return use === 'hang' ? 'Feet off' : use === 'clenches' ? 'Clench and let go' : 'Squeeze'
  if (use === 'clenches')
    return t.offS === null ? 'Hard' : `Relax, ${Math.max(0, 5 - t.count)} to go`
  if (use === 'hang') return t.offS === null ? 'Hold on' : 'Feet on'
  return t.phase === 'on' && t.offS === null
    ? t.heldS >= holdS
      ? 'Let go'
      : 'Keep squeezing'
    : 'Relax'
}

/** How a trial of this kind goes, for whoever leads it. */
export const howWords = ({ use, holdS, paced }: LiveTask): string =>
  use === 'held'
    ? `Let go at ${holdS}.0 s. Starts and ends by itself.`
    : use === 'clenches'
      ? 'Five clenches, relaxed between. Ends by itself.'
      : paced
        ? `${PACE.onS} s on, ${PACE.offS} s off` +
          (use === 'bouts'
            ? `, ${ALL_OUT.bouts} times, all-out from the first.`
            : ' until a hold is not kept.')
        : 'Counts from feet off to feet on.'
