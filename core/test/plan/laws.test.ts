import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { EXERCISES } from '../../src/catalogue/exercises'
import { IMPLEMENTS } from '../../src/catalogue/implements'
import { inOrder } from '../../src/plan/order'
import { validate } from '../../src/plan/rules'
import type { PlanContext } from '../../src/plan/situation'
import { type Block } from '../../src/plan/types'
import { EMPTY_DAY, type DayFrame } from '../../src/intake/week'
import { judgeBy } from '../../src/safety/judge'
import type { SafetyFacts } from '../../src/safety/triggers'
import { WELL } from '../safety/well'

const facts: SafetyFacts = { ...WELL, today: '2026-10-05' }
const context: PlanContext = {
  judge: judgeBy(facts),
  kit: { hall: new Set<string>(IMPLEMENTS.map((k) => k.id)), home: null, bag: null },
  hardBefore: [{ tissue: 'finger_flexors', on: '2026-10-04' }],
  lastLoad: 20,
}
const work = EXERCISES.filter((e) => e.mode !== 'prep')
const days = fc.array(
  fc.record({
    minutes: fc.integer({ min: 0, max: 90 }),
    place: fc.constantFrom('hall' as const, 'home' as const, 'bag' as const),
    sportLoad: fc.constantFrom(0 as const, 1 as const, 2 as const, 3 as const),
    heavyPull: fc.constantFrom('none' as const, 'before' as const, 'after' as const),
    competition: fc.boolean(),
  }),
  { minLength: 7, maxLength: 7 },
)
const block = fc
  .record({
    id: fc.uuid(),
    day: fc.integer({ min: 0, max: 6 }),
    e: fc.constantFrom(...work),
    sets: fc.integer({ min: 1, max: 6 }),
  })
  .map(({ e, ...b }): Block => ({
    ...b,
    exerciseId: e.id,
    dose: e.dose.range[0],
    hands: e.hands === 'both' ? ['both'] : ['left', 'right'],
    reason: '',
  }))
const plan = (frame: readonly DayFrame[], blocks: readonly Block[]) => ({
  weekStart: '2026-10-05',
  frame,
  blocks,
})
/** Breaches by rule and place; what only asks for something to be there is apart. */
const places = (frame: readonly DayFrame[], blocks: readonly Block[]) =>
  new Set(
    validate(plan(frame, blocks), context)
      .filter((b) => !b.rule.endsWith('_twice') && b.rule !== 'closes')
      .map((b) => b.rule),
  )

describe('laws of the rules', () => {
  it('a growing week never makes room again: what drafting rests on', () => {
    fc.assert(
      fc.property(days, fc.array(block, { maxLength: 10 }), block, (frame, blocks, more) => {
        const before = places(frame, blocks)
        const after = places(frame, [...blocks, more])
        for (const rule of before) expect(after.has(rule)).toBe(true)
      }),
      { numRuns: 300 },
    )
  })
  it('the order in which blocks are listed does not matter', () => {
    fc.assert(
      fc.property(days, fc.array(block, { maxLength: 10 }), (frame, blocks) => {
        expect(places(frame, [...blocks].reverse())).toEqual(places(frame, blocks))
      }),
      { numRuns: 200 },
    )
  })
  it('more minutes break no rule that held', () => {
    fc.assert(
      fc.property(days, fc.array(block, { maxLength: 8 }), (frame, blocks) => {
        const roomy = frame.map((d) => (d.minutes > 0 ? { ...d, minutes: d.minutes + 60 } : d))
        for (const rule of places(roomy, blocks)) expect(places(frame, blocks).has(rule)).toBe(true)
      }),
      { numRuns: 200 },
    )
  })
  it('safety comes first, and each breach says something and names blocks that are there', () => {
    fc.assert(
      fc.property(days, fc.array(block, { maxLength: 10 }), (frame, blocks) => {
        const found = validate(plan(frame, blocks), context)
        const kinds = found.map((b) => b.kind)
        expect(kinds.lastIndexOf('safety')).toBeLessThan(
          kinds.indexOf('practice') === -1 ? Infinity : kinds.indexOf('practice'),
        )
        for (const b of found) {
          expect(b.says.length).toBeGreaterThan(8)
          for (const id of b.blockIds) expect(blocks.some((x) => x.id === id)).toBe(true)
        }
      }),
      { numRuns: 200 },
    )
  })
  it('an empty week is never wrong', () =>
    fc.assert(
      fc.property(days, (frame) => {
        expect(validate(plan(frame, []), context).filter((b) => b.rule !== 'rest_day')).toEqual([])
      }),
    ))
  it('an unknown exercise is passed over, not fallen over', () => {
    const odd: Block = {
      id: 'x',
      day: 0,
      exerciseId: 'juggling',
      sets: 3,
      dose: 1,
      hands: ['both'],
      reason: '',
    }
    expect(
      validate(
        plan(
          Array.from({ length: 7 }, () => EMPTY_DAY),
          [odd],
        ),
        context,
      ),
    ).toEqual([])
  })
  it('ordering a session loses and repeats nothing', () => {
    fc.assert(
      fc.property(fc.array(block, { maxLength: 12 }), (blocks) => {
        expect(
          inOrder(blocks)
            .map((b) => b.id)
            .sort(),
        ).toEqual(blocks.map((b) => b.id).sort())
      }),
    )
  })
})
