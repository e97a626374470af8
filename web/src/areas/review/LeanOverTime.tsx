import { useState } from 'react'
import type { AsymmetryVerdict } from '@mano/core/measure/asymmetry'
import { seriesName, type Series } from '@mano/core/record/series'
import { formatDate } from '@mano/core/units/dates'
import { useUnits } from '../../base/units'
import { useAthletePage } from '../athlete/AthletePage'
import type { Percent } from '@mano/core/units/quantity'
import { Choice } from '../../base/Choice'
import { must } from '@mano/core/units/must'

const SPAN = 30
const W = 300
const MID = 158
const HALF = 100
const ROW = 24

const spoken = (v: AsymmetryVerdict): string =>
  v.kind === 'unknown' ? 'no verdict' : `${Math.round(v.asymmetryPct)} percent, ${v.kind}`

/**
 * Asymmetry by date, time running down: the interval of each day, an arrow to the weaker hand where
 * it is real.
 */
export function LeanOverTime({ all, to }: { all: readonly Series[]; to: string }) {
  const { me } = useAthletePage()
  const units = useUnits()
  const [key, setKey] = useState(must(all[0]).key)
  const series = all.find((s) => s.key === key) ?? must(all[0])
  const days = series.points
    .filter((p) => p.on <= to && p.verdict && p.verdict.kind !== 'unknown')
    .slice(-12)
  const x = (pct: Percent) => MID - (Math.max(-SPAN, Math.min(SPAN, pct)) / SPAN) * HALF
  const height = 34 + days.length * ROW
  return (
    <div className="block lean">
      <h2 className="h3">How far the weaker hand trails</h2>
      {all.length > 1 && (
        <Choice
          className="lean-of"
          aria-label="In which test"
          value={series.key}
          onChange={setKey}
          data={all.map((s) => ({ value: s.key, label: seriesName(s, all, units) }))}
        />
      )}
      {days.length === 0 && <p className="s">No verdict on the two hands yet.</p>}
      <p className="note">
        Line: 95 % interval, grid every 10 %. Arrow: uneven by more than error, points to the weaker
        hand. Open dot: could be error.
      </p>
      <svg
        viewBox={`0 0 ${W} ${height}`}
        width="100%"
        role="img"
        aria-label={days
          .map((p) => `${formatDate(p.on, me.today)}: ${spoken(must(p.verdict))}`)
          .join('; ')}
      >
        <text x={MID - HALF} y="12" className="L">
          Left behind
        </text>
        <text x={MID + HALF} y="12" className="R" textAnchor="end">
          Right
        </text>
        {[-20, -10, 10, 20].map((p) => (
          <path key={p} d={`M${x(p)} 18V${height}`} stroke="var(--rule)" />
        ))}
        <path d={`M${MID} 18V${height}`} stroke="var(--ink)" strokeWidth="2" />
        {days.map((p, i) => {
          const v = must(p.verdict)
          if (v.kind === 'unknown') return null
          const y = 34 + i * ROW
          const at = x(v.signedPct)
          const called = v.kind !== 'inside-error'
          const tip = v.weaker === 'left' ? -1 : 1
          return (
            <g key={p.sessionId} opacity={p.practice ? 0.5 : 1}>
              <text x="0" y={y + 4}>
                {formatDate(p.on, me.today)}
              </text>
              <text x={W} y={y + 4} textAnchor="end" className={called ? 'em' : ''}>
                {Math.round(v.asymmetryPct)}
                {'\u00A0'}%
              </text>
              <path
                d={`M${x(v.signedCi[1])} ${y}H${x(v.signedCi[0])}`}
                stroke={called ? 'var(--ink)' : 'var(--rule-strong)'}
                strokeWidth={called ? 2.5 : 1.5}
              />
              {called ? (
                <path d={`M${at + tip * 7} ${y}l${-tip * 10} -6v12z`} fill="var(--ink)" />
              ) : (
                <circle
                  cx={at}
                  cy={y}
                  r="4"
                  fill="var(--paper)"
                  stroke="var(--ink)"
                  strokeWidth="1.8"
                />
              )}
            </g>
          )
        })}
      </svg>
    </div>
  )
}
