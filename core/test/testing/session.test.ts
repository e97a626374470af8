import { describe, expect, it } from 'vitest'
import { protocolById } from '../../src/catalogue/protocols'
import {
  isPractice,
  isUnfinished,
  nextTry,
  readSession,
  seriesKey,
  type TestSession,
  type Trial,
} from '../../src/testing/session'
import { type Hand } from '../../src/catalogue/person'
import { readTrialValue } from '../../src/testing/value'
import { kgfToN } from '../../src/units/convert'

const dyno = protocolById('dyno_seated')!
const hang = protocolById('hang_time')!
let n = 0
const trial = (hand: Hand, ordinal: number, kgf: number, struck = false): Trial => ({
  id: `t${++n}`,
  hand,
  ordinal,
  value: kgfToN(kgf),
  enteredValue: kgf,
  enteredUnit: 'kg',
  pain: null,
  recordedAt: '2026-11-25T10:00:00Z',
  struck: struck ? { reason: 'slipped' } : null,
  correction: null,
})
const setup = {
  protocolId: 'dyno_seated',
  protocolVersion: 1,
  unitId: 'u',
  measurementId: 'm',
  variant: { position: '2' },
}
const session = (trials: Trial[]): TestSession => ({
  ...setup,
  id: 's',
  athleteId: 'a',
  performedAt: '2026-11-25T10:00:00Z',
  performedOn: '2026-11-25',
  practice: false,
  trials,
})

describe('hands alternate', () => {
  it('from the chosen hand to three each, then the test is complete', () => {
    const trials: Trial[] = []
    const order: string[] = []
    for (
      let next = nextTry(dyno, trials, 'right', []);
      next;
      next = nextTry(dyno, trials, 'right', [])
    ) {
      order.push(`${next.hand}${next.ordinal}`)
      trials.push(trial(next.hand, next.ordinal, 40 + trials.length * 0.1))
    }
    expect(order).toEqual(['right1', 'left1', 'right2', 'left2', 'right3', 'left3'])
  })
  it('a wide hand gets one more, up to six', () => {
    const trials = [
      trial('left', 1, 40),
      trial('right', 1, 41),
      trial('left', 2, 30),
      trial('right', 2, 41.5),
      trial('left', 3, 41),
      trial('right', 3, 41.2),
    ]
    expect(nextTry(dyno, trials, 'left', [])).toEqual({ hand: 'left', ordinal: 4 })
    for (const [i, kgf] of [25, 44, 26].entries()) trials.push(trial('left', 4 + i, kgf))
    expect(nextTry(dyno, trials, 'left', [])).toBeNull()
  })
  it('passes over a stopped hand', () =>
    expect(nextTry(dyno, [trial('left', 1, 40)], 'left', ['right'])).toEqual({
      hand: 'left',
      ordinal: 2,
    }))
  it('a struck trial is tried again with the next number', () =>
    expect(nextTry(dyno, [trial('left', 1, 40, true)], 'left', ['right'])).toEqual({
      hand: 'left',
      ordinal: 2,
    }))
  it('a two-handed test has one hand called both', () => {
    expect(nextTry(hang, [], 'left', [])).toEqual({ hand: 'both', ordinal: 1 })
    expect(readSession(hang, [trial('both', 1, 40)]).verdict).toBeNull()
  })
})

describe('a session read', () => {
  it('leaves struck trials out of every figure', () => {
    const r = readSession(dyno, [
      trial('left', 1, 40),
      trial('left', 2, 99, true),
      trial('left', 3, 42),
    ])
    expect(r.hands[0]!.summary).toMatchObject({ n: 2, best: kgfToN(42) })
  })
  it('is unfinished while a hand is short or wide', () => {
    const whole = ([1, 2, 3] as const).flatMap((i) => [
      trial('left', i, 40 + i),
      trial('right', i, 41 + i),
    ])
    expect(isUnfinished(session(whole))).toBe(false)
    expect(isUnfinished(session(whole.slice(1)))).toBe(true)
  })
  it('needs its familiarisation', () => {
    expect(isPractice(hang, 0, false)).toBe(true)
    expect(isPractice(hang, 1, false)).toBe(false)
    expect(isPractice(hang, 0, true)).toBe(false)
    expect(isPractice(dyno, 0, false)).toBe(false)
  })
})

describe('the series key', () => {
  const key = (change: Partial<typeof setup>, hand: Hand = 'left') =>
    seriesKey('a', { ...setup, ...change }, hand)
  it('changes with everything that makes results incomparable', () => {
    const all = [
      key({}),
      key({}, 'right'),
      key({}, 'both'),
      key({ protocolId: 'dyno_standing' }),
      key({ protocolVersion: 2 }),
      key({ unitId: 'v' }),
      key({ measurementId: 'k' }),
      key({ variant: { position: '3' } }),
    ]
    expect(new Set(all).size).toBe(all.length)
  })
  it('does not depend on the order of the set-up', () =>
    expect(seriesKey('a', { ...setup, variant: { x: '1', y: '2' } }, 'left')).toBe(
      seriesKey('a', { ...setup, variant: { y: '2', x: '1' } }, 'left'),
    ))
})

describe('a typed result', () => {
  it.each([
    ['37.2', 'kg', 37.2 * 9.80665],
    ['82,0', 'lb', 82 * 0.45359237 * 9.80665],
    ['365', 'N', 365],
  ] as const)('%s %s', (text, unit, newton) => {
    const v = readTrialValue(text, unit, dyno)
    expect(v.ok && v.value).toBeCloseTo(newton, 9)
  })
  it.each([
    ['-3', 'negative'],
    ['abc', 'not-a-number'],
    ['900', 'too-high'],
    ['0', 'too-low'],
    ['', 'empty'],
    ['1.234,5', 'ambiguous'],
  ])('%s is refused', (text, reason) =>
    expect(readTrialValue(text, 'kg', dyno)).toMatchObject({ ok: false, reason }),
  )
  it('takes both ends of what the test can read, and says the limit in the typed unit', () => {
    expect(readTrialValue('150', 'kg', dyno).ok).toBe(true)
    const v = readTrialValue('151', 'kg', dyno)
    expect(!v.ok && v.message).toContain('over 150 kg')
  })
  it('reads minutes only for time', () => {
    expect(readTrialValue('1:05', 's', hang)).toMatchObject({ ok: true, value: 65 })
    expect(readTrialValue('1:05', 'kg', dyno).ok).toBe(false)
    expect(readTrialValue('40', 'kg', hang)).toMatchObject({ ok: false, reason: 'wrong-unit' })
  })
})
