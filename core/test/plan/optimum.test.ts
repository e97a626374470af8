import loadHighs from 'highs'
import { describe, expect, it } from 'vitest'
import { contextOf } from '../../src/plan/problem'
import { validate } from '../../src/plan/rules'
import { smallWeek } from '../../src/plan/sample'
import { scorePlan } from '../../src/plan/score'
import { solveWeek } from '../../src/plan/solve'
import { bestByLooking } from '../../src/plan/looking'

const highs = await loadHighs()

describe('against looking at every plan', () => {
  // Small ones of the small; fifty, these among them, are in `./mano prove planner`.
  it.each([2, 9])('small week %i: the same optimum', (seed) => {
    const p = smallWeek(seed)
    const solved = solveWeek(highs, p, { gap: 0, iterations: 1e9 })
    if (!solved.ok) return expect(bestByLooking(p)).toBeNull()
    // It has the points it says and keeps the rules, and of all plans none that keeps them has
    // more.
    expect(validate(solved.plan, contextOf(p))).toEqual([])
    expect(scorePlan(solved.plan, p).total).toBeCloseTo(solved.counted, 6)
    expect(bestByLooking(p, solved.points + 1e-6)).toBeNull()
  })
  it('the search by looking finds the best by itself, and says when there is more', () => {
    const p = smallWeek(4)
    const solved = solveWeek(highs, p, { gap: 0, iterations: 1e9 })
    if (!solved.ok) throw new Error('no plan')
    expect(bestByLooking(p)!.points).toBeCloseTo(solved.points, 6)
    expect(bestByLooking(p, solved.points - 0.01)!.points).toBeCloseTo(solved.points, 6)
  })
})
