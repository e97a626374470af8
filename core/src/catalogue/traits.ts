import type { ImplementId } from './implements'

export const SURFACES = [
  { id: 'raw', name: 'raw metal' }, { id: 'knurled', name: 'knurled' }, { id: 'smooth', name: 'smooth metal' }, { id: 'plastic', name: 'plastic' },
  { id: 'rubber', name: 'rubber' }, { id: 'wood', name: 'wood' }, { id: 'cloth', name: 'cloth' },
] as const
export type Surface = (typeof SURFACES)[number]['id']

export const ORIENTATIONS = [{ id: 'across', name: 'lies across' }, { id: 'upright', name: 'hangs upright' }] as const
export type Orientation = (typeof ORIENTATIONS)[number]['id']

export const SPINS = [{ id: 'fixed', name: 'fixed' }, { id: 'free', name: 'spins freely' }, { id: 'friction', name: 'spins with friction' }] as const
export type Spin = (typeof SPINS)[number]['id']

export const HANDS_ON = [{ id: 'one', name: 'one hand' }, { id: 'two', name: 'two hands' }, { id: 'either', name: 'one hand or two' }] as const
export type HandsOn = (typeof HANDS_ON)[number]['id']

/** What the fingers do: hold still, hold the last 20 mm shut, close through range, or open. */
export const CLOSINGS = [{ id: 'still', name: 'held still' }, { id: 'shut', name: 'held shut' }, { id: 'through', name: 'closed from wide open' }, { id: 'open', name: 'opened' }] as const
export type Closing = (typeof CLOSINGS)[number]['id']

export const WEARS = [{ id: 'good', name: 'good' }, { id: 'worn', name: 'worn' }, { id: 'replace', name: 'to be replaced' }] as const
export type Wear = (typeof WEARS)[number]['id']

/** How a load comes on the hand: the body hangs from the thing, or the hand lifts it. */
export type Use = 'hang' | 'lift' | 'both'

export interface Traits {
  orientation: Orientation
  surface: Surface
  spin: Spin
  hands: HandsOn
  /** Ways the fingers can work on it, the usual one first. */
  closing: readonly Closing[]
  /** Whether a body hangs from it, a hand lifts it, or both. */
  use: Use
  /** Longest hold that makes sense on it, s. */
  holdMostS: number
  /** How it is used, added to its name in a sentence; empty when it goes without saying. */
  how: string
  /** Costs nothing or next to it: named as the free substitute. */
  free: boolean
  /** Sets after which a unit is looked at for replacement; null: lasts. */
  lifeSets: number | null
}

const t = (orientation: Orientation, surface: Surface, spin: Spin, hands: HandsOn, closing: readonly Closing[], holdMostS: number, more: Partial<Pick<Traits, 'use' | 'how' | 'free' | 'lifeSets'>> = {}): Traits =>
  ({ orientation, surface, spin, hands, closing, holdMostS, use: 'lift', how: '', free: false, lifeSets: null, ...more })

/** What a kind usually is; a unit's own record goes before it. Common practice, no source. `null`: not an object the hand trains on. */
export const TRAITS: Readonly<Record<ImplementId, Traits | null>> = {
  bar: t('across', 'knurled', 'fixed', 'either', ['still'], 180, { use: 'hang' }),
  sleeve: t('across', 'rubber', 'fixed', 'either', ['still'], 90, { lifeSets: 2000, use: 'both' }),
  rolling: t('across', 'smooth', 'free', 'one', ['still'], 45),
  farm: t('across', 'knurled', 'fixed', 'one', ['still'], 120),
  kettlebell: t('across', 'raw', 'fixed', 'either', ['still'], 120),
  dumbbell: t('across', 'knurled', 'fixed', 'one', ['still', 'through'], 120),
  roller: t('across', 'smooth', 'fixed', 'two', ['still'], 90, { lifeSets: 1500 }),
  spring: t('upright', 'knurled', 'fixed', 'one', ['through', 'shut'], 120),
  spring_stop: null,
  machine: t('across', 'knurled', 'fixed', 'one', ['through'], 30),
  band_finger: t('upright', 'rubber', 'fixed', 'one', ['open'], 60, { lifeSets: 400, free: true }),
  band: t('upright', 'rubber', 'fixed', 'one', ['still', 'open'], 60, { lifeSets: 800 }),
  block: t('across', 'wood', 'fixed', 'one', ['still'], 90),
  taper_block: t('across', 'wood', 'fixed', 'one', ['still'], 90),
  edge: t('across', 'wood', 'fixed', 'either', ['still'], 60, { use: 'both' }),
  plate: t('upright', 'smooth', 'fixed', 'one', ['still'], 90),
  hub: t('across', 'smooth', 'fixed', 'one', ['still'], 60),
  ball: t('across', 'rubber', 'fixed', 'one', ['still', 'shut'], 90, { use: 'both' }),
  towel: t('upright', 'cloth', 'fixed', 'either', ['still', 'shut'], 120, { how: 'over a bar', free: true, lifeSets: 600, use: 'both' }),
  jacket: t('upright', 'cloth', 'fixed', 'either', ['still', 'shut'], 120, { how: 'over a bar', lifeSets: 800, use: 'hang' }),
  rope: t('upright', 'cloth', 'fixed', 'either', ['still', 'shut'], 120, { lifeSets: 1500, use: 'hang' }),
  rope_attach: t('upright', 'cloth', 'fixed', 'two', ['still'], 90, { how: 'on a cable' }),
  lever: t('upright', 'smooth', 'fixed', 'one', ['still'], 60),
  ball_band: t('across', 'rubber', 'fixed', 'one', ['still'], 60),
  sand: t('upright', 'raw', 'fixed', 'one', ['open', 'shut'], 120, { free: true }),
  wet_cloth: t('across', 'cloth', 'fixed', 'two', ['shut', 'open'], 60, { how: 'wrung out', free: true }),
  bag: t('across', 'plastic', 'fixed', 'one', ['still'], 120, { free: true }),
  books: t('upright', 'smooth', 'fixed', 'one', ['still'], 90, { free: true }),
  jar: t('across', 'smooth', 'fixed', 'one', ['still'], 60, { free: true }),
  broom: t('across', 'wood', 'fixed', 'two', ['still'], 90, { how: 'with a cord and a weight', free: true }),
  hammer: t('upright', 'wood', 'fixed', 'one', ['still'], 60, { how: 'held at its end', free: true }),
  barbell: t('across', 'knurled', 'fixed', 'two', ['still'], 60),
  cable: t('across', 'knurled', 'friction', 'either', ['still'], 60),
  bottle: t('upright', 'plastic', 'fixed', 'one', ['still'], 60, { how: 'held by the neck', free: true }),
  none: null, dyno: null, goniometer: null, pinch_gauge: null, strap: null, pin: null,
}

/** Days and closes after which a spring's rating is taken again: practice estimates, no source. */
export const RERATE = { days: 365, sets: 500 } as const
