import { act } from '@testing-library/react'
import { describe, expect, it } from 'vitest'
import type { SessionView } from '@mano/contract/tests'
import { protocolById, type Protocol } from '@mano/core/catalogue/protocols'
import { useRunning } from '../../src/areas/tests/useRunning'
import { useUnits } from '../../src/base/units'
import { onPage, outboxed, sessionOf } from './page'

const SEATED = protocolById('dyno_seated')!
const of = (id: string): Protocol => protocolById(id)!
const { added, bodies } = outboxed()

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
