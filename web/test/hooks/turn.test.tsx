import { act } from '@testing-library/react'
import { describe, expect, it } from 'vitest'
import type { SessionView } from '@mano/contract/tests'
import { protocolById, type Protocol } from '@mano/core/catalogue/protocols'
import { injury } from '../../../core/test/safety/rows'
import { WELL } from '../../../core/test/safety/well'
import { useBracket } from '../../src/areas/tests/useBracket'
import { useGatesOf } from '../../src/areas/tests/useGatesOf'
import { useRested } from '../../src/areas/tests/useRested'
import { useTurn } from '../../src/areas/tests/useTurn'
import { queryClient } from '../../src/base/api'
import { keys } from '../../src/base/data'
import { onPage, outboxed, sessionOf, unitOf } from './page'

const HANDS = ['left', 'right'] as const
const SEATED = protocolById('dyno_seated')!
const of = (id: string): Protocol => protocolById(id)!
const { added, bodies } = outboxed()

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
