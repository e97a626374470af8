import { doneAt } from '@mano/core/testing/clock'
import { localDateOf } from '@mano/core/units/dates'
import type { Call } from './api'

/** When something was done that a device noted: by its own clock, set right by how far that was off; and the hall's day of it. */
export function whenDone(
  scene: Pick<Call, 'now' | 'hall' | 'clockMs'>,
  deviceAt: string | null,
): { at: Date; on: string } {
  const at = new Date(
    doneAt(deviceAt === null ? null : Date.parse(deviceAt), scene.clockMs, scene.now.getTime()),
  )
  return { at, on: localDateOf(at, scene.hall.timeZone) }
}
