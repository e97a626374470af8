import type { SessionView } from '@mano/contract/tests'
import { READINESS } from '@mano/core/measure/forecast'
import { readinessOf } from '@mano/core/session/readiness'
import { formatWithUnit } from '@mano/core/units/format'
import { useUnits } from '../../base/units'
import { Chip, HandLetter } from '../../drawn/marks'

const WORDS = {
  normal: { word: 'Normal', icon: 'check', tone: 'outline' },
  low: { word: 'Low', icon: 'down', tone: 'solid' },
  'very-low': { word: 'Very low', icon: 'down', tone: 'solid' },
} as const

/** Today's quick squeeze of each hand against its own last four weeks. */
export function ReadinessPanel({
  session,
  all,
}: {
  session: SessionView
  all: readonly SessionView[]
}) {
  const units = useUnits()
  const kg = (n: number) => formatWithUnit(n, 'N', units)
  const { hands, low } = readinessOf(session, all)
  return (
    <div className="verdict" aria-live="polite">
      <div className="verdict-head">
        <h2 className="h3">Against the last four weeks</h2>
      </div>
      {hands.map(({ hand, todayN: today, days, r }) => (
        <p key={hand} className="ready-row">
          <HandLetter hand={hand} />
          {today === null ? (
            <span>Not squeezed yet today.</span>
          ) : !r?.ok ? (
            <span>
              {kg(today)}. A baseline needs {READINESS.least} days; there{' '}
              {days === 1 ? 'is 1' : `are ${days}`}.
            </span>
          ) : (
            <>
              <Chip icon={WORDS[r.word].icon} tone={WORDS[r.word].tone}>
                {WORDS[r.word].word}
              </Chip>
              <span>
                {kg(today)} against {kg(r.mean)} on average; low is under {kg(r.limit975)}, very low
                under {kg(r.limit995)}.
              </span>
            </>
          )}
        </p>
      ))}
      <p className="says">
        {low ? (
          <>
            <b>A lighter session is worth offering: hard work out, opening work kept.</b> One low
            day can be chance, about one day in twenty over both hands; two on end are worth a talk.
          </>
        ) : (
          'A normal squeeze does not say that nothing hurts: pain is asked for all the same.'
        )}
      </p>
    </div>
  )
}
