import { useEffect, useState } from 'react'
import type { SessionView } from '@mano/contract/tests'
import type { Hand } from '@mano/core/catalogue/person'
import { useAthletePage } from '../athlete/AthletePage'

/**
 * Seconds since the last try of a hand (null: none) and of any hand, ticking; the server's clock
 * may be off from this device's.
 */
export function useRested(session: SessionView): (hand: Hand | 'any') => number | null {
  const { me } = useAthletePage()
  const [now, setNow] = useState(() => Date.now())
  const [skew] = useState(() => Date.parse(me.now) - Date.now())
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), 500)
    return () => clearInterval(timer)
  }, [])
  return (hand) => {
    const last = session.trials
      .filter((t) => (hand === 'any' || t.hand === hand) && t.recordedAt)
      .map((t) => Date.parse(t.recordedAt))
      .sort((a, b) => b - a)[0]
    return last === undefined ? null : Math.max(0, Math.round((now + skew - last) / 1000))
  }
}
