import { qualityById } from '../catalogue/qualities'
import { exerciseById } from '../catalogue/exercises'
import { briefOf } from './brief'
import { scorePlan } from './score'
import { draftWeek } from './draft'
import type { WeekProblem } from './problem'
import { effectiveSets } from './coverage'
import { DAY_NAMES, type DayFrame, type WeekPlan } from './types'

/** Minutes a coach would ask for on a sport day: warm-up, one main exercise, closing. */
const ASK_MIN = 30

export interface Unlock {
  quality: string
  day: number
  minutes: number
  /** Sets the quality would get. */
  sets: number
  frame: readonly DayFrame[]
}

const setsOf = (plan: WeekPlan, p: WeekProblem, row: number): number => {
  const b = briefOf(p)
  return plan.blocks.reduce((a, x) => {
    const e = exerciseById(x.exerciseId)
    return e && b.of(e).good[row] ? a + effectiveSets(x) : a
  }, 0)
}

/**
 * Top qualities the week has no room for, and a day on which half an hour would give them sets.
 * Days before a competition and the hardest sport day are not proposed.
 */
export function unlocks(plan: WeekPlan, p: WeekProblem): Unlock[] {
  const b = briefOf(p)
  const hardest = Math.max(...p.frame.map((d) => d.sportLoad))
  return b.top.slice(0, 2).flatMap((row): Unlock[] => {
    const has = setsOf(plan, p, row)
    if (has >= b.topSets) return []
    const days = [0, 1, 2, 3, 4, 5, 6].filter((d) => {
      const f = p.frame[d]!
      return (
        f.minutes < ASK_MIN &&
        !f.competition &&
        !p.frame[(d + 1) % 7]!.competition &&
        (f.sportLoad < 3 || hardest < 3)
      )
    })
    let best: Unlock | null = null
    let points = scorePlan(plan, p).total
    for (const day of days) {
      const frame = p.frame.map((f, d) => (d === day ? { ...f, minutes: ASK_MIN } : f))
      const q = { ...p, frame }
      const tried = draftWeek(q, () => '')
      const sets = setsOf(tried, q, row)
      const now = scorePlan(tried, q).total
      if (sets > has && now > points) {
        points = now
        best = { quality: b.rows[row]!.quality, day, minutes: ASK_MIN, sets, frame }
      }
    }
    return best ? [best] : []
  })
}

/** What a coach should hear about days and minutes before reading the week. */
export function adviceFor(
  plan: WeekPlan,
  p: WeekProblem,
  open: readonly Unlock[] = unlocks(plan, p),
): string[] {
  const b = briefOf(p)
  const short = b.top.slice(0, 2).flatMap((row) => {
    const has = setsOf(plan, p, row)
    const name = qualityById(b.rows[row]!.quality).name
    if (has >= b.topSets) return []
    const way = open.find((u) => u.quality === b.rows[row]!.quality)
    const lack = has === 0 ? `${name} has no day.` : `${name} has ${has} of ${b.topSets} sets.`
    return [
      way
        ? `${lack} ${way.minutes} min on ${DAY_NAMES[way.day]} ${p.frame[way.day]!.sportLoad > 0 ? 'before the sport ' : ''}would give ${way.sets} sets.`
        : `${lack} No day leaves room for it this week: a caution, the kit or the days around stand against it.`,
    ]
  })
  return short
}
