import { exerciseById } from '../catalogue/exercises'
import { qualityById, type QualityId } from '../catalogue/qualities'
import { counts, covered, effectiveSets, targetOf, weakerOf, worthOf, type Want } from './coverage'
import type { WeekProblem } from './problem'
import { settingsFor, type Settings } from './schools'
import { shares } from './score'
import type { Block, WeekPlan } from './types'

const EXTENSORS: Partial<Record<QualityId, string>> = {
  finger_ext: 'Opening the hand balances the forearm: two days a week in every plan.',
  wrist_ext:
    'The wrist extensors hold the wrist where grip is strongest: two days a week in every plan.',
}

/** The want a block gives most to in this plan: what would be lost without it. Null: none. */
export function leadWant(
  block: Block,
  blocks: readonly Block[],
  wants: readonly Want[],
  settings: Settings,
): Want | null {
  const e = exerciseById(block.exerciseId)
  if (!e) return null
  const share = shares(wants)
  const lost = wants.map((w, i) => {
    const [all, own] = [covered(blocks, w, settings), effectiveSets(block) * counts(e, w, settings)]
    return { w, points: share[i]! * (worthOf(all, targetOf(w)) - worthOf(all - own, targetOf(w))) }
  })
  return lost.filter((l) => l.points > 1e-9).sort((a, b) => b.points - a.points)[0]?.w ?? null
}

/** Why a block stands in the plan, in one line; also whose hand leads and which is held. */
export function whyHere(
  block: Block,
  blocks: readonly Block[],
  wants: readonly Want[],
  settings: Settings,
): string {
  const e = exerciseById(block.exerciseId)!
  const want = leadWant(block, blocks, wants, settings)
  const extensor = EXTENSORS[e.primary as QualityId]
  const through =
    want && e.primary !== want.quality && e.primary !== null && e.primary !== 'day'
      ? ` (also through ${qualityById(e.primary).name.toLowerCase()})`
      : ''
  const main = want
    ? `${qualityById(want.quality).name}${through}: ${want.why}; ${Math.round(covered(blocks, want, settings))} of ${targetOf(want)} sets a week.`
    : (extensor ?? 'Chosen by the coach.')
  const held =
    e.hands === 'each' && block.hands.length === 1
      ? ` Only the ${block.hands[0]} hand: the other is held by a caution.`
      : ''
  const lead = weakerOf(e, wants)
  const weaker =
    lead && block.hands.length === 2 && block.hands[0] === lead
      ? ` The ${lead} hand leads${block.extra ? ' and gets one set more' : ''}: its lean is acted on.`
      : ''
  return `${extensor && want ? `${extensor} ` : ''}${main}${held}${weaker}`
}

/** A plan with its reasons written out; those the coach wrote stay. */
export function inWords(plan: WeekPlan, p: WeekProblem): WeekPlan {
  const settings = settingsFor(p.terms.settings, p.wants, p.frame)
  return {
    ...plan,
    blocks: plan.blocks.map((b) =>
      b.reason !== '' ? b : { ...b, reason: whyHere(b, plan.blocks, p.wants, settings) },
    ),
  }
}
