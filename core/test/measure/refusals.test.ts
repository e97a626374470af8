import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { CF_WORDS } from '../../src/gaps/curves'
import {
  allOut,
  CF_LIMITS,
  criticalForce,
  keptUpWithRests,
  timeAt,
  timeBand,
} from '../../src/measure/criticalForce'
import {
  equivalentMax,
  hangAdvice,
  hangLoad,
  loadForTime,
  powerShare,
  pulleyWeight,
  rohmertSeconds,
  rohmertShare,
} from '../../src/measure/endurance'
import { balanceRatio, changeBetween, judgeSingle, pooledError } from '../../src/measure/error'
import { ewma, goalDate, goalFit, readiness } from '../../src/measure/forecast'
import { tInv } from '../../src/measure/quantiles'

const hostile = fc.oneof(
  fc.double(),
  fc.constantFrom(0, -0, NaN, Infinity, -Infinity, 1e308, -1e308, 5e-324, 1e-9, 40, -40),
)
const list = fc.array(hostile, { maxLength: 12 })

/** Every number inside a result that was not refused. */
function numbers(x: unknown): number[] {
  if (typeof x === 'number') return [x]
  return x && typeof x === 'object' ? Object.values(x).flatMap(numbers) : []
}
const refusedOrFinite = (r: { ok: boolean }, infinityAllowed = false) => {
  if (!r.ok) {
    expect((r as { reason?: string }).reason).toMatch(/^[a-z-]+$/)
    return
  }
  for (const n of numbers(r))
    expect(infinityAllowed ? !Number.isNaN(n) : Number.isFinite(n), JSON.stringify(r)).toBe(true)
}

describe('whatever comes in, a result is finite or a refusal with its reason', () => {
  it('equivalent maximum and next load', () =>
    fc.assert(
      fc.property(hostile, hostile, hostile, (s, kg, want) => {
        if (Math.abs(kg) > 1e6) return
        refusedOrFinite(equivalentMax(s, kg))
        refusedOrFinite(loadForTime({ seconds: s, loadKg: kg }, want))
      }),
      { seed: 1, numRuns: 500 },
    ))
  it('critical force: refused in words, never a made-up number', () =>
    fc.assert(
      fc.property(list, list, (f, t) => {
        const r = criticalForce(f, t)
        for (const x of r.refusals) {
          expect(CF_WORDS[x].says.length).toBeGreaterThan(10)
          expect(CF_WORDS[x].next.length).toBeGreaterThan(5)
        }
        if (r.refusals.length === 0)
          for (const n of numbers(r.impulseTime)) expect(Number.isFinite(n)).toBe(true)
      }),
      { seed: 2, numRuns: 500 },
    ))
  it('all-out', () =>
    fc.assert(
      fc.property(fc.array(hostile, { maxLength: 30 }), (b) => {
        if (b.some((x) => Math.abs(x) > 1e6)) return
        refusedOrFinite(allOut(b, 7, 3))
      }),
      { seed: 3, numRuns: 300 },
    ))
  it('change, single results and ratios', () =>
    fc.assert(
      fc.property(
        hostile,
        hostile,
        fc.array(fc.double({ min: -50, max: 50, noNaN: true }), { maxLength: 8 }),
        (a, b, d) => {
          if (Math.abs(a) > 1e6 || Math.abs(b) > 1e6 || Number.isNaN(a) || Number.isNaN(b)) return
          const error = pooledError(d, [])
          refusedOrFinite(changeBetween(a, b, error))
          const v = judgeSingle(a, b, error, 1)
          if (v.kind !== 'unknown')
            for (const n of numbers(v)) expect(Number.isFinite(n)).toBe(true)
          refusedOrFinite(balanceRatio({ value: a, half: 1 }, { value: b, half: null }), true)
        },
      ),
      { seed: 4, numRuns: 500 },
    ))
  it('readiness and goal dates', () =>
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 1, max: 100, noNaN: true }), { maxLength: 30 }),
        fc.double({ min: -10, max: 200, noNaN: true }),
        (v, x) => {
          refusedOrFinite(readiness(v, x))
          refusedOrFinite(
            goalDate(
              v.map((_, i) => 7 * i),
              v,
              x,
            ),
          )
        },
      ),
      { seed: 5, numRuns: 500 },
    ))
})

describe('endurance', () => {
  it('the inverse undoes the curve, and both fall with time', () => {
    for (const s of [6.5, 20, 60, 180, 599])
      expect(rohmertSeconds(rohmertShare(s))).toBeCloseTo(s, 6)
    expect(rohmertShare(6)).toBeCloseTo(1, 9)
    for (const f of [rohmertShare, powerShare]) expect(f(60)).toBeGreaterThan(f(61))
  })
  it('refuses at its limits: 6, 45 and 600 s', () => {
    expect(equivalentMax(5.99, 20)).toEqual({ ok: false, reason: 'hold-too-short' })
    expect(equivalentMax(6, 20).ok).toBe(true)
    expect(equivalentMax(44.9, 20)).toMatchObject({ powerKg: null })
    expect(equivalentMax(45, 20)).toMatchObject({ powerKg: expect.any(Number) as number })
    expect(equivalentMax(600, 20).ok).toBe(true)
    expect(equivalentMax(600.1, 20)).toEqual({ ok: false, reason: 'hold-too-long' })
  })
  it('the load for the same time is the same load, for a longer one less', () => {
    const same = loadForTime({ seconds: 60, loadKg: 80 }, 60)
    expect(same).toMatchObject({
      ok: true,
      lowKg: expect.closeTo(80, 6) as number,
      highKg: expect.closeTo(80, 6) as number,
    })
    const longer = loadForTime({ seconds: 60, loadKg: 80 }, 120)
    expect(longer.ok && longer.highKg).toBeLessThan(80)
    expect([44.9, 45].map(hangAdvice)).toEqual(['add-time', 'add-load'])
    expect(hangLoad(80, -12)).toBe(68)
    expect([pulleyWeight(12, 1), pulleyWeight(12, 2)]).toEqual([12, 6])
  })
})

describe('critical force', () => {
  const made = (cf: number, w: number, force: number[]) =>
    criticalForce(
      force,
      force.map((f) => w / (f - cf)),
    )
  it('is found back from holds made with it, by all three fits', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 5, max: 40, noNaN: true }),
        fc.double({ min: 200, max: 3000, noNaN: true }),
        (cf, w) => {
          const r = made(cf, w, [cf * 1.9, cf * 1.5, cf * 1.25, cf * 1.12])
          for (const fit of [r.impulseTime, r.inverseTime, r.nonlinear]) {
            expect(fit!.cf).toBeCloseTo(cf, 4)
            expect(fit!.w / w).toBeCloseTo(1, 4)
          }
          expect(r.refusals).toEqual([])
          expect(r.spreadPct!).toBeLessThan(0.01)
        },
      ),
      { seed: 6, numRuns: 60 },
    )
  })
  it('refuses at its limits, both sides', () => {
    expect(criticalForce([40, 30], [80, 140]).refusals).toEqual(['fewer_than_3_points'])
    expect(criticalForce([40, 40, 30], [80, 82, 170]).refusals).toContain(
      'fewer_than_3_distinct_forces',
    )
    expect(criticalForce([40, 36, 30], [100, 120, 199]).refusals).toContain('times_too_alike')
    expect(criticalForce([40, 36, 30], [100, 120, 200]).refusals).not.toContain('times_too_alike')
    expect(criticalForce([32.9, 31, 30], [50, 90, 200]).refusals).toContain('forces_too_alike')
    expect(criticalForce([33, 31, 30], [50, 90, 200]).refusals).not.toContain('forces_too_alike')
    expect(criticalForce([40, 30, 20], [100, 100, 300]).refusals).toContain('not_monotone')
    expect(made(20, 900, [38, 30, 25]).provisional).toBe(true)
    expect(CF_LIMITS.points).toBe(3)
  })
  it(
    'gives times with a band that holds the fit, without ' + 'end at or under the critical load',
    () => {
      const fit = criticalForce([42, 34, 28, 24], [74, 121, 201, 358]).impulseTime!
      const [low, high] = timeBand(fit, 30, 4)
      expect(low).toBeLessThan(timeAt(fit, 30))
      expect(high).toBeGreaterThan(timeAt(fit, 30))
      expect(timeAt(fit, fit.cf)).toBe(Infinity)
      expect(keptUpWithRests(20, 7, 3)).toBeCloseTo(200 / 7, 9)
    },
  )
  it('an all-out test that still falls gives an upper bound', () => {
    const falling = Array.from({ length: 24 }, (_, i) => 50 - 1.2 * i)
    const level = [
      ...Array.from({ length: 12 }, (_, i) => 50 - 2 * i),
      ...Array.from({ length: 12 }, (_, i) => 26 + (i % 2) * 0.2),
    ]
    expect(allOut(falling, 7, 3)).toMatchObject({ ok: true, levelled: false })
    expect(allOut(level, 7, 3)).toMatchObject({ ok: true, levelled: true })
    expect(allOut([1, 2, 3], 7, 3)).toEqual({ ok: false, reason: 'too-few-bouts', need: 8 })
  })
})

describe('error and change', () => {
  it("own repeats count alone from five differences, before that with the squad's", () => {
    const five = [1, -1, 2, -2, 0]
    // SD of differences / sqrt2 (Hopkins 2000).
    expect(pooledError(five, [[9, -9, 9]])).toMatchObject({
      value: Math.sqrt(10 / 4 / 2),
      df: 4,
      of: 'own',
    })
    expect(pooledError([1, -1], [[2, -2, 0]])).toMatchObject({ df: 3, of: 'own and squad' })
    expect(pooledError([], [[2, -2, 0]])).toMatchObject({ df: 2, of: 'squad' })
    expect(pooledError([1], [])).toBeNull()
  })
  it("a change is called beyond typical error x sqrt2 x t, t by the error's df", () => {
    const error = { value: 1, df: 9, of: 'own' as const }
    const edge = Math.SQRT2 * tInv(0.975, 9)
    expect(changeBetween(40, 40 + edge * 0.999, error)).toMatchObject({ word: 'not beyond error' })
    expect(changeBetween(40, 40 - edge * 1.001, error)).toMatchObject({ word: 'changed' })
    expect(changeBetween(null, 40, error)).toEqual({ ok: false, reason: 'one-test' })
    expect(changeBetween(40, 41, null)).toEqual({ ok: false, reason: 'error-not-known' })
  })
  it(
    'single results: seen once without an error, mirrored by the hands, wider with a ' +
      'coarser step',
    () => {
      const error = { value: 1, df: 12, of: 'squad' as const }
      expect(judgeSingle(30, 40, null, 1)).toEqual({ kind: 'unknown', reason: 'error-not-known' })
      const [v, m] = [judgeSingle(30, 40, error, 0), judgeSingle(40, 30, error, 0)]
      expect(v).toMatchObject({ kind: 'large', weaker: 'left' })
      expect(m.kind !== 'unknown' && v.kind !== 'unknown' && m.signedCi[0]).toBeCloseTo(
        v.kind === 'unknown' ? 0 : -v.signedCi[1],
        9,
      )
      const wide = judgeSingle(38, 40, error, 5)
      const narrow = judgeSingle(38, 40, error, 0)
      expect(
        wide.kind !== 'unknown' && narrow.kind !== 'unknown' && wide.signedCi[1] - wide.signedCi[0],
      ).toBeGreaterThan(narrow.kind === 'unknown' ? 0 : narrow.signedCi[1] - narrow.signedCi[0])
    },
  )
  it('a ratio carries both errors, and is not made up where one is not known', () => {
    const r = balanceRatio({ value: 8, half: 0.4 }, { value: 16, half: 0.8 })
    expect(r).toMatchObject({ ok: true, value: 0.5 })
    expect(r.ok && r.ci![0]).toBeCloseTo(0.5 * Math.exp(-Math.sqrt(0.005)), 9)
    expect(balanceRatio({ value: 8, half: null }, { value: 16, half: 1 })).toMatchObject({
      ci: null,
    })
    expect(balanceRatio(null, { value: 16, half: 1 })).toEqual({ ok: false, reason: 'not-tested' })
  })
})

describe('forecasts', () => {
  const days = [0, 7, 14, 21, 28, 35]
  const up = [40, 41.1, 41.9, 43, 44.1, 44.9]
  it('give a date with its interval, or say why not', () => {
    const r = goalDate(days, up, 47)
    expect(r.ok && r.interval[0] < r.day && r.day < r.interval[1]).toBe(true)
    expect(goalDate(days, up, 60)).toEqual({ ok: false, reason: 'too-far-ahead' })
    expect(goalDate(days, up, 44)).toEqual({ ok: false, reason: 'reached' })
    expect(goalDate(days.slice(1), up.slice(1), 47)).toEqual({ ok: false, reason: 'too-few-tests' })
    expect(goalDate(days, [40, 39, 41, 39, 41, 40], 47)).toEqual({
      ok: false,
      reason: 'slope-not-clear',
    })
    expect(goalDate(days, [...up].reverse(), 47)).toEqual({ ok: false, reason: 'wrong-way' })
    expect(goalFit([0, 0, 0], [1, 2, 3], 5)).toBeNull()
  })
  it('the smoothed line starts at the first value and stays inside what was seen', () => {
    const line = ewma(days, up)
    expect(line[0]).toBe(40)
    for (const v of line) expect(v >= 40 && v <= 44.9).toBe(true)
  })
  it(
    'readiness: low under the one-sided 97.5 % limit, very low under 99.5 %, refused under ' +
      'five days',
    () => {
      const base = [48.2, 47.5, 49, 48.8, 47.9, 48.4, 49.3]
      const r = readiness(base, 48, 0)
      if (!r.ok) throw new Error('refused')
      expect(r.limit995 < r.limit975 && r.limit975 < r.limit95).toBe(true)
      expect(readiness(base, r.limit975 + 0.01, 0)).toMatchObject({ word: 'normal' })
      expect(readiness(base, r.limit975 - 0.01, 0)).toMatchObject({ word: 'low' })
      expect(readiness(base, r.limit995 - 0.01, 0)).toMatchObject({ word: 'very-low' })
      expect(readiness(base.slice(0, 4), 40)).toEqual({
        ok: false,
        reason: 'too-few-days',
        need: 5,
      })
    },
  )
})
