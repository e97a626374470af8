import type { Block } from '@mano/core/plan/types'
import type { Hand } from '@mano/core/catalogue/person'
import { loadAdvice, type LoadAdvice } from '@mano/core/session/loads'
import type { Step } from '@mano/core/session/steps'
import { targetsOf, type TodayTarget } from '@mano/core/session/today'
import { smallestStep } from '@mano/core/testing/plates'
import { fromSi } from '@mano/core/units/convert'
import type { UnitChoice } from '@mano/core/units/format'
import type { FloorSession } from './store'
import type { FloorData } from './useFloorData'
import type { Steps } from './useSteps'

/** Under which name a load taken on the floor is kept. */
export const loadKey = (s: Step): string => `${s.exerciseId} ${s.hand}`

/** What each set is done with: advised, taken on the floor, near to it; in the coach's unit. */
export function loadsOf(
  { sources }: FloorData,
  own: FloorSession,
  { blocks, place, hold }: Steps,
  { mass }: UnitChoice,
) {
  const blockOf = (s: Step) => blocks.find((b) => b.id === s.blockId)
  const advise = (b: Block, hand: Hand): LoadAdvice | null =>
    loadAdvice(b, hand, place, sources, hold)
  const advised = (s: Step): number | null => {
    const b = blockOf(s)
    return b ? (advise(b, s.hand)?.kg ?? null) : null
  }
  const shown = (v: number | null): number | null => {
    const own = v === null ? null : fromSi(v, mass, 'kg')
    return own === null ? null : Math.round(10 * own) / 10
  }
  return {
    advise,
    shown,
    /** Today's target of a step beside the last time; null: a first time, or as planned. */
    targetOf: (s: Step): TodayTarget | null => {
      const b = blockOf(s)
      return (b && targetsOf(b, place, sources, hold).find((t) => t.hand === s.hand)) ?? null
    },
    /** Load of a step, kg: taken on the floor, else as advised. */
    loadKg: (s: Step): number | null => {
      const taken = own.loads[loadKey(s)]
      return taken === undefined ? advised(s) : taken
    },
    /** Loads near a step's: of last time and as advised, and how fine the plates are. */
    near: (s: Step) => {
      const last = shown(
        [...sources.logs]
          .reverse()
          .find((l) => l.exerciseId === s.exerciseId && l.hand === s.hand && l.loadKg !== null)
          ?.loadKg ?? null,
      )
      const now = shown(advised(s))
      const finest = shown(smallestStep(sources.room?.plates ?? []))
      const hints = [
        ...(last === null ? [] : [{ label: 'Last time', value: last }]),
        ...(now === null || now === last ? [] : [{ label: 'As advised', value: now }]),
      ]
      return { hints, stepOf: finest === null || finest <= 0 ? null : finest }
    },
  }
}
export type Loads = ReturnType<typeof loadsOf>
