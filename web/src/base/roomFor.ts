import type { CSSProperties } from 'react'

/** What parts a list of choices from its field. */
const APART_PX = 8
/** The height of a list at the most. */
export const LIST_MAX_PX = 220

/** Where a field's list stands: below it, or above it where only there is room; as wide as it. */
export function roomFor(field: Element): CSSProperties {
  const { top, bottom, left, width } = field.getBoundingClientRect()
  const { clientHeight } = document.documentElement
  const below = clientHeight - bottom
  const above = below < LIST_MAX_PX + APART_PX && top > below
  return {
    display: 'block',
    position: 'fixed',
    left,
    width,
    ...(above
      ? { top: 'auto', bottom: clientHeight - top + APART_PX }
      : { top: bottom + APART_PX, bottom: 'auto' }),
  }
}
