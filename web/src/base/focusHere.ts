/**
 * Puts the focus where the next act is, but never out of a dialog the coach is typing in: what
 * comes
 * late must not take the keys.
 */
export function focusHere(el: HTMLElement | null): void {
  if (el && !document.activeElement?.closest('[role="dialog"]')) el.focus()
}
