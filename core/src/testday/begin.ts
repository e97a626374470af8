import type { Series } from '../record/series'
import type { Kg } from '../units/quantity'
import type { DayStation } from './live'
import type { DayParams } from './order'

/** Times of a day nobody has timed, s; the coach changes them. Practice estimates, no source. */
export const DAY_TIMES: DayParams = {
  att: 10,
  gapHands: 90,
  gapSame: 180,
  swap: 15,
  plate0: 10,
  perStep: 4,
  step: 2.5,
  walk: 30,
}
/**
 * Where a ramp begins when nothing is known, and its step, kg; the coach changes them. Practice
 * estimates, no source.
 */
export const FIRST_KG = 20
export const STEP_KG = 2.5
/** Share of an earlier best a ramp begins with: practice estimate, no source. */
export const FIRST_SHARE = 0.8

/**
 * First load of a ramp, kg, in whole steps of 2.5 kg: a share of an earlier best (kg), one step at
 * the least.
 */
export const firstLoadKg = (bestKg: Kg): number =>
  Math.max(STEP_KG, Math.round((FIRST_SHARE * bestKg) / STEP_KG) * STEP_KG)

/**
 * First load of an athlete at a station, kg: by the newest test there is on that implement, the
 * better hand's; `FIRST_KG` where there is none.
 */
export function beginsAt(
  own: readonly Series[],
  station: Pick<DayStation, 'protocolId' | 'unitId'>,
): Kg {
  const series = own.find(
    (x) => x.protocol.id === station.protocolId && x.setup.unitId === station.unitId,
  )
  const newest = series?.points.at(-1)
  const best = newest ? Math.max(0, ...Object.values(newest.byHand).map((h) => h.best)) : 0
  return best > 0 ? firstLoadKg(best) : FIRST_KG
}
