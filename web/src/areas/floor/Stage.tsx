import { useState } from 'react'
import { isTimed } from '@mano/core/session/run'
import { useOutbox } from '../../base/outbox'
import { Closing, End, WarmUp } from './Ends'
import { GateStep } from './GateStep'
import { HAND } from './hand'
import { LogStep } from './LogStep'
import { MorePanel } from './MorePanel'
import { PainStep } from './PainStep'
import { Running, mainAct } from './Running'
import type { Entry } from './runActs'
import { useKeys } from './useKeys'
import type { RunView } from './useRun'

/** What waits on this device, of this athlete, and why. */
function useNet({ data }: RunView): { waiting: number; says: string } {
  const waiting = useOutbox((s) => s.waiting.filter((w) => w.athleteId === data.athlete.id).length)
  const refused = useOutbox((s) => s.refused)
  const offline = useOutbox((s) => s.offline)
  const says = refused
    ? `Kept on this device, refused: ${refused}`
    : offline && waiting > 0
      ? `Saved on this device: ${waiting} not yet sent.`
      : data.packed
        ? 'The server does not answer: the session goes on from this device.'
        : ''
  return { waiting, says }
}

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
  const { own, step, exercise, act } = run
  const net = useNet(run)
  const [more, setMore] = useState(false)
  const asPlanned = () => {
    act.asPlanned()
    onKept?.()
  }
  const keep = (e: Entry) => {
    act.keep(e)
    onKept?.()
  }
  const main = mainAct(run, asPlanned)
  const stops = ['count', 'work', 'rest'].includes(own.phase)
  useKeys({
    ' ': main?.run,
    p: own.phase === 'pain' || own.phase === 'done' ? undefined : act.pain,
    Escape: more ? () => setMore(false) : stops ? act.pause : undefined,
    e: own.phase === 'confirm' || own.phase === 'work' ? act.edit : undefined,
    m: () => setMore(!more),
  })
  const body = () => {
    if (own.phase === 'warmup') return <WarmUp run={run} />
    if (own.phase === 'done') return <End run={run} waiting={net.waiting} back={back} />
    if (own.phase === 'pain' && step) return <Pain run={run} step={step} keep={keep} />
    if (own.phase === 'close' || !step || !exercise) return <Closing run={run} />
    const here = { run, step, exercise }
    // Before the effort: nothing is offered until the coach has decided.
    if (own.phase === 'ready' && run.asks.length > 0) return <Gate {...here} />
    if (own.phase === 'log') return <Log {...here} keep={keep} />
    if (more) return <MorePanel run={run} onClose={() => setMore(false)} />
    return <Running run={run} step={step} main={main} onMore={() => setMore(true)} />
  }
  return (
    <div className={`f-run hand-${own.phase === 'rest' || !step ? 'both' : step.hand}`}>
      <header className="f-top">
        <b>{run.data.athlete.name}</b>
        <span>{own.phase === 'warmup' ? 'Warm-up' : (exercise?.name ?? 'Session')}</span>
        <span className="f-count">
          {step && own.phase !== 'warmup' ? `Set ${step.set} of ${step.sets}` : ''}
        </span>
      </header>
      {body()}
      <p className={`f-net ${net.says ? 'on' : ''}`} role="status">
        {net.says}
      </p>
    </div>
  )
}

/** A set that is running, and its exercise. */
interface Here {
  run: RunView
  step: NonNullable<RunView['step']>
  exercise: NonNullable<RunView['exercise']>
}

const Pain = ({ run, step, keep }: Omit<Here, 'exercise'> & { keep: (e: Entry) => void }) => (
  <PainStep
    hand={step.hand}
    onSymptom={run.act.symptom}
    onBack={run.act.mistake}
    onPain={(pain, painWhere) =>
      keep({
        load: run.shown(run.kg),
        seconds: isTimed(step) ? run.own.workedS : null,
        reps: null,
        effort: null,
        pain,
        painWhere,
        ended: pain >= 3 ? 'pain' : 'stopped',
      })
    }
  />
)

function Gate({ run, step, exercise }: Here) {
  const hands = run.blocks.find((b) => b.id === step.blockId)?.hands ?? [step.hand]
  return (
    <GateStep
      key={`${step.exerciseId} ${step.hand}`}
      title={
        `${HAND[step.hand]}: ` + `${exercise.name.charAt(0).toLowerCase()}${exercise.name.slice(1)}`
      }
      skip={step.hand === 'both' ? 'Skip this exercise' : `Skip it, ${step.hand} hand`}
      findings={run.asks}
      onReason={(reason) => run.act.reason(exercise, hands, reason)}
      onSkip={run.act.skipHand}
    />
  )
}

const Log = ({ run, step, exercise, keep }: Here & { keep: (e: Entry) => void }) => (
  <LogStep
    key={`${step.blockId}${step.set}${step.hand}`}
    step={step}
    exercise={exercise}
    workedS={run.own.workedS}
    load={run.shown(run.kg)}
    unit={run.units.mass}
    {...run.near(step)}
    rung={run.targetOf(step)?.rung}
    onKeep={keep}
    onPain={run.act.pain}
  />
)
