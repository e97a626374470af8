import { contextOf, type WeekProblem } from './problem'
import { validate } from './rules'
import { type Breach } from './rule'
import { PARTS, scorePlan } from './score'
import type { WeekPlan } from './types'

/** Points a broken rule takes off a week, each rule once: no good part makes up for one. */
const BROKEN = { safety: 25, practice: 20 } as const
/** Rules whose breach a coach would only frown at. */
const SOFT = [
  'closes',
  'wrist_ext_twice',
  'finger_ext_twice',
  'qualities_day',
  'one_per_quality',
  'finisher_day',
]
const FROWN = 3

export interface Judged {
  points: number
  parts: { name: string; points: number }[]
  breaches: Breach[]
}

/**
 * A whole week in points: its score, less what each broken rule takes off. `asWritten`: blocks
 * stand in the order they are done.
 */
export function judgeWeek(plan: WeekPlan, p: WeekProblem, asWritten = false): Judged {
  const score = scorePlan(plan, p, asWritten)
  const breaches = validate(plan, contextOf(p))
  const rules = new Map(breaches.map((b) => [b.rule, b.kind]))
  const off = [...rules].reduce(
    (a, [rule, kind]) => a + (SOFT.includes(rule) ? FROWN : BROKEN[kind]),
    0,
  )
  return {
    points: score.total - off,
    parts: PARTS.map((part) => ({ name: part.name, points: score.parts[part.id] })),
    breaches,
  }
}
