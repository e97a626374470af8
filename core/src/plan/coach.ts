import { settingsFor } from './schools'
import type { WeekProblem } from './problem'
import { type PlanContext, termsOf } from './situation'
import type { Block, CoachTerms, Pin, WeekPlan, WeekTerms } from './types'
import type { DayFrame } from '../intake/week'

/** Blocks a coach has pinned, as the planner is told. */
export const pinsOf = (blocks: readonly Block[]): Pin[] =>
  blocks
    .filter((b) => b.pinned)
    .map((b) => ({ exerciseId: b.exerciseId, day: b.day, sets: b.sets }))

const own = (terms: WeekTerms, coach: CoachTerms, blocks: readonly Block[]): WeekTerms => ({
  ...terms,
  settings: coach.settings,
  bans: coach.bans,
  pins: pinsOf(blocks),
  // A taper is a week like any other but for its events, which are told apart from it.
  kind: coach.kind === undefined || coach.kind === 'taper' ? 'ordinary' : coach.kind,
  tests: coach.tests ? { minutes: coach.tests.minutes } : null,
})

/** A week's problem with the coach's own terms: days, schools, what is out, what is pinned. */
export const withCoach = (
  p: WeekProblem,
  frame: readonly DayFrame[],
  coach: CoachTerms,
  blocks: readonly Block[],
): WeekProblem => ({ ...p, frame, terms: own(p.terms, coach, blocks) })

/**
 * What the validator judges by, with the coach's own terms. Pins are kept by the blocks themselves
 * and need no rule.
 */
export const judgedWith = (c: PlanContext, coach: CoachTerms): PlanContext => ({
  ...c,
  terms: own(termsOf(c), coach, []),
})

/** A week as its version holds it: the tests stand in the coach's terms. */
export const weekOf = (
  weekStart: string,
  frame: readonly DayFrame[],
  blocks: readonly Block[],
  coach: CoachTerms,
): WeekPlan => ({ weekStart, frame, blocks, testDay: coach.tests?.day ?? null })

/** The coach's terms after a week was planned: its tests stand where the plan put them. */
export const withTestDay = (coach: CoachTerms, testDay: number | null | undefined): CoachTerms =>
  coach.tests ? { ...coach, tests: { ...coach.tests, day: testDay ?? null } } : coach

/** The choice in force for a school this week. */
export const choiceOf = (p: WeekProblem, id: string) =>
  settingsFor(p.terms.settings, p.wants, p.frame)[id]
