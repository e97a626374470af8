import type { SessionView } from '@mano/contract/tests'
import type { Hand } from '@mano/core/catalogue/person'
import type { Protocol } from '@mano/core/catalogue/protocols'
import type { Finding } from '@mano/core/safety/judge'
import type { SessionReading } from '@mano/core/testing/session'
import { shownUnit } from '@mano/core/units/format'
import { must } from '@mano/core/units/must'
import { labelOf } from '@mano/core/units/units'
import { useCalm } from '../../base/calm'
import { useUnits } from '../../base/units'
import { TrialCells, type Change } from './TrialCells'
import { CorrectTrial, StrikeTrial } from './TrialChange'
import { TrialFoot } from './TrialFoot'

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
  const [changing, setChanging] = useCalm<Change | null>(null)
  const most = Math.max(
    protocol.trialsUpTo,
    ...session.trials.map((t) => t.ordinal),
    next?.ordinal ?? 0,
  )
  const hands = reading.hands.map((h) => h.hand)
  const two = hands.length === 2
  const cells = (hand: Hand, ordinal: number) => (
    <TrialCells
      session={session}
      protocol={protocol}
      hand={hand}
      ordinal={ordinal}
      on={next?.hand === hand && next.ordinal === ordinal}
      onChange={setChanging}
    />
  )
  const of = (how: Change['how']) => (changing?.how === how ? changing.trial : null)
  const onClose = () => setChanging(null)
  return (
    <>
      <table className={`tt ${two ? '' : 'one'}`}>
        <caption className="vh">Trials</caption>
        <Head two={two} unit={labelOf(shownUnit(protocol.unit, units))} />
        <tbody>
          {Array.from({ length: most }, (_, i) => i + 1).map((n) => (
            <tr key={n} className={n > protocol.trials ? 'maybe' : ''}>
              {cells(must(hands[0]), n)}
              <th scope="row" className="mid">
                {n}
              </th>
              {two && cells('right', n)}
            </tr>
          ))}
        </tbody>
        <TrialFoot
          session={session}
          protocol={protocol}
          reading={reading}
          stopped={(hand) => stops.find((s) => s.hand === hand)?.by[0]?.class ?? null}
        />
      </table>
      <StrikeTrial trial={of('strike')} onClose={onClose} />
      <CorrectTrial
        trial={of('correct')}
        protocol={protocol}
        variant={session.variant}
        onClose={onClose}
      />
    </>
  )
}

function Head({ two, unit }: { two: boolean; unit: string }) {
  const of = (hands: string) => [hands, unit].filter(Boolean).join(', ')
  return (
    <thead>
      <tr>
        <th scope="col">State</th>
        <th scope="col" className="v l">
          {of(two ? 'Left' : 'Both hands')}
        </th>
        <th scope="col" className="mid">
          Trial
        </th>
        {two && (
          <>
            <th scope="col" className="v r">
              {of('Right')}
            </th>
            <th scope="col" className="w r">
              State
            </th>
          </>
        )}
      </tr>
    </thead>
  )
}
