import { useState } from 'react'
import { SYMPTOMS, type SymptomId } from '@mano/core/catalogue/cautions'
import type { Exercise } from '@mano/core/catalogue/exercises'
import { ENDINGS, type EndingId, type Step } from '@mano/core/session/steps'
import type { Hand } from '@mano/core/testing/session'
import { Icon } from '../../hands/Icon'

interface LogProps {
  step: Step
  exercise: Exercise
  workedS: number
  load: number | null
  unit: 'kg' | 'lb'
  onKeep: (e: { load: number | null; seconds: number | null; reps: number | null; effort: number | null; pain: number | null; ended: EndingId }) => void
  onPain: () => void
}

const LOAD_STEP = { kg: 0.5, lb: 1 } as const
const HAND = { left: 'Left', right: 'Right', both: 'Both hands' } as const

/** What the set was: everything has a sensible value, one touch keeps it. */
export function LogStep({ step, exercise, workedS, load, unit, onKeep, onPain }: LogProps) {
  const timed = exercise.dose.unit === 's'
  const [amount, setAmount] = useState(timed ? Math.max(1, Math.round(workedS)) : step.dose)
  const [kg, setKg] = useState(load ?? 0)
  const [effort, setEffort] = useState<number | null>(null)
  const [ended, setEnded] = useState<EndingId>(timed && workedS < step.dose - 1 ? 'slipped' : 'done')
  return (
    <>
      <div className="f-log">
        <p className="f-word">{HAND[step.hand]}: set {step.set} of {step.sets}</p>
        <div className="f-steps">
          <Stepper label={timed ? 'Seconds' : exercise.dose.unit === 'm' ? 'Metres' : exercise.dose.unit === 'trips' ? 'Trips' : 'Repetitions'} value={amount} step={1} onChange={setAmount} />
          <Stepper label={`Load, ${unit}`} value={kg} step={LOAD_STEP[unit]} onChange={setKg} none="none" />
        </div>
        <div className="f-choice" role="group" aria-label="How it ended">{ENDINGS.filter((e) => e.id !== 'pain').map((e) => <button key={e.id} className={`f-btn ${ended === e.id ? 'on' : ''}`} aria-pressed={ended === e.id} onClick={() => setEnded(e.id)}>{e.name}</button>)}</div>
        <div className="f-choice" role="group" aria-label="Effort of 10">{[5, 6, 7, 8, 9, 10].map((n) => <button key={n} className={`f-btn ${effort === n ? 'on' : ''}`} aria-pressed={effort === n} onClick={() => setEffort(effort === n ? null : n)}>{n}</button>)}<span>effort of 10</span></div>
      </div>
      <div className="f-bar"><button className="f-btn pain" onClick={onPain}><Icon name="stop" />Pain or stop</button><button className="f-btn go" autoFocus onClick={() => onKeep({ load: kg === 0 ? null : kg, seconds: timed ? amount : null, reps: timed ? null : Math.round(amount), effort, pain: null, ended })}>Keep</button></div>
    </>
  )
}

function Stepper({ label, value, step, none, onChange }: { label: string; value: number; step: number; none?: string; onChange: (v: number) => void }) {
  return (
    <div className="f-stepper" role="group" aria-label={label}>
      <span>{label}</span>
      <button className="f-btn" aria-label={`Less: ${label}`} onClick={() => onChange(Math.max(0, Math.round((value - step) * 10) / 10))}>−</button>
      <b>{none && value === 0 ? none : value}</b>
      <button className="f-btn" aria-label={`More: ${label}`} onClick={() => onChange(Math.round((value + step) * 10) / 10)}>+</button>
    </div>
  )
}

/** The first touch has stopped the timer; this asks afterwards. */
export function PainStep({ hand, onPain, onSymptom, onBack }: { hand: Hand; onPain: (pain: number) => void; onSymptom: (symptom: SymptomId) => void; onBack: () => void }) {
  const [pain, setPain] = useState<number | null>(null)
  const name = hand === 'both' ? 'both hands' : `${hand} hand`
  return (
    <>
      <div className="f-log">
        <p className="f-word alarm" role="alert"><Icon name="stop" />Timer stopped. How much pain?</p>
        <div className="f-scale" role="group" aria-label="Pain of 10">{Array.from({ length: 11 }, (_, n) => <button key={n} className={`f-btn ${pain === n ? 'on' : ''}`} aria-pressed={pain === n} onClick={() => setPain(n)}>{n}</button>)}</div>
        <p className="f-rule">0 to 2: go on, same load. Exactly 3: light work only on this hand. Over 3: this set and this hand's part of the block end, and the next session of that tissue is light.</p>
        <p className="f-held"><Icon name="stop" />Any of these stops all loading of the {name}: refer to a clinician today. Mano does not diagnose.</p>
        <div className="f-choice" role="group" aria-label="Symptoms">{SYMPTOMS.filter((s) => ['pop', 'numbness', 'tingling', 'swelling'].includes(s.id)).map((s) => <button key={s.id} className="f-btn pain" onClick={() => onSymptom(s.id)}>{s.name}</button>)}</div>
      </div>
      <div className="f-bar"><button className="f-btn" onClick={onBack}>Pressed by mistake</button><button className="f-btn go" disabled={pain === null} onClick={() => onPain(pain!)}>{pain !== null && pain > 3 ? `End ${name} here` : 'Note it and go on'}</button></div>
    </>
  )
}
