import { describe, expect, it } from 'vitest'
import { problemFor } from '../../src/calc/week'
import { exerciseById } from '../../src/catalogue/exercises'
import { ratingsOf, wishesOf, type OwnTier, type Wishes } from '../../src/catalogue/tiers'
import { whoseWeek } from '../../src/plan/context'
import { draftWeek } from '../../src/plan/draft'
import { ADDED, HABIT, habitsOf } from '../../src/plan/habits'
import { loadCap } from '../../src/plan/limits'
import { contextOf, type WeekProblem } from '../../src/plan/problem'
import { validate } from '../../src/plan/rules'
import { NOBODY } from '../../src/plan/situation'
import { NO_TERMS, type Block, type CoachTerms } from '../../src/plan/types'
import { addDays } from '../../src/units/dates'

const grappler = problemFor({
  sport: 'grappler_jacket',
  level: 'trained',
  kit: { hall: 'full' },
  days: [0, 1, 2, 3, 4, 5, 6].map((d) => ({
    minutes: d === 1 || d === 4 ? 45 : 0,
    place: 'hall' as const,
    sport_load: 0,
  })),
})
const withWay = (tiers: readonly OwnTier[], wishes: Wishes = {}): WeekProblem => ({
  ...grappler,
  who: { ...grappler.who!, tiers, wishes },
})
const ids = (p: WeekProblem) => new Set(draftWeek(p, () => 'x').blocks.map((b) => b.exerciseId))
const rated = (p: { wishes?: Wishes; own?: OwnTier[] }, quality: string, id: string) =>
  ratingsOf(['grappler_jacket'], p.own, p.wishes).find(
    (r) => r.quality === quality && r.exerciseId === id,
  )

describe('the hall\u2019s own rating', () => {
  it('takes the place of the shipped one, in that sport and quality alone', () => {
    const own: OwnTier[] = [
      { sportId: 'grappler_jacket', quality: 'cloth', exerciseId: 'towel_hang', tier: 'rare' },
      { sportId: 'boxer', quality: 'cloth', exerciseId: 'jacket_hang', tier: 'rare' },
    ]
    expect(rated({}, 'cloth', 'towel_hang')!.tier).toBe('staple')
    expect(rated({ own }, 'cloth', 'towel_hang')!.tier).toBe('rare')
    expect(rated({ own }, 'cloth', 'jacket_hang')).toEqual(rated({}, 'cloth', 'jacket_hang'))
  })
  it(
    'moves the week: what the hall calls rare is not planned by itself, the rules still ' + 'hold',
    () => {
      const before = ids(grappler)
      const cloth = [...before].find((id) => exerciseById(id)!.primary === 'cloth')!
      const p = withWay([
        { sportId: 'grappler_jacket', quality: 'cloth', exerciseId: cloth, tier: 'rare' },
      ])
      const week = draftWeek(p, () => 'x')
      expect(week.blocks.map((b) => b.exerciseId)).not.toContain(cloth)
      expect(week.blocks.some((b) => exerciseById(b.exerciseId)!.primary === 'cloth')).toBe(true)
      expect(validate(week, contextOf(p))).toEqual([])
    },
  )
})

describe('a wish', () => {
  it(
    'puts a favourite before its equals and lifts none above them; what is avoided is ' +
      'rated a step lower',
    () => {
      const tier = (id: string, wishes: Wishes) => rated({ wishes }, 'cloth', id)!
      expect(tier('towel_hang', { towel_hang: 'favourite' })).toMatchObject({
        tier: 'staple',
        rank: -1,
      })
      expect(tier('towel_hang', { towel_hang: 'avoid' }).tier).toBe('good')
      const rare = ratingsOf(['grappler_jacket']).find((r) => r.tier === 'rare')!
      expect(
        rated({ wishes: { [rare.exerciseId]: 'favourite' } }, rare.quality, rare.exerciseId)!.tier,
      ).toBe('accessory')
      expect(ratingsOf(['grappler_jacket'], [], { towel_hang: 'avoid' })).toHaveLength(
        ratingsOf(['grappler_jacket']).length,
      )
    },
  )
  it('chooses between exercises and pays for no more of them', () => {
    const before = draftWeek(grappler, () => 'x').blocks
    const main = before.find((b) => exerciseById(b.exerciseId)!.primary === 'cloth')!.exerciseId
    const without = draftWeek(withWay([], { [main]: 'avoid' }), () => 'x').blocks
    expect(without.map((b) => b.exerciseId)).not.toContain(main)
    expect(without.length).toBeLessThanOrEqual(before.length + 1)
    const other = without.find((b) => exerciseById(b.exerciseId)!.primary === 'cloth')!.exerciseId
    const liked = draftWeek(withWay([], { [other]: 'favourite', [main]: 'avoid' }), () => 'x')
    expect(liked.blocks.map((b) => b.exerciseId)).toContain(other)
  })
  it('of a list with neither among them, only what stands counts', () => {
    expect(
      wishesOf([
        { exerciseId: 'a', wish: 'avoid' },
        { exerciseId: 'b', wish: null },
      ]),
    ).toEqual({ a: 'avoid' })
  })
})

const MONDAY = '2026-10-05'
const week = (back: number, added: string[], terms: Partial<CoachTerms> = {}) => ({
  weekStart: addDays(MONDAY, -7 * back),
  blocks: added.map((exerciseId): Block => ({
    id: exerciseId,
    day: 0,
    exerciseId,
    sets: 3,
    dose: 10,
    hands: ['both'],
    reason: ADDED,
  })),
  terms: { ...NO_TERMS, ...terms },
})

describe('what a coach does again and again', () => {
  it('is offered from the third week in six, as a favourite or to be avoided', () => {
    const out = { removed: ['wrist_rev', 'wrist_rev'] }
    const all = [week(0, ['towel_hang'], out), week(1, ['towel_hang'], out), week(2, [], out)]
    expect(habitsOf(all, {})).toEqual([{ exerciseId: 'wrist_rev', wish: 'avoid', weeks: 3, of: 3 }])
    expect(habitsOf([...all, week(3, ['towel_hang'])], {})).toContainEqual({
      exerciseId: 'towel_hang',
      wish: 'favourite',
      weeks: 3,
      of: 4,
    })
    // The seventh week is too long ago.
    expect(
      habitsOf(
        [0, 1, 6]
          .map((n) => week(n, n < 2 ? ['towel_hang'] : []))
          .concat(
            [2, 3, 4, 5].map((n) => week(n, [])),
            week(7, ['towel_hang']),
          ),
        {},
      ),
    ).toEqual([])
    expect(HABIT.times).toBe(3)
  })
  it(
    'is not asked where it is wished already, was answered since, came back, or was only ' +
      'carried on',
    () => {
      const three = (terms: Partial<CoachTerms>, added: string[] = []) =>
        [0, 1, 2].map((n) => week(n, added, terms))
      const out = three({ removed: ['wrist_rev'] })
      expect(habitsOf(out, {})).toHaveLength(1)
      expect(habitsOf(out, { wrist_rev: 'favourite' })).toEqual([])
      expect(habitsOf(out, {}, { wrist_rev: addDays(MONDAY, -10) })).toEqual([])
      expect(habitsOf(three({ removed: ['wrist_rev'] }, ['wrist_rev']), {})).toMatchObject([
        { wish: 'favourite' },
      ])
      // A ban goes on into copied and planned weeks by itself: no hand did it again.
      expect(habitsOf(three({ bans: [{ exerciseId: 'wrist_rev', day: null }] }), {})).toEqual([])
    },
  )
})

describe('hands that were flat twice in a row', () => {
  const who = (flatOn: string | null, weekStart: string) =>
    whoseWeek({ sports: ['boxer'], level: 'trained', flatOn }, weekStart, [], [])
  it('make this week and the next one lighter, and no later one', () => {
    expect(who('2026-10-08', '2026-10-05').flat).toBe(true)
    expect(who('2026-10-08', '2026-10-12').flat).toBe(true)
    expect(who('2026-10-08', '2026-10-19').flat).toBe(false)
    expect(who('2026-10-08', '2026-09-28').flat).toBe(false)
    expect(who(null, '2026-10-05').flat).toBe(false)
  })
  it('carry less than last week', () => {
    const c = (flat: boolean) => ({
      ...contextOf(grappler),
      lastLoad: 12,
      who: { ...NOBODY, flat },
    })
    expect(loadCap('2026-10-05', c(true))!.most).toBeLessThan(12)
    expect(loadCap('2026-10-05', c(false))!.most).toBeGreaterThan(12)
  })
})
