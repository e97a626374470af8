import type { Highs } from 'highs'
import type { WeekProblem } from './problem'
import { solveWeek, type Solved } from './solve'
import type { WeekPlan } from './types'

/** Effort of a search a coach waits for: by iterations, never by the clock. */
export const IMPROVE = { gap: 0.01, iterations: 60_000 } as const

/** A draft after the search; the draft itself where the search finds no plan. */
export function improveWeek(
  highs: Highs,
  p: WeekProblem,
  draft: WeekPlan,
  newId: () => string,
): { plan: WeekPlan; solved: Solved } {
  const solved = solveWeek(highs, p, { ...IMPROVE, start: draft, newId })
  return { plan: solved.ok ? solved.plan : draft, solved }
}
