import { EXERCISES, exerciseById, type Exercise } from '../catalogue/exercises'
import { IMPLEMENT_USE } from '../catalogue/implementUse'
import type { ImplementId } from '../catalogue/implements'
import { inOrder } from '../plan/order'
import { kitFor, type Kits } from '../match/kit'
import type { Block } from '../plan/types'
import type { Place } from '../catalogue/places'
import type { Hand } from '../catalogue/person'
import { must } from '../units/must'
import { isAmong, keysOf } from '../units/among'

export interface Step {
  /** Lineage of the block. */
  blockId: string
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

/** How a set ended: held as meant, slipped or opened, or stopped by choice, rule or pain. */
export const ENDINGS = [
  { id: 'done', name: 'Done' },
  { id: 'slipped', name: 'Slipped or opened' },
  { id: 'stopped', name: 'Stopped' },
  { id: 'pain', name: 'Pain' },
] as const
export type EndingId = (typeof ENDINGS)[number]['id']
export const ENDING_IDS: readonly EndingId[] = ENDINGS.map((e) => e.id)

const PREP = [
  'prep_roll',
  'prep_ext',
  'prep_thumb',
  'prep_two',
  'prep_pulse',
  'prep_wrist',
] as const

const USED = keysOf(IMPLEMENT_USE)

/**
 * Warm-up from what the day holds: the thumb only where it is loaded, turns only where the wrist
 * works.
 */
export function warmUp(blocks: readonly Block[]): Exercise[] {
  const tissues = new Set(
    blocks.flatMap((b) => Object.keys(exerciseById(b.exerciseId)?.tissues ?? {})),
  )
  const wants = (id: string): boolean =>
    id === 'prep_thumb'
      ? tissues.has('thumb')
      : id === 'prep_wrist'
        ? ['wrist', 'rotators', 'elbow_medial', 'elbow_lateral'].some((t) => tissues.has(t))
        : true
  return PREP.filter(wants).map((id) => must(exerciseById(id)))
}

/**
 * Kind of implement the light pulses are done on: that of the day's first work that is not light;
 * null: none of its own.
 */
export function pulseImplement(
  blocks: readonly Block[],
  place: Place,
  kits: Kits,
): ImplementId | null {
  const e = inOrder(blocks)
    .map((b) => exerciseById(b.exerciseId))
    .find((x) => x && x.level !== 'light')
  const kit = (e && kitFor(e, place, kits)) ?? e?.kit[place][0] ?? []
  return kit.filter((k) => isAmong(USED, k)).find((k) => IMPLEMENT_USE[k]?.quality) ?? null
}

export interface StepChanges {
  order?: readonly string[]
  added?: Readonly<Record<string, number>>
}

/**
 * A session's sets as single tries in order, hands alternating, with what the coach changed: blocks
 * in another order, sets added.
 */
export function stepsOf(
  blocks: readonly Block[],
  { order = [], added = {} }: StepChanges = {},
): Step[] {
  const rank = (b: Block) => {
    const i = order.indexOf(b.id)
    return i < 0 ? order.length : i
  }
  const own = inOrder(blocks)
    .map((b, i) => ({ b, i }))
    .sort((x, y) => rank(x.b) - rank(y.b) || x.i - y.i)
    .map(({ b }) => b)
  return own.flatMap((b) => {
    const e = exerciseById(b.exerciseId)
    if (!e) return []
    const sets = b.sets + (added[b.id] ?? 0)
    const step = (hand: Hand, set: number): Step => ({
      blockId: b.id,
      exerciseId: b.exerciseId,
      hand,
      set,
      sets: sets + (hand === b.extra ? 1 : 0),
      dose: b.dose,
      restS: e.restS,
    })
    const even = Array.from({ length: sets }, (_, i) =>
      b.hands.map((hand) => step(hand, i + 1)),
    ).flat()
    return b.extra && b.hands.includes(b.extra) ? [...even, step(b.extra, sets + 1)] : even
  })
}

/** What ends every session: stretches. */
export const CLOSING: readonly Exercise[] = EXERCISES.filter((e) => e.aim === 'close')

/** Seconds to change hands or implement: practice estimate, no source. */
export const SWAP_S = 8

/**
 * Rest before the next try, s: what is left of that hand's own rest within a block, at least the
 * time to change hands; only the
 * change between blocks; none at the end. `sinceHandS`: seconds since that hand's last try of the
 * block, null if none.
 */
export function restBefore(
  next: Step | undefined,
  lastBlockId: string,
  sinceHandS: number | null,
): number {
  if (!next) return 0
  return next.blockId === lastBlockId && sinceHandS !== null
    ? Math.max(SWAP_S, next.restS - sinceHandS)
    : SWAP_S
}
