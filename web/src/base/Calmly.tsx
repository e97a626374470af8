import { startTransition, useEffect, useRef, useState, type ReactNode } from 'react'

/** Parts that wait for their turn, and whether one is being put up. */
const waiting: (() => void)[] = []
let busy = false
function next(): void {
  const show = waiting.shift()
  busy = show !== undefined
  show?.()
}

/**
 * A large part of a page, once what it shows is there: worked out in small pieces and put up one
 * part after the other, so that a tap meanwhile is answered. `waits` stands in its place until
 * then.
 */
export function Calmly({ waits, children }: { waits: ReactNode; children: ReactNode }) {
  const [ready, setReady] = useState(false)
  const itsTurn = useRef(false)
  useEffect(() => {
    const show = () => {
      itsTurn.current = true
      startTransition(() => setReady(true))
    }
    waiting.push(show)
    if (!busy) next()
    return () => {
      const at = waiting.indexOf(show)
      if (at >= 0) waiting.splice(at, 1)
      // Left before it was up: others do not wait for it.
      if (itsTurn.current) next()
      itsTurn.current = false
    }
  }, [])
  useEffect(() => {
    if (!ready) return
    itsTurn.current = false
    setTimeout(next)
  }, [ready])
  return ready ? children : waits
}
