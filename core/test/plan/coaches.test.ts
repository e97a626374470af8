import loadHighs from 'highs'
import { describe, expect, it } from 'vitest'
import {
  pairOf,
  problemFor,
  weekFor,
  type GivenAthlete,
  type GivenBlock,
} from '../../src/calc/week'
import { exerciseById } from '../../src/catalogue/exercises'
import { EXERCISES } from '../../src/catalogue/exercises'
import { QUALITY_IDS } from '../../src/catalogue/qualities'
import { SPORTS } from '../../src/catalogue/sports'
import { RATED_SPORTS, ratingsOf, shippedRatings, tierRank } from '../../src/catalogue/tiers'
import { mostSets } from '../../src/plan/faults'
import { briefOf, dayPoints } from '../../src/plan/brief'
import { POINTS } from '../../src/plan/compose'
import { setChoices } from '../../src/plan/limits'
import { scorePlan } from '../../src/plan/score'
import pairs from '../outside/pairs.json'
import weeks from '../outside/weeks.json'

/**
 * Weeks judged by coaches: common practice, no source. Each check is written from what coaches say
 * of a week, not from the planner.
 */
const highs = await loadHighs()
const athletes = weeks.weeks as unknown as {
  id: string
  athlete: GivenAthlete
  week: GivenBlock[]
}[]
const ofBlock = (b: GivenBlock) => exerciseById(b.exercise_id)!
const isClose = (b: GivenBlock) => ['balance', 'close', 'prepare'].includes(ofBlock(b).aim)
const isExtensor = (b: GivenBlock) =>
  ofBlock(b).primary === 'wrist_ext' || ofBlock(b).primary === 'finger_ext'

it('a day whose load lies between two steps is taken as it is, within none and much', () => {
  const { athlete } = athletes[0]!
  const loads = [1.5, 7, -1]
  const days = athlete.days.map((d, i) => ({ ...d, sport_load: loads[i] ?? 0 }))
  const { frame } = problemFor({ ...athlete, days })
  expect(frame.slice(0, 3).map((d) => d.sportLoad)).toEqual([1.5, 3, 0])
})

describe('which of two weeks is better', () => {
  it('is what coaches say in at least 55 of 58 pairs', () => {
    const cases = pairs.cases as unknown as {
      id: string
      athlete: GivenAthlete
      a: GivenBlock[]
      b: GivenBlock[]
      better: string
    }[]
    const wrong = cases.filter((c) => pairOf(c.athlete, c.a, c.b).better !== c.better)
    expect(cases).toHaveLength(58)
    expect(wrong.map((c) => c.id).length, wrong.map((c) => c.id).join()).toBeLessThanOrEqual(3)
  })
  it('is the other one when the two change places', () => {
    for (const c of pairs.cases.slice(0, 12) as unknown as {
      athlete: GivenAthlete
      a: GivenBlock[]
      b: GivenBlock[]
    }[]) {
      const one = pairOf(c.athlete, c.a, c.b).better
      expect(pairOf(c.athlete, c.b, c.a).better).toBe(one === 'a' ? 'b' : one === 'b' ? 'a' : 'tie')
    }
  })
})

// Every ninth here, those that are quickly solved; all of them in `./mano prove planner`.
describe.each(athletes.filter((_, i) => i % 9 === 1).map((a) => [a.id, a] as const))(
  'the week planned for %s',
  (_, { athlete, week }) => {
    const planned = weekFor(highs, athlete)
    const b = briefOf(problemFor(athlete))
    const days = [0, 1, 2, 3, 4, 5, 6].map((d) => planned.blocks.filter((x) => x.day === d))
    const tiers = planned.blocks.map((x) => b.of(ofBlock(x)).tier)
    it('holds staples and good exercises only, and no body work', () => {
      expect(tiers.every((t) => t === 'staple' || t === 'good' || t === 'accessory')).toBe(true)
      const good = tiers.filter((t) => t === 'staple' || t === 'good').length
      expect(good / tiers.length).toBeGreaterThanOrEqual(0.85)
      expect(tiers.filter((t) => t === 'staple').length / tiers.length).toBeGreaterThanOrEqual(0.5)
      expect(planned.blocks.some((x) => b.of(ofBlock(x)).noted)).toBe(false)
    })
    it(
      'closes every session, with five exercises at the ' + 'most and sets as coaches write them',
      () => {
        for (const own of days) {
          expect(own.length).toBeLessThanOrEqual(5)
          if (own.length > 0) expect(isExtensor(own.at(-1)!) || isClose(own.at(-1)!)).toBe(true)
          for (const x of own) expect(x.sets).toBeLessThanOrEqual(mostSets(ofBlock(x), true))
        }
      },
    )
    it(
      'is near as good by the score as what a coach ' + 'wrote, and shown near as good at first',
      () => {
        const coach = pairOf(athlete, week, planned.blocks)
        expect(coach.points_b).toBeGreaterThanOrEqual(coach.points_a - 1)
        expect(coach.points_a / coach.points_b).toBeGreaterThan(0.8)
        const draft = pairOf(athlete, planned.draft, planned.blocks)
        expect(draft.points_a / draft.points_b).toBeGreaterThan(0.8)
      },
    )
  },
)

// Common practice, no source.
describe('the week of a contest', () => {
  const contests = athletes.filter((a) => a.athlete.days.some((d) => d.competition))
  it.each(contests.map((a) => [a.id, a] as const))(
    '%s: light from three days before, and few exercises',
    (_, { athlete }) => {
      const contest = athlete.days.findIndex((d) => d.competition)
      const { blocks } = weekFor(highs, athlete)
      const work = blocks.filter((x) => !isClose(x) && !isExtensor(x))
      const late = work.filter((x) => x.day < contest && contest - x.day <= 3)
      expect(late.filter((x) => ofBlock(x).level === 'hard' || x.sets > 2)).toEqual([])
      expect(new Set(work.map((x) => x.exercise_id)).size).toBeLessThanOrEqual(3)
    },
  )
  it('costs what is left three days before, half of it with two sets, nothing light', () => {
    const { athlete } = athletes.find((a) => a.id === 'W42')!
    const p = problemFor(athlete)
    const b = briefOf(p)
    const cost = (id: string, day: number, sets: number) =>
      dayPoints(exerciseById(id)!, b, { day, sets }) -
      dayPoints(exerciseById(id)!, b, { day: 0, sets })
    expect(cost('pinch_hold', 2, 3)).toBe(POINTS.lateInContest)
    expect(cost('pinch_hold', 2, 2)).toBe(POINTS.lateInContest / 2)
    expect(cost('ext_band', 2, 3)).toBe(0)
  })
})

it('quick work has three sets at the most, also where it is a main exercise', () => {
  for (const e of EXERCISES.filter((x) => x.aim === 'reactive')) {
    expect(Math.max(...setChoices(e, false))).toBe(3)
    expect(mostSets(e, true)).toBe(3)
  }
})

// Common practice, no source.
describe('a week as coaches count it', () => {
  const of = (id: string) => {
    const { athlete, week } = athletes.find((a) => a.id === id)!
    const p = problemFor(athlete)
    const blocks = week.map((b, i) => ({
      id: String(i),
      day: b.day,
      exerciseId: b.exercise_id,
      sets: b.sets,
      dose: b.dose ?? ofBlock(b).dose.range[0],
      hands: ['left' as const, 'right' as const],
      reason: '',
    }))
    return { p, blocks, parts: (x: typeof blocks) => scorePlan({ blocks: x }, p, true).parts }
  }
  it('has a hang before the extensors in order, where nothing else leads the day', () => {
    const { blocks, parts } = of('W65')
    expect(parts(blocks).order).toBe(0)
    // The other way round an extensor stands before what it closes.
    const turned = blocks.map((b, i) => (b.day === 4 ? blocks[[4, 3, 5][i - 3]!]! : b))
    expect(parts(turned).order).toBeLessThan(0)
  })
  it('takes both ways of a joint as one exercise and one block', () => {
    const { blocks, parts } = of('W67')
    const first = blocks.filter((b) => b.day === 0)
    expect(first.map((b) => b.exerciseId)).toEqual(
      expect.arrayContaining(['lever_radial', 'lever_ulnar']),
    )
    const other = first.map((b) =>
      b.exerciseId === 'lever_ulnar' ? { ...b, exerciseId: 'spring_hold' } : b,
    )
    expect(parts(first).few).toBeGreaterThan(parts(other).few)
  })
})

describe('what coaches put first', () => {
  it('names exercises and qualities that are there, once each, for every shipped sport', () => {
    expect([...RATED_SPORTS].sort()).toEqual(SPORTS.map((s) => s.id).sort())
    for (const sport of ['*', ...RATED_SPORTS]) {
      const rows = shippedRatings(sport)
      const keys = rows.map((r) => `${r.quality} ${r.exerciseId}`)
      expect(new Set(keys).size, sport).toBe(keys.length)
      for (const r of rows) {
        expect(
          EXERCISES.some((e) => e.id === r.exerciseId),
          r.exerciseId,
        ).toBe(true)
        expect([...QUALITY_IDS, 'prep', 'close']).toContain(r.quality)
      }
    }
  })
  it('every exercise is rated somewhere', () => {
    const rated = new Set(
      ['*', ...RATED_SPORTS].flatMap((s) => shippedRatings(s).map((r) => r.exerciseId)),
    )
    expect(EXERCISES.filter((e) => !rated.has(e.id)).map((e) => e.id)).toEqual([])
  })
  it("two sports take the better rating; a hall's own word takes the place of ours", () => {
    const of = (sports: string[], own: Parameters<typeof ratingsOf>[1] = []) =>
      ratingsOf(sports, own).find((r) => r.quality === 'carry' && r.exerciseId === 'bar_hold')!
    const both = of(['boxer', 'thrower_hammer'])
    expect(tierRank(both.tier)).toBeLessThanOrEqual(tierRank(of(['thrower_hammer']).tier))
    expect(
      of(
        ['thrower_hammer'],
        [{ sportId: 'thrower_hammer', quality: 'carry', exerciseId: 'bar_hold', tier: 'rare' }],
      ).tier,
    ).toBe('rare')
    expect(of(['a sport nobody rated']).tier).toBeDefined()
  })
})
