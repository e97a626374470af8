import { startTransition, useEffect, useState, type ReactNode } from 'react'

/**
 * A large part of a page, once what it shows is there: worked out in small pieces, so that a tap
 * meanwhile is answered. `waits` stands in its place until then.
 */
export function Calmly({ waits, children }: { waits: ReactNode; children: ReactNode }) {
  const [ready, setReady] = useState(false)
  useEffect(() => startTransition(() => setReady(true)), [])
  return ready ? children : waits
}
