import type { KitUnit } from '@mano/contract/kit'
import { implementById } from '@mano/core/catalogue/implements'
import { ORIENTATIONS, SPINS, SURFACES, TRAITS, WEARS } from '@mano/core/catalogue/traits'
import { formatDate } from '@mano/core/units/dates'
import { formatWithUnit, type UnitChoice } from '@mano/core/units/format'
import { formatBoth } from '@mano/core/units/inch'
import { must } from '@mano/core/units/must'
import type { Kg, Mm } from '@mano/core/units/quantity'

export interface Fact {
  name: string
  says: string
}
type Named = readonly { id: string; name: string }[]

const nameIn = (list: Named, id: string): string => list.find((x) => x.id === id)?.name ?? id
/** What was recorded of it, or what such an implement usually has. */
const orUsual = (list: Named, own: string | null, usual: string): string =>
  own === null ? `${nameIn(list, usual)} (usual)` : nameIn(list, own)

function sizeOf(unit: KitUnit, measure: string, units: UnitChoice, today: string): Fact {
  const name = measure === 'none' || measure === 'position' ? 'Size' : measure
  if (unit.sizeMm !== null) {
    const on = formatDate(unit.measuredOn, today)
    return { name, says: `${formatBoth(unit.sizeMm, units.length)}, ${on}` }
  }
  return { name, says: measure === 'position' ? 'by handle position' : 'not measured' }
}

function ratingOf(unit: KitUnit, units: UnitChoice, today: string): string {
  if (unit.ratingKg === null) return 'not rated'
  const on = unit.ratedOn ? `, ${formatDate(unit.ratedOn, today)}` : ''
  return `${formatWithUnit(unit.ratingKg, 'kg', units)}, by ${unit.ratedBy}${on}`
}

function wearOf(unit: KitUnit, today: string): string {
  const looked = unit.checkedOn
    ? `, looked at ${formatDate(unit.checkedOn, today)}`
    : ', not looked at yet'
  const note = unit.checkNote ? `: ${unit.checkNote}` : ''
  return `${nameIn(WEARS, unit.wear)}${looked}${note}`
}

/** What is known of an implement, each with its name; what does not apply to it is left out. */
export function factsOf(unit: KitUnit, units: UnitChoice, today: string): Fact[] {
  const kind = must(implementById(unit.kind))
  const traits = TRAITS[kind.id]
  const length = (name: string, mm: Mm | null): Fact[] =>
    mm === null ? [] : [{ name, says: formatBoth(mm, units.length) }]
  const kg = (x: Kg) => formatWithUnit(x, 'kg', units)
  return [
    sizeOf(unit, kind.measure, units, today),
    ...length('Depth', unit.depthMm),
    ...length('Handle', unit.handleMm),
    ...(unit.massKg === null ? [] : [{ name: 'Mass', says: kg(unit.massKg) }]),
    ...(unit.plates.length === 0
      ? []
      : [{ name: 'Plates', says: unit.plates.map((p) => `${p.count} × ${kg(p.kg)}`).join(', ') }]),
    ...(unit.kind === 'spring' ? [{ name: 'Rating', says: ratingOf(unit, units, today) }] : []),
    ...(traits
      ? [
          { name: 'Surface', says: orUsual(SURFACES, unit.surface, traits.surface) },
          {
            name: 'Lies or hangs',
            says: orUsual(ORIENTATIONS, unit.orientation, traits.orientation),
          },
        ]
      : []),
    ...(traits && kind.contact === 'bar'
      ? [{ name: 'Spin', says: orUsual(SPINS, unit.spin, traits.spin) }]
      : []),
    { name: 'Wear', says: wearOf(unit, today) },
  ]
}
