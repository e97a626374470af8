import { useCallback, useInsertionEffect, useRef } from 'react'

/**
 * A function that stays the same from drawing to drawing and does what the newest one would: what
 * it is handed to need not be drawn anew. For answers to presses, never for what is drawn.
 */
export function useSteady<A extends unknown[], R>(act: (...given: A) => R): (...given: A) => R {
  const newest = useRef(act)
  useInsertionEffect(() => {
    newest.current = act
  })
  return useCallback((...given: A) => newest.current(...given), [])
}
