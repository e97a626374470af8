import { Button, Checkbox, Input } from '@mantine/core'
import { useState } from 'react'
import {
  missingConditions,
  TEST_CONDITIONS,
  type TestConditions,
} from '@mano/core/safety/conditions'
import { failureText } from '../../base/api'
import { may } from '../../base/data'
import { focusHere } from '../../base/focusHere'
import { Still } from '../../base/Still'
import { useAthletePage } from '../athlete/AthletePage'
import { useConditions, type Begin, type Card, type StartGate } from './useStart'

const ALL: TestConditions = { warm: true, rested: true, skinGood: true, well: true }

/** What must hold before the test, and the ways to begin it. */
export function BeforeTest({ card, gate, begin }: { card: Card; gate: StartGate; begin: Begin }) {
  const { me } = useAthletePage()
  const { conditions, tick } = useConditions()
  const [why, setWhy] = useState('')
  const { protocol } = card
  const sessions = protocol.familiarSessions
  const practised = sessions === 1 ? 'session is' : `${sessions} are`
  const missing = missingConditions(conditions)
  const said = why.trim()
  const unsaid = gate.asking.length > 0 && said === ''
  return (
    <fieldset>
      <legend>{protocol.maximal ? 'Before a maximal test' : 'Before the test'}</legend>
      {TEST_CONDITIONS.map((c) => (
        <Still key={c.id} of={[conditions[c.id]]}>
          <label className="tick">
            <Checkbox
              checked={conditions[c.id]}
              onChange={(e) => tick(c.id, e.currentTarget.checked)}
            />
            {c.ask}
          </label>
        </Still>
      ))}
      {sessions > 0 && (
        <Still of={[begin.familiar, protocol]}>
          <label className="tick">
            <Checkbox
              checked={begin.familiar}
              onChange={(e) => begin.setFamiliar(e.currentTarget.checked)}
            />
            Knows this test from before (else the first {practised} practice)
          </label>
        </Still>
      )}
      {gate.asking.length > 0 &&
        (may(me, 'coach') ? (
          <label>
            Your reason, kept with the test
            <Input value={why} maxLength={400} onChange={(e) => setWhy(e.currentTarget.value)} />
          </label>
        ) : (
          <p className="note">Only a coach can give this reason.</p>
        ))}
      <div className="start-act">
        <Button
          size="lg"
          ref={focusHere}
          disabled={!begin.can || (!begin.earlierDay && unsaid)}
          onClick={() => begin.start(missing.length === 0 ? conditions : ALL, said)}
        >
          {missing.length === 0 ? 'Start' : 'All four met, start'}
        </Button>
      </div>
      <p className="said" role="alert">
        {begin.error && failureText(begin.error)}
      </p>
      <AllTheSame
        missing={missing}
        can={begin.can && !unsaid}
        onStart={(reason) => begin.start(conditions, [reason, said].filter(Boolean).join('; '))}
      />
    </fieldset>
  )
}

/** Tested although a condition is not met, with a reason that is kept. */
function AllTheSame({
  missing,
  can,
  onStart,
}: {
  missing: readonly string[]
  can: boolean
  onStart: (reason: string) => void
}) {
  const [reason, setReason] = useState('')
  return (
    <details
      className="override"
      onKeyDown={(e) => {
        if (e.key !== 'Escape' || !e.currentTarget.open) return
        e.currentTarget.open = false
        e.currentTarget.querySelector('summary')?.focus()
      }}
    >
      <summary>Not all met, test all the same</summary>
      <Still of={[reason]}>
        <label>
          Reason, kept on the record
          <Input value={reason} onChange={(e) => setReason(e.currentTarget.value)} />
        </label>
      </Still>
      <Button
        variant="default"
        disabled={!can || reason.trim() === ''}
        onClick={() => onStart(reason.trim())}
      >
        {['Start all the same', missing.join(', ')].filter(Boolean).join(': ')}
      </Button>
    </details>
  )
}
