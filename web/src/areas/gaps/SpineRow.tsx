import { UnstyledButton } from '@mantine/core'
import { sharePct, weakerSide, type GapRow, type HandGap } from '@mano/core/gaps/map'
import { formatDate } from '@mano/core/units/dates'
import { formatPct, formatValue, formatWithUnit, type UnitChoice } from '@mano/core/units/format'
import { must } from '@mano/core/units/must'
import { useUnits } from '../../base/units'
import { Icon } from '../../drawn/Icon'
import { useAthletePage } from '../athlete/AthletePage'

/** Share of a side at which the demand stands. */
const DEMAND_AT = 70
const CLIP = 99

/** The pair in one sentence, for a screen reader. */
function pairWords(
  row: GapRow,
  units: UnitChoice,
  lean: number | null,
  weaker: string | null,
): string {
  const unit = row.protocol?.unit
  const hand = (h: HandGap) =>
    `${h.hand === 'both' ? 'both hands' : h.hand} ` +
    `${formatWithUnit(h.value, must(unit), units)}` +
    `${(h.shortBy ?? 0) > 0 ? `, ${formatWithUnit(must(h.shortBy), must(unit), units)} short` : ''}`
  const facts =
    row.state === 'untested' || !unit
      ? 'not tested'
      : [
          ...row.hands.map(hand),
          row.reference.value === null
            ? 'no reference'
            : `reference ${formatWithUnit(row.reference.value, unit, units)}`,
          row.stale ? 'stale' : '',
          row.state === 'practice' ? 'practice' : '',
          lean !== null ? `${weaker} ${Math.round(lean)} percent weaker` : '',
        ]
          .filter(Boolean)
          .join('; ')
  return `${row.quality.name}, ${row.emphasis}: ${facts}; importance ${row.importance} of 5`
}

interface RowProps {
  row: GapRow
  open: boolean
  onOpen: () => void
}

/** Nothing is known of it: a dashed box by its name, never a bar. */
export function Untested({ row, open, onOpen }: RowProps) {
  const units = useUnits()
  return (
    <li className={`untested ${open ? 'open' : ''}`}>
      <UnstyledButton
        className="vert"
        aria-expanded={open}
        aria-label={pairWords(row, units, null, null)}
        onClick={onOpen}
      >
        <b>
          {row.quality.name}, {row.emphasis}
        </b>
        <span>
          {formatPct(sharePct(row))} of importance {row.importance}
        </span>
      </UnstyledButton>
    </li>
  )
}

/** A row of the map, scaled to its own demand. */
export function SpineRow({ row, open, onOpen }: RowProps) {
  const units = useUnits()
  const { me } = useAthletePage()
  const unit = row.protocol?.unit
  const top = (h: HandGap) =>
    h.asked ?? row.reference.value ?? Math.max(0, ...row.hands.map((x) => x.value))
  const weaker = row.stale || row.state === 'practice' ? null : weakerSide(row.verdict)
  const lean =
    weaker && row.verdict && row.verdict.kind !== 'unknown' ? row.verdict.asymmetryPct : null
  const shift = lean === null ? 0 : Math.min(14, 4 + 0.4 * lean) * (weaker === 'left' ? -1 : 1)
  const both = row.hands.find((h) => h.hand === 'both')
  const of = (hand: 'left' | 'right') => row.hands.find((h) => h.hand === hand)
  const asks = row.reference.value !== null
  const facts = [
    asks && unit ? formatWithUnit(must(row.reference.value), unit, units) : null,
    `importance ${row.importance} of 5`,
    row.state === 'practice' ? 'practice' : null,
    row.stale && row.on ? `stale, ${formatDate(row.on, me.today)}` : null,
  ]
    .filter(Boolean)
    .join(' · ')
  const bar = (side: 'left' | 'right', h: HandGap | undefined) => {
    const edge = side === 'left' ? 'right' : 'left'
    if (!h)
      return (
        <span className={`sp-bar ${side}`}>
          <i className="none" style={{ width: `${DEMAND_AT}%` }} />
          {asks && <u style={{ [edge]: `${DEMAND_AT}%` }} />}
        </span>
      )
    const at = (v: number) => Math.min(CLIP, Math.max(0, (v / top(h)) * DEMAND_AT))
    const isBoth = h.hand === 'both'
    const short = (h.shortBy ?? 0) > 0
    const hot = !row.stale && (short || weaker === side)
    return (
      <span
        className={
          `sp-bar ${side} ${isBoth ? 'ink' : ''} ` +
          `${row.stale || row.state === 'practice' ? 'void' : ''} ${hot ? 'hot' : ''}`
        }
      >
        <i style={{ width: `${at(h.value)}%` }} />
        {short && (
          <em
            style={{ [edge]: `${at(h.value)}%`, width: `${Math.max(0, DEMAND_AT - at(h.value))}%` }}
          />
        )}
        {h.error !== null && (
          <s
            style={{
              [edge]: `${at(h.value - h.error)}%`,
              width: `${Math.max(0.5, at(h.value + h.error) - at(h.value - h.error))}%`,
            }}
          />
        )}
        {asks && <u style={{ [edge]: `${DEMAND_AT}%` }} />}
      </span>
    )
  }
  const number = (side: 'left' | 'right', h: HandGap | undefined) => (
    <span className={`sp-v ${side}`}>
      {h && unit ? (
        <>
          <b className={h.hand === 'both' ? 'ink' : ''}>{formatValue(h.value, unit, units)}</b>
          {(h.shortBy ?? 0) > 0 && (
            <small>{formatWithUnit(must(h.shortBy), unit, units)} short</small>
          )}
          {h.error === null && <small>error not known</small>}
        </>
      ) : (
        <small className="blank">Not tested</small>
      )}
    </span>
  )
  return (
    <li className={open ? 'open' : ''}>
      <span className="sp-side" aria-hidden="true">
        {number('left', both ?? of('left'))}
      </span>
      <span aria-hidden="true">{bar('left', both ?? of('left'))}</span>
      <UnstyledButton
        className={`vert ${lean !== null ? `act ${weaker}` : ''}`}
        style={{ transform: `translateX(${shift}px)` }}
        aria-expanded={open}
        aria-label={pairWords(row, units, lean, weaker)}
        onClick={onOpen}
      >
        <b>
          {row.quality.name}, {row.emphasis}
        </b>
        <span>
          {row.stale && (
            <>
              <Icon name="hourglass" />{' '}
            </>
          )}
          {facts}
          {lean !== null && (
            <>
              {' '}
              <b>
                {weaker === 'left' ? 'Left' : 'Right'} −{Math.round(lean)}
                {'\u00A0'}%
              </b>
            </>
          )}
        </span>
      </UnstyledButton>
      <span aria-hidden="true">{bar('right', both ?? of('right'))}</span>
      <span className="sp-side" aria-hidden="true">
        {both ? (
          <span className="sp-v right">
            <small>both hands</small>
          </span>
        ) : (
          number('right', of('right'))
        )}
      </span>
    </li>
  )
}
