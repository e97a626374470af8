import type { UnitBody } from '@mano/contract/kit'
import { IMPLEMENTS, type ImplementId } from '@mano/core/catalogue/implements'
import type { KitLine } from '@mano/core/reference/pasteKit'
import { parseLength } from '@mano/core/units/inch'
import type { UnitChoice } from '@mano/core/units/format'
import { must } from '@mano/core/units/must'
import { hasSize } from './Measures'

export const KINDS = IMPLEMENTS.filter((k) => k.id !== 'none')
export const kindOf = (id: ImplementId) => must(KINDS.find((k) => k.id === id))

/** What a hall usually begins with: common practice, no source. */
export const COMMON: readonly ImplementId[] = [
  'dyno',
  'bar',
  'pin',
  'edge',
  'block',
  'plate',
  'rolling',
  'sleeve',
  'spring',
  'band_finger',
  'towel',
  'kettlebell',
  'dumbbell',
  'lever',
  'farm',
]

/** A line of the list with the kind it is, by itself or as the coach said. */
export interface SaidLine extends Omit<KitLine, 'kind'> {
  kind: ImplementId | null
}

/** One implement that is to be recorded. */
export type Wanted = Pick<KitLine, 'label' | 'size' | 'massKg'> & { kind: ImplementId }

/** What is ticked, then the lines whose kind is known, each as often as it says. */
export const wantedOf = (ticked: readonly ImplementId[], lines: readonly SaidLine[]): Wanted[] => [
  ...ticked.map((id) => ({ kind: id, label: kindOf(id).name, size: null, massKg: null })),
  ...lines.flatMap(({ kind, label, size, massKg, count }) =>
    kind === null ? [] : Array.from({ length: count }, () => ({ kind, label, size, massKg })),
  ),
]

/** Labels that are not taken yet: a second one of a name gets a number. */
export function labels(wanted: readonly string[], taken: readonly string[]): string[] {
  const there = new Set(taken.map((l) => l.toLowerCase()))
  return wanted.map((w) => {
    let label = w
    for (let n = 2; there.has(label.toLowerCase()); n++) label = `${w} ${n}`
    there.add(label.toLowerCase())
    return label
  })
}

/** What is sent of one: a size or a mass only where its kind has them. */
export function bodyOf(
  w: Wanted,
  more: Pick<UnitBody, 'id' | 'measurementId' | 'label' | 'placeId'>,
  units: UnitChoice,
): UnitBody {
  const kind = kindOf(w.kind)
  const length = w.size && hasSize(kind) ? parseLength(w.size, units.length) : null
  return {
    ...more,
    kind: w.kind,
    orientation: null,
    surface: null,
    size: length?.ok ? length.entered : null,
    sizeUnit: length?.ok ? length.unit : units.length,
    depthMm: null,
    handleMm: null,
    massKg: kind.load === 'plates' || kind.load === 'own' ? w.massKg : null,
    plates: [],
    ratingKg: null,
    ratedBy: '',
    ratedOn: null,
  }
}
