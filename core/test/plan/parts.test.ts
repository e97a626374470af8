import fc from 'fast-check'
import { judgeBy } from '../../src/safety/judge'
import { describe, expect, it } from 'vitest'
import { EXERCISES, exerciseById } from '../../src/catalogue/exercises'
import { leverTorque, springAtSet, wristRoller } from '../../src/measure/mechanics'
import { normalBelow, normalInv, tInv } from '../../src/measure/quantiles'
import { loadDone, planContext } from '../../src/plan/context'
import { kitFor, type Kits } from '../../src/match/kit'
import { blockMinutes, handLoad, sessionMinutes } from '../../src/plan/time'
import { hardDaysOf } from '../../src/plan/rules'
import { DEFAULT_FRAME, type Block, type WeekKind } from '../../src/plan/types'
import { WELL } from '../safety/well'

const kits = (hall: string[], more: Partial<Kits> = {}): Kits => ({
  hall: new Set(hall),
  home: null,
  bag: null,
  ...more,
})
const block = (exerciseId: string, more: Partial<Block> = {}): Block => ({
  id: 'x',
  day: 0,
  exerciseId,
  sets: 3,
  dose: 20,
  hands: ['left', 'right'],
  reason: '',
  ...more,
})

const judged = judgeBy({ ...WELL, today: '2026-10-05' })

describe('minutes of a block', () => {
  it('counts work of both hands, the rest that is left, and set-up', () => {
    // Pinch for time: set-up 1 min, 3 x 2 x 20 s of work, two rests of 120 - 20 = 100 s.
    expect(blockMinutes(block('pinch_hold'))).toBeCloseTo(1 + (120 + 200) / 60, 9)
    expect(blockMinutes(block('pinch_hold', { hands: ['left'] }))).toBeCloseTo(
      1 + (60 + 240) / 60,
      9,
    )
  })
  it('grows with sets, and a session keeps warm-up and closing', () => {
    for (const e of EXERCISES.filter((x) => x.mode !== 'prep')) {
      const one = block(e.id, {
        dose: e.dose.range[0],
        hands: e.hands === 'both' ? ['both'] : ['left', 'right'],
      })
      expect(blockMinutes({ ...one, sets: 4 }), e.id).toBeGreaterThan(blockMinutes(one))
      expect(sessionMinutes([one])).toBeCloseTo(blockMinutes(one) + 7, 9)
    }
    expect(sessionMinutes([])).toBe(0)
  })
  it('hand load weighs by level and leaves balance work out', () => {
    expect(
      handLoad([block('spring_low'), block('pinch_hold'), block('jar_hold'), block('ext_band')]),
    ).toBeCloseTo(3 + 2.1 + 0.9, 9)
  })
})

describe('kit', () => {
  const e = (id: string) => exerciseById(id)!
  it('takes the first way the hall can, else the home way, else nothing', () => {
    expect(kitFor(e('pinch_hold'), 'hall', kits(['plate']))).toEqual(['plate'])
    expect(kitFor(e('pinch_hold'), 'hall', kits(['block', 'plate']))).toEqual(['block'])
    expect(kitFor(e('pinch_hold'), 'hall', kits([]))).toEqual(['books'])
    expect(kitFor(e('bar_hold'), 'hall', kits([]))).toBeNull()
    expect(kitFor(e('hang_load'), 'bag', kits(['bar', 'pin']))).toBeNull()
    expect(kitFor(e('stretch'), 'hall', kits([]))).toEqual(['none'])
  })
  it('an "all of" needs every piece', () => {
    expect(kitFor(e('hang_load'), 'hall', kits(['bar', 'pin']))).toEqual(['bar', 'pin'])
    expect(kitFor(e('hang_load'), 'hall', kits(['bar']))).toEqual(['bar', 'bag'])
  })
})

describe('what the week before leaves', () => {
  const done = (on: string, exerciseId: string, set: number, hand = 'left') => ({
    blockId: `b${exerciseId}`,
    exerciseId,
    on,
    set,
    hand,
  })
  it('counts each set once however many hands, only of that week', () => {
    const logs = [
      done('2026-09-28', 'spring_low', 1),
      done('2026-09-28', 'spring_low', 1, 'right'),
      done('2026-10-04', 'pinch_hold', 1),
      done('2026-10-05', 'spring_low', 1),
      { ...done('2026-09-29', 'prep_roll', 1), blockId: null },
    ]
    expect(loadDone(logs, '2026-09-28')).toBeCloseTo(1.7, 9)
    expect(loadDone(logs, '2026-09-21')).toBeNull()
    const context = planContext(judged, kits([]), logs, '2026-10-05')
    expect(context.lastLoad).toBeCloseTo(1.7, 9)
    expect(context.hardBefore).toEqual([
      { tissue: 'finger_flexors', on: '2026-09-28' },
      { tissue: 'finger_flexors', on: '2026-09-28' },
    ])
  })
  it(
    'one missed session does not pull the next weeks down: nine tenths of what was planned ' +
      'stand',
    () => {
      const logs = [done('2026-09-28', 'spring_low', 1)]
      const week = (weekStart: string, blocks: Block[], kind: WeekKind = 'ordinary') => ({
        weekStart,
        frame: DEFAULT_FRAME,
        blocks,
        kind,
      })
      const load = (...planned: ReturnType<typeof week>[]) =>
        planContext(judged, kits([]), logs, '2026-10-05', planned).lastLoad
      const ten = [block('spring_low', { sets: 10 })]
      expect(load()).toBeCloseTo(1, 9)
      expect(load(week('2026-09-28', ten))).toBeCloseTo(9, 9)
      // A week missed altogether counts the same; a deload, a week away and what comes later do not
      // count.
      expect(
        planContext(judged, kits([]), [], '2026-10-05', [week('2026-09-28', ten)]).lastLoad,
      ).toBeCloseTo(9, 9)
      expect(
        load(
          week('2026-09-28', [block('spring_low', { sets: 2 })], 'deload'),
          week('2026-09-21', ten),
        ),
      ).toBeCloseTo(9, 9)
      expect(load(week('2026-10-12', ten))).toBeCloseTo(1, 9)
    },
  )
  it('only hard work with real stress makes a hard day', () => {
    expect(
      hardDaysOf([
        { exerciseId: 'pinch_hold', on: 'd' },
        { exerciseId: 'ext_band', on: 'd' },
      ]),
    ).toEqual([])
    expect(
      hardDaysOf([{ exerciseId: 'pinch_max', on: 'd' }])
        .map((h) => h.tissue)
        .sort(),
    ).toEqual(['finger_flexors', 'thumb'])
  })
})

describe('laws of the mechanics', () => {
  const positive = fc.double({ min: 0.1, max: 50, noNaN: true })
  it('sliding the hand to the balance point takes the torque away, past it turns it round', () => {
    fc.assert(
      fc.property(positive, positive, (kg, at) => {
        expect(leverTorque([[kg, at]], at, 90)!.torqueNm).toBeCloseTo(0, 9)
        expect(leverTorque([[kg, at]], at + 0.1, 90)!.torqueNm).toBeLessThan(0)
        expect(Math.abs(leverTorque([[kg, at]], 0, 0)!.torqueNm)).toBeLessThan(1e-9)
      }),
    )
  })
  it(
    'a roller does the work of the lift, with a thick ' + 'cord in fewer turns and a harder end',
    () => {
      fc.assert(
        fc.property(positive, fc.double({ min: 20, max: 60, noNaN: true }), (kg, mm) => {
          const thin = wristRoller(kg, 1, mm, 0)!
          const thick = wristRoller(kg, 1, mm, 6)!
          expect(thick.workJ).toBeCloseTo(kg * 9.80665, 6)
          expect(thick.turns).toBeLessThan(thin.turns)
          expect(thick.torqueEndNm).toBeGreaterThan(thin.torqueEndNm)
        }),
      )
      expect(wristRoller(0, 1, 40, 0)).toBeNull()
      expect(leverTorque([], 0, 90)).toBeNull()
    },
  )
  it('a spring is free when open and whole when shut', () => {
    expect(springAtSet(60, 70, 70)).toEqual({ force: 0, shareOfClose: 0 })
    expect(springAtSet(60, 70, 0)).toEqual({ force: 60, shareOfClose: 1 })
    expect(springAtSet(60, 70, -1)).toBeNull()
  })
})

describe('laws of the quantiles', () => {
  it(
    'the normal is its own inverse and t is wider, the ' + 'more so with few degrees of freedom',
    () => {
      fc.assert(
        fc.property(
          fc.double({ min: 0.51, max: 0.999, noNaN: true }),
          fc.integer({ min: 1, max: 60 }),
          (p, df) => {
            expect(normalBelow(normalInv(p))).toBeCloseTo(p, 10)
            expect(tInv(p, df)).toBeGreaterThan(normalInv(p))
            expect(tInv(p, df)).toBeGreaterThan(tInv(p, df + 1))
            expect(tInv(1 - p, df)).toBeCloseTo(-tInv(p, df), 8)
          },
        ),
      )
    },
  )
})

describe('what is planned between today and the week', () => {
  const planned = {
    id: 'p',
    day: 6,
    exerciseId: 'spring_low',
    sets: 3,
    dose: 4,
    hands: ['left', 'right'] as const,
    reason: '',
  }
  const hard = (today: string) =>
    planContext({ ...judged, facts: { ...judged.facts, today } }, kits([]), [], '2026-10-05', [
      {
        weekStart: '2026-09-28',
        frame: DEFAULT_FRAME,
        blocks: [planned],
        kind: 'ordinary' as const,
      },
    ]).hardBefore
  it('counts as hard while it is to come, and no more once its day is past', () => {
    expect(hard('2026-10-03')).toEqual([{ tissue: 'finger_flexors', on: '2026-10-04' }])
    expect(hard('2026-10-04').length).toBe(1)
    expect(hard('2026-10-05')).toEqual([])
  })
})
