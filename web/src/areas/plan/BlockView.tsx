import { Button, Checkbox, Modal, NativeSelect, UnstyledButton } from '@mantine/core'
import { useEffect, useRef, useState } from 'react'
import { Link, useSearchParams } from 'react-router'
import { v7 } from 'uuid'
import { notifications } from '@mantine/notifications'
import type { PlanView } from '@mano/contract/plan'
import { awayFrame, weeksOf, type BlockProblem, type PlannedWeek } from '@mano/core/plan/block'
import { pinsOf } from '@mano/core/plan/coach'
import { crushWeek, plannedOf } from '@mano/core/plan/context'
import { loadCap } from '@mano/core/plan/limits'
import { DELOAD_EACH } from '@mano/core/plan/practice'
import { contextOf } from '@mano/core/plan/problem'
import { addDays, formatDate, weekStartOf } from '@mano/core/units/dates'
import type { WeekKind } from '@mano/core/plan/types'
import { useCalm } from '../../base/calm'
import { api, failureText } from '../../base/api'
import { touchedBy, useWrite } from '../../base/data'
import { BlockBoard } from './BlockBoard'
import { type BoardColumn } from './boardColumn'
import { BlockTissues } from './BlockTissues'
import { useSources } from './useLoads'
import { WeekHead } from './WeekHead'
import { KeepWeeks, withPins } from './KeepWeeks'
import { useAthletePage } from '../athlete/AthletePage'
import type { PlannerReply } from '../../workers/plannerMessages'
import { planKey, useProblem } from './usePlan'
import { KINDS } from './WeekTermsPanel'
import { must } from '@mano/core/units/must'

const TEST_MINUTES = 20
/** Ordinary weeks planned in a row right before a day. */
function workedBefore(view: PlanView, start: string): number {
  const kinds = new Map(plannedOf(view.versions).map((w) => [w.weekStart, w.kind]))
  let n = 0
  while (n < DELOAD_EACH && kinds.get(addDays(start, -7 * (n + 1))) === 'ordinary') n++
  return n % DELOAD_EACH
}

/**
 * One to twelve weeks planned one after the other: deloads, tapers, weeks away, the load of each
 * against what growth allows; kept as versions of their weeks.
 */
export function BlockView({ view }: { view: PlanView }) {
  const { athlete, me } = useAthletePage()
  const [, setParams] = useSearchParams()
  const start = addDays(weekStartOf(me.today), 7)
  const base = useProblem(athlete.id, start, true)
  const [weeks, setWeeks] = useState(6)
  const [deload, setDeload] = useState(true)
  const [kinds, setKinds] = useState<Readonly<Record<number, WeekKind>>>({})
  const [tested, setTested] = useState<readonly number[]>([])
  const [planned, setPlanned] = useState<readonly PlannedWeek[]>([])
  const [state, setState] = useState<'idle' | 'planning' | 'done' | 'failed'>('idle')
  const sources = useSources(athlete, view, me.today)
  const [asking, setAsking] = useCalm<'new' | 'all' | null>(null)
  const worker = useRef<Worker | null>(null)
  const stop = () => {
    worker.current?.terminate()
    worker.current = null
  }
  useEffect(() => stop, [])
  const last = view.versions.find((v) => v.weekStart === addDays(start, -7))

  const chosen = (kind: WeekKind) =>
    Object.entries(kinds).flatMap(([i, k]) => (k === kind && Number(i) < weeks ? [Number(i)] : []))
  const problem: BlockProblem | null = base && {
    start,
    weeks,
    frame: base.frame,
    wants: base.wants,
    facts: base.facts,
    units: base.units,
    who: base.who,
    settings: last?.terms.settings ?? {},
    events: athlete.events.map((e) => ({ on: e.on, name: e.name })),
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
  const outline = problem ? weeksOf(problem) : []
  const plan = () => {
    if (!problem) return
    stop()
    setPlanned([])
    setState('planning')
    const own = (worker.current = new Worker(new URL('../../workers/planner.ts', import.meta.url), {
      type: 'module',
    }))
    own.onmessage = ({ data }: MessageEvent<PlannerReply>) => {
      if (worker.current !== own) return
      if (data.kind === 'week') setPlanned((so) => [...so, data.week])
      if (data.kind === 'block-done') {
        setState('done')
        stop()
      }
      if (data.kind === 'failed') {
        setState('failed')
        stop()
      }
    }
    own.onerror = () => {
      setState('failed')
      stop()
    }
    own.postMessage({ kind: 'block', block: problem })
  }
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
            origin: `Block of ${weeks} weeks from ${start}, ${KINDS[w.kind].toLowerCase()} week`,
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
  const taken = planned.filter((w) => there(w.weekStart)).length
  const change = (run: () => void) => {
    run()
    stop()
    setPlanned([])
    setState('idle')
  }
  const now = weekStartOf(me.today)
  const current = there(now)
  const columns: BoardColumn[] = [
    ...(current
      ? [
          {
            weekStart: now,
            kind: current.terms.kind ?? 'ordinary',
            frame: current.frame,
            blocks: current.blocks,
            filled: true,
            most: null,
            now: true,
            head: (
              <Current name={formatDate(now, me.today)} open={() => setParams({ week: now })} />
            ),
          } satisfies BoardColumn,
        ]
      : []),
    ...outline.map((w, i): BoardColumn => {
      const p = planned[i]
      const saved = there(w.weekStart)
      const blocks = p?.plan.blocks ?? saved?.blocks ?? []
      return {
        weekStart: w.weekStart,
        kind: w.kind,
        frame: w.frame,
        blocks,
        filled: p !== undefined || saved !== undefined,
        most: p ? (loadCap(p.weekStart, contextOf(p.problem))?.most ?? null) : null,
        now: false,
        head: (
          <WeekHead
            week={w}
            planned={p}
            version={saved?.number ?? null}
            events={athlete.events.filter(
              (e) => e.on >= w.weekStart && e.on < addDays(w.weekStart, 7),
            )}
            today={me.today}
            tests={tested.includes(i)}
            onOpen={() => setParams({ week: w.weekStart })}
            onKind={(k) => change(() => setKinds({ ...kinds, [i]: k }))}
            onTests={() =>
              change(() =>
                setTested(tested.includes(i) ? tested.filter((x) => x !== i) : [...tested, i]),
              )
            }
          />
        ),
      }
    }),
  ]
  return (
    <main className="plan block-view">
      <div className="plan-bar">
        <h2>Block from {formatDate(start, me.today)}</h2>
        <label>
          Weeks{' '}
          <NativeSelect
            value={weeks}
            onChange={(e) => {
              const n = Number(e.currentTarget.value)
              change(() => setWeeks(n))
            }}
          >
            {Array.from({ length: 12 }, (_, i) => (
              <option key={i} value={i + 1}>
                {i + 1}
              </option>
            ))}
          </NativeSelect>
        </label>
        <label>
          <Checkbox
            checked={deload}
            onChange={(e) => {
              const on = e.currentTarget.checked
              change(() => setDeload(on))
            }}
          />{' '}
          Every fourth lighter
        </label>
        <span className="plan-act">
          <Button variant="default" onClick={() => setParams({})}>
            Week board
          </Button>
          {view.versions.some((v) => v.weekStart >= start) && (
            <Button
              component={Link}
              variant="default"
              to={`/paper/${athlete.id}?view=block&week=${start}`}
            >
              On paper
            </Button>
          )}
          {state === 'planning' ? (
            <Button
              variant="default"
              onClick={() => {
                stop()
                setState('idle')
              }}
            >
              Stop
            </Button>
          ) : (
            <Button
              variant={state === 'done' ? 'default' : 'filled'}
              disabled={!problem}
              onClick={plan}
            >
              Plan the block
            </Button>
          )}
          {state === 'done' && taken < planned.length && (
            <Button disabled={keep.isPending} onClick={() => setAsking('new')}>
              Save {planned.length - taken} week{planned.length - taken === 1 ? '' : 's'}
            </Button>
          )}
          {state === 'done' && taken > 0 && (
            <Button variant="default" disabled={keep.isPending} onClick={() => setAsking('all')}>
              Save all, over {taken} planned
            </Button>
          )}
        </span>
      </div>
      <Modal
        opened={asking !== null}
        onClose={() => setAsking(null)}
        title="Save these weeks"
        size="lg"
      >
        {asking !== null && (
          <KeepWeeks
            planned={planned.filter((w) => asking === 'all' || !there(w.weekStart))}
            there={there}
            today={me.today}
            busy={keep.isPending}
            problem={keep.error ? `${failureText(keep.error)} The weeks before it are kept.` : ''}
            onKeep={(kept, reason) =>
              keep.mutate(
                { kept, reason },
                {
                  onSuccess: (n) => {
                    setAsking(null)
                    notifications.show({
                      message: `${n} ${n === 1 ? 'week' : 'weeks'} kept as versions`,
                    })
                  },
                },
              )
            }
          />
        )}
      </Modal>
      <p className="said" role="alert">
        {state === 'failed' ? 'The block could not be planned in this browser.' : ''}
      </p>
      <p className="moved" role="status">
        {state === 'planning'
          ? `Planning week ${planned.length + 1} of ${weeks} …`
          : state === 'done'
            ? `${plannedWords(planned)} Only weeks with a version number are saved.`
            : athlete.demand
              ? 'Days are the usual week; say which weeks are lighter, away or with tests, ' +
                'then plan.'
              : 'Choose a sport first.'}
      </p>
      <BlockBoard columns={columns} sources={sources} />
      {planned.length > 0 && <BlockTissues planned={planned} today={me.today} />}
      <p className="note">
        Each week grows from the last ordinary one by 12 % at the most; a deload takes 60 % of it,
        the nine days before an event count half. Practice estimates, no source. Events and the
        usual week are kept in <Link to={`/athletes/${athlete.id}/intake`}>intake</Link>. Planned
        again, the block begins with next week and grows from what was really done.
      </p>
    </main>
  )
}

/** How far the weeks are from the best possible ones, once for all of them. */
function plannedWords(planned: readonly PlannedWeek[]): string {
  const gaps = planned.flatMap((w) => w.gap ?? [])
  const within = `within ${(100 * Math.max(...gaps)).toFixed(1)}\u00A0% of the best possible week`
  const drafts = planned.length - gaps.length
  const n = `${planned.length} weeks planned`
  if (gaps.length === 0) return `${n}, as drafts.`
  return drafts === 0 ? `${n}, each ${within}.` : `${n}, ${drafts} as drafts, the rest ${within}.`
}

const Current = ({ name, open }: { name: string; open: () => void }) => (
  <>
    <UnstyledButton className="lnk" onClick={open}>
      {name}
    </UnstyledButton>
    <small>this week</small>
  </>
)
