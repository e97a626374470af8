import { Anchor } from '@mantine/core'
import type { SessionView } from '@mano/contract/tests'
import type { Hand } from '@mano/core/catalogue/person'
import { formatClock } from '@mano/core/units/format'
import { useState } from 'react'
import { useRested } from '../useRested'

/**
 * Seconds this hand must still rest: `anyS` since the last try of either hand, `ownS` since its
 * own.
 */
export function useRestLeft(
  session: SessionView,
  hand: Hand,
  anyS: number,
  ownS: number,
): { wait: number; early: boolean; goEarly: () => void } {
  const rested = useRested(session)
  const [early, setEarly] = useState(false)
  const left = (ago: number | null, need: number) => (ago === null ? 0 : Math.max(0, need - ago))
  return {
    wait: Math.max(left(rested('any'), anyS), left(rested(hand), ownS)),
    early,
    goEarly: () => setEarly(true),
  }
}

export function RestLine({
  wait,
  word,
  onEarly,
}: {
  wait: number
  word: string
  onEarly: () => void
}) {
  return (
    <p className="lift-rest" role="timer">
      Rest <b className="n">{formatClock(wait)}</b>{' '}
      <Anchor component="button" type="button" className="lnk" onClick={onEarly}>
        {word} all the same
      </Anchor>
    </p>
  )
}
