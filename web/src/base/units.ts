import { create } from 'zustand'
import { persist } from 'zustand/middleware'
import type { UnitChoice } from '@mano/core/units/format'
import { api } from './api'

interface UnitStore extends UnitChoice {
  /** The server has what was chosen here. */
  sent: boolean
}

/**
 * Units for display and entry: a person's own on every device, kept in this browser too, where
 * pages
 * are looked at without the server or by a link.
 */
export const useUnits = create<UnitStore>()(
  persist((): UnitStore => ({ mass: 'kg', length: 'mm', sent: true }), { name: 'mano-units' }),
)

async function send(): Promise<void> {
  const { mass, length } = useUnits.getState()
  await api.put('/api/me/units', { mass, length })
  useUnits.setState({ sent: true })
}
/** Chosen by who is signed in; without the server it goes there when they are next seen. */
export function chooseUnits(choice: Partial<UnitChoice>): void {
  useUnits.setState({ ...choice, sent: false })
  send().catch(() => undefined)
}
/** What the server knows of who has just been seen; null: they have chosen nothing yet. */
export function adoptUnits(units: UnitChoice | null): void {
  if (!useUnits.getState().sent) send().catch(() => undefined)
  else if (units) useUnits.setState(units)
}
