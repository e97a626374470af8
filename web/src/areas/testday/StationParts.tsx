import type { Slot } from '@mano/core/testday/order'
import { formatClock, formatWithUnit } from '@mano/core/units/format'
import { useUnits } from '../../base/units'
import { HAND } from '../floor/hand'

export const StationHead = ({
  station,
  protocol,
  middle,
}: {
  station: string
  protocol: string
  middle: string
}) => (
  <header className="f-top">
    <b>{station}</b>
    <span>{protocol}</span>
    <span className="f-count">{middle}</span>
  </header>
)

/** Who comes next here, with what hangs and how long yet. */
export function NextUp({
  slots,
  nameOf,
  nowS,
  again,
}: {
  slots: readonly Slot[]
  nameOf: (id: string) => string
  nowS: number
  again: React.ReactNode
}) {
  const units = useUnits()
  return (
    <div className="f-next">
      <p className="f-label">Next</p>
      {slots.map((s, i) => (
        <p key={i} className={`f-row ${s.hand}`}>
          <b>
            {nameOf(s.athlete)}, {HAND[s.hand].toLowerCase()}
          </b>
          <span>
            {s.loadKg > 0 ? `${formatWithUnit(s.loadKg, 'kg', units)} ` : ''}
            {s.start <= nowS ? 'now' : formatClock(s.start - nowS)}
          </span>
        </p>
      ))}
      {again}
    </div>
  )
}
