import { useEffect, useState } from 'react'

/**
 * The instant, anew at each change of a whole second of what is counted, and at once when the page
 * is seen again: no drift, and no more work than the digits need.
 */
export function useNow(moving: boolean, since: number, restUntil: number): number {
  const [now, setNow] = useState(() => Date.now())
  useEffect(() => {
    const look = () => setNow(Date.now())
    document.addEventListener('visibilitychange', look)
    document.addEventListener('resume', look)
    const at = Date.now()
    const up = 1000 - ((((at - since) % 1000) + 1000) % 1000)
    const down = (((restUntil - at) % 1000) + 1000) % 1000 || 1000
    const timer = moving ? setTimeout(look, 1 + Math.min(up, restUntil > at ? down : 1000)) : null
    return () => {
      document.removeEventListener('visibilitychange', look)
      document.removeEventListener('resume', look)
      if (timer !== null) clearTimeout(timer)
    }
  }, [moving, since, restUntil, now])
  return Math.max(now, since)
}
