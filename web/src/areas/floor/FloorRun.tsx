import { useEffect, useMemo, useState } from 'react'
import { Link, useParams } from 'react-router'
import { v7 } from 'uuid'
import type { AthleteView } from '@mano/contract/athletes'
import type { LogBody, PlanView } from '@mano/contract/plan'
import { exerciseById } from '@mano/core/catalogue/exercises'
import { cautionLine } from '@mano/core/safety/cautions'
import { nextStep, restBefore, stepsOf, type EndingId, type LoggedTry, type Step } from '@mano/core/session/steps'
import type { Hand } from '@mano/core/testing/session'
import { fromSi, toSi } from '@mano/core/units/convert'
import { formatClock } from '@mano/core/units/format'
import { useAthlete, useMe } from '../../app/data'
import { useOutbox, flush } from '../../app/outbox'
import { Failed } from '../../app/Trouble'
import { useUnits } from '../../app/units'
import { Icon } from '../../hands/Icon'
import { usePlan } from '../plan/usePlan'
import { LogStep, PainStep } from './LogStep'
import { beep } from '../../app/sound'
import { useFloor, type FloorSession } from './session'
import { todaySession, type TodaySession } from './useToday'
import './floor.css'

/** The session on the floor: one screen, one hand, one number. */
export default function FloorRun() {
  const { athleteId } = useParams()
  const athlete = useAthlete(athleteId!)
  const plan = usePlan(athleteId!)
  const me = useMe()
  const error = athlete.error ?? plan.error ?? me.error
  if (error && !(athlete.data && plan.data && me.data)) return <Failed error={error} />
  if (!athlete.data || !plan.data || !me.data) return <main className="floor" aria-busy="true" />
  return <Ready athlete={athlete.data} plan={plan.data} today={me.data.today} />
}

function Ready({ athlete, plan, today }: { athlete: AthleteView; plan: PlanView; today: string }) {
  const { session, begin, unwell } = useFloor()
  const own = session?.athleteId === athlete.id && session.on === today ? session : null
  const pains = own ? own.logs : athlete.history.logs.filter((l) => l.on === today)
  const todays = todaySession(athlete, plan, today, pains, own?.symptoms, unwell.includes(`${athlete.id} ${today}`))
  const versionId = todays?.version.id
  useEffect(() => { if (versionId && !own) begin({ athleteId: athlete.id, planVersionId: versionId, on: today }) }, [versionId, own, athlete.id, today, begin])
  useEffect(() => void flush(), [])
  if (!todays) return <main className="floor"><div className="f-end"><h1>Nothing planned today</h1><Link className="f-btn" to={`/athletes/${athlete.id}/floor`}>Back</Link></div></main>
  if (!own) return <main className="floor" aria-busy="true" />
  return <Running athlete={athlete} today={todays} session={own} />
}

const HAND = { left: 'Left', right: 'Right', both: 'Both hands' } as const

function Running({ athlete, today, session }: { athlete: AthleteView; today: TodaySession; session: FloorSession }) {
  const change = useFloor((s) => s.change)
  const add = useOutbox((s) => s.add)
  const waiting = useOutbox((s) => s.waiting.filter((w) => w.kind === 'log').length)
  const refused = useOutbox((s) => s.refused)
  const units = useUnits()
  // What an earlier run of today logged counts as done, wherever it was run.
  const tries = useMemo((): LoggedTry[] => [...athlete.history.logs.filter((l) => l.on === session.on), ...session.logs.map((l) => ({ ...l, blockId: l.blockId ?? null }))], [athlete.history.logs, session.logs, session.on])
  const steps = useMemo(() => stepsOf(today.blocks), [today.blocks])
  const isHeld = (s: Step) => today.blocks.some((b) => b.id === s.blockId && today.held(b, s.hand).length > 0)
  const index = nextStep(steps, session.index, tries, isHeld)
  const step = steps[index]
  const now = useNow(session.phase === 'work' || session.phase === 'rest')
  const exercise = step ? exerciseById(step.exerciseId)! : null

  /** Moves on to the next try, resting as long as that hand needs. */
  const goOn = (logs: LogBody[], from: number, hand: Hand, blockId: string | null) => {
    const all: LoggedTry[] = [...tries, ...logs.slice(session.logs.length).map((l) => ({ ...l, blockId: l.blockId ?? null }))]
    const i = nextStep(steps, from, all, isHeld)
    const next = steps[i]
    const at = Date.now()
    const ended = { ...session.ended, [`${blockId} ${hand}`]: at }
    const same = next ? ended[`${next.blockId} ${next.hand}`] : undefined
    const rest = restBefore(next, blockId, same === undefined ? null : (at - same) / 1000)
    change({ logs, index: i, ended, phase: i >= steps.length ? 'done' : rest > 0 ? 'rest' : 'ready', since: at, restUntil: at + rest * 1000 })
    beep(rest === 0)
  }

  useEffect(() => {
    if (session.phase === 'rest' && now >= session.restUntil) { beep(true); change({ phase: 'ready', since: Date.now() }) }
  }, [now, session.phase, session.restUntil, change])

  if (!step || !exercise || session.phase === 'done') return <End athlete={athlete} session={session} waiting={waiting} />
  const elapsed = session.phase === 'work' ? (now - session.since) / 1000 : 0
  const counted = exercise.dose.unit === 's' ? Math.floor(elapsed) : null
  const working: Hand = session.phase === 'rest' ? 'both' : step.hand

  const lastKg = session.loads[step.exerciseId] ?? null
  // Kept in kg: a change of units in the middle of a session changes no load.
  const load = lastKg === null ? null : Math.round(10 * fromSi(lastKg, units.mass, 'kg')!) / 10

  const finish = () => { beep(); change(step.blockId === null ? {} : { phase: 'log', workedS: Math.round(elapsed * 10) / 10, since: Date.now() }); if (step.blockId === null) goOn(session.logs, index + 1, step.hand, null) }
  const keep = (entry: { load: number | null; seconds: number | null; reps: number | null; effort: number | null; pain: number | null; ended: EndingId }) => {
    const body: LogBody = { id: v7(), planVersionId: session.planVersionId, blockId: step.blockId, exerciseId: step.exerciseId, hand: step.hand, set: step.set, loadUnit: units.mass, deviceAt: new Date().toISOString(), supersedesId: null, ...entry }
    add({ kind: 'log', athleteId: athlete.id, body })
    change({ loads: { ...session.loads, [step.exerciseId]: entry.load === null ? null : toSi(entry.load, units.mass, 'kg') } })
    goOn([...session.logs, body], index, step.hand, step.blockId)
  }

  return (
    <main className={`floor hand-${working}`}>
      <header className="f-top"><b>{athlete.name}</b><span>{exercise.name}</span><span className="f-count">{step.blockId === null ? 'Warm-up and close' : `Set ${step.set} of ${step.sets}`}</span></header>
      {session.phase === 'pain' ? (
        <PainStep hand={step.hand} onSymptom={(symptom) => { add({ kind: 'observation', athleteId: athlete.id, sessionId: null, body: { id: v7(), hand: step.hand, pain: null, symptom, note: `on the floor: ${exercise.name}` } }); change({ symptoms: [...session.symptoms, { hand: step.hand, pain: null, symptom }], index: index + 1, phase: 'ready', since: Date.now() }) }} onBack={() => change({ phase: 'ready', since: Date.now() })} onPain={(pain) => (pain > 3 || step.blockId !== null ? keep({ load, seconds: exercise.dose.unit === 's' ? session.workedS : null, reps: null, effort: null, pain, ended: pain >= 3 ? 'pain' : 'stopped' }) : change({ phase: 'ready' }))} />
      ) : session.phase === 'log' ? (
        <LogStep key={`${step.blockId}${step.set}${step.hand}`} step={step} exercise={exercise} workedS={session.workedS} load={load} unit={units.mass} onKeep={keep} onPain={() => change({ phase: 'pain' })} />
      ) : (
        <>
          <div className="f-stage">
            <div className={`f-slab ${working}`} aria-hidden="true">{session.phase === 'rest' ? '' : step.hand === 'both' ? 'LR' : step.hand === 'left' ? 'L' : 'R'}</div>
            <div className="f-main">
              <p className="f-word" role="status">{session.phase === 'rest' ? 'Rest' : `${HAND[step.hand]}: ${session.phase === 'ready' ? 'get ready' : exercise.mode === 'hold' ? 'hold' : 'work'}`}<small>{session.phase === 'rest' ? `then ${HAND[step.hand].toLowerCase()}` : counted !== null ? `of ${step.dose}\u00A0s` : `${exercise.dose.unit}, ${formatClock(elapsed)}`}</small></p>
              <p className="f-digits" aria-hidden="true">{session.phase === 'rest' ? Math.max(0, Math.ceil((session.restUntil - now) / 1000)) : session.phase === 'ready' ? step.dose : (counted ?? step.dose)}</p>
              <Boxes total={exercise.dose.unit === 's' ? step.dose : 0} full={counted ?? 0} />
            </div>
            <Next steps={steps} index={index} today={today} exercise={exercise.cue} />
          </div>
          <div className="f-bar">
            <button className="f-btn pain" onClick={() => { beep(); change({ phase: 'pain', workedS: Math.round(elapsed * 10) / 10, since: Date.now() }) }}><Icon name="stop" />Pain or stop</button>
            {session.phase === 'work' ? <button className="f-btn" onClick={finish}>{counted !== null && counted < step.dose ? 'Let go early' : 'Done'}</button>
              : session.phase === 'rest' ? <button className="f-btn" onClick={() => change({ phase: 'ready', since: Date.now() })}>Skip rest</button>
              : <><button className="f-btn quiet" onClick={() => goOn(session.logs, index + 1, step.hand, step.blockId)}>Pass over</button><button className="f-btn go" autoFocus onClick={() => { beep(true); change({ phase: 'work', since: Date.now() }) }}>Start</button></>}
          </div>
        </>
      )}
      <p className="f-net" role="status">{refused || (waiting > 0 ? `Saved on this device: ${waiting} not yet sent.` : '')}</p>
    </main>
  )
}

function useNow(running: boolean): number {
  const [now, setNow] = useState(() => Date.now())
  useEffect(() => {
    if (!running) return
    const timer = setInterval(() => setNow(Date.now()), 200)
    return () => clearInterval(timer)
  }, [running])
  return now
}

/** One box for each second of the hold, ten to a row at the most. */
const Boxes = ({ total, full }: { total: number; full: number }) => {
  const each = Math.max(1, Math.ceil(total / 30))
  const boxes = total === 0 ? 0 : Math.ceil(total / each)
  return <div className="f-boxes" aria-hidden="true">{Array.from({ length: boxes }, (_, i) => <i key={i} className={full >= (i + 1) * each ? 'full' : ''} />)}</div>
}

function Next({ steps, index, today, exercise }: { steps: readonly Step[]; index: number; today: TodaySession; exercise: string }) {
  const coming = steps.slice(index + 1, index + 4)
  const held = today.blocks.flatMap((b) => b.hands.flatMap((h) => today.held(b, h).slice(0, 1)))
  return (
    <div className="f-next">
      {exercise && <p className="f-cue">{exercise}</p>}
      <p className="f-label">Next</p>
      {coming.map((s, i) => <p key={i} className={`f-row ${s.hand}`}><b>{HAND[s.hand]}{s.exerciseId !== steps[index]!.exerciseId ? `, ${exerciseById(s.exerciseId)!.name.toLowerCase()}` : ''}</b><span>{s.dose}{'\u00A0'}{exerciseById(s.exerciseId)!.dose.unit}</span></p>)}
      {[...new Set(held.map(cautionLine))].slice(0, 2).map((line) => <p key={line} className="f-held"><Icon name="stop" />{line}</p>)}
    </div>
  )
}

function End({ athlete, session, waiting }: { athlete: AthleteView; session: FloorSession; waiting: number }) {
  const leave = useFloor((s) => s.leave)
  const pains = session.logs.filter((l) => (l.pain ?? 0) > 3)
  return (
    <main className="floor">
      <div className="f-end">
        <h1>Session done</h1>
        <p>{session.logs.length} sets logged, {formatClock(session.logs.reduce((a, l) => a + (l.seconds ?? 0), 0))} under load.{waiting > 0 ? ` ${waiting} still on this device; they are sent when the network is back.` : ''}</p>
        {pains.length > 0 && <p className="f-held"><Icon name="stop" />Pain over 3 was noted: the next session of that tissue is light. Ask again tomorrow morning.</p>}
        <Link className="f-btn go" to={`/athletes/${athlete.id}/review`} onClick={() => { if (waiting === 0) leave() }}>Open review</Link>
      </div>
    </main>
  )
}
