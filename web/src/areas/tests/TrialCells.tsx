import { Menu, UnstyledButton } from '@mantine/core'
import { v7 } from 'uuid'
import type { SessionView } from '@mano/contract/tests'
import type { Hand } from '@mano/core/catalogue/person'
import type { Protocol } from '@mano/core/catalogue/protocols'
import { detailWords } from '@mano/core/testing/details'
import type { Trial } from '@mano/core/testing/session'
import { formatValue } from '@mano/core/units/format'
import { api } from '../../base/api'
import { may, touchedBy, useMe, useWrite } from '../../base/data'
import { useOutbox } from '../../base/outbox'
import { useUnits } from '../../base/units'
import { Icon } from '../../drawn/Icon'
import { useAthletePage } from '../athlete/AthletePage'

/** What is done to a trial in a dialog. */
export interface Change {
  trial: Trial
  how: 'strike' | 'correct'
}

/** A hand's trial of a row: its number and its state, the number nearer the middle. */
export function TrialCells({
  session,
  protocol,
  hand,
  ordinal,
  on,
  onChange,
}: {
  session: SessionView
  protocol: Protocol
  hand: Hand
  ordinal: number
  /** The next to be done. */ on: boolean
  onChange: (change: Change) => void
}) {
  const looks = !may(useMe().data, 'test')
  const units = useUnits()
  const trial = session.trials.find((t) => t.hand === hand && t.ordinal === ordinal)
  const side = hand === 'right' ? 'r' : 'l'
  const shown = trial && formatValue(trial.value, protocol.unit, units)
  const ifAsked =
    hand !== 'right' && ordinal === protocol.trials + 1 && !protocol.heaviest && !trial && !on
  const value = (
    <td key="v" className={`v ${side} ${on ? 'on' : ''} ${trial?.struck ? 'struck' : ''}`}>
      {trial && looks ? (
        shown
      ) : trial ? (
        <TrialButton
          trial={trial}
          shown={shown ?? ''}
          onChange={(how) => onChange({ trial, how })}
        />
      ) : on ? (
        '…'
      ) : (
        <span className="blank">{ordinal > protocol.trials ? '' : '–'}</span>
      )}
    </td>
  )
  const word = (
    <td key="w" className={`w ${side} ${on ? 'on' : ''}`}>
      {trial ? (
        <Word trial={trial} session={session} protocol={protocol} />
      ) : on ? (
        <span className="ws">
          <Icon name="circle" />
          Now
        </span>
      ) : ifAsked ? (
        <span className="note">if asked</span>
      ) : (
        ''
      )}
    </td>
  )
  return hand === 'right' ? [value, word] : [word, value]
}

const OTHER = { left: 'right', right: 'left' } as const

function TrialButton({
  trial,
  shown,
  onChange,
}: {
  trial: Trial
  shown: string
  onChange: (how: 'strike' | 'correct') => void
}) {
  const { athlete } = useAthletePage()
  const restore = useWrite(
    () => api.post(`/api/trials/${trial.id}/marks`, { id: v7(), struck: false, reason: '' }),
    touchedBy(athlete.id),
  )
  const move = useWrite(
    () =>
      api.post(`/api/trials/${trial.id}/corrections`, {
        id: v7(),
        hand: trial.hand === 'left' ? 'right' : 'left',
        enteredValue: trial.enteredValue,
        enteredUnit: trial.enteredUnit,
        reason: 'Wrong hand',
      }),
    touchedBy(athlete.id),
  )
  const waiting = useOutbox((s) => s.waiting.some((w) => w.body.id === trial.id))
  return (
    <Menu position="bottom" disabled={waiting}>
      <Menu.Target>
        <UnstyledButton
          className="trial"
          aria-label={
            `${trial.hand} hand, trial ${trial.ordinal}: ` +
            `${shown}${trial.struck ? ', struck' : ''}. Change`
          }
        >
          {shown}
        </UnstyledButton>
      </Menu.Target>
      <Menu.Dropdown>
        <Menu.Item onClick={() => onChange('correct')}>Correct the number</Menu.Item>
        {trial.hand !== 'both' && !trial.struck && (
          <Menu.Item onClick={() => move.mutate(undefined)}>
            It was the {OTHER[trial.hand]} hand
          </Menu.Item>
        )}
        {trial.struck ? (
          <Menu.Item onClick={() => restore.mutate(undefined)}>Count it again</Menu.Item>
        ) : (
          <Menu.Item onClick={() => onChange('strike')}>Strike it out</Menu.Item>
        )}
      </Menu.Dropdown>
    </Menu>
  )
}

function Word({
  trial,
  session,
  protocol,
}: {
  trial: Trial
  session: SessionView
  protocol: Protocol
}) {
  const units = useUnits()
  const waiting = useOutbox((s) => s.waiting.some((w) => w.body.id === trial.id))
  const { leftKg, rightKg } = session.variant
  const loads = protocol.entry === 'carry' ? ([Number(leftKg), Number(rightKg)] as const) : null
  const says = detailWords(protocol, trial.value, trial.details, loads, units)
  const missedWord = protocol.entry === 'spring' ? 'Not closed' : 'Not clean'
  if (trial.struck)
    return (
      <span className="ws struck-word">
        <Icon name="cross" />
        {trial.struck.reason}
      </span>
    )
  if (trial.missed)
    return (
      <span className="ws">
        <Icon name="cross" />
        {waiting ? `Saving, ${missedWord}` : missedWord}
        {says && <small>{says}</small>}
      </span>
    )
  if (waiting)
    return (
      <span className="ws">
        <Icon name="clock" />
        Saving
      </span>
    )
  return (
    <span className="ws">
      <Icon name="check" />
      {trial.correction ? 'Corrected' : 'Counts'}
      {says && <small>{says}</small>}
    </span>
  )
}
