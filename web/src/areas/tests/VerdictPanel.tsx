import type { SessionView } from '@mano/contract/tests'
import type { Protocol } from '@mano/core/catalogue/protocols'
import { EXPECTED_LEAN_PCT, LARGE_PCT } from '@mano/core/measure/asymmetry'
import { verdictWords } from '@mano/core/measure/words'
import { buildSeries } from '@mano/core/record/series'
import { seriesKey, type SessionReading } from '@mano/core/testing/session'
import { IntervalBar } from '../../drawn/IntervalBar'
import { Chip } from '../../drawn/marks'
import { useAthletePage } from '../athlete/AthletePage'

/** The quantity between the hands, with its interval; its place is kept from the first trial on. */
export function VerdictPanel({
  session,
  all,
  protocol,
  reading,
}: {
  session: SessionView
  all: readonly SessionView[]
  protocol: Protocol
  reading: SessionReading
}) {
  const { athlete } = useAthletePage()
  if (!reading.verdict)
    return (
      <div className="verdict">
        <p className="s">
          Two-handed: this result has no side. {protocol.name} is read over time in Review.
        </p>
      </div>
    )
  const upToNow = all.filter((s) => s.id !== session.id && s.performedAt <= session.performedAt)
  const series = buildSeries([...upToNow, session]).find(
    (s) => s.key === seriesKey(athlete.id, session, 'pair'),
  )
  const v = reading.verdict
  const words = verdictWords(v, athlete.dominantHand, series?.consistent ?? false)
  const tone =
    v.kind === 'large'
      ? 'solid'
      : v.kind === 'real'
        ? 'outline'
        : v.kind === 'inside-error'
          ? 'soft'
          : 'dash'
  const icon =
    v.kind === 'unknown'
      ? 'question'
      : v.kind === 'inside-error'
        ? 'waves'
        : v.weaker === 'left'
          ? 'left'
          : 'right'
  return (
    <div className="verdict" aria-live="polite">
      <div className="verdict-head">
        <h2 className="h3">Between the hands</h2>
        <Chip icon={icon} tone={session.practice ? 'dash' : tone}>
          {words.word}
          {session.practice ? ', practice' : ''}
        </Chip>
      </div>
      <IntervalBar
        verdict={v}
        expected={
          athlete.dominantHand
            ? EXPECTED_LEAN_PCT[athlete.dominantHand] * (athlete.dominantHand === 'right' ? 1 : -1)
            : null
        }
        large={LARGE_PCT}
      />
      <p className="says">
        <b>{words.says}</b> <span key={words.context}>{words.context}</span>
      </p>
    </div>
  )
}
