import type { FormEvent } from 'react'

/** Does what a press asked for once the press has been answered by a picture. */
export const afterPaint = (act: () => void): void =>
  void requestAnimationFrame(() => setTimeout(act))

const waiting = new WeakSet<EventTarget>()

/** For a form: what is sent is worked out after the press is answered, once for two presses. */
export const submits = (act: () => void) => (e: FormEvent<HTMLFormElement>) => {
  e.preventDefault()
  const form = e.currentTarget
  if (waiting.has(form)) return
  waiting.add(form)
  afterPaint(() => {
    waiting.delete(form)
    act()
  })
}
