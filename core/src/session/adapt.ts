import { exerciseById, type Exercise } from '../catalogue/exercises'
import { blockMinutes } from '../plan/time'
import type { Block } from '../plan/types'
import type { SetLog } from '../review/load'
import type { Hand } from '../testing/session'
import { PROGRESS } from './loads'

/** A lighter load after misses in the session itself: from the second miss of a hand in a block. Null: carry on. */
export function lighterNow(block: Pick<Block, 'id'>, hand: Hand, kg: number | null, logs: readonly Pick<SetLog, 'blockId' | 'hand' | 'ended'>[]): number | null {
  const misses = logs.filter((l) => l.blockId === block.id && l.hand === hand && l.ended === 'slipped').length
  return kg !== null && misses >= PROGRESS.misses ? Math.round(2 * kg * (1 - PROGRESS.backShare)) / 2 : null
}

/** The lighter version of a day: the hard half out, the extensors kept. */
export const lighterDay = (blocks: readonly Block[]): Block[] => blocks.filter((b) => exerciseById(b.exerciseId)?.level !== 'hard')

/** What goes first when time runs out; warm-up and extensors never. */
const CUT_ORDER: readonly Exercise['position'][] = ['finisher', 'wrist', 'carry', 'main']

/** Blocks to leave out, first to go first, until so many minutes are saved: finishers, wrist, carries, then main work that is not hard; what needs fresh hands and the extensors stay. */
export function cutsFor(left: readonly Block[], minutes: number): Block[] {
  const out: Block[] = []
  let saved = 0
  for (const position of CUT_ORDER) {
    const own = left.filter((b) => { const e = exerciseById(b.exerciseId)!; return e.position === position && e.primary !== 'finger_ext' && e.primary !== 'wrist_ext' && !(position === 'main' && e.level === 'hard') })
    for (const b of own.sort((a, c) => blockMinutes(c) - blockMinutes(a))) { if (saved >= minutes) return out; out.push(b); saved += blockMinutes(b) }
  }
  return out
}
