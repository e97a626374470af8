import { counted } from '../units/counted'
import { qualityById, type QualityId } from '../catalogue/qualities'
import { besideSport } from '../catalogue/sportFamilies'
import { EXERCISES, exerciseById } from '../catalogue/exercises'
import { briefOf } from './brief'
import { scorePlan } from './score'
import { draftWeek } from './draft'
import { staplesLeftOut, type LeftOut } from './leftOut'
import { contextOf, fromOf, type WeekProblem } from './problem'
import { validate } from './rules'
import { effectiveSets } from './coverage'
import { type WeekPlan } from './types'
import { DAY_NAMES, type DayFrame } from '../intake/week'
import type { Minutes } from '../units/quantity'
import { must } from '../units/must'

/** Minutes a coach would ask for on a sport day: warm-up, one main exercise, closing. */
const ASK_MIN = 30

export interface Unlock {
  quality: string
  day: number
  minutes: Minutes
  /** Sets the quality would get, and of what. */
  sets: number
  by: string | null
  frame: readonly DayFrame[]
}

interface Had {
  /** Sets of staples and good exercises, and of staples alone. */
  good: number
  staple: number
  /** A staple of it in the week. */
  by: string | null
}
const hadOf = (plan: WeekPlan, p: WeekProblem, row: number): Had => {
  const b = briefOf(p)
  const quality = must(b.rows[row]).quality
  const had: Had = { good: 0, staple: 0, by: null }
  for (const x of plan.blocks) {
    const e = exerciseById(x.exerciseId)
    if (!e || !b.of(e).good[row]) continue
    had.good += effectiveSets(x)
    if (b.ratings.get(`${quality} ${e.id}`)?.tier !== 'staple' || e.primary !== quality) continue
    had.staple += effectiveSets(x)
    had.by = e.name
  }
  return had
}
/** Whether coaches of the sport put anything first for a quality. */
const hasStaple = (p: WeekProblem, row: number): boolean => {
  const b = briefOf(p)
  const quality = must(b.rows[row]).quality
  return EXERCISES.some(
    (e) => e.primary === quality && b.ratings.get(`${quality} ${e.id}`)?.tier === 'staple',
  )
}
const TOP_LOOKED = 2
const isShort = (had: Had, p: WeekProblem, row: number): boolean =>
  had.good < briefOf(p).topSets || (had.staple === 0 && hasStaple(p, row))

/** A draft of the whole week with what is done in place of its days gone by. */
const ahead = (draft: WeekPlan, { done }: WeekProblem): WeekPlan =>
  done
    ? {
        ...draft,
        blocks: [
          ...done.blocks,
          ...draft.blocks.filter(
            (b) =>
              b.day >= done.from &&
              !done.blocks.some((x) => x.day === b.day && x.exerciseId === b.exerciseId),
          ),
        ],
      }
    : draft

/**
 * Top qualities the week has no room for, or serves without what coaches put first, and a day on
 * which half an hour would mend it. Days before a competition and the hardest sport days are not
 * proposed.
 */
export function unlocks(plan: WeekPlan, p: WeekProblem): Unlock[] {
  const b = briefOf(p)
  const stands = scorePlan(plan, p).total
  const longer = new Map<number, ReturnType<typeof withMinutes>>()
  const on = (day: number) => {
    const known = longer.get(day) ?? withMinutes(p, day)
    longer.set(day, known)
    return known
  }
  return b.top.slice(0, TOP_LOOKED).flatMap((row): Unlock[] => {
    const has = hadOf(plan, p, row)
    if (!isShort(has, p, row)) return []
    let best: Unlock | null = null
    let points = stands
    for (const day of [0, 1, 2, 3, 4, 5, 6].slice(fromOf(p))) {
      const f = must(p.frame[day])
      if (f.minutes >= ASK_MIN || f.competition || f.sportLoad === 3) continue
      if (must(p.frame[(day + 1) % 7]).competition) continue
      const { q, tried, near, worth } = on(day)
      if (near) continue
      const now = hadOf(tried, q, row)
      const mends = has.good < b.topSets ? now.good > has.good : now.staple > 0
      if (!mends || worth <= points) continue
      points = worth
      best = {
        quality: must(b.rows[row]).quality,
        day,
        minutes: ASK_MIN,
        sets: has.good < b.topSets ? now.good : now.staple,
        by: now.by,
        frame: q.frame,
      }
    }
    return best ? [best] : []
  })
}

/** A week drafted with half an hour on a day, and its worth, whichever quality is asked. */
function withMinutes(p: WeekProblem, day: number) {
  const frame = p.frame.map((x, d) => (d === day ? { ...x, minutes: ASK_MIN } : x))
  const q = { ...p, frame }
  const tried = ahead(
    draftWeek(q, () => ''),
    p,
  )
  return {
    q,
    tried,
    worth: scorePlan(tried, q).total,
    // A draft knows nothing of what is done: what comes too near to it is no way.
    near: p.done !== undefined && validate(tried, contextOf(q)).some((x) => x.kind === 'safety'),
  }
}

/** The first qualities of a week that has nothing to advise on, in words. */
export function firstServed(p: WeekProblem): string {
  const b = briefOf(p)
  const names = b.top
    .slice(0, TOP_LOOKED)
    .map((row) => qualityById(must(b.rows[row]).quality).name.toLowerCase())
  return `What this sport asks first is in the week: ${names.join(' and ')}.`
}

/** What a coach should hear about days and minutes before reading the week. */
export function adviceFor(
  plan: WeekPlan,
  p: WeekProblem,
  open: readonly Unlock[] = unlocks(plan, p),
  left: readonly LeftOut[] = staplesLeftOut(plan, p),
): string[] {
  const b = briefOf(p)
  return b.top.slice(0, TOP_LOOKED).flatMap((row) => {
    const has = hadOf(plan, p, row)
    if (!isShort(has, p, row)) return []
    const { quality } = must(b.rows[row])
    const { name } = qualityById(quality)
    const way = open.find((u) => u.quality === quality)
    const lack =
      has.good === 0
        ? `${name} has no day.`
        : has.good < b.topSets
          ? `${name} has ${has.good} of ${b.topSets} sets.`
          : `${name} is served without what most coaches put first.`
    if (way)
      return [
        `${lack} ${way.minutes} min on ${DAY_NAMES[way.day]} ` +
          `${must(p.frame[way.day]).sportLoad > 0 ? `${besideSport(b.sports)} ` : ''}would give ` +
          `${counted(way.sets, 'set')}${way.by ? ` of ${way.by.toLowerCase()}` : ''}.`,
      ]
    // Of lesser qualities the list of staples left out says so.
    const why = has.good < b.topSets || row === b.top[0] ? against(left, quality) : null
    return why || has.good < b.topSets
      ? [
          `${lack} ` +
            (why ??
              'No day leaves room for it this week: a caution, the kit or the days around stand ' +
                'against it.'),
        ]
      : []
  })
}

/** What stands against a quality's first staple that the week does without; null: nothing does. */
function against(left: readonly LeftOut[], quality: QualityId): string | null {
  const first = left.find((x) => x.quality === quality && x.stopped)
  const [why] = first?.says.split('. ') ?? []
  if (!first || !why) return null
  const day = DAY_NAMES.some((d) => why.startsWith(`${d}:`))
  const name = must(exerciseById(first.exerciseId)).name
  return `${name}${day ? ', ' : ': '}${why.replace(/\.$/, '')}.`
}
