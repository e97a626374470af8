import { UnstyledButton } from '@mantine/core'
import { useState } from 'react'
import type { Exercise } from '@mano/core/catalogue/exercises'
import { ladderOf } from '@mano/core/progress/ladders'
import type { LogDetails } from '@mano/core/record/sets'
import { ENDINGS, type EndingId, type Step } from '@mano/core/session/steps'
import { LoadPad, type LoadHint } from './LoadPad'
import { Icon } from '../../drawn/Icon'
import { Choice, Press, Toggle } from './Buttons'
import { HAND } from './hand'
import type { Entry } from './runActs'
import { withLengths } from '@mano/core/units/inch'
import { useUnits } from '../../base/units'

const LOAD_STEP = { kg: 0.5, lb: 1 } as const
const asText = (load: number): string => (load === 0 ? '' : String(load))
const UNIT = { s: 'Seconds', m: 'Metres', trips: 'Trips', reps: 'Repetitions' } as const
const STYLES = [
  { id: 'thumb-over', name: 'Thumb round' },
  { id: 'thumb-off', name: 'Thumb off' },
  { id: 'hook', name: 'Hook' },
] as const
const EFFORTS = [5, 6, 7, 8, 9, 10] as const

interface Props {
  step: Pick<Step, 'hand' | 'set' | 'sets' | 'dose'>
  exercise: Exercise
  workedS: number
  load: number | null
  unit: 'kg' | 'lb'
  /** Loads that are one tap away, and the smallest step the plates allow, in the unit. */
  hints?: readonly LoadHint[] | undefined
  stepOf?: number | null | undefined
  /** Step of the ladder that was proposed. */
  rung?: string | null | undefined
  /** What was logged, where it is being changed. */
  was?: { amount: number; ended: EndingId; effort: number | null; details: LogDetails } | undefined
  onKeep: (e: Entry) => void
  onPain: (() => void) | null
  onBack?: () => void
}

/** What was done, as it is typed; everything has a sensible value. */
function useEntry({ step, exercise, workedS, load, was }: Props) {
  const timed = exercise.dose.unit === 's'
  const [amount, setAmount] = useState(
    was?.amount ?? (timed ? Math.max(1, Math.round(workedS || step.dose)) : step.dose),
  )
  const [kg, setKg] = useState(load ?? 0)
  const [effort, setEffort] = useState<number | null>(was?.effort ?? null)
  const [ended, setEnded] = useState<EndingId>(
    was?.ended ?? (timed && workedS > 0 && workedS < step.dose - 1 ? 'slipped' : 'done'),
  )
  const [details, setDetails] = useState<LogDetails>(was?.details ?? {})
  const entry: Entry = {
    load: kg === 0 ? null : kg,
    seconds: timed ? amount : null,
    reps: timed ? null : Math.round(amount),
    effort,
    pain: null,
    ended,
    details,
  }
  const detail = (more: Partial<LogDetails>) => setDetails({ ...details, ...more })
  return {
    entry,
    amount,
    setAmount,
    kg,
    setKg,
    effort,
    setEffort,
    ended,
    setEnded,
    details,
    detail,
  }
}
type Typed = ReturnType<typeof useEntry>

/** What the set was, where it was not as planned. */
export function LogStep(props: Props) {
  const { step, exercise, unit, hints = [], stepOf, rung, onKeep, onPain, onBack } = props
  const typed = useEntry(props)
  const { amount, setAmount, kg, setKg } = typed
  const [pad, setPad] = useState<string | null>(null)
  if (pad !== null)
    return (
      <div className="f-log">
        <LoadPad
          unit={unit}
          text={pad}
          hints={hints}
          onText={setPad}
          onDone={() => {
            setKg(Number(pad) || 0)
            setPad(null)
          }}
        />
      </div>
    )
  return (
    <>
      <div className="f-log">
        <p className="f-word">
          {HAND[step.hand]}: set {step.set} of {step.sets}
        </p>
        <div className="f-steps">
          <Stepper label={UNIT[exercise.dose.unit]} value={amount} step={1} onChange={setAmount} />
          <Stepper
            label={`Load, ${unit}`}
            value={kg}
            step={stepOf ?? LOAD_STEP[unit]}
            onChange={setKg}
            none="none"
            onPad={() => setPad(asText(kg))}
          />
        </div>
        <HowItWas typed={typed} />
        <Rungs exercise={exercise} at={typed.details.rung ?? rung} onRung={typed.detail} />
      </div>
      <div className="f-bar">
        {onPain && (
          <UnstyledButton className="f-btn pain" onClick={onPain}>
            <Icon name="stop" />
            Pain or stop
          </UnstyledButton>
        )}
        {onBack && <Press onClick={onBack}>Back</Press>}
        <UnstyledButton className="f-btn main go" onClick={() => onKeep(typed.entry)}>
          Save
        </UnstyledButton>
      </div>
    </>
  )
}

/** How it ended, how hard it was, how it was held. */
function HowItWas({ typed }: { typed: Typed }) {
  const { ended, setEnded, effort, setEffort, details, detail } = typed
  return (
    <>
      <Choice label="How it ended">
        {ENDINGS.filter((e) => e.id !== 'pain').map((e) => (
          <Toggle key={e.id} on={ended === e.id} onClick={() => setEnded(e.id)}>
            {e.name}
          </Toggle>
        ))}
      </Choice>
      <Choice label="Effort of 10">
        {EFFORTS.map((n) => (
          <Toggle key={n} on={effort === n} onClick={() => setEffort(effort === n ? null : n)}>
            {n}
          </Toggle>
        ))}
        <span>effort of 10</span>
      </Choice>
      <Choice label="How it was held">
        {STYLES.map((s) => (
          <Toggle
            key={s.id}
            on={details.style === s.id}
            onClick={() => detail({ style: details.style === s.id ? undefined : s.id })}
          >
            {s.name}
          </Toggle>
        ))}
        <Toggle on={details.chalk ?? false} onClick={() => detail({ chalk: !details.chalk })}>
          Chalk
        </Toggle>
        <Toggle on={details.straps ?? false} onClick={() => detail({ straps: !details.straps })}>
          Straps
        </Toggle>
      </Choice>
    </>
  )
}

/** The step of its ladder it was. */
function Rungs({
  exercise,
  at,
  onRung,
}: {
  exercise: Exercise
  at: string | null | undefined
  onRung: (more: Pick<LogDetails, 'rung'>) => void
}) {
  const units = useUnits()
  const { rungs } = ladderOf(exercise)
  if (rungs.length === 0) return null
  return (
    <Choice label="Step">
      {rungs.map((r) => (
        <Toggle key={r} on={at === r} onClick={() => onRung({ rung: r })}>
          {withLengths(r, units.length)}
        </Toggle>
      ))}
    </Choice>
  )
}

function Stepper({
  label,
  value,
  step,
  none,
  onChange,
  onPad,
}: {
  label: string
  value: number
  step: number
  none?: string
  onChange: (v: number) => void
  onPad?: () => void
}) {
  return (
    <div className="f-stepper" role="group" aria-label={label}>
      <span>{label}</span>
      <UnstyledButton
        className="f-btn"
        aria-label={`Less: ${label}`}
        onClick={() => onChange(Math.max(0, Math.round((value - step) * 100) / 100))}
      >
        −
      </UnstyledButton>
      {onPad ? (
        <UnstyledButton
          className="f-btn f-value"
          aria-label={`Type: ${label}, now ${none && value === 0 ? none : value}`}
          onClick={onPad}
        >
          {none && value === 0 ? none : value}
        </UnstyledButton>
      ) : (
        <b>{none && value === 0 ? none : value}</b>
      )}
      <UnstyledButton
        className="f-btn"
        aria-label={`More: ${label}`}
        onClick={() => onChange(Math.round((value + step) * 100) / 100)}
      >
        +
      </UnstyledButton>
    </div>
  )
}
