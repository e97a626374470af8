import { must } from './must'
/** Local calendar dates as `YYYY-MM-DD`; no clock in here: today always comes in as an argument. */
export type LocalDate = string

const DAY_MS = 86_400_000
const read = (d: LocalDate): number =>
  Date.UTC(Number(d.slice(0, 4)), Number(d.slice(5, 7)) - 1, Number(d.slice(8, 10)))

/**
 * A record names the same few hundred days again and again: what was worked out for them is kept,
 * up to some ten years of days.
 */
const MOST_KEPT = 4096
function kept<K, T>(work: (d: K) => T): (d: K) => T {
  const known = new Map<K, T>()
  return (d) => {
    const found = known.get(d)
    if (found !== undefined) return found
    if (known.size >= MOST_KEPT) known.clear()
    const value = work(d)
    known.set(d, value)
    return value
  }
}
const ms = kept(read)

const [FIRST_MS, LAST_MS] = [Date.parse('0001-01-01T00:00:00Z'), Date.parse('9999-12-31T00:00:00Z')]

/** True for an existing calendar date written `YYYY-MM-DD`. */
export const isLocalDate = (text: string): boolean =>
  /^\d{4}-\d{2}-\d{2}$/.test(text) && new Date(ms(text)).toISOString().slice(0, 10) === text

/**
 * True for a calendar date of the years 1900 to 2100: what a record may be of, and what is reckoned
 * with.
 */
export const isRecordDate = (text: string): boolean =>
  isLocalDate(text) && text >= '1900-01-01' && text < '2101-01-01'

/** Whole days from one date to a later one; negative when it is earlier. */
export const daysBetween = (from: LocalDate, to: LocalDate): number =>
  Math.round((ms(to) - ms(from)) / DAY_MS)

/**
 * The date some days later, or earlier; refuses what leaves the years 0001 to 9999, where dates no
 * longer sort as texts.
 */
export function addDays(d: LocalDate, days: number): LocalDate {
  const at = ms(d) + days * DAY_MS
  if (!(at >= FIRST_MS && at <= LAST_MS))
    throw new RangeError(`${d} and ${days} days is no date of four digits`)
  return new Date(at).toISOString().slice(0, 10)
}

/**
 * Age in whole years; the birthday itself counts (29 February counts from 1 March in other years).
 */
export function ageOn(birth: LocalDate, on: LocalDate): number {
  const years = Number(on.slice(0, 4)) - Number(birth.slice(0, 4))
  return on.slice(5) < birth.slice(5) ? years - 1 : years
}

/** Months as screens write them. */
export const MONTHS = [
  'Jan',
  'Feb',
  'Mar',
  'Apr',
  'May',
  'Jun',
  'Jul',
  'Aug',
  'Sep',
  'Oct',
  'Nov',
  'Dec',
]
const DAYS = ['Sun', 'Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat']

/** `8 Oct`, with the year when it is not this one or asked for; `Thu 8 Oct` with `weekday`. */
export function formatDate(
  d: LocalDate,
  today: LocalDate,
  options: { weekday?: boolean; year?: boolean } = {},
): string {
  const weekday = options.weekday ? `${DAYS[new Date(ms(d)).getUTCDay()]} ` : ''
  const year = !options.year && d.slice(0, 4) === today.slice(0, 4) ? '' : ` ${d.slice(0, 4)}`
  return `${weekday}${Number(d.slice(8))} ${MONTHS[Number(d.slice(5, 7)) - 1]}${year}`
}

/** A year of two digits lies in this century up to here, else in the last. */
const CENTURY_FROM = 50

/**
 * A day as somebody types it: `2026-10-08`, `8 Oct 2026`, `Oct 8, 2026`, `8/10/2026`, `8.10.26`;
 * of two numbers the day stands before the month, or after it where `monthFirst`. Null: no such
 * day.
 */
export function readDay(text: string, monthFirst = false): LocalDate | null {
  const t = text.trim()
  if (isLocalDate(t)) return t
  const m = /^(\d{1,2}|[a-z]{3,9})\.?[\s./-]+(\d{1,2}|[a-z]{3,9})[.,]?[\s./-]+(\d{4}|\d{2})$/i.exec(
    t,
  )
  if (!m) return null
  const [first, second, year] = [must(m[1]), must(m[2]), must(m[3])]
  const named = (x: string) => /[a-z]/i.test(x)
  if (named(first) && named(second)) return null
  const turned = named(first) || (monthFirst && !named(second))
  const [day, of] = turned ? [second, first] : [first, second]
  const month = named(of)
    ? 1 + MONTHS.findIndex((x) => of.toLowerCase().startsWith(x.toLowerCase()))
    : Number(of)
  const century = year.length === 4 ? '' : Number(year) < CENTURY_FROM ? '20' : '19'
  const two = (n: number) => String(n).padStart(2, '0')
  const read = `${century}${year}-${two(month)}-${two(Number(day))}`
  return isLocalDate(read) ? read : null
}

/** Since then clocks of all zones differ by whole quarters of an hour. */
const QUARTERS = { since: Date.UTC(1973, 0, 1), ms: 900_000 }
/** The days of a zone, each quarter of an hour worked out once: a calendar is costly. */
const calendarOf = kept((timeZone: string) => {
  const calendar = new Intl.DateTimeFormat('en-CA', {
    timeZone,
    year: 'numeric',
    month: '2-digit',
    day: '2-digit',
  })
  const ofQuarter = kept((n: number) => calendar.format(n * QUARTERS.ms))
  return (at: number): LocalDate =>
    at >= QUARTERS.since ? ofQuarter(Math.floor(at / QUARTERS.ms)) : calendar.format(at)
})

/** Calendar date of an instant in a time zone (IANA name); refuses an instant that is none. */
export const localDateOf = (instant: Date, timeZone: string): LocalDate =>
  calendarOf(timeZone)(instant.getTime())

/** The Monday on or before a day. */
export const weekStartOf = kept((d: LocalDate) =>
  addDays(d, -(((daysBetween('2024-01-01', d) % 7) + 7) % 7)),
)
