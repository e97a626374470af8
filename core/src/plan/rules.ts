import { exerciseById } from '../catalogue/exercises'
import { type LocalDate } from '../units/dates'
import { days, hardTissues, type Breach, type Item, type Rule, type Seen } from './rule'
import { HAND_RULES } from './rulesOfHands'
import { SESSION_RULES } from './rulesOfSession'
import { WEEK_RULES } from './rulesOfWeek'
import type { PlanContext } from './situation'
import { type WeekPlan } from './types'

/** The hard rules of a week, each on its own: common practice, no source. */
export const RULES: readonly Rule[] = [...HAND_RULES, ...SESSION_RULES, ...WEEK_RULES]

function seenOf(plan: WeekPlan, context: PlanContext): Seen {
  const items = plan.blocks.flatMap((block): Item[] => {
    const e = exerciseById(block.exerciseId)
    return e ? [{ block, e }] : []
  })
  return { plan, items, byDay: days.map((d) => items.filter((i) => i.block.day === d)), context }
}

/** Whether a week keeps the rules; ends at the first breach. */
export function keepsRules(
  plan: WeekPlan,
  context: PlanContext,
  rules: readonly Rule[] = RULES,
): boolean {
  const seen = seenOf(plan, context)
  return rules.every((r) => r.check(seen).length === 0)
}

/** Blocks that are done as they stand: another exercise under the same id is none. */
const past = ({ blocks }: WeekPlan, { done }: PlanContext): ReadonlySet<string> =>
  new Set(
    blocks
      .filter((b) => done?.of.some((x) => x.id === b.id && x.exerciseId === b.exerciseId))
      .map((b) => b.id),
  )

/**
 * Every breach of a week that can still be mended, safety first. Blocks of unknown exercises are
 * passed over. `rules` is for tests of the rules themselves.
 */
export function validate(
  plan: WeekPlan,
  context: PlanContext,
  rules: readonly Rule[] = RULES,
): Breach[] {
  const seen = seenOf(plan, context)
  const done = past(plan, context)
  return rules
    .flatMap((r) => r.check(seen).map((f) => ({ kind: r.kind, ...f, rule: r.id })))
    .filter((b) => b.blockIds.length === 0 || b.blockIds.some((id) => !done.has(id)))
    .sort((a, b) => Number(a.kind === 'practice') - Number(b.kind === 'practice'))
}

/** Hard days of each tissue in blocks of one week, for the week after. */
export function hardDaysOf(
  done: readonly { exerciseId: string; on: LocalDate }[],
): PlanContext['hardBefore'] {
  return done.flatMap(({ exerciseId, on }) => {
    const e = exerciseById(exerciseId)
    return e ? hardTissues({ e }).map((tissue) => ({ tissue, on })) : []
  })
}
