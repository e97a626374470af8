import { create } from 'zustand'
import { persist } from 'zustand/middleware'
import type { Block, DayFrame } from '@mano/core/plan/types'

export interface Draft { frame: DayFrame[]; blocks: Block[] }

interface Drafts {
  /** Unsaved weeks by athlete and Monday; kept in this browser until saved or left. */
  open: Record<string, Draft>
  past: Record<string, Draft[]>
  put: (key: string, next: Draft, before: Draft) => void
  undo: (key: string) => void
  drop: (key: string) => void
}

const PAST = 30
const without = <T>(all: Record<string, T>, key: string): Record<string, T> => Object.fromEntries(Object.entries(all).filter(([k]) => k !== key))

export const useDrafts = create<Drafts>()(
  persist(
    (set) => ({
      open: {},
      past: {},
      put: (key, next, before) => set((s) => ({ open: { ...s.open, [key]: next }, past: { ...s.past, [key]: [...(s.past[key] ?? []), before].slice(-PAST) } })),
      undo: (key) => set((s) => {
        const back = s.past[key]?.at(-1)
        return back ? { open: { ...s.open, [key]: back }, past: { ...s.past, [key]: s.past[key]!.slice(0, -1) } } : s
      }),
      drop: (key) => set((s) => ({ open: without(s.open, key), past: without(s.past, key) })),
    }),
    { name: 'mano-plan-drafts', partialize: (s) => ({ open: s.open }) },
  ),
)

export const draftKey = (athleteId: string, weekStart: string): string => `${athleteId} ${weekStart}`
