import { memo, useId } from 'react'
import { fromSi } from '@mano/core/units/convert'
import type { Trace } from '@mano/core/force/trace'
import { useUnits } from '../base/units'
import type { Newton } from '@mano/core/units/quantity'
import { must } from '@mano/core/units/must'

export interface Curve {
  trace: Trace
  /** Time that stands at 0, s. */ zeroS: number
  baseN: Newton
  label: string
  tone: 'left' | 'right' | 'both' | 'past'
  dash?: boolean
  strong?: boolean
}

export const FORCE_CHART = { w: 884, h: 330, left: 48, right: 12, top: 14, bottom: 26 } as const

/** Steps of 1, 2 or 5 that make four to seven marks. */
export function marks(top: number): number[] {
  const raw = top / 5
  const ten = 10 ** Math.floor(Math.log10(raw))
  const step = must([1, 2, 5, 10].map((k) => k * ten).find((s) => top / s <= 6.5))
  return Array.from({ length: Math.floor(top / step) + 1 }, (_, i) => i * step)
}

export const scaleX = (fromS: number, toS: number) => (s: number) =>
  FORCE_CHART.left +
  ((s - fromS) / (toS - fromS)) * (FORCE_CHART.w - FORCE_CHART.left - FORCE_CHART.right)
export const scaleY = (topN: Newton) => (n: number) =>
  FORCE_CHART.h -
  FORCE_CHART.bottom -
  (Math.max(-0.04 * topN, n) / topN) * (FORCE_CHART.h - FORCE_CHART.top - FORCE_CHART.bottom)

/** First index whose time is at or after `s`; times rise. */
export function firstAt(timeS: ArrayLike<number>, s: number): number {
  let [low, high] = [0, timeS.length]
  while (low < high) {
    const mid = (low + high) >> 1
    if (must(timeS[mid]) < s) low = mid + 1
    else high = mid
  }
  return low
}

/** A path of at most about a point a pixel. */
function pathOf(
  timeS: ArrayLike<number>,
  forceN: ArrayLike<number>,
  x: (s: number) => number,
  y: (n: number) => number,
  zeroS: number,
  baseN: Newton,
): string {
  const every = Math.max(1, Math.ceil(timeS.length / 700))
  const points: string[] = []
  // Whole tenths of a pixel: writing a number short costs more than working it out.
  for (let i = 0; i < timeS.length; i += every)
    points.push(
      [x(must(timeS[i]) - zeroS), y(must(forceN[i]) - baseN)]
        .map((v) => Math.round(10 * v) / 10)
        .join(' '),
    )
  return points.length === 0 ? '' : `M${points.join('L')}`
}

/** Earlier records: drawn once, however often the live part is. */
const Curves = memo(function Curves({
  curves,
  fromS,
  toS,
  topN,
}: {
  curves: readonly Curve[]
  fromS: number
  toS: number
  topN: Newton
}) {
  const [x, y] = [scaleX(fromS, toS), scaleY(topN)]
  return curves.map((c, k) => {
    const times = Float64Array.from(c.trace.forceN, (_, i) => c.trace.startS + i / c.trace.rateHz)
    return (
      <path
        key={k}
        className={`curve ${c.tone} ${c.dash ? 'dash' : ''} ${c.strong ? 'strong' : ''}`}
        d={pathOf(times, c.trace.forceN, x, y, c.zeroS, c.baseN)}
      />
    )
  })
})

/**
 * Force over time: axes in the coach's unit, earlier records behind, and room for what is drawn
 * live.
 */
export function ForceChart({
  curves,
  fromS,
  toS,
  topN,
  line,
  shade,
  children,
  label,
  unit = 'mass',
}: {
  curves: readonly Curve[]
  fromS: number
  toS: number
  topN: Newton
  label: string
  unit?: 'mass' | 'N'
  line?: { n: number; says: string } | null
  /** The stretch that is asked for, s. */
  shade?: { from: number; to: number; says: string } | null
  children?: React.ReactNode
}) {
  const units = useUnits()
  const clip = useId()
  const shown = unit === 'N' ? 'N' : units.mass
  const x = scaleX(fromS, toS)
  const y = scaleY(topN)
  const { w, h, left, right, top, bottom } = FORCE_CHART
  const asN = (v: number) => v / must(fromSi(1, shown, 'N'))
  return (
    <svg className="force" viewBox={`0 0 ${w} ${h}`} role="img" aria-label={label}>
      <clipPath id={clip}>
        <rect x={left} y={0} width={w - left - right} height={h - bottom + 4} />
      </clipPath>
      {shade && (
        <rect
          className="asked"
          x={x(shade.from)}
          y={top}
          width={x(shade.to) - x(shade.from)}
          height={h - top - bottom}
        />
      )}
      {marks(must(fromSi(topN, shown, 'N'))).map((v) => (
        <g key={v}>
          <line className="grid" x1={left} x2={w - right} y1={y(asN(v))} y2={y(asN(v))} />
          <text x={left - 8} y={y(asN(v)) + 4} textAnchor="end">
            {v}
          </text>
        </g>
      ))}
      {marks(toS)
        .filter((s) => s >= fromS)
        .map((s) => (
          <g key={s}>
            <line className="tick-x" x1={x(s)} x2={x(s)} y1={h - bottom} y2={h - bottom + 5} />
            <text x={x(s)} y={h - 6} textAnchor="middle">
              {s}
              {s === marks(toS).at(-1) ? '\u00A0s' : ''}
            </text>
          </g>
        ))}
      <text x={left - 8} y={10} textAnchor="end" className="unit-y">
        {shown}
      </text>
      {line && (
        <g>
          <line className="demand" x1={left} x2={w - right} y1={y(line.n)} y2={y(line.n)} />
          <text className="demand-says" x={w - right} y={y(line.n) - 6} textAnchor="end">
            {line.says}
          </text>
        </g>
      )}
      {shade && (
        <g>
          <line className="let-go" x1={x(shade.to)} x2={x(shade.to)} y1={top - 6} y2={h - bottom} />
          <text className="let-go-says" x={x(shade.to) + 6} y={top + 6}>
            {shade.says}
          </text>
        </g>
      )}
      <g clipPath={`url(#${clip})`}>
        <Curves curves={curves} fromS={fromS} toS={toS} topN={topN} />
        {children}
      </g>
      {curves.length > 0 && (
        <g className="key">
          {curves.map((c, k) => (
            <g key={k} transform={`translate(${left + 12 + 190 * k},${top + 2})`}>
              <line
                className={`curve ${c.tone} ${c.dash ? 'dash' : ''}`}
                x1={0}
                x2={26}
                y1={-4}
                y2={-4}
              />
              <text x={32} y={0}>
                {c.label}
              </text>
            </g>
          ))}
        </g>
      )}
    </svg>
  )
}
