import { UnstyledButton } from '@mantine/core'
import { HAND } from './hand'
import { useEffect, useRef, useState } from 'react'
import { exerciseById } from '@mano/core/catalogue/exercises'
import { findingLine } from '@mano/core/safety/words'
import {
  COUNT_IN_S,
  elapsedS,
  isTimed,
  restLeftS,
  waitsForLift,
  type Phase,
} from '@mano/core/session/run'
import type { Step } from '@mano/core/session/steps'
import { formatClock } from '@mano/core/units/format'
import { useOutbox } from '../../base/outbox'
import { Icon } from '../../drawn/Icon'
import { Closing, End, WarmUp } from './Ends'
import { LoadLine } from './LoadLine'
import { LogStep } from './LogStep'
import { GateStep } from './GateStep'
import { MorePanel } from './MorePanel'
import { PainStep } from './PainStep'
import type { Entry } from './runActs'
import type { RunView } from './useRun'
import { must } from '@mano/core/units/must'
const amount = (s: Step) => `${s.dose}\u00A0${must(exerciseById(s.exerciseId)).dose.unit}`

/** One screen, one hand, one number; pain is always the first touch away. */
export function Stage({
  run,
  onKept,
  back,
}: {
  run: RunView
  onKept?: (() => void) | undefined
  back: string | null
}) {
  const { own, step, exercise, now, beat, act } = run
  const waiting = useOutbox(
    (s) => s.waiting.filter((w) => w.athleteId === run.data.athlete.id).length,
  )
  const refused = useOutbox((s) => s.refused)
  const [more, setMore] = useState(false)
  const paused = own.pausedAt !== null
  const asPlanned = () => {
    act.asPlanned()
    onKept?.()
  }
  const keep = (e: Entry) => {
    act.keep(e)
    onKept?.()
  }
  const main = mainAct(run, asPlanned)
  useKeys({
    ' ': main?.run,
    p: own.phase === 'pain' || own.phase === 'done' ? undefined : act.pain,
    Escape: more
      ? () => setMore(false)
      : ['count', 'work', 'rest'].includes(own.phase)
        ? act.pause
        : undefined,
    e: own.phase === 'confirm' || own.phase === 'work' ? act.edit : undefined,
    m: () => setMore(!more),
  })
  const offline = useOutbox((s) => s.offline)
  const net = refused
    ? `Kept on this device, refused: ${refused}`
    : offline && waiting > 0
      ? `Saved on this device: ${waiting} not yet sent.`
      : run.data.packed
        ? 'The server does not answer: the session goes on from this device.'
        : ''
  const working = own.phase === 'rest' || !step ? 'both' : step.hand
  const head = (
    <header className="f-top">
      <b>{run.data.athlete.name}</b>
      <span>{own.phase === 'warmup' ? 'Warm-up' : (exercise?.name ?? 'Session')}</span>
      <span className="f-count">
        {step && own.phase !== 'warmup' ? `Set ${step.set} of ${step.sets}` : ''}
      </span>
    </header>
  )
  const foot = (
    <p className={`f-net ${net ? 'on' : ''}`} role="status">
      {net}
    </p>
  )
  const page = (body: React.ReactNode) => (
    <div className={`f-run hand-${working}`}>
      {head}
      {body}
      {foot}
    </div>
  )

  if (own.phase === 'warmup') return page(<WarmUp run={run} />)
  if (own.phase === 'done') return page(<End run={run} waiting={waiting} back={back} />)
  if (own.phase === 'pain' && step)
    return page(
      <PainStep
        hand={step.hand}
        onSymptom={act.symptom}
        onBack={act.mistake}
        onPain={(pain, painWhere) =>
          keep({
            load: run.shown(run.kg),
            seconds: isTimed(step) ? own.workedS : null,
            reps: null,
            effort: null,
            pain,
            painWhere,
            ended: pain >= 3 ? 'pain' : 'stopped',
          })
        }
      />,
    )
  if (own.phase === 'close' || !step || !exercise) return page(<Closing run={run} />)
  // Before the effort: nothing is offered until the coach has decided.
  if (own.phase === 'ready' && run.asks.length > 0)
    return page(
      <GateStep
        key={`${step.exerciseId} ${step.hand}`}
        title={
          `${HAND[step.hand]}: ` +
          `${exercise.name.charAt(0).toLowerCase()}${exercise.name.slice(1)}`
        }
        skip={step.hand === 'both' ? 'Skip this exercise' : `Skip it, ${step.hand} hand`}
        findings={run.asks}
        onReason={(reason) =>
          act.reason(
            exercise,
            run.blocks.find((b) => b.id === step.blockId)?.hands ?? [step.hand],
            reason,
          )
        }
        onSkip={act.skipHand}
      />,
    )
  if (own.phase === 'log')
    return page(
      <LogStep
        key={`${step.blockId}${step.set}${step.hand}`}
        step={step}
        exercise={exercise}
        workedS={own.workedS}
        load={run.shown(run.kg)}
        unit={run.units.mass}
        {...run.near(step)}
        rung={run.targetOf(step)?.rung}
        onKeep={keep}
        onPain={act.pain}
      />,
    )
  if (more) return page(<MorePanel run={run} onClose={() => setMore(false)} />)

  const elapsed = elapsedS(own, now)
  const timed = isTimed(step)
  const word =
    own.phase === 'rest'
      ? 'Rest'
      : own.phase === 'confirm'
        ? `${HAND[step.hand]}: as planned?`
        : `${HAND[step.hand]}: ` +
          phaseWord(own.phase, step, beat?.word ?? (exercise.mode === 'hold' ? 'hold' : 'work'))
  const small = paused
    ? 'paused'
    : own.phase === 'rest'
      ? `then ${HAND[step.hand].toLowerCase()}`
      : own.phase === 'confirm'
        ? `${own.workedS}\u00A0s; rest runs`
        : own.phase === 'work' && !timed
          ? `${exercise.dose.unit}, ${formatClock(elapsed)}`
          : own.phase === 'work' && beat
            ? `round ${beat.round}, of ${step.dose}\u00A0s`
            : `of ${amount(step)}`
  const digits =
    own.phase === 'rest' || own.phase === 'confirm'
      ? Math.ceil(restLeftS(own, now))
      : own.phase === 'count'
        ? Math.max(1, Math.ceil(COUNT_IN_S - elapsed))
        : own.phase === 'work' && beat
          ? Math.ceil(beat.leftS)
          : own.phase === 'work' && timed
            ? Math.floor(elapsed)
            : step.dose
  return page(
    <>
      <div className="f-stage">
        <div className={`f-slab ${working}`} aria-hidden="true">
          {own.phase === 'rest'
            ? ''
            : step.hand === 'both'
              ? 'LR'
              : step.hand === 'left'
                ? 'L'
                : 'R'}
        </div>
        <div className="f-main">
          <p className="f-word" role="status">
            {word}
            <small>{small}</small>
          </p>
          <p className="f-digits" aria-hidden="true">
            {digits}
          </p>
          {own.phase === 'ready' || own.phase === 'rest' || own.phase === 'count' ? (
            <LoadLine run={run} step={step} />
          ) : (
            <Boxes
              total={timed ? step.dose : 0}
              full={own.phase === 'confirm' ? own.workedS : timed ? Math.floor(elapsed) : 0}
            />
          )}
        </div>
        <Next run={run} />
      </div>
      <div className="f-bar">
        <UnstyledButton className="f-btn pain" onClick={act.pain}>
          <Icon name="stop" />
          Pain or stop
        </UnstyledButton>
        {['count', 'rest'].includes(own.phase) || (own.phase === 'work' && timed) ? (
          <UnstyledButton className="f-btn quiet" aria-pressed={paused} onClick={act.pause}>
            {paused ? 'Go on' : 'Pause'}
          </UnstyledButton>
        ) : null}
        {own.phase === 'confirm' || (own.phase === 'work' && !timed) ? (
          <UnstyledButton className="f-btn quiet" onClick={act.edit}>
            Edit
          </UnstyledButton>
        ) : null}
        {own.phase === 'ready' || own.phase === 'rest' ? (
          <UnstyledButton className="f-btn quiet" onClick={() => setMore(true)}>
            More
          </UnstyledButton>
        ) : null}
        {main && (
          <UnstyledButton className={`f-btn main ${main.go ? 'go' : ''}`} onClick={main.run}>
            {main.says}
          </UnstyledButton>
        )}
      </div>
    </>,
  )
}

/** The one thing a touch anywhere near should do now. */
function mainAct(
  { own, step, act }: RunView,
  asPlanned: () => void,
): { says: string; run: () => void; go: boolean } | null {
  if (!step) return null
  if (own.phase === 'ready') return { says: 'Start', run: act.start, go: true }
  if (own.phase === 'rest') return { says: 'Skip rest', run: act.skipRest, go: false }
  if (own.phase === 'confirm') return { says: 'As planned', run: asPlanned, go: true }
  if (own.phase === 'work')
    return isTimed(step)
      ? { says: 'Let go early', run: act.stopEarly, go: false }
      : { says: 'As planned', run: asPlanned, go: true }
  return null
}

function useKeys(keys: Record<string, (() => void) | undefined>): void {
  const now = useRef(keys)
  useEffect(() => {
    now.current = keys
  })
  useEffect(() => {
    const down = (e: KeyboardEvent) => {
      const act = now.current[e.key]
      if (
        !act ||
        e.repeat ||
        e.ctrlKey ||
        e.metaKey ||
        (e.target instanceof HTMLElement && e.target.matches('input, select, textarea, button'))
      )
        return
      e.preventDefault()
      act()
    }
    window.addEventListener('keydown', down)
    return () => window.removeEventListener('keydown', down)
  }, [])
}

/** One box for each second of the hold, thirty at the most. */
const Boxes = ({ total, full }: { total: number; full: number }) => {
  const each = Math.max(1, Math.ceil(total / 30))
  const boxes = total === 0 ? 0 : Math.ceil(total / each)
  return (
    <div className="f-boxes" aria-hidden="true">
      {Array.from({ length: boxes }, (_, i) => (
        <i key={i} className={full >= Math.min(total, (i + 1) * each) ? 'full' : ''} />
      ))}
    </div>
  )
}

function Next({ run }: { run: RunView }) {
  const { step, exercise, coming, blocks, today, steps, done } = run
  const held = blocks
    .flatMap((b) => b.hands.flatMap((h) => must(today).held(b, h).slice(0, 1)))
    .filter((f) => f.class === 'stop')
  const own = steps.filter((s) => s.blockId === must(step).blockId)
  const bars = (hand: Step['hand']) =>
    own
      .filter((s) => s.hand === hand)
      .map((s) => (
        <i
          key={s.set}
          className={
            done.some((l) => l.blockId === s.blockId && l.hand === s.hand && l.set === s.set)
              ? 'full'
              : s === step
                ? 'now'
                : ''
          }
        />
      ))
  return (
    <div className="f-next">
      {must(exercise).cue && <p className="f-cue">{must(exercise).cue}</p>}
      <p className="f-label">Next</p>
      {(run.own.phase === 'rest' ? [must(step), ...coming] : coming).slice(0, 3).map((s, i) => (
        <p key={i} className={`f-row ${s.hand}`}>
          <b>
            {HAND[s.hand]}
            {s.exerciseId !== must(step).exerciseId
              ? `, ${must(exerciseById(s.exerciseId)).name.toLowerCase()}`
              : ''}
          </b>
          <span>{amount(s)}</span>
        </p>
      ))}
      {coming.length === 0 && run.own.phase !== 'rest' && (
        <p className="f-row">
          <b>Stretches, then done</b>
        </p>
      )}
      {[...new Set(held.map(findingLine))].slice(0, 2).map((line) => (
        <p key={line} className="f-held">
          <Icon name="stop" />
          {line}
        </p>
      ))}
      <div className="f-sets" aria-hidden="true">
        {own[0]?.hand === 'both' ? (
          <div className="both">{bars('both')}</div>
        ) : (
          <>
            <div className="left">{bars('left')}</div>
            <div className="right">{bars('right')}</div>
          </>
        )}
      </div>
    </div>
  )
}

/** What the clock counts, in a word. `atWork`: while the hand works. */
function phaseWord(phase: Phase, step: Step, atWork: string): string {
  if (phase === 'ready') return waitsForLift(step) ? 'after the main-lift set' : 'get ready'
  return phase === 'count' ? 'get set' : atWork
}
