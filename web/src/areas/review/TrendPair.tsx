import { useRef } from 'react'
import {
  CartesianGrid,
  Line,
  LineChart,
  ReferenceArea,
  ReferenceLine,
  Tooltip,
  XAxis,
  YAxis,
  type DotItemDotProps,
} from 'recharts'
import type { HandChange } from '@mano/core/review/changes'
import type { Series } from '@mano/core/record/series'
import type { Hand } from '@mano/core/catalogue/person'
import { addDays, daysBetween, formatDate, type LocalDate } from '@mano/core/units/dates'
import { fromSi } from '@mano/core/units/convert'
import { formatValue, shownUnit } from '@mano/core/units/format'
import { Calmly } from '../../base/Calmly'
import { useUnits } from '../../base/units'
import { useStages } from '../../base/useStages'
import { useWidth } from '../../base/useWidth'
import { useAthletePage } from '../athlete/AthletePage'
import { niceScale } from './scale'
import { must } from '@mano/core/units/must'

const COLOUR = { left: 'var(--left)', right: 'var(--right)', both: 'var(--ink)' } as const
const HEIGHT = 176
const BOTTOM = 22

interface Datum {
  day: number
  shown: number
  counted: number | null
  n: number
  on: string
  best: number
  last: boolean
  beyond: boolean
}

interface PanelProps {
  data: readonly Datum[]
  hand: Hand
  ticks: readonly number[]
  start: LocalDate
  lastDay: number
  series: Series
  /** Shaded: within error of the first counted test. */
  band: readonly [number, number] | null
  /** Ends of the line through all tests, in the shown unit. */
  line: readonly [{ x: number; y: number }, { x: number; y: number }] | null
  goal: number | null
}

/**
 * Twin panels flanking one scale: the mean of each test's valid trials over the period, the line
 * through them, and the goal where there is one. Up to `to`.
 */
export function TrendPair({
  series,
  hands,
  goal,
  to,
}: {
  series: Series
  hands: readonly HandChange[]
  goal: number | null
  to: LocalDate
}) {
  const units = useUnits()
  const unit = shownUnit(series.protocol.unit, units)
  const show = (si: number) => must(fromSi(si, unit, series.protocol.unit))
  const start = hands.flatMap((h) => h.first?.on ?? []).sort()[0] ?? must(series.points[0]).on
  const panels = hands.map((h) => {
    const points = series.points.filter((p) => p.byHand[h.hand] && p.on >= start && p.on <= to)
    const band =
      h.first && h.move && h.detectable !== null
        ? ([show(h.first.value - h.detectable), show(h.first.value + h.detectable)] as const)
        : null
    const data = points.map((p): Datum => {
      const s = must(p.byHand[h.hand])
      const shown = show(s.mean)
      return {
        day: daysBetween(start, p.on),
        shown,
        counted: p.practice ? null : shown,
        best: s.best,
        n: s.n,
        on: p.on,
        last: p === points.at(-1),
        beyond: !p.practice && band !== null && (shown < band[0] || shown > band[1]),
      }
    })
    const shift = h.first ? daysBetween(start, h.first.on) : 0
    const line = h.move
      ? ([
          { x: shift, y: show(h.move.from) },
          { x: shift + h.move.days, y: show(h.move.to) },
        ] as const)
      : null
    return { hand: h.hand, data, band, line }
  })
  const shownGoal = goal === null ? null : show(goal)
  const ticks = niceScale(
    panels.flatMap((p) => [
      ...p.data.map((d) => d.shown),
      ...(p.band ?? []),
      ...(shownGoal === null ? [] : [shownGoal]),
    ]),
  )
  const lastDay = Math.max(7, ...panels.flatMap((p) => p.data.map((d) => d.day)))
  const [first, second] = panels
  const shared = { ticks, start, lastDay, series, goal: shownGoal }
  return (
    <div className={`twins ${second ? '' : 'one'}`}>
      <Calmly waits={<div style={{ height: HEIGHT }} />}>
        <Panel {...must(first)} {...shared} />
      </Calmly>
      <Scale ticks={ticks} />
      {second && (
        <Calmly waits={<div style={{ height: HEIGHT }} />}>
          <Panel {...second} {...shared} />
        </Calmly>
      )}
    </div>
  )
}

/** The shared scale, written once between the panels. */
function Scale({ ticks }: { ticks: readonly number[] }) {
  const low = must(ticks[0])
  const high = must(ticks.at(-1))
  const y = (v: number) => 18 + (HEIGHT - BOTTOM - 18) * (1 - (v - low) / (high - low))
  return (
    <svg className="scale" width="44" height={HEIGHT} aria-hidden="true">
      {ticks.map((t) => (
        <text key={t} x="22" y={y(t) + 4} textAnchor="middle">
          {Number(t.toFixed(1))}
        </text>
      ))}
    </svg>
  )
}

/** A panel as wide as there is room for. */
function Panel(props: PanelProps) {
  const { data, hand, series } = props
  const { me } = useAthletePage()
  const box = useRef<HTMLDivElement>(null)
  const width = useWidth(box)
  return (
    <div
      ref={box}
      className="panel-chart"
      role="img"
      style={{ height: HEIGHT }}
      aria-label={
        `${hand === 'both' ? 'Both hands' : `${hand} hand`}: ` +
        `${data.map((d) => `${formatDate(d.on, me.today)} ${labelOf(series, d.shown)}`).join(', ')}`
      }
    >
      {width !== null && <Chart {...props} width={width} />}
    </div>
  )
}

const labelOf = (series: Series, v: number): string =>
  v.toFixed(series.protocol.unit === 's' ? 0 : 1)

function Chart({
  data,
  hand,
  ticks,
  start,
  lastDay,
  series,
  band,
  line,
  goal,
  width,
}: PanelProps & { width: number }) {
  const { me } = useAthletePage()
  // The library works a chart out at one go: its parts come one after the other.
  const stage = useStages(4)
  const colour = COLOUR[hand]
  const label = (v: number) => labelOf(series, v)
  const dot = (p: DotItemDotProps) => {
    const d = p.payload as Datum
    if (p.cx === undefined || p.cy === undefined) return <g key={d.day} />
    return (
      <g key={d.day}>
        <circle
          cx={p.cx}
          cy={p.cy}
          r="4.5"
          fill={d.beyond ? colour : 'var(--paper)'}
          stroke={colour}
          strokeWidth={d.counted === null ? 1.5 : 2.5}
          strokeDasharray={d.counted === null ? '2 2' : undefined}
        />
        {d.last && (
          <text
            x={p.cx + 9}
            y={p.cy + 5}
            style={{ fill: colour, font: '700 15px var(--font)', fontStretch: '88%' }}
          >
            {label(d.shown)}
          </text>
        )}
      </g>
    )
  }
  return (
    <LineChart
      data={[...data]}
      width={width}
      height={HEIGHT}
      margin={{ top: 18, right: 50, bottom: 0, left: 24 }}
      accessibilityLayer={false}
    >
      {stage > 1 && <CartesianGrid vertical={false} stroke="var(--rule)" />}
      {stage > 1 && band && (
        <ReferenceArea
          y1={band[0]}
          y2={band[1]}
          fill="var(--shade)"
          fillOpacity={1}
          stroke="none"
          ifOverflow="hidden"
        />
      )}
      {stage > 1 && goal !== null && (
        <ReferenceLine
          y={goal}
          stroke="var(--ink)"
          strokeDasharray="2 3"
          label={{ value: 'goal', position: 'insideTopLeft', fontSize: 12 }}
        />
      )}
      {stage > 1 && line && (
        <ReferenceLine
          segment={[...line]}
          stroke="var(--ink-2)"
          strokeDasharray="6 4"
          ifOverflow="hidden"
        />
      )}
      {stage > 0 && (
        <XAxis
          dataKey="day"
          type="number"
          domain={[0, lastDay]}
          ticks={[0, Math.round(lastDay / 2), lastDay]}
          tickFormatter={(d: number) => formatDate(addDays(start, d), me.today)}
          height={BOTTOM}
          tickLine={false}
          stroke="var(--ink-2)"
          fontSize={12}
          interval={0}
        />
      )}
      {stage > 0 && <YAxis domain={[must(ticks[0]), must(ticks.at(-1))]} ticks={[...ticks]} hide />}
      {stage > 2 && (
        <Line
          dataKey="counted"
          stroke={colour}
          strokeWidth={2}
          dot={false}
          activeDot={false}
          isAnimationActive={false}
        />
      )}
      {stage > 2 && (
        <Line dataKey="shown" stroke="none" dot={dot} activeDot={false} isAnimationActive={false} />
      )}
      {stage > 3 && (
        <Tooltip
          isAnimationActive={false}
          content={({ payload }) => (
            <Tip of={payload?.[0]?.payload as Datum | undefined} series={series} />
          )}
        />
      )}
    </LineChart>
  )
}

/** One test, in words, where it is pointed at. */
function Tip({ of, series }: { of: Datum | undefined; series: Series }) {
  const units = useUnits()
  const { me } = useAthletePage()
  return of ? (
    <div className="tip">
      <b>{formatDate(of.on, me.today)}</b>
      <br />
      mean {labelOf(series, of.shown)} of {of.n}
      <br />
      best {formatValue(of.best, series.protocol.unit, units)}
      {of.counted === null && (
        <>
          <br />
          practice
        </>
      )}
    </div>
  ) : null
}
