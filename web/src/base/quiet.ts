/** So long nothing was pressed before heavy work begins beside the page, ms; own choice. */
const QUIET_MS = 600
let pressed = -Infinity
for (const press of ['pointerdown', 'keydown'])
  addEventListener(press, () => (pressed = performance.now()), { capture: true, passive: true })

/**
 * Does it once the hands rest, at once where they do: what a machine of two processors works out
 * beside the page keeps the picture waiting that answers the next press. Gives what calls it off.
 */
export function whenQuiet(act: () => void): () => void {
  let timer: ReturnType<typeof setTimeout> | undefined
  const look = () => {
    const left = pressed + QUIET_MS - performance.now()
    if (left <= 0) act()
    else timer = setTimeout(look, left)
  }
  look()
  return () => clearTimeout(timer)
}

/** As if nothing had been pressed yet: each test begins so. */
export const untouched = (): void => void (pressed = -Infinity)
