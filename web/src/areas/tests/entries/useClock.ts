import { useEffect, useState } from 'react'
import { beep } from '../../../base/sound'
import type { Seconds } from '@mano/core/units/quantity'

/**
 * A stopwatch by the wall clock, kept in this browser: a reload in the middle goes on where it was.
 * `everyMs`: how often it is drawn.
 */
export function useClock(key: string, everyMs = 200) {
  const [started, setStarted] = useState<number | null>(() => {
    const t = Number(localStorage.getItem(key))
    return t > 0 ? t : null
  })
  const [now, setNow] = useState(() => Date.now())
  useEffect(() => {
    if (started === null) return
    const timer = setInterval(() => setNow(Date.now()), everyMs)
    return () => clearInterval(timer)
  }, [started, everyMs])
  return {
    running: started !== null,
    seconds: started === null ? 0 : Math.max(0, (now - started) / 1000),
    start: () => {
      const t = Date.now()
      localStorage.setItem(key, String(t))
      setNow(t)
      setStarted(t)
      beep(true)
    },
    /** Seconds it ran. */
    stop: () => {
      localStorage.removeItem(key)
      setStarted(null)
      beep()
      return started === null ? 0 : Math.max(0, (Date.now() - started) / 1000)
    },
  }
}

/** Runs `press` at a press of Space, unless something that takes Space has the focus. */
export function useSpace(press: () => void): void {
  useEffect(() => {
    const key = (e: KeyboardEvent) => {
      if (e.key !== ' ') return
      if (e.target instanceof Element && e.target.closest('input, button, select, textarea, a'))
        return
      e.preventDefault()
      press()
    }
    window.addEventListener('keydown', key)
    return () => window.removeEventListener('keydown', key)
  })
}

/** A tone when a running number of seconds passes a mark. */
export function useMark(seconds: Seconds, running: boolean, mark: number): void {
  const past = running && seconds >= mark
  useEffect(() => {
    if (past) beep(true)
  }, [past])
}
