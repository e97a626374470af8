import { useEffect } from 'react'
import { beep } from '../../base/sound'
import { useFloor } from './store'

/**
 * A word said aloud where the browser has a voice and the coach wants it; a beep in any case,
 * unless sound is off.
 */
export function cue(word: string, high = false): void {
  const { sound, voice } = useFloor.getState()
  if (sound) beep(high)
  if (!voice || !('speechSynthesis' in window)) return
  try {
    speechSynthesis.cancel()
    const said = new SpeechSynthesisUtterance(word)
    said.lang = 'en'
    said.rate = 1.1
    speechSynthesis.speak(said)
  } catch {
    /* No voice here: the screen says it. */
  }
}

/**
 * Keeps the screen on while a session runs, where the browser can; it lets go of it when hidden, so
 * it is asked for again.
 */
export function useAwake(on: boolean): void {
  useEffect(() => {
    if (!on || !('wakeLock' in navigator)) return
    let lock: WakeLockSentinel | null = null
    let over = false
    const ask = () =>
      void navigator.wakeLock.request('screen').then(
        (l) => {
          if (over) void l.release()
          else lock = l
        },
        () => undefined,
      )
    const seen = () => {
      if (document.visibilityState === 'visible') ask()
    }
    ask()
    document.addEventListener('visibilitychange', seen)
    return () => {
      over = true
      document.removeEventListener('visibilitychange', seen)
      void lock?.release().catch(() => undefined)
    }
  }, [on])
}
