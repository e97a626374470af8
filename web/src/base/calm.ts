import { startTransition, useCallback, useState, type Dispatch, type SetStateAction } from 'react'

/**
 * Like useState, for what is opened, picked or shown: the press is answered with the next picture
 * and what it opens is worked out in small pieces, so that the next press is not kept waiting.
 * Not for text that is typed or a choice in a list, which would be put back until it is drawn, not
 * for rows that are entered (what is changed beside them in that moment would overwrite them), and
 * not for what must be answered before anything else: pain, a symptom, a health question.
 */
export function useCalm<T>(initial: T | (() => T)): [T, Dispatch<SetStateAction<T>>] {
  const [value, set] = useState(initial)
  const calmly = useCallback<Dispatch<SetStateAction<T>>>(
    (next) => startTransition(() => set(next)),
    [],
  )
  return [value, calmly]
}
