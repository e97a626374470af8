import loadHighs from 'highs'
import { describe, expect, it } from 'vitest'
import { exerciseById } from '../../src/catalogue/exercises'
import { IMPLEMENTS } from '../../src/catalogue/implements'
import { EMPTY_DAY, type DayFrame } from '../../src/intake/week'
import { adviceFor, unlocks } from '../../src/plan/advice'
import { withCoach } from '../../src/plan/coach'
import { planContext } from '../../src/plan/context'
import { draftWeek } from '../../src/plan/draft'
import { explainBlock, whyNot } from '../../src/plan/explain'
import { staplesLeftOut } from '../../src/plan/leftOut'
import { contextOf, type WeekProblem } from '../../src/plan/problem'
import { resolveAround } from '../../src/plan/resolve'
import { validate } from '../../src/plan/rules'
import { solveWeek } from '../../src/plan/solve'
import { doneOf, fromToday } from '../../src/plan/stale'
import { NO_TERMS, PLAIN_TERMS, type Block, type WeekPlan } from '../../src/plan/types'
import { judgeBy } from '../../src/safety/judge'
import { addDays } from '../../src/units/dates'
import { injury } from '../safety/rows'
import { WELL } from '../safety/well'
import { wantsOf } from './wants'

const highs = await loadHighs()
const WEEK = '2026-10-05'
const THURSDAY = '2026-10-08'
const framed = (...minutes: number[]): DayFrame[] =>
  minutes.map((m) => ({ ...EMPTY_DAY, minutes: m }))
const problem = (sport: string, frame: DayFrame[]): WeekProblem => ({
  ...{ weekStart: WEEK, frame, wants: wantsOf(sport), hardBefore: [], lastLoad: null, near: null },
  facts: { ...WELL, today: WEEK },
  units: IMPLEMENTS.map((k) => ({ kind: k.id, place: 'hall' as const })),
  terms: PLAIN_TERMS,
})
let n = 0
const newId = () => `n${++n}`
const logOf = (b: Block) => ({
  ...{ blockId: b.id, exerciseId: b.exerciseId, set: 1, on: addDays(WEEK, b.day) },
})

/** On Thursday: of each day gone by those blocks were done that `which` picks. */
function running(p: WeekProblem, week: WeekPlan, which: (at: number, of: number) => boolean) {
  const logs = week.blocks
    .filter((b) => b.day < 3)
    .filter((b, _, all) => {
      const own = all.filter((x) => x.day === b.day)
      return which(own.indexOf(b), own.length)
    })
    .map(logOf)
  const { plan, days } = fromToday(week, logs, THURSDAY)
  const rest: WeekProblem = {
    ...withCoach(p, plan.frame, NO_TERMS, plan.blocks),
    ...doneOf(plan, logs, THURSDAY),
  }
  return { plan, days, rest, logs }
}
const past = (w: WeekPlan) =>
  w.blocks
    .filter((b) => b.day < 3)
    .map((b) => `${b.day} ${b.exerciseId} ${b.sets} x ${b.dose}, ${b.hands.join()}`)
    .sort()

describe('what is left of a week', () => {
  const WHICH = {
    nothing: () => false,
    'the first': (at: number) => at === 0,
    'the last': (at: number, of: number) => at === of - 1,
    half: (at: number, of: number) => at < of / 2,
    everything: () => true,
  }
  it.each(['grappler_jacket', 'thrower_hammer'])(
    '%s: days gone by hold what was done of them and nothing else, whatever that was',
    (sport) => {
      const p = problem(sport, framed(60, 0, 60, 0, 60, 0, 0))
      const week = draftWeek(p, newId)
      for (const [name, which] of Object.entries(WHICH)) {
        const { plan, days, rest } = running(p, week, which)
        const r = resolveAround(highs, rest, plan, days, newId)
        if (!r.ok) throw new Error(`${name}: ${r.clashes.map((c) => c.says).join(' ')}`)
        expect(past(r.plan), name).toEqual(past(plan))
        expect(validate(r.plan, contextOf(rest)), name).toEqual([])
      }
    },
  )

  it('what was left out of a day gone by is made up for where there is a day for it', () => {
    const p = problem('boxer', framed(60, 0, 60, 60, 0, 60, 0))
    const { plan, days, rest } = running(p, draftWeek(p, newId), () => false)
    const r = resolveAround(highs, rest, plan, days, newId)
    if (!r.ok) throw new Error('clash')
    const extended = r.plan.blocks.filter(
      (b) => exerciseById(b.exerciseId)!.primary === 'wrist_ext',
    )
    expect(new Set(extended.map((b) => b.day)).size).toBe(2)
  })

  it('a hurt that came after stops what is ahead, not what was done before it', () => {
    const p = problem('boxer', framed(60, 0, 60, 0, 60, 0, 0))
    const { plan, days, rest, logs } = running(p, draftWeek(p, newId), () => true)
    const hurt = injury('finger_pulley', 'active')
    const facts = {
      ...WELL,
      today: THURSDAY,
      ...hurt,
      injuries: [...hurt.injuries, ...hurt.injuries.map((i) => ({ ...i, side: 'right' as const }))],
    }
    const r = resolveAround(highs, { ...rest, facts }, plan, days, newId)
    if (!r.ok) throw new Error(r.clashes.map((c) => c.says).join(' '))
    expect(past(r.plan)).toEqual(past(plan))
    const context = planContext(judgeBy(facts), contextOf(rest).kit, logs, WEEK)
    expect(validate(r.plan, context).filter((b) => b.kind === 'safety')).toEqual([])
    // Not done, the same would be stopped.
    const planned = planContext(judgeBy(facts), contextOf(rest).kit, [], WEEK)
    expect(validate(r.plan, planned).some((b) => b.kind === 'safety')).toBe(true)
  })

  it('another exercise under the id of a done one is judged as any other', () => {
    const p = problem('boxer', framed(60, 0, 60, 0, 60, 0, 0))
    const did = { ...draftWeek(p, newId).blocks.find((b) => b.day < 3)!, exerciseId: 'wrist_curl' }
    const hurt = { ...WELL, today: THURSDAY, ...injury('finger_pulley', 'active') }
    const context = planContext(judgeBy(hurt), contextOf(p).kit, [logOf(did)], WEEK)
    const safety = (b: Block) =>
      validate({ weekStart: WEEK, frame: p.frame, blocks: [b], testDay: null }, context).filter(
        (x) => x.kind === 'safety',
      )
    expect(safety({ ...did, hands: ['left', 'right'] })).toEqual([])
    const other: Block = { ...did, exerciseId: 'spring_low', hands: ['left', 'right'] }
    expect(safety(other)).not.toEqual([])
  })

  it('done on a day that had no time, in sets the plan did not have, it stands', () => {
    const p = problem('boxer', framed(0, 0, 0, 45, 0, 45, 0))
    const did: Block = {
      ...{ id: 'did', day: 1, exerciseId: 'wrist_curl', sets: 7, dose: 12, reason: '' },
      hands: ['left', 'right'],
    }
    const week = { weekStart: WEEK, frame: p.frame, blocks: [did], testDay: null }
    const { plan, days, rest } = running(p, week, () => true)
    const r = resolveAround(highs, rest, plan, days, newId)
    if (!r.ok) throw new Error(r.clashes.map((c) => c.says).join(' '))
    expect(past(r.plan)).toEqual(['1 wrist_curl 7 x 12, left,right'])
    expect(r.plan.blocks.some((b) => b.day >= 3)).toBe(true)
  })

  it('more of a tissue than the week may have, done already: no more of it, and no clash', () => {
    const frame = framed(60, 60, 60, 60, 0, 0, 0)
    const p = problem('climber_boulder', frame)
    const hard = (day: number): Block => ({
      ...{ id: `h${day}`, day, exerciseId: 'edge_hang', sets: 8, dose: 10, reason: '' },
      hands: ['both'],
    })
    const week = { weekStart: WEEK, frame, blocks: [hard(0), hard(1), hard(2)], testDay: null }
    expect(validate(week, contextOf(p)).map((b) => b.rule)).toContain('gap_48h')
    const { plan, days, rest } = running(p, week, () => true)
    const r = resolveAround(highs, rest, plan, days, newId)
    if (!r.ok) throw new Error(r.clashes.map((c) => c.says).join(' '))
    expect(past(r.plan)).toHaveLength(3)
    const hardAhead = r.plan.blocks.filter(
      (b) => b.day >= 3 && exerciseById(b.exerciseId)!.level === 'hard',
    )
    expect(hardAhead.map((b) => b.exerciseId)).toEqual([])
  })

  it('tests that were taken stay on their day, those that were not go on one to come', () => {
    const frame = framed(0, 0, 60, 60, 0, 60, 0)
    const terms = { ...NO_TERMS, tests: { minutes: 20, day: 2 } }
    const p = problem('boxer', frame)
    const week: WeekPlan = { weekStart: WEEK, frame, blocks: [], testDay: 2 }
    const solve = (testDay: number | null) =>
      solveWeek(highs, {
        ...withCoach(p, frame, terms, []),
        ...doneOf({ ...week, testDay }, [], THURSDAY),
      })
    const [taken, open] = [solve(2), solve(null)]
    expect(taken.ok && taken.plan.testDay).toBe(2)
    expect(open.ok && open.plan.testDay).toBeGreaterThanOrEqual(3)
  })

  it('before its Monday a week is planned whole', () => {
    expect(doneOf({ weekStart: WEEK, blocks: [], testDay: null }, [], '2026-10-02')).toEqual({})
    expect(doneOf({ weekStart: WEEK, blocks: [], testDay: null }, [], WEEK)).toEqual({})
    const p = problem('boxer', framed(60, 0, 60, 0, 60, 0, 0))
    expect(contextOf(p).done).toBeUndefined()
    expect(planContext(judgeBy(p.facts), contextOf(p).kit, [], WEEK).done).toBeUndefined()
  })

  it('nothing is proposed for a day gone by, and nothing that is done is given up', () => {
    const frame = framed(60, 0, 20, 45, 20, 0, 0)
    const p = problem('climber_boulder', frame)
    const week = draftWeek(p, newId)
    const { plan, rest } = running(p, week, (at) => at === 0)
    const done = rest.done!.blocks
    expect(done.length).toBeGreaterThan(0)
    const empty = { ...plan, blocks: done }
    const ways = unlocks(empty, rest)
    expect(ways.length).toBeGreaterThan(0)
    expect(ways.every((u) => u.day >= 3)).toBe(true)
    expect(staplesLeftOut(empty, rest).every((x) => x.block === null || x.block.day >= 3)).toBe(
      true,
    )
    expect(adviceFor(empty, rest).join(' ')).not.toMatch(/on (Mon|Tue|Wed)/)
    expect(whyNot(highs, plan, 'pinch_hold', 0, rest)).toEqual({
      kind: 'forbidden',
      reasons: [{ rule: 'past', says: 'Mon is over.' }],
    })
    for (const e of ['pinch_hold', 'edge_hang', 'wrist_rev', 'towel_hang', 'plate_pinch']) {
      const why = whyNot(highs, plan, e, 3, rest)
      if (why.kind === 'swap') expect(done.map((b) => b.id)).not.toContain(why.out.id)
    }
    // A done block may still be looked at: where else it could have stood is to come.
    for (const b of done)
      expect(explainBlock(plan, b.id, rest)!.otherDays.every((o) => o.day >= 3)).toBe(true)
  })
})
