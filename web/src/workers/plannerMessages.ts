import type { BlockProblem, PlannedWeek } from '@mano/core/plan/block'
import type { Clash } from '@mano/core/plan/conflict'
import type { WhyHere, WhyNot } from '@mano/core/plan/explain'
import type { WeekProblem } from '@mano/core/plan/problem'
import type { Unlock } from '@mano/core/plan/advice'
import type { LeftOut } from '@mano/core/plan/leftOut'
import type { WeekPlan } from '@mano/core/plan/types'

export type PlannerTask =
  | { kind: 'improve'; problem: WeekProblem; plan: WeekPlan | null }
  | { kind: 'resolve'; problem: WeekProblem; plan: WeekPlan; days: readonly number[] }
  | { kind: 'block'; block: BlockProblem }
  | { kind: 'why'; problem: WeekProblem; plan: WeekPlan; blockId: string }
  | { kind: 'passed'; problem: WeekProblem; plan: WeekPlan }
  | { kind: 'why-not'; problem: WeekProblem; plan: WeekPlan; exerciseId: string; day: number }

export type PlannerReply =
  | { kind: 'progress'; points: number; gap: number; plan: WeekPlan | null }
  | { kind: 'done'; plan: WeekPlan; points: number; gap: number }
  | { kind: 'clash'; clashes: readonly Clash[] }
  | { kind: 'why'; answer: WhyHere | null }
  | {
      kind: 'passed'
      rows: readonly LeftOut[]
      advice: readonly string[]
      unlocks: readonly Unlock[]
      /** Said where there is nothing to advise on. */
      first: string
    }
  | { kind: 'why-not'; answer: WhyNot }
  | { kind: 'week'; week: PlannedWeek }
  | { kind: 'block-done' }
  | { kind: 'failed'; says: string }

/** What a worker is told: of questions, which have a key, only the newest is answered. */
export interface Told {
  task: PlannerTask
  key?: string
  /** The solver, where a worker has compiled it. */
  engine: WebAssembly.Module | undefined
}
/** What a worker says. */
export type PlannerHeard =
  | (PlannerReply & { key?: string })
  | { kind: 'engine'; module: WebAssembly.Module }
