import type { Hand } from '@mano/core/catalogue/person'

const W = 244
const H = 40
/** Half the width of the smallest change to trust, and of the plot. */
const MARGIN = 32
const HALF = 112
const COLOUR = { left: 'var(--left)', right: 'var(--right)', both: 'var(--ink)' } as const

/**
 * A change with its interval: the shade is the smallest change to trust, stronger is outward on
 * both
 * sides. Without a change only what was read.
 */
export function ChangePlot({
  change,
  hand,
  called,
  words,
}: {
  change: { value: number; ci: readonly [number, number]; margin: number } | null
  hand: Hand
  called: boolean
  words: readonly [string, string]
}) {
  const mid = W / 2
  const out = hand === 'left' ? -1 : 1
  const x = (si: number): number =>
    change && change.margin > 0
      ? mid + out * Math.max(-HALF, Math.min(HALF, (si / change.margin) * MARGIN))
      : mid
  const colour = COLOUR[hand]
  const ends = change && ([x(change.ci[0]), x(change.ci[1])] as const)
  const at = change ? Math.max(70, Math.min(W - 70, x(change.value))) : mid
  return (
    <svg viewBox={`0 0 ${W} ${H}`} role="img" aria-label={`${hand}: ${words.join('')}`}>
      {change && <rect x={mid - MARGIN} width={2 * MARGIN} height={H} fill="var(--shade)" />}
      {change && <path d={`M${mid} 0V${H}`} stroke="var(--rule-strong)" strokeWidth="1.5" />}
      <text x={at} y="13" textAnchor="middle" fill={change ? colour : 'var(--ink-2)'}>
        <tspan fontWeight={called ? 700 : 600}>{words[0]}</tspan>
        <tspan fill="var(--ink-2)">{words[1]}</tspan>
      </text>
      {change && ends && (
        <g stroke={colour} strokeWidth={called ? 2.4 : 1.4}>
          <path d={`M${ends[0]} 27H${ends[1]}M${ends[0]} 22v10M${ends[1]} 22v10`} />
          <circle
            cx={x(change.value)}
            cy="27"
            r="5"
            fill={called ? colour : 'var(--paper)'}
            strokeWidth="2"
          />
        </g>
      )}
    </svg>
  )
}
