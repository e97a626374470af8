import { useElementSize } from '@mantine/hooks'
import type { AsymmetryVerdict } from '@mano/core/measure/asymmetry'
import type { Percent } from '@mano/core/units/quantity'

const SPAN = 32

/**
 * Signed asymmetry on one axis: left of the middle the left hand is behind, right of it the right
 * hand. The thick line
 * is the 95 % interval; it is solid ink only when it leaves the middle.
 */
export function IntervalBar({
  verdict,
  expected,
  large,
}: {
  verdict: AsymmetryVerdict
  expected: number | null
  large: number
}) {
  const { ref, width } = useElementSize()
  const W = Math.max(width, 240)
  const x = (pct: Percent): number =>
    W / 2 - (Math.max(-SPAN, Math.min(SPAN, pct)) / SPAN) * (W / 2 - 14)
  const known = verdict.kind !== 'unknown'
  // Plus is right stronger, so left behind: it is drawn on the left hand's side.
  const called = known && verdict.kind !== 'inside-error'
  return (
    <div ref={ref} className="interval">
      <svg
        width={W}
        height="64"
        viewBox={`0 0 ${W} 64`}
        role="img"
        aria-label={
          known
            ? `Asymmetry ${Math.round(verdict.signedPct)} percent, interval ` +
              `${Math.round(verdict.signedCi[0])} to ${Math.round(verdict.signedCi[1])}, ` +
              'plus means the left hand is behind'
            : 'No verdict yet'
        }
      >
        <path d={`M14 34H${W - 14}`} stroke="var(--rule-strong)" />
        {[-30, -20, -10, 10, 20, 30].map((p) => (
          <g key={p}>
            <path d={`M${x(p)} 30v8`} stroke="var(--rule-strong)" />
            <text x={x(p)} y="54" textAnchor="middle">
              {Math.abs(p)}
              {'\u00A0'}%
            </text>
          </g>
        ))}
        <path
          d={`M${x(large)} 14v24M${x(-large)} 14v24`}
          stroke="var(--rule-strong)"
          strokeDasharray="3 3"
        />
        <text x={x(large) - 5} y="22" textAnchor="end">
          large
        </text>
        <text x={x(-large) + 5} y="22">
          large
        </text>
        {expected !== null && expected !== 0 && (
          <g>
            <path d={`M${x(expected)} 14v24`} stroke="var(--ink-2)" strokeWidth="2" />
            <text x={x(expected) + 5} y="22">
              dominance
            </text>
          </g>
        )}
        <path d={`M${W / 2} 8v34`} stroke="var(--ink)" strokeWidth="2" />
        <text x={W / 2} y="54" textAnchor="middle">
          even
        </text>
        <text x="14" y="12" className="L">
          Left behind
        </text>
        <text x={W - 14} y="12" textAnchor="end" className="R">
          Right behind
        </text>
        {known && (
          <g>
            <path
              d={`M${x(verdict.signedCi[1])} 34H${x(verdict.signedCi[0])}`}
              stroke={called ? 'var(--ink)' : 'var(--ink-3)'}
              strokeWidth={called ? 8 : 4}
            />
            <circle
              cx={x(verdict.signedPct)}
              cy="34"
              r="6"
              fill={called ? 'var(--ink)' : 'var(--paper)'}
              stroke="var(--ink)"
              strokeWidth="2"
            />
          </g>
        )}
      </svg>
    </div>
  )
}
