import type { GapRow } from '@mano/core/gaps/map'
import { stepBy } from '../../base/arrows'
import { SpineRow, Untested } from './SpineRow'

/**
 * The hand map: each row scaled to its own demand, left on the left, right on the right; arrows
 * move, Enter opens.
 */
export function HandMap({
  rows,
  picked,
  onPick,
}: {
  rows: readonly GapRow[]
  picked: string | null
  onPick: (key: string | null) => void
}) {
  const tested = rows.filter((r) => r.state !== 'untested').sort((a, b) => b.weight - a.weight)
  const untested = rows.filter((r) => r.state === 'untested').sort((a, b) => b.weight - a.weight)
  const short = (hand: 'left' | 'right') =>
    rows
      .flatMap((r) => r.hands)
      .filter((h) => (h.hand === hand || h.hand === 'both') && (h.shortBy ?? 0) > 0).length
  const shown = (r: GapRow) => ({
    open: picked === r.key,
    onOpen: () => onPick(picked === r.key ? null : r.key),
  })
  return (
    <>
      <div className="sp-head">
        <b className="L">
          Left hand <small>{short('left')} short</small>
        </b>
        <span>Quality · reference · importance in the sport</span>
        <b className="R">
          <small>{short('right')} short</small> Right hand
        </b>
      </div>
      <ul className="spine" onKeyDown={(e) => stepBy(e, 'button.vert')}>
        {tested.map((r) => (
          <SpineRow key={r.key} row={r} {...shown(r)} />
        ))}
        {untested.length > 0 && (
          <li className="sp-untested">
            Not tested: {untested.length} of {rows.length}, what weighs most in the sport first
          </li>
        )}
        {untested.map((r) => (
          <Untested key={r.key} row={r} {...shown(r)} />
        ))}
      </ul>
      <ul className="sp-key">
        <li>
          <i className="hot l" />
          <i className="hot r" />
          Short, or the weaker hand
        </li>
        <li>
          <i className="pale" />
          Meets demand, or no call
        </li>
        <li>
          <i className="whisk" />
          Measurement error
        </li>
        <li>
          <i className="hatch" />
          Shortfall larger than error
        </li>
        <li>
          <i className="void" />
          Stale, practice, or not tested
        </li>
      </ul>
    </>
  )
}
