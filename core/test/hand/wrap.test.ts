import { describe, expect, it } from 'vitest'
import { estimatedWrap, measuredWrap, WRAP_MEANS, wrapWord } from '../../src/hand/wrap'

describe('wrap gap', () => {
  it('grows with the handle by its circumference, and carries its band', () => {
    const [thin, thick] = [estimatedWrap(190, 50)!, estimatedWrap(190, 60)!]
    expect(thick.gapMm - thin.gapMm).toBeCloseTo(10 * Math.PI, 9)
    expect(thin.low).toBeLessThan(thin.gapMm)
    expect(thin.high).toBeGreaterThan(thin.gapMm)
    expect(thin.measured).toBe(false)
    expect(estimatedWrap(190, 29)!.word).toBe('overlaps')
    expect(estimatedWrap(165, 67)!.word).toBe('gap')
  })
  it('refuses a hand or handle that cannot be', () => {
    for (const [hand, handle] of [
      [90, 50],
      [300, 50],
      [190, 0],
      [NaN, 50],
    ] as const)
      expect(estimatedWrap(hand, handle)).toBeNull()
  })
  it('has words with limits at 5 mm, and each means something', () => {
    expect([-5.1, -5, 0, 5, 5.1].map(wrapWord)).toEqual([
      'overlaps',
      'meets',
      'meets',
      'meets',
      'gap',
    ])
    expect(measuredWrap(4)).toEqual({ word: 'meets', gapMm: 4, low: 4, high: 4, measured: true })
    for (const m of Object.values(WRAP_MEANS))
      for (const text of Object.values(m)) expect(text.length).toBeGreaterThan(10)
  })
})
