import loadHighs from 'highs'
import { describe, expect, it } from 'vitest'
import {
  planBlock,
  referenceLoad,
  weekProblem,
  weeksOf,
  type WeekSoFar,
} from '../../src/plan/block'
import { draftWeek } from '../../src/plan/draft'
import { loadCap } from '../../src/plan/limits'
import { contextOf } from '../../src/plan/problem'
import { validate } from '../../src/plan/rules'
import { sampleBlock } from '../../src/plan/sample'
import { handLoad } from '../../src/plan/time'
import type { Block } from '../../src/plan/types'
import { exerciseById } from '../../src/catalogue/exercises'
import { servesOf, isKept } from '../../src/plan/serves'

const highs = await loadHighs()
const ids = () => {
  let n = 0
  return () => `b${++n}`
}

describe('the weeks of a block', () => {
  const b = sampleBlock('boxer', 1)
  const weeks = weeksOf(b)
  it(
    'every fourth is a deload, unless it is a taper or away; hold and repetition weeks by ' +
      'turns',
    () => {
      expect(
        weeks.map((w, i) =>
          (i + 1) % 4 === 0
            ? w.kind === 'deload' || w.kind === 'taper' || w.kind === 'travel'
            : w.kind !== 'deload',
        ),
      ).toEqual(weeks.map(() => true))
      expect(weeks.filter((w) => w.kind === 'travel').length).toBe(1)
      expect(weeks.filter((w) => w.kind === 'taper').length).toBeGreaterThan(0)
      for (let i = 1; i < weeks.length; i++) expect(weeks[i]!.crush).not.toBe(weeks[i - 1]!.crush)
    },
  )
  it('the day of an event is a competition', () =>
    expect(weeks.flatMap((w) => w.frame).filter((d) => d.competition).length).toBe(1))
})

it('weeks before an event stay near to the ordinary one, with fewer sets of each exercise', () => {
  const b = sampleBlock('boxer', 1)
  const i = weeksOf(b).findIndex((w) => w.kind === 'taper')
  const plan = draftWeek(weekProblem(b, 0, []), ids())
  const near = weekProblem(b, i, [{ kind: 'ordinary', plan, doneLoad: null }]).near!.blocks
  const sets = (blocks: readonly Block[]) => blocks.reduce((a, x) => a + x.sets, 0)
  expect(near.map((x) => `${x.day} ${x.exerciseId}`)).toEqual(
    plan.blocks.map((x) => `${x.day} ${x.exerciseId}`),
  )
  expect(near.every((x, n) => x.sets <= plan.blocks[n]!.sets)).toBe(true)
  expect(sets(near)).toBeLessThan(0.75 * sets(plan.blocks))
})

describe('what the next week grows from', () => {
  const p = weekProblem(sampleBlock('boxer', 1), 0, [])
  const plan = draftWeek(p, ids())
  const planned = handLoad(plan.blocks)
  const week = (kind: WeekSoFar['kind'], doneLoad: number | null): WeekSoFar => ({
    kind,
    plan,
    doneLoad,
  })
  it('a missed week counts nine tenths of what was planned, again and again', () => {
    expect(referenceLoad([week('ordinary', 0)], null)).toBeCloseTo(0.9 * planned, 9)
    expect(referenceLoad([week('ordinary', 0), week('ordinary', 0)], null)).toBeCloseTo(
      0.9 * planned,
      9,
    )
    expect(referenceLoad([week('ordinary', null)], null)).toBeCloseTo(planned, 9)
  })
  it('deload, taper and weeks away are passed over', () => {
    expect(
      referenceLoad(
        [
          week('ordinary', planned),
          { ...week('deload', 3) },
          { ...week('taper', 2) },
          { ...week('travel', 1) },
        ],
        null,
      ),
    ).toBeCloseTo(planned, 9)
    expect(referenceLoad([week('deload', 3)], 12)).toBe(12)
  })
})

describe('a block over weeks that are planned', () => {
  const b = sampleBlock('boxer', 1)
  const first = draftWeek(weekProblem(b, 0, []), ids())
  const kept = first.blocks[0]!
  // One the week can do without.
  const out = first.blocks.find(
    (x) =>
      x.exerciseId !== kept.exerciseId &&
      !['wrist_ext', 'finger_ext'].includes(exerciseById(x.exerciseId)!.primary as string),
  )!
  const had = {
    weekStart: weeksOf(b)[0]!.weekStart,
    blocks: [
      { ...kept, pinned: true },
      ...first.blocks.slice(1).filter((x) => x.exerciseId !== out.exerciseId),
    ],
    terms: { settings: {}, bans: [{ exerciseId: out.exerciseId, day: null }] },
  }
  const week = weekProblem({ ...b, own: [had], before: { ...b.before, lastLoad: null } }, 0, [])
  it('keeps the pins and bans of each of them', () => {
    expect(week.terms.pins).toContainEqual({
      exerciseId: kept.exerciseId,
      day: kept.day,
      sets: kept.sets,
    })
    expect(week.terms.bans).toContainEqual({ exerciseId: out.exerciseId, day: null })
    expect(weekProblem({ ...b, own: [had] }, 1, []).terms.bans).toEqual([...b.bans])
  })
  it('grows from what the coach had there, and stays near to it', () => {
    expect(week.lastLoad).toBeCloseTo(handLoad(had.blocks), 9)
    expect(week.near?.blocks).toEqual(had.blocks)
    const planned = planBlock(
      highs,
      {
        ...b,
        weeks: 1,
        own: [had],
        tests: null,
        travel: [],
        before: { ...b.before, lastLoad: null },
      },
      { newId: ids(), gap: 0.05, iterations: 500 },
    )[0]!
    expect(planned.gap, 'no plan was found').not.toBeNull()
    expect(handLoad(planned.plan.blocks)).toBeLessThanOrEqual(
      loadCap(planned.weekStart, contextOf(planned.problem))!.most + 1e-9,
    )
    expect(loadCap(planned.weekStart, contextOf(planned.problem))!.most).toBeLessThan(
      1.2 * handLoad(had.blocks),
    )
    expect(
      planned.plan.blocks.some((x) => x.exerciseId === kept.exerciseId && x.day === kept.day),
    ).toBe(true)
    expect(planned.plan.blocks.some((x) => x.exerciseId === out.exerciseId)).toBe(false)
  })
})

describe('four weeks of a sport', () => {
  it('break no rule, rest in the fourth, never collapse, and keep each top quality', () => {
    const b = { ...sampleBlock('obstacle_racer', 2), weeks: 4, tests: null, travel: [] }
    const weeks = planBlock(highs, b, { newId: ids(), gap: 0.03, iterations: 1500 })
    const base = handLoad(weeks[0]!.plan.blocks)
    let was: readonly Block[] | null = null
    expect(weeks.map((w) => w.kind)).toEqual(['ordinary', 'ordinary', 'ordinary', 'deload'])
    for (const w of weeks) {
      expect(validate(w.plan, contextOf(w.problem))).toEqual([])
      const load = handLoad(w.plan.blocks)
      const cap = loadCap(w.weekStart, contextOf(w.problem))
      if (cap) expect(load).toBeLessThanOrEqual(cap.most + 1e-9)
      if (w.kind === 'ordinary') {
        expect(load).toBeGreaterThanOrEqual(0.6 * base)
        const top = servesOf(w.plan.blocks, w.problem).filter((r) => r.top)
        expect(top.filter(isKept).length).toBeGreaterThanOrEqual(2)
        // The mains of the week before stand again.
        if (was) {
          const ids = new Set(w.plan.blocks.map((x) => x.exerciseId))
          const again = [...new Set(was.map((x) => x.exerciseId))].filter((id) => ids.has(id))
          expect(again.length / new Set(was.map((x) => x.exerciseId)).size).toBeGreaterThan(0.7)
        }
        was = w.plan.blocks
      }
    }
  })
})

describe('over a deload', () => {
  const b = {
    ...sampleBlock('thrower_shot_discus', 1),
    weeks: 6,
    tests: null,
    travel: [],
    events: [],
  }
  const weeks = planBlock(highs, b, { newId: ids(), gap: 0.03, iterations: 1500 })
  const setsOf = (blocks: readonly Block[]) =>
    blocks.reduce(
      (m, x) => m.set(x.exerciseId, (m.get(x.exerciseId) ?? 0) + x.sets),
      new Map<string, number>(),
    )
  it('every exercise stays in it, with fewer sets of each', () => {
    expect(weeks[3]!.kind).toBe('deload')
    const [was, now] = [setsOf(weeks[2]!.plan.blocks), setsOf(weeks[3]!.plan.blocks)]
    for (const [id, sets] of now) expect(sets, id).toBeLessThanOrEqual(was.get(id)!)
    // Half to two thirds of the sets, whole sets being what they are.
    const main = [...was].sort((x, y) => y[1] - x[1]).slice(0, 3)
    for (const [id, sets] of main) {
      expect(now.get(id) ?? 0, id).toBeGreaterThanOrEqual(0.4 * sets)
      expect(now.get(id) ?? 0, id).toBeLessThanOrEqual(0.75 * sets)
    }
  })
  it(
    'what the coach had there holds: a deload of theirs is not halved again, and nothing ' +
      'makes room',
    () => {
      const own = [3, 4].map((i) => ({
        weekStart: weeks[i]!.weekStart,
        blocks: (i === 3 ? weeks[3]! : weeks[2]!).plan.blocks,
        terms: { settings: {}, bans: [], kind: weeks[i]!.kind as 'ordinary' | 'deload' },
      }))
      const so = weeks.slice(0, 3).map((w) => ({ kind: w.kind, plan: w.plan, doneLoad: null }))
      expect(weekProblem({ ...b, own }, 3, so).near?.blocks).toEqual(own[0]!.blocks)
      const again = planBlock(
        highs,
        { ...b, weeks: 5, own },
        { newId: ids(), gap: 0.03, iterations: 1500, kept: so },
      )
      expect(again.at(-1)!.rotated ?? null).toBeNull()
      expect([...setsOf(again.at(-1)!.plan.blocks).keys()].sort()).toEqual(
        [...setsOf(own[1]!.blocks).keys()].sort(),
      )
    },
  )
  it(
    'one accessory makes room for another of no less worth, the mains go on, and no rule ' +
      'is broken',
    () => {
      const [before, after] = [weeks[2]!, weeks[4]!]
      expect(after.kind).toBe('ordinary')
      expect(validate(after.plan, contextOf(after.problem))).toEqual([])
      expect(after.rotated).toBeTruthy()
      const [was, now] = [setsOf(before.plan.blocks), setsOf(after.plan.blocks)]
      expect(now.has(after.rotated!.out)).toBe(false)
      for (const id of after.rotated!.in) {
        expect(was.has(id)).toBe(false)
        expect(now.has(id)).toBe(true)
      }
      const stay = [...was.keys()].filter((id) => now.has(id))
      expect(stay.length).toBeGreaterThanOrEqual(was.size - 2)
      // The week after is the same again: progress is made on it.
      expect([...setsOf(weeks[5]!.plan.blocks).keys()].sort()).toEqual([...now.keys()].sort())
      expect(weeks[5]!.rotated ?? null).toBeNull()
    },
  )
})

describe('a missed week', () => {
  it('is planned on from without breaking growth or collapsing', () => {
    const b = { ...sampleBlock('boxer', 2), weeks: 3, tests: null, travel: [], events: [] }
    const first = planBlock(
      highs,
      { ...b, weeks: 1 },
      { newId: ids(), gap: 0.03, iterations: 1500 },
    )[0]!
    const planned = handLoad(first.plan.blocks)
    const [again] = planBlock(
      highs,
      { ...b, weeks: 2 },
      {
        newId: ids(),
        gap: 0.03,
        iterations: 1500,
        kept: [{ kind: 'ordinary', plan: first.plan, doneLoad: 0 }],
      },
    )
    expect(again!.problem.lastLoad).toBeCloseTo(0.9 * planned, 9)
    expect(validate(again!.plan, contextOf(again!.problem))).toEqual([])
    expect(handLoad(again!.plan.blocks)).toBeGreaterThan(0.8 * planned)
    expect(handLoad(again!.plan.blocks)).toBeLessThanOrEqual(1.12 * 0.9 * planned + 1e-9)
  })
})
