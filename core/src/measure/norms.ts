import { KG_PER_LB } from '../units/units'
import type { Sex, Side } from '../catalogue/person'
import { normalBelow, normalInv } from './quantiles'
import type { Kg, Kgf } from '../units/quantity'
import { must } from '../units/must'

/**
 * Mathiowetz et al 1985, pounds: US adults, mean of three trials, handle position 2, seated, elbow
 * at 90 degrees.
 * [mean, SD] by age band. Recalled, to be checked against the paper; the women's right-hand column
 * is approximate.
 */
export const MATHIOWETZ_1985 = {
  bands: [
    '20-24',
    '25-29',
    '30-34',
    '35-39',
    '40-44',
    '45-49',
    '50-54',
    '55-59',
    '60-64',
    '65-69',
    '70-74',
    '75+',
  ],
  male: {
    right: [
      [121, 20.6],
      [120.8, 23],
      [121.8, 22.4],
      [119.7, 24],
      [116.8, 20.7],
      [109.9, 23],
      [113.6, 18.1],
      [101.1, 26.7],
      [89.7, 20.4],
      [91.1, 20.6],
      [75.3, 21.5],
      [65.7, 21],
    ],
    left: [
      [104.5, 21.8],
      [110.5, 16.2],
      [110.4, 21.7],
      [112.9, 21.7],
      [112.8, 18.7],
      [100.8, 22.8],
      [101.9, 17],
      [83.2, 23.4],
      [76.8, 20.3],
      [76.8, 19.8],
      [64.8, 18.1],
      [55, 17],
    ],
  },
  female: {
    right: [
      [70.4, 14.5],
      [74.5, 13.9],
      [78.7, 19.2],
      [74.1, 10.8],
      [70.4, 13.5],
      [62.2, 15.1],
      [65.8, 11.6],
      [57.3, 12.5],
      [55.1, 10.1],
      [49.6, 9.7],
      [49.6, 11.7],
      [42.6, 11],
    ],
    left: [
      [61, 13.1],
      [63.5, 12.2],
      [68, 17.7],
      [66.3, 11.7],
      [62.3, 13.8],
      [56, 12.7],
      [57.3, 10.7],
      [47.3, 11.9],
      [45.7, 10.1],
      [41, 8.2],
      [41.5, 10.2],
      [37.6, 8.9],
    ],
  },
} as const

/**
 * Dodds et al 2014, kg: UK, best of either hand, several protocols. Recalled, each cell about 1 kg.
 * Ages 20 to 80 only.
 */
export const DODDS_2014 = {
  ages: [20, 25, 30, 35, 40, 45, 50, 55, 60, 65, 70, 75, 80],
  centiles: [10, 25, 50, 75, 90],
  male: [
    [30, 35, 40, 46, 52],
    [36, 41, 48, 55, 61],
    [38, 44, 51, 58, 64],
    [39, 45, 51, 58, 64],
    [38, 44, 50, 57, 63],
    [36, 42, 49, 56, 61],
    [35, 41, 48, 54, 60],
    [34, 40, 47, 53, 59],
    [33, 39, 45, 51, 56],
    [31, 37, 43, 48, 53],
    [29, 34, 39, 44, 49],
    [26, 31, 35, 41, 45],
    [23, 27, 32, 37, 42],
  ],
  female: [
    [21, 24, 28, 32, 36],
    [23, 26, 30, 35, 38],
    [24, 27, 31, 35, 39],
    [23, 27, 31, 35, 39],
    [23, 27, 31, 35, 39],
    [22, 26, 30, 34, 38],
    [21, 25, 29, 33, 37],
    [19, 23, 28, 32, 35],
    [18, 22, 27, 31, 34],
    [17, 21, 25, 29, 33],
    [16, 20, 24, 27, 31],
    [14, 18, 21, 25, 28],
    [13, 16, 19, 23, 26],
  ],
} as const

export type NormRefusal = 'age-outside-source' | 'band-unknown' | 'value-not-positive'

export type MathiowetzResult =
  | { ok: true; meanKg: Kg; sdKg: Kg; z: number; percentile: number; approximate: boolean }
  | { ok: false; reason: NormRefusal }

/** Age band of Mathiowetz 1985 for an age in whole years; null under 20. */
export function mathiowetzBand(ageYears: number): string | null {
  if (ageYears < 20) return null
  return ageYears >= 75
    ? '75+'
    : (MATHIOWETZ_1985.bands.find((b) => ageYears <= Number(b.slice(3))) ?? null)
}

/**
 * Percentile of the mean of three trials (kgf) among Mathiowetz 1985, normal approximation. Refuses
 * an unknown band.
 */
export function mathiowetzPercentile(
  sex: Sex,
  hand: Side,
  band: string,
  meanKgf: Kgf,
): MathiowetzResult {
  const i = MATHIOWETZ_1985.bands.findIndex((x) => x === band)
  if (i < 0) return { ok: false, reason: 'band-unknown' }
  if (!(meanKgf > 0)) return { ok: false, reason: 'value-not-positive' }
  const [meanLb, sdLb] = must(MATHIOWETZ_1985[sex][hand][i])
  const meanKg = meanLb * KG_PER_LB
  const sdKg = sdLb * KG_PER_LB
  const z = (meanKgf - meanKg) / sdKg
  return {
    ok: true,
    meanKg,
    sdKg,
    z,
    percentile: 100 * normalBelow(z),
    approximate: sex === 'female' && hand === 'right',
  }
}

export type DoddsResult =
  | { ok: true; percentile: number; medianKg: Kg }
  | { ok: true; percentile: null; label: '<10' | '>90'; medianKg: Kg }
  | { ok: false; reason: NormRefusal }

/**
 * Centile of the best of either hand (kgf) among Dodds 2014: linear in age, then linear in normal z
 * between the
 * published centiles; outside the 10th to 90th only a label. Refuses ages outside 20 to 80.
 */
export function doddsCentile(sex: Sex, ageYears: number, bestKgf: Kgf): DoddsResult {
  const { ages, centiles } = DODDS_2014
  if (!(ageYears >= ages[0] && ageYears <= must(ages[ages.length - 1])))
    return { ok: false, reason: 'age-outside-source' }
  if (!(bestKgf > 0)) return { ok: false, reason: 'value-not-positive' }
  const upper = Math.max(
    1,
    ages.findIndex((a) => a >= ageYears),
  )
  const w = (ageYears - must(ages[upper - 1])) / (must(ages[upper]) - must(ages[upper - 1]))
  const table: readonly (readonly number[])[] = DODDS_2014[sex]
  const values = centiles.map(
    (_, c) => must(must(table[upper - 1])[c]) * (1 - w) + must(must(table[upper])[c]) * w,
  )
  const medianKg = must(values[2])
  if (bestKgf < must(values[0])) return { ok: true, percentile: null, label: '<10', medianKg }
  if (bestKgf > must(values[4])) return { ok: true, percentile: null, label: '>90', medianKg }
  const k = Math.max(
    1,
    values.findIndex((v) => v >= bestKgf),
  )
  const share = (bestKgf - must(values[k - 1])) / (must(values[k]) - must(values[k - 1]))
  const z =
    normalInv(must(centiles[k - 1]) / 100) * (1 - share) +
    normalInv(must(centiles[k]) / 100) * share
  return { ok: true, percentile: 100 * normalBelow(z), medianKg }
}
