import { useEffect, useRef, useState } from 'react'
import { createStore, type StoreApi } from 'zustand'
import type { Clash } from '@mano/core/plan/conflict'
import type { WeekPlan } from '@mano/core/plan/types'
import { useCalm } from '../../base/calm'
import type { PlannerReply, PlannerTask } from '../../workers/plannerMessages'
import { solver, type Solver } from './solvers'

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
  let own: Solver | null = null
  const look: Planner['look'] = (task) => {
    own?.end()
    let best: WeekPlan | null = null
    say({ state: 'looking', gap: null, best })
    const over = (search: Search) => {
      own = null
      say(search)
    }
    const mine = (own = solver(
      (data) => {
        if (data.kind === 'progress') {
          best = data.plan ?? best
          return say({ state: 'looking', gap: data.gap, best })
        }
        if (data.kind === 'failed') mine.end()
        else mine.rest()
        if (data.kind === 'done')
          over({ state: 'done', best: data.plan, gap: data.gap, points: data.points })
        if (data.kind === 'clash') over({ state: 'clash', clashes: data.clashes })
        if (data.kind === 'failed') over({ state: 'failed', says: data.says })
      },
      () => {
        mine.end()
        over({ state: 'failed', says: NO_WORKER })
      },
    ))
    own.ask(task)
  }
  const stop = () => {
    own?.end()
    own = null
    say({ state: 'idle' })
  }
  return { found, look, stop }
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
    const over = (leave: () => void, r: Awaited<ReturnType<typeof solveOnce>>) => {
      leave()
      resolve(r)
    }
    const own = solver(
      (data) => {
        if (data.kind === 'done') over(own.rest, { ok: true, plan: data.plan })
        if (data.kind === 'clash')
          over(own.rest, {
            ok: false,
            says: `No week keeps all of it: ${data.clashes.map((c) => c.says).join(' ')}`,
          })
        if (data.kind === 'failed') over(own.end, { ok: false, says: data.says })
      },
      () => over(own.end, { ok: false, says: NO_WORKER }),
    )
    signal.addEventListener('abort', () => {
      own.end()
      reject(new DOMException('stopped', 'AbortError'))
    })
    own.ask(task)
  })
}

/** What the planner could not answer, and why. */
export type Unanswered = Extract<PlannerReply, { kind: 'failed' }>

/**
 * A question to the planner, answered in its worker, or said to have failed; asked anew when `key`
 * changes, null asks nothing. Undefined while it thinks.
 */
export function useAnswer<K extends PlannerReply['kind']>(
  kind: K,
  task: PlannerTask | null,
  key: string,
): Extract<PlannerReply, { kind: K }> | Unanswered | undefined {
  type Reply = Extract<PlannerReply, { kind: K }> | Unanswered
  const [answer, setAnswer] = useCalm<{ key: string; reply: Reply } | undefined>(undefined)
  const own = useRef<Solver | null>(null)
  const waits = useRef('')
  useEffect(
    () => () => {
      if (waits.current) own.current?.end()
      else own.current?.rest()
      own.current = null
    },
    [],
  )
  useEffect(() => {
    if (!task) return
    waits.current = key
    const reply = (said: Reply) => {
      setAnswer({ key: waits.current, reply: said })
      waits.current = ''
    }
    // Another one is begun for the next question.
    const fail = (says: string) => {
      own.current?.end()
      own.current = null
      if (waits.current) reply({ kind: 'failed', says })
    }
    own.current ??= solver(
      (data) => {
        if (data.key !== waits.current) return
        if (data.kind === kind) reply(data as Extract<PlannerReply, { kind: K }>)
        else if (data.kind === 'failed') fail(data.says)
      },
      () => fail(NO_WORKER),
    )
    own.current.ask(task, key)
  }, [key, task === null]) // oxlint-disable-line react/exhaustive-deps
  return answer?.key === key ? answer.reply : undefined
}
