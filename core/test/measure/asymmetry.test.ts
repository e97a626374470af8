import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  asymmetryIndex,
  isConsistent,
  judgeAsymmetry,
  leanContext,
  ratioInterval,
  type AsymmetryVerdict,
} from '../../src/measure/asymmetry'
import { adviseTrials, summariseTrials } from '../../src/measure/trials'
import { verdictWords } from '../../src/measure/words'

const trials = fc.array(fc.double({ min: 20, max: 80, noNaN: true }), {
  minLength: 2,
  maxLength: 6,
})
const verdict = (
  kind: 'real' | 'large' | 'inside-error',
  signedPct: number,
  half = 2,
): AsymmetryVerdict => ({
  kind,
  signedPct,
  asymmetryPct: Math.abs(signedPct),
  stronger: signedPct > 0 ? 'right' : 'left',
  weaker: signedPct > 0 ? 'left' : 'right',
  signedCi: [signedPct - half, signedPct + half],
})

describe('laws of the asymmetry', () => {
  it('swapping the hands mirrors index, interval and verdict', () => {
    fc.assert(
      fc.property(trials, trials, (a, b) => {
        const there = judgeAsymmetry(a, b)
        const back = judgeAsymmetry(b, a)
        expect(back.kind).toBe(there.kind)
        if (there.kind === 'unknown' || back.kind === 'unknown') return
        expect(back.signedPct).toBeCloseTo(-there.signedPct, 8)
        expect(back.signedCi[0]).toBeCloseTo(-there.signedCi[1], 6)
      }),
    )
  })
  it('does not depend on the unit', () => {
    fc.assert(
      fc.property(trials, trials, fc.double({ min: 0.01, max: 100, noNaN: true }), (a, b, k) => {
        const one = judgeAsymmetry(a, b)
        const other = judgeAsymmetry(
          a.map((x) => x * k),
          b.map((x) => x * k),
        )
        expect(other.kind).toBe(one.kind)
      }),
    )
  })
  it('the interval holds the estimate', () => {
    fc.assert(
      fc.property(trials, trials, (a, b) => {
        const r = ratioInterval(a, b)!
        if (!r.signedCi) return
        expect(r.signedCi[0]).toBeLessThanOrEqual(r.signedPct + 1e-9)
        expect(r.signedCi[1]).toBeGreaterThanOrEqual(r.signedPct - 1e-9)
      }),
    )
  })
})

describe('refusals are results with a reason', () => {
  it('under two trials a hand', () =>
    expect(judgeAsymmetry([40], [42, 43])).toEqual({
      kind: 'unknown',
      reason: 'too-few-trials',
      need: 2,
    }))
  it('trials all alike', () =>
    expect(judgeAsymmetry([40, 40], [42, 42])).toMatchObject({ reason: 'no-spread' }))
  it('scatter too wide for an interval', () =>
    expect(judgeAsymmetry([5, 90], [4, 95])).toMatchObject({ reason: 'interval-unbounded' }))
  it('an index of nothing', () => expect(asymmetryIndex(0, 40)).toBeNull())
})

describe('verdict at its limits', () => {
  it('15 % and more is large only when real', () => {
    expect(judgeAsymmetry([41.9, 42.5, 43.1], [49.4, 50, 50.6]).kind).toBe('large')
    expect(judgeAsymmetry([43.4, 44, 44.6], [49.4, 50, 50.6]).kind).toBe('real')
    expect(judgeAsymmetry([30, 42, 50], [45, 50, 55]).kind).toBe('inside-error')
  })
  it('exactly 15 % is large', () =>
    expect(judgeAsymmetry([42.4, 42.5, 42.6], [49.9, 50, 50.1])).toMatchObject({ kind: 'large' }))
  it('is consistent only with the same side on the last two judged days', () => {
    expect(isConsistent([verdict('real', 8)])).toBe(false)
    expect(isConsistent([verdict('real', 8), verdict('large', 16)])).toBe(true)
    expect(isConsistent([verdict('real', 8), verdict('real', -8)])).toBe(false)
    expect(isConsistent([verdict('real', 8), verdict('inside-error', 2)])).toBe(false)
    expect(
      isConsistent([
        verdict('real', 8),
        { kind: 'unknown', reason: 'no-spread' },
        verdict('real', 9),
      ]),
    ).toBe(true)
  })
})

describe('beside dominance: Petersen et al 1989 (from memory)', () => {
  it('tells expected, beyond and against', () => {
    expect(leanContext(verdict('real', 10), 'right')).toBe('as-dominance')
    expect(leanContext(verdict('large', 20), 'right')).toBe('beyond-dominance')
    expect(leanContext(verdict('real', -8), 'right')).toBe('against-dominance')
    expect(leanContext(verdict('real', -8), 'left')).toBe('beyond-dominance')
    expect(leanContext(verdict('inside-error', 3), 'right')).toBe('none')
  })
  it('the words carry the interval and never act on one day', () => {
    const real = verdictWords(verdict('real', 10), 'right', false)
    expect(real.says).toBe('Left 10\u00A0% behind, 95\u00A0% interval 8\u00A0% to 12\u00A0%.')
    expect(real.context).toContain('retest before acting')
    expect(verdictWords(verdict('inside-error', 1, 4), 'right', false).says).toContain(
      'anywhere from right 3\u00A0% behind to left 5\u00A0% behind',
    )
    expect(verdictWords(verdict('real', 10), null, true).context).toContain('not on record')
  })
})

describe('trials of a hand', () => {
  const dyno = { trials: 3, trialsUpTo: 6, askOverCvPct: 10 }
  it('asks for more while short, once more when wide, and stops at six', () => {
    expect(adviseTrials([40], dyno)).toEqual({ kind: 'to-go', trials: 2 })
    expect(adviseTrials([40, 41, 40.5], dyno)).toEqual({ kind: 'enough' })
    expect(adviseTrials([40, 30, 41], dyno).kind).toBe('one-more')
    expect(adviseTrials([40, 30, 41, 28, 42, 25], dyno).kind).toBe('still-wide')
  })
  it('a spread of exactly 10 % is enough', () => {
    // 36, 40, 44: mean 40, SD 4, CV 10 by definition.
    expect(summariseTrials([36, 40, 44])).toMatchObject({ cvPct: 10 })
    expect(adviseTrials([36, 40, 44], dyno)).toEqual({ kind: 'enough' })
  })
  it('one trial has a best and no spread; none is refused', () => {
    expect(summariseTrials([40])).toMatchObject({ best: 40, sd: null, cvPct: null })
    expect(summariseTrials([])).toEqual({ ok: false, reason: 'no-trials' })
  })
})
