import { describe, expect, it } from 'vitest'
import { nearestPosition, optimalDiameterMm, optimalSpanCm } from '../../src/hand/fit'
import { doddsCentile, mathiowetzBand, mathiowetzPercentile } from '../../src/measure/norms'
import { ICC_LEAST, reliability } from '../../src/measure/reliability'
import { detectableChange } from '../../src/measure/trend'
import { springAtSet } from '../../src/measure/mechanics'

describe('Shrout & Fleiss 1979, Psychol Bull 86:420-428, six targets by four judges', () => {
  const table = [
    [9, 2, 5, 8],
    [6, 1, 3, 2],
    [8, 4, 6, 8],
    [7, 1, 2, 6],
    [10, 5, 6, 9],
    [6, 2, 4, 7],
  ]
  it('gives the six published coefficients .17 .29 .71 .44 .62 .91', () => {
    const r = reliability(table)
    if (!r.ok) throw new Error(r.reason)
    expect(
      [r.icc11, r.icc21, r.icc31, r.icc1k, r.icc2k, r.icc3k].map((x) => Number(x.toFixed(2))),
    ).toEqual([0.17, 0.29, 0.71, 0.44, 0.62, 0.91])
  })
  it('our own limits refuse (no source)', () => {
    expect(reliability(table.slice(0, ICC_LEAST.people - 1))).toMatchObject({
      ok: false,
      reason: 'too-few-people',
    })
    expect(reliability(table.map((r) => [r[0]!]))).toMatchObject({ reason: 'too-few-sessions' })
    expect(reliability([[1, 2], [1, 2], [1, 2], [1, 2], [1]])).toMatchObject({ reason: 'ragged' })
  })
})

describe('Hopkins 2000, Sports Medicine 30:1-15 (from memory): error of a change', () => {
  it('tends to 2.77 typical errors as its own estimate firms up, and is wider for few', () => {
    expect(detectableChange(1, 1e6)).toBeCloseTo(2.772, 3)
    expect(detectableChange(1, 6)).toBeCloseTo(Math.SQRT2 * 2.4469118511449692, 9)
  })
})

describe('Mathiowetz et al 1985 (from memory)', () => {
  it('the mean of a band is its 50th centile', () => {
    const r = mathiowetzPercentile('male', 'right', '30-34', 121.8 * 0.45359237)
    expect(r).toMatchObject({ ok: true, approximate: false })
    expect(r.ok && r.percentile).toBeCloseTo(50, 9)
  })
  it("marks the women's right hand as approximate and starts at 20", () => {
    expect(mathiowetzPercentile('female', 'right', '20-24', 32)).toMatchObject({
      approximate: true,
    })
    expect(mathiowetzBand(19)).toBeNull()
    expect([20, 24, 25, 74, 75, 91].map(mathiowetzBand)).toEqual([
      '20-24',
      '20-24',
      '25-29',
      '70-74',
      '75+',
      '75+',
    ])
    expect(mathiowetzPercentile('male', 'left', '10-14', 30)).toMatchObject({
      ok: false,
      reason: 'band-unknown',
    })
  })
})

describe('Dodds et al 2014 (from memory)', () => {
  it('gives the published centiles back at the published ages', () => {
    for (const [kg, centile] of [
      [38, 10],
      [44, 25],
      [51, 50],
      [58, 75],
      [64, 90],
    ] as const) {
      const r = doddsCentile('male', 30, kg)
      expect(r.ok && r.percentile).toBeCloseTo(centile, 9)
    }
  })
  it('says only below or above outside the 10th to 90th, and refuses other ages', () => {
    expect(doddsCentile('female', 20, 20.9)).toMatchObject({ percentile: null, label: '<10' })
    expect(doddsCentile('female', 80, 26.1)).toMatchObject({ percentile: null, label: '>90' })
    for (const age of [19, 81])
      expect(doddsCentile('male', age, 40)).toEqual({ ok: false, reason: 'age-outside-source' })
  })
})

describe('hand fit (from memory)', () => {
  it('Ruiz-Ruiz 2002: women hand span / 5 + 1.5 cm, men 5.5 cm; snapped to five positions', () => {
    expect(optimalSpanCm('female', 18)).toBeCloseTo(5.1, 12)
    expect(optimalSpanCm('male', 18)).toBe(5.5)
    expect(nearestPosition(51)).toBe(2)
    expect(nearestPosition(55)).toBe(3)
    expect(optimalSpanCm('female', 180)).toBeNull()
  })
  it('Kong & Lowe 2005: 19.7 % of hand length', () => {
    expect(optimalDiameterMm(190)).toBeCloseTo(37.43, 9)
    expect(optimalDiameterMm(19)).toBeNull()
  })
})

describe('linear spring (model assumption): shares at a 70 mm free opening', () => {
  it.each([
    [20, 71],
    [38, 46],
    [54, 23],
    [58, 17],
  ])('set at %s mm starts at %s % of the closing force', (set, share) =>
    expect(Math.round(100 * springAtSet(60, 70, set)!.shareOfClose)).toBe(share),
  )
  it('refuses a set wider than the spring', () => expect(springAtSet(60, 70, 71)).toBeNull())
})
