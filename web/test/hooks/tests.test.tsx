import { act } from '@testing-library/react'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import type { SessionView } from '@mano/contract/tests'
import { protocolById, type Protocol } from '@mano/core/catalogue/protocols'
import { injury } from '../../../core/test/safety/rows'
import { WELL } from '../../../core/test/safety/well'
import { useBracket } from '../../src/areas/tests/useBracket'
import { useGatesOf } from '../../src/areas/tests/useGatesOf'
import { useRested } from '../../src/areas/tests/useRested'
import { useRunning } from '../../src/areas/tests/useRunning'
import { useTurn } from '../../src/areas/tests/useTurn'
import { queryClient } from '../../src/base/api'
import { keys } from '../../src/base/data'
import { useOutbox, type Unsent } from '../../src/base/outbox'
import { useUnits } from '../../src/base/units'
import { afterwards, onPage, server, sessionOf, unitOf } from './page'

const HANDS = ['left', 'right'] as const
const SEATED = protocolById('dyno_seated')!
const of = (id: string): Protocol => protocolById(id)!
const added: Unsent[] = []
const bodies = () => added.map((u) => u.body as Record<string, unknown>)
const was = useOutbox.getState().add

beforeEach(() => {
  added.length = 0
  useOutbox.setState({ add: (u) => void added.push(u) })
  server({})
  queryClient.setQueryData(keys.kit, [])
})
afterEach(() => {
  afterwards()
  useOutbox.setState({ add: was })
  useUnits.setState({ mass: 'kg', length: 'mm' })
})

describe('whose turn it is', () => {
  const turn = (
    session: SessionView,
    protocol: Protocol,
    { open = true, stopped = [] as ('left' | 'right')[] } = {},
  ) => onPage(() => useTurn(session, protocol, HANDS, { open, stopped }))

  it('hands alternate from the one that begins', () => {
    const page = turn(sessionOf('s', 'dyno_seated'), SEATED)
    expect(page.now().next).toEqual({ hand: 'left', ordinal: 1 })
    expect(page.now().after()).toEqual({ hand: 'right', ordinal: 1 })
    act(() => page.now().setFirst('right'))
    expect(page.now().next).toEqual({ hand: 'right', ordinal: 1 })
    const later = turn(sessionOf('s', 'dyno_seated', [['left', 400]]), SEATED)
    expect(later.now().next).toEqual({ hand: 'right', ordinal: 1 })
    expect(later.now().after()).toEqual({ hand: 'left', ordinal: 2 })
  })

  it('a stopped hand is passed over; nobody’s turn when both are', () => {
    const s = sessionOf('s', 'dyno_seated')
    expect(turn(s, SEATED, { stopped: ['left'] }).now().next?.hand).toBe('right')
    expect(turn(s, SEATED, { stopped: ['left', 'right'] }).now().next).toBeNull()
    expect(turn(s, SEATED, { open: false }).now().next).toBeNull()
  })

  it('one more is given to a hand that is done, not to a stopped one', () => {
    const done = sessionOf('s', 'dyno_seated', [
      ...[400, 402, 401].map((v) => ['left', v] as const),
      ...[410, 412, 411].map((v) => ['right', v] as const),
    ])
    const page = turn(done, SEATED)
    expect(page.now().next).toBeNull()
    act(() => page.now().setExtra('right'))
    expect(page.now().next).toEqual({ hand: 'right', ordinal: 4 })
    const stopped = turn(done, SEATED, { stopped: ['right'] })
    act(() => stopped.now().setExtra('right'))
    expect(stopped.now().next).toBeNull()
  })

  it('a struck try is done again, under the number after the highest', () => {
    const s = sessionOf('s', 'dyno_seated', [
      ['left', 400, { struck: 'handle slipped' }],
      ['right', 410],
    ])
    expect(turn(s, SEATED).now().next).toEqual({ hand: 'left', ordinal: 2 })
  })

  it('a ramp begins five steps under the expected best, in steps the plates allow', () => {
    const s = sessionOf('s', 'lift_max', [], { expectedKg: 60 })
    // 4 % of 60 kg is 2.4 kg; five of them under it are 48 kg.
    expect(turn(s, of('lift_max')).now().next).toEqual({ hand: 'left', ordinal: 1, loadKg: 48 })
    const plates = [{ kg: 2.5, count: 2 }]
    queryClient.setQueryData(keys.kit, [unitOf('p', 'pin', { plates })])
    const coarse = turn(s, of('lift_max')).now().next!
    expect(coarse.loadKg).toBeLessThan(48)
    expect(coarse.loadKg).toBeGreaterThanOrEqual(2.5)
  })

  it('of springs, each hand closes its own next rating of the bracket', () => {
    const spring = (id: string, ratingKg: number) =>
      unitOf(id, 'spring', { ratingKg, sizeMm: 60, handleMm: 20, ratedOn: '2026-01-01' })
    queryClient.setQueryData(keys.kit, [
      spring('u', 30),
      spring('v', 40),
      spring('w', 50),
      unitOf('x', 'spring', { ratingKg: 35, sizeMm: 80, handleMm: 20 }),
    ])
    const s = (trials: Parameters<typeof sessionOf>[2]) =>
      sessionOf('s', 'spring_bracket', trials, { expectedKg: 50, unitKind: 'spring' })
    // Another spread is another test: its spring does not stand in the bracket.
    const bracket = onPage(() => useBracket(s([])))
    expect(bracket.now().map((u) => u.id)).toEqual(['u', 'v', 'w'])
    const next = (trials: Parameters<typeof sessionOf>[2]) =>
      turn(s(trials), of('spring_bracket')).now().next
    expect(next([])).toEqual({ hand: 'left', ordinal: 1, loadKg: 40 })
    expect(next([['left', 40]])).toEqual({ hand: 'right', ordinal: 1, loadKg: 40 })
    const miss = { missed: true }
    expect(
      next([
        ['left', 40],
        ['right', 40, miss],
      ]),
    ).toEqual({ hand: 'left', ordinal: 2, loadKg: 50 })
    const done = next([
      ...[40, 50].map((v) => ['left', v] as const),
      ...[0, 1, 2].map(() => ['right', 40, miss] as const),
      ['right', 30],
    ])
    expect(done).toBeNull()
  })

  it('of single lifts, the hand that is picked, until it is stopped', () => {
    const s = sessionOf('s', 'single_max', [['left', 50]])
    const page = turn(s, of('single_max'))
    expect(page.now().next).toEqual({ hand: 'left', ordinal: 2 })
    act(() => page.now().setPicked('right'))
    expect(page.now().next).toEqual({ hand: 'right', ordinal: 1 })
    const stopped = turn(s, of('single_max'), { stopped: ['left'] })
    expect(stopped.now().next).toEqual({ hand: 'right', ordinal: 1 })
  })
})

describe('rest since the last try', () => {
  it('counts by the server’s clock, of a hand and of any', () => {
    const at = (s: number) => ({ recordedAt: new Date(Date.now() - 1000 * s).toISOString() })
    const s = sessionOf('s', 'dyno_seated', [
      ['left', 400, at(90)],
      ['right', 410, at(30)],
    ])
    const now = new Date(Date.now() + 60_000).toISOString()
    const page = onPage(() => useRested(s), { me: { now } })
    expect(page.now()('left')).toBeGreaterThanOrEqual(149)
    expect(page.now()('left')).toBeLessThanOrEqual(152)
    expect(page.now()('any')).toBeLessThanOrEqual(92)
    expect(page.now()('both')).toBeNull()
  })
})

describe('what stands against a hand', () => {
  const gates = (s: SessionView, facts: object, today = true) =>
    onPage(() => useGatesOf(s, of(s.protocolId), HANDS, today), {
      athlete: { safety: { ...WELL, ...facts } },
    })

  it('stops the injured hand only, and nothing of another day', () => {
    const s = sessionOf('s', 'dyno_seated', [], { unitKind: 'dyno' })
    const facts = injury('finger_pulley', 'active')
    expect(gates(s, facts).now().stopped).toEqual(['left'])
    expect(gates(s, facts, false).now().stopped).toEqual([])
    expect(gates(s, {}).now().stops).toEqual([])
  })

  it('counts pain just noted, before it is on record', () => {
    const s = sessionOf('s', 'dyno_seated', [], {
      unitKind: 'dyno',
      observations: [{ id: 'o', hand: 'right', pain: 5, symptom: null, places: ['thumb'] }],
    })
    expect(gates(s, {}).now().stopped).toEqual(['right'])
  })

  it('a coach’s reason opens what asks for one, and is kept for each hand', () => {
    const s = sessionOf('s', 'dyno_seated', [], { unitKind: 'dyno' })
    const page = gates(s, { flags: ['unwell'] })
    expect(page.now().stopped).toEqual(['left', 'right'])
    act(() => page.now().reason('Light cold, keen to try'))
    expect(page.now().stopped).toEqual([])
    expect(added.map((u) => u.kind)).toEqual(['reason', 'reason'])
    expect(bodies()).toMatchObject(
      HANDS.map((hand) => ({ hand, of: 'dyno_seated', reason: 'Light cold, keen to try' })),
    )
  })

  it('no reason opens what is stopped', () => {
    const s = sessionOf('s', 'dyno_seated', [], { unitKind: 'dyno' })
    const page = gates(s, { flags: ['fever'] })
    expect(page.now().stopped).toEqual(['left', 'right'])
    act(() => page.now().reason('They want to'))
    expect(page.now().stopped).toEqual(['left', 'right'])
    expect(added).toEqual([])
  })
})

describe('a test that is run', () => {
  const run = (s: SessionView, more: Parameters<typeof onPage>[1] = {}) =>
    onPage(() => useRunning(s, [s], of(s.protocolId)), more)
  const dyno = (trials: Parameters<typeof sessionOf>[2] = [], more: Partial<SessionView> = {}) =>
    sessionOf('s', 'dyno_seated', trials, { unitKind: 'dyno', ...more })
  const enter = (page: ReturnType<typeof run>, text: string, more?: object) => {
    let said: string | null = ''
    act(() => {
      said = page.now().enter(text, more)
    })
    return said
  }

  it('keeps a result as it was typed, with its value in newtons', () => {
    const page = run(dyno())
    expect(enter(page, '41,5')).toBeNull()
    expect(bodies()[0]).toMatchObject({
      ...{ hand: 'left', ordinal: 1, enteredValue: 41.5, enteredUnit: 'kg', missed: false },
    })
    // 41.5 kg by its weight, at 9.80665 m/s2.
    expect((added[0] as { value: number }).value).toBeCloseTo(406.976, 3)
  })

  it.each([
    ['', 'Type a number.'],
    ['strong', '"strong" is not a number.'],
    ['900', '900'],
  ])('takes no %j', (text, says) => {
    const page = run(dyno())
    expect(enter(page, text)).toContain(says)
    expect(added).toEqual([])
  })

  it('asks once about a number out of proportion; said again it counts', () => {
    const page = run(
      dyno([
        ['left', 400],
        ['right', 410],
      ]),
    )
    expect(enter(page, '14.5')).toContain('is that right?')
    expect(added).toEqual([])
    // Another number is asked about anew.
    expect(enter(page, '15')).toContain('is that right?')
    expect(enter(page, '15')).toBeNull()
    expect(bodies()).toMatchObject([{ enteredValue: 15, hand: 'left', ordinal: 2 }])
  })

  it('does not ask about what an instrument measured', () => {
    const page = run(
      dyno([
        ['left', 400],
        ['right', 410],
      ]),
    )
    const trace = { hz: 100, data: '', gaps: [], instrument: 'the cell' }
    expect(enter(page, '14.5', { trace })).toBeNull()
  })

  it('is typed in pounds where those are chosen', () => {
    useUnits.setState({ mass: 'lb' })
    const page = run(dyno())
    expect(page.now().unit).toBe('lb')
    expect(enter(page, '100')).toBeNull()
    // 100 lb are 45.359237 kg by definition.
    expect((added[0] as { value: number }).value).toBeCloseTo(45.359237 * 9.80665, 6)
  })

  it('a test of another day is looked at, and typed in only where that is asked for', () => {
    const s = dyno([], { performedOn: '2026-10-01' })
    const page = run(s)
    expect(page.now()).toMatchObject({ today: false, entering: false, open: false, next: null })
    expect(enter(page, '41.5')).toBe('This test is complete.')
    act(() => page.now().enterAfterwards())
    expect(page.address()).toBe('/?enter=1')
    expect(page.now()).toMatchObject({ entering: true, open: true })
    expect(enter(page, '41.5')).toBeNull()
  })

  it('who may only look puts nothing down', () => {
    const page = run(dyno(), { me: { right: 'look' } })
    expect(page.now()).toMatchObject({ today: false, open: false, next: null })
    act(() => page.now().enterAfterwards())
    expect(page.now().open).toBe(false)
  })

  it('the best before it is of the same series, practice left out', () => {
    const s = dyno([['left', 380]])
    const before = (id: string, best: number, more: Partial<SessionView> = {}) => ({
      ...dyno([['left', best]], { performedAt: '2026-09-01T16:00:00.000Z', ...more }),
      id,
    })
    const all = [s, before('b', 420), before('c', 500, { practice: true })]
    const best = (others: SessionView[]) => onPage(() => useRunning(s, others, SEATED)).now().bestN
    expect(best(all)).toBeNull()
    const left = dyno([
      ['left', 380],
      ['right', 390],
    ])
    const of2 = (others: SessionView[]) =>
      onPage(() => useRunning(left, others, SEATED)).now().bestN
    expect(of2([left])).toBe(380)
    expect(of2([left, before('b', 420), before('c', 500, { practice: true })])).toBe(420)
    const another = { variant: { position: '3' } }
    expect(of2([left, before('b', 420, another)])).toBe(380)
  })
})
