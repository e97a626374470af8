import { describe, expect, it } from 'vitest'
import { exerciseById } from '../../src/catalogue/exercises'
import { doseFaults } from '../../src/plan/doseFaults'
import { draftWeek } from '../../src/plan/draft'
import { different, itemsOf, outOfPhase, type Item } from '../../src/plan/item'
import { sampleWeek } from '../../src/plan/sample'
import { scorePlan } from '../../src/plan/score'
import type { Block } from '../../src/plan/types'
import { Seeded } from '../../src/units/seeded'
import { must } from '../../src/units/must'

const p = sampleWeek(3)
const itemOf = (exerciseId: string, more: Partial<Block> = {}): Item =>
  must(
    itemsOf(p)({
      id: '',
      day: 0,
      exerciseId,
      sets: 3,
      dose: 20,
      hands: ['left', 'right'],
      reason: '',
      ...more,
    }),
  )

describe('what a block brings to the points of a week', () => {
  it('a week has the same points whether its blocks were seen before or not, in any week', () => {
    for (let seed = 1; seed <= 12; seed++) {
      const problem = sampleWeek(seed)
      const random = new Seeded(seed)
      const plan = draftWeek(problem, () => 'x')
      for (let n = 0; n < 8; n++) {
        const blocks = plan.blocks
          .filter(() => random.next() < 0.7)
          .map((b) => (random.next() < 0.3 ? { ...b, sets: b.sets + 1 } : b))
        const seen = scorePlan({ ...plan, blocks }, problem)
        const anew = scorePlan(structuredClone({ ...plan, blocks }), structuredClone(problem))
        expect(anew).toEqual(seen)
      }
    }
  })
  it('an exercise the catalogue does not know brings nothing, and costs nothing', () => {
    const plan = draftWeek(p, () => 'x')
    const strange: Block = { ...must(plan.blocks[0]), exerciseId: 'no_such' }
    expect(itemsOf(p)(strange)).toBeNull()
    expect(scorePlan({ ...plan, blocks: [...plan.blocks, strange] }, p)).toEqual(scorePlan(plan, p))
  })
  it('the order blocks are listed in changes no points but those of the order', () => {
    const plan = draftWeek(p, () => 'x')
    const turned = { ...plan, blocks: [...plan.blocks].reverse() }
    expect(scorePlan(turned, p).total).toBeCloseTo(scorePlan(plan, p).total, 9)
  })
  it('counts different ones among a few, by whatever is asked for', () => {
    const items = ['hang_dead', 'carry_long', 'hang_dead', 'ext_band'].map((id) => itemOf(id))
    expect(different(items, (x) => x.id)).toBe(3)
    expect(different(items, (x) => x.block.day)).toBe(1)
    expect(different([], (x) => x.id)).toBe(0)
  })
  it('both ways of one lever are two exercises that count as one', () => {
    const [up, down] = [itemOf('lever_sup'), itemOf('lever_pron')]
    expect(different([up, down], (x) => x.id)).toBe(2)
    expect(different([up, down], (x) => x.as)).toBe(1)
  })
  it('a hold of closing force is out of place in a week of repetitions, and the other way', () => {
    const [hold, reps] = [must(exerciseById('spring_over')), must(exerciseById('spring_low'))]
    expect([hold.mode, reps.mode]).toEqual(['hold', 'reps'])
    expect(outOfPhase(hold, 'rep')).toBe(true)
    expect(outOfPhase(hold, 'hold')).toBe(false)
    expect(outOfPhase(reps, 'hold')).toBe(true)
    expect(outOfPhase(reps, 'rep')).toBe(false)
    expect(outOfPhase(reps, null)).toBe(false)
    expect(outOfPhase(must(exerciseById('carry_long')), 'rep')).toBe(false)
  })
})

describe('set counts no coach would write', () => {
  const most = (x: Item): number => x.block.sets - x.over
  it('each set over the most of an exercise is one fault, up to it there is none', () => {
    const ten = itemOf('ext_band', { sets: 10 })
    expect(doseFaults([[itemOf('ext_band', { sets: most(ten) })]])).toBeCloseTo(0, 9)
    const two = itemOf('ext_band', { sets: most(ten) + 2 })
    expect(doseFaults([[two]])).toBe(
      2 * doseFaults([[itemOf('ext_band', { sets: most(ten) + 1 })]]),
    )
  })
  it('what is not the main exercise has no more sets than it; on another day it may', () => {
    const items = draftWeek(p, () => 'x').blocks.map((b) => must(itemsOf(p)(b)))
    const main = must([...items].sort((a, b) => b.lead - a.lead)[0])
    const beside: Item = { ...main, block: { ...main.block, sets: 3 }, lead: 0.001, main: false }
    const few: Item = { ...main, block: { ...main.block, sets: 2 }, over: 0 }
    const plain = { ...beside, over: 0, r: { ...beside.r, close: false } }
    expect(doseFaults([[few, plain]])).toBeLessThan(0)
    expect(doseFaults([[few], [plain]])).toBeCloseTo(0, 9)
  })
})
