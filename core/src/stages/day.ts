import { exerciseById } from '../catalogue/exercises'
import { inOrder } from '../plan/order'
import { sessionMinutes } from '../plan/time'
import type { Block } from '../plan/types'
import type { DayFrame } from '../intake/week'
import type { Place } from '../catalogue/places'
import { addDays, daysBetween, type LocalDate } from '../units/dates'
import type { RosterCall } from './roster'
import type { Minutes } from '../units/quantity'

/** A session to come: when, where, and what its main exercises are. */
export interface NextSession {
  on: LocalDate
  /** Local HH:MM; null: no hour is set. */
  at: string | null
  minutes: Minutes
  place: Place
  /** The day's main exercises in the order they are done, at most two; the rest is counted. */
  main: { exerciseId: string; sets: number; dose: number }[]
  more: number
}

/** What a day is to an athlete: trains today, missed what was planned, or neither. */
export type DayGroup = 'today' | 'missed' | 'later'

export interface RosterDay {
  group: DayGroup
  /** Today's session is done, or begun. */
  done: boolean
  next: NextSession | null
  /** Planned sessions of this week, as they stand. */
  week: { on: LocalDate; state: 'done' | 'missed' | 'gone' | 'ahead' }[]
}

interface PlannedWeek {
  weekStart: LocalDate
  blocks: readonly Block[]
  frame: readonly DayFrame[]
}

const MAIN_MOST = 2

function sessionOn(week: PlannedWeek, day: number): NextSession {
  const own = inOrder(week.blocks.filter((b) => b.day === day))
  const leads = own.filter((b) => b.lead)
  const work = own.filter((b) => exerciseById(b.exerciseId)?.aim !== 'balance')
  const main = (leads.length > 0 ? leads : work.length > 0 ? work : own).slice(0, MAIN_MOST)
  const frame = week.frame[day]
  return {
    on: addDays(week.weekStart, day),
    at: frame?.at ?? null,
    minutes: Math.ceil(sessionMinutes(own)),
    place: frame?.place ?? 'hall',
    main: main.map(({ exerciseId, sets, dose }) => ({ exerciseId, sets, dose })),
    more: own.length - main.length,
  }
}

/**
 * What today is to an athlete. `weeks`: the planned week that holds today and the next one planned,
 * where there are such. `done`, `gone`: days with sets logged, and let go.
 */
export function rosterDay(
  weeks: readonly PlannedWeek[],
  done: readonly LocalDate[],
  gone: readonly LocalDate[],
  today: LocalDate,
): RosterDay {
  const sessions = weeks
    .flatMap((w) => [...new Set(w.blocks.map((b) => b.day))].map((day) => ({ w, day })))
    .map(({ w, day }) => ({ w, day, on: addDays(w.weekStart, day) }))
    .sort((a, b) => (a.on < b.on ? -1 : 1))
  const own = sessions.find((s) => s.on === today)
  const ahead = sessions.find((s) => s.on > today || (s.on === today && !done.includes(today)))
  const week = weeks.find((w) => w.weekStart <= today && addDays(w.weekStart, 7) > today)
  const states = sessions
    .filter((s) => s.w === week)
    .map(({ on }) => ({
      on,
      state: done.includes(on)
        ? ('done' as const)
        : on >= today
          ? ('ahead' as const)
          : gone.includes(on)
            ? ('gone' as const)
            : ('missed' as const),
    }))
  return {
    group: own ? 'today' : states.some((s) => s.state === 'missed') ? 'missed' : 'later',
    done: done.includes(today) && own !== undefined,
    next: own ? sessionOn(own.w, own.day) : ahead ? sessionOn(ahead.w, ahead.day) : null,
    week: states,
  }
}

const DAY_MINUTES = 24 * 60
/** After every session of the weeks that are looked at. */
const NEVER = 100 * DAY_MINUTES
/** Where no hour is set, the session stands at the end of its day. */
const minutesOf = (at: string | null): number =>
  at === null ? DAY_MINUTES - 1 : Number(at.slice(0, 2)) * 60 + Number(at.slice(3))

/** Minutes from the beginning of today to an athlete's next session: by when to decide. */
export const dueIn = (day: RosterDay, today: LocalDate): number =>
  day.next === null || (day.done && day.next.on === today)
    ? NEVER
    : Math.min(NEVER - 1, daysBetween(today, day.next.on) * DAY_MINUTES + minutesOf(day.next.at))

/** Places on the day's list under this train today. */
export const TODAY_UNDER = 2 * NEVER
const GROUPS: readonly DayGroup[] = ['today', 'missed', 'later']
/** Place of an athlete on the day's list: who trains today by the hour, who missed, the rest. */
export const clockOf = (day: RosterDay, today: LocalDate): number =>
  GROUPS.indexOf(day.group) * TODAY_UNDER +
  (day.group === 'today' ? minutesOf(day.next?.at ?? null) : dueIn(day, today))

/** Whether something waits for the coach's decision: an act, or a session that was missed. */
export const waitsForCoach = (call: RosterCall, day: RosterDay): boolean =>
  call.need === 'act' || (call.stage === 'floor' && day.week.some((s) => s.state === 'missed'))
