/** What parts a list of choices from its field. */
const APART_PX = 8
/** The height of a list at the most. */
export const LIST_MAX_PX = 220

/** Beside the longest choice: the margins of the list and its bar. */
const BESIDE_PX = 50

/**
 * Where a field's list stands: below it, or above it where only there is room; as wide as it, or
 * as its longest choice, if the page has the room.
 */
export function roomFor(field: Element) {
  const { top, bottom, left, width } = field.getBoundingClientRect()
  const { clientHeight, clientWidth } = document.documentElement
  const longest = Number(getComputedStyle(field).getPropertyValue('--longest')) || 0
  const below = clientHeight - bottom
  const room = clientWidth - left - APART_PX
  const above = below < LIST_MAX_PX + APART_PX && top > below
  return {
    display: 'block',
    position: 'fixed' as const,
    left: `${left}px`,
    width: `max(${width}px, min(${longest}ch + ${BESIDE_PX}px, ${room}px))`,
    ...(above
      ? { top: 'auto', bottom: `${clientHeight - top + APART_PX}px` }
      : { top: `${bottom + APART_PX}px`, bottom: 'auto' }),
  }
}
