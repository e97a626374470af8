import { useEffect, useRef, useState } from 'react'
import { useSearchParams } from 'react-router'
import { v7 } from 'uuid'
import { notifications } from '@mantine/notifications'
import type { PlanView } from '@mano/contract/plan'
import { qualityById } from '@mano/core/catalogue/qualities'
import { awayFrame, weeksOf, type BlockProblem, type PlannedWeek } from '@mano/core/plan/block'
import { crushWeek } from '@mano/core/plan/context'
import { covered, targetOf } from '@mano/core/plan/coverage'
import { loadCap } from '@mano/core/plan/limits'
import { DELOAD_EACH } from '@mano/core/plan/practice'
import { contextOf } from '@mano/core/plan/problem'
import { weekStartOf } from '@mano/core/plan/rules'
import { settingsFor } from '@mano/core/plan/schools'
import { topQualities } from '@mano/core/plan/score'
import { handLoad, weekMinutes } from '@mano/core/plan/time'
import { DAY_NAMES } from '@mano/core/plan/types'
import { addDays, formatDate } from '@mano/core/units/dates'
import { api, failureText } from '../../app/api'
import { touchedBy, useWrite } from '../../app/data'
import { Icon } from '../../hands/Icon'
import { useAthletePage } from '../athlete/AthletePage'
import type { PlannerReply } from '../../workers/plannerMessages'
import { planKey, useProblem } from './usePlan'

const KINDS = { ordinary: 'Work', deload: 'Deload', taper: 'Taper', travel: 'Away' } as const

/** One to twelve weeks planned one after the other: deloads, tapers, weeks away, the load of each against what growth allows; kept as versions of their weeks. */
export function BlockView({ view }: { view: PlanView }) {
  const { athlete, me } = useAthletePage()
  const [, setParams] = useSearchParams()
  const start = addDays(weekStartOf(me.today), 7)
  const base = useProblem(athlete.id, start, true)
  const [weeks, setWeeks] = useState(6)
  const [deload, setDeload] = useState(true)
  const [away, setAway] = useState<readonly number[]>([])
  const [planned, setPlanned] = useState<readonly PlannedWeek[]>([])
  const [state, setState] = useState<'idle' | 'planning' | 'done' | 'failed'>('idle')
  const [asking, setAsking] = useState(false)
  const worker = useRef<Worker | null>(null)
  const stop = () => { worker.current?.terminate(); worker.current = null }
  useEffect(() => stop, [])
  const last = view.versions.find((v) => v.weekStart === addDays(start, -7))

  const problem: BlockProblem | null = base && {
    start, weeks, frame: base.frame, wants: base.wants, facts: base.facts, units: base.units, settings: last?.terms.settings ?? {}, events: athlete.events.map((e) => ({ on: e.on, name: e.name })),
    travel: away.map((i) => ({ weekStart: addDays(start, 7 * i), frame: awayFrame(base.frame) })),
    deloadEach: deload ? DELOAD_EACH : null, tests: null, pins: [], bans: [...(last?.terms.bans ?? [])], crushFirst: crushWeek(start),
    before: { hardBefore: base.hardBefore, lastLoad: base.lastLoad, blocks: last?.blocks ?? null, restedSunday: base.terms.restedBefore },
  }
  const outline = problem ? weeksOf(problem) : []
  const plan = () => {
    if (!problem) return
    stop()
    setPlanned([])
    setState('planning')
    const own = (worker.current = new Worker(new URL('../../workers/planner.ts', import.meta.url), { type: 'module' }))
    own.onmessage = ({ data }: MessageEvent<PlannerReply>) => {
      if (worker.current !== own) return
      if (data.kind === 'week') setPlanned((so) => [...so, data.week])
      if (data.kind === 'block-done') { setState('done'); stop() }
      if (data.kind === 'failed') { setState('failed'); stop() }
    }
    own.onerror = () => { setState('failed'); stop() }
    own.postMessage({ kind: 'block', block: problem })
  }
  const there = (weekStart: string) => view.versions.find((v) => v.weekStart === weekStart)
  const keep = useWrite(async (replace: boolean) => {
    const chosen = planned.filter((w) => replace || !there(w.weekStart))
    for (const w of chosen) await api.post(`/api/athletes/${athlete.id}/plans`, { id: v7(), weekStart: w.weekStart, frame: w.frame, blocks: w.plan.blocks, terms: { settings: problem!.settings, bans: problem!.bans }, basedOn: there(w.weekStart)?.id ?? null, reason: `Block of ${weeks} weeks from ${start}, ${KINDS[w.kind].toLowerCase()} week` })
    return chosen.length
  }, [planKey(athlete.id), ...touchedBy(athlete.id)])
  const most = Math.max(1, ...planned.map((w) => handLoad(w.plan.blocks)), ...planned.map((w) => loadCap(w.weekStart, contextOf(w.problem))?.most ?? 0))
  const taken = planned.filter((w) => there(w.weekStart)).length
  const change = (run: () => void) => { run(); stop(); setPlanned([]); setState('idle') }
  return (
    <main className="plan block-view">
      <div className="plan-bar">
        <h2>Block from {formatDate(start, me.today)}</h2>
        <label>Weeks <select value={weeks} onChange={(e) => { const n = Number(e.currentTarget.value); change(() => { setWeeks(n); setAway(away.filter((i) => i < n)) }) }}>{Array.from({ length: 12 }, (_, i) => <option key={i} value={i + 1}>{i + 1}</option>)}</select></label>
        <label><input type="checkbox" checked={deload} onChange={(e) => { const on = e.currentTarget.checked; change(() => setDeload(on)) }} /> Every fourth lighter</label>
        <span className="plan-act">
          <button className="btn" onClick={() => setParams({})}>Week board</button>
          {state === 'planning' ? <button className="btn" onClick={() => { stop(); setState('idle') }}>Stop</button> : <button className={`btn ${state === 'done' ? '' : 'pri'}`} disabled={!problem} onClick={plan}>Plan the block</button>}
          {state === 'done' && taken < planned.length && <button className="btn pri" disabled={keep.isPending} onClick={() => keep.mutate(false, { onSuccess: (n) => notifications.show({ message: `${n} weeks kept as versions` }) })}>Keep {planned.length - taken} week{planned.length - taken === 1 ? '' : 's'}</button>}
          {state === 'done' && taken > 0 && <button className="btn" disabled={keep.isPending} onClick={() => setAsking(true)}>Keep all, over {taken} planned</button>}
          {asking && <span className="row" role="alertdialog" aria-label="New versions of planned weeks?">{taken} of these weeks have a plan; the old versions are kept. <button className="btn small" autoFocus onClick={() => { setAsking(false); keep.mutate(true) }}>Make new versions</button><button className="btn small" onClick={() => setAsking(false)}>Leave</button></span>}
        </span>
      </div>
      <p className="said" role="alert">{keep.error ? `${failureText(keep.error)} The weeks before it are kept.` : state === 'failed' ? 'The block could not be planned in this browser.' : ''}</p>
      <p className="moved" role="status">{state === 'planning' ? `Planning week ${planned.length + 1} of ${weeks} …` : state === 'done' ? `${planned.length} weeks planned. Nothing is kept yet but what shows a version.` : athlete.demand ? 'Days are the usual week; tick the weeks away, then plan.' : 'Choose a sport first.'}</p>
      <table className="weeks">
        <thead><tr><th scope="col">Week</th><th scope="col">Kind</th><th scope="col">Away</th><th scope="col" className="load">Hand load; the mark is what growth allows</th><th scope="col">Minutes</th><th scope="col">Top qualities, effective sets</th><th scope="col">Within</th></tr></thead>
        <tbody>
          {outline.map((w, i) => {
            const p = planned[i]
            const load = p ? handLoad(p.plan.blocks) : 0
            const cap = p ? loadCap(p.weekStart, contextOf(p.problem)) : null
            const settings = p ? settingsFor(p.problem.terms.settings, p.problem.wants, p.frame) : {}
            const events = athlete.events.filter((e) => e.on >= w.weekStart && e.on < addDays(w.weekStart, 7))
            const saved = there(w.weekStart)
            return (
              <tr key={w.weekStart} className={w.kind}>
                <th scope="row"><button className="lnk" onClick={() => setParams({ week: w.weekStart })}>{formatDate(w.weekStart, me.today)}</button>{saved && <small>version {saved.number}</small>}</th>
                <td>{KINDS[w.kind]}{events.map((e) => <small key={e.id}><Icon name="warn" /> {e.name}, {DAY_NAMES[w.frame.findIndex((_, d) => addDays(w.weekStart, d) === e.on)]}</small>)}</td>
                <td><input type="checkbox" aria-label={`Away in the week of ${formatDate(w.weekStart, me.today)}`} checked={away.includes(i)} onChange={() => change(() => setAway(away.includes(i) ? away.filter((x) => x !== i) : [...away, i]))} /></td>
                <td className="load"><span className="bar2"><i style={{ width: `${(100 * load) / most}%` }} />{cap && <em aria-hidden style={{ left: `${Math.min(100, (100 * cap.most) / most)}%` }} />}</span><span>{p ? load.toFixed(1) : ''}{cap ? <small> of {cap.most.toFixed(1)}</small> : null}</span></td>
                <td>{p ? Math.ceil(weekMinutes(p.plan.blocks)) : ''}</td>
                <td>{p ? topQualities(p.problem.wants).map((q) => { const want = p.problem.wants.filter((x) => x.quality === q).sort((a, b) => b.priority - a.priority)[0]!; return `${qualityById(q).name} ${covered(p.plan.blocks, want, settings).toFixed(1)}/${targetOf(want)}` }).join(', ') : ''}</td>
                <td>{p ? (p.gap === null ? 'draft' : `${(100 * p.gap).toFixed(1)}\u00A0%`) : ''}</td>
              </tr>
            )
          })}
        </tbody>
      </table>
      <p className="note">Each week grows from the last ordinary one by 12 % at the most; a deload takes 60 % of it, the nine days before an event count half. Within: share of the best possible, week by week. Practice estimates, no source.</p>
    </main>
  )
}
