import { useSyncExternalStore } from 'react'
import { create } from 'zustand'
import { persist } from 'zustand/middleware'
import type { LogBody } from '@mano/contract/plan'
import type { ReasonView } from '@mano/contract/safety'
import type { DayFlagId, SymptomId } from '@mano/core/catalogue/cautions'
import { begun, type Run } from '@mano/core/session/run'
import type { Hand } from '@mano/core/catalogue/person'
import { keptStorage } from '../../base/kept'

/** A session on the floor; instants are this device's clock, so a reload goes on where it was. */
export interface FloorSession extends Run {
  athleteId: string
  planVersionId: string
  on: string
  logs: LogBody[]
  /** Symptoms noted in this session: they stop the hand at once. */
  symptoms: { id: string; hand: Hand; symptom: SymptomId; cleared: null }[]
  /** Reasons the coach gave in this session. */
  reasons: ReasonView[]
  /** The lighter version: hard work out. */
  lighter: boolean
  /** Blocks left out for time. */
  cut: string[]
  /** Ended before the plan did: why, and what was left. */
  early?: { reason: string; setsLeft: { blockId: string; sets: number }[] }
}

interface Floor {
  sessions: Record<string, FloorSession>
  /** What was ticked for an athlete's day on this device, by `athlete day`. */
  flags: Record<string, DayFlagId[]>
  sound: boolean
  voice: boolean
  set: (more: Partial<Pick<Floor, 'sound' | 'voice'>>) => void
  setFlags: (key: string, flags: DayFlagId[]) => void
  begin: (s: Pick<FloorSession, 'athleteId' | 'planVersionId' | 'on'>) => void
  change: (key: string, more: Partial<FloorSession>) => void
  leave: (key: string) => void
}

export const sessionKey = (athleteId: string, on: string): string => `${athleteId} ${on}`

export const useFloor = create<Floor>()(
  persist(
    (set) => ({
      sessions: {},
      flags: {},
      sound: true,
      voice: false,
      set: (more) => set(more),
      setFlags: (key, flags) => set((f) => ({ flags: { ...f.flags, [key]: flags } })),
      // Sessions of other days are over.
      begin: (s) =>
        set((f) => ({
          sessions: {
            ...Object.fromEntries(Object.entries(f.sessions).filter(([, x]) => x.on === s.on)),
            [sessionKey(s.athleteId, s.on)]: {
              ...s,
              ...begun(Date.now()),
              logs: [],
              symptoms: [],
              reasons: [],
              lighter: false,
              cut: [],
            },
          },
        })),
      change: (key, more) =>
        set((f) =>
          f.sessions[key]
            ? { sessions: { ...f.sessions, [key]: { ...f.sessions[key], ...more } } }
            : f,
        ),
      leave: (key) =>
        set((f) => ({
          sessions: Object.fromEntries(Object.entries(f.sessions).filter(([k]) => k !== key)),
        })),
    }),
    // A session from before this version has no reasons of its own.
    {
      name: 'floor',
      version: 1,
      migrate: (old) => ({ ...(old as Floor), flags: {}, sessions: {} }),
      storage: keptStorage(),
      partialize: ({ sessions, flags, sound, voice }) => ({ sessions, flags, sound, voice }),
    },
  ),
)

/** Whether what this device kept has been read. */
export const useFloorReady = (): boolean =>
  useSyncExternalStore(
    (seen) => useFloor.persist.onFinishHydration(seen),
    () => useFloor.persist.hasHydrated(),
  )
