import type { Place } from '../catalogue/places'
import type { Minutes } from '../units/quantity'

import { addDays, type LocalDate } from '../units/dates'

/** One piece of other training. `at` is local, HH:MM; hand load 0 to 3. */
export interface Activity {
  what: string
  at: string
  minutes: Minutes
  handLoad: 0 | 1 | 2 | 3
  heavyPulls: boolean
  straps: boolean
}

/** A day of the athlete's usual week: other training, and what is left for grip work. */
export interface TrainingDay {
  activities: readonly Activity[]
  gripMinutes: Minutes
  gripAt: string
  place: Place
}

/** `handWork`: what job and home ask of the hands every day, 0 (desk) to 3 (heavy trade). */
export interface TrainingWeek {
  days: readonly TrainingDay[]
  handWork: 0 | 1 | 2 | 3
  handWorkNote: string
}

export const HAND_WORK = [
  { id: 0, name: 'Desk' },
  { id: 1, name: 'Care, music, light tools' },
  { id: 2, name: 'Trade' },
  { id: 3, name: 'Heavy trade, all day' },
] as const
/** Steps of a day's hand load, of work and of sport. */
export const LOADS = [0, 1, 2, 3] as const
/** Where a heavy pull of the day stands to the grip work. */
export const HEAVY_PULLS = ['none', 'before', 'after'] as const
export const HAND_LOADS = ['none', 'little', 'some', 'much'] as const

export const EMPTY_WEEK: TrainingWeek = {
  days: [0, 1, 2, 3, 4, 5, 6].map(() => ({
    activities: [],
    gripMinutes: 0,
    gripAt: '18:00',
    place: 'hall' as const,
  })),
  handWork: 0,
  handWorkNote: '',
}

const cap = (n: number): 0 | 1 | 2 | 3 => (n < 0.5 ? 0 : n < 1.5 ? 1 : n < 2.5 ? 2 : 3)

/**
 * The frame a plan works in, from the usual week: the day's worst hand load (straps take one step
 * off), one step more for work at
 * the trade's level, heavy pulls without straps before or after the grip work. Common practice, no
 * source.
 */
export function frameOfWeek(week: TrainingWeek): DayFrame[] {
  const atWork = week.handWork >= 2 ? week.handWork - 1 : 0
  return week.days.map((day, d): DayFrame => {
    const worst = Math.max(0, ...day.activities.map((a) => a.handLoad - Number(a.straps)))
    const pulls = day.activities.filter((a) => a.heavyPulls && !a.straps)
    const heavyPull =
      pulls.length === 0 ? 'none' : pulls.some((a) => a.at > day.gripAt) ? 'after' : 'before'
    return {
      ...EMPTY_DAY,
      minutes: day.gripMinutes,
      place: day.place,
      sportLoad: cap(worst + (d < 5 ? atWork : 0)),
      heavyPull,
      at: day.gripAt,
    }
  })
}

/** What a day says, whatever the order of its fields. */
const dayKey = (d: TrainingDay): string =>
  JSON.stringify([
    d.gripMinutes,
    d.gripAt,
    d.place,
    d.activities.map((x) => [x.what, x.at, x.minutes, x.handLoad, x.heavyPulls, x.straps]),
  ])

/** True when two days say the same. */
export const sameDay = (a: TrainingDay, b: TrainingDay): boolean => dayKey(a) === dayKey(b)

/** True when two weeks say the same, whatever the order of their fields. */
export function sameWeek(a: TrainingWeek, b: TrainingWeek): boolean {
  const key = (w: TrainingWeek) => JSON.stringify([w.handWork, w.handWorkNote, w.days.map(dayKey)])
  return key(a) === key(b)
}

/** A frame with the week's competitions in it: no grip work that day. */
export const withCompetitions = (
  frame: readonly DayFrame[],
  weekStart: LocalDate,
  events: readonly { on: LocalDate }[],
): DayFrame[] =>
  frame.map((d, i) =>
    events.some((e) => e.on === addDays(weekStart, i))
      ? { ...d, competition: true, minutes: 0 }
      : d,
  )

/** Changes of a profile between two records, in words: `level: trained to advanced`. */
export function profileChanges(
  before: Readonly<Record<string, unknown>>,
  after: Readonly<Record<string, unknown>>,
  names: Readonly<Record<string, string>>,
): string[] {
  const say = (v: unknown): string =>
    v === null || v === undefined || v === ''
      ? 'empty'
      : Array.isArray(v)
        ? v.join(', ') || 'none'
        : typeof v === 'boolean'
          ? v
            ? 'yes'
            : 'no'
          : typeof v === 'string' || typeof v === 'number'
            ? String(v)
            : JSON.stringify(v)
  return Object.entries(names).flatMap(([key, name]) =>
    say(before[key]) === say(after[key])
      ? []
      : [`${name}: ${say(before[key])} to ${say(after[key])}`],
  )
}

/** What a day leaves for grip work. */
export interface DayFrame {
  /** Minutes for grip work, warm-up included; 0: no session. */
  minutes: Minutes
  place: Place
  /** How much the day's other training and work load the hands, 0 to 3. */
  sportLoad: 0 | 1 | 2 | 3
  /** A heavy pull that day, before or after the grip work. */
  heavyPull: 'none' | 'before' | 'after'
  competition: boolean
  /** When hand work begins that day, local HH:MM; absent: the usual hour. */
  at?: string | undefined
}

export const DAY_NAMES = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'] as const

export const EMPTY_DAY: DayFrame = {
  minutes: 0,
  place: 'hall',
  sportLoad: 0,
  heavyPull: 'none',
  competition: false,
}
