import { describe, expect, it } from 'vitest'
import { exerciseById } from '../../src/catalogue/exercises'
import { IMPLEMENTS } from '../../src/catalogue/implements'
import { RULES, validate } from '../../src/plan/rules'
import { weekStartOf } from '../../src/units/dates'
import { NOBODY, type PlanContext } from '../../src/plan/situation'
import { TISSUE_BUDGET } from '../../src/plan/practice'
import { sessionMinutes } from '../../src/plan/time'
import { PLAIN_TERMS, type Block, type WeekPlan } from '../../src/plan/types'
import { EMPTY_DAY, type DayFrame } from '../../src/intake/week'
import { judgeBy } from '../../src/safety/judge'
import type { SafetyFacts } from '../../src/safety/triggers'
import { WELL } from '../safety/well'

const facts: SafetyFacts = { ...WELL, today: '2026-10-05' }
const context: PlanContext = {
  judge: judgeBy(facts),
  kit: { hall: new Set<string>(IMPLEMENTS.map((k) => k.id)), home: null, bag: null },
  hardBefore: [],
  lastLoad: null,
}
const frame = (change: Record<number, Partial<DayFrame>> = {}): DayFrame[] =>
  Array.from({ length: 7 }, (_, d) => ({ ...EMPTY_DAY, minutes: 60, ...change[d] }))
let n = 0
const block = (day: number, exerciseId: string, sets?: number): Block => {
  const e = exerciseById(exerciseId)!
  return {
    id: `b${n++}`,
    day,
    exerciseId,
    sets: sets ?? e.sets[0],
    dose: e.dose.range[0],
    hands: e.hands === 'both' ? ['both'] : ['left', 'right'],
    reason: '',
  }
}
/** The extensors every week asks for, out of the way of the rest. */
const base = () => [
  block(0, 'ext_band'),
  block(3, 'ext_band'),
  block(0, 'wrist_iso_often', 1),
  block(3, 'wrist_iso_often', 1),
]
const week = (blocks: Block[], f = frame()): WeekPlan => ({
  weekStart: '2026-10-05',
  frame: f,
  blocks: [...base(), ...blocks, ...closing(blocks)],
})
/** Every session ends with the extensors. */
const closing = (blocks: Block[]): Block[] =>
  [...new Set(blocks.map((b) => b.day))]
    .filter(
      (d) => ![0, 3].includes(d) && !blocks.some((b) => b.day === d && b.exerciseId === 'ext_band'),
    )
    .map((d) => block(d, 'ext_band', 1))

/** For each rule a week that breaks it alone. */
const BREAKS: Record<string, { plan: WeekPlan; context?: Partial<PlanContext> }> = {
  caution: {
    plan: week([block(1, 'pinch_hold')]),
    context: {
      judge: judgeBy({
        ...facts,
        injuries: [{ site: 'thumb', side: 'left', status: 'active', cleared: null, daysAgo: 20 }],
      }),
    },
  },
  competition: { plan: week([block(4, 'spring_low')], frame({ 5: { competition: true } })) },
  heavy_pull: { plan: week([block(1, 'bar_hold_long')], frame({ 1: { heavyPull: 'after' } })) },
  gap_48h: { plan: week([block(1, 'spring_low', 2), block(2, 'roll_max', 2)]) },
  two_hard_days: {
    plan: week([block(0, 'spring_low', 2), block(2, 'roll_max', 2), block(4, 'edge_repeat', 2)]),
  },
  rest_day: {
    plan: week(
      [0, 1, 2, 3, 4, 5, 6]
        .map((d) => block(d, ['bar_hold_long', 'pinch_hold', 'wrist_curl'][d % 3]!, 1))
        .map((b, i) =>
          i === 6 ? { ...b, exerciseId: 'lever_sup', hands: ['left', 'right'] as const } : b,
        ),
    ),
  },
  tissue_day: { plan: week([block(1, 'pinch_max', 7)], frame({ 1: { minutes: 200 } })) },
  tissue_week: {
    plan: week(
      [block(1, 'ball_twist', 8), block(2, 'bell_twist', 8), block(5, 'getup', 8)].map((b, i) => ({
        ...b,
        exerciseId: ['ball_twist', 'bell_twist', 'fast_turn'][i]!,
        hands: b.hands,
      })),
      frame({ 1: { minutes: 200 }, 2: { minutes: 200 }, 5: { minutes: 200 } }),
    ),
  },
  minutes: { plan: week([block(1, 'bar_hold_long')], frame({ 1: { minutes: 10 } })) },
  kit: { plan: week([block(1, 'bar_hold_long')]), context: {} },
  one_per_quality: { plan: week([block(1, 'bar_hold_long', 1), block(1, 'carry_one', 1)]) },
  qualities_day: {
    plan: week(
      ['bar_hold_long', 'pinch_hold', 'wrist_curl', 'lever_sup'].map((e) => block(1, e, 1)),
    ),
  },
  early_day: {
    plan: week([block(1, 'catch_plate', 1), block(1, 'towel_top', 1), block(1, 'fast_turn', 1)]),
  },
  finisher_day: { plan: week([block(1, 'thumb_side', 1), block(1, 'jar_hold', 1)]) },
  wrist_ext_twice: {
    plan: {
      ...week([]),
      blocks: base().filter((b) => b.exerciseId !== 'wrist_iso_often' || b.day !== 3),
    },
  },
  finger_ext_twice: {
    plan: { ...week([]), blocks: base().filter((b) => b.exerciseId !== 'ext_band' || b.day !== 3) },
  },
  same_block: {
    plan: week([
      block(1, 'bar_hold_long', 1),
      block(2, 'bar_hold_long', 1),
      block(4, 'bar_hold_long', 1),
    ]),
  },
  growth: { plan: week([block(1, 'bar_hold_long', 3)]), context: { lastLoad: 1 } },
  taper_hard: {
    plan: week([block(4, 'spring_low')]),
    context: { terms: { ...PLAIN_TERMS, events: ['2026-10-12'] } },
  },
  tests: { plan: week([]), context: { terms: { ...PLAIN_TERMS, tests: { minutes: 20 } } } },
  test_rest: { plan: { ...week([block(1, 'bar_hold_long', 1)]), testDay: 2 } },
  ban: {
    plan: week([block(1, 'bar_hold_long', 1)]),
    context: { terms: { ...PLAIN_TERMS, bans: [{ exerciseId: 'bar_hold_long', day: null }] } },
  },
  pin: {
    plan: week([block(1, 'bar_hold_long', 2)]),
    context: {
      terms: { ...PLAIN_TERMS, pins: [{ exerciseId: 'bar_hold_long', day: 1, sets: 3 }] },
    },
  },
}
BREAKS['blocks_day'] = {
  plan: week(
    ['bar_hold_long', 'pinch_hold', 'thumb_base', 'wrist_curl', 'wrist_iso'].map((e) =>
      block(1, e, 1),
    ),
  ),
}
BREAKS['closes'] = {
  plan: { ...week([]), blocks: [...base(), block(1, 'bar_hold_long', 1)] },
}
BREAKS['deload_same'] = {
  plan: week([block(1, 'bar_hold_long', 1)]),
  context: {
    terms: { ...PLAIN_TERMS, kind: 'deload' },
    who: { ...NOBODY, last: [block(1, 'pinch_hold')] },
  },
}
const EVENT = { ...PLAIN_TERMS, events: ['2026-10-10'] }
BREAKS['event_known'] = {
  plan: week([block(1, 'bar_hold_long', 1)]),
  context: { terms: EVENT, who: { ...NOBODY, practised: ['pinch_hold'] } },
}
BREAKS['event_quiet'] = {
  plan: week([block(4, 'bar_hold_long', 1)]),
  context: { terms: EVENT },
}
BREAKS['novice'] = {
  plan: week([block(1, 'hub_hold', 2)]),
  context: { who: { ...NOBODY, level: 'novice' } },
}
BREAKS['young'] = {
  plan: week([block(1, 'wrist_curl', 3)]),
  context: { judge: judgeBy({ ...facts, ageYears: 16, guardianConsent: true }) },
}
BREAKS['return_easy'] = {
  plan: week([block(1, 'spring_low', 2)]),
  context: { terms: { ...PLAIN_TERMS, kind: 'return' } },
}
BREAKS['kit'] = { plan: week([block(1, 'bar_hold')], frame({ 1: { place: 'bag' } })) }

describe('each hard rule', () => {
  it('has a week that breaks it', () =>
    expect(Object.keys(BREAKS).sort()).toEqual(RULES.map((r) => r.id).sort()))
  it.each(Object.entries(BREAKS))(
    '%s is caught alone, and unseen without the rule',
    (id, { plan, context: more }) => {
      const all = validate(plan, { ...context, ...more })
      expect([...new Set(all.map((b) => b.rule))]).toEqual([id])
      expect(
        validate(
          plan,
          { ...context, ...more },
          RULES.filter((r) => r.id !== id),
        ),
      ).toEqual([])
    },
  )
  it('nothing is found in the base week', () => expect(validate(week([]), context)).toEqual([]))
})

describe('at the limits', () => {
  const rules = (plan: WeekPlan, more: Partial<PlanContext> = {}) =>
    validate(plan, { ...context, ...more }).map((b) => b.rule)
  it("hard days two apart are fine, the day after last week's hard day is not", () => {
    expect(rules(week([block(1, 'spring_low', 2), block(3, 'roll_max', 2)]))).toEqual([])
    expect(
      rules(week([block(0, 'spring_low', 2)]), {
        hardBefore: [{ tissue: 'finger_flexors', on: '2026-10-04' }],
      }),
    ).toEqual(['gap_48h'])
    expect(
      rules(week([block(0, 'spring_low', 2)]), {
        hardBefore: [{ tissue: 'finger_flexors', on: '2026-10-03' }],
      }),
    ).toEqual([])
  })
  it(
    'hard sport may share the day, not the one beside it; from four a week only budgets ' + 'speak',
    () => {
      const sport = (days: number[]) =>
        frame(Object.fromEntries(days.map((d) => [d, { sportLoad: 3 as const }])))
      expect(rules(week([block(1, 'spring_low', 2)], sport([1])))).toEqual([])
      expect(rules(week([block(1, 'spring_low', 2)], sport([2])))).toEqual(['gap_48h'])
      expect(rules(week([block(1, 'spring_low', 2)], sport([2, 4, 5, 6])))).toEqual([])
    },
  )
  it('growth of 12 % or one set is fine', () => {
    const many = week([block(1, 'bar_hold_long', 14)])
    expect(rules(many, { lastLoad: 9.8 / 1.12 })).toEqual([])
    expect(rules(many, { lastLoad: 8.7 })).toEqual(['growth'])
    const few = week([block(1, 'bar_hold_long', 3)])
    expect(rules(few, { lastLoad: 1.1 })).toEqual([])
    expect(rules(few, { lastLoad: 1.05 })).toEqual(['growth'])
  })
  it("an absolute caution is safety, one to acknowledge is the coach's to break", () => {
    const kind = (more: Partial<SafetyFacts>, e: string) =>
      validate(week([block(1, e, 1)]), { ...context, judge: judgeBy({ ...facts, ...more }) }).map(
        (b) => b.kind,
      )[0]
    expect(kind({ ageYears: 16, guardianConsent: true }, 'edge_lift')).toBe('safety')
    expect(
      kind(
        {
          injuries: [{ site: 'skin', side: 'left', status: 'active', cleared: null, daysAgo: 20 }],
        },
        'towel_hang',
      ),
    ).toBe('practice')
  })
  it('the budget of a day holds to the last set', () => {
    const sets = Math.floor(TISSUE_BUDGET.thumb.day / 3)
    expect(rules(week([block(1, 'pinch_max', sets)], frame({ 1: { minutes: 200 } })))).toEqual([])
  })
  it('the budget of a week holds to the last set as well', () => {
    // Two sets' stress a set on the rotators, and nothing of the base week.
    const turns = (sets: number) =>
      rules(week([1, 2, 5, 6].map((d, i) => block(d, 'lever_sup', i === 0 ? sets : 6)))).includes(
        'tissue_week',
      )
    const each = exerciseById('lever_sup')!.tissues.rotators!
    const first = TISSUE_BUDGET.rotators.week / each - 18
    expect(first).toBe(Math.floor(first))
    expect([turns(first), turns(first + 1)]).toEqual([false, true])
  })
  it('what the sport alone bears is no budget of grip work', () => {
    const each = { sportLoad: 3, heavyPull: 'before' } as const
    const hard = frame(Object.fromEntries([0, 1, 2, 3, 4, 5, 6].map((d) => [d, each])))
    const sport = { ...week([], hard), blocks: [] }
    const terms = { ...PLAIN_TERMS, settings: { straps: 'a' as const } }
    const broken = (plan: WeekPlan) => rules(plan, { terms })
    expect(broken(sport)).not.toContain('tissue_week')
    expect(broken(week([block(1, 'bar_hold_long', 1)], hard))).toContain('tissue_week')
  })
  it('a session may be as long as its day, and not a minute longer', () => {
    const blocks = [block(1, 'bar_hold_long', 4), block(1, 'ext_band', 2)]
    const plan = (minutes: number) => ({
      ...week([], frame({ 1: { minutes } })),
      blocks: [...base(), ...blocks],
    })
    const used = Math.ceil(sessionMinutes(blocks, null))
    expect(rules(plan(used))).not.toContain('minutes')
    expect(rules(plan(used - 1))).toContain('minutes')
    // Tests of the day take their time of it.
    const tests = { ...PLAIN_TERMS, tests: { minutes: 20, day: 1 } }
    expect(rules({ ...plan(used), testDay: 1 }, { terms: tests })).toContain('minutes')
  })
  it('extension is asked of a week that has work or a test, not of an empty one', () => {
    const empty = { ...week([]), blocks: [] }
    expect(rules(empty)).toEqual([])
    expect(rules({ ...empty, testDay: 2 })).toEqual(['wrist_ext_twice', 'finger_ext_twice'])
  })
  it('before an event one hard day, four to six days ahead, this week or the one before', () => {
    const before = (event: string, days: number[], hardBefore: PlanContext['hardBefore'] = []) =>
      rules(week(days.map((d) => block(d, 'spring_low', 2))), {
        terms: { ...PLAIN_TERMS, events: [event] },
        hardBefore,
      }).filter((r) => r === 'taper_hard')
    // The event on the Sunday: Monday is six days ahead, Wednesday four, Thursday three.
    expect(before('2026-10-11', [0])).toEqual([])
    expect(before('2026-10-11', [2])).toEqual([])
    expect(before('2026-10-11', [3])).toEqual(['taper_hard'])
    expect(before('2026-10-11', [0, 2])).toEqual(['taper_hard'])
    // On the Monday after: this Monday is seven days ahead, within the taper and too early.
    expect(before('2026-10-12', [0])).toEqual(['taper_hard'])
    expect(before('2026-10-12', [1])).toEqual([])
    // The one hard day was in the week before.
    const sunday = [{ tissue: 'wrist' as const, on: '2026-10-04' }]
    expect(before('2026-10-10', [1])).toEqual([])
    expect(before('2026-10-10', [1], sunday)).toEqual(['taper_hard'])
    // Hard days of a week that is over are nothing this week could still mend.
    const both = [...sunday, { tissue: 'wrist' as const, on: '2026-10-03' }]
    expect(before('2026-10-08', [], both)).toEqual([])
  })
  it('a week starts on its Monday', () => {
    expect(weekStartOf('2026-10-08')).toBe('2026-10-05')
    expect(weekStartOf('2026-10-05')).toBe('2026-10-05')
    expect(weekStartOf('2023-12-31')).toBe('2023-12-25')
  })
})
