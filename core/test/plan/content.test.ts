import { describe, expect, it } from 'vitest'
import { exerciseById } from '../../src/catalogue/exercises'
import { IMPLEMENTS } from '../../src/catalogue/implements'
import { rohmertSeconds } from '../../src/measure/endurance'
import { sessionContent } from '../../src/session/content'
import { loadShare } from '../../src/session/loads'
import { type TestBest } from '../../src/session/sources'
import { POSITIONS } from '../../src/plan/order'
import { LOAD_SHARE } from '../../src/plan/practice'
import { sessionMinutes } from '../../src/plan/time'
import { type Block } from '../../src/plan/types'
import { EMPTY_DAY } from '../../src/intake/week'

const kits = { hall: new Set<string>(IMPLEMENTS.map((k) => k.id)), home: null, bag: null }
const day = { ...EMPTY_DAY, minutes: 60 }
const room = {
  pinKg: 2,
  plates: [
    { kg: 10, count: 4 },
    { kg: 5, count: 2 },
    { kg: 2.5, count: 2 },
    { kg: 1.25, count: 2 },
  ],
}
const block = (exerciseId: string): Block => {
  const e = exerciseById(exerciseId)!
  return {
    id: exerciseId,
    day: 0,
    exerciseId,
    sets: e.sets[0],
    dose: e.dose.range[0],
    hands: e.hands === 'both' ? ['both'] : ['left', 'right'],
    reason: '',
  }
}
const best = (
  hand: TestBest['hand'],
  kg: number,
  implement = 'block',
  on = '2026-10-01',
): TestBest => ({ quality: 'pinch_wide', implement, hand, kg, on })
describe("a session's content", () => {
  const blocks = ['ext_band', 'pinch_max', 'wrist_rev', 'carry_long', 'catch_plate'].map(block)
  const made = sessionContent(blocks, day, {
    logs: [],
    bests: [
      best('left', 20),
      best('right', 24),
      best('right', 40, 'ball', '2026-10-03'),
      best('right', 22, 'block', '2026-09-01'),
    ],
    room,
    kits,
    today: '2026-10-05',
  })
  it('stands in order, with the warm-up and the true minutes', () => {
    const at = made.blocks.map((b) => POSITIONS.indexOf(b.exercise.position))
    expect(at).toEqual([...at].sort((a, b) => a - b))
    expect(made.warmUp.length).toBeGreaterThan(0)
    expect(made.minutes).toBeCloseTo(sessionMinutes(blocks), 9)
  })
  it('gives each hand its share of its own best, made of plates that exist', () => {
    const loads = made.blocks.find((b) => b.block.id === 'pinch_max')!.loads
    expect(loads.map((l) => l.hand)).toEqual(['left', 'right'])
    for (const [l, of] of [
      [loads[0]!, 20],
      [loads[1]!, 24],
    ] as const) {
      expect(l.from).toBe('test')
      expect(Math.abs(l.kg! - LOAD_SHARE.max * of)).toBeLessThanOrEqual(0.625)
      expect(room.pinKg + l.plates!.reduce((a, p) => a + p.kg * p.count, 0)).toBeCloseTo(l.kg!, 9)
    }
    expect(loads[1]!.kg!).toBeGreaterThan(loads[0]!.kg!)
  })
  it('names no load without a test, and none where nothing is lifted', () => {
    expect(
      made.blocks
        .find((b) => b.block.id === 'wrist_rev')!
        .loads.every((l) => l.kg === null && l.from === 'none'),
    ).toBe(true)
    expect(made.blocks.find((b) => b.block.id === 'ext_band')!.loads).toEqual([])
  })
  it('an empty day has no minutes', () =>
    expect(
      sessionContent([], day, { logs: [], bests: [], room: null, kits, today: '2026-10-05' })
        .minutes,
    ).toBe(0))
})

describe('share of a best', () => {
  it('a hold is loaded so that it could last a quarter longer (Rohmert 1960, from memory)', () => {
    const e = exerciseById('carry_tilt')!
    expect(rohmertSeconds(loadShare(e, 60))).toBeCloseTo(75, 6)
    expect(loadShare(e, 120)).toBeLessThan(loadShare(e, 60))
  })
})
