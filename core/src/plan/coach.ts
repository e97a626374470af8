import { settingsFor } from './schools'
import type { WeekProblem } from './problem'
import type { PlanContext } from './situation'
import { termsOf } from './situation'
import type { Block, CoachTerms, DayFrame, Pin, WeekTerms } from './types'

/** Blocks a coach has pinned, as the planner is told. */
export const pinsOf = (blocks: readonly Block[]): Pin[] => blocks.filter((b) => b.pinned).map((b) => ({ exerciseId: b.exerciseId, day: b.day, sets: b.sets }))

const own = (terms: WeekTerms, coach: CoachTerms, blocks: readonly Block[]): WeekTerms => ({ ...terms, settings: coach.settings, bans: coach.bans, pins: pinsOf(blocks) })

/** A week's problem with the coach's own terms: days, schools, what is out, what is pinned. */
export const withCoach = (p: WeekProblem, frame: readonly DayFrame[], coach: CoachTerms, blocks: readonly Block[]): WeekProblem => ({ ...p, frame, terms: own(p.terms, coach, blocks) })

/** What the validator judges by, with the coach's own terms. Pins are kept by the blocks themselves and need no rule. */
export const judgedWith = (c: PlanContext, coach: CoachTerms): PlanContext => ({ ...c, terms: own(termsOf(c), coach, []) })

/** The choice in force for a school this week. */
export const choiceOf = (p: WeekProblem, id: string) => settingsFor(p.terms.settings, p.wants, p.frame)[id]
