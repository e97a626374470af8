import { Button, Checkbox, Input } from '@mantine/core'
import { useEffect, useRef, useState } from 'react'
import { v7 } from 'uuid'
import type { PlanView } from '@mano/contract/plan'
import type { PlanTemplate } from '@mano/core/catalogue/templates'
import { readProblem } from '@mano/core/plan/problem'
import { templateWeek } from '@mano/core/plan/template'
import { wholeWeekMinutes } from '@mano/core/plan/time'
import { addDays, formatDate } from '@mano/core/units/dates'
import { api, failureText, queryClient } from '../../base/api'
import { readAthlete, touchedBy, useNames } from '../../base/data'
import { TickPeople } from '../../base/TickPeople'
import { Icon } from '../../drawn/Icon'
import { useAthletePage } from '../athlete/AthletePage'
import { changesOf, KIND } from './SearchStrip'
import { solveOnce } from './usePlanner'
import { planKey } from './usePlan'
import { must } from '@mano/core/units/must'

type Outcome =
  | { state: 'waiting' }
  | { state: 'working' }
  | { state: 'kept'; says: string; changes: ReturnType<typeof changesOf> }
  | { state: 'left'; says: string }
const WORDS = { waiting: 'Waiting', working: 'Planning', kept: 'Kept', left: 'Left alone' } as const

/**
 * One template for several athletes: each week is solved for their own hands, one after the other,
 * and kept as a version.
 */
export function ApplyTemplate({
  template,
  weekStart,
  onBack,
}: {
  template: PlanTemplate
  weekStart: string
  onBack: () => void
}) {
  const { athlete, me } = useAthletePage()
  const roster = useNames()
  const [chosen, setChosen] = useState<readonly string[]>([athlete.id])
  const [text, setText] = useState('')
  const [over, setOver] = useState(false)
  const [outcomes, setOutcomes] = useState<Record<string, Outcome> | null>(null)
  const stop = useRef<AbortController | null>(null)
  useEffect(() => () => stop.current?.abort(), [])
  const rows = (roster.data ?? []).filter((a) =>
    `${a.name} ${a.sportName ?? ''}`.toLowerCase().includes(text.trim().toLowerCase()),
  )
  const running =
    outcomes !== null &&
    Object.values(outcomes).some((o) => o.state === 'waiting' || o.state === 'working')

  const one = async (id: string, signal: AbortSignal): Promise<Outcome> => {
    const changes: ReturnType<typeof changesOf> = []
    let minutes = 0
    for (const [w] of template.weeks.entries()) {
      const week = addDays(weekStart, 7 * w)
      const there = (await api.get<PlanView>(`/api/athletes/${id}/plan`)).versions.find(
        (v) => v.weekStart === week,
      )
      const { logs } = (await readAthlete(id)).history
      if (logs.some((l) => l.blockId !== null && l.on >= week && l.on < addDays(week, 7)))
        return {
          state: 'left',
          says:
            `Sets of the week of ${formatDate(week, me.today)} are done already: change it ` +
            'on its board.',
        }
      if (there && !over)
        return {
          state: 'left',
          says: `The week of ${formatDate(week, me.today)} has version ${there.number} already.`,
        }
      const read = readProblem(await api.get<unknown>(`/api/athletes/${id}/problem?week=${week}`))
      if (!read.ok) return { state: 'left', says: read.says }
      const made = templateWeek(template, w, read.problem, v7)
      const solved = await solveOnce(
        { kind: 'improve', problem: made.problem, plan: made.plan },
        signal,
      )
      if (!solved.ok) return { state: 'left', says: solved.says }
      changes.push(...changesOf(made.plan.blocks, solved.plan.blocks))
      minutes += wholeWeekMinutes(solved.plan.blocks)
      await api.post(`/api/athletes/${id}/plans`, {
        id: v7(),
        weekStart: week,
        frame: made.plan.frame,
        blocks: solved.plan.blocks,
        terms: { ...made.terms, origin: `Template: ${template.name}` },
        basedOn: there?.id ?? null,
        reason: '',
      })
    }
    return {
      state: 'kept',
      says:
        `${minutes} min, ` +
        (changes.length === 0
          ? 'as in the template'
          : `${changes.length} ${changes.length === 1 ? 'change' : 'changes'} for these hands`),
      changes,
    }
  }
  const run = async () => {
    const control = (stop.current = new AbortController())
    setOutcomes(Object.fromEntries(chosen.map((id) => [id, { state: 'waiting' }])))
    const set = (id: string, o: Outcome) => setOutcomes((all) => ({ ...all, [id]: o }))
    for (const id of chosen) {
      if (control.signal.aborted) {
        set(id, { state: 'left', says: 'Stopped before its turn.' })
        continue
      }
      set(id, { state: 'working' })
      set(
        id,
        await one(id, control.signal).catch((e: unknown): Outcome => ({
          state: 'left',
          says: e instanceof DOMException ? 'Stopped.' : failureText(e),
        })),
      )
      await Promise.all(
        [planKey(id), ...touchedBy(id)].map((t) =>
          queryClient.invalidateQueries('queryKey' in t ? t : { queryKey: t }),
        ),
      )
    }
  }
  return (
    <div className="change apply">
      <p>
        <b>{template.name}</b>,{' '}
        {template.weeks.length === 1
          ? `week of ${formatDate(weekStart, me.today)}`
          : `${template.weeks.length} weeks from ${formatDate(weekStart, me.today)}`}
        . Each is planned for their own hands, kit and days.
      </p>
      {outcomes === null ? (
        <>
          <label>
            Athletes
            <Input
              data-autofocus
              value={text}
              placeholder="Name or sport"
              onChange={(e) => setText(e.currentTarget.value)}
            />
          </label>
          <TickPeople
            className="who"
            of={rows}
            chosen={chosen}
            onChange={setChosen}
            beside={(a) => a.sportName}
          />
          <label className="tick">
            <Checkbox checked={over} onChange={(e) => setOver(e.currentTarget.checked)} />
            Make new versions of weeks that are planned already; the old ones are kept
          </label>
          <div className="row">
            <Button disabled={chosen.length === 0} onClick={() => void run()}>
              Plan for {chosen.length} {chosen.length === 1 ? 'athlete' : 'athletes'}
            </Button>
            <Button variant="default" onClick={onBack}>
              Back
            </Button>
          </div>
        </>
      ) : (
        <>
          <ul className="progress" aria-label="Progress" aria-live="polite">
            {chosen.map((id) => {
              const o = must(outcomes[id])
              return (
                <li key={id} className={o.state}>
                  <b>{roster.data?.find((a) => a.id === id)?.name}</b>
                  <span>
                    <Icon
                      name={
                        o.state === 'kept'
                          ? 'check'
                          : o.state === 'left'
                            ? 'cross'
                            : o.state === 'working'
                              ? 'hourglass'
                              : 'clock'
                      }
                    />{' '}
                    {WORDS[o.state]}
                    {'says' in o ? `: ${o.says}` : ' …'}
                  </span>
                  {o.state === 'kept' && o.changes.length > 0 && (
                    <details>
                      <summary>What changed</summary>
                      <ul className="changes">
                        {o.changes.map((c, i) => (
                          <li key={i} className={c.kind}>
                            <b>{KIND[c.kind]}</b>
                            <span>{c.says}</span>
                          </li>
                        ))}
                      </ul>
                    </details>
                  )}
                </li>
              )
            })}
          </ul>
          <div className="row">
            {running ? (
              <Button variant="default" onClick={() => stop.current?.abort()}>
                Stop
              </Button>
            ) : (
              <Button variant="default" onClick={onBack}>
                Done
              </Button>
            )}
          </div>
        </>
      )}
    </div>
  )
}
