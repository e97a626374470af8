import { useEffect, useRef, useState } from 'react'
import { v7 } from 'uuid'
import type { PlanView } from '@mano/contract/plan'
import { awayFrame, weeksOf, type BlockProblem, type PlannedWeek } from '@mano/core/plan/block'
import { pinsOf } from '@mano/core/plan/coach'
import { crushWeek, plannedOf } from '@mano/core/plan/context'
import { DELOAD_EACH } from '@mano/core/plan/practice'
import type { WeekProblem } from '@mano/core/plan/problem'
import type { WeekKind } from '@mano/core/plan/types'
import { addDays, weekStartOf, type LocalDate } from '@mano/core/units/dates'
import { must } from '@mano/core/units/must'
import { api } from '../../base/api'
import { touchedBy, useWrite } from '../../base/data'
import { solver, type Solver } from './solvers'
import { useAthletePage } from '../athlete/AthletePage'
import { withPins } from './KeepWeeks'
import { planKey, useProblem } from './usePlan'
import { KINDS } from './WeekTermsPanel'

const TEST_MINUTES = 20

/** Ordinary weeks planned in a row right before a day. */
function workedBefore(view: PlanView, start: LocalDate): number {
  const kinds = new Map(plannedOf(view.versions).map((w) => [w.weekStart, w.kind]))
  let n = 0
  while (n < DELOAD_EACH && kinds.get(addDays(start, -7 * (n + 1))) === 'ordinary') n++
  return n % DELOAD_EACH
}

/** What the coach says of the weeks before they are planned. */
interface Terms {
  weeks: number
  deload: boolean
  kinds: Readonly<Record<number, WeekKind>>
  tested: readonly number[]
}

function problemOf(
  base: WeekProblem,
  view: PlanView,
  start: LocalDate,
  events: BlockProblem['events'],
  { weeks, deload, kinds, tested }: Terms,
): BlockProblem {
  const last = view.versions.find((v) => v.weekStart === addDays(start, -7))
  const chosen = (kind: WeekKind) =>
    Object.entries(kinds).flatMap(([i, k]) => (k === kind && Number(i) < weeks ? [Number(i)] : []))
  return {
    start,
    weeks,
    events,
    frame: base.frame,
    wants: base.wants,
    facts: base.facts,
    units: base.units,
    who: base.who,
    settings: last?.terms.settings ?? {},
    travel: chosen('travel').map((i) => ({
      weekStart: addDays(start, 7 * i),
      frame: awayFrame(base.frame),
    })),
    deloadEach: deload ? DELOAD_EACH : null,
    workedBefore: workedBefore(view, start),
    kinds: Object.fromEntries(
      (['ordinary', 'deload'] as const).flatMap((k) => chosen(k).map((i) => [i, k])),
    ),
    tests: tested.length > 0 ? { minutes: TEST_MINUTES, weeks: tested } : null,
    pins: pinsOf(last?.blocks ?? []).map((p) => ({ ...p, sets: null })),
    bans: [...(last?.terms.bans ?? [])],
    own: view.versions,
    crushFirst: crushWeek(start),
    before: {
      hardBefore: base.hardBefore,
      lastLoad: base.lastLoad,
      blocks: last?.blocks ?? null,
      restedSunday: base.terms.restedBefore,
    },
  }
}

/** A block planned in a worker of its own, week after week. */
function useRunning() {
  const [planned, setPlanned] = useState<readonly PlannedWeek[]>([])
  const [state, setState] = useState<'idle' | 'planning' | 'done' | 'failed'>('idle')
  const own = useRef<Solver | null>(null)
  const stop = () => {
    own.current?.end()
    own.current = null
  }
  useEffect(() => stop, [])
  const over = (how: 'done' | 'failed') => {
    setState(how)
    if (how === 'done') own.current?.rest()
    else own.current?.end()
    own.current = null
  }
  const plan = (problem: BlockProblem) => {
    stop()
    setPlanned([])
    setState('planning')
    own.current = solver(
      (data) => {
        if (data.kind === 'week') setPlanned((so) => [...so, data.week])
        if (data.kind === 'block-done') over('done')
        if (data.kind === 'failed') over('failed')
      },
      () => over('failed'),
    )
    own.current.ask({ kind: 'block', block: problem })
  }
  const halt = () => {
    stop()
    setState('idle')
  }
  const clear = () => {
    halt()
    setPlanned([])
  }
  return { planned, state, plan, halt, clear }
}

/** One to twelve weeks from next Monday on: what was said of them, planned, and saved. */
export function useBlock(view: PlanView) {
  const { athlete, me } = useAthletePage()
  const start = addDays(weekStartOf(me.today), 7)
  const base = useProblem(athlete.id, start, true)
  const [terms, setTerms] = useState<Terms>({ weeks: 6, deload: true, kinds: {}, tested: [] })
  const run = useRunning()
  const events = athlete.events.map((e) => ({ on: e.on, name: e.name }))
  const problem = base && problemOf(base, view, start, events, terms)
  const there = (weekStart: string) => view.versions.find((v) => v.weekStart === weekStart)
  const keep = useWrite(
    async ({ kept, reason }: { kept: readonly PlannedWeek[]; reason: string }) => {
      for (const w of kept)
        await api.post(`/api/athletes/${athlete.id}/plans`, {
          id: v7(),
          weekStart: w.weekStart,
          frame: w.frame,
          blocks: withPins(w),
          terms: {
            origin:
              `Block of ${terms.weeks} weeks from ${start}, ` +
              `${KINDS[w.kind].toLowerCase()} week`,
            settings: w.problem.terms.settings,
            bans: w.problem.terms.bans,
            kind: w.kind,
            ...((w.plan.testDay ?? null) !== null && {
              tests: { minutes: TEST_MINUTES, day: must(w.plan.testDay) },
            }),
          },
          basedOn: there(w.weekStart)?.id ?? null,
          reason,
        })
      return kept.length
    },
    [planKey(athlete.id), ...touchedBy(athlete.id)],
  )
  return {
    ...{ start, terms, problem, there, keep },
    ...run,
    outline: problem ? weeksOf(problem) : [],
    /** What was planned before no longer fits what is said now. */
    change: (more: Partial<Terms>) => {
      setTerms({ ...terms, ...more })
      run.clear()
    },
    plan: () => problem && run.plan(problem),
    /** Planned weeks that have a version already. */
    taken: run.planned.filter((w) => there(w.weekStart)).length,
  }
}
export type BlockRun = ReturnType<typeof useBlock>
