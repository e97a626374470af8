import type { Highs } from 'highs'
import { exerciseById } from '../catalogue/exercises'
import { candidatesOf, forbids } from './candidates'
import { setChoices, freeHands, usualDose } from './limits'
import { contextOf, fromOf, type WeekProblem } from './problem'
import { leadRow, type Served } from './reasons'
import { newlyBroken } from './moves'
import type { Breach } from './rule'
import { PARTS, scorePlan, type PartId } from './score'
import { solveWeek } from './solve'
import { blockMinutes } from './time'
import type { Block, WeekPlan } from './types'
import { must } from '../units/must'
import { handsOf } from '../catalogue/person'

/** Points by part, only those that are not nothing. */
export type Change = { total: number; parts: { id: PartId; name: string; points: number }[] }

/** What one plan has over another, in points. */
export function difference(a: WeekPlan, b: WeekPlan, p: WeekProblem): Change {
  const [x, y] = [scorePlan(a, p), scorePlan(b, p)]
  return {
    total: x.total - y.total,
    parts: PARTS.map((q) => ({ ...q, points: x.parts[q.id] - y.parts[q.id] })).filter(
      (q) => Math.abs(q.points) > 1e-9,
    ),
  }
}

const newBreaches = (plan: WeekPlan, than: WeekPlan, p: WeekProblem): Breach[] =>
  newlyBroken(plan, than, contextOf(p))

const without = (plan: WeekPlan, id: string): WeekPlan => ({
  ...plan,
  blocks: plan.blocks.filter((b) => b.id !== id),
})
const withBlock = (plan: WeekPlan, block: Block): WeekPlan => ({
  ...plan,
  blocks: [...plan.blocks, block],
})

export interface WhyHere {
  /** What the plan loses without the block. */
  loss: Change
  /** The quality it serves most here. */
  serves: Served | null
  /** Rules that are broken without it. */
  breaks: Breach[]
  /**
   * The best that could stand in its place on that day, and what the plan has less (or, below 0,
   * more) with it; null: nothing that keeps the rules.
   */
  instead: { block: Block; loses: number } | null
  /** The same block on another day, where the rules let it: points the plan loses by that. */
  otherDays: { day: number; loses: number }[]
}

/** Why a block is where it is: by taking it out and scoring again. Null for an unknown block. */
export function explainBlock(plan: WeekPlan, blockId: string, p: WeekProblem): WhyHere | null {
  const block = plan.blocks.find((b) => b.id === blockId)
  if (!block) return null
  const rest = without(plan, blockId)
  const points = scorePlan(plan, p).total
  const legal = (next: WeekPlan) => newBreaches(next, plan, p).length === 0
  const ranked = candidatesOf(p, [], [block.day])
    .filter(
      (c) =>
        c.forbidden.length === 0 &&
        c.block.exerciseId !== block.exerciseId &&
        !plan.blocks.some((b) => b.day === block.day && b.exerciseId === c.block.exerciseId),
    )
    .map((c) => ({
      block: { ...c.block, id: blockId },
      loses: points - scorePlan(withBlock(rest, c.block), p).total,
    }))
    .sort((a, b) => a.loses - b.loses || (a.block.exerciseId < b.block.exerciseId ? -1 : 1))
  const otherDays = [0, 1, 2, 3, 4, 5, 6].flatMap((day) => {
    const moved = withBlock(rest, { ...block, day })
    const e = must(exerciseById(block.exerciseId))
    if (
      day === block.day ||
      rest.blocks.some((b) => b.day === day && b.exerciseId === block.exerciseId) ||
      forbids(e, day, blockMinutes(block), p, contextOf(p)).length > 0 ||
      !legal(moved)
    )
      return []
    return [{ day, loses: points - scorePlan(moved, p).total }]
  })
  return {
    loss: difference(plan, rest, p),
    serves: leadRow(block, plan.blocks, p),
    breaks: newBreaches(rest, plan, p),
    instead: ranked.find((r) => legal(withBlock(rest, r.block))) ?? null,
    otherDays: otherDays.sort((a, b) => a.loses - b.loses),
  }
}

export type WhyNot =
  /** Something forbids it on that day, whatever else the week holds. */
  | { kind: 'forbidden'; reasons: { rule: string; says: string }[] }
  /** It is there. */
  | { kind: 'there' }
  /** Nothing stands against it: it can be added, and the points change so. */
  | { kind: 'free'; block: Block; gains: number }
  /**
   * It would break these rules; taking one block out makes room, at a price (below 0: the plan gets
   * better).
   */
  | { kind: 'swap'; block: Block; breaks: Breach[]; out: Block; price: number }
  /** Only by planning anew round it, at a price. */
  | { kind: 'forced'; breaks: Breach[]; plan: WeekPlan; price: number }
  /** Not even so. */
  | { kind: 'impossible'; breaks: Breach[] }

/**
 * Why an exercise does not stand on a day: what forbids it, else what it would break and the
 * cheapest way to have it.
 */
export function whyNot(
  highs: Highs | null,
  plan: WeekPlan,
  exerciseId: string,
  day: number,
  p: WeekProblem,
): WhyNot {
  const e = exerciseById(exerciseId)
  if (!e)
    return { kind: 'forbidden', reasons: [{ rule: 'unknown', says: 'The exercise is not known.' }] }
  if (plan.blocks.some((b) => b.day === day && b.exerciseId === exerciseId))
    return { kind: 'there' }
  const c = contextOf(p)
  const free = freeHands(e, c)
  const block: Block = {
    id: `${exerciseId} ${day}`,
    day,
    exerciseId,
    sets: must(setChoices(e, false)[0]),
    dose: usualDose(e, p.who),
    hands: free.length > 0 ? free : handsOf(e),
    reason: '',
  }
  const reasons = [...forbids(e, day, blockMinutes(block), p, c)]
  if (reasons.length > 0) return { kind: 'forbidden', reasons }
  const points = scorePlan(plan, p).total
  const added = withBlock(plan, block)
  const breaks = newBreaches(added, plan, p)
  if (breaks.length === 0) return { kind: 'free', block, gains: scorePlan(added, p).total - points }
  const swaps = plan.blocks
    .filter((out) => out.day >= fromOf(p) && !p.done?.blocks.some((b) => b.id === out.id))
    .map((out) => ({ out, plan: withBlock(without(plan, out.id), block) }))
    .map((s) => ({ ...s, price: points - scorePlan(s.plan, p).total }))
    .sort((a, b) => a.price - b.price || (a.out.id < b.out.id ? -1 : 1))
  const swap = swaps.find((s) => newBreaches(s.plan, plan, p).length === 0)
  if (swap) return { kind: 'swap', block, breaks, out: swap.out, price: swap.price }
  if (!highs) return { kind: 'impossible', breaks }
  const solved = solveWeek(
    highs,
    {
      ...p,
      terms: { ...p.terms, pins: [...p.terms.pins, { exerciseId, day, sets: null }] },
      near: { blocks: plan.blocks, weight: 1 },
    },
    { gap: 0.03, iterations: 15_000 },
  )
  return solved.ok
    ? { kind: 'forced', breaks, plan: solved.plan, price: points - scorePlan(solved.plan, p).total }
    : { kind: 'impossible', breaks }
}
