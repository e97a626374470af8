import { create } from 'zustand'
import { persist } from 'zustand/middleware'
import type { UnitChoice } from '@mano/core/units/format'

interface UnitStore extends UnitChoice {
  set: (choice: Partial<UnitChoice>) => void
}

/** Units for display and entry, kept in this browser. */
export const useUnits = create<UnitStore>()(
  persist((set) => ({ mass: 'kg', length: 'mm', set: (choice) => set(choice) }), {
    name: 'mano-units',
  }),
)
