import type { SessionView } from '@mano/contract/tests'
import { sessionNorms, type NormsRefusal } from '@mano/core/review/norms'
import { formatWithUnit, ordinal } from '@mano/core/units/format'
import { kgfToN } from '@mano/core/units/convert'
import { useUnits } from '../../base/units'
import { HandLetter } from '../../drawn/marks'
import { isReadFor } from '@mano/core/catalogue/protocols'
import { useAthletePage } from '../athlete/AthletePage'

const WHY: Record<NormsRefusal, string> = {
  'other-protocol': 'No published norm ships for these tests.',
  'other-position': 'Norms need handle position 2; this series uses another.',
  practice: 'Practice stays out of norms.',
  'no-sex': 'Norms are by sex; it is left empty in intake.',
  'no-birth-date': 'Norms are by age; the birth date is not given.',
  'under-20': 'The published norms start at 20 years.',
  'too-few-trials': 'No valid trials.',
}

/**
 * Published norms for the newest seated dynamometer test, only where posture, position, age and sex
 * fit.
 */
export function Norms({ sessions }: { sessions: readonly SessionView[] }) {
  const { athlete } = useAthletePage()
  const units = useUnits()
  const newest = sessions
    .filter((s) => isReadFor(s.protocolId, 'norms') && s.trials.some((t) => !t.struck))
    .at(-1)
  if (!newest) return null
  const norms = sessionNorms(newest, { sex: athlete.sexForNorms, birthDate: athlete.birthDate })
  if (!norms.ok)
    return (
      <div className="block">
        <h2 className="h3">Among adults</h2>
        <p className="note">{WHY[norms.reason]}</p>
      </div>
    )
  const dodds = norms.dodds
  return (
    <div className="block norms">
      <h2 className="h3">Among adults of the age and sex</h2>
      {(['left', 'right'] as const).map((hand) => {
        const m = norms.mathiowetz[hand]
        return (
          <p key={hand}>
            <HandLetter hand={hand} />{' '}
            {m?.ok ? (
              <>
                about the <b>{ordinal(m.percentile)} centile</b>
                {m.approximate ? ', this column approximate' : ''}
              </>
            ) : (
              'three valid trials are needed'
            )}
          </p>
        )
      })}
      <p className="note">
        Mean of the first three trials against Mathiowetz 1985 (seated, position 2). Recalled, check
        against the paper.
      </p>
      <p>
        {dodds.ok ? (
          <>
            Best of either hand {formatWithUnit(kgfToN(dodds.bestKgf), 'N', units)}:{' '}
            <b>
              {dodds.percentile === null
                ? dodds.label === '<10'
                  ? 'below the 10th'
                  : 'above the 90th'
                : `about the ${ordinal(dodds.percentile)}`}{' '}
              centile
            </b>
          </>
        ) : (
          'Dodds 2014 covers 20 to 80 years.'
        )}
      </p>
      <p className="note">
        Dodds 2014, several protocols, each value about 1 kg; recalled. The two sources are never
        mixed. Athletes are not the general public: context, not a target.
      </p>
    </div>
  )
}
