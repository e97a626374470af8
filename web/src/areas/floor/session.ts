import { create } from 'zustand'
import { persist } from 'zustand/middleware'
import type { LogBody } from '@mano/contract/plan'
import type { Hand } from '@mano/core/testing/session'

export type Phase = 'ready' | 'work' | 'log' | 'rest' | 'pain' | 'done'

/** A session on the floor; instants are this device's clock, so a reload goes on where it was. */
export interface FloorSession {
  athleteId: string
  planVersionId: string
  on: string
  index: number
  phase: Phase
  /** When the phase began, ms. */
  since: number
  /** How long the last try worked, s. */
  workedS: number
  /** Rest is over at, ms. */
  restUntil: number
  /** When a hand of a block last ended its try, ms. */
  ended: Record<string, number>
  /** Load last used for an exercise, kg. */
  loads: Record<string, number | null>
  logs: LogBody[]
  /** Symptoms noted in this session: they hold the hand at once. */
  symptoms: { hand: Hand; pain: null; symptom: string }[]
}

interface Floor {
  session: FloorSession | null
  /** Days an athlete came unwell, `athlete day`. */
  unwell: string[]
  setUnwell: (key: string, on: boolean) => void
  begin: (s: Pick<FloorSession, 'athleteId' | 'planVersionId' | 'on'>) => void
  change: (more: Partial<FloorSession>) => void
  leave: () => void
}

export const useFloor = create<Floor>()(
  persist(
    (set) => ({
      session: null,
      unwell: [],
      setUnwell: (key, on) => set((f) => ({ unwell: on ? [...f.unwell, key] : f.unwell.filter((k) => k !== key) })),
      begin: (s) => set({ session: { ...s, index: 0, phase: 'ready', since: Date.now(), workedS: 0, restUntil: 0, ended: {}, loads: {}, logs: [], symptoms: [] } }),
      change: (more) => set((f) => (f.session ? { session: { ...f.session, ...more } } : f)),
      leave: () => set({ session: null }),
    }),
    { name: 'mano-floor' },
  ),
)
