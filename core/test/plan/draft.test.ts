import { problemFor } from '../../src/calc/week'
import { withLeads } from '../../src/plan/leads'
import { describe, expect, it } from 'vitest'
import { SPORTS } from '../../src/catalogue/sports'
import { exerciseById } from '../../src/catalogue/exercises'
import { IMPLEMENTS } from '../../src/catalogue/implements'
import { draftWeek as draft } from '../../src/plan/draft'
import { contextOf, type WeekProblem } from '../../src/plan/problem'
import { inOrder } from '../../src/plan/order'
import { validate } from '../../src/plan/rules'
import { PLAIN_TERMS } from '../../src/plan/types'
import { EMPTY_DAY, type DayFrame } from '../../src/intake/week'
import type { SafetyFacts } from '../../src/safety/triggers'
import { WELL } from '../safety/well'
import { wantsOf } from './wants'

const facts: SafetyFacts = { ...WELL, today: '2026-10-05' }
const kit = IMPLEMENTS.map((k) => k.id as string)
const input = (
  sportId: string,
  frame: DayFrame[],
  more: Partial<SafetyFacts> = {},
  hall: readonly string[] = kit,
): WeekProblem => ({
  weekStart: '2026-10-05',
  frame,
  wants: wantsOf(sportId),
  facts: { ...facts, ...more },
  units: hall.map((kind) => ({ kind, place: 'hall' })),
  hardBefore: [],
  lastLoad: null,
  terms: PLAIN_TERMS,
  near: null,
})
const draftWeek = (p: WeekProblem) => {
  let n = 0
  return draft(p, () => `b${n++}`)
}

/** A seeded frame: minutes, sport, pulls, places and competitions as they come. */
function frameOf(seed: number): DayFrame[] {
  let state = seed * 7919 + 13
  const next = (n: number) => {
    state = (state * 1103515245 + 12345) % 2147483648
    return Math.floor((state / 2147483648) * n)
  }
  return Array.from({ length: 7 }, (_, d) => ({
    ...EMPTY_DAY,
    minutes: d < 2 ? 45 : [0, 0, 20, 30, 45, 60][next(6)]!,
    place: (['hall', 'hall', 'home', 'bag'] as const)[next(4)]!,
    sportLoad: next(4) as 0 | 1 | 2 | 3,
    heavyPull: (['none', 'none', 'before', 'after'] as const)[next(4)]!,
    competition: d > 2 && next(12) === 0,
  }))
}
const FAMILIES = ['grappler_jacket', 'climber_boulder', 'thrower_ball', 'boxer', 'obstacle_racer']

describe('two seeds by five families', () => {
  for (const sportId of FAMILIES)
    it(sportId, () => {
      for (let seed = 0; seed < 2; seed++) {
        const i = input(sportId, frameOf(seed))
        const plan = draftWeek(i)
        const broken = validate(plan, contextOf(i)).filter((b) => !b.rule.endsWith('_twice'))
        expect(broken, `seed ${seed}`).toEqual([])
        expect(plan.blocks.length, `seed ${seed}`).toBeGreaterThanOrEqual(3)
      }
    })
})

const three: DayFrame[] = Array.from({ length: 7 }, (_, d) => ({
  ...EMPTY_DAY,
  minutes: [0, 2, 4].includes(d) ? 45 : 0,
}))

describe('a drafted week', () => {
  it.each(SPORTS.map((s) => s.id))(
    '%s breaks nothing, extensors included, and says why of each block',
    (sportId) => {
      const i = input(sportId, three)
      const plan = draftWeek(i)
      expect(validate(plan, contextOf(i))).toEqual([])
      for (const b of plan.blocks) expect(b.reason.length).toBeGreaterThan(10)
    },
  )
  it('is the same twice', () =>
    expect(draftWeek(input('boxer', three))).toEqual(draftWeek(input('boxer', three))))
  it('serves what matters most in the sport', () => {
    const done = draftWeek(input('boxer', three)).blocks.map((b) => exerciseById(b.exerciseId)!)
    for (const q of ['catch', 'wrist_flex', 'wrist_ext'] as const)
      expect(
        done.some((e) => e.primary === q || e.secondary[q]),
        q,
      ).toBe(true)
  })
  it('fills a bare hall with what anyone has', () =>
    expect(
      draftWeek(input('obstacle_racer', three, {}, ['dyno', 'bar'])).blocks.length,
    ).toBeGreaterThanOrEqual(4))
  it('gives the free hand its work while the other is held', () => {
    const plan = draftWeek(
      input('thrower_hammer', three, {
        injuries: [{ site: 'thumb', side: 'right', status: 'active', cleared: null, daysAgo: 20 }],
      }),
    )
    const thumb = plan.blocks.filter((b) => exerciseById(b.exerciseId)!.tissues.thumb)
    expect(thumb.every((b) => !b.hands.includes('right') && !b.hands.includes('both'))).toBe(true)
    expect(plan.blocks.some((b) => b.hands.join() === 'left')).toBe(true)
    expect(
      plan.blocks
        .filter((b) => !b.hands.every((h) => h === 'left'))
        .every((b) => exerciseById(b.exerciseId)!.level === 'light'),
    ).toBe(true)
  })
  it('is empty without minutes', () =>
    expect(
      draftWeek(
        input(
          'boxer',
          three.map((d) => ({ ...d, minutes: 0 })),
        ),
      ).blocks,
    ).toEqual([]))
  it('runs in the order of a session', () => {
    const blocks = inOrder(
      draftWeek(input('climber_boulder', three)).blocks.filter((b) => b.day === 0),
    )
    const lead = blocks.findIndex((b) => b.lead)
    expect(
      blocks.slice(0, lead).every((b) => exerciseById(b.exerciseId)!.position === 'early'),
    ).toBe(true)
    expect(['wrist_ext', 'finger_ext']).toContain(exerciseById(blocks.at(-1)!.exerciseId)!.primary)
  })
})

describe('a lean that is acted on', () => {
  const plain = draftWeek(input('boxer', three)).blocks
  const wants = wantsOf('boxer').map((w) =>
    w.quality === 'closed' || w.quality === 'rotation' ? { ...w, weaker: 'right' as const } : w,
  )
  const i = { ...input('boxer', three), wants }
  const led = draftWeek(i)
  it(
    'puts the weaker hand first with one set more, never over half as many, and breaks no ' +
      'rule by it',
    () => {
      const own = led.blocks.filter(
        (b) =>
          ['closed', 'rotation'].includes(exerciseById(b.exerciseId)!.primary!) &&
          b.hands.length === 2,
      )
      expect(own.length).toBeGreaterThan(0)
      for (const b of own) {
        expect(b.hands[0]).toBe('right')
        expect(b.reason).toContain('its lean is acted on')
        if (b.extra) expect(b.sets).toBeGreaterThanOrEqual(2)
      }
      expect(own.some((b) => b.extra === 'right')).toBe(true)
      expect(validate(led, contextOf(i))).toEqual([])
    },
  )
  it('leaves every other block as it was', () => {
    expect(led.blocks.map((b) => b.exerciseId)).toEqual(plain.map((b) => b.exerciseId))
    for (const b of led.blocks.filter(
      (x) => !['closed', 'rotation'].includes(exerciseById(x.exerciseId)!.primary!),
    ))
      expect(b.extra ?? null).toBeNull()
  })
})

it('the main exercise of a day follows from what stands there, also after a coach moves it', () => {
  const p = input('boxer', three)
  const plan = draftWeek(p)
  const lead = plan.blocks.find((b) => b.lead)!
  const gone = withLeads({ ...plan, blocks: plan.blocks.filter((b) => b !== lead) }, p)
  const others = gone.blocks.filter((b) => b.day === lead.day && b.lead)
  expect(others.map((b) => b.id)).not.toContain(lead.id)
  const other = plan.blocks.find((b) => b.lead && b.day !== lead.day)!
  const moved = plan.blocks.map((b) => (b === lead ? { ...b, day: other.day } : b))
  const again = withLeads({ ...plan, blocks: moved }, p).blocks
  expect(again.filter((b) => b.day === other.day && b.lead)).toHaveLength(1)
})

it('what an exercise is there for makes it the main one, not what it serves beside', () => {
  // Open pinches are a staple of finger extension, which is why a light edge is still the main one.
  const p = problemFor({
    sport: 'climber_boulder',
    level: 'advanced',
    kit: { hall: 'full' },
    days: three.map((d) => ({ minutes: d.minutes, place: d.place, sport_load: d.sportLoad })),
  })
  const block = (exerciseId: string) => ({
    id: exerciseId,
    day: 0,
    exerciseId,
    sets: 4,
    dose: 25,
    hands: ['left', 'right'] as const,
    reason: '',
  })
  const week = (ids: string[]) => ({
    weekStart: p.weekStart,
    frame: p.frame,
    blocks: ids.map(block),
  })
  const lead = (ids: string[]) =>
    withLeads(week(ids), p)
      .blocks.filter((b) => b.lead)
      .map((b) => b.exerciseId)
  expect(lead(['pinch_open', 'edge_light', 'ext_band'])).toEqual(['edge_light'])
  expect(lead(['pinch_open', 'wrist_rev'])).toEqual(['pinch_open'])
})
