import { describe, expect, it } from 'vitest'
import { exerciseById } from '../../src/catalogue/exercises'
import type { Block } from '../../src/plan/types'
import { readPace } from '../../src/session/pace'
import {
  begun,
  COUNT_IN_S,
  elapsedS,
  kept,
  openSteps,
  passOver,
  pause,
  restLeftS,
  skipRest,
  start,
  stepKey,
  stop,
  tick,
  type Logged,
  type Run,
} from '../../src/session/run'
import { stepsOf, SWAP_S, type Step } from '../../src/session/steps'

const block = (id: string, exerciseId: string, sets = 2, dose = 20): Block => ({
  id,
  day: 0,
  exerciseId,
  sets,
  dose,
  hands: exerciseById(exerciseId)!.hands === 'both' ? ['both'] : ['left', 'right'],
  reason: '',
})
const T0 = 1_000_000
const none = () => false

describe('a session by the clock', () => {
  const steps = stepsOf([block('a', 'pinch_hold'), block('b', 'wrist_curl')])
  const [l1, r1, l2] = steps as [Step, Step, Step]
  const going = (): Run => ({ ...start({ ...begun(T0), phase: 'ready' }, T0), at: stepKey(l1) })

  it(
    'counts in, holds to the target, and asks; the rest of the other hand begins at the ' +
      'end of the hold',
    () => {
      const r = tick(going(), l1, r1, T0 + 1000 * (COUNT_IN_S + 7))
      expect(r.phase).toBe('work')
      expect(elapsedS(r, T0 + 1000 * (COUNT_IN_S + 7))).toBe(7)
      const end = tick(r, l1, r1, T0 + 1000 * (COUNT_IN_S + 20.4))
      expect(end).toMatchObject({
        phase: 'confirm',
        workedS: 20,
        restUntil: T0 + 1000 * (COUNT_IN_S + 20 + SWAP_S),
      })
      expect(restLeftS(end, T0 + 1000 * (COUNT_IN_S + 20 + 3))).toBe(SWAP_S - 3)
    },
  )
  it('a page hidden for a minute comes back where the minute led', () => {
    expect(tick(going(), l1, r1, T0 + 60_000)).toMatchObject({
      phase: 'confirm',
      workedS: 20,
      since: T0 + 1000 * (COUNT_IN_S + 20),
    })
    const resting: Run = {
      ...going(),
      phase: 'rest',
      at: stepKey(l2),
      ended: { 'a left': T0, 'a right': T0 },
      restUntil: T0 + 30_000,
    }
    const on = tick(resting, l2, undefined, T0 + 30_000 + 1000 * COUNT_IN_S + 5000)
    expect(on).toMatchObject({ phase: 'work', since: T0 + 30_000 + 1000 * COUNT_IN_S })
  })
  it('one read late gives the same as many read in time', () => {
    let many = going()
    for (let t = T0; t <= T0 + 40_000; t += 137) many = tick(many, l1, r1, t)
    expect(tick(going(), l1, r1, T0 + 40_000)).toEqual(many)
  })
  it(
    'a new block waits for the coach, and a set between main-lift sets too; within a block ' +
      'it goes on by itself',
    () => {
      const b1 = steps.find((s) => s.blockId === 'b')!
      const rest: Run = { ...going(), phase: 'rest', ended: { 'a left': T0 }, restUntil: T0 + 1000 }
      expect(tick(rest, b1, undefined, T0 + 1000).phase).toBe('ready')
      expect(tick(rest, r1, undefined, T0 + 1000).phase).toBe('count')
      const lift = stepsOf([block('s', 'spring_super')])
      expect(tick({ ...rest, ended: { 's left': T0 } }, lift[1], undefined, T0 + 1000).phase).toBe(
        'ready',
      )
    },
  )
  it('a pause stops every clock and goes on where it was', () => {
    const work = tick(going(), l1, r1, T0 + 1000 * (COUNT_IN_S + 5))
    const held = pause(work, T0 + 1000 * (COUNT_IN_S + 5))
    expect(tick(held, l1, r1, T0 + 600_000)).toBe(held)
    const on = pause(held, T0 + 1000 * (COUNT_IN_S + 65))
    expect(elapsedS(on, T0 + 1000 * (COUNT_IN_S + 67))).toBe(7)
    expect(on.restUntil).toBe(60_000)
  })
  it('letting go early says how long it was; pain stops at the first touch', () => {
    const work = tick(going(), l1, r1, T0 + 1000 * (COUNT_IN_S + 1))
    expect(stop(work, l1, r1, T0 + 1000 * (COUNT_IN_S + 12.34), 'log')).toMatchObject({
      phase: 'log',
      workedS: 12.3,
    })
    expect(stop(work, l1, r1, T0 + 1000 * (COUNT_IN_S + 4), 'pain')).toMatchObject({
      phase: 'pain',
      workedS: 4,
    })
    expect(stop(going(), l1, r1, T0 + 500, 'pain')).toMatchObject({ phase: 'pain', workedS: 0 })
  })
  it('what is kept goes into rest, or on where the rest is over, and at the end to closing', () => {
    const end = tick(going(), l1, r1, T0 + 24_000)
    expect(kept(end, r1, T0 + 25_000)).toMatchObject({ phase: 'rest', at: stepKey(r1) })
    expect(kept(end, r1, end.restUntil + 1)).toMatchObject({ phase: 'count' })
    expect(kept(end, undefined, T0)).toMatchObject({ phase: 'close', at: null })
    expect(skipRest(end, T0 + 26_000)).toMatchObject({ phase: 'count', since: T0 + 26_000 })
  })
})

describe('what is still to be done', () => {
  const steps = stepsOf([block('a', 'pinch_hold')])
  const r = begun(T0)
  const keys = (logs: Logged[], more: Partial<Run> = {}, held: (s: Step) => boolean = none) =>
    openSteps(steps, { ...r, ...more }, logs, held).map((s) => `${s.set}${s.hand}`)
  const log = (hand: 'left' | 'right', set: number, pain = 0): Logged => ({
    blockId: 'a',
    hand,
    set,
    pain,
  })
  it(
    'goes on after what is logged; pain over 3 ends that hand of the block, exactly 3 does ' +
      'not',
    () => {
      expect(keys([])).toEqual(['1left', '1right', '2left', '2right'])
      expect(keys([log('left', 1, 3), log('right', 1)])).toEqual(['2left', '2right'])
      expect(keys([log('left', 1, 4), log('right', 1)])).toEqual(['2right'])
      expect(keys([log('left', 1, 4), log('right', 1, 5)])).toEqual([])
    },
  )
  it('leaves out what a caution holds and what is passed over', () => {
    expect(keys([], {}, (s) => s.hand === 'left')).toEqual(['1right', '2right'])
    expect(passOver(r, steps[0]!, steps[1], T0).passed).toEqual([stepKey(steps[0]!)])
    expect(keys([], { passed: [stepKey(steps[0]!)] })).toEqual(['1right', '2left', '2right'])
  })
  it('a set done again comes first, once', () => {
    expect(
      keys([log('left', 1), log('right', 1)], { again: { key: stepKey(steps[0]!), logId: 'x' } }),
    ).toEqual(['1left', '2left', '2right'])
  })
})

describe('paced work', () => {
  it('7 on, 3 off, round after round', () => {
    const at = (s: number) => readPace({ kind: 'on-off', onS: 7, offS: 3 }, s)
    expect(at(0)).toEqual({ word: 'hold', round: 1, leftS: 7, on: true })
    expect(at(7)).toEqual({ word: 'off', round: 1, leftS: 3, on: false })
    expect(at(12)).toEqual({ word: 'hold', round: 2, leftS: 5, on: true })
  })
  it('a change is called each so many seconds, words in turn', () => {
    const at = (s: number) => readPace({ kind: 'change', everyS: 60, words: ['open', 'close'] }, s)
    expect([at(0), at(59.5), at(60), at(125)].map((x) => `${x.round}${x.word}`)).toEqual([
      '1open',
      '1open',
      '2close',
      '3open',
    ])
  })
})
