import type { Mm } from '../units/quantity'

/**
 * Diameter at which thumb and middle fingertip just touch, as a share of hand length: practice
 * estimate, no source.
 */
export const TOUCH_SHARE = 0.27
/** Half the band of that share between hands of one length: practice estimate, no source. */
export const TOUCH_BAND = 0.03
/** Gaps up to this count as touching, mm. */
export const MEETS_MM = 5
/** From this gap the thumb works wide open, mm: practice estimate, no source. */
export const WIDE_GAP_MM = 20

export type WrapWord = 'overlaps' | 'meets' | 'gap'

/**
 * How the closed hand sits on a handle, mm: minus = overlap, plus = gap. `low` and `high` are the
 * band; equal when measured.
 */
export interface Wrap {
  word: WrapWord
  gapMm: Mm
  low: number
  high: number
  measured: boolean
}

export const wrapWord = (gapMm: Mm): WrapWord =>
  gapMm < -MEETS_MM ? 'overlaps' : gapMm <= MEETS_MM ? 'meets' : 'gap'

export const measuredWrap = (gapMm: Mm): Wrap => ({
  word: wrapWord(gapMm),
  gapMm,
  low: gapMm,
  high: gapMm,
  measured: true,
})

/**
 * Wrap gap estimated from hand length (mm, 100 to 260) and handle diameter (mm, above 0): how much
 * of the handle's
 * circumference the hand leaves open, with a band. Null outside those. Practice estimate, no
 * source: measure where it matters.
 */
export function estimatedWrap(handLengthMm: Mm, diameterMm: Mm): Wrap | null {
  if (!(handLengthMm >= 100 && handLengthMm <= 260) || !(diameterMm > 0)) return null
  const at = (share: number) => Math.PI * (diameterMm - share * handLengthMm)
  const gapMm = at(TOUCH_SHARE)
  return {
    word: wrapWord(gapMm),
    gapMm,
    low: at(TOUCH_SHARE + TOUCH_BAND),
    high: at(TOUCH_SHARE - TOUCH_BAND),
    measured: false,
  }
}

/** What a fit means for lifts, thumb and choice. */
export const WRAP_MEANS: Readonly<
  Record<WrapWord, { lifts: string; thumb: string; choice: string }>
> = {
  overlaps: {
    lifts: 'the hand closes: heavy lifts and long holds go',
    thumb: 'the thumb locks over the fingers and is spared',
    choice: 'for main lifts and for a thumb that settles',
  },
  meets: {
    lifts: 'near the strongest hold',
    thumb: 'the thumb works at its best length',
    choice: 'for strength in general',
  },
  gap: {
    lifts: 'lighter than on a thinner handle: keep it off the main lifts',
    thumb: 'the wider the grip the more the thumb joint is strained',
    choice: 'only where the sport has an object this thick; else the thinner handle',
  },
}
