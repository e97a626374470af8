import type { RosterRow } from '@mano/contract/athletes'
import { dueIn } from '@mano/core/stages/day'
import { daysBetween, formatDate } from '@mano/core/units/dates'
import { formatDuration } from '@mano/core/units/format'
import { must } from '@mano/core/units/must'

/** Local time of an instant as minutes of its day. */
export function minutesAt(instant: string, timeZone: string): number {
  const [h, m] = new Intl.DateTimeFormat('en-GB', {
    timeZone,
    hour: '2-digit',
    minute: '2-digit',
    hourCycle: 'h23',
  })
    .format(new Date(instant))
    .split(':')
    .map(Number)
  return 60 * must(h) + must(m)
}

/** By when something must be decided: before the next session. */
export function byWhen(
  row: RosterRow,
  today: string,
  nowMin: number,
): { by: string; left: string | null } {
  const next = row.day.next
  if (!next || (row.day.done && next.on === today))
    return { by: 'No session is planned', left: null }
  if (next.on !== today) {
    const days = daysBetween(today, next.on)
    return {
      by: `By ${formatDate(next.on, today, { weekday: true })}`,
      left: days === 1 ? 'tomorrow' : `in ${days} days`,
    }
  }
  if (next.at === null) return { by: 'Before today\u2019s session', left: null }
  const left = dueIn(row.day, today) - nowMin
  return {
    by: `By ${next.at}`,
    left: left > 0 ? `in ${formatDuration(60 * left)}` : 'the hour has come',
  }
}

/** What the coach does about a row, as its button says. */
export const actWord = (row: RosterRow): string =>
  row.call.stage === 'floor' &&
  !row.call.alarm &&
  row.day.group !== 'today' &&
  row.day.week.some((w) => w.state === 'missed')
    ? 'Move it or skip it'
    : row.call.action
