import type { Highs, ModelData } from 'highs'
import { buildModel } from './model'
import { valuesOf, type Model, type Start } from './programme'
import type { WeekProblem } from './problem'
import type { Block, WeekPlan } from './types'
import { withLeads } from './leads'
import { inWords } from './reasons'
import { scorePlan } from './score'
import { must } from '../units/must'

/** Stops by gap and by iterations, never by the clock: that is what makes a plan the same twice. */
export interface SolveOptions {
  /** Share of the bound the plan may be away from it, 0 to 1. */
  gap?: number
  /** Simplex iterations after which the search ends with what it has. */
  iterations?: number
  /** A plan to start from; it is kept unless a better one is found. */
  start?: Start | null
  /** Days free to change; the others stay as in `start`. Absent: all. */
  days?: readonly number[]
  /** Called with each better plan, and now and then with the bound. */
  onProgress?: (p: Progress) => void
  /** Makes ids for blocks that have none. */
  newId?: () => string
}
export interface Progress {
  points: number
  bound: number
  plan: WeekPlan | null
}

export type Solved =
  | {
      ok: true
      plan: WeekPlan
      points: number
      /** Points as the model counted them: as many, or less where the search ended early. */
      counted: number
      bound: number
      /** Share of the bound, 0 to 1. */ gap: number
      proven: boolean
      iterations: number
    }
  | { ok: false; reason: 'infeasible' | 'stopped-without-a-plan' }

export const SOLVE = { gap: 0.02, iterations: 60_000 } as const

/** A model as the solver takes it, row by row. */
export function asData(highs: Highs, m: Model): ModelData {
  const starts = new Int32Array(m.rows.length + 1)
  m.rows.forEach((r, i) => {
    starts[i + 1] = must(starts[i]) + r.at.length
  })
  const indices = new Int32Array(must(starts.at(-1)))
  const values = new Float64Array(must(starts.at(-1)))
  m.rows.forEach((r, i) => {
    indices.set(r.at, must(starts[i]))
    values.set(r.by, must(starts[i]))
  })
  return {
    numCols: m.cost.length,
    numRows: m.rows.length,
    sense: highs.constants.objectiveSense.maximize,
    offset: m.offset,
    colCost: Float64Array.from(m.cost),
    colLower: Float64Array.from(m.low),
    colUpper: Float64Array.from(m.high),
    rowLower: Float64Array.from(m.rows, (r) => r.low),
    rowUpper: Float64Array.from(m.rows, (r) => r.high),
    matrix: {
      format: 'csr',
      numRows: m.rows.length,
      numCols: m.cost.length,
      starts,
      indices,
      values,
    },
    integrality: m.whole.map((w) =>
      w ? highs.constants.variableType.integer : highs.constants.variableType.continuous,
    ),
  } as unknown as ModelData
}

/** The plan in a vector of the solver; blocks keep the id they have in `known`. */
export function planOf(
  m: Model,
  x: ArrayLike<number>,
  p: WeekProblem,
  known: readonly Block[],
  newId: () => string,
): WeekPlan {
  const chosen = m.candidates.flatMap((c, i) => (must(x[i]) > 0.5 ? [c.block] : []))
  const testDay = m.testDay.findIndex((t) => t >= 0 && must(x[t]) > 0.5)
  const blocks = chosen.map((b) => ({
    ...b,
    id: known.find((k) => k.day === b.day && k.exerciseId === b.exerciseId)?.id ?? newId(),
  }))
  const week = {
    weekStart: p.weekStart,
    frame: p.frame,
    blocks,
    testDay: testDay < 0 ? null : testDay,
  }
  return inWords(withLeads(week, p), p)
}

/**
 * The best week the solver finds, and how far from the best possible it may be. Blocks the calling
 * thread while it works. Refuses a
 * problem in which no week keeps all rules (see `conflict` for why). The same problem and options
 * give the same plan.
 */
export function solveWeek(highs: Highs, p: WeekProblem, o: SolveOptions = {}): Solved {
  const start = o.start ?? null
  const m = buildModel(p, [...(start?.blocks ?? []), ...(p.near?.blocks ?? [])])
  const known = [...(start?.blocks ?? []), ...(p.near && p.near.weight >= 1 ? p.near.blocks : [])]
  let made = 0
  const decode = (x: ArrayLike<number>) => planOf(m, x, p, known, o.newId ?? (() => `b${++made}`))
  const first = start ? valuesOf(m, start) : null
  if (o.days && first)
    m.candidates.forEach((c, i) => {
      if (!must(o.days).includes(c.block.day)) m.low[i] = m.high[i] = must(first[i])
    })
  const model = highs.createModel(asData(highs, m))
  try {
    const { callbackType, modelStatus } = highs.constants
    model.options.set({
      output_flag: false,
      mip_rel_gap: o.gap ?? SOLVE.gap,
      mip_abs_gap: 1e-9,
      random_seed: 1,
    })
    if (first) model.setSolution({ colValue: first })
    const most = o.iterations ?? SOLVE.iterations
    model.run({
      [callbackType.mipInterrupt](e) {
        if (Number(e.data.mip_total_lp_iterations ?? 0) > most) e.interrupt()
      },
      ...(o.onProgress && {
        [callbackType.mipImprovingSolution](e) {
          must(o.onProgress)({
            points: e.data.mip_primal_bound ?? NaN,
            bound: e.data.mip_dual_bound ?? NaN,
            plan: e.data.mip_solution ? decode(e.data.mip_solution) : null,
          })
        },
        [callbackType.mipLogging](e) {
          must(o.onProgress)({
            points: e.data.mip_primal_bound ?? NaN,
            bound: e.data.mip_dual_bound ?? NaN,
            plan: null,
          })
        },
      }),
    })
    const status = model.getModelStatus()
    if (status === modelStatus.infeasible || status === modelStatus.unboundedOrInfeasible)
      return { ok: false, reason: 'infeasible' }
    const x = model.getSolution().colValue
    const counted = model.getObjectiveValue()
    // A stop without a plan gives a vector of nothing: it is no plan.
    if (!Number.isFinite(counted) || x.length === 0 || m.rows.some((r) => !kept(r, x)))
      return { ok: false, reason: 'stopped-without-a-plan' }
    const bound = Number(model.info.get('mip_dual_bound'))
    const plan = decode(x)
    // A search that ends early may leave a helping column lower than the plan is worth.
    const points = Math.max(counted, scorePlan(plan, p).total)
    return {
      ok: true,
      plan,
      counted,
      points,
      bound,
      gap: Math.abs(bound) < 1e-9 ? 0 : Math.max(0, (bound - points) / Math.abs(bound)),
      proven: status === modelStatus.optimal,
      iterations: Number(model.info.get('simplex_iteration_count')),
    }
  } finally {
    model.dispose()
  }
}

const kept = (r: Model['rows'][number], x: ArrayLike<number>): boolean => {
  const sum = r.at.reduce((a, j, k) => a + must(x[j]) * must(r.by[k]), 0)
  return sum >= r.low - 1e-5 && sum <= r.high + 1e-5
}
