import { useEffect, useRef, useState } from 'react'
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

/**
 * The solver in its worker: one search at a time; stopping ends the worker, what it had found
 * stays.
 */
export function usePlanner() {
  const [search, setSearch] = useCalm<Search>({ state: 'idle' })
  const worker = useRef<Worker | null>(null)
  const end = () => {
    worker.current?.terminate()
    worker.current = null
  }
  useEffect(() => end, [])

  const look = (task: Extract<PlannerTask, { kind: 'improve' | 'resolve' }>) => {
    end()
    const own = (worker.current = begin())
    let best: WeekPlan | null = null
    setSearch({ state: 'looking', gap: null, best })
    own.onmessage = ({ data }: MessageEvent<PlannerReply>) => {
      if (worker.current !== own) return
      if (data.kind === 'progress') {
        best = data.plan ?? best
        setSearch({ state: 'looking', gap: data.gap, best })
        return
      }
      if (data.kind === 'done')
        setSearch({ state: 'done', best: data.plan, gap: data.gap, points: data.points })
      if (data.kind === 'clash') setSearch({ state: 'clash', clashes: data.clashes })
      if (data.kind === 'failed') setSearch({ state: 'failed', says: data.says })
      end()
    }
    own.onerror = () => {
      if (worker.current === own) {
        end()
        setSearch({ state: 'failed', says: NO_WORKER })
      }
    }
    own.postMessage(task)
  }

  return {
    search,
    look,
    stop: () => {
      end()
      setSearch({ state: 'idle' })
    },
  }
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
  const [answer, setAnswer] = useState<{ key: string; reply: Extract<PlannerReply, { kind: K }> }>()
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
