import { useState } from 'react'
import type { SessionView } from '@mano/contract/tests'
import type { Hand, Side } from '@mano/core/catalogue/person'
import type { Protocol } from '@mano/core/catalogue/protocols'
import { smallestStep } from '@mano/core/testing/plates'
import { rampHand } from '@mano/core/testing/ramp'
import { nextOrdinal, nextTry, rampTries } from '@mano/core/testing/session'
import { springNext } from '@mano/core/testing/spring'
import type { Kg } from '@mano/core/units/quantity'
import { useKit } from '../../base/data'
import { springTries, useBracket } from './useBracket'

/** The next effort: which hand, which trial, and what it is done with where that is known. */
export interface Turn {
  hand: Hand
  ordinal: number
  loadKg?: Kg
}

/** A trial as it will stand there, to know whose turn comes after it. */
const asDone = ({ hand, ordinal }: Turn): SessionView['trials'][number] => ({
  id: '',
  hand,
  ordinal,
  value: 1,
  enteredValue: 1,
  enteredUnit: 'N',
  pain: null,
  missed: false,
  recordedAt: '',
  struck: null,
  correction: null,
})

/** Whose turn it is, and who begins. `open`: something may be put down; `stopped`: not these. */
export function useTurn(
  session: SessionView,
  protocol: Protocol,
  hands: readonly Hand[],
  { open, stopped }: { open: boolean; stopped: readonly Hand[] },
) {
  const [first, setFirst] = useState<Side>('left')
  const [extra, setExtra] = useState<Hand | null>(null)
  const [picked, setPicked] = useState<Side>('left')
  const pins = (useKit().data ?? []).find((u) => u.kind === 'pin' && u.plates.length > 0)
  const bracket = useBracket(session).flatMap((u) => u.ratingKg ?? [])
  const { trials, expectedKg } = session
  const of = (hand: Hand): Turn => ({ hand, ordinal: nextOrdinal(trials, hand) })
  const ramp =
    protocol.entry === 'lift' && protocol.heaviest && expectedKg
      ? { expectedKg, smallestKg: smallestStep(pins?.plates ?? []) }
      : null
  const springOf = (hand: Side) =>
    springNext(springTries(trials), hand, bracket, expectedKg ?? null)
  const bySpring = (): Turn | null => {
    const isDone = (h: Side) => stopped.includes(h) || springOf(h).kind === 'done'
    const hand = rampHand(rampTries(trials), first, isDone)
    const load = hand && springOf(hand)
    return hand && load?.kind === 'try' ? { ...of(hand), loadKg: load.loadKg } : null
  }
  const turn = (): Turn | null => {
    if (protocol.entry === 'spring') return bySpring()
    if (protocol.entry !== 'single') return nextTry(protocol, trials, first, stopped, ramp)
    const hand = stopped.includes(picked) ? hands.find((h) => !stopped.includes(h)) : picked
    return hand ? of(hand) : null
  }
  const next = extra && !stopped.includes(extra) ? of(extra) : open ? turn() : null
  return {
    next,
    /** Whose turn comes after it. */
    after: () => next && nextTry(protocol, [...trials, asDone(next)], first, stopped),
    first,
    setFirst,
    setExtra,
    setPicked: (h: Hand) => setPicked(h as Side),
  }
}
