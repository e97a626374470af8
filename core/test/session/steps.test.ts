import { describe, expect, it } from 'vitest'
import { exerciseById } from '../../src/catalogue/exercises'
import { handTime, loggedSeconds, plannedAgainstDone, type SetLog } from '../../src/review/load'
import { nextStep, restBefore, stepsOf, SWAP_S, warmUp } from '../../src/session/steps'
import type { Block } from '../../src/plan/types'

const block = (id: string, exerciseId: string, sets = 2): Block => ({ id, day: 0, exerciseId, sets, dose: 10, hands: exerciseById(exerciseId)!.hands === 'both' ? ['both'] : ['left', 'right'], reason: '' })
const log = (more: Partial<SetLog>): SetLog => ({ id: 'l', blockId: 'a', exerciseId: 'pinch_hold', on: '2026-10-07', hand: 'left', set: 1, loadKg: 15, seconds: 20, reps: null, ended: 'done', effort: 7, pain: 0, ...more })

describe('a session as tries', () => {
  it('warms up for what the day holds, then works in order with alternating hands, then stretches', () => {
    const steps = stepsOf([block('b', 'wrist_curl'), block('a', 'pinch_hold')])
    expect(steps.filter((s) => s.blockId).map((s) => `${s.blockId}${s.set}${s.hand[0]}`)).toEqual(['a1l', 'a1r', 'a2l', 'a2r', 'b1l', 'b1r', 'b2l', 'b2r'])
    expect(steps[0]!.exerciseId).toBe('prep_roll')
    expect(steps.at(-1)!.exerciseId).toBe('stretch')
    expect(warmUp([block('b', 'bar_hold')]).map((e) => e.id)).not.toContain('prep_thumb')
    expect(warmUp([block('a', 'pinch_hold')]).map((e) => e.id)).toContain('prep_thumb')
  })
  it('leaves a held hand out, and nothing makes no session', () => {
    expect(stepsOf([block('a', 'pinch_hold')], (_, hand) => hand === 'right').filter((s) => s.blockId).map((s) => s.hand)).toEqual(['left', 'left'])
    expect(stepsOf([])).toEqual([])
  })
  it('goes on after what is logged; pain over 3 ends that hand of the block, exactly 3 does not', () => {
    const steps = stepsOf([block('a', 'pinch_hold')])
    const first = steps.findIndex((s) => s.blockId)
    const at = (logs: Parameters<typeof nextStep>[2]) => { const s = steps[nextStep(steps, first, logs)]!; return s.blockId ? `${s.set}${s.hand}` : 'close' }
    expect(at([])).toBe('1left')
    expect(at([{ blockId: 'a', hand: 'left', set: 1, pain: 3 }, { blockId: 'a', hand: 'right', set: 1, pain: 0 }])).toBe('2left')
    expect(at([{ blockId: 'a', hand: 'left', set: 1, pain: 4 }, { blockId: 'a', hand: 'right', set: 1, pain: 0 }])).toBe('2right')
    expect(at([{ blockId: 'a', hand: 'left', set: 1, pain: 4 }, { blockId: 'a', hand: 'right', set: 1, pain: 5 }])).toBe('close')
  })
})

describe('rest before a try', () => {
  const steps = stepsOf([block('a', 'pinch_hold'), block('b', 'wrist_curl')])
  const of = (id: string) => steps.find((s) => s.blockId === id)!
  it('is what is left of that hand\'s own rest, never under the change of hands', () => {
    expect(restBefore(of('a'), 'a', 30)).toBe(exerciseById('pinch_hold')!.restS - 30)
    expect(restBefore(of('a'), 'a', 500)).toBe(SWAP_S)
    expect(restBefore(of('a'), 'a', null)).toBe(SWAP_S)
  })
  it('is only the change between blocks, and none round warm-up, closing and the end', () => {
    expect(restBefore(of('b'), 'a', 5)).toBe(SWAP_S)
    expect(restBefore(of('a'), null, null)).toBe(0)
    expect(restBefore(steps.at(-1), 'b', null)).toBe(0)
    expect(restBefore(undefined, 'b', null)).toBe(0)
  })
  it('a held hand is passed over', () => {
    const first = steps.findIndex((s) => s.blockId)
    expect(steps[nextStep(steps, first, [], (s) => s.hand === 'left')]!.hand).toBe('right')
  })
})

describe('what was done', () => {
  it('counts a hand\'s time by quality and week, both hands of a two-handed set, no warm-up', () => {
    const rows = handTime([log({}), log({ hand: 'right', seconds: 30 }), log({ exerciseId: 'hang_dead', hand: 'both', seconds: 40 }), log({ blockId: null }), log({ on: '2026-10-12' })])
    expect(rows).toEqual([
      { week: '2026-10-05', quality: 'hang', left: 40, right: 40 },
      { week: '2026-10-05', quality: 'pinch_wide', left: 20, right: 30 },
      { week: '2026-10-12', quality: 'pinch_wide', left: 20, right: 0 },
    ])
  })
  it('takes repetitions at 3 s where no time is kept', () => expect(loggedSeconds(log({ exerciseId: 'wrist_curl', seconds: null, reps: 12 }))).toBe(36))
  it('sets planned against done, with the worst pain', () => {
    expect(plannedAgainstDone('2026-10-05', [block('a', 'pinch_hold')], [log({ pain: 2 }), log({ hand: 'right', pain: 4 })])).toMatchObject([{ on: '2026-10-05', planned: 4, done: 2, worstPain: 4 }])
  })
})

it('a hand that gets one set more has it at the end of the block, and its sets are counted for it', () => {
  const block = { id: 'x', day: 0, exerciseId: 'pinch_hold', sets: 2, dose: 20, hands: ['left', 'right'] as const, extra: 'left' as const, reason: '' }
  const own = stepsOf([block]).filter((s) => s.blockId === 'x')
  expect(own.map((s) => `${s.hand} ${s.set} of ${s.sets}`)).toEqual(['left 1 of 3', 'right 1 of 2', 'left 2 of 3', 'right 2 of 2', 'left 3 of 3'])
  expect(stepsOf([block], (_, hand) => hand === 'left').filter((s) => s.blockId === 'x')).toHaveLength(2)
})
