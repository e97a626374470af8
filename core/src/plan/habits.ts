import type { Wish, Wishes } from '../catalogue/tiers'
import type { LocalDate } from '../units/dates'
import type { Block, CoachTerms } from './types'

/** The reason a block carries that a coach put there by hand. */
export const ADDED = 'Added by the coach.'

/** Weeks looked at, and in how many of them it was done before it is asked: own rule, no source. */
export const HABIT = { weeks: 6, times: 3 } as const

/** What a coach did by hand again and again, to be offered as their wish. */
export interface Habit {
  exerciseId: string
  wish: Wish
  weeks: number
  of: number
}

/**
 * Exercises that a coach added, or took out, by hand in at least three of the newest six weeks
 * saved for an athlete, each once, most often first; what is wished already is not asked. `asked`:
 * the day each was answered last: what was done before it does not count.
 */
export function habitsOf(
  versions: readonly {
    weekStart: LocalDate
    blocks: readonly Block[]
    terms: CoachTerms
  }[],
  wishes: Wishes,
  asked: Readonly<Record<string, LocalDate>> = {},
): Habit[] {
  const weeks = [...versions]
    .sort((a, b) => (a.weekStart < b.weekStart ? 1 : -1))
    .slice(0, HABIT.weeks)
  const counts = new Map<string, Habit>()
  const count = (exerciseId: string, wish: Wish, weekStart: LocalDate) => {
    if (weekStart <= (asked[exerciseId] ?? '')) return
    const key = `${wish} ${exerciseId}`
    const was = counts.get(key)
    counts.set(key, { exerciseId, wish, weeks: (was?.weeks ?? 0) + 1, of: weeks.length })
  }
  for (const w of weeks) {
    const there = new Set(w.blocks.map((b) => b.exerciseId))
    const added = w.blocks.filter((b) => b.reason === ADDED).map((b) => b.exerciseId)
    for (const id of new Set(added)) count(id, 'favourite', w.weekStart)
    // A ban is carried on from week to week; what was done by hand is noted where it was done.
    for (const id of new Set(w.terms.removed)) if (!there.has(id)) count(id, 'avoid', w.weekStart)
  }
  return [...counts.values()]
    .filter((h) => h.weeks >= HABIT.times && wishes[h.exerciseId] === undefined)
    .sort((a, b) => b.weeks - a.weeks)
}
