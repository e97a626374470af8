import loadHighs from 'highs'
import { describe, expect, it } from 'vitest'
import { EXERCISES } from '../../src/catalogue/exercises'
import { SCHOOLS } from '../../src/catalogue/schools'
import { draftWeek } from '../../src/plan/draft'
import { measureWeek } from '../../src/plan/measureWeek'
import { contextOf } from '../../src/plan/problem'
import { validate } from '../../src/plan/rules'
import { schoolWeek } from '../../src/plan/sample'
import { picks, SCHOOL_EFFECTS, settingsFor } from '../../src/plan/schools'
import { solveWeek } from '../../src/plan/solve'

const highs = await loadHighs()

describe('schools', () => {
  it('each of the catalogue has an effect, and what it picks exists', () => {
    expect(SCHOOL_EFFECTS.map((s) => s.id)).toEqual(SCHOOLS.map((s) => s.id))
    for (const s of SCHOOL_EFFECTS)
      for (const l of s.leans)
        expect(
          EXERCISES.some((e) => picks(l.pick, e)),
          `${s.id} ${JSON.stringify(l.pick)}`,
        ).toBe(true)
    for (const s of SCHOOL_EFFECTS)
      for (const id of s.leans.flatMap((l) => l.pick.ids ?? []))
        expect(
          EXERCISES.some((e) => e.id === id),
          id,
        ).toBe(true)
  })
  // One here; two seeds of every one are in `./mano prove planner`.
  it.each(SCHOOL_EFFECTS.filter((s) => s.id === 'size').map((s) => [s.id, s] as const))(
    '%s: what it asks for is more or as much, and the rules hold',
    (_, s) => {
      const [a, b] = (['a', 'b'] as const).map((choice) => {
        const p = schoolWeek(s.id, 1, { [s.id]: choice })
        const solved = solveWeek(highs, p, {
          start: draftWeek(p, () => 'x'),
          gap: 0.01,
          iterations: 2500,
        })
        if (!solved.ok) throw new Error('no plan')
        expect(validate(solved.plan, contextOf(p))).toEqual([])
        const much = measureWeek(
          solved.plan,
          s.measure.what,
          settingsFor(p.terms.settings, p.wants, p.frame),
        )
        // Of sets, their share of the week: a school chooses between exercises and pays for no
        // more.
        const all = solved.plan.blocks.reduce((n, x) => n + x.sets, 0)
        return s.measure.what.kind === 'sets' ? much / all : much
      })
      const [larger, smaller] = s.measure.largerUnder === 'a' ? [a!, b!] : [b!, a!]
      expect(larger).toBeGreaterThanOrEqual(smaller)
    },
  )
})
