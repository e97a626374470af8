import { useEffect, type RefObject } from 'react'

const TAKES_TEXT =
  'input:not([type=checkbox], [type=radio], [type=range], [readonly]), textarea, ' +
  '[contenteditable=true]'

/**
 * A digit typed while no field has the focus goes into this box: no number is lost, wherever the
 * last tap left the focus. Not behind a dialog.
 */
export function useTypedHere(box: RefObject<HTMLInputElement | null>): void {
  useEffect(() => {
    const heard = (e: KeyboardEvent) => {
      const at = document.activeElement
      if (!box.current || e.ctrlKey || e.metaKey || e.altKey || !/^[0-9.,]$/.test(e.key)) return
      if (at?.matches(TAKES_TEXT) || document.querySelector('[role=dialog]')) return
      // The key itself then goes where the focus is.
      box.current.focus()
    }
    window.addEventListener('keydown', heard, true)
    return () => window.removeEventListener('keydown', heard, true)
  }, [box])
}
