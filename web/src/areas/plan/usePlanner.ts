import { useEffect, useRef, useState } from 'react'
import { createStore, type StoreApi } from 'zustand'
import type { Clash } from '@mano/core/plan/conflict'
import type { WeekPlan } from '@mano/core/plan/types'
import { useCalm } from '../../base/calm'
import type { PlannerReply, PlannerTask } from '../../workers/plannerMessages'

export type Search =
  | { state: 'idle' }
  /**
   * Looking: best so far (null: nothing better than what is shown) and how far from the best
   * possible, 0 to 1.
   */
  | { state: 'looking'; gap: number | null; best: WeekPlan | null }
  | { state: 'done'; best: WeekPlan; gap: number; points: number }
  | { state: 'clash'; clashes: readonly Clash[] }
  | { state: 'failed'; says: string }

const begin = () =>
  new Worker(new URL('../../workers/planner.ts', import.meta.url), { type: 'module' })
const NO_WORKER = 'The planner could not be started in this browser.'

/** The solver in its worker: one search at a time. */
export interface Planner {
  found: StoreApi<Search>
  look: (task: Extract<PlannerTask, { kind: 'improve' | 'resolve' }>) => void
  /** Ends the worker; what it had found stays. */
  stop: () => void
}

function newPlanner(): Planner {
  const found = createStore<Search>(() => ({ state: 'idle' }))
  const say = (search: Search) => found.setState(search, true)
  let worker: Worker | null = null
  const end = () => {
    worker?.terminate()
    worker = null
  }
  return {
    found,
    look: (task) => {
      end()
      const own = (worker = begin())
      let best: WeekPlan | null = null
      say({ state: 'looking', gap: null, best })
      own.onmessage = ({ data }: MessageEvent<PlannerReply>) => {
        if (worker !== own) return
        if (data.kind === 'progress') {
          best = data.plan ?? best
          say({ state: 'looking', gap: data.gap, best })
          return
        }
        if (data.kind === 'done')
          say({ state: 'done', best: data.plan, gap: data.gap, points: data.points })
        if (data.kind === 'clash') say({ state: 'clash', clashes: data.clashes })
        if (data.kind === 'failed') say({ state: 'failed', says: data.says })
        end()
      }
      own.onerror = () => {
        if (worker !== own) return
        end()
        say({ state: 'failed', says: NO_WORKER })
      }
      own.postMessage(task)
    },
    stop: () => {
      end()
      say({ state: 'idle' })
    },
  }
}

/** A planner of a page; it ends with the page. Who shows what it finds asks `useSearch`. */
export function usePlanner(): Planner {
  const [planner] = useState(newPlanner)
  useEffect(() => planner.stop, [planner])
  return planner
}

/**
 * What a planner says: a search speaks several times a second, so only what shows it is drawn
 * anew, never the week.
 */
export function useSearch({ found }: Planner): Search {
  const [search, setSearch] = useCalm(found.getState)
  useEffect(() => {
    setSearch(found.getState())
    return found.subscribe((now) => setSearch(now))
  }, [found, setSearch])
  return search
}

/** One search by itself, for work over several weeks: gives a plan, or why there is none. */
export function solveOnce(
  task: Extract<PlannerTask, { kind: 'improve' }>,
  signal: AbortSignal,
): Promise<{ ok: true; plan: WeekPlan } | { ok: false; says: string }> {
  return new Promise((resolve, reject) => {
    const own = begin()
    const end = (r: Awaited<ReturnType<typeof solveOnce>>) => {
      own.terminate()
      resolve(r)
    }
    signal.addEventListener('abort', () => {
      own.terminate()
      reject(new DOMException('stopped', 'AbortError'))
    })
    own.onmessage = ({ data }: MessageEvent<PlannerReply>) => {
      if (data.kind === 'done') end({ ok: true, plan: data.plan })
      if (data.kind === 'clash')
        end({
          ok: false,
          says: `No week keeps all of it: ${data.clashes.map((c) => c.says).join(' ')}`,
        })
      if (data.kind === 'failed') end({ ok: false, says: data.says })
    }
    own.onerror = () => end({ ok: false, says: NO_WORKER })
    own.postMessage(task)
  })
}

/**
 * A question to the planner, answered in its worker; asked anew when `key` changes, null asks
 * nothing. Undefined while it thinks.
 */
export function useAnswer<K extends PlannerReply['kind']>(
  kind: K,
  task: PlannerTask | null,
  key: string,
): Extract<PlannerReply, { kind: K }> | undefined {
  const [answer, setAnswer] = useCalm<
    { key: string; reply: Extract<PlannerReply, { kind: K }> } | undefined
  >(undefined)
  const worker = useRef<Worker | null>(null)
  useEffect(
    () => () => {
      worker.current?.terminate()
      worker.current = null
    },
    [],
  )
  useEffect(() => {
    if (!task) return
    const own = (worker.current ??= begin())
    const heard = ({ data }: MessageEvent<PlannerReply & { key?: string }>) => {
      if (data.kind === kind && data.key === key)
        setAnswer({ key, reply: data as Extract<PlannerReply, { kind: K }> })
    }
    own.addEventListener('message', heard)
    own.postMessage({ ...task, key })
    return () => own.removeEventListener('message', heard)
  }, [key, task === null]) // oxlint-disable-line react/exhaustive-deps
  return answer?.key === key ? answer.reply : undefined
}
