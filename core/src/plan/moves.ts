import { validate } from './rules'
import { type Breach } from './rule'
import type { PlanContext } from './situation'
import type { Block, WeekPlan } from './types'

/** Breaches of a plan that another does not have, safety first. */
export function newlyBroken(plan: WeekPlan, than: WeekPlan, context: PlanContext): Breach[] {
  const key = (b: Breach): string => `${b.rule} ${b.day} ${b.says}`
  const before = new Set(validate(than, context).map(key))
  return validate(plan, context).filter((b) => !before.has(key(b)))
}

/** What the validator says of a block on each other day of the week; null: nothing new. */
export const verdicts = (plan: WeekPlan, block: Block, context: PlanContext): (Breach | null)[] =>
  [0, 1, 2, 3, 4, 5, 6].map((day) =>
    day === block.day
      ? null
      : (newlyBroken(
          { ...plan, blocks: plan.blocks.map((b) => (b.id === block.id ? { ...b, day } : b)) },
          plan,
          context,
        )[0] ?? null),
  )
