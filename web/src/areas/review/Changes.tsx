import {
  CHANGE_REFUSALS,
  CHANGE_WORDS,
  type HandChange,
  type SeriesChange,
} from '@mano/core/review/changes'
import { setupWords } from '@mano/core/review/series'
import { formatDate } from '@mano/core/units/dates'
import { formatChange, formatValue, formatWithUnit, shownUnit } from '@mano/core/units/format'
import { useUnits } from '../../app/units'
import { Icon, type IconName } from '../../hands/Icon'
import { Chip } from '../../hands/marks'
import { useAthletePage } from '../athlete/AthletePage'

const LOOK: Record<
  HandChange['word'],
  { icon: IconName; tone: 'outline' | 'solid' | 'soft' | 'dash' }
> = {
  gain: { icon: 'up', tone: 'outline' },
  loss: { icon: 'down', tone: 'solid' },
  within: { icon: 'waves', tone: 'soft' },
  'too-few': { icon: 'clock', tone: 'dash' },
  'error-unknown': { icon: 'question', tone: 'dash' },
}
const UNITS: Record<string, string> = { 'N m': 'N·m', deg: '°', count: 'times' }

/**
 * Each series of the period, hands mirrored: from, to, by how much, and whether that is more than
 * error. A row opens its chart.
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
  return (
    <table className="changes" aria-label="Changes">
      <thead className="vh">
        <tr>
          <th>Left</th>
          <th>Test</th>
          <th>Right</th>
        </tr>
      </thead>
      <tbody>
        {changes.map(({ series, hands }) => {
          const [l, r] = hands.length > 1 ? [hands[0]!, hands[1]!] : [null, hands[0]!]
          const open = shown.has(series.key)
          const error = hands.map((h) =>
            h.result.ok ? formatValue(h.result.detectable, series.protocol.unit, units) : null,
          )
          const unit = shownUnit(series.protocol.unit, units)
          return (
            <tr key={series.key}>
              {l ? (
                <HandCells h={l} c={{ series, hands }} />
              ) : (
                <>
                  <td />
                  <td />
                  <td />
                </>
              )}
              <th scope="row">
                <button className="ser" aria-expanded={open} onClick={() => toggle(series.key)}>
                  <Icon name={open ? 'down' : 'right'} /> {series.protocol.name}
                </button>
                <span>
                  {[
                    UNITS[unit] ?? unit,
                    error.some((e) => e !== null) &&
                      `error ${error[0] === error[1] || error.length === 1 ? (error[0] ?? error[1]) : `${error[0] ?? '?'} and ${error[1] ?? '?'}`}`,
                    setupWords(series, units),
                  ]
                    .filter(Boolean)
                    .join(' · ')}
                </span>
              </th>
              <HandCells h={r} c={{ series, hands }} mirrored />
            </tr>
          )
        })}
      </tbody>
    </table>
  )
}

function HandCells({
  h,
  c,
  mirrored = false,
}: {
  h: HandChange
  c: SeriesChange
  mirrored?: boolean
}) {
  const units = useUnits()
  const { me } = useAthletePage()
  const show = (si: number) => formatValue(si, c.series.protocol.unit, units)
  const look = LOOK[h.word]
  const chip = (
    <td key="c" className="c">
      <Chip icon={look.icon} tone={look.tone}>
        {CHANGE_WORDS[h.word]}
      </Chip>
    </td>
  )
  const where = h.result.ok
    ? `${formatDate(h.first!.on, me.today)} to ${formatDate(h.last!.on, me.today)}, ${h.tests} tests; beyond error is ${formatWithUnit(h.result.detectable, c.series.protocol.unit, units)} (${h.error!.of} repeats)`
    : (CHANGE_REFUSALS[h.word] ?? '')
  const range = (
    <td key="x" className="x n" title={where}>
      {h.first && h.last && h.tests > 1
        ? `${show(h.first.value)} to ${show(h.last.value)}`
        : h.last
          ? show(h.last.value)
          : ''}
    </td>
  )
  const by = (
    <td key="v" className={`v n ${h.hand === 'left' ? 'L' : h.hand === 'right' ? 'R' : ''}`}>
      {h.result.ok
        ? formatChange(h.first!.value, h.last!.value, c.series.protocol.unit, units, false)
        : ''}
    </td>
  )
  return <>{mirrored ? [by, range, chip] : [chip, range, by]}</>
}
