import loadHighs from 'highs'
import { describe, expect, it } from 'vitest'
import { draftWeek } from '../../src/plan/draft'
import { contextOf } from '../../src/plan/problem'
import { validate } from '../../src/plan/rules'
import { sampleWeek } from '../../src/plan/sample'
import { scorePlan } from '../../src/plan/score'
import { solveWeek } from '../../src/plan/solve'
import { conflictOf, feasible } from '../../src/plan/conflict'
import { buildModel } from '../../src/plan/model'

const highs = await loadHighs()
const ids = () => {
  let n = 0
  return () => `n${++n}`
}

describe('weeks of any sport', () => {
  it.each([1, 2, 3, 4, 5, 6, 7, 8, 9, 11, 14, 18])(
    'week %i keeps every rule and is no worse than the draft, or says what clashes',
    (seed) => {
      const p = sampleWeek(seed)
      const draft = draftWeek(p, ids())
      const solved = solveWeek(highs, p, { start: draft, gap: 0.1, iterations: 4000 })
      if (solved.ok) {
        expect(validate(solved.plan, contextOf(p))).toEqual([])
        expect(scorePlan(solved.plan, p).total).toBeCloseTo(solved.points, 6)
        expect(solved.counted).toBeLessThanOrEqual(solved.points + 1e-6)
        if (validate(draft, contextOf(p)).length === 0)
          expect(solved.points).toBeGreaterThanOrEqual(scorePlan(draft, p).total - 1e-6)
        return
      }
      expect(solved.reason).toBe('infeasible')
      const clashes = conflictOf(highs, p)!
      const m = buildModel(p)
      const keys = new Set(clashes.map((x) => x.key))
      expect(feasible(highs, m, keys)).toBe(false)
      for (const k of keys)
        expect(feasible(highs, m, new Set([...keys].filter((x) => x !== k)))).toBe(true)
      expect(clashes.filter((x) => x.kind === 'safety').every((x) => x.give === null)).toBe(true)
    },
  )
})
