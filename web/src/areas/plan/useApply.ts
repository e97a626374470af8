import { counted } from '@mano/core/units/counted'
import { useEffect, useRef, useState } from 'react'
import { v7 } from 'uuid'
import type { PlanView } from '@mano/contract/plan'
import type { PlanTemplate } from '@mano/core/catalogue/templates'
import { readProblem } from '@mano/core/plan/problem'
import { templateWeek } from '@mano/core/plan/template'
import { wholeWeekMinutes } from '@mano/core/plan/time'
import { addDays, formatDate } from '@mano/core/units/dates'
import type { Minutes } from '@mano/core/units/quantity'
import { api, failureText, queryClient } from '../../base/api'
import { readAthlete, touchedBy } from '../../base/data'
import { changesOf, type WeekChange } from './weekChanges'
import { planKey } from './usePlan'
import { solveOnce } from './usePlanner'

type Changes = WeekChange[]
/** How far an athlete's weeks are. */
export type Outcome =
  | { state: 'waiting' }
  | { state: 'working' }
  | { state: 'kept'; says: string; changes: Changes }
  | { state: 'left'; says: string }

/** A template from a Monday on; `over`: also where a week is planned already. */
interface Applied {
  template: PlanTemplate
  weekStart: string
  over: boolean
  today: string
}

const left = (says: string): Outcome => ({ state: 'left', says })

/** One week for one athlete: made from the template, solved for their hands, kept as a version. */
async function weekFor(
  { template, weekStart, over, today }: Applied,
  w: number,
  athleteId: string,
  signal: AbortSignal,
): Promise<{ changes: Changes; minutes: Minutes } | Outcome> {
  const week = addDays(weekStart, 7 * w)
  const { versions } = await api.get<PlanView>(`/api/athletes/${athleteId}/plan`)
  const there = versions.find((v) => v.weekStart === week)
  const { logs } = (await readAthlete(athleteId)).history
  const name = `week of ${formatDate(week, today)}`
  if (logs.some((l) => l.blockId !== null && l.on >= week && l.on < addDays(week, 7)))
    return left(`Sets of the ${name} are done already: change it on its board.`)
  if (there && !over) return left(`The ${name} has version ${there.number} already.`)
  const read = readProblem(
    await api.get<unknown>(`/api/athletes/${athleteId}/problem?week=${week}`),
  )
  if (!read.ok) return left(read.says)
  const made = templateWeek(template, w, read.problem, v7)
  const solved = await solveOnce(
    { kind: 'improve', problem: made.problem, plan: made.plan },
    signal,
  )
  if (!solved.ok) return left(solved.says)
  await api.post(`/api/athletes/${athleteId}/plans`, {
    id: v7(),
    weekStart: week,
    frame: made.plan.frame,
    blocks: solved.plan.blocks,
    terms: { ...made.terms, origin: `Template: ${template.name}` },
    basedOn: there?.id ?? null,
    reason: '',
  })
  return {
    changes: changesOf(made.plan.blocks, solved.plan.blocks),
    minutes: wholeWeekMinutes(solved.plan.blocks),
  }
}

/** All weeks of the template for one athlete, until one is left alone. */
async function weeksFor(a: Applied, athleteId: string, signal: AbortSignal): Promise<Outcome> {
  const changes: Changes = []
  let minutes = 0
  for (const w of a.template.weeks.keys()) {
    const done = await weekFor(a, w, athleteId, signal)
    if ('state' in done) return done
    changes.push(...done.changes)
    minutes += done.minutes
  }
  const n = changes.length
  const what = n === 0 ? 'as in the template' : `${counted(n, 'change')} for these hands`
  return { state: 'kept', says: `${minutes} min, ${what}`, changes }
}

const readAnew = (athleteId: string): Promise<unknown> =>
  Promise.all(
    [planKey(athleteId), ...touchedBy(athleteId)].map((t) =>
      queryClient.invalidateQueries('queryKey' in t ? t : { queryKey: t }),
    ),
  )

/** Applies a template to one athlete after the other; null: not begun. */
export function useApply() {
  const [outcomes, setOutcomes] = useState<Record<string, Outcome> | null>(null)
  const control = useRef<AbortController | null>(null)
  useEffect(() => () => control.current?.abort(), [])
  const run = async (applied: Applied, athletes: readonly string[]) => {
    const { signal } = (control.current = new AbortController())
    setOutcomes(Object.fromEntries(athletes.map((id) => [id, { state: 'waiting' }])))
    const set = (id: string, o: Outcome) => setOutcomes((all) => ({ ...all, [id]: o }))
    for (const id of athletes) {
      if (signal.aborted) {
        set(id, left('Stopped before its turn.'))
        continue
      }
      set(id, { state: 'working' })
      const failed = (e: unknown) => left(e instanceof DOMException ? 'Stopped.' : failureText(e))
      set(id, await weeksFor(applied, id, signal).catch(failed))
      await readAnew(id)
    }
  }
  return { outcomes, run, stop: () => control.current?.abort() }
}
