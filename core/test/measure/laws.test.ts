import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { reliability } from '../../src/measure/reliability'
import { summariseTrials } from '../../src/measure/trials'
import { judgeTrend, theilSen, TREND_LEAST } from '../../src/measure/trend'
import { squaresOfSteps } from '../../src/measure/spread'

const value = fc.double({ min: 20, max: 80, noNaN: true })
const table = fc
  .array(fc.tuple(value, value, value), { minLength: 5, maxLength: 12 })
  .filter((rows) => reliability(rows).ok)
const series = fc.array(value, { minLength: 6, maxLength: 14 })
const weekly = (n: number) => Array.from({ length: n }, (_, i) => 7 * i)

describe('laws of reliability (Shrout & Fleiss 1979; Weir 2005)', () => {
  it(
    'consistency does not see a shift of a whole ' + 'session, agreement does not gain from one',
    () => {
      fc.assert(
        fc.property(table, fc.double({ min: 1, max: 20, noNaN: true }), (rows, shift) => {
          const plain = reliability(rows)
          const moved = reliability(rows.map(([a, b, c]) => [a, b + shift, c]))
          if (!plain.ok || !moved.ok) return
          expect(moved.icc31).toBeCloseTo(plain.icc31, 6)
          expect(moved.semRmse).toBeCloseTo(plain.semRmse, 6)
        }),
      )
    },
  )
  it('does not depend on the unit; errors scale with it', () => {
    fc.assert(
      fc.property(table, (rows) => {
        const kg = reliability(rows)
        const n = reliability(rows.map((r) => r.map((x) => x * 9.80665)))
        if (!kg.ok || !n.ok) throw new Error('refused')
        expect(n.icc31).toBeCloseTo(kg.icc31, 8)
        expect(n.mdc95 / kg.mdc95).toBeCloseTo(9.80665, 6)
        expect(n.rmsCvPct).toBeCloseTo(kg.rmsCvPct, 6)
      }),
    )
  })
  it(
    'the mean of sessions is never less reliable than one, and the interval holds the ' +
      'estimate',
    () => {
      fc.assert(
        fc.property(table, (rows) => {
          const r = reliability(rows)
          if (!r.ok) throw new Error('refused')
          if (r.icc31 > 0) expect(r.icc3k).toBeGreaterThanOrEqual(r.icc31)
          expect(r.icc31Ci95[0]).toBeLessThanOrEqual(r.icc31)
          expect(r.icc31Ci95[1]).toBeGreaterThanOrEqual(r.icc31)
        }),
      )
    },
  )
})

describe('laws of the trend (Theil 1950; Sen 1968)', () => {
  it('adding a steady gain adds it to the slope and both ends', () => {
    fc.assert(
      fc.property(series, fc.double({ min: -1, max: 1, noNaN: true }), (values, gain) => {
        const days = weekly(values.length)
        const plain = theilSen(days, values)!
        const more = theilSen(
          days,
          values.map((v, i) => v + gain * days[i]!),
        )!
        expect(more.slope).toBeCloseTo(plain.slope + gain, 8)
      }),
    )
  })
  it('turning time round turns the slope round, and the interval holds it', () => {
    fc.assert(
      fc.property(series, (values) => {
        const days = weekly(values.length)
        const there = theilSen(days, values)!
        const back = theilSen(days, [...values].reverse())!
        expect(back.slope).toBeCloseTo(-there.slope, 9)
        expect(there.ci[0]).toBeLessThanOrEqual(there.slope)
        expect(there.ci[1]).toBeGreaterThanOrEqual(there.slope)
      }),
    )
  })
  it('a wider margin never turns a plateau into something else', () => {
    fc.assert(
      fc.property(series, fc.double({ min: 0.1, max: 5, noNaN: true }), (values, margin) => {
        const days = weekly(values.length)
        if (judgeTrend(days, values, margin).kind === 'plateau')
          expect(judgeTrend(days, values, margin * 2).kind).toBe('plateau')
      }),
    )
  })
  it('one wild test does not turn a steady gain', () => {
    const values = weekly(9).map((d) => 40 + d * 0.05)
    values[4] = 5
    expect(judgeTrend(weekly(9), values, 1).kind).toBe('improving')
  })
  it('refuses just under its limits', () => {
    const few = TREND_LEAST.tests - 1
    expect(judgeTrend(weekly(few), weekly(few), 1).kind).toBe('too-few')
    expect(judgeTrend([0, 4, 8, 12, 16, 20], [1, 2, 3, 4, 5, 6], 1).kind).toBe('too-few')
    expect(judgeTrend([0, 4, 8, 12, 16, 21], [1, 2, 3, 4, 5, 6], 1).kind).toBe('improving')
    expect(theilSen([3, 3], [1, 2])).toBeNull()
  })
})

describe('laws of errors', () => {
  it('a steady gain leaves the typical error alone', () => {
    fc.assert(
      fc.property(series, (values) => {
        const steps = values.slice(1).map((v, i) => v - values[i]!)
        const grown = squaresOfSteps(steps.map((s) => s + 2))
        // A long series is taken in stretches, and a steady gain is a line in each.
        expect(grown.df).toBe(squaresOfSteps(steps).df)
        expect(grown.ss).toBeCloseTo(squaresOfSteps(steps).ss, 6)
      }),
    )
  })
  it('a trial like the mean narrows the spread, best and mean keep their order', () => {
    fc.assert(
      fc.property(fc.array(value, { minLength: 2, maxLength: 6 }), (values) => {
        const s = summariseTrials(values)
        if (!s.ok) throw new Error('refused')
        const more = summariseTrials([...values, s.mean])
        expect(more.ok && more.sd! <= s.sd! + 1e-12).toBe(true)
        expect(s.best).toBeGreaterThanOrEqual(s.mean - 1e-9)
        expect(values[s.bestIndex]).toBe(s.best)
      }),
    )
  })
})
