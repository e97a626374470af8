/** Keys that come sooner after each other are read as one beginning. */
const TOGETHER_MS = 800

/**
 * Which of a list's names a typed key goes to, as a list of the browser does: names beginning with
 * what was typed since the last pause; the same letter again goes to the next of them.
 */
export function typeAhead(nowMs: () => number) {
  let typed = ''
  let last = -Infinity
  return (key: string, names: readonly string[], at: number): number => {
    const now = nowMs()
    typed = now - last > TOGETHER_MS ? key.toLowerCase() : typed + key.toLowerCase()
    last = now
    const again = [...typed].every((c) => c === typed[0])
    const sought = again ? typed.slice(0, 1) : typed
    const from = again ? at + 1 : Math.max(at, 0)
    const order = names.map((_, i) => (from + i) % names.length)
    return order.find((i) => names[i]?.toLowerCase().startsWith(sought)) ?? -1
  }
}
