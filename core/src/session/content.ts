import { exerciseById, type Exercise } from '../catalogue/exercises'
import { loadAdvice, type LoadAdvice } from './loads'
import { type LoadSources } from './sources'
import { warmUp } from './steps'
import { withTargets } from './today'
import type { Hand } from '../catalogue/person'
import { kitFor } from '../match/kit'
import { inOrder } from '../plan/order'
import { CLOSE_MIN, WARM_UP_MIN } from '../plan/practice'
import { blockMinutes } from '../plan/time'
import type { Block } from '../plan/types'
import type { DayFrame } from '../intake/week'
import type { Minutes } from '../units/quantity'
import { must } from '../units/must'

export interface BlockContent {
  block: Block
  exercise: Exercise
  kit: readonly string[]
  minutes: Minutes
  restS: number
  /** Empty where nothing is lifted. */ loads: readonly (LoadAdvice & { hand: Hand })[]
}
export interface SessionContent {
  warmUp: readonly Exercise[]
  blocks: readonly BlockContent[]
  minutes: Minutes
}

/**
 * What a session is made of: warm-up, blocks in their order with what each hand lifts, the rest
 * between sets (s) and true minutes. Amounts are today's by the ladder; `hold`: why nothing rises.
 */
export function sessionContent(
  blocks: readonly Block[],
  day: DayFrame,
  sources: LoadSources,
  hold: string | null = null,
): SessionContent {
  const own = inOrder(withTargets(blocks, day.place, sources, hold)).map((block): BlockContent => {
    const exercise = must(exerciseById(block.exerciseId))
    const loads = block.hands.flatMap((hand) => {
      const advice = loadAdvice(block, hand, day.place, sources, hold)
      return advice ? [{ hand, ...advice }] : []
    })
    return {
      block,
      exercise,
      kit: kitFor(exercise, day.place, sources.kits) ?? [],
      minutes: blockMinutes(block),
      restS: exercise.restS,
      loads,
    }
  })
  return {
    warmUp: warmUp(blocks),
    blocks: own,
    minutes:
      own.length === 0 ? 0 : WARM_UP_MIN + CLOSE_MIN + own.reduce((a, b) => a + b.minutes, 0),
  }
}
