import { startTransition, useCallback, useState, type Dispatch, type SetStateAction } from 'react'

/**
 * Like useState, for what is opened, picked or shown: the press is answered with the next picture
 * and what it opens is worked out in small pieces, so that the next press is not kept waiting.
 * Not for text that is typed.
 */
export function useCalm<T>(initial: T | (() => T)): [T, Dispatch<SetStateAction<T>>] {
  const [value, set] = useState(initial)
  const calmly = useCallback<Dispatch<SetStateAction<T>>>(
    (next) => startTransition(() => set(next)),
    [],
  )
  return [value, calmly]
}
