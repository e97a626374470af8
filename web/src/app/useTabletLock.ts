import { useEffect } from 'react'
import { api } from '../base/api'

/** As long as the server waits before it asks for a PIN again, ms. */
const LEFT_MS = 15 * 60_000
const LOOK_MS = 20_000

/** A shared tablet that nobody touches shows nobody's page: it locks itself. */
export function useTabletLock(tablet: boolean): void {
  useEffect(() => {
    if (!tablet) return
    let touched = Date.now()
    const touch = () => {
      touched = Date.now()
    }
    const look = setInterval(() => {
      if (Date.now() - touched < LEFT_MS) return
      // Without the server the page is left all the same.
      void api
        .post('/api/tablet/lock')
        .catch(() => undefined)
        .then(() => window.location.assign('/'))
    }, LOOK_MS)
    window.addEventListener('pointerdown', touch)
    window.addEventListener('keydown', touch)
    return () => {
      clearInterval(look)
      window.removeEventListener('pointerdown', touch)
      window.removeEventListener('keydown', touch)
    }
  }, [tablet])
}
