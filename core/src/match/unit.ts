import { implementById, type Contact, type ImplementKind } from '../catalogue/implements'
import {
  TRAITS,
  WEARS,
  type Closing,
  type HandsOn,
  type Orientation,
  type Spin,
  type Surface,
  type Use,
  type Wear,
} from '../catalogue/traits'
import type { Kg, Mm } from '../units/quantity'

/** One implement as recorded; absent facts are what its kind usually is. Sizes mm. */
export interface KitItem {
  id: string
  kind: string
  label: string
  sizeMm: Mm | null
  depthMm?: Mm | null | undefined
  orientation?: Orientation | null | undefined
  surface?: Surface | null | undefined
  spin?: Spin | null | undefined
  wear?: Wear | null | undefined
  /** Measured closing force of a spring, kg hung from the handle; null: not rated. */
  ratingKg?: Kg | null | undefined
}

/** What the matcher looks at. `usualSize`: not measured, the middle of what is usual stands in. */
export interface MatchUnit {
  id: string
  kind: ImplementKind
  label: string
  contact: Contact
  sizeMm: Mm | null
  usualSize: boolean
  depthMm: Mm | null
  orientation: Orientation
  surface: Surface
  spin: Spin
  hands: HandsOn
  use: Use
  closing: readonly Closing[]
  holdMostS: number
  how: string
  free: boolean
  wear: Wear
  /** True for a spring without a measured rating. */
  unrated: boolean
  /** The same for units that differ in measures only. */
  traitsKey: string
}

/**
 * A unit as the matcher sees it; null for kinds no hand trains on by themselves (pins, stops,
 * instruments).
 */
export function matchUnit(item: KitItem): MatchUnit | null {
  const kind = implementById(item.kind)
  const traits = kind ? TRAITS[kind.id] : null
  if (!kind || !traits) return null
  const usual = kind.usualMm ? (kind.usualMm[0] + kind.usualMm[1]) / 2 : null
  const own = {
    id: item.id,
    kind,
    label: item.label,
    contact: kind.contact,
    sizeMm: item.sizeMm ?? usual,
    usualSize: item.sizeMm === null && usual !== null,
    depthMm: item.depthMm ?? null,
    orientation: item.orientation ?? traits.orientation,
    surface: item.surface ?? traits.surface,
    spin: item.spin ?? traits.spin,
    hands: traits.hands,
    use: traits.use,
    closing: traits.closing,
    holdMostS: traits.holdMostS,
    how: traits.how,
    free: traits.free,
    wear: item.wear ?? 'good',
    unrated: kind.id === 'spring' && (item.ratingKg ?? null) === null,
  }
  return {
    ...own,
    traitsKey: [kind.id, own.orientation, own.surface, own.spin, own.wear, own.unrated].join(' '),
  }
}

/** Why a unit cannot be tested with; null when it can. It can be trained with all the same. */
export function testRefusal(item: { kind: string; ratingKg: Kg | null }): string | null {
  return item.kind === 'spring' && item.ratingKg === null
    ? 'This spring has no measured rating: train with it, test with a rated one. The ' +
        'number printed on a spring is not a rating.'
    : null
}

const WORN_WORDS: Readonly<Record<Wear, string | null>> = {
  good: null,
  worn: 'Worn: its friction has changed, so a result may differ from earlier ones with it.',
  replace:
    'Marked to be replaced: look at it before it is loaded. A result may differ from earlier ' +
    'ones with it.',
}

/** What a coach should know of a unit that can be tested with all the same; null: nothing. */
export const testRemark = (item: { wear?: Wear | null | undefined }): string | null =>
  WORN_WORDS[item.wear ?? 'good']

/** Units in good order before worn ones, those to be replaced last; for sorting. */
export const byWear = (
  a: { wear?: Wear | null | undefined },
  b: { wear?: Wear | null | undefined },
): number => rankOf(a) - rankOf(b)
const rankOf = (item: { wear?: Wear | null | undefined }): number =>
  WEARS.findIndex((w) => w.id === (item.wear ?? 'good'))
