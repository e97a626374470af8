import {
  CHANGE_SAYS,
  CHANGE_WORDS,
  sureOf,
  type HandChange,
  type SeriesChange,
} from '@mano/core/review/changes'
import { setupWords } from '@mano/core/review/series'
import { formatDate } from '@mano/core/units/dates'
import { formatValue, formatWithUnit, shownUnit } from '@mano/core/units/format'
import { useUnits } from '../../app/units'
import { Icon } from '../../hands/Icon'
import { Chip } from '../../hands/marks'
import { useAthletePage } from '../athlete/AthletePage'
import { CHANGE_LOOK } from './look'

const UNITS: Record<string, string> = { 'N m': 'N·m', deg: '°', count: 'times' }

/**
 * Each series of the period, hands mirrored: from, to, by how much with its interval, and whether
 * that is more than error. A row opens its chart.
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
                  {[UNITS[unit] ?? unit, setupWords(series, units)].filter(Boolean).join(' · ')}
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
  const look = CHANGE_LOOK[h.word]
  const chip = (
    <td key="c" className="c">
      <Chip icon={look.icon} tone={look.tone}>
        {CHANGE_WORDS[h.word]}
      </Chip>
    </td>
  )
  const m = h.move
  const signed = (si: number) =>
    `${si < 0 ? '\u2212' : '+'}${formatValue(Math.abs(si), c.series.protocol.unit, units)}`
  const where = m
    ? `${formatDate(h.first!.on, me.today)} to ${formatDate(h.last!.on, me.today)}, ${h.tests} tests. ${CHANGE_SAYS[h.word]} ${sureOf(h)} Two single tests differ by error alone up to ${formatWithUnit(h.detectable ?? 0, c.series.protocol.unit, units)} (${h.errorOf} repeats).`
    : CHANGE_SAYS[h.word]
  const range = (
    <td key="x" className="x n" title={where}>
      {m ? `${show(m.from)} to ${show(m.to)}` : h.last ? show(h.last.value) : ''}
    </td>
  )
  const by = (
    <td key="v" className={`v n ${h.hand === 'left' ? 'L' : h.hand === 'right' ? 'R' : ''}`}>
      {m && (
        <>
          {signed(m.change)}
          <small title="95 % interval of the change">
            {signed(m.ci[0])} to {signed(m.ci[1])}
          </small>
        </>
      )}
    </td>
  )
  return <>{mirrored ? [by, range, chip] : [chip, range, by]}</>
}
