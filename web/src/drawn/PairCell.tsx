import type { ResultUnit } from '@mano/core/units/units'
import { formatValue } from '@mano/core/units/format'
import type { Side } from '@mano/core/catalogue/person'
import { useUnits } from '../base/units'

interface Props {
  quantity: ResultUnit
  left: number | null
  right: number | null
  both: number | null
  /** The hand that is really weaker; its bar is solid. */
  weaker: Side | null
  stale?: boolean
  /** Full length of a bar; else the stronger hand is. */
  scale?: number
}

/**
 * Both hands mirrored round an axis, scaled to the stronger; a two-handed result is one centred
 * bar.
 */
export function PairCell({ quantity, left, right, both, weaker, stale = false, scale }: Props) {
  const units = useUnits()
  const show = (v: number | null) => (v === null ? '–' : formatValue(v, quantity, units))
  if (both !== null)
    return (
      <div className="pair one">
        <span className="k both">
          <i className={stale ? 'void' : ''} />
        </span>
        <span className="v">{show(both)}</span>
      </div>
    )
  const top = scale ?? Math.max(left ?? 0, right ?? 0)
  const width = (v: number | null) => (v === null || top === 0 ? '0%' : `${(95 * v) / top}%`)
  const bar = (side: Side) =>
    `k ${side === 'left' ? 'l' : 'r'} ${weaker === side && !stale ? 'hot' : ''} ` +
    `${stale ? 'void' : ''}`
  return (
    <div className="pair">
      <span className="v l">{show(left)}</span>
      <span className={bar('left')}>
        <i style={{ width: width(left) }} />
      </span>
      <span className="ax" />
      <span className={bar('right')}>
        <i style={{ width: width(right) }} />
      </span>
      <span className="v r">{show(right)}</span>
    </div>
  )
}
