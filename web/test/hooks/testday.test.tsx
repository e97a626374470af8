import { act } from '@testing-library/react'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import type { TestDayBody } from '@mano/contract/testday'
import { useWished } from '../../src/areas/testday/useDay'
import { useSetUp } from '../../src/areas/testday/useSetUp'
import { queryClient } from '../../src/base/api'
import { keys } from '../../src/base/data'
import { useUnits } from '../../src/base/units'
import {
  afterwards,
  FakeWorker,
  onPage,
  Refusal,
  server,
  sessionOf,
  unitOf,
  until,
  workers,
} from './page'

const NAMES = [
  { id: 'a', name: 'Noor Halloran' },
  { id: 'b', name: 'Dov Hartigan' },
]
let made: typeof FakeWorker
beforeEach(() => {
  made = workers()
})
afterEach(() => {
  afterwards()
  useUnits.setState({ mass: 'kg', length: 'mm' })
})

describe('a group test day as it is set up', () => {
  const KIT = [
    unitOf('d', 'dyno', { sizeMm: 48 }),
    unitOf('e', 'edge', { sizeMm: 20 }),
    unitOf('h', 'edge', { sizeMm: 30, place: 'home' }),
  ]
  const setUp = (more: Record<string, unknown> = {}) => {
    queryClient.setQueryData(keys.kit, KIT)
    queryClient.setQueryData([...keys.roster, 'names'], NAMES)
    const s = server({
      'GET /api/kit': KIT,
      'GET /api/athletes/names': NAMES,
      'GET /api/athletes/a/tests': [],
      'GET /api/athletes/b/tests': [],
      'POST /api/test-days/gates': {},
      'POST /api/test-days': (b: TestDayBody) => ({ id: b.id }),
      ...more,
    })
    return { ...s, page: onPage(() => useSetUp('2026-10-08')) }
  }
  type Page = ReturnType<typeof setUp>['page']
  const station = (page: Page, i = 0) => page.now().stations[i]!
  const choose = (page: Page, protocolId: string, i = 0) =>
    act(() => page.now().choose(station(page, i), protocolId))

  it('is ready with somebody, a station, and all of its numbers stated', () => {
    const { page } = setUp()
    expect(page.now().ready).toBe(false)
    act(() => page.now().add())
    expect(page.now().ready).toBe(false)
    act(() => page.now().setChosen(['a']))
    expect(page.now().ready).toBe(true)
    expect(page.now().setup).toMatchObject({ athletes: [NAMES[0]], perHand: 3 })
    expect(station(page)).toMatchObject({ name: 'Station 1', unitId: 'd', plates: false })
  })

  it('offers what the hall has an implement for, never one from home', () => {
    const { page } = setUp()
    expect(page.now().protocols).toContain('lift_max')
    expect(page.now().protocols).not.toContain('key_pinch')
    expect(
      page
        .now()
        .fitting('lift_max')
        .map((u) => u.id),
    ).toEqual(['e'])
  })

  it('a station more takes an implement that is free; one at two stations is not ready', () => {
    const { page } = setUp()
    act(() => page.now().setChosen(['a']))
    act(() => page.now().add())
    act(() => page.now().add())
    expect(page.now().stations.map((s) => s.unitId)).toEqual(['d', 'e'])
    expect(page.now()).toMatchObject({ ready: true, shared: null, mayAdd: false })
    act(() => page.now().add())
    expect(page.now().stations).toHaveLength(2)
    choose(page, 'dyno_seated', 1)
    expect(page.now().ready).toBe(false)
    expect(page.now().shared).toBe(
      'Station 1 and Station 2 have one implement: it stands at one station.',
    )
    act(() => page.now().remove(station(page).id))
    expect(page.now()).toMatchObject({ ready: true, shared: null, mayAdd: true })
  })

  it('another protocol begins with its own implement, tries and plates', () => {
    const { page } = setUp()
    act(() => page.now().add())
    choose(page, 'lift_max')
    expect(station(page)).toMatchObject({ unitId: 'e', measurementId: 'm-e', plates: true })
    expect(station(page).tries).toBeUndefined()
    choose(page, 'hang_time')
    expect(station(page)).toMatchObject({ plates: false, tries: 1 })
    choose(page, 'dyno_seated')
    expect(station(page).tries).toBeUndefined()
    act(() => page.now().remove(station(page).id))
    expect(page.now().stations).toEqual([])
  })

  it('the first load is under the best on that implement, else the usual start', async () => {
    const best = sessionOf(
      's',
      'lift_max',
      [
        ['left', 60],
        ['right', 55],
      ],
      {
        ...{ unitId: 'e', measurementId: 'm-e', unitKind: 'edge', performedOn: '2026-09-20' },
        performedAt: '2026-09-20T16:00:00.000Z',
      },
    )
    const { page } = setUp({ 'GET /api/athletes/a/tests': [best] })
    act(() => page.now().add())
    choose(page, 'lift_max')
    act(() => page.now().setChosen(['a', 'b']))
    const first = (who: string) => page.now().loads.firstKg[`${who} ${station(page).id}`]!
    await until(() => first('a') !== 20)
    expect(first('a')).toBeGreaterThan(30)
    expect(first('a')).toBeLessThan(60)
    expect(first('b')).toBe(20)
  })

  it('typed loads count in the unit they are typed in; what is no load holds the day up', () => {
    useUnits.setState({ mass: 'lb' })
    const { page } = setUp()
    act(() => page.now().add())
    choose(page, 'lift_max')
    act(() => page.now().setChosen(['a']))
    const key = `a ${station(page).id}`
    act(() => page.now().loads.type(key, '100'))
    // 100 lb, by definition of the pound.
    expect(page.now().loads.firstKg[key]).toBeCloseTo(45.359237, 6)
    expect(page.now().ready).toBe(true)
    act(() => page.now().loads.type(key, 'heavy'))
    expect([page.now().loads.isUnread(key), page.now().ready]).toEqual([true, false])
    act(() => page.now().loads.type(key, ''))
    expect(page.now().loads.firstKg[key]).toBe(20)
    act(() => page.now().loads.setStep('x'))
    expect(page.now().ready).toBe(false)
  })

  it('a stopped hand is left out of the order from the start', async () => {
    const { page } = setUp({
      'POST /api/test-days/gates': (b: { stations: { id: string }[] }) => ({
        [`a ${b.stations[0]!.id} left`]: { class: 'stop', says: ['Thumb'] },
        [`a ${b.stations[0]!.id} right`]: { class: 'ask', says: ['Unwell'] },
      }),
    })
    act(() => page.now().add())
    act(() => page.now().setChosen(['a']))
    await until(() => page.now().met.length === 1)
    expect(page.now().met[0]!.own.map((g) => g.hand)).toEqual(['left', 'right'])
    expect(page.now().setup.closed).toEqual([`a ${station(page).id} left`])
  })

  it('is saved with the reasons given, and its page opened even where one is refused', async () => {
    const { page, sent } = setUp({
      'POST /api/test-days/gates': (b: { stations: { id: string }[] }) => ({
        [`a ${b.stations[0]!.id} right`]: { class: 'ask', says: ['Unwell'] },
      }),
    })
    act(() => page.now().add())
    act(() => page.now().setChosen(['a']))
    await until(() => page.now().met.length === 1)
    act(() => page.now().setReason(`a ${station(page).id}`, ' Light cold '))
    act(() => page.now().setName(' Autumn '))
    act(() => page.now().save())
    await until(() => page.address().startsWith('/testday/'))
    const day = sent.find((s) => s.what === 'POST /api/test-days')!.body as TestDayBody
    expect(day).toMatchObject({ name: 'Autumn', heldOn: '2026-10-08' })
    expect(page.address()).toBe(`/testday/${day.id}`)
    expect(sent.find((s) => s.what.endsWith('/reasons'))!).toMatchObject({
      what: `POST /api/test-days/${day.id}/reasons`,
      body: { athleteId: 'a', reason: 'Light cold' },
    })
  })

  it('a day that is not taken stays on the screen', async () => {
    const { page } = setUp({ 'POST /api/test-days': new Refusal(400, { title: 'No name' }) })
    act(() => page.now().add())
    act(() => page.now().setChosen(['a']))
    act(() => page.now().save())
    await until(() => page.now().write.isError)
    expect([page.address(), page.now().stations.length]).toEqual(['/', 1])
  })

  it('its order is worked out off the page, and one of an older set-up is not shown', () => {
    const setup = { stations: [], athletes: [] } as never
    const asked = { setup, n: 1 }
    const page = onPage(() =>
      useWished({ ...(asked.setup as object), perHand: asked.n } as never, []),
    )
    const [first] = made.last.told as { key: string }[]
    asked.n = 2
    page.rerender()
    act(() => made.last.says({ key: first!.key, wished: new Map(), boundS: 1, ms: 1 }))
    expect(page.now()).toBeNull()
    const { key } = made.last.told.at(-1) as { key: string }
    act(() => made.last.says({ key, wished: new Map(), boundS: 2, ms: 1 }))
    expect(page.now()?.boundS).toBe(2)
    expect(made.all).toHaveLength(1)
  })
})
