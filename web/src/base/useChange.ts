import { useQueryClient } from '@tanstack/react-query'
import { useRef, useState } from 'react'
import { api, ApiProblem } from './api'
import { readAnew, type Touched } from './data'
import { merge } from './merge'

/** Two people changed the same fields: both sides, until somebody chooses. */
export interface ClashOf<B> {
  mine: B
  theirs: B
  version: number
  fields: readonly (keyof B)[]
}

export interface Change<B> {
  /** `done` is told what was saved: mine, with what somebody else changed meanwhile. */
  save: (mine: B, done?: (saved: B) => void) => void
  /** Puts back what stood before the last save, where nobody changed it since. */
  back: () => Promise<unknown>
  busy: boolean
  error: unknown
  clash: ClashOf<B> | null
  /** Which side of the clash stands; null: neither, nothing is saved. */
  choose: (side: 'mine' | 'theirs' | null) => void
}

/** How often a merge is tried before it is given up: each time somebody was faster again. */
const TRIES = 4

/**
 * Saves a form over what is on record, from the version it was made from. What others changed in
 * other fields stays theirs; the same fields are asked about.
 */
export function useChange<B extends object>(
  url: string,
  base: B,
  version: number,
  touched: Touched,
): Change<B> {
  const client = useQueryClient()
  const [busy, setBusy] = useState(false)
  const [error, setError] = useState<unknown>(null)
  const [clash, setClash] = useState<ClashOf<B> | null>(null)
  const before = useRef<(B & { version: number }) | null>(null)
  const [told, setTold] = useState<((saved: B) => void) | null>(null)
  const send = async (mine: B, from: B, at: number, done: ((saved: B) => void) | null) => {
    setBusy(true)
    setError(null)
    let [now, was, v] = [mine, from, at]
    try {
      for (let i = 0; ; i++) {
        try {
          const { version: saved } = await api.put<{ version: number }>(url, { ...now, version: v })
          before.current = { ...was, version: saved }
          await readAnew(client, touched)
          done?.(now)
          return
        } catch (e) {
          const current =
            e instanceof ApiProblem && e.problem.type === '/problems/overtaken'
              ? (e.problem.current as B & { version: number })
              : null
          if (!current || i >= TRIES) throw e
          const { version: theirVersion, ...rest } = current
          const theirs = rest as unknown as B
          const { merged, clashes } = merge(was, now, theirs)
          if (clashes.length > 0) {
            setTold(() => done)
            setClash({ mine: merged, theirs, version: theirVersion, fields: clashes })
            return
          }
          ;[now, was, v] = [merged, theirs, theirVersion]
        }
      }
    } catch (e) {
      setError(e)
    } finally {
      setBusy(false)
    }
  }
  return {
    back: () => api.put(url, before.current).then(() => readAnew(client, touched)),
    save: (mine, done) => void send(mine, base, version, done ?? null),
    busy,
    error,
    clash,
    choose: (side) => {
      const c = clash
      setClash(null)
      if (!c || side === null) return
      const theirs = Object.fromEntries(c.fields.map((k) => [k, c.theirs[k]]))
      void send(side === 'mine' ? c.mine : { ...c.mine, ...theirs }, c.theirs, c.version, told)
    },
  }
}
