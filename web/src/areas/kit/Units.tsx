import { UnstyledButton } from '@mantine/core'
import { useMemo } from 'react'
import type { KitUnit } from '@mano/contract/kit'
import { implementById } from '@mano/core/catalogue/implements'
import { WEARS } from '@mano/core/catalogue/traits'
import { formatWithUnit } from '@mano/core/units/format'
import { formatBoth } from '@mano/core/units/inch'
import type { Kg } from '@mano/core/units/quantity'
import { rowOf } from '@mano/core/units/row'
import { useListing } from '../../base/Listing'
import { Term } from '../../base/Term'
import { useUnits } from '../../base/units'
import { Icon } from '../../drawn/Icon'

/** What an implement is found by. */
const calledBy = (u: KitUnit): string =>
  `${u.label} ${implementById(u.kind)?.name ?? ''} ${implementById(u.kind)?.contact ?? ''}`
export const isCalled = (u: KitUnit, text: string): boolean =>
  calledBy(u).toLowerCase().includes(text.trim().toLowerCase())

/** The implements of a place: retired ones last, what is due first, until a head is pressed. */
export function Units({
  here,
  picked,
  text,
  onPick,
}: {
  here: readonly KitUnit[]
  picked: string | null
  text: string
  onPick: (id: string) => void
}) {
  const inOrder = useMemo(
    () =>
      [...here].sort(
        (a, b) =>
          Number(a.retired) - Number(b.retired) ||
          Number(b.upkeep?.due ?? false) - Number(a.upkeep?.due ?? false),
      ),
    [here],
  )
  const list = useListing(inOrder, {
    what: 'implements',
    text,
    says: calledBy,
    by: {
      label: (u) => u.label,
      kind: (u) => implementById(u.kind)?.name ?? null,
      size: (u) => u.sizeMm,
      state: (u) => (u.retired ? 2 : u.upkeep?.due ? 0 : 1),
    },
  })
  return (
    <>
      <table className="hall-kit">
        <thead>
          <tr>
            {list.th('label', 'Label')}
            {list.th('kind', 'Kind')}
            {list.th('size', 'Measured')}
            {list.th('state', 'State')}
          </tr>
        </thead>
        <tbody>
          {list.rows.map((u) => (
            <tr
              key={u.id}
              className={`${u.id === picked ? 'picked' : ''} ${u.retired ? 'out' : ''}`}
              onClick={() => onPick(u.id)}
            >
              <th scope="row">
                <UnstyledButton
                  aria-pressed={u.id === picked}
                  onClick={(e) => {
                    e.stopPropagation()
                    onPick(u.id)
                  }}
                >
                  {u.label}
                </UnstyledButton>
              </th>
              <td>
                <Term kind="implement" id={u.kind}>
                  {implementById(u.kind)?.name}
                </Term>
              </td>
              <td className="n">
                <Size u={u} />
              </td>
              <td>
                <State u={u} />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {list.foot}
    </>
  )
}

const NO_SIZE: Record<string, string> = { position: 'By handle position', none: 'No size' }

/** What was measured of it, and its pin, plates or rating where it has them. */
function Size({ u }: { u: KitUnit }) {
  const units = useUnits()
  const measure = implementById(u.kind)?.measure ?? ''
  const pin = [
    u.massKg !== null && `pin ${formatWithUnit(u.massKg, 'kg', units)}`,
    u.plates.length > 0 && platesOf(u, (kg) => formatWithUnit(kg, 'kg', units)),
  ].filter(Boolean)
  return (
    <>
      {u.sizeMm === null ? (
        <span className="blank">{NO_SIZE[measure] ?? 'Not measured'}</span>
      ) : (
        `${formatBoth(u.sizeMm, units.length)} ${measure}`
      )}
      {u.kind === 'pin' && pin.length > 0 && <small>{pin.join(', ')}</small>}
      {u.kind === 'spring' && (
        <small>
          {u.ratingKg === null
            ? 'not rated'
            : `closes at ${formatWithUnit(u.ratingKg, 'kg', units)}`}
        </small>
      )}
    </>
  )
}

const platesOf = ({ plates }: KitUnit, show: (kg: Kg) => string): string =>
  `${plates.reduce((a, p) => a + p.count, 0)} plates, ` +
  show(plates.reduce((a, p) => a + p.kg * p.count, 0))

/** Whether it is in use, what is due, and what wear it shows. */
function State({ u }: { u: KitUnit }) {
  if (u.retired) return 'Retired'
  const due = u.kind !== 'spring' ? 'Look at it' : u.ratingKg === null ? 'Rate it' : 'Rate again'
  return (
    <>
      {u.upkeep?.due && (
        <b className="due-line">
          <Icon name="warn" /> {due}
        </b>
      )}
      {u.wear !== 'good' && (
        <span>
          <Icon name="warn" /> {rowOf(WEARS, u.wear).name}
        </span>
      )}
    </>
  )
}
