import { useState } from 'react'
import { parsed } from '@mano/core/units/parse'

/**
 * What is being entered, kept in this browser until it is set back to `blank`: a reload in the
 * middle of a try loses no digit and no tick.
 */
export function useDraft<T>(key: string, blank: T): [T, (value: T) => void] {
  const name = `mano-draft-${key}`
  const [value, setValue] = useState<T>(() => {
    try {
      return parsed<T | null>(localStorage.getItem(name)) ?? blank
    } catch {
      return blank
    }
  })
  const set = (next: T) => {
    if (JSON.stringify(next) === JSON.stringify(blank)) localStorage.removeItem(name)
    else localStorage.setItem(name, JSON.stringify(next))
    setValue(next)
  }
  return [value, set]
}
