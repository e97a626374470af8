import { Link } from 'react-router'
import { verdictWords } from '@mano/core/measure/words'
import { buildSeries, handTrend, type HandTrend, type Series } from '@mano/core/review/series'
import type { Hand } from '@mano/core/testing/session'
import { formatDate } from '@mano/core/units/dates'
import { formatValue, formatWithUnit, shownUnit } from '@mano/core/units/format'
import { useTests } from '../../app/data'
import { Failed } from '../../app/Trouble'
import { useUnits } from '../../app/units'
import { Chip } from '../../hands/marks'
import type { IconName } from '../../hands/Icon'
import { useAthletePage } from '../athlete/AthletePage'
import { Done } from './Done'
import { LeanOverTime } from './LeanOverTime'
import { Norms } from './Norms'
import { TrendPair } from './TrendPair'
import './review.css'

/** Each series over time, both hands; struck trials out, no two series joined. */
export default function Review() {
  const { athlete } = useAthletePage()
  const tests = useTests(athlete.id)
  if (tests.error && !tests.data) return <Failed error={tests.error} retry={() => void tests.refetch()} />
  // Curves are one picture in the gaps, not series of their own here.
  const series = buildSeries(tests.data ?? []).filter((s) => !s.protocol.curve)
  if (tests.isSuccess && series.length === 0 && athlete.history.logs.length === 0) {
    return <main className="trouble"><h2>Nothing to review yet</h2><p className="s">A first test gives a verdict on the two hands; from the second on they are seen over time.</p><Link className="btn pri" to={`/athletes/${athlete.id}/tests`}>Start a test</Link></main>
  }
  const sided = series.filter((s) => s.protocol.hands === 'each')
  return (
    <main className="cols review">
      <section>
        {series.map((s) => <SeriesPanel key={s.key} series={s} many={series.filter((x) => x.protocol.id === s.protocol.id).length > 1} />)}
        <Done />
        <p className="legend"><span><i className="band" />Within error of the first test</span><span><i className="dot full" />Change beyond error</span><span><i className="dot" />Could be error</span><span><i className="dot dash" />Practice, not counted</span></p>
      </section>
      <aside>
        {sided[0] && <Call series={sided[0]} />}
        {sided[0] && <LeanOverTime series={sided[0]} />}
        {tests.data && <Norms sessions={tests.data} />}
      </aside>
    </main>
  )
}

/** What makes the series its own, in words. */
function setupWords(s: Series): string {
  return s.protocol.variants.map((v) => `${v.name.toLowerCase()} ${v.options.find((o) => o.id === s.setup.variant[v.id])?.name.toLowerCase() ?? ''}`).concat(s.protocol.numbers.map((n) => `${s.setup.variant[n.id]} kg ${n.name.toLowerCase().replace('load ', '')}`)).join(', ')
}

function SeriesPanel({ series, many }: { series: Series; many: boolean }) {
  const units = useUnits()
  const tests = useTests(series.athleteId)
  const label = tests.data?.find((t) => t.id === series.points[0]!.sessionId)?.unitLabel ?? ''
  const hands: Hand[] = series.protocol.hands === 'both' ? ['both'] : ['left', 'right']
  return (
    <section className="series" aria-label={`${series.protocol.name}, ${setupWords(series)}`}>
      <div className="series-head">
        {hands.length === 2 ? <b className="L">Left</b> : <span />}
        <h2>{series.protocol.name}, {shownUnit(series.protocol.unit, units)}<small>{[many ? label : '', setupWords(series)].filter(Boolean).join(' · ')}</small></h2>
        {hands.length === 2 ? <b className="R">Right</b> : <span />}
      </div>
      <TrendPair series={series} hands={hands} errors={hands.map((h) => handTrend(series, h, null).detectable)} />
      <div className={`trend-words ${hands.length === 1 ? 'one' : ''}`}>{hands.map((h) => <TrendWords key={h} trend={handTrend(series, h, null)} series={series} />)}</div>
    </section>
  )
}

const TREND_LOOK: Record<string, { word: string; icon: IconName; tone: 'outline' | 'solid' | 'soft' | 'dash' }> = {
  improving: { word: 'Improving', icon: 'up', tone: 'outline' },
  declining: { word: 'Declining', icon: 'down', tone: 'solid' },
  plateau: { word: 'Plateau', icon: 'waves', tone: 'soft' },
  unclear: { word: 'Unclear', icon: 'question', tone: 'dash' },
  'too-few': { word: 'Too few tests', icon: 'clock', tone: 'dash' },
}

function TrendWords({ trend, series }: { trend: HandTrend; series: Series }) {
  const units = useUnits()
  const { me } = useAthletePage()
  const look = TREND_LOOK[trend.verdict.kind]!
  const points = series.points.filter((p) => !p.practice && p.byHand[trend.hand])
  const show = (si: number) => formatValue(si, series.protocol.unit, units)
  const first = points[0]
  const last = points.at(-1)
  const v = trend.verdict
  return (
    <div className={`trend ${trend.hand}`}>
      <Chip icon={look.icon} tone={look.tone}>{look.word}</Chip>
      <p className="n">
        {first && last && first !== last && <>{show(first.byHand[trend.hand]!.mean)} to <b>{show(last.byHand[trend.hand]!.mean)}</b> (means), {formatDate(first.on, me.today)} to {formatDate(last.on, me.today)}. </>}
        {v.kind === 'too-few' ? `A direction needs ${v.needTests} tests over ${v.needDays} days; ${points.length} so far.` : `Change over the span, 90 % interval ${signed(v.changeCi90[0], show)} to ${signed(v.changeCi90[1], show)}; it would have to pass ${formatWithUnit(trend.margin!, series.protocol.unit, units)} (2.77 typical errors) to matter.`}
      </p>
    </div>
  )
}

const signed = (si: number, show: (si: number) => string): string => (si > 0 ? `+${show(si)}` : show(si))

/** The latest verdict of the series with sides. */
function Call({ series }: { series: Series }) {
  const { athlete, me } = useAthletePage()
  const last = series.points.filter((p) => !p.practice).at(-1)
  if (!last?.verdict) return null
  const words = verdictWords(last.verdict, athlete.dominantHand, series.consistent)
  return (
    <div className="block call">
      <h2 className="h3">The two hands on {formatDate(last.on, me.today)}</h2>
      <p><b>{words.word}.</b> {words.says}</p>
      <p className="s">{words.context}</p>
    </div>
  )
}
