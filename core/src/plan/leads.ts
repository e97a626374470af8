import { briefOf } from './brief'
import { mainOf } from './faults'
import type { WeekProblem } from './problem'
import type { WeekPlan } from './types'

/** Marks the main exercise of each day. */
export function withLeads(plan: WeekPlan, p: WeekProblem): WeekPlan {
  const brief = briefOf(p)
  const leads = new Set(
    [0, 1, 2, 3, 4, 5, 6].map(
      (d) =>
        mainOf(
          plan.blocks.filter((b) => b.day === d),
          brief,
        )?.id,
    ),
  )
  return {
    ...plan,
    blocks: plan.blocks.map((b) => {
      if (leads.has(b.id)) return { ...b, lead: true }
      const rest = { ...b }
      delete rest.lead
      return rest
    }),
  }
}
