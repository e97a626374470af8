import { UnstyledButton } from '@mantine/core'
import {
  byChance,
  CHANGE_SAYS,
  counted,
  sureOf,
  type HandChange,
  type SeriesChange,
} from '@mano/core/review/changes'
import { seriesName, setupWords } from '@mano/core/record/series'
import { surenessOf } from '@mano/core/review/sure'
import { formatDate } from '@mano/core/units/dates'
import { formatValue, formatWithUnit } from '@mano/core/units/format'
import { useUnits } from '../../base/units'
import { useAthletePage } from '../athlete/AthletePage'
import { ChangePlot } from './ChangePlot'
import { must } from '@mano/core/units/must'

const isCalled = (h: HandChange | null): boolean => h?.word === 'gain' || h?.word === 'loss'

/**
 * Each series of the period, hands mirrored: the change with its interval against the smallest
 * change to trust, and how sure it is. A row opens its chart.
 */
export function Changes({
  changes,
  shown,
  toggle,
}: {
  changes: readonly SeriesChange[]
  shown: ReadonlySet<string>
  toggle: (key: string) => void
}) {
  const units = useUnits()
  const { compared, called } = counted(changes)
  const all = changes.map((c) => c.series)
  return (
    <>
      <p className="chance">
        <span className="sq" aria-hidden="true">
          {Array.from({ length: Math.min(compared, 40) }, (_, i) => (
            <i key={i} className={i < called ? 'f' : ''} />
          ))}
        </span>
        <span>{byChance(changes)}</span>
      </p>
      <table className="rv-changes" aria-label="Changes">
        <thead>
          <tr>
            <th>
              <b className="L">Left</b> how sure
            </th>
            <th>stronger · weaker</th>
            <th>Test</th>
            <th>weaker · stronger</th>
            <th>
              how sure <b className="R">Right</b>
            </th>
          </tr>
        </thead>
        <tbody>
          {changes.map(({ series, hands }) => {
            const [l, r] =
              hands.length > 1 ? [must(hands[0]), must(hands[1])] : [null, must(hands[0])]
            const open = shown.has(series.key)
            const margin = Math.max(...hands.map((h) => h.move?.margin ?? 0))
            return (
              <tr key={series.key} className={open ? 'sel' : ''}>
                <Sure h={l} side="l" />
                <Plot h={l} side="l" series={series} />
                <th scope="row" className={`${isCalled(l) ? 'cl' : ''} ${isCalled(r) ? 'cr' : ''}`}>
                  <UnstyledButton
                    className="ser"
                    aria-expanded={open}
                    onClick={() => toggle(series.key)}
                  >
                    {seriesName(series, all, units)}
                  </UnstyledButton>
                  <span>
                    {[
                      margin > 0 &&
                        `smallest change ${formatWithUnit(margin, series.protocol.unit, units)}`,
                      setupWords(series, units),
                    ]
                      .filter(Boolean)
                      .join(' · ')}
                  </span>
                </th>
                <Plot h={r} side="r" series={series} />
                <Sure h={r} side="r" />
              </tr>
            )
          })}
        </tbody>
      </table>
    </>
  )
}

function Sure({ h, side }: { h: HandChange | null; side: 'l' | 'r' }) {
  if (!h) return <td className={`sure ${side}`} />
  const { level, word } = surenessOf(h)
  const bars = Array.from({ length: 5 }, (_, i) => <i key={i} className={i < level ? 'f' : ''} />)
  return (
    <td className={`sure ${side} ${isCalled(h) ? 'told' : ''}`}>
      {word}
      <span className="br" aria-hidden="true">
        {side === 'r' ? bars.reverse() : bars}
      </span>
    </td>
  )
}

function Plot({
  h,
  side,
  series,
}: {
  h: HandChange | null
  side: 'l' | 'r'
  series: SeriesChange['series']
}) {
  const units = useUnits()
  const { me } = useAthletePage()
  const unit = series.protocol.unit
  if (!h) return <td className={`plot ${side}`} />
  const signed = (si: number) =>
    `${si < 0 ? '\u2212' : '+'}${formatValue(Math.abs(si), unit, units)}`
  const m = h.move
  const title = m
    ? `${formatWithUnit(m.from, unit, units)} to ${formatWithUnit(m.to, unit, units)}, ` +
      `${formatDate(must(h.first).on, me.today)} to ${formatDate(must(h.last).on, me.today)}, ` +
      `${h.tests} tests. ${CHANGE_SAYS[h.word]} ${sureOf(h)} Two single tests differ by ` +
      `error alone up to ${formatWithUnit(h.detectable ?? 0, unit, units)} (${h.errorOf} ` +
      'repeats).'
    : CHANGE_SAYS[h.word]
  return (
    <td className={`plot ${side}`} title={title}>
      <ChangePlot
        change={m && { value: m.change, ci: m.ci, margin: m.margin }}
        hand={h.hand}
        called={isCalled(h)}
        words={
          m
            ? [
                (m.change < 0 ? '\u2212' : '+') + formatWithUnit(Math.abs(m.change), unit, units),
                `, ${signed(m.ci[0])} to ${signed(m.ci[1])}`,
              ]
            : [h.last ? formatWithUnit(h.last.value, unit, units) : '', '']
        }
      />
    </td>
  )
}
