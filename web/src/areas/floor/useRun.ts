import { droppedTo, lighterNow } from '@mano/core/session/adapt'
import { useOutbox } from '../../base/outbox'
import { useUnits } from '../../base/units'
import { actsOf } from './runActs'
import { loadsOf } from './runLoads'
import { sessionKey, useFloor, type FloorSession } from './store'
import { useClock } from './useClock'
import type { FloorData } from './useFloorData'
import { useSteps, type Steps } from './useSteps'

/**
 * One athlete's running session: what is up, what is next, and everything a touch can do. `drives`:
 * this one moves the clock on.
 */
export function useRun(data: FloorData, own: FloorSession, drives: boolean, alone: boolean) {
  const key = sessionKey(data.athlete.id, own.on)
  const change = useFloor((s) => s.change)
  const send = useOutbox((s) => s.add)
  const units = useUnits()
  const steps = useSteps(data, own)
  const put = (more: Partial<FloorSession>) => change(key, more)
  const clock = useClock(own, steps, put, { drives, alone })
  const loads = loadsOf(data, own, steps, units)
  const { step, blocks, done } = steps
  const kg = step ? loads.loadKg(step) : null
  const block = step && blocks.find((b) => b.id === step.blockId)
  return {
    data,
    own,
    key,
    ...steps,
    ...clock,
    ...loads,
    kg,
    lighter: block && step ? lighterNow(block, step.hand, kg, done) : null,
    dropped: droppedIn(steps),
    units,
    act: actsOf({ data, own, ...steps, loads, kg, mass: units.mass, put, send, alone }),
  }
}
export type RunView = ReturnType<typeof useRun>

/** How far the set just done fell under the first of its hand, with sets of it still to come. */
function droppedIn({ done, open }: Steps) {
  const last = done.at(-1)
  if (!last || last.blockId === null) return null
  if (!open.some((s) => s.blockId === last.blockId && s.hand === last.hand)) return null
  const to = droppedTo({ id: last.blockId }, last.hand, done)
  return to === null ? null : { to, hand: last.hand }
}
