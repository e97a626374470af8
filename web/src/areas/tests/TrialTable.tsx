import { Menu, UnstyledButton } from '@mantine/core'
import { v7 } from 'uuid'
import type { SessionView } from '@mano/contract/tests'
import type { Protocol } from '@mano/core/catalogue/protocols'
import { detailWords } from '@mano/core/testing/details'
import type { TrialAdvice } from '@mano/core/measure/trials'
import type { ActClass, Finding } from '@mano/core/safety/judge'
import type { Hand, Side } from '@mano/core/catalogue/person'
import { rampNext } from '@mano/core/testing/ramp'
import { rampTries, type SessionReading, type Trial } from '@mano/core/testing/session'
import { formatPct, formatValue, shownUnit } from '@mano/core/units/format'
import { labelOf } from '@mano/core/units/units'
import { useCalm } from '../../base/calm'
import { api } from '../../base/api'
import { touchedBy, useWrite, may, useMe } from '../../base/data'
import { useUnits } from '../../base/units'
import { Icon } from '../../drawn/Icon'
import { Chip } from '../../drawn/marks'
import { useAthletePage } from '../athlete/AthletePage'
import { useOutbox } from '../../base/outbox'
import { CorrectTrial, StrikeTrial } from './TrialChange'
import { must } from '@mano/core/units/must'

interface Props {
  session: SessionView
  protocol: Protocol
  reading: SessionReading
  next: { hand: Hand; ordinal: number } | null
  stops: readonly { hand: Hand; by: readonly Finding[] }[]
}

/**
 * Trials mirrored round the trial number. Every row is there from the start, so nothing moves while
 * typing.
 */
export function TrialTable({ session, protocol, reading, next, stops }: Props) {
  const units = useUnits()
  const looks = !may(useMe().data, 'test')
  const [changing, setChanging] = useCalm<{ trial: Trial; how: 'strike' | 'correct' } | null>(null)
  const most = Math.max(
    protocol.trialsUpTo,
    ...session.trials.map((t) => t.ordinal),
    next?.ordinal ?? 0,
  )
  const hands: Hand[] = reading.hands.map((h) => h.hand)
  const label = labelOf(shownUnit(protocol.unit, units))
  const unit = label && `, ${label}`
  const loads =
    protocol.entry === 'carry'
      ? ([Number(session.variant['leftKg']), Number(session.variant['rightKg'])] as const)
      : null
  const wordsOf = (t: Trial) => detailWords(protocol, t.value, t.details, loads, units)
  const cell = (hand: Hand, ordinal: number) => {
    const trial = session.trials.find((t) => t.hand === hand && t.ordinal === ordinal)
    const on = next?.hand === hand && next.ordinal === ordinal
    const side = hand === 'right' ? 'r' : 'l'
    const value = (
      <td key="v" className={`v ${side} ${on ? 'on' : ''} ${trial?.struck ? 'struck' : ''}`}>
        {trial && looks ? (
          formatValue(trial.value, protocol.unit, units)
        ) : trial ? (
          <TrialButton
            trial={trial}
            shown={formatValue(trial.value, protocol.unit, units)}
            onChange={(how) => setChanging({ trial, how })}
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
          <Word
            trial={trial}
            says={wordsOf(trial)}
            missedWord={protocol.entry === 'spring' ? 'Not closed' : 'Not clean'}
          />
        ) : on ? (
          <span className="ws">
            <Icon name="circle" />
            Now
          </span>
        ) : ordinal > protocol.trials &&
          side === 'l' &&
          ordinal === protocol.trials + 1 &&
          !protocol.heaviest ? (
          <span className="note">if asked</span>
        ) : (
          ''
        )}
      </td>
    )
    return hand === 'right' ? [value, word] : [word, value]
  }
  const two = hands.length === 2
  return (
    <>
      <table className={`tt ${two ? '' : 'one'}`}>
        <caption className="vh">Trials</caption>
        <thead>
          <tr>
            <th scope="col">State</th>
            <th scope="col" className="v l">
              {two ? `Left${unit}` : `Both hands${unit}`}
            </th>
            <th scope="col" className="mid">
              Trial
            </th>
            {two && (
              <>
                <th scope="col" className="v r">
                  Right{unit}
                </th>
                <th scope="col" className="w r">
                  State
                </th>
              </>
            )}
          </tr>
        </thead>
        <tbody>
          {Array.from({ length: most }, (_, i) => i + 1).map((n) => (
            <tr key={n} className={n > protocol.trials ? 'maybe' : ''}>
              {cell(must(hands[0]), n)}
              <th scope="row" className="mid">
                {n}
              </th>
              {two && cell('right', n)}
            </tr>
          ))}
        </tbody>
        <tfoot>
          {(protocol.heaviest || (protocol.trials === 1 && session.trials.length <= hands.length)
            ? (['Best'] as const)
            : (['Best', 'Mean', 'Spread'] as const)
          ).map((what) => (
            <tr key={what}>
              {hands.map((hand, i) => {
                const h = must(reading.hands[i])
                const stop = stops.find((s) => s.hand === hand)
                const s = h.summary
                const shown = !s
                  ? '–'
                  : what === 'Best'
                    ? formatValue(s.best, protocol.unit, units)
                    : what === 'Mean'
                      ? formatValue(s.mean, protocol.unit, units)
                      : s.cvPct === null
                        ? '–'
                        : formatPct(s.cvPct, { decimals: 1 })
                const state =
                  what === 'Best' ? (
                    protocol.entry === 'lift' &&
                    protocol.heaviest &&
                    session.expectedKg &&
                    hand !== 'both' &&
                    !stop ? (
                      <Ramp session={session} hand={hand} />
                    ) : protocol.entry === 'spring' && !stop ? (
                      ''
                    ) : (
                      <Advice advice={h.advice} stopped={stop?.by[0]?.class ?? null} />
                    )
                  ) : what === 'Spread' ? (
                    <span className="note">CV of {s?.n ?? 0} valid</span>
                  ) : (
                    ''
                  )
                const value = (
                  <td key={`${hand}v`} className={`v ${hand === 'right' ? 'r' : 'l'}`}>
                    {shown}
                  </td>
                )
                const word = (
                  <td key={`${hand}w`} className={`w ${hand === 'right' ? 'r' : 'l'}`}>
                    {state}
                  </td>
                )
                return hand === 'right'
                  ? [
                      <th key="m" scope="row" className="mid">
                        {what}
                      </th>,
                      value,
                      word,
                    ]
                  : [word, value]
              })}
              {!two && (
                <th scope="row" className="mid">
                  {what}
                </th>
              )}
            </tr>
          ))}
        </tfoot>
      </table>
      <StrikeTrial
        trial={changing?.how === 'strike' ? changing.trial : null}
        onClose={() => setChanging(null)}
      />
      <CorrectTrial
        trial={changing?.how === 'correct' ? changing.trial : null}
        protocol={protocol}
        variant={session.variant}
        onClose={() => setChanging(null)}
      />
    </>
  )
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
    <Menu position="bottom" withinPortal={false} disabled={waiting}>
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

function Word({ trial, says, missedWord }: { trial: Trial; says: string; missedWord: string }) {
  const waiting = useOutbox((s) => s.waiting.some((w) => w.body.id === trial.id))
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

/** Where a hand stands in its ramp. */
function Ramp({ session, hand }: { session: SessionView; hand: Side }) {
  const next = rampNext(rampTries(session.trials), hand, must(session.expectedKg), null)
  return next.kind === 'try' ? (
    <Chip icon="circle" tone="soft">
      {next.left} {next.left === 1 ? 'trial' : 'trials'} left
    </Chip>
  ) : (
    <Chip icon={next.open ? 'question' : 'check'} tone={next.open ? 'dash' : 'outline'}>
      {next.open ? 'All clean: may be more' : 'Found'}
    </Chip>
  )
}

function Advice({ advice, stopped }: { advice: TrialAdvice; stopped: ActClass | null }) {
  if (stopped)
    return stopped === 'stop' ? (
      <Chip icon="stop" tone="alarm">
        Stopped
      </Chip>
    ) : (
      <Chip icon="warn" tone="alarm">
        Needs your reason
      </Chip>
    )
  switch (advice.kind) {
    case 'to-go':
      return (
        <Chip icon="circle" tone="soft">
          {advice.trials} to go
        </Chip>
      )
    case 'one-more':
      return (
        <Chip icon="cross" tone="solid">
          Wide: one more
        </Chip>
      )
    case 'still-wide':
      return (
        <Chip icon="cross" tone="solid">
          Still wide
        </Chip>
      )
    case 'enough':
      return <Chip icon="check">Enough</Chip>
  }
}
