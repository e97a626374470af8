import { EXERCISES, exerciseById, type Exercise } from '../catalogue/exercises'
import { inOrder } from '../plan/order'
import type { Block } from '../plan/types'
import type { Hand } from '../testing/session'

export interface Step {
  /** Lineage of the block; null for warm-up and closing. */
  blockId: string | null
  exerciseId: string
  hand: Hand
  /** From 1. */
  set: number
  sets: number
  /** Amount aimed at, in the exercise's unit. */
  dose: number
  /** Rest before this hand's next try, s. */
  restS: number
}

/** How a set ended: reached, or by the rule that ends it. */
export const ENDINGS = [
  { id: 'done', name: 'Done' },
  { id: 'slipped', name: 'Slipped or opened' },
  { id: 'stopped', name: 'Stopped' },
  { id: 'pain', name: 'Pain' },
] as const
export type EndingId = (typeof ENDINGS)[number]['id']

const PREP = ['prep_roll', 'prep_ext', 'prep_thumb', 'prep_two', 'prep_pulse', 'prep_wrist'] as const

/** Warm-up from what the day holds: the thumb only where it is loaded, turns only where the wrist works. */
export function warmUp(blocks: readonly Block[]): Exercise[] {
  const tissues = new Set(blocks.flatMap((b) => Object.keys(exerciseById(b.exerciseId)?.tissues ?? {})))
  const wants = (id: string): boolean => (id === 'prep_thumb' ? tissues.has('thumb') : id === 'prep_wrist' ? ['wrist', 'rotators', 'elbow_medial', 'elbow_lateral'].some((t) => tissues.has(t)) : true)
  return PREP.filter(wants).map((id) => exerciseById(id)!)
}

/** A session as single tries in order: warm-up, blocks with alternating hands, stretches. `held` hands of a block are left out. */
export function stepsOf(blocks: readonly Block[], held: (block: Block, hand: Hand) => boolean = () => false): Step[] {
  if (blocks.length === 0) return []
  const plain = (e: Exercise): Step => ({ blockId: null, exerciseId: e.id, hand: 'both', set: 1, sets: 1, dose: e.dose.range[0], restS: 0 })
  const work = inOrder(blocks).flatMap((b) => {
    const e = exerciseById(b.exerciseId)
    const hands = e ? b.hands.filter((h) => !held(b, h)) : []
    const step = (hand: Hand, set: number): Step => ({ blockId: b.id, exerciseId: b.exerciseId, hand, set, sets: b.sets + (hand === b.extra ? 1 : 0), dose: b.dose, restS: e!.restS })
    const even = Array.from({ length: b.sets }, (_, i) => hands.map((hand) => step(hand, i + 1))).flat()
    return b.extra && hands.includes(b.extra) ? [...even, step(b.extra, b.sets + 1)] : even
  })
  return [...warmUp(blocks).map(plain), ...work, ...EXERCISES.filter((e) => e.aim === 'close').map(plain)]
}

/** Seconds to change hands or implement: practice estimate, no source. */
export const SWAP_S = 8

/**
 * Rest before the next try, s: what is left of that hand's own rest within a block, at least the time to change hands; only the
 * change between blocks; none round warm-up and closing. `sinceHandS`: seconds since that hand's last try of the block, null if none.
 */
export function restBefore(next: Step | undefined, lastBlockId: string | null, sinceHandS: number | null): number {
  if (!next || next.blockId === null || lastBlockId === null) return 0
  return next.blockId === lastBlockId && sinceHandS !== null ? Math.max(SWAP_S, next.restS - sinceHandS) : SWAP_S
}

export interface LoggedTry { blockId: string | null; hand: Hand; set: number; pain: number | null }

/**
 * First step not logged or passed over; steps of a hand whose set ended in pain over 3 are passed over for that block, and
 * those a caution holds.
 */
export function nextStep(steps: readonly Step[], from: number, logs: readonly LoggedTry[], held: (step: Step) => boolean = () => false): number {
  for (let i = from; i < steps.length; i++) {
    const s = steps[i]!
    const own = logs.filter((l) => l.blockId !== null && l.blockId === s.blockId && l.hand === s.hand)
    if (own.some((l) => l.set === s.set) || own.some((l) => (l.pain ?? 0) > 3) || held(s)) continue
    return i
  }
  return steps.length
}
