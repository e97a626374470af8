import type { Highs } from 'highs'
import { conflictOf, type Clash } from './conflict'
import { contextOf, type WeekProblem } from './problem'
import { validate } from './rules'
import { solveWeek, type Solved } from './solve'
import type { WeekPlan } from './types'

export type Resolved =
  | {
      ok: true
      plan: WeekPlan
      /** Days the search was let loose on. */ days: readonly number[]
      solved: Extract<Solved, { ok: true }>
    }
  | { ok: false; clashes: Clash[] }

const ALL = [0, 1, 2, 3, 4, 5, 6] as const
/** A small search for each day, a larger one for the week. */
const NEAR = { gap: 0.005, iterations: 4_000 } as const
const WEEK = { gap: 0.02, iterations: 12_000 } as const

/**
 * Plans anew after an edit (a pin, a ban, a move put into the problem's terms): first only the days
 * it touches, then two days to either
 * side, then the week, each staying near the plan as it was; the first in which all rules hold.
 * Only then says what clashes.
 */
export function resolveAround(
  highs: Highs,
  p: WeekProblem,
  plan: WeekPlan,
  touched: readonly number[],
  newId?: () => string,
): Resolved {
  const near: WeekProblem = { ...p, near: { blocks: plan.blocks, weight: 1 } }
  const wider = ALL.filter((d) => touched.some((t) => Math.abs(t - d) <= 2))
  for (const [days, effort] of [
    [touched, NEAR],
    [wider, NEAR],
    [ALL, WEEK],
  ] as const) {
    const solved = solveWeek(highs, near, { ...effort, start: plan, days, ...(newId && { newId }) })
    if (solved.ok && validate(solved.plan, contextOf(p)).length === 0)
      return { ok: true, plan: solved.plan, days, solved }
  }
  return { ok: false, clashes: conflictOf(highs, p) ?? [] }
}
