import { describe, expect, it } from 'vitest'
import { asShare, heldLevel, holm, moveOf } from '../../src/measure/level'
import { leanVerdict, ownLean } from '../../src/measure/leanLevel'
import { tInv, tTails } from '../../src/measure/quantiles'
import {
  alike,
  digamma,
  moderated,
  squadSpread,
  squaresOfRepeats,
  squaresOfSteps,
  trigamma,
} from '../../src/measure/spread'
import { seeded } from '../../src/units/seeded'

const normals = (seed: number) => {
  const next = seeded(seed)
  return () => Math.sqrt(-2 * Math.log(next() + 1e-12)) * Math.cos(2 * Math.PI * next())
}

describe('tails and gamma functions', () => {
  it('both tails of t are the inverse of its quantile', () => {
    for (const df of [1, 2, 5, 30, 200])
      for (const p of [0.2, 0.05, 0.01]) expect(tTails(tInv(1 - p / 2, df), df)).toBeCloseTo(p, 9)
    expect(tTails(1.959963984540054, Infinity)).toBeCloseTo(0.05, 9)
  })
  it(
    'digamma(1) is minus the Euler constant, trigamma(1) is pi squared over 6 (Abramowitz ' +
      '& Stegun 6.3.2, 6.4.2)',
    () => {
      expect(digamma(1)).toBeCloseTo(-0.5772156649015329, 9)
      expect(digamma(0.5)).toBeCloseTo(-0.5772156649015329 - 2 * Math.LN2, 9)
      expect(trigamma(1)).toBeCloseTo(Math.PI ** 2 / 6, 9)
      expect(trigamma(0.5)).toBeCloseTo(Math.PI ** 2 / 2, 9)
    },
  )
})

describe('spread', () => {
  it('steps give back the squares about a line through the tests', () => {
    // 0, 1, 0, 1: mean .5, slope .2 about it; squares 1 - .2^2 x 5 = .8, two degrees of freedom.
    const s = squaresOfSteps([1, -1, 1])
    expect(s).toEqual({ ss: expect.closeTo(0.8, 9) as number, df: 2 })
    expect(squaresOfSteps([0.01, 0.01, 0.01, 0.01]).ss).toBeCloseTo(0, 12)
    expect(squaresOfSteps([1])).toEqual({ ss: 0, df: 0 })
  })
  it('a long record is taken in stretches, so that a level may wander', () => {
    const s = squaresOfSteps(Array.from({ length: 20 }, () => 0.01))
    expect(s).toEqual({ ss: expect.closeTo(0, 12) as number, df: 15 })
  })
  it('own and known join by degrees of freedom', () => {
    expect(moderated({ variance: 4, df: 2 }, { ss: 6, df: 6 })).toEqual({ variance: 14 / 8, df: 8 })
    expect(squaresOfRepeats([1, 2, 3])).toEqual({ ss: 2, df: 2 })
  })
  it(
    'a squad that is alike weighs all its repeats, one ' + 'that is not weighs less (Smyth 2004)',
    () => {
      const n = normals(3)
      const members = (own: (i: number) => number) =>
        Array.from({ length: 40 }, (_, i) => ({
          ss: own(i) ** 2 * Array.from({ length: 6 }, n).reduce((a, z) => a + z * z, 0),
          df: 6,
        }))
      const before = { variance: 1, df: 2 }
      const same = squadSpread(
        members(() => 1),
        before,
      )
      const apart = squadSpread(
        members((i) => (i % 2 ? 0.3 : 1.4)),
        before,
      )
      expect(same.variance).toBeGreaterThan(0.8)
      expect(same.variance).toBeLessThan(1.25)
      expect(same.df).toBeGreaterThan(40)
      expect(apart.df).toBeLessThan(12)
      expect(squadSpread([], before)).toBe(before)
      expect(squadSpread([{ ss: 0, df: 0 }], before)).toBe(before)
    },
  )
  it(
    'how alike nine athletes are is told by all their series: one alone often calls them ' +
      'unlike by chance',
    () => {
      const n = normals(11)
      const nine = () =>
        Array.from({ length: 9 }, () => ({
          ss: Array.from({ length: 4 }, n).reduce((a, z) => a + z * z, 0),
          df: 4,
        }))
      const squads = Array.from({ length: 200 }, () => Array.from({ length: 8 }, nine))
      const unlike = (df: number) => df < 10
      const share = (called: readonly boolean[]) => called.filter(Boolean).length / called.length
      const one = share(squads.map((kinds) => unlike(alike(kinds.slice(0, 1)))))
      const all = share(squads.map((kinds) => unlike(alike(kinds))))
      expect(one).toBeGreaterThan(0.2)
      expect(all).toBeLessThan(0.1)
      expect(alike([])).toBe(Infinity)
      expect(alike([[{ ss: 1, df: 4 }]])).toBe(Infinity)
    },
  )
})

describe('a movement', () => {
  const known = { variance: 0.0004, df: 200 }
  it('is least squares by hand, in logs over the days of its tests', () => {
    const m = moveOf(
      [
        { day: 0, log: 1 },
        { day: 10, log: 1.1 },
        { day: 20, log: 1.05 },
      ],
      known,
    )!
    expect(m).toMatchObject({ tests: 3, days: 20 })
    expect(m.by).toBeCloseTo(0.05, 12)
    expect(m.at).toBeCloseTo(1.05 - 0.025, 12)
    // Squares about the line .0416667..; with 200 degrees of 0.0004 before it.
    const ss = 0.005 - 0.05 ** 2 / 2
    expect(m.se).toBeCloseTo(Math.sqrt((200 * 0.0004 + (ss + 1 / 2400)) / 201 / 0.5), 3)
    expect(m.agreed).toBe(false)
  })
  it('is agreed on only when no test alone makes it, and needs two days', () => {
    const of = (logs: number[]) =>
      moveOf(
        logs.map((log, i) => ({ day: 7 * i, log })),
        known,
      )!
    expect(of([0, 0.03, 0.06, 0.09]).agreed).toBe(true)
    expect(of([0, 0, 0, 0, 0.2]).agreed).toBe(false)
    expect(of([0, 0.2]).agreed).toBe(false)
    expect(moveOf([{ day: 3, log: 1 }], known)).toBeNull()
    expect(
      moveOf(
        [
          { day: 3, log: 1 },
          { day: 3, log: 2 },
        ],
        known,
      ),
    ).toBeNull()
    expect(asShare(Math.log(1.1))).toBeCloseTo(0.1, 12)
  })
  it('of nothing is called as often as its p says', () => {
    const n = normals(5)
    let called = 0
    for (let i = 0; i < 4000; i++) {
      const tests = Array.from({ length: 5 }, (_, k) => ({ day: 14 * k, log: 0.02 * n() }))
      if (moveOf(tests, { variance: 0.0016, df: 2 })!.p < 0.05) called++
    }
    expect(called / 4000).toBeLessThan(0.05)
    let known = 0
    for (let i = 0; i < 4000; i++) {
      const tests = Array.from({ length: 5 }, (_, k) => ({ day: 14 * k, log: 0.02 * n() }))
      if (moveOf(tests, { variance: 0.0004, df: 500 })!.p < 0.05) known++
    }
    expect(known / 4000).toBeGreaterThan(0.04)
    expect(known / 4000).toBeLessThan(0.06)
  })
})

describe('many comparisons', () => {
  it('Holm 1979: 0.01, 0.04, 0.03, 0.005 adjust to 0.03, 0.06, 0.06, 0.02 (worked by hand)', () =>
    expect(holm([0.01, 0.04, 0.03, 0.005]).map((p) => Number(p.toFixed(6)))).toEqual([
      0.03, 0.06, 0.06, 0.02,
    ]))
  it('never falls as p rises, and stays within 1', () => {
    expect(holm([])).toEqual([])
    expect(holm([0.9, 0.8])).toEqual([1, 1])
  })
})

describe('an own lean', () => {
  const on = (logs: number[]) => logs.map((log, i) => ({ day: 14 * i, log }))
  it('is read at its newest day where it clearly grows', () => {
    const lean = ownLean(on([0.02, 0.06, 0.1, 0.14, 0.18, 0.22]), { variance: 0.0004, df: 60 })!
    expect(lean.growing).toBe(true)
    expect(lean.mean).toBeCloseTo(0.22, 9)
    const held = ownLean(on([0.12, 0.1, 0.13, 0.11]), { variance: 0.0004, df: 60 })!
    expect(held.growing).toBe(false)
    expect(held.mean).toBeCloseTo(0.115, 9)
  })
  it('holds the athlete in 93 to 97 of 100 though hands differ from day to day', () => {
    const n = normals(11)
    const true12 = -Math.log(1 - 0.12)
    let held = 0
    for (let i = 0; i < 2000; i++) {
      const days = on(Array.from({ length: 5 }, () => true12 + 0.035 * n()))
      const lean = ownLean(days, { variance: 0.035 ** 2, df: 80 })!
      if (lean.signedCi[0] <= 12 && lean.signedCi[1] >= 12) held++
    }
    expect(held / 2000).toBeGreaterThan(0.93)
    expect(held / 2000).toBeLessThan(0.97)
  })
  it('says the hand and is inside error while its interval holds 0', () => {
    const known = { variance: 0.001, df: 30 }
    expect(leanVerdict(ownLean(on([0.2, 0.21, 0.19]), known)!)).toMatchObject({
      kind: 'large',
      weaker: 'left',
      stronger: 'right',
    })
    expect(leanVerdict(ownLean(on([0.02, -0.03]), known)!).kind).toBe('inside-error')
    expect(ownLean([], known)).toBeNull()
    expect(heldLevel([], known)).toBeNull()
  })
})
