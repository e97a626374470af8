import type { Exercise } from '../catalogue/exercises'
import type { TissueId } from '../catalogue/tissues'
import { HARD_STRESS } from './practice'
import type { PlanContext } from './situation'
import type { Block, WeekPlan } from './types'
import { entriesOf } from '../units/among'

export interface Breach {
  rule: string
  /** safety: never given up. practice: the coach can keep it with a reason. */
  kind: 'safety' | 'practice'
  says: string
  /** Day it is about; null: the week. */
  day: number | null
  blockIds: readonly string[]
}

export interface Item {
  block: Block
  e: Exercise
}
export interface Seen {
  plan: WeekPlan
  items: readonly Item[]
  byDay: readonly (readonly Item[])[]
  context: PlanContext
}
export type Found = Omit<Breach, 'rule' | 'kind'> & { kind?: Breach['kind'] }

export interface Rule {
  id: string
  kind: Breach['kind']
  says: string
  check: (s: Seen) => Found[]
}

export const found = (says: string, day: number | null, items: readonly Item[] = []): Found => ({
  says,
  day,
  blockIds: items.map((i) => i.block.id),
})
export const days = [0, 1, 2, 3, 4, 5, 6]

/** Tissues a block makes a hard day of. */
export const hardTissues = ({ e }: { e: Exercise }): TissueId[] =>
  e.level === 'hard' && e.aim !== 'balance'
    ? entriesOf(e.tissues)
        .filter(([, s]) => s >= HARD_STRESS)
        .map(([t]) => t)
    : []
export const testsOn = (s: Seen, day: number): boolean => s.plan.testDay === day
