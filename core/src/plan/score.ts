import { exerciseById, type Exercise } from '../catalogue/exercises'
import type { QualityId } from '../catalogue/qualities'
import {
  covered,
  keepDose,
  serves,
  setsOfQuality,
  targetOf,
  trains,
  worthOf,
  type Want,
} from './coverage'
import { POINTS } from './practice'
import type { WeekProblem } from './problem'
import { schoolPoints, settingsFor, type Settings } from './schools'
import type { Block, WeekPlan, WeekTerms } from './types'

export const PARTS = [
  { id: 'coverage', name: 'Coverage of what the sport asks' },
  { id: 'frequency', name: 'Top qualities on two days' },
  { id: 'keep', name: 'Top qualities under what keeps them' },
  { id: 'sessions', name: 'Sessions' },
  { id: 'variety', name: 'Variety' },
  { id: 'phase', name: 'Hold and repetition weeks of closing force' },
  { id: 'schools', name: "The coach's schools" },
  { id: 'pull_eve', name: 'Hard work on the eve of a heavy pull' },
  { id: 'weaker', name: 'A set more for the weaker hand' },
  { id: 'near', name: 'Staying near the plan before' },
] as const
export type PartId = (typeof PARTS)[number]['id']

export interface Score {
  total: number
  parts: Record<PartId, number>
}

/** Share of each want in the whole, adding to 1; 0 for those without a target. */
export function shares(wants: readonly Want[]): number[] {
  const p = wants.map((w) => (targetOf(w) > 0 ? Math.max(0, w.priority) : 0))
  const all = p.reduce((a, b) => a + b, 0)
  return p.map((x) => (all > 0 ? x / all : 0))
}

/** The qualities whose days count for frequency, by priority. */
export function topQualities(wants: readonly Want[]): QualityId[] {
  const sum = new Map<QualityId, number>()
  for (const w of wants)
    if (targetOf(w) > 0 && w.priority > 0)
      sum.set(w.quality, (sum.get(w.quality) ?? 0) + w.priority)
  return [...sum]
    .sort((a, b) => b[1] - a[1] || (a[0] < b[0] ? -1 : 1))
    .slice(0, POINTS.frequencyTop)
    .map(([q]) => q)
}

/**
 * A closing-force block in the wrong week: holds in a week of repetitions, or the other way round.
 */
export function outOfPhase(exerciseId: string, crush: WeekTerms['crush']): boolean {
  const e = exerciseById(exerciseId)
  return (
    e?.primary === 'crush' &&
    crush !== null &&
    (crush === 'hold' ? e.mode === 'reps' : e.mode === 'hold')
  )
}

/**
 * Points a set gets from the schools chosen; what serves nothing wanted is not leant to, only away
 * from.
 */
export const leanOf = (e: Exercise, wants: readonly Want[], settings: Settings): number => {
  const points = schoolPoints(e, settings)
  return points > 0 && !serves(e, wants, settings) ? 0 : points
}

/** Points of a day with hand work. */
export const sessionPoints = (settings: Settings): number =>
  settings['frequency'] === 'a' ? POINTS.lightDay : POINTS.session

const key = (b: Block): string => `${b.day} ${b.exerciseId}`

/**
 * What the change from one set of blocks to another costs, before its weight: a block more or less,
 * a set more or less.
 */
export function changeCost(now: readonly Block[], before: readonly Block[]): number {
  const [a, b] = [
    new Map(now.map((x) => [key(x), x.sets])),
    new Map(before.map((x) => [key(x), x.sets])),
  ]
  let cost = 0
  for (const [k, sets] of a) {
    const was = b.get(k)
    cost += was === undefined ? POINTS.changedBlock : POINTS.changedSet * Math.abs(sets - was)
  }
  for (const k of b.keys()) if (!a.has(k)) cost += POINTS.changedBlock
  return cost
}

/**
 * Points of a plan by part; about 100 is everything covered. Says nothing of rules: that is the
 * validator's.
 */
export function scorePlan(plan: Pick<WeekPlan, 'blocks' | 'testDay'>, p: WeekProblem): Score {
  const settings = settingsFor(p.terms.settings, p.wants, p.frame)
  const { blocks } = plan
  const of = (b: Block) => exerciseById(b.exerciseId)
  const share = shares(p.wants)
  const sum = (f: (b: Block) => number): number => blocks.reduce((a, b) => a + f(b), 0)
  const days = (q: QualityId): number =>
    new Set(
      blocks
        .filter((b) => {
          const e = of(b)
          return e && trains(e, q)
        })
        .map((b) => b.day),
    ).size
  const sessions = new Set([
    ...blocks.map((b) => b.day),
    ...((plan.testDay ?? null) === null ? [] : [plan.testDay!]),
  ]).size
  const parts: Score['parts'] = {
    coverage: p.wants.reduce(
      (a, w, i) =>
        a +
        (share[i]! > 0
          ? POINTS.coverage * share[i]! * worthOf(covered(blocks, w, settings), targetOf(w))
          : 0),
      0,
    ),
    frequency: topQualities(p.wants).reduce(
      (a, q) => a + POINTS.frequency * Math.min(POINTS.frequencyDays, days(q)),
      0,
    ),
    keep: topQualities(p.wants).reduce(
      (a, q) => a + POINTS.underKeep * Math.max(0, keepDose(p.wants, q) - setsOfQuality(blocks, q)),
      0,
    ),
    sessions: sessionPoints(settings) * sessions,
    variety:
      POINTS.variety *
      Math.min(
        POINTS.varietyMost,
        new Set(
          blocks.flatMap((b) => {
            const e = of(b)
            return e && serves(e, p.wants, settings) ? [e.id] : []
          }),
        ).size,
      ),
    phase: sum((b) =>
      outOfPhase(b.exerciseId, p.terms.crush) ? POINTS.crushOutOfPhase * b.sets : 0,
    ),
    schools: sum((b) => {
      const e = of(b)
      return e ? b.sets * leanOf(e, p.wants, settings) : 0
    }),
    pull_eve: sum((b) =>
      of(b)?.level === 'hard' && (p.frame[b.day + 1]?.heavyPull ?? 'none') !== 'none'
        ? POINTS.hardBeforePull
        : 0,
    ),
    weaker: sum((b) => {
      const e = of(b)
      return e && b.extra && trains(e, e.primary) ? POINTS.weakerExtra : 0
    }),
    near: p.near === null ? 0 : p.near.weight * changeCost(blocks, p.near.blocks),
  }
  return { total: Object.values(parts).reduce((a, b) => a + b, 0), parts }
}
