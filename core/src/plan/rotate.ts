import type { Highs } from 'highs'
import { briefOf, exerciseOf } from './brief'
import { draftWeek } from './draft'
import { isMain } from './faults'
import { LOSES, ROTATES_TRIED } from './practice'
import type { WeekProblem } from './problem'
import { scorePlan } from './score'
import { solveWeek, type SolveOptions } from './solve'
import type { Block, WeekPlan } from './types'

export interface Rotated {
  plan: WeekPlan
  gap: number | null
  /** Accessory that made room, and what came for it. */ out: string
  in: readonly string[]
}

/**
 * Accessories that stood in the weeks before, the one with most sets first: mains, closers and pins
 * stay.
 */
function accessories(p: WeekProblem, plan: WeekPlan, before: readonly Block[]): string[] {
  const brief = briefOf(p)
  const was = new Set(before.map((b) => b.exerciseId))
  const pinned = new Set(p.terms.pins.map((x) => x.exerciseId))
  const sets = new Map<string, number>()
  for (const b of plan.blocks) {
    const e = exerciseOf(b)
    if (!e || b.pinned || pinned.has(b.exerciseId) || !was.has(b.exerciseId)) continue
    const rated = brief.of(e)
    if (!isMain(rated) && !rated.close)
      sets.set(b.exerciseId, (sets.get(b.exerciseId) ?? 0) + b.sets)
  }
  return [...sets].sort((a, b) => b[1] - a[1] || (a[0] < b[0] ? -1 : 1)).map(([id]) => id)
}

/**
 * After a deload one accessory gives way to another: the week is planned without it, and taken
 * where
 * it loses little by that. null: none can be spared. Mains stay: progress is made on them.
 * Common practice, no source.
 */
export function rotated(
  highs: Highs,
  p: WeekProblem,
  plan: WeekPlan,
  before: readonly Block[],
  o: SolveOptions & { newId: () => string },
): Rotated | null {
  const worth = (x: WeekPlan) => scorePlan(x, { ...p, near: null }).total
  const least = (1 - LOSES) * worth(plan)
  const had = new Set([...before, ...plan.blocks].map((b) => b.exerciseId))
  for (const out of accessories(p, plan, before).slice(0, ROTATES_TRIED)) {
    const other: WeekProblem = {
      ...p,
      terms: { ...p.terms, bans: [...p.terms.bans, { exerciseId: out, day: null }] },
      near: p.near && {
        ...p.near,
        blocks: p.near.blocks.filter((b) => b.exerciseId !== out),
      },
    }
    const solved = solveWeek(highs, other, { ...o, start: draftWeek(other, o.newId) })
    if (!solved.ok) continue
    const fresh = [...new Set(solved.plan.blocks.map((b) => b.exerciseId))].filter(
      (id) => !had.has(id),
    )
    if (fresh.length > 0 && worth(solved.plan) >= least)
      return { plan: solved.plan, gap: solved.gap, out, in: fresh }
  }
  return null
}
