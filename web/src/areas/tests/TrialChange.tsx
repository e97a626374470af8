import { Button, Input, Modal } from '@mantine/core'
import { notifications } from '@mantine/notifications'
import { useState } from 'react'
import { v7 } from 'uuid'
import type { Protocol } from '@mano/core/catalogue/protocols'
import type { Trial } from '@mano/core/testing/session'
import { readTrialValue } from '@mano/core/testing/value'
import { api, failureText } from '../../base/api'
import { touchedBy, useWrite } from '../../base/data'
import { submits } from '../../base/afterPaint'
import { useAthletePage } from '../athlete/AthletePage'

const REASONS = ['Slipped', 'Posture changed', 'Stopped too soon', 'Reading unsure'] as const

const notDone = (message: string) =>
  void notifications.show({ color: 'red', autoClose: false, message })

const named = (t: Trial) =>
  `${t.hand === 'both' ? 'both hands' : `${t.hand} hand`}, trial ${t.ordinal}: ` +
  `${t.enteredValue}\u00A0${t.enteredUnit}`

/** A trial that does not count: it stays on record with the reason and leaves every sum. */
export function StrikeTrial({ trial, onClose }: { trial: Trial | null; onClose: () => void }) {
  const { athlete } = useAthletePage()
  const [reason, setReason] = useState('')
  const write = useWrite(
    ({ id, why }: { id: string; why: string }) =>
      api.post(`/api/trials/${id}/marks`, { id: v7(), struck: true, reason: why }),
    touchedBy(athlete.id),
  )
  // The dialog goes at once: the next number may be on its way.
  const strike = (why: string) => {
    if (!trial) return
    write.mutate(
      { id: trial.id, why },
      { onError: (e) => notDone(`Not struck: ${failureText(e)}`) },
    )
    setReason('')
    onClose()
  }
  return (
    <Modal opened={trial !== null} onClose={onClose} title="Strike out a trial">
      {trial && (
        <form
          className="change"
          onSubmit={submits(() => {
            if (reason.trim()) strike(reason.trim())
          })}
        >
          <p>{named(trial)}</p>
          <div className="reasons">
            {REASONS.map((r) => (
              <Button variant="default" type="button" key={r} onClick={() => strike(r)}>
                {r}
              </Button>
            ))}
          </div>
          <label>
            Another reason
            <Input
              value={reason}
              data-autofocus
              onChange={(e) => setReason(e.currentTarget.value)}
            />
          </label>
          <Button type="submit" disabled={reason.trim() === ''}>
            Strike out
          </Button>
        </form>
      )}
    </Modal>
  )
}

/** A wrong number is corrected by a new row; the old one stays on record. */
export function CorrectTrial({
  trial,
  protocol,
  variant,
  onClose,
}: {
  trial: Trial | null
  protocol: Protocol
  variant: Readonly<Record<string, string>>
  onClose: () => void
}) {
  const { athlete } = useAthletePage()
  const write = useWrite(
    ({ id, ...body }: { id: string; enteredValue: number; enteredUnit: string; reason: string }) =>
      api.post(`/api/trials/${id}/corrections`, { id: v7(), ...body }),
    touchedBy(athlete.id),
  )
  const correct = (t: Trial, enteredValue: number, reason: string) => {
    write.mutate(
      { id: t.id, enteredValue, enteredUnit: t.enteredUnit, reason },
      {
        onError: (e) =>
          notDone(`Not corrected to ${enteredValue}\u00A0${t.enteredUnit}: ${failureText(e)}`),
      },
    )
    onClose()
  }
  return (
    <Modal opened={trial !== null} onClose={onClose} title="Correct a number">
      {trial && (
        <Correction
          key={trial.id}
          trial={trial}
          protocol={protocol}
          variant={variant}
          onCorrect={(value, reason) => correct(trial, value, reason)}
        />
      )}
    </Modal>
  )
}

function Correction({
  trial,
  protocol,
  variant,
  onCorrect,
}: {
  trial: Trial
  protocol: Protocol
  variant: Readonly<Record<string, string>>
  onCorrect: (value: number, reason: string) => void
}) {
  const [text, setText] = useState('')
  const [reason, setReason] = useState('Typed wrongly')
  const [problem, setProblem] = useState('')
  const submit = (e: React.FormEvent) => {
    e.preventDefault()
    const v = readTrialValue(text, trial.enteredUnit, protocol, variant)
    setProblem(v.ok ? (reason.trim() === '' ? 'Give the reason.' : '') : v.message)
    if (v.ok && reason.trim() !== '') onCorrect(v.enteredValue, reason.trim())
  }
  return (
    <form className="change" onSubmit={submit}>
      <p>{named(trial)}</p>
      <label>
        Correct number, {trial.enteredUnit}
        <Input
          value={text}
          data-autofocus
          inputMode="decimal"
          onChange={(e) => setText(e.currentTarget.value)}
        />
      </label>
      <label>
        Reason
        <Input value={reason} onChange={(e) => setReason(e.currentTarget.value)} />
      </label>
      <p className="said" role="alert">
        {problem}
      </p>
      <Button type="submit">Correct</Button>
    </form>
  )
}
