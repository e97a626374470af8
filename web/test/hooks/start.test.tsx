import { act } from '@testing-library/react'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import type { SessionBody } from '@mano/contract/tests'
import { protocolById } from '@mano/core/catalogue/protocols'
import { injury } from '../../../core/test/safety/rows'
import { WELL } from '../../../core/test/safety/well'
import { useBody } from '../../src/areas/tests/useBody'
import { useBegin, useCard, useGate } from '../../src/areas/tests/useStart'
import { queryClient } from '../../src/base/api'
import { keys } from '../../src/base/data'
import { useUnits } from '../../src/base/units'
import { afterwards, COACH, onPage, Refusal, server, sessionOf, unitOf, until } from './page'

const ALL_MET = { warm: true, rested: true, skinGood: true, well: true }
const kit = (...units: ReturnType<typeof unitOf>[]) => queryClient.setQueryData(keys.kit, units)

beforeEach(() => {
  server({})
  queryClient.setDefaultOptions({ queries: { staleTime: Infinity } })
})
afterEach(() => {
  afterwards()
  useUnits.setState({ mass: 'kg', length: 'mm' })
})

/** The card of a protocol with what the judge says and what begins it. */
const start = (protocolId: string, around: Parameters<typeof onPage>[1] = {}) =>
  onPage(() => {
    const card = useCard(protocolById(protocolId)!)
    const gate = useGate(card)
    return { card, gate, begin: useBegin(card, gate) }
  }, around)

describe('the card of a test', () => {
  it('takes an implement of the hall that may be tested with, in the protocol’s order', () => {
    kit(
      unitOf('home', 'edge', { place: 'home' }),
      unitOf('roll', 'rolling', { sizeMm: 60 }),
      unitOf('edge', 'edge', { sizeMm: 20 }),
      unitOf('block', 'block', { sizeMm: 80 }),
      unitOf('other', 'dyno'),
    )
    const page = start('lift_max')
    expect(page.now().card.fitting.map((u) => u.id)).toEqual(['edge', 'block', 'roll', 'home'])
    expect(page.now().card.unit?.id).toBe('edge')
  })

  it('passes over a spring nobody has rated, and refuses it where it is chosen', () => {
    kit(unitOf('printed', 'spring'), unitOf('rated', 'spring', { ratingKg: 40 }))
    const page = start('spring_bracket')
    expect([page.now().card.unit?.id, page.now().card.refusal]).toEqual(['rated', null])
    expect(page.now().begin.can).toBe(true)
    act(() => page.now().card.setUnitId('printed'))
    expect(page.now().card.refusal).toContain('no measured rating')
    expect(page.now().begin.can).toBe(false)
  })

  it('has no implement where the hall has none, and cannot begin', () => {
    kit(unitOf('e', 'edge'))
    const page = start('dyno_seated')
    expect(page.now().card.unit).toBeUndefined()
    expect(page.now().begin.can).toBe(false)
  })

  it('begins with the choice the address names, else the first', () => {
    kit(unitOf('d', 'dyno', { sizeMm: 48 }))
    expect(start('dyno_seated').now().card.variant).toEqual({ position: '2' })
    const named = start('dyno_seated', { at: '/?position=3' })
    expect(named.now().card.variant).toEqual({ position: '3' })
    expect(start('dyno_seated', { at: '/?position=9' }).now().card.variant).toEqual({
      position: '2',
    })
  })

  it('a ramp needs an expected best between 1 and 300 kg, in the unit it is typed in', () => {
    kit(unitOf('e', 'edge', { sizeMm: 20 }))
    const page = start('lift_max')
    const typed = (text: string) => {
      act(() => page.now().card.setExpected(text))
      const { complete, expectedKg } = page.now().card
      return [complete, expectedKg]
    }
    expect(typed('')).toEqual([false, null])
    expect(typed('0.5')).toEqual([false, 0.5])
    expect(typed('60')).toEqual([true, 60])
    expect(typed('301')).toEqual([false, 301])
    act(() => void useUnits.setState({ mass: 'lb' }))
    // By definition of the pound.
    expect(page.now().card.expectedKg).toBeCloseTo(301 * 0.45359237, 9)
    expect(page.now().card.complete).toBe(true)
  })

  it('a stated number must be there and within its limits', () => {
    kit(unitOf('b', 'block', { sizeMm: 80 }))
    const page = start('hold_time')
    const typed = (loadKg: string) => {
      act(() => page.now().card.setNumbers({ loadKg }))
      return [page.now().card.complete, page.now().card.stated.map((g) => g.value)]
    }
    expect(typed('')).toEqual([false, [null]])
    expect(typed('400')).toEqual([false, [null]])
    expect(typed('22,5')).toEqual([true, ['22.5']])
  })
})

describe('what stands against beginning', () => {
  const safety = (facts: object) => ({ athlete: { safety: { ...WELL, ...facts } } })
  beforeEach(() => kit(unitOf('d', 'dyno', { sizeMm: 48 })))

  it('an injured hand is named with its line, and the other may go on', () => {
    const page = start('dyno_seated', safety(injury('finger_pulley', 'active')))
    expect(page.now().gate.stopLines.map((l) => l.hands)).toEqual([['left']])
    expect(page.now().gate).toMatchObject({ allHeld: false, ageUnknown: false })
    expect(page.now().begin.can).toBe(true)
  })

  it('fever stops both hands today; what was done on another day is typed in all the same', () => {
    const page = start('dyno_seated', safety({ flags: ['fever'] }))
    expect(page.now().gate.allHeld).toBe(true)
    expect(page.now().begin.can).toBe(false)
    act(() => page.now().card.setOn('2026-10-05'))
    expect(page.now().begin).toMatchObject({ can: true, earlierDay: true })
  })

  it('what asks for a reason is begun by a coach, not by who only tests', () => {
    const asks = safety({ flags: ['unwell'] })
    expect(start('dyno_seated', asks).now().gate.asking.length).toBeGreaterThan(0)
    expect(start('dyno_seated', asks).now().begin.can).toBe(true)
    const tester = start('dyno_seated', { ...asks, me: { right: 'test' } })
    expect(tester.now().begin.can).toBe(false)
  })
})

describe('beginning a test', () => {
  const made = (body: SessionBody) => sessionOf(body.id, body.protocolId)
  const begin = (
    around: Parameters<typeof onPage>[1] = {},
    facts = {},
    protocolId = 'dyno_seated',
  ) => {
    kit(unitOf('d', 'dyno', { sizeMm: 48 }), unitOf('b', 'bar', { sizeMm: 28 }))
    queryClient.setQueryData(keys.tests('a'), [])
    const s = server({ 'POST /api/athletes/a/tests': made, 'GET /api/athletes/a/tests': [] })
    const page = start(protocolId, { athlete: { safety: { ...WELL, ...facts } }, ...around })
    return { ...s, page }
  }
  const body = (sent: { what: string; body: unknown }[]) =>
    sent.find((x) => x.what.startsWith('POST'))?.body as SessionBody

  it('is sent with what was set up and answered, and its page is opened', async () => {
    const { page, sent } = begin({ at: '/?battery=b1' })
    act(() => page.now().begin.setFamiliar(true))
    act(() => page.now().begin.start(ALL_MET, ''))
    await until(() => page.address().includes('/tests/'))
    expect(body(sent)).toMatchObject({
      ...{ protocolId: 'dyno_seated', unitId: 'd', measurementId: 'm-d', expectedKg: null },
      variant: { position: '2' },
      conditions: { ...ALL_MET, familiar: true },
    })
    expect(body(sent)).not.toHaveProperty('on')
    expect(page.address()).toBe(`/athletes/a/tests/${body(sent).id}?battery=b1`)
  })

  it('of another day says the day, and is typed in afterwards', async () => {
    const { page, sent } = begin()
    act(() => page.now().card.setOn('2026-10-05'))
    act(() => page.now().begin.start(ALL_MET, ''))
    await until(() => page.address().includes('/tests/'))
    expect(body(sent).on).toBe('2026-10-05')
    expect(page.address()).toMatch(/\?enter=1$/)
  })

  it('asks health questions that were never asked first, and goes on after them', async () => {
    const { page, sent } = begin({}, { health: null }, 'hang_time')
    expect(page.now().gate.unasked).toBe(true)
    act(() => page.now().begin.start(ALL_MET, 'keen'))
    expect(page.now().begin.questions).toEqual({ given: ALL_MET, why: 'keen' })
    expect(body(sent)).toBeUndefined()
    act(() => page.now().begin.start(ALL_MET, 'keen', true))
    await until(() => body(sent) !== undefined)
    expect(body(sent).overrideReason).toBe('keen')
  })

  it('a refusal is said and the page stays', async () => {
    const { page } = begin()
    server({ 'POST /api/athletes/a/tests': new Refusal(409, { title: 'Out of use' }) })
    act(() => page.now().begin.start(ALL_MET, ''))
    await until(() => page.now().begin.error !== null)
    expect(page.now().begin.error?.message).toBe('Out of use')
    expect(page.address()).toBe('/')
  })
})

describe('measures of the body as they are typed', () => {
  const body = (id: string, around: Parameters<typeof onPage>[1] = {}) =>
    onPage(() => useBody(protocolById(id)!), around)
  const sendsTo = () =>
    server({
      'POST /api/athletes/a/measurements': { id: 'm' },
      'POST /api/athletes/a/wraps': { id: 'w' },
    })
  const rowOf = (page: ReturnType<typeof body>) => page.now().rows[0]!.id

  it('records each field that is filled, and empties them', async () => {
    kit()
    const { sent } = sendsTo()
    const page = body('hand_size')
    const [first, second] = page.now().rows.map((r) => r.id)
    act(() => page.now().type(`${first}.left`, '190'))
    act(() => page.now().type(`${second}.right`, '205'))
    act(() => page.now().record())
    await until(() => page.now().kept === 2)
    expect(sent.map((s) => s.body)).toMatchObject([
      { measure: first, hand: 'left', enteredValue: 190, enteredUnit: 'mm' },
      { measure: second, hand: 'right', enteredValue: 205, measuredOn: COACH.today },
    ])
    expect(page.now().typed).toEqual({})
  })

  it.each([
    ['long', '"long" is not a length.'],
    ['9000', '9000'],
  ])('%j is refused by name, and nothing at all is sent', (text, says) => {
    kit()
    const { sent } = sendsTo()
    const page = body('hand_size')
    const [first, second] = page.now().rows.map((r) => r.id)
    act(() => page.now().type(`${first}.left`, '190'))
    act(() => page.now().type(`${second}.right`, text))
    act(() => page.now().record())
    expect(page.now().problem).toContain(says)
    expect(page.now().problem).toMatch(/, right: /)
    expect(sent).toEqual([])
    expect(page.now().typed[`${first}.left`]).toBe('190')
  })

  it('an empty card sends nothing and says nothing', () => {
    kit()
    const { sent } = sendsTo()
    const page = body('hand_size')
    act(() => page.now().record())
    expect([sent, page.now().problem]).toEqual([[], ''])
  })

  it('a wrap gap is of one handle, minus is overlap; thin handles of the hall first', async () => {
    kit(
      unitOf('h', 'bar', { place: 'home', sizeMm: 25 }),
      unitOf('thick', 'bar', { sizeMm: 50 }),
      unitOf('thin', 'bar', { sizeMm: 28 }),
      unitOf('unmeasured', 'bar'),
    )
    const { sent } = sendsTo()
    const page = body('wrap_gap')
    expect(page.now().handles.map((u) => u.id)).toEqual(['thin', 'thick', 'h'])
    act(() => page.now().chooseHandle('thick'))
    act(() => page.now().type(`${rowOf(page)}.left`, '\u221212'))
    act(() => page.now().record())
    await until(() => page.now().kept === 1)
    expect(sent[0]).toMatchObject({
      what: 'POST /api/athletes/a/wraps',
      body: { unitId: 'thick', hand: 'left', enteredValue: -12, enteredUnit: 'mm' },
    })
  })

  it('says what was taken last, in the unit that is chosen', () => {
    kit(unitOf('thin', 'bar', { sizeMm: 28 }))
    const wraps = [{ id: 'w', unitId: 'thin', hand: 'left', gapMm: -12 }] as never
    const page = body('wrap_gap', { athlete: { wraps } })
    const [row] = page.now().rows
    expect(page.now().latest(row!, 'left')).toMatch(/^\u221212.mm/)
    expect(page.now().latest(row!, 'right')).toBe('Not taken')
    act(() => void useUnits.setState({ length: 'in' }))
    expect(page.now().latest(row!, 'left')).toMatch(/^\u2212.*in/)
  })
})
