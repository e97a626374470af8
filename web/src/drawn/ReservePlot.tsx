import { LIKELY, type Reserve, type Simulation } from '@mano/core/bench/simulate'
import { formatClock } from '@mano/core/units/format'

const W = 464
const SIDE = 160
const SPINE = 60
const TOP = 26
/** Pixels of a minute, and the least and most of the whole. */
const HEIGHT = { minute: 34, least: 260, most: 520 } as const

interface Props {
  simulation: Simulation
  /** Shares of the maximum, by hand. */
  load: { left: number; right: number }
  /** Where each set begins and how long it lasts, s. */
  sets: readonly { atS: number; lastS: number; number: number; hand: 'left' | 'right' | 'both' }[]
}

/**
 * What is left in each hand over a session: time runs down, reserve reaches out from the middle.
 * A hold
 * fails where the band meets the load.
 */
export function ReservePlot({ simulation, load, sets }: Props) {
  const { seconds, reserve } = simulation
  const height = Math.min(HEIGHT.most, Math.max(HEIGHT.least, (seconds / 60) * HEIGHT.minute))
  const y = (s: number) => TOP + (height * s) / seconds
  const middle = W / 2
  const x = (hand: 'left' | 'right', share: number) =>
    hand === 'left' ? middle - SPINE / 2 - SIDE * share : middle + SPINE / 2 + SIDE * share
  const line = (hand: 'left' | 'right', of: (r: Reserve) => number) =>
    reserve[hand].map((r) => `${x(hand, of(r)).toFixed(1)},${y(r.atS).toFixed(1)}`)
  const failing = simulation.sets.filter((s) => s.fails >= LIKELY)
  const first = (hand: 'left' | 'right') => failing.find((s) => s.hand === hand)?.atS
  const minutes = Array.from({ length: Math.floor(seconds / 120) + 1 }, (_, i) => 120 * i)
  return (
    <svg
      className="reserve"
      viewBox={`0 0 ${W} ${TOP + height + 20}`}
      role="img"
      aria-label={`Reserve of both hands over ${formatClock(seconds)}`}
    >
      <defs>
        {(['left', 'right'] as const).map((h) => (
          <pattern
            key={h}
            id={`hatch-${h}`}
            width="5"
            height="5"
            patternUnits="userSpaceOnUse"
            patternTransform={`rotate(${h === 'left' ? 45 : -45})`}
          >
            <path d="M0 0V5" stroke={`var(--${h})`} strokeWidth="1.4" />
          </pattern>
        ))}
      </defs>
      {minutes.map((s) => (
        <g key={s}>
          <path d={`M40 ${y(s)}H${W - 8}`} stroke="var(--rule)" />
          <text x="0" y={y(s) + 4}>
            {s / 60} min
          </text>
        </g>
      ))}
      {(['left', 'right'] as const).map((hand) => (
        <g key={hand}>
          <text
            x={x(hand, 1)}
            y="12"
            textAnchor={hand === 'left' ? 'start' : 'end'}
            fill={`var(--${hand})`}
            className="side"
          >
            {hand === 'left' ? 'Left' : 'Right'}
          </text>
          <polygon
            points={[...line(hand, (r) => r.low), ...line(hand, (r) => r.high).reverse()].join(' ')}
            fill={`url(#hatch-${hand})`}
          />
          <polyline
            points={line(hand, (r) => r.middle).join(' ')}
            fill="none"
            stroke={`var(--${hand})`}
            strokeWidth="2"
          />
          <text
            x={x(hand, load[hand])}
            y="12"
            textAnchor={hand === 'left' ? 'start' : 'end'}
            className="side"
          >
            load {Math.round(100 * load[hand])}
            {'\u00A0'}%
          </text>
          <path
            d={`M${x(hand, load[hand])} ${TOP - 6}V${TOP + height}`}
            stroke="var(--ink)"
            strokeWidth="2"
          />
        </g>
      ))}
      {sets.map((s, i) => {
        const fails =
          s.hand === 'both'
            ? first('left') === s.atS || first('right') === s.atS
            : first(s.hand) === s.atS
        const wide = s.hand === 'both' ? SPINE - 20 : (SPINE - 24) / 2
        const at = s.hand === 'right' ? middle + 2 : middle - SPINE / 2 + 10
        return (
          <g key={i}>
            <rect
              x={at}
              y={y(s.atS)}
              width={wide}
              height={Math.max(3, y(s.atS + s.lastS) - y(s.atS))}
              fill={fails ? 'var(--ink)' : 'var(--shade)'}
              stroke="var(--ink)"
              strokeWidth="1.2"
            />
            {fails && (
              <text
                x={s.hand === 'right' ? middle + SPINE / 2 - 2 : middle - SPINE / 2 + 6}
                y={y(s.atS) + 10}
                textAnchor={s.hand === 'right' ? 'start' : 'end'}
                className="side"
              >
                {s.number}
              </text>
            )}
          </g>
        )
      })}
      <text x={middle} y={TOP + height + 15} textAnchor="middle">
        ends at {formatClock(seconds)}
      </text>
    </svg>
  )
}
