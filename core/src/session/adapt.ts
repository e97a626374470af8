import { exerciseById, type Exercise } from '../catalogue/exercises'
import { CLOSE_MIN } from '../plan/practice'
import { blockMinutes } from '../plan/time'
import type { Block } from '../plan/types'
import type { SetLog } from '../record/sets'
import type { Hand } from '../catalogue/person'
import { PROGRESS } from './loads'
import type { Step } from './steps'
import type { Kg, Minutes } from '../units/quantity'
import { must } from '../units/must'

/**
 * A lighter load after misses in the session itself: from the second miss of a hand in a block.
 * Null: carry on.
 */
export function lighterNow(
  block: Pick<Block, 'id'>,
  hand: Hand,
  kg: Kg | null,
  logs: readonly Pick<SetLog, 'blockId' | 'hand' | 'ended'>[],
): number | null {
  const misses = logs.filter(
    (l) => l.blockId === block.id && l.hand === hand && l.ended === 'slipped',
  ).length
  return kg !== null && misses >= PROGRESS.misses
    ? Math.round(2 * kg * (1 - PROGRESS.backShare)) / 2
    : null
}

/**
 * Share of the first set's amount under which an exercise has had its effect for today. Practice,
 * no source.
 */
export const DROP_OFF = 0.7

/** A set as done: amount in the exercise's unit. */
export interface DoneAmount {
  blockId: string | null
  hand: Hand
  set: number
  amount: number | null
  loadKg: Kg | null
}

/**
 * Share of its first set a hand's last set of a block came to, at no more load, where that is under
 * `DROP_OFF`; null: carry on.
 */
export function droppedTo(
  block: Pick<Block, 'id'>,
  hand: Hand,
  sets: readonly DoneAmount[],
): number | null {
  const own = sets
    .filter((l) => l.blockId === block.id && l.hand === hand && l.amount !== null)
    .sort((a, b) => a.set - b.set)
  const [first, last] = [own[0], own.at(-1)]
  if (!first || !last || first === last || !first.amount) return null
  const share = must(last.amount) / first.amount
  return share < DROP_OFF && (last.loadKg ?? 0) <= (first.loadKg ?? 0) + 1e-6 ? share : null
}

/** The lighter version of a day: the hard half out, the extensors kept. */
export const lighterDay = (blocks: readonly Block[]): Block[] =>
  blocks.filter((b) => exerciseById(b.exerciseId)?.level !== 'hard')

/**
 * Minutes a running session will be over what the day leaves: what has gone by, the blocks left by
 * the share of their sets still open, and closing. Below 0: time to spare.
 */
export function minutesOver(
  goneMin: number,
  planned: number,
  steps: readonly Step[],
  open: readonly Step[],
  blocks: readonly Block[],
): number {
  const count = (all: readonly Step[], id: string): number =>
    all.filter((s) => s.blockId === id).length
  const left = blocks.reduce((a, b) => {
    const n = count(steps, b.id)
    return n === 0 ? a : a + (blockMinutes(b) * count(open, b.id)) / n
  }, 0)
  return goneMin + left + CLOSE_MIN - planned
}

/** What goes first when time runs out; warm-up and extensors never. */
const CUT_ORDER: readonly Exercise['position'][] = ['finisher', 'wrist', 'carry', 'main']

/**
 * Blocks to leave out, first to go first, until so many minutes are saved: finishers, wrist,
 * carries, then main work that is not hard; what needs fresh hands and the extensors stay.
 */
export function cutsFor(left: readonly Block[], minutes: Minutes): Block[] {
  const out: Block[] = []
  let saved = 0
  for (const position of CUT_ORDER) {
    const own = left.filter((b) => {
      const e = must(exerciseById(b.exerciseId))
      return (
        e.position === position &&
        e.primary !== 'finger_ext' &&
        e.primary !== 'wrist_ext' &&
        !(position === 'main' && e.level === 'hard')
      )
    })
    for (const b of own.sort((a, c) => blockMinutes(c) - blockMinutes(a))) {
      if (saved >= minutes) return out
      out.push(b)
      saved += blockMinutes(b)
    }
  }
  return out
}
