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
export const SPORT_STRESS: Partial<Record<TissueId, number>> = { finger_flexors: 3, skin: 1, shoulder: 1 }

/** Stress in one set from which a hard block makes a hard day of that tissue. */
export const HARD_STRESS = 2
/** Days from one hard day of a tissue to the next (48 h). */
export const HARD_GAP_DAYS = 2
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
/** Minutes kept for warm-up and closing in every session. */
export const WARM_UP_MIN = 5
export const CLOSE_MIN = 2
/** Effective sets a week aimed at, by importance in the sport. */
export const WEEKLY_SETS = [0, 0, 2, 4, 6, 8] as const
/** Seconds a repetition, metre or trip takes. */
export const SECONDS_EACH = { s: 1, reps: 3, m: 1.2, trips: 30 } as const
