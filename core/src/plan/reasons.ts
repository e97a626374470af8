import { exerciseById } from '../catalogue/exercises'
import { qualityById, type QualityId } from '../catalogue/qualities'
import { effectiveSets, weakerOf } from './coverage'
import { type Want } from '../demand/want'
import { briefOf, ratingIn } from './brief'
import { served, type BriefRow } from './briefRows'
import { mainOf } from './faults'
import type { WeekProblem } from './problem'
import type { Block, WeekPlan } from './types'
import { must } from '../units/must'

const EXTENSORS: Partial<Record<QualityId, string>> = {
  finger_ext: 'Opens the hand again and closes the session.',
  wrist_ext: 'Keeps the wrist that carries the grip: twice a week in every plan.',
}

export interface Served {
  row: BriefRow
  /** Sets the week gives it. */
  sets: number
  /** Points lost without the block. */
  points: number
}

/** The quality a block gives most to in this plan: what would be lost without it. Null: none. */
export function leadRow(block: Block, blocks: readonly Block[], p: WeekProblem): Served | null {
  const brief = briefOf(p)
  const e = exerciseById(block.exerciseId)
  if (!e) return null
  const all = brief.rows.map((row, k): Served => {
    const sets = blocks.reduce((a, b) => {
      const x = exerciseById(b.exerciseId)
      return x ? a + effectiveSets(b) * must(brief.of(x).shares[k]) : a
    }, 0)
    const own = effectiveSets(block) * must(brief.of(e).shares[k])
    return { row, sets, points: row.worth * (served(sets, row.aim) - served(sets - own, row.aim)) }
  })
  return all.filter((x) => x.points > 1e-9).sort((a, b) => b.points - a.points)[0] ?? null
}

/** The want behind a row: one with the coach's own word, else the heaviest. */
export const wantOf = (row: BriefRow, wants: readonly Want[]): Want | null =>
  [...wants]
    .filter((w) => w.quality === row.quality)
    .sort(
      (a, b) => Number(b.byCoach ?? false) - Number(a.byCoach ?? false) || b.priority - a.priority,
    )[0] ?? null

const TIER_SAYS = {
  staple: 'what most coaches put first for it',
  good: 'a good choice for it',
  accessory: 'a help for it',
  rare: 'rarely used for it',
} as const

/** Why a block stands in the plan, in a coach's words; also whose hand leads and which is held. */
export function whyHere(block: Block, blocks: readonly Block[], p: WeekProblem): string {
  const e = must(exerciseById(block.exerciseId))
  const brief = briefOf(p)
  const lead = leadRow(block, blocks, p)
  const extensor = EXTENSORS[e.primary as QualityId]
  const main = mainOf(
    blocks.filter((b) => b.day === block.day),
    brief,
  )
  const rating = lead && ratingIn(brief, lead.row.quality, e.id)
  const want = lead && wantOf(lead.row, p.wants)
  const served = want ? want.why : `weight ${lead?.row.imp ?? 0} of 5`
  const twice = new Set(blocks.filter((b) => b.exerciseId === block.exerciseId).map((b) => b.day))
  const text = lead
    ? `${qualityById(lead.row.quality).name}: ` +
      `${rating ? TIER_SAYS[rating.tier] : 'serves it'}; ${served}.` +
      (main === block || main?.id === block.id
        ? ` The main exercise of the day${twice.size > 1 ? ', the same on two days' : ''}.`
        : '')
    : extensor
      ? ''
      : 'Chosen by the coach.'
  const held =
    e.hands === 'each' && block.hands.length === 1
      ? ` Only the ${block.hands[0]} hand: the other is held by a caution.`
      : ''
  const hand = weakerOf(e, p.wants)
  const weaker =
    hand && block.hands.length === 2 && block.hands[0] === hand
      ? ` The ${hand} hand leads${block.extra ? ' and gets one set more' : ''}: its lean ` +
        'is acted on.'
      : ''
  return `${extensor ? `${extensor} ` : ''}${text}${held}${weaker}`.trim()
}

/** A plan with its reasons written out; those the coach wrote stay. */
export function inWords(plan: WeekPlan, p: WeekProblem): WeekPlan {
  return {
    ...plan,
    blocks: plan.blocks.map((b) =>
      b.reason !== '' ? b : { ...b, reason: whyHere(b, plan.blocks, p) },
    ),
  }
}
