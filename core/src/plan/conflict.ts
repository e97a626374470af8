import type { Highs } from 'highs'
import { buildModel } from './model'
import type { Model, Row } from './programme'
import type { WeekProblem } from './problem'
import { RULES } from './rules'
import { asData } from './solve'

/** One of the things that clash. */
export interface Clash {
  key: string
  rule: string
  kind: 'safety' | 'practice'
  says: string
  /**
   * What it takes to let go of it, in words; null: it is never offered (safety, and what is not the
   * coach's to change here).
   */
  give: string | null
}

/** Rows that only tie the model together: they are no rules and never part of a clash. */
const TIES = new Set(['hard', 'rest', 'session', 'points', 'extension', 'taper'])
/** What may be offered as giving way. */
const GIVES = new Set(['pin', 'minutes', 'kit', 'tests'])

const isTie = (r: Row): boolean => TIES.has(r.key)
const kindOf = (rule: string): Clash['kind'] => RULES.find((r) => r.id === rule)?.kind ?? 'practice'

/** Whether any week keeps the ties and the rows of these keys. */
export function feasible(highs: Highs, m: Model, keys: ReadonlySet<string>): boolean {
  const data = asData(highs, {
    ...m,
    cost: m.cost.map(() => 0),
    offset: 0,
    rows: m.rows.filter((r) => isTie(r) || keys.has(r.key)),
  })
  const model = highs.createModel(data)
  try {
    model.options.set({ output_flag: false, random_seed: 1 })
    model.run()
    return model.getModelStatus() === highs.constants.modelStatus.optimal
  } finally {
    model.dispose()
  }
}

/** Minutes a day must have more for everything else to fit; null: no number of them is enough. */
function minutesShort(highs: Highs, m: Model, key: string): number | null {
  const cost = [...m.cost.map(() => 0), -1]
  const slack = m.cost.length
  const rows = m.rows.map((r) =>
    r.key === key ? { ...r, at: [...r.at, slack], by: [...r.by, -1] } : r,
  )
  const model = highs.createModel(
    asData(highs, {
      ...m,
      cost,
      low: [...m.low, 0],
      high: [...m.high, 600],
      whole: [...m.whole, false],
      offset: 0,
      rows,
    }),
  )
  try {
    model.options.set({ output_flag: false, random_seed: 1 })
    model.run()
    return model.getModelStatus() === highs.constants.modelStatus.optimal
      ? Math.ceil(-model.getObjectiveValue() - 1e-6)
      : null
  } finally {
    model.dispose()
  }
}

/**
 * A smallest set of things that clash in a week that cannot be planned: leave any one of them out
 * and the rest fits. Found by leaving out
 * one after the other, safety first, so that what remains is as far as possible what can give. Null
 * where the week can be planned.
 */
export function conflictOf(highs: Highs, p: WeekProblem): Clash[] | null {
  const m = buildModel(p)
  const order = (rule: string): number =>
    rule === 'pin' ? 3 : GIVES.has(rule) ? 2 : kindOf(rule) === 'practice' ? 1 : 0
  const named = [...new Map(m.rows.filter((r) => !isTie(r)).map((r) => [r.key, r])).values()].sort(
    (a, b) => order(a.rule) - order(b.rule),
  )
  const keys = new Set(named.map((r) => r.key))
  if (feasible(highs, m, keys)) return null
  for (const r of named) {
    keys.delete(r.key)
    if (feasible(highs, m, keys)) keys.add(r.key)
  }
  return named
    .filter((r) => keys.has(r.key))
    .map((r) => ({
      key: r.key,
      rule: r.rule,
      kind: kindOf(r.rule),
      says: r.says,
      give: GIVES.has(r.rule) ? giving(highs, m, r) : null,
    }))
}

function giving(highs: Highs, m: Model, r: Row): string | null {
  if (r.rule === 'pin') return 'Remove the pin.'
  if (r.rule === 'tests') return 'Put the tests into another week.'
  if (r.rule === 'kit') return 'Get the kit there, or another place that day.'
  if (r.key.split(' ').length > 2) return 'More minutes that day.'
  const more = minutesShort(highs, m, r.key)
  return more === null ? 'More minutes that day, and something else.' : `${more} min more that day.`
}
