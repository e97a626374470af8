import type { KeyboardEvent } from 'react'

/**
 * Arrow keys go through the things of a list: the focus moves to the one before or after, and stays
 * at either end. `of` says which things; gives the one it went to.
 */
export function stepBy(
  e: KeyboardEvent<HTMLElement>,
  of: string,
  keys: readonly [string, string] = ['ArrowUp', 'ArrowDown'],
): HTMLElement | null {
  const step = e.key === keys[1] ? 1 : e.key === keys[0] ? -1 : 0
  if (!step) return null
  const all = [...e.currentTarget.querySelectorAll<HTMLElement>(of)]
  const next = all[all.findIndex((x) => x === document.activeElement) + step]
  if (!next) return null
  e.preventDefault()
  next.focus()
  return next
}
