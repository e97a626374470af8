import { useEffect, useState } from 'react'
import { create } from 'zustand'
import { persist } from 'zustand/middleware'
import { NO_TERMS, type Block, type CoachTerms } from '@mano/core/plan/types'
import { type DayFrame } from '@mano/core/intake/week'
import { must } from '@mano/core/units/must'

/**
 * A week under change; `basedOn` is the version it was begun from (null: none was there; undefined:
 * not known any more).
 */
export interface Draft {
  frame: DayFrame[]
  blocks: Block[]
  terms: CoachTerms
  basedOn: string | null | undefined
}

interface Drafts {
  /** Unsaved weeks by athlete and Monday; kept in this browser until saved or left. */
  open: Record<string, Draft>
  past: Record<string, Draft[]>
  future: Record<string, Draft[]>
  put: (key: string, next: Draft, before: Draft) => void
  undo: (key: string) => void
  redo: (key: string) => void
  drop: (key: string) => void
}

const PAST = 30
const without = <T>(all: Record<string, T>, key: string): Record<string, T> =>
  Object.fromEntries(Object.entries(all).filter(([k]) => k !== key))

export const useDrafts = create<Drafts>()(
  persist(
    (set) => ({
      open: {},
      past: {},
      future: {},
      put: (key, next, before) =>
        set((s) => ({
          open: { ...s.open, [key]: next },
          past: { ...s.past, [key]: [...(s.past[key] ?? []), before].slice(-PAST) },
          future: without(s.future, key),
        })),
      undo: (key) =>
        set((s) => {
          const [back, now] = [s.past[key]?.at(-1), s.open[key]]
          return back && now
            ? {
                open: { ...s.open, [key]: back },
                past: { ...s.past, [key]: must(s.past[key]).slice(0, -1) },
                future: { ...s.future, [key]: [...(s.future[key] ?? []), now] },
              }
            : s
        }),
      redo: (key) =>
        set((s) => {
          const [next, now] = [s.future[key]?.at(-1), s.open[key]]
          return next && now
            ? {
                open: { ...s.open, [key]: next },
                past: { ...s.past, [key]: [...(s.past[key] ?? []), now] },
                future: { ...s.future, [key]: must(s.future[key]).slice(0, -1) },
              }
            : s
        }),
      drop: (key) =>
        set((s) => ({
          open: without(s.open, key),
          past: without(s.past, key),
          future: without(s.future, key),
        })),
    }),
    // Drafts of an earlier form knew no terms and no version.
    {
      name: 'mano-plan-drafts',
      version: 2,
      migrate: (old) => ({
        open: Object.fromEntries(
          Object.entries((old as { open?: Record<string, Draft> }).open ?? {}).map(([k, d]) => [
            k,
            { ...d, terms: NO_TERMS, basedOn: undefined },
          ]),
        ),
      }),
      partialize: (s) => ({ open: s.open }),
    },
  ),
)

/**
 * The drafts as they are drawn. What is done within `startTransition` is drawn in small pieces
 * after the press is answered; until then `useDrafts.getState` has what stands there.
 */
export function useDrawnDrafts(): Drafts {
  const [drawn, draw] = useState(useDrafts.getState)
  useEffect(() => {
    draw(useDrafts.getState())
    return useDrafts.subscribe((now) => draw(now))
  }, [])
  return drawn
}

/** One exercise on one day, whichever row it is. */
export const isSame = (a: Block, b: Block): boolean =>
  a.day === b.day && a.exerciseId === b.exerciseId

export const draftKey = (athleteId: string, weekStart: string): string =>
  `${athleteId} ${weekStart}`
