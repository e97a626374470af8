import { CartesianGrid, Line, LineChart, ResponsiveContainer, Tooltip, XAxis, YAxis, type DotItemDotProps } from 'recharts'
import type { Series } from '@mano/core/review/series'
import type { Hand } from '@mano/core/testing/session'
import { daysBetween, formatDate, addDays } from '@mano/core/units/dates'
import { formatValue, shownUnit } from '@mano/core/units/format'
import { fromSi } from '@mano/core/units/convert'
import { useUnits } from '../../app/units'
import { useAthletePage } from '../athlete/AthletePage'

const COLOUR = { left: 'var(--left)', right: 'var(--right)', both: 'var(--ink)' } as const

interface Datum { day: number; value: number; practice: boolean; n: number; on: string; best: number }

/** Twin panels flanking one scale: the mean of each session's valid trials. */
export function TrendPair({ series, hands }: { series: Series; hands: readonly Hand[] }) {
  const units = useUnits()
  const unit = shownUnit(series.protocol.unit, units)
  const start = series.points[0]!.on
  const of = (hand: Hand): Datum[] => series.points.flatMap((p) => {
    const s = p.byHand[hand]
    return s ? [{ day: daysBetween(start, p.on), value: fromSi(s.mean, unit, series.protocol.unit)!, best: s.best, practice: p.practice, n: s.n, on: p.on }] : []
  })
  const data = hands.map(of)
  const values = data.flat().map((d) => d.value)
  const low = Math.min(...values)
  const high = Math.max(...values)
  const pad = Math.max((high - low) * 0.15, high * 0.02)
  const domain: [number, number] = [Math.max(0, Math.floor(low - pad)), Math.ceil(high + pad)]
  const lastDay = Math.max(7, ...data.flat().map((d) => d.day))
  return (
    <div className={`twins ${hands.length === 1 ? 'one' : ''}`}>
      <Panel data={data[0]!} hand={hands[0]!} domain={domain} lastDay={lastDay} start={start} series={series} />
      <Scale domain={domain} />
      {hands[1] && <Panel data={data[1]!} hand={hands[1]} domain={domain} lastDay={lastDay} start={start} series={series} />}
    </div>
  )
}

const HEIGHT = 176
const BOTTOM = 22

const ticksOf = ([low, high]: [number, number]): number[] => Array.from({ length: 4 }, (_, i) => low + ((high - low) * i) / 3)

/** The shared scale, written once between the panels. */
function Scale({ domain }: { domain: [number, number] }) {
  const [low, high] = domain
  const y = (v: number) => 8 + (HEIGHT - BOTTOM - 8) * (1 - (v - low) / (high - low))
  return <svg className="scale" width="44" height={HEIGHT} aria-hidden="true">{ticksOf(domain).map((t) => <text key={t} x="22" y={y(t) + 4} textAnchor="middle">{t.toFixed(high - low < 6 ? 1 : 0)}</text>)}</svg>
}

function Panel({ data, hand, domain, lastDay, start, series }: { data: Datum[]; hand: Hand; domain: [number, number]; lastDay: number; start: string; series: Series }) {
  const units = useUnits()
  const { me } = useAthletePage()
  const colour = COLOUR[hand]
  const dot = (p: DotItemDotProps) => {
    const d = p.payload as Datum
    return <circle key={d.day} cx={p.cx} cy={p.cy} r="4.5" fill="var(--paper)" stroke={colour} strokeWidth={d.practice ? 1.5 : 2.5} strokeDasharray={d.practice ? '2 2' : undefined} />
  }
  const last = data.at(-1)
  return (
    <div className="panel-chart" role="img" aria-label={`${hand === 'both' ? 'Both hands' : `${hand} hand`}: ${data.map((d) => `${formatDate(d.on, me.today)} ${d.value.toFixed(1)}`).join(', ')}`}>
      <ResponsiveContainer width="100%" height={HEIGHT}>
        <LineChart data={data} margin={{ top: 8, right: 12, bottom: 0, left: 12 }} accessibilityLayer={false}>
          <CartesianGrid vertical={false} stroke="var(--rule)" />
          <XAxis dataKey="day" type="number" domain={[0, lastDay]} ticks={[0, Math.round(lastDay / 2), lastDay]} tickFormatter={(d: number) => formatDate(addDays(start, d), me.today)} height={BOTTOM} tickLine={false} stroke="var(--ink-2)" fontSize={12} />
          <YAxis domain={domain} ticks={ticksOf(domain)} hide />
          <Tooltip isAnimationActive={false} content={({ payload }) => {
            const d = payload?.[0]?.payload as Datum | undefined
            return d ? <div className="tip"><b>{formatDate(d.on, me.today)}</b><br />mean {d.value.toFixed(1)} of {d.n}<br />best {formatValue(d.best, series.protocol.unit, units)}{d.practice ? <><br />practice</> : null}</div> : null
          }} />
          <Line dataKey="value" stroke={colour} strokeWidth={2} dot={dot} isAnimationActive={false} />
        </LineChart>
      </ResponsiveContainer>
      {last && <span className={`last ${hand}`}>{last.value.toFixed(series.protocol.unit === 's' ? 0 : 1)}</span>}
    </div>
  )
}
