import { useSyncExternalStore } from 'react'
import { create } from 'zustand'
import { persist } from 'zustand/middleware'
import type { LogBody } from '@mano/contract/plan'
import { begun, type Run } from '@mano/core/session/run'
import type { Hand } from '@mano/core/testing/session'
import { keptStorage } from '../../app/kept'

/** A session on the floor; instants are this device's clock, so a reload goes on where it was. */
export interface FloorSession extends Run {
  athleteId: string
  planVersionId: string
  on: string
  logs: LogBody[]
  /** Symptoms noted in this session: they hold the hand at once. */
  symptoms: { hand: Hand; pain: null; symptom: string }[]
  /** The lighter version: hard work out. */
  lighter: boolean
  /** Blocks left out for time. */
  cut: string[]
}

interface Floor {
  sessions: Record<string, FloorSession>
  /** Days an athlete came unwell, `athlete day`. */
  unwell: string[]
  sound: boolean
  voice: boolean
  set: (more: Partial<Pick<Floor, 'sound' | 'voice'>>) => void
  setUnwell: (key: string, on: boolean) => void
  begin: (s: Pick<FloorSession, 'athleteId' | 'planVersionId' | 'on'>) => void
  change: (key: string, more: Partial<FloorSession>) => void
  leave: (key: string) => void
}

export const sessionKey = (athleteId: string, on: string): string => `${athleteId} ${on}`

export const useFloor = create<Floor>()(
  persist(
    (set) => ({
      sessions: {},
      unwell: [],
      sound: true,
      voice: false,
      set: (more) => set(more),
      setUnwell: (key, on) => set((f) => ({ unwell: on ? [...f.unwell, key] : f.unwell.filter((k) => k !== key) })),
      // Sessions of other days are over.
      begin: (s) => set((f) => ({ sessions: { ...Object.fromEntries(Object.entries(f.sessions).filter(([, x]) => x.on === s.on)), [sessionKey(s.athleteId, s.on)]: { ...s, ...begun(Date.now()), logs: [], symptoms: [], lighter: false, cut: [] } } })),
      change: (key, more) => set((f) => (f.sessions[key] ? { sessions: { ...f.sessions, [key]: { ...f.sessions[key], ...more } } } : f)),
      leave: (key) => set((f) => ({ sessions: Object.fromEntries(Object.entries(f.sessions).filter(([k]) => k !== key)) })),
    }),
    { name: 'floor', storage: keptStorage(), partialize: ({ sessions, unwell, sound, voice }) => ({ sessions, unwell, sound, voice }) },
  ),
)

/** Whether what this device kept has been read. */
export const useFloorReady = (): boolean => useSyncExternalStore((seen) => useFloor.persist.onFinishHydration(seen), () => useFloor.persist.hasHydrated())
