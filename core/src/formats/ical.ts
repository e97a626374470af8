import type { Minutes } from '../units/quantity'
import { must } from '../units/must'

/** One entry of a calendar: all of a day, or from a local hour on. */
export interface CalendarEvent {
  uid: string
  /** Local day. */ on: string
  /** Local HH:MM; null: the whole day. */ at: string | null
  minutes: Minutes
  title: string
  text: string
  where: string
  /** Counts up with each change, so that a calendar takes the newer. */ sequence: number
}

const escape = (text: string): string =>
  text.replace(/\\/g, '\\\\').replace(/;/g, '\\;').replace(/,/g, '\\,').replace(/\r?\n/g, '\\n')
const compact = (iso: string): string => iso.replace(/[-:]/g, '')
const nextDay = (on: string): string =>
  new Date(Date.parse(`${on}T00:00:00Z`) + 86_400_000).toISOString().slice(0, 10)

/** Lines are folded at 75 octets, never inside a character (RFC 5545, 3.1). */
export function foldLine(line: string): string {
  const bytes = (c: string): number => {
    const p = must(c.codePointAt(0))
    return p < 0x80 ? 1 : p < 0x800 ? 2 : p < 0x10000 ? 3 : 4
  }
  let out = ''
  let used = 0
  for (const c of line) {
    if (used + bytes(c) > 75) {
      out += '\r\n '
      used = 1
    }
    out += c
    used += bytes(c)
  }
  return out
}

/**
 * A calendar file by RFC 5545: CRLF, folded lines, a stable UID for each entry. Times are local
 * wall-clock times of the named zone, whose rules
 * the reader knows by its name (`tz`, an IANA name). `stamp`: the instant it is made, ISO, UTC.
 */
export function calendar(
  name: string,
  events: readonly CalendarEvent[],
  tz: string,
  stamp: string,
): string {
  const now = `${compact(stamp.slice(0, 19))}Z`
  const lines = [
    'BEGIN:VCALENDAR',
    'VERSION:2.0',
    'PRODID:-//Mano//Plan//EN',
    'CALSCALE:GREGORIAN',
    'METHOD:PUBLISH',
    `X-WR-CALNAME:${escape(name)}`,
    `X-WR-TIMEZONE:${tz}`,
    ...events.flatMap((e) => [
      'BEGIN:VEVENT',
      `UID:${e.uid}`,
      `DTSTAMP:${now}`,
      `SEQUENCE:${e.sequence}`,
      ...(e.at === null
        ? [`DTSTART;VALUE=DATE:${compact(e.on)}`, `DTEND;VALUE=DATE:${compact(nextDay(e.on))}`]
        : [
            `DTSTART;TZID=${tz}:${compact(e.on)}T${compact(e.at)}00`,
            `DURATION:PT${Math.max(1, Math.round(e.minutes))}M`,
          ]),
      `SUMMARY:${escape(e.title)}`,
      ...(e.text ? [`DESCRIPTION:${escape(e.text)}`] : []),
      ...(e.where ? [`LOCATION:${escape(e.where)}`] : []),
      'END:VEVENT',
    ]),
    'END:VCALENDAR',
  ]
  return lines.map((l) => `${foldLine(l)}\r\n`).join('')
}
