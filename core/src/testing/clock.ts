/**
 * A device's clock that differs by more than this is odd, ms; what comes later than this after it
 * was done is late, ms.
 */
const ODD_CLOCK_MS = 5 * 60_000
const LATE_MS = 20 * 3_600_000
/** What is said to be older than this was not done then: the clock was wrong, days. */
const OLDEST_DAYS = 400

const HOUR_MS = 3_600_000
const DAY_MS = 24 * HOUR_MS

/**
 * When something was done that a device noted at `deviceAt` by its own clock, which was `clockMs`
 * ahead of the server's when it sent it (null: not
 * said). Never in the future; what would be older than 400 days counts as of now. All instants ms.
 */
export function doneAt(deviceAt: number | null, clockMs: number | null, now: number): number {
  if (deviceAt === null || !Number.isFinite(deviceAt)) return now
  const at = deviceAt - (clockMs ?? 0)
  return at > now || now - at > OLDEST_DAYS * DAY_MS ? now : at
}

const plural = (n: number, word: string): string => `${n} ${word}${n === 1 ? '' : 's'}`

const span = (ms: number): string => {
  const days = Math.round(ms / DAY_MS)
  if (days >= 1) return plural(days, 'day')
  const hours = Math.round(ms / HOUR_MS)
  return hours >= 1 ? plural(hours, 'hour') : plural(Math.round(ms / 60_000), 'minute')
}

/** What is odd about when a record came, in words; null where nothing is. Instants ms. */
export function oddArrival(done: number, received: number, clockMs: number | null): string | null {
  const says = [
    received - done > LATE_MS && `Came ${span(received - done)} after it was done.`,
    clockMs !== null &&
      Math.abs(clockMs) > ODD_CLOCK_MS &&
      `The device\u2019s clock was ${span(Math.abs(clockMs))} ` +
        `${clockMs > 0 ? 'ahead' : 'behind'}; the time is set right.`,
  ].filter((x) => x !== false)
  return says.length === 0 ? null : says.join(' ')
}
