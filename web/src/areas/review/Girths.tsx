import { girthChange } from '@mano/core/review/girth'
import type { Period } from '@mano/core/review/changes'
import { formatDate } from '@mano/core/units/dates'
import { formatWithUnit } from '@mano/core/units/format'
import { useUnits } from '../../base/units'
import { useAthletePage } from '../athlete/AthletePage'
import { must } from '@mano/core/units/must'

/** Forearm girth measured cold, both arms over time. */
export function Girths({ period }: { period: Period }) {
  const { athlete, me } = useAthletePage()
  const units = useUnits()
  const all = athlete.measurements
    .filter((m) => m.measure === 'forearm_cold' && m.on <= period.to)
    .sort((a, b) => (a.on < b.on ? 1 : -1))
  const days = [...new Set(all.map((m) => m.on))].slice(0, 6)
  if (days.length === 0) return null
  const of = (on: string, hand: string) =>
    all.find((m) => m.on === on && m.hand === hand)?.value ?? null
  const words = (hand: 'left' | 'right') => {
    const c = girthChange(all, hand, period)
    return c === null
      ? 'not measured twice in this time'
      : c.byTape
        ? 'within what a tape does'
        : `${c.mm > 0 ? '+' : '\u2212'}${formatWithUnit(Math.abs(c.mm), 'mm', units)}`
  }
  return (
    <div className="block girths">
      <h2 className="h3">Forearm, cold</h2>
      <table>
        <tbody>
          {days.map((on) => (
            <tr key={on}>
              <td className="n L">
                {of(on, 'left') === null ? '' : formatWithUnit(must(of(on, 'left')), 'mm', units)}
              </td>
              <th scope="row">{formatDate(on, me.today)}</th>
              <td className="n R">
                {of(on, 'right') === null ? '' : formatWithUnit(must(of(on, 'right')), 'mm', units)}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="note">
        Left {words('left')}; right {words('right')}.
      </p>
    </div>
  )
}
