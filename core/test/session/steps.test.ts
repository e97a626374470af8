import { describe, expect, it } from 'vitest'
import { exerciseById } from '../../src/catalogue/exercises'
import { handTime, loggedSeconds, plannedAgainstDone } from '../../src/review/load'
import { type SetLog } from '../../src/record/sets'
import { CLOSING, restBefore, stepsOf, SWAP_S, warmUp, type Step } from '../../src/session/steps'
import type { Block } from '../../src/plan/types'

const block = (id: string, exerciseId: string, sets = 2): Block => ({
  id,
  day: 0,
  exerciseId,
  sets,
  dose: 10,
  hands: exerciseById(exerciseId)!.hands === 'both' ? ['both'] : ['left', 'right'],
  reason: '',
})
const log = (more: Partial<SetLog>): SetLog => ({
  id: 'l',
  blockId: 'a',
  exerciseId: 'pinch_hold',
  on: '2026-10-07',
  hand: 'left',
  set: 1,
  loadKg: 15,
  seconds: 20,
  reps: null,
  ended: 'done',
  effort: 7,
  pain: 0,
  ...more,
})

describe('a session as trials', () => {
  const keys = (steps: readonly Step[]) => steps.map((s) => `${s.blockId}${s.set}${s.hand[0]}`)
  it(
    'works in order with alternating hands; the warm-up is for what the day holds, ' +
      'stretches close',
    () => {
      expect(keys(stepsOf([block('b', 'wrist_curl'), block('a', 'pinch_hold')]))).toEqual([
        'a1l',
        'a1r',
        'a2l',
        'a2r',
        'b1l',
        'b1r',
        'b2l',
        'b2r',
      ])
      expect(CLOSING.map((e) => e.id)).toContain('stretch')
      expect(warmUp([block('b', 'bar_hold')]).map((e) => e.id)).not.toContain('prep_thumb')
      expect(warmUp([block('a', 'pinch_hold')]).map((e) => e.id)).toContain('prep_thumb')
      expect(stepsOf([])).toEqual([])
    },
  )
  it('the coach may turn blocks round and add sets', () => {
    expect(
      keys(
        stepsOf([block('a', 'pinch_hold', 1), block('b', 'wrist_curl', 1)], {
          order: ['b'],
          added: { a: 1 },
        }),
      ),
    ).toEqual(['b1l', 'b1r', 'a1l', 'a1r', 'a2l', 'a2r'])
  })
})

describe('rest before a trial', () => {
  const steps = stepsOf([block('a', 'pinch_hold'), block('b', 'wrist_curl')])
  const of = (id: string) => steps.find((s) => s.blockId === id)!
  it("is what is left of that hand's own rest, never under the change of hands", () => {
    expect(restBefore(of('a'), 'a', 30)).toBe(exerciseById('pinch_hold')!.restS - 30)
    expect(restBefore(of('a'), 'a', 500)).toBe(SWAP_S)
    expect(restBefore(of('a'), 'a', null)).toBe(SWAP_S)
  })
  it('is only the change between blocks, and none at the end', () => {
    expect(restBefore(of('b'), 'a', 5)).toBe(SWAP_S)
    expect(restBefore(undefined, 'b', null)).toBe(0)
  })
})

describe('what was done', () => {
  it("counts a hand's time by quality and week, both hands of a two-handed set, no warm-up", () => {
    const rows = handTime([
      log({}),
      log({ hand: 'right', seconds: 30 }),
      log({ exerciseId: 'hang_dead', hand: 'both', seconds: 40 }),
      log({ blockId: null }),
      log({ on: '2026-10-12' }),
    ])
    expect(rows).toEqual([
      { week: '2026-10-05', quality: 'hang', left: 40, right: 40 },
      { week: '2026-10-05', quality: 'pinch_wide', left: 20, right: 30 },
      { week: '2026-10-12', quality: 'pinch_wide', left: 20, right: 0 },
    ])
  })
  it('takes repetitions at 3 s where no time is kept', () =>
    expect(loggedSeconds(log({ exerciseId: 'wrist_curl', seconds: null, reps: 12 }))).toBe(36))
  it('sets planned against done, with the worst pain', () => {
    expect(
      plannedAgainstDone(
        '2026-10-05',
        [block('a', 'pinch_hold')],
        [log({ pain: 2 }), log({ hand: 'right', pain: 4 })],
      ),
    ).toMatchObject([{ on: '2026-10-05', planned: 4, done: 2, worstPain: 4 }])
  })
})

it(
  'a hand that gets one set more has it at the end of the block, and its sets are counted ' +
    'for it',
  () => {
    const block = {
      id: 'x',
      day: 0,
      exerciseId: 'pinch_hold',
      sets: 2,
      dose: 20,
      hands: ['left', 'right'] as const,
      extra: 'left' as const,
      reason: '',
    }
    const own = stepsOf([block]).filter((s) => s.blockId === 'x')
    expect(own.map((s) => `${s.hand} ${s.set} of ${s.sets}`)).toEqual([
      'left 1 of 3',
      'right 1 of 2',
      'left 2 of 3',
      'right 2 of 2',
      'left 3 of 3',
    ])
  },
)
