import { useEffect, useRef } from 'react'

/** Keys of the floor; none while something is typed or a button has the focus. */
export function useKeys(keys: Record<string, (() => void) | undefined>): void {
  const now = useRef(keys)
  useEffect(() => {
    now.current = keys
  })
  useEffect(() => {
    const down = (e: KeyboardEvent) => {
      const act = now.current[e.key]
      if (
        !act ||
        e.repeat ||
        e.ctrlKey ||
        e.metaKey ||
        (e.target instanceof HTMLElement && e.target.matches('input, select, textarea, button'))
      )
        return
      e.preventDefault()
      act()
    }
    window.addEventListener('keydown', down)
    return () => window.removeEventListener('keydown', down)
  }, [])
}
