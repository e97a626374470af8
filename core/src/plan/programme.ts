import { briefOf } from './brief'
import { candidatesOf, indexOfBlock, type Candidate } from './candidates'
import { contextOf, type WeekProblem } from './problem'
import type { PlanContext } from './situation'
import type { Block, WeekPlan, WeekTerms } from './types'
import { groupBy } from '../units/group'
import { must } from '../units/must'

/**
 * A row of the model with the coach-level rule it stands for; `key` is the one thing that can be
 * let go of (a day's minutes, a pin).
 */
export interface Row {
  rule: string
  key: string
  says: string
  low: number
  high: number
  at: number[]
  by: number[]
}

/** A mixed-integer programme, to be maximised. Columns 0 to n-1 are the candidates. */
export interface Model {
  candidates: readonly Candidate[]
  cost: number[]
  low: number[]
  high: number[]
  whole: boolean[]
  rows: Row[]
  offset: number
  /** Column of the test day of each day; -1: none. */
  testDay: readonly number[]
  /** Columns that are 1 where so many of others are, in the order they follow from each other. */
  helpers: { col: number; at: readonly number[]; need: number }[]
}

/** A plan to begin from. */
export type Start = Pick<WeekPlan, 'blocks' | 'testDay'>

/** Values of all columns for a plan: the choices as they are, the rest left to the solver. */
export function valuesOf(m: Model, plan: Start): Float64Array {
  const x = new Float64Array(m.cost.length)
  for (const b of plan.blocks) {
    const i = indexOfBlock(m.candidates, b)
    if (i >= 0) x[i] = 1
  }
  const day = plan.testDay ?? null
  if (day !== null && must(m.testDay[day]) >= 0) x[must(m.testDay[day])] = 1
  for (const h of m.helpers) x[h.col] = h.at.reduce((a, i) => a + must(x[i]), 0) >= h.need ? 1 : 0
  return x
}

export const DAYS = [0, 1, 2, 3, 4, 5, 6] as const
const ones = (at: readonly number[], value = 1): number[] => at.map(() => value)

type Brief = ReturnType<typeof briefOf>

/**
 * A programme while it is written: its problem, its candidates, and the sentences rows are made
 * of.
 */
export class Programme {
  readonly p: WeekProblem
  readonly c: PlanContext
  readonly terms: WeekTerms
  readonly brief: Brief
  /** Columns of the candidates. */
  readonly all: readonly number[]
  readonly model: Model
  /** Columns of days with a session, and of any work in the week. */
  session: readonly number[] = []
  any = -1
  readonly #rated: readonly ReturnType<Brief['of']>[]
  readonly #onDay: ReadonlyMap<number, number[]>
  readonly #groups: readonly (readonly number[][])[]

  constructor(p: WeekProblem, extra: readonly Block[]) {
    this.p = p
    this.c = contextOf(p)
    this.terms = must(this.c.terms)
    const candidates = candidatesOf(p, extra)
    this.model = {
      candidates,
      cost: [],
      low: [],
      high: [],
      whole: [],
      rows: [],
      offset: 0,
      testDay: [],
      helpers: [],
    }
    this.all = candidates.map((_, i) => i)
    this.brief = briefOf(p)
    this.#rated = candidates.map((x) => this.brief.of(x.e))
    this.#onDay = groupBy(this.all, (i) => this.of(i).block.day)
    this.#groups = DAYS.map((d) => [...groupBy(this.day(d), (i) => this.of(i).e.id).values()])
  }

  of(i: number): Candidate {
    return must(this.model.candidates[i])
  }
  rated(i: number): ReturnType<Brief['of']> {
    return must(this.#rated[i])
  }
  /** Candidates of a day. */
  day(d: number): readonly number[] {
    return this.#onDay.get(d) ?? []
  }
  /** The set counts of each exercise on a day: one of them at the most. */
  groups(d: number): readonly number[][] {
    return must(this.#groups[d])
  }
  /** The same, of those that are so; exercises with none are left out. */
  groupsOf(d: number, is: (i: number) => boolean): number[][] {
    return this.groups(d)
      .map((g) => g.filter(is))
      .filter((g) => g.length > 0)
  }
  /** The column of tests on a day, where they can be. */
  test(d: number): number[] {
    const at = must(this.model.testDay[d])
    return at >= 0 ? [at] : []
  }

  col(cost: number, high = 1, whole = false): number {
    const m = this.model
    m.cost.push(cost)
    m.low.push(0)
    m.high.push(high)
    m.whole.push(whole)
    return m.cost.length - 1
  }

  row(row: Omit<Row, 'by'> & { by?: number[] }): void {
    if (row.at.length > 0 || row.low > 0)
      this.model.rows.push({ ...row, by: row.by ?? ones(row.at) })
  }
  /** Of these at the most so much. */
  atMost(rule: string, says: string, most: number, at: readonly number[], values?: number[]): void {
    this.row({
      rule,
      key: rule,
      says,
      low: -Infinity,
      high: most,
      at: [...at],
      ...(values && { by: values }),
    })
  }
  /** Any of these brings another: together they are no more than it. */
  brings(rule: string, key: string, own: readonly number[], other: number, says = ''): void {
    this.row({
      rule,
      key,
      says,
      low: -Infinity,
      high: 0,
      at: [...own, other],
      by: [...ones(own), -1],
    })
  }

  /** What is told of points: sums that are no more than 0. */
  sum(at: number[], values: number[], most = 0): void {
    this.row({
      rule: 'points',
      key: 'points',
      says: '',
      low: -Infinity,
      high: most,
      at,
      by: values,
    })
  }
  /** A column that is 1 where any of these is. */
  used(groups: Iterable<readonly number[]>, cost = 0): number {
    const v = this.col(cost)
    for (const g of groups) this.sum([v, ...g], [-1, ...ones(g)])
    return v
  }
  /** Something over a limit costs: a column for what is over. */
  over(cost: number, most: number, at: readonly number[], values?: number[]): void {
    if (at.length <= most && !values) return
    this.sum([this.col(cost, Infinity), ...at], [-1, ...(values ?? ones(at))], most)
  }
  /** A column that is 1 only if one of these is there. */
  there(own: readonly number[], cost = 0): number {
    const v = this.col(cost)
    this.model.helpers.push({ col: v, at: own, need: 1 })
    this.sum([v, ...own], [1, ...ones(own, -1)])
    return v
  }
  /** A whole column that is 1 only where at least two of these are. */
  two(own: readonly number[], cost = 0): number {
    const v = this.col(cost, 1, true)
    this.model.helpers.push({ col: v, at: own, need: 2 })
    this.sum([v, ...own], [2, ...ones(own, -1)])
    return v
  }
}
