import type { TissueId } from '../catalogue/tissues'

/** Figures of the plan's rules: practice estimates, no source. */

/** Stress (sets x 1 to 3, a hand) a tissue takes in a day and a week. */
export const TISSUE_BUDGET: Record<TissueId, { day: number; week: number }> = {
  finger_flexors: { day: 32, week: 96 },
  thumb: { day: 20, week: 56 },
  elbow_medial: { day: 14, week: 40 },
  elbow_lateral: { day: 20, week: 60 },
  wrist: { day: 16, week: 44 },
  rotators: { day: 16, week: 44 },
  skin: { day: 12, week: 36 },
  shoulder: { day: 16, week: 44 },
}

/** Stress a level of the day's sport load adds. */
export const SPORT_STRESS: Partial<Record<TissueId, number>> = {
  finger_flexors: 3,
  skin: 1,
  shoulder: 1,
}

/** Stress in one set from which a hard block makes a hard day of that tissue. */
export const HARD_STRESS = 2
/** Hours from the start of one hard day of a tissue to the next. */
export const HARD_GAP_HOURS = 48
/** When hand work begins where nobody says. */
export const USUAL_HOUR = 17
export const HARD_DAYS_A_WEEK = 2
/** From so many hard sport days a week only the tissue budgets speak for the fingers. */
export const SPORT_HARD_DAYS = 4
export const QUALITIES_A_DAY = 3
export const EARLY_A_DAY = 2
export const FINISHERS_A_DAY = 1
export const SAME_BLOCK_A_WEEK = 2
export const EXTENSION_DAYS = 2
/** Growth of hand load from week to week. */
export const GROWTH = 1.12
/** Weight of a set in hand load by level. */
export const LEVEL_WEIGHT = { light: 0.3, moderate: 0.7, hard: 1 } as const
/**
 * Stress on the finger flexors of a day's heavy pull, without straps and with straps on the top
 * sets.
 */
export const PULL_STRESS = { a: 6, b: 2 } as const
/** Hand load of a deload week against the reference, and of a day in a taper. */
export const DELOAD = 0.6
/** Share of last week's load for hands that were flat twice in a row. */
export const FLAT_SHARE = 0.9
/** Days from the Monday to an event that make a week one of few sets. */
export const QUIET_WEEK_DAYS = 6
/** Every so many weeks a deload. */
export const DELOAD_EACH = 4
/**
 * Share of last week's planned load that growth is measured from at the least, so that one missed
 * session does not pull all later weeks down.
 */
export const PLANNED_FLOOR = 0.9
/** How much of the price of change a new week pays against the week before. */
export const NEAR_LAST_WEEK = 0.6
/**
 * What a week may lose, as a share of its points, when one accessory makes room after a deload, and
 * how many are looked at.
 */
export const LOSES = 0.05
export const ROTATES_TRIED = 3
export const TAPER_SHARE = 0.5
/** Days before an event that taper, those on which a hard day is kept, and the most such days. */
export const TAPER_DAYS = 9
export const TAPER_HARD = { from: 4, to: 6, days: 1 } as const
/** Minutes that a week away leaves of a day with time for grip work. */
export const AWAY_MIN = 20
/** A dose of so many sets is of very short holds and counts half. */
export const SHORT_SETS = 8
/** Days of wrist extension where it is done short and often. */
export const OFTEN_DAYS = 5
/** Share of a best single lift a set is done with, by aim, where no hold time says it. */
export const LOAD_SHARE = {
  max: 0.9,
  size: 0.65,
  sustained: 0.5,
  repeated: 0.6,
  reactive: 0.4,
  balance: 0.2,
  prepare: 0.1,
  close: 0.1,
} as const
/** A hold is loaded as if it were so much longer, so that something is left. */
export const HOLD_MARGIN = 1.25
/** Minutes kept for warm-up and closing in every session. */
export const WARM_UP_MIN = 5
export const CLOSE_MIN = 2
/** Seconds a repetition, metre or trip takes. */
export const SECONDS_EACH = { s: 1, reps: 3, m: 1.2, trips: 30 } as const
