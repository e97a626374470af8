import { addDays, daysBetween, type LocalDate } from '../units/dates'
import { TAPER_DAYS, TAPER_HARD } from './practice'
import type { WeekTerms } from './types'

// The days before an event.

/** Days from a day of the week to the next event within the taper, from 1; null: none near. */
export function eventGap(weekStart: LocalDate, day: number, terms: WeekTerms): number | null {
  const gaps = terms.events
    .map((e) => daysBetween(addDays(weekStart, day), e))
    .filter((g) => g >= 1 && g <= TAPER_DAYS)
  return gaps.length === 0 ? null : Math.min(...gaps)
}

/** Whether a day of a taper may be hard. */
export function taperHardOn(weekStart: LocalDate, day: number, terms: WeekTerms): boolean {
  const gap = eventGap(weekStart, day, terms)
  return gap !== null && gap >= TAPER_HARD.from && gap <= TAPER_HARD.to
}
