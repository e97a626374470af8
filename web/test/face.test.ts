import { describe, expect, it } from 'vitest'
import { exerciseById } from '@mano/core/catalogue/exercises'
import { begun, type Phase, type Run } from '@mano/core/session/run'
import type { Step } from '@mano/core/session/steps'
import { amountOf, faceOf } from '../src/areas/floor/face'

const step = (exerciseId: string, dose: number): Step => ({
  ...{ blockId: 'b1', exerciseId, hand: 'left', set: 1, sets: 3, dose, restS: 90 },
})
const HOLD = step('pinch_hold', 12)
const CURL = step('wrist_curl', 10)

/** What the screen says so many seconds into a phase. */
function face(phase: Phase, s: Step, intoS: number, more: Partial<Run> = {}, beat = null) {
  const own: Run = { ...begun(0), phase, since: 0, restUntil: 90_000, workedS: 11, ...more }
  return faceOf({ own, now: 1000 * intoS, beat, exercise: exerciseById(s.exerciseId)! }, s)
}

describe('what the one screen of the floor says', () => {
  it('before the effort: the hand, and what is to be done', () => {
    expect(face('ready', HOLD, 0)).toEqual({
      word: 'Left: get ready',
      small: 'of 12\u00A0s',
      digits: 12,
    })
    expect(face('ready', step('spring_super', 3), 0).word).toBe('Left: after the main-lift set')
  })
  it('counted in: three seconds down to one, never none', () => {
    expect([0, 0.4, 1.2, 2.9, 3.5].map((s) => face('count', HOLD, s).digits)).toEqual([
      3, 3, 2, 1, 1,
    ])
    expect(face('count', HOLD, 1).word).toBe('Left: get set')
  })
  it('a hold counts its seconds up; repetitions stand, with the time beside them', () => {
    expect(face('work', HOLD, 4.9)).toMatchObject({
      word: 'Left: hold',
      small: 'of 12\u00A0s',
      digits: 4,
    })
    expect(face('work', CURL, 65)).toMatchObject({
      word: 'Left: work',
      small: 'reps, 1:05',
      digits: 10,
    })
  })
  it('after it, asked as planned, the rest runs already', () => {
    expect(face('confirm', HOLD, 0.2)).toEqual({
      word: 'Left: as planned?',
      small: '11\u00A0s; rest runs',
      digits: 90,
    })
  })
  it('rest counts down and names the hand that is next', () => {
    expect(face('rest', HOLD, 60.5)).toEqual({ word: 'Rest', small: 'then left', digits: 30 })
    expect(face('rest', HOLD, 500).digits).toBe(0)
  })
  it('paused says so, whatever it was, and the clock stands', () => {
    for (const phase of ['count', 'work', 'rest'] as const)
      expect(face(phase, HOLD, 2, { pausedAt: 2000 }).small).toBe('paused')
    expect(face('work', HOLD, 99, { pausedAt: 5000 }).digits).toBe(5)
    expect(face('rest', HOLD, 99, { pausedAt: 30_000 }).digits).toBe(60)
  })
})

it('an amount has its unit', () => {
  expect(amountOf(HOLD)).toBe('12\u00A0s')
  expect(amountOf(CURL)).toBe('10\u00A0reps')
})
