import type { LogBody } from '@mano/contract/plan'
import { exerciseById } from '@mano/core/catalogue/exercises'
import type { SafetyFacts } from '@mano/core/safety/triggers'
import type { Logged } from '@mano/core/session/run'
import { toSi } from '@mano/core/units/convert'
import type { Kg, Seconds } from '@mano/core/units/quantity'
import type { FloorSession } from './store'
import type { FloorData } from './useFloorData'
import { loadedBy } from '@mano/core/safety/pains'

export type DoneSet = Logged & {
  id: string
  exerciseId: string
  ended: string
  loadKg: Kg | null
  amount: number | null
}
const amountOf = (l: {
  exerciseId: string
  seconds?: Seconds | null | undefined
  reps?: number | null | undefined
}): number | null => (exerciseById(l.exerciseId)?.dose.unit === 's' ? l.seconds : l.reps) ?? null

/**
 * Sets of today as they count: what this device logged and what the server knows, corrections taken
 * in.
 */
export function doneSets(data: FloorData, own: FloorSession): DoneSet[] {
  const replaced = new Set(own.logs.flatMap((l) => (l.supersedesId ? [l.supersedesId] : [])))
  const mine = own.logs
    .filter((l) => !l.voided)
    .map((l): DoneSet => ({
      id: l.id,
      blockId: l.blockId ?? null,
      exerciseId: l.exerciseId,
      hand: l.hand,
      set: l.set,
      pain: l.pain ?? null,
      ended: l.ended,
      loadKg: l.load === null ? null : toSi(l.load, l.loadUnit, 'kg'),
      amount: amountOf(l),
    }))
  const known = data.athlete.history.logs
    .filter((l) => l.on === own.on && !own.logs.some((x) => x.id === l.id))
    .map((l): DoneSet => ({ ...l, amount: amountOf(l) }))
  return [...known, ...mine].filter((l) => !replaced.has(l.id))
}

/**
 * Pain of the sets of this device, as the judge takes it: the place that was named, else all that
 * the exercise loads.
 */
export const painsOf = (logs: readonly LogBody[]): SafetyFacts['pains'] => {
  const replaced = new Set(logs.flatMap((l) => (l.supersedesId ? [l.supersedesId] : [])))
  return logs.flatMap((l) => {
    if (l.pain === null || l.pain === undefined || l.voided || replaced.has(l.id)) return []
    const loaded = loadedBy(l.exerciseId)
    return [
      {
        id: l.id,
        hand: l.painWhere?.hand ?? l.hand,
        tissues: l.painWhere?.at ?? (loaded.length > 0 ? loaded : null),
        pain: l.pain,
      },
    ]
  })
}
