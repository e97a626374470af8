import { doneAt } from '@mano/core/testing/clock'
import { localDateOf } from '@mano/core/units/dates'
import type { Call } from '../api/api'

/**
 * When something was done that a device noted: by its own clock, set right by how far that was off;
 * and the hall's day of it.
 */
export function whenDone(
  scene: Pick<Call, 'now' | 'hall' | 'clockMs'>,
  deviceAt: string | null,
): { at: Date; on: string } {
  const at = new Date(
    doneAt(deviceAt === null ? null : Date.parse(deviceAt), scene.clockMs, scene.now.getTime()),
  )
  return { at, on: localDateOf(at, scene.hall.timeZone) }
}

const clocks = new Map<string, Intl.DateTimeFormat>()
/** A clock of a zone that writes `2026-10-08 17:30:00`; costly to make, so it is kept. */
function wallClock(timeZone: string): Intl.DateTimeFormat {
  let clock = clocks.get(timeZone)
  if (!clock)
    clocks.set(
      timeZone,
      (clock = new Intl.DateTimeFormat('sv-SE', {
        timeZone,
        dateStyle: 'short',
        timeStyle: 'medium',
      })),
    )
  return clock
}

/** Instant of a local wall time in a zone. */
export function instantOf(on: string, at: string, timeZone: string): Date {
  const asUtc = new Date(`${on}T${at}:00Z`)
  const shown = new Date(`${wallClock(timeZone).format(asUtc).replace(' ', 'T')}Z`)
  return new Date(asUtc.getTime() - (shown.getTime() - asUtc.getTime()))
}
