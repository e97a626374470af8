import { exerciseById } from '../catalogue/exercises'
import { briefOf } from './brief'
import { isMain } from './faults'
import { isLighter, setChoices, usualDose } from './limits'
import { contextOf, type WeekProblem } from './problem'
import { RULES, validate } from './rules'
import { scorePlan } from './score'
import type { Block, WeekPlan } from './types'
import { handsOf } from '../catalogue/person'
import { must } from '../units/must'

/** Rules that a plan can only break more by having more in it: what breaks one is not built on. */
const MONOTONE = RULES.filter(
  (r) => !['wrist_ext_twice', 'finger_ext_twice', 'closes', 'pin', 'tests'].includes(r.id),
)

/**
 * Looks at every plan of a small week: every exercise of its library in every set count on every
 * day with time, and every test day. Knows
 * nothing of the model: only validator and score. Best points and plan over `above`; null when no
 * plan keeps the rules and has more.
 */
export function bestByLooking(
  p: WeekProblem,
  above = -Infinity,
): { points: number; plan: WeekPlan; looked: number } | null {
  const c = contextOf(p)
  const open = p.frame.flatMap((d, i) => (d.minutes > 0 ? [i] : []))
  const bare = (blocks: readonly Block[], testDay: number | null): WeekPlan => ({
    weekStart: p.weekStart,
    frame: p.frame,
    blocks,
    testDay,
  })
  const lighter = isLighter(p.weekStart, c)
  const variants = (id: string, day: number): Block[] => {
    const e = must(exerciseById(id))
    const all = handsOf(e)
    const free = all.filter(
      (h) =>
        validate(
          bare([{ id: 'x', day, exerciseId: id, sets: 1, dose: 1, hands: [h], reason: '' }], null),
          c,
          RULES.filter((r) => r.id === 'caution'),
        ).length === 0,
    )
    const weaker = p.wants.find((w) => w.weaker && w.quality === e.primary)?.weaker
    const hands =
      free.length === 2 && weaker ? ([weaker, weaker === 'left' ? 'right' : 'left'] as const) : free
    if (hands.length === 0) return []
    const own = setChoices(e, lighter, isMain(briefOf(p).of(e))).flatMap((sets) => {
      const b: Block = {
        id: `${id} ${day}`,
        day,
        exerciseId: id,
        sets,
        dose: usualDose(e, p.who),
        hands,
        reason: '',
      }
      return weaker && hands.length === 2 && sets >= 2 ? [b, { ...b, extra: weaker }] : [b]
    })
    return [...own, ...(p.near?.blocks.filter((b) => b.day === day && b.exerciseId === id) ?? [])]
  }
  // Each day by itself, grown one exercise at a time.
  const perDay = open.map((day) =>
    must(p.terms.library).reduce<Block[][]>(
      (sofar, id) =>
        sofar.flatMap((s) => [
          s,
          ...variants(id, day).flatMap((v) =>
            validate(bare([...s, v], null), c, MONOTONE).length === 0 ? [[...s, v]] : [],
          ),
        ]),
      [[]],
    ),
  )
  const testDays = p.terms.tests ? open : [null]
  let best: { points: number; plan: WeekPlan | null } = { points: above, plan: null }
  let looked = 0
  const walk = (sofar: readonly Block[], d: number): void => {
    if (d > 1 && sofar.length > 0 && validate(bare(sofar, null), c, MONOTONE).length > 0) return
    if (d < open.length) {
      for (const blocks of must(perDay[d])) walk([...sofar, ...blocks], d + 1)
      return
    }
    for (const testDay of testDays) {
      looked++
      const plan = bare(sofar, testDay)
      const points = scorePlan(plan, p).total
      if (points <= best.points + 1e-12 || validate(plan, c).length > 0) continue
      best = { points, plan }
    }
  }
  walk([], 0)
  return best.plan && { points: best.points, plan: best.plan, looked }
}
