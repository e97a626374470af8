import { TAU_MM } from '../hand/curve'
import { CONTACT_WORDS, contactLikeness } from '../catalogue/contacts'
import { HOLD_OF, type DemandObject } from '../catalogue/objects'
import type { Emphasis } from '../catalogue/qualities'
import {
  CLOSINGS,
  HANDS_ON,
  ORIENTATIONS,
  SPINS,
  SURFACES,
  type Closing,
} from '../catalogue/traits'
import type { MatchUnit } from './unit'
import type { Mm } from '../units/quantity'
import { must } from '../units/must'

export type PartId =
  | 'contact'
  | 'size'
  | 'depth'
  | 'orientation'
  | 'surface'
  | 'spin'
  | 'hands'
  | 'use'
  | 'hold'
  | 'closing'
  | 'sport'
  | 'wear'
  | 'fit'
  | 'caution'

/** One reason of a score: the share of the work it leaves (0 to 1), in words. */
export interface Part {
  id: PartId
  value: number
  says: string
}
/** An edge changes faster, a block's depth like a handle. */
const EDGE_TAU_MM = 9
/** Cloth and springs give: size says less. */
const SOFT_TAU_MM = 35

const named = <T extends { id: string; name: string }>(list: readonly T[]) =>
  new Map(list.map((x) => [x.id, x.name]))
const words = {
  orientation: named(ORIENTATIONS),
  surface: named(SURFACES),
  spin: named(SPINS),
  hands: named(HANDS_ON),
  closing: named(CLOSINGS),
}
const OTHER_WAY = 0.75,
  OTHER_SURFACE = 0.85,
  OTHER_SPIN = 0.7,
  TWO_FOR_ONE = 0.45,
  OTHER_USE = 0.4,
  ONE_FOR_TWO = 0.9,
  WORN = 0.85,
  TO_REPLACE = 0.4,
  UNRATED = 0.9,
  USUAL_SIZE = 0.9

/** What is left when the fingers work in another way than asked: practice estimates, no source. */
const CLOSING_LIKE: Readonly<Record<Closing, Readonly<Record<Closing, number>>>> = {
  still: { still: 1, shut: 0.6, through: 0.4, open: 0.1 },
  shut: { shut: 1, still: 0.6, through: 0.3, open: 0.1 },
  through: { through: 1, shut: 0.5, still: 0.4, open: 0.1 },
  open: { open: 1, still: 0.3, shut: 0.1, through: 0.1 },
}

const mm = (v: number): string => `${Math.round(10 * v) / 10}\u00A0mm`
const range = ([low, high]: readonly [number, number]): string =>
  low === high ? mm(low) : `${low} to ${high}\u00A0mm`
const outside = (v: number, [low, high]: readonly [number, number]): number =>
  v < low ? v - low : v > high ? v - high : 0

const FULL = {
  size: { id: 'size', value: 1, says: 'the size asked for' },
  noSize: { id: 'size', value: 1, says: 'size says little here' },
  hold: { id: 'hold', value: 1, says: 'the hold times asked for' },
  closing: { id: 'closing', value: 1, says: 'the range asked for' },
} satisfies Record<string, Part>

function tauOf(object: DemandObject, ownTau: number | null): number {
  if (object.contact === 'edge') return EDGE_TAU_MM
  if (object.contact === 'cloth' || object.contact === 'spring' || object.contact === 'band')
    return SOFT_TAU_MM
  return ownTau ?? TAU_MM
}

function size(object: DemandObject, u: MatchUnit, ownTau: number | null): Part {
  if (object.sizeMm === null) return FULL.noSize
  if (u.sizeMm === null)
    return { id: 'size', value: 0.6, says: `not measured; ${range(object.sizeMm)} asked for` }
  const off = outside(u.sizeMm, object.sizeMm)
  const unsure = u.usualSize ? USUAL_SIZE : 1
  const note = u.usualSize ? ', by what is usual: measure it' : ''
  if (off === 0)
    return u.usualSize
      ? { id: 'size', value: unsure, says: `inside ${range(object.sizeMm)}${note}` }
      : FULL.size
  // Contacts apart, a size is no more like for like: the contact has said most of it already.
  const tau =
    object.contact === u.contact
      ? tauOf(object, ownTau)
      : Math.max(tauOf(object, ownTau), SOFT_TAU_MM)
  return {
    id: 'size',
    value: unsure * Math.exp(-Math.abs(off) / tau),
    says: `${mm(Math.abs(off))} ${off > 0 ? 'over' : 'under'} ${range(object.sizeMm)}${note}`,
  }
}

function depth(object: DemandObject, u: MatchUnit): Part | null {
  if (object.depthMm === null) return null
  if (u.depthMm === null) return { id: 'depth', value: 0.8, says: 'depth not measured' }
  const off = outside(u.depthMm, object.depthMm)
  return {
    id: 'depth',
    value: Math.exp(-Math.abs(off) / TAU_MM),
    says:
      off === 0
        ? 'the depth asked for'
        : `${mm(Math.abs(off))} ${off > 0 ? 'deeper' : 'shallower'}: ` +
          `${off > 0 ? 'the whole thumb is loaded' : 'the tip of the thumb is loaded'}`,
  }
}

function hold(asked: readonly [number, number], u: MatchUnit): Part {
  if (asked[0] > u.holdMostS)
    return {
      id: 'hold',
      value: Math.max(0.4, u.holdMostS / asked[0]),
      says: `holds up to ${u.holdMostS}\u00A0s; ${asked[0]}\u00A0s and more asked for`,
    }
  return FULL.hold
}

function closing(object: DemandObject, u: MatchUnit): Part {
  let best = 0
  for (const c of u.closing) best = Math.max(best, CLOSING_LIKE[object.closing][c])
  if (best === 1 && u.closing[0] === object.closing) return FULL.closing
  if (best === 1)
    return {
      id: 'closing',
      value: 0.95,
      says: `${words.closing.get(object.closing)}, not its usual way`,
    }
  return {
    id: 'closing',
    value: best,
    says: `${words.closing.get(must(u.closing[0]))}, not ${words.closing.get(object.closing)}`,
  }
}

/** Product of parts: the share of the work they leave, 0 to 1. */
export function product(parts: readonly Part[]): number {
  let v = 1
  for (const p of parts) v *= p.value
  return v
}

/**
 * Parts that hang on what sort of thing a unit is, not on its measures: the same for all units with
 * one `traitsKey`.
 */
function traitParts(object: DemandObject, emphasis: Emphasis, u: MatchUnit): Part[] {
  const like = contactLikeness(object.contact, u.contact)
  const parts: Part[] = []
  if (like < 1)
    parts.push({
      id: 'contact',
      value: like,
      says: `${CONTACT_WORDS[u.contact]}, not ${CONTACT_WORDS[object.contact]}`,
    })
  if (object.orientation && object.orientation !== u.orientation)
    parts.push({
      id: 'orientation',
      value: OTHER_WAY,
      says:
        `${words.orientation.get(u.orientation)}, not ` +
        `${words.orientation.get(object.orientation)}`,
    })
  if (object.surfaces.length > 0 && !object.surfaces.includes(u.surface))
    parts.push({
      id: 'surface',
      value: OTHER_SURFACE,
      says: [u.surface, must(object.surfaces[0])]
        .map((x) => words.surface.get(x))
        .join(' in place of '),
    })
  if (object.spin && object.spin !== u.spin)
    parts.push({
      id: 'spin',
      value: OTHER_SPIN,
      says: `${words.spin.get(u.spin)}, not ${words.spin.get(object.spin)}`,
    })
  if (object.hands === 'one' && u.hands === 'two')
    parts.push({ id: 'hands', value: TWO_FOR_ONE, says: 'no one-hand work' })
  if (object.hands === 'two' && u.hands === 'one')
    parts.push({ id: 'hands', value: ONE_FOR_TWO, says: 'one hand at a time' })
  if (object.use && u.use !== 'both' && u.use !== object.use)
    parts.push({
      id: 'use',
      value: OTHER_USE,
      says: object.use === 'lift' ? 'cannot be lifted' : 'cannot be hung from',
    })
  parts.push(hold(object.holdS ?? HOLD_OF[emphasis], u), closing(object, u))
  if (u.wear !== 'good')
    parts.push({
      id: 'wear',
      value: u.wear === 'worn' ? WORN : TO_REPLACE,
      says: u.wear === 'worn' ? 'worn: friction has changed' : 'to be replaced',
    })
  else if (u.unrated)
    parts.push({ id: 'wear', value: UNRATED, says: 'no measured rating: not for tests' })
  return parts
}

/**
 * Judges units against one object: the parts of a score that do not depend on the hand. Each is 0
 * to 1 and a score is their
 * product, so a unit that is better or equal on every part never ranks lower; a part that is whole
 * may go unsaid. `ownTauMm`: from the
 * athlete's own handle curve, else null. `pull`: how much the object's sport asks against the
 * heaviest one, 0 to 1. Practice estimates, no source.
 */
export function objectJudge(
  object: DemandObject,
  emphasis: Emphasis,
  ownTauMm: Mm | null,
  pull = 1,
  of = '',
): (u: MatchUnit) => { parts: readonly Part[]; value: number } {
  const cache = new Map<string, { parts: Part[]; value: number }>()
  return (u) => {
    let traits = cache.get(u.traitsKey)
    if (!traits) {
      const parts = traitParts(object, emphasis, u)
      if (pull < 1)
        parts.push({ id: 'sport', value: pull, says: `for ${of}, which asks less of it` })
      traits = { parts, value: product(parts) }
      cache.set(u.traitsKey, traits)
    }
    const s = size(object, u, ownTauMm)
    const d = depth(object, u)
    return d
      ? { parts: [s, d, ...traits.parts], value: s.value * d.value * traits.value }
      : { parts: [s, ...traits.parts], value: s.value * traits.value }
  }
}
