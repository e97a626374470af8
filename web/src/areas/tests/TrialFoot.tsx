import { counted } from '@mano/core/units/counted'
import type { SessionView } from '@mano/contract/tests'
import type { Hand, Side } from '@mano/core/catalogue/person'
import type { Protocol } from '@mano/core/catalogue/protocols'
import type { TrialAdvice } from '@mano/core/measure/trials'
import type { ActClass } from '@mano/core/safety/judge'
import { rampNext } from '@mano/core/testing/ramp'
import { rampTries, type SessionReading } from '@mano/core/testing/session'
import { formatPct, formatValue } from '@mano/core/units/format'
import { must } from '@mano/core/units/must'
import { useUnits } from '../../base/units'
import { Chip } from '../../drawn/marks'

type Sum = 'Best' | 'Mean' | 'Spread'
type OfHand = SessionReading['hands'][number]

/** Of one trial a hand, and where only the heaviest counts, there is no mean and no spread. */
const sumsOf = (protocol: Protocol, session: SessionView, hands: number): readonly Sum[] =>
  protocol.heaviest || (protocol.trials === 1 && session.trials.length <= hands)
    ? ['Best']
    : ['Best', 'Mean', 'Spread']

/** Best, mean and spread of each hand, round their names; beside the best what follows from it. */
export function TrialFoot({
  session,
  protocol,
  reading,
  stopped,
}: {
  session: SessionView
  protocol: Protocol
  reading: SessionReading
  stopped: (hand: Hand) => ActClass | null
}) {
  const { hands } = reading
  const two = hands.length === 2
  return (
    <tfoot>
      {sumsOf(protocol, session, hands.length).map((what) => (
        <tr key={what}>
          {hands.map((h) => {
            const side = h.hand === 'right' ? 'r' : 'l'
            const value = (
              <td key={`${h.hand}v`} className={`v ${side}`}>
                <Value what={what} h={h} protocol={protocol} />
              </td>
            )
            const word = (
              <td key={`${h.hand}w`} className={`w ${side}`}>
                {what === 'Best' ? (
                  <Follows session={session} protocol={protocol} h={h} by={stopped(h.hand)} />
                ) : what === 'Spread' ? (
                  <span className="note">CV of {h.summary?.n ?? 0} valid</span>
                ) : (
                  ''
                )}
              </td>
            )
            return h.hand === 'right' ? [<Name key="m" what={what} />, value, word] : [word, value]
          })}
          {!two && <Name what={what} />}
        </tr>
      ))}
    </tfoot>
  )
}

const Name = ({ what }: { what: Sum }) => (
  <th scope="row" className="mid">
    {what}
  </th>
)

function Value({ what, h, protocol }: { what: Sum; h: OfHand; protocol: Protocol }) {
  const units = useUnits()
  const s = h.summary
  if (!s || (what === 'Spread' && s.cvPct === null)) return '–'
  if (what === 'Spread') return formatPct(must(s.cvPct), { decimals: 1 })
  return formatValue(what === 'Best' ? s.best : s.mean, protocol.unit, units)
}

/** Whether more is to be done: a ramp's next, a stop, or what the trials advise. */
function Follows({
  session,
  protocol,
  h,
  by,
}: {
  session: SessionView
  protocol: Protocol
  h: OfHand
  by: ActClass | null
}) {
  const ramp = protocol.entry === 'lift' && protocol.heaviest && session.expectedKg
  if (ramp && h.hand !== 'both' && !by) return <Ramp session={session} hand={h.hand} />
  if (protocol.entry === 'spring' && !by) return ''
  return <Advice advice={h.advice} stopped={by} />
}

/** Where a hand stands in its ramp. */
function Ramp({ session, hand }: { session: SessionView; hand: Side }) {
  const next = rampNext(rampTries(session.trials), hand, must(session.expectedKg), null)
  return next.kind === 'try' ? (
    <Chip icon="circle" tone="soft">
      {counted(next.left, 'trial')} left
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
