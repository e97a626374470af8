import { Button, Modal } from '@mantine/core'
import { useState } from 'react'
import { v7 } from 'uuid'
import type { Protocol } from '@mano/core/catalogue/protocols'
import type { Trial } from '@mano/core/testing/session'
import { readTrialValue } from '@mano/core/testing/value'
import { api, failureText } from '../../app/api'
import { touchedBy, useWrite } from '../../app/data'
import { useAthletePage } from '../athlete/AthletePage'

const REASONS = ['Slipped', 'Posture changed', 'Stopped too soon', 'Reading unsure'] as const

const named = (t: Trial) => `${t.hand === 'both' ? 'both hands' : `${t.hand} hand`}, trial ${t.ordinal}: ${t.enteredValue}\u00A0${t.enteredUnit}`

/** A trial that does not count: it stays on record with the reason and leaves every sum. */
export function StrikeTrial({ trial, onClose }: { trial: Trial | null; onClose: () => void }) {
  const { athlete } = useAthletePage()
  const [reason, setReason] = useState('')
  const write = useWrite((why: string) => api.post(`/api/trials/${trial!.id}/marks`, { id: v7(), struck: true, reason: why }), touchedBy(athlete.id))
  const strike = (why: string) => write.mutate(why, { onSuccess: () => { setReason(''); onClose() } })
  return (
    <Modal opened={trial !== null} onClose={onClose} title="Strike out a trial">
      {trial && (
        <form className="change" onSubmit={(e) => { e.preventDefault(); if (reason.trim()) strike(reason.trim()) }}>
          <p>{named(trial)}</p>
          <div className="reasons">{REASONS.map((r) => <button type="button" className="btn" key={r} disabled={write.isPending} onClick={() => strike(r)}>{r}</button>)}</div>
          <label>Another reason<input value={reason} data-autofocus onChange={(e) => setReason(e.currentTarget.value)} /></label>
          <p className="said" role="alert">{write.error && failureText(write.error)}</p>
          <Button type="submit" disabled={reason.trim() === ''} loading={write.isPending}>Strike out</Button>
        </form>
      )}
    </Modal>
  )
}

/** A wrong number is corrected by a new row; the old one stays on record. */
export function CorrectTrial({ trial, protocol, variant, onClose }: { trial: Trial | null; protocol: Protocol; variant: Readonly<Record<string, string>>; onClose: () => void }) {
  return <Modal opened={trial !== null} onClose={onClose} title="Correct a number">{trial && <Correction key={trial.id} trial={trial} protocol={protocol} variant={variant} onClose={onClose} />}</Modal>
}

function Correction({ trial, protocol, variant, onClose }: { trial: Trial; protocol: Protocol; variant: Readonly<Record<string, string>>; onClose: () => void }) {
  const { athlete } = useAthletePage()
  const [text, setText] = useState('')
  const [reason, setReason] = useState('Typed wrongly')
  const [problem, setProblem] = useState('')
  const write = useWrite((enteredValue: number) => api.post(`/api/trials/${trial.id}/corrections`, { id: v7(), enteredValue, enteredUnit: trial.enteredUnit, reason: reason.trim() }), touchedBy(athlete.id))
  const submit = (e: React.FormEvent) => {
    e.preventDefault()
    const v = readTrialValue(text, trial.enteredUnit, protocol, variant)
    setProblem(v.ok ? (reason.trim() === '' ? 'Give the reason.' : '') : v.message)
    if (v.ok && reason.trim() !== '') write.mutate(v.enteredValue, { onSuccess: onClose })
  }
  return (
    <form className="change" onSubmit={submit}>
      <p>{named(trial)}</p>
      <label>Right number, {trial.enteredUnit}<input value={text} data-autofocus inputMode="decimal" onChange={(e) => setText(e.currentTarget.value)} /></label>
      <label>Reason<input value={reason} onChange={(e) => setReason(e.currentTarget.value)} /></label>
      <p className="said" role="alert">{problem || (write.error && failureText(write.error))}</p>
      <Button type="submit" loading={write.isPending}>Correct</Button>
    </form>
  )
}
