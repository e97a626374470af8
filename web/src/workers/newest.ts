/**
 * Does `act` for the newest of what came while something else was done: older ones nobody waits
 * for any more.
 */
export function newest<T>(act: (one: T) => void): (one: T) => void {
  let due: { one: T } | null = null
  return (one) => {
    if (due) {
      due.one = one
      return
    }
    const own = (due = { one })
    setTimeout(() => {
      due = null
      act(own.one)
    })
  }
}
