import { useMemo } from 'react'
import { Link } from 'react-router'
import type { Protocol } from '@mano/core/catalogue/protocols'
import { rankSquad } from '@mano/core/review/squad'
import { nToKgf } from '@mano/core/units/convert'
import { ageOn, formatDate } from '@mano/core/units/dates'
import { METRIC, formatValue, formatWithUnit, shownUnit } from '@mano/core/units/format'
import { useListing } from '../../base/Listing'
import { useUnits } from '../../base/units'
import { Icon } from '../../drawn/Icon'
import type { By, Line } from './useSquad'

type Ranked = ReturnType<typeof rankSquad<Line>>[number]

/** Who stands where, each with its error: places that overlap are shared. */
export function SquadTable({
  lines,
  protocol,
  by,
  today,
}: {
  lines: readonly Line[]
  protocol: Protocol
  by: By
  today: string
}) {
  const units = useUnits()
  const ranked = useMemo(
    () => rankSquad(lines.map((l) => ({ of: l, value: l.value, error: l.error }))),
    [lines],
  )
  const list = useListing(ranked, {
    by: {
      place: (r) => r.rank[0],
      athlete: (r) => r.of.a.name,
      left: (r) => r.of.left?.value ?? null,
      right: (r) => r.of.right?.value ?? null,
      value: (r) => r.value,
      error: (r) => r.error,
      day: (r) => r.of.on,
    },
    says: (r) => r.of.a.name,
    what: 'the squad',
    // Found by the field above, which stands in the address.
    text: '',
  })
  const most = Math.max(...ranked.map((r) => r.value + (r.error ?? 0)))
  const show = (si: number) => formatValue(si, protocol.unit, units)
  const shown = (si: number) => (by === 'mass' ? perKg(si, protocol) : show(si))
  const each = protocol.hands === 'each'
  return (
    <>
      <table className="sq-table">
        <thead>
          <tr>
            {list.th('place', 'Place')}
            {list.th('athlete', 'Athlete')}
            {each && list.th('left', 'Left', 'L num')}
            {each && list.th('right', 'Right', 'R num')}
            {list.th(
              'value',
              by === 'mass'
                ? `${shownUnit(protocol.unit, METRIC)} per kg`
                : shownUnit(protocol.unit, units),
              'num',
            )}
            {list.th('error', 'With its error')}
            {list.th('day', 'Day')}
          </tr>
        </thead>
        <tbody>
          {list.rows.map((r) => (
            <tr key={r.of.a.id}>
              <td className="n">{placeOf(r)}</td>
              <Who line={r.of} today={today} />
              {each && <td className="n num L">{r.of.left ? show(r.of.left.value) : ''}</td>}
              {each && <td className="n num R">{r.of.right ? show(r.of.right.value) : ''}</td>}
              <td className="n num">
                <b>{shown(r.value)}</b>
              </td>
              <WithError value={r.value} error={r.error} most={most} show={shown} />
              <td className="n s">{formatDate(r.of.on, today)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {list.foot}
    </>
  )
}

const placeOf = ({ rank: [first, last] }: Ranked): string =>
  first === last ? String(first) : `${first} to ${last}`

function Who({ line: { a }, today }: { line: Line; today: string }) {
  const units = useUnits()
  const more = [
    a.birthDate && `${ageOn(a.birthDate, today)} years`,
    a.massKg && formatWithUnit(a.massKg, 'kg', units),
    a.level,
  ]
  return (
    <th scope="row">
      <Link to={`/athletes/${a.id}/review`}>{a.name}</Link>
      <small>{more.filter(Boolean).join(' · ')}</small>
    </th>
  )
}

/** A result on the scale of all, its error on either side. */
function WithError({
  value,
  error,
  most,
  show,
}: {
  value: number
  error: number | null
  most: number
  show: (si: number) => string
}) {
  const pct = (x: number) => `${(100 * x) / most}%`
  return (
    <td className="sq-bar">
      <span
        role="img"
        aria-label={error === null ? 'error not known' : `plus or minus ${show(error)}`}
      >
        <i style={{ left: pct(Math.max(0, value - (error ?? 0))), width: pct(2 * (error ?? 0)) }} />
        <u style={{ left: pct(value) }} />
      </span>
      {error === null && (
        <small>
          <Icon name="question" /> error not known
        </small>
      )}
    </td>
  )
}

const perKg = (si: number, protocol: Protocol): string =>
  (protocol.unit === 'N' ? nToKgf(si) : si).toFixed(2)
