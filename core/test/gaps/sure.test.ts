import { describe, expect, it } from 'vitest'
import { qualityById } from '../../src/catalogue/qualities'
import { BEFORE, besides, learnt, SAME_QUALITY } from '../../src/gaps/belief'
import { drawTruth, type Believed } from '../../src/gaps/sure'
import { Seeded } from '../../src/units/seeded'

const tested: Believed = {
  quality: qualityById('edge'),
  state: 'tested',
  near: null,
  belief: learnt(BEFORE, { mean: 0.3, se: 0.03 }),
}
const beside: Believed = {
  quality: qualityById('edge'),
  state: 'untested',
  near: { key: 'edge.max', name: 'edge, max' },
  belief: besides(tested.belief, SAME_QUALITY),
}
const elsewhere: Believed = { ...beside, quality: qualityById('key'), near: null, belief: BEFORE }

/** Mean, standard deviation and correlation with the first, of many draws. */
function drawn(rows: readonly Believed[]) {
  const random = new Seeded(5)
  const draw = drawTruth(rows, () => random.normal())
  const all = Array.from({ length: 40_000 }, draw)
  const of = (r: Believed) => {
    const xs = all.map((t) => t.get(r)!)
    const mean = xs.reduce((a, x) => a + x, 0) / xs.length
    return { xs, mean, sd: Math.sqrt(xs.reduce((a, x) => a + (x - mean) ** 2, 0) / xs.length) }
  }
  const first = of(rows[0]!)
  return rows.map((r) => {
    const own = of(r)
    const with_ = own.xs.reduce((a, x, i) => a + (x - own.mean) * (first.xs[i]! - first.mean), 0)
    return { mean: own.mean, sd: own.sd, r: with_ / own.xs.length / own.sd / first.sd }
  })
}

describe('what could be true of rows together', () => {
  it(
    'a tested row, an untested one of its quality and one of another have what is believed ' +
      'of each',
    () => {
      const [a, b, c] = drawn([tested, beside, elsewhere])
      for (const [got, row] of [
        [a, tested],
        [b, beside],
        [c, elsewhere],
      ] as const) {
        expect(got!.mean).toBeCloseTo(row.belief.mean, 2)
        expect(got!.sd).toBeCloseTo(row.belief.sd, 2)
      }
      expect(c!.r).toBeCloseTo(0, 1)
    },
  )
  it('two untested rows of a quality go together as far as the model says', () => {
    const open: Believed = { ...elsewhere, quality: qualityById('edge') }
    const [, b] = drawn([open, { ...open }])
    expect(b!.r).toBeCloseTo(SAME_QUALITY, 1)
  })
  it('two tested rows of a quality that agree are each surer than one alone', () => {
    const [alone] = drawn([tested])
    const wide: Believed = { ...tested, belief: learnt(BEFORE, { mean: 0.3, se: 0.1 }) }
    const [one] = drawn([wide])
    const [both] = drawn([wide, { ...wide }])
    expect(both!.sd).toBeLessThan(one!.sd)
    expect(alone!.sd).toBeLessThan(both!.sd)
  })
})
