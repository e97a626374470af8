import { For } from '../../base/For'
import { Anchor, Button, Checkbox, Input, Modal } from '@mantine/core'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { v7 } from 'uuid'
import type { SessionView } from '@mano/contract/tests'
import type { Protocol } from '@mano/core/catalogue/protocols'
import { TEST_CONDITIONS } from '@mano/core/safety/conditions'
import { formatDate } from '@mano/core/units/dates'
import { useCalm } from '../../base/calm'
import { api, failureText } from '../../base/api'
import { type Touched, touchedBy, useWrite } from '../../base/data'
import { Reasoned } from '../../base/Reasoned'
import { submits } from '../../base/afterPaint'
import { useAthletePage } from '../athlete/AthletePage'

/**
 * What was wrong about a test as a whole is put right afterwards: its conditions, whether it was
 * practice, or that it was one at all.
 */
export function ChangeTest({ session, protocol }: { session: SessionView; protocol: Protocol }) {
  const { athlete, me } = useAthletePage()
  const navigate = useNavigate()
  const [open, setOpen] = useCalm(false)
  const touched = touchedBy(athlete.id)
  const change = (body: object) =>
    api.post(`/api/tests/${session.id}/changes`, { id: v7(), ...body })
  return (
    <For right="test">
      <p className="row change-test">
        <Anchor component="button" type="button" className="lnk" onClick={() => setOpen(true)}>
          Edit conditions
        </Anchor>
        <Reasoned
          label="Strike the test"
          title={`Strike ${protocol.name} of ${formatDate(session.performedOn, me.today)}?`}
          says={
            `All ${session.trials.length} trials leave every list and sum. The record that ` +
            'they were there stays.'
          }
          done="The test is struck."
          act={(reason) => change({ struck: true, reason })}
          undo={() => change({ struck: false, reason: 'Taken back' })}
          touched={touched}
          onDone={() => void navigate(`/athletes/${athlete.id}/tests`)}
        />
        <Modal opened={open} onClose={() => setOpen(false)} title="Conditions of this test">
          <Conditions
            session={session}
            protocol={protocol}
            change={change}
            touched={touched}
            onDone={() => setOpen(false)}
          />
        </Modal>
        {session.changes.map((c) => (
          <span key={c.id} className="note">
            Changed {formatDate(c.recordedAt.slice(0, 10), me.today)}: {c.reason}
          </span>
        ))}
      </p>
    </For>
  )
}

function Conditions({
  session,
  protocol,
  change,
  touched,
  onDone,
}: {
  session: SessionView
  protocol: Protocol
  change: (body: object) => Promise<unknown>
  touched: Touched
  onDone: () => void
}) {
  const [met, setMet] = useState<Record<string, boolean>>(() =>
    Object.fromEntries(
      [...TEST_CONDITIONS.map((c) => c.id), 'familiar'].map((id) => [
        id,
        (session.conditions as Record<string, boolean>)[id] === true,
      ]),
    ),
  )
  const [practice, setPractice] = useState(session.practice)
  const [reason, setReason] = useState('')
  const write = useWrite(change, touched)
  const tick = (id: string, text: string, on: boolean, set: (on: boolean) => void) => (
    <label className="tick" key={id}>
      <Checkbox checked={on} onChange={(e) => set(e.currentTarget.checked)} />
      {text}
    </label>
  )
  return (
    <form
      className="change"
      onSubmit={submits(() => {
        if (reason.trim())
          write.mutate({ conditions: met, practice, reason: reason.trim() }, { onSuccess: onDone })
      })}
    >
      {TEST_CONDITIONS.map((c) =>
        tick(c.id, c.ask, met[c.id] === true, (on) => setMet({ ...met, [c.id]: on })),
      )}
      {protocol.familiarSessions > 0 &&
        tick('practice', 'Practice: stays out of norms and trends', practice, setPractice)}
      <label>
        Reason
        <Input
          data-autofocus
          value={reason}
          maxLength={400}
          onChange={(e) => setReason(e.currentTarget.value)}
        />
      </label>
      <p className="said" role="alert">
        {write.error && failureText(write.error)}
      </p>
      <Button type="submit" disabled={reason.trim() === ''} loading={write.isPending}>
        Save
      </Button>
    </form>
  )
}
