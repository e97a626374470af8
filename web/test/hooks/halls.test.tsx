import { act } from '@testing-library/react'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { SquadAthlete, SquadView } from '@mano/contract/review'
import type { TestDayBody, TestDayView } from '@mano/contract/testday'
import { headerKey } from '@mano/core/testing/mapping'
import { useImport } from '../../src/areas/imports/useImport'
import { usePeriod } from '../../src/areas/review/useReview'
import { useSquad } from '../../src/areas/squad/useSquad'
import { useDay, useWished } from '../../src/areas/testday/useDay'
import { useSetUp } from '../../src/areas/testday/useSetUp'
import { SUGGESTED, useVisit } from '../../src/areas/tests/useBattery'
import { useBatteryChange } from '../../src/areas/tests/useBatteryChange'
import { MOST, useRecords } from '../../src/areas/tests/useRecords'
import { queryClient } from '../../src/base/api'
import { keys } from '../../src/base/data'
import { useOutbox, type Unsent } from '../../src/base/outbox'
import { useUnits } from '../../src/base/units'
import {
  afterwards,
  COACH,
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
const was = useOutbox.getState().add
let made: typeof FakeWorker
beforeEach(() => {
  made = workers()
  // A page hears of others' writes by a line that stays open; here nobody else writes.
  vi.stubGlobal(
    'EventSource',
    class {
      close(): void {}
    },
  )
})
afterEach(() => {
  afterwards()
  useOutbox.setState({ add: was, waiting: [] })
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

describe('a group test day as it runs', () => {
  const VIEW = {
    ...{ id: 'day', name: 'Autumn', heldOn: '2026-10-08', startedAt: null, events: [] },
    ...{ gates: {}, earlier: {} },
    setup: { params: {}, perHand: 3, stepKg: 2.5, firstKg: {}, athletes: [], stations: [] },
  } as unknown as TestDayView
  const day = (view: TestDayView) => {
    const added: Unsent[] = []
    useOutbox.setState({
      add: (u) => {
        added.push(u)
        useOutbox.setState({ waiting: [...useOutbox.getState().waiting, u] })
      },
    })
    server({ 'GET /api/test-days/day': view })
    return { added, page: onPage(() => useDay('day')) }
  }

  it('begins here at once, before the server has heard of it', async () => {
    const { page, added } = day(VIEW)
    await until(() => page.now().day !== null)
    expect(page.now().day).toMatchObject({ started: false, nowS: 0 })
    act(() => void page.now().day!.say('start'))
    expect(page.now().day!.started).toBe(true)
    expect(added[0]).toMatchObject({ kind: 'day', dayId: 'day', body: { kind: 'start', at: 0 } })
  })

  it('what is on its way from here counts with what the server has, each once', async () => {
    const startedAt = new Date(Date.now() - 60_000).toISOString()
    const { page, added } = day({ ...VIEW, startedAt })
    await until(() => page.now().day !== null)
    expect(page.now().day!.nowS).toBeGreaterThanOrEqual(59)
    let id = ''
    act(() => void (id = page.now().day!.say('reorder', { order: [] })))
    expect(page.now().day!.events.map((e) => e.id)).toEqual([id])
    expect((added[0] as { body: { at: number } }).body.at).toBeGreaterThan(59)
    // The server has it now; it still waits here for its answer.
    const there = { ...page.now().day!.events[0]! }
    act(
      () =>
        void queryClient.setQueryData(['test-day', 'day'], { ...VIEW, startedAt, events: [there] }),
    )
    await until(() => page.now().day!.view.events.length === 1)
    expect(page.now().day!.events.map((e) => e.id)).toEqual([id])
  })

  it('a day that cannot be read says why', async () => {
    server({ 'GET /api/test-days/day': new Refusal(404, { title: 'No such day' }) })
    const page = onPage(() => useDay('day'))
    await until(() => page.now().error !== null)
    expect([page.now().day, page.now().error?.message]).toEqual([null, 'No such day'])
  })
})

describe('the squad on one test', () => {
  const who = (id: string, value: number, more: Partial<SquadAthlete> = {}): SquadAthlete => ({
    ...{ id, name: `Athlete ${id}`, sex: 'female', birthDate: '2000-01-01', level: 'trained' },
    ...{ massKg: 60, lastTest: '2026-10-01' },
    tests: (['left', 'right'] as const).map((hand, i) => ({
      ...{ setup: 'one', hand, value: value - i, best: value - i, on: '2026-10-01', n: 3, sd: 8 },
      differences: [],
    })),
    ...more,
  })
  const VIEW: SquadView = {
    setups: ['one', 'two'].map((key) => ({
      ...{ key, protocolId: 'dyno_seated', setup: key, implement: 'dyno', athletes: 3 },
    })),
    athletes: [
      who('x', 400),
      who('y', 500, { sex: 'male', birthDate: '2011-05-01', lastTest: '2026-08-01' }),
      who('z', 450, { birthDate: null, lastTest: null, tests: [] }),
    ],
  }
  const squad = async (at = '/squad') => {
    server({ 'GET /api/squad': VIEW, 'GET /api/me': COACH })
    const page = onPage(useSquad, { at })
    await until(() => page.now().squad.isSuccess && page.now().today !== '')
    return page
  }
  const ids = (page: Awaited<ReturnType<typeof squad>>) => page.now().lines.map((l) => l.a.id)

  it('shows who has the set-up, and who is due, never tested first', async () => {
    const page = await squad()
    expect(ids(page).sort()).toEqual(['x', 'y'])
    expect(page.now().due.map((a) => a.id)).toEqual(['z', 'y'])
    expect(page.now().setup?.key).toBe('one')
  })

  it('narrows by sex, age and name in the address', async () => {
    const page = await squad()
    act(() => page.now().choices.set('sex', 'male'))
    expect([ids(page), page.address()]).toEqual([['y'], '/squad?sex=male'])
    act(() => page.now().choices.set('sex', ''))
    act(() => page.now().choices.set('age', '18-34'))
    // Without a birth date nobody knows whether they are of that age.
    expect([ids(page), page.now().due]).toEqual([['x'], []])
    act(() => page.now().choices.set('age', ''))
    act(() => page.now().choices.set('find', 'ATHLETE Y'))
    expect(ids(page)).toEqual(['y'])
  })

  it('another test has its own set-up; one hand is no choice where both work', async () => {
    const page = await squad('/squad?setup=two&by=left')
    expect([page.now().setup?.key, page.now().choices.by]).toEqual(['two', 'left'])
    act(() => page.now().choices.set('test', 'hang_time'))
    expect(page.address()).toBe('/squad?by=left&test=hang_time')
    expect(page.now().choices.by).toBe('best')
    act(() => page.now().choices.set('by', 'mass'))
    expect(page.now().choices.by).toBe('mass')
  })

  it('an address that names nothing known shows the usual test', async () => {
    const page = await squad('/squad?test=juggling&by=toes')
    expect([page.now().choices.protocol.id, page.now().choices.by]).toEqual(['dyno_seated', 'best'])
  })
})

describe('a file that is read', () => {
  const OURS =
    'athlete,date,protocol,trial,hand,value,unit\r\n' +
    'Noor Halloran,2026-09-01,dyno_seated,1,left,41,kg\r\n'
  const THEIRS = 'Name,Date,Left kg,Right kg\r\nNoor Halloran,01/09/2026,41,43\r\n'
  const done = () => ({
    ...{ id: 'j', state: 'done' },
    result: { ok: true, of: 'trials', problems: [], lines: 1, trials: 1 },
  })
  const reading = (mappings: object[] = []) => {
    const s = server({
      'GET /api/athletes/names': NAMES,
      'GET /api/imports/mappings': mappings,
      'POST /api/imports': { id: 'j' },
      'GET /api/jobs/j': done,
    })
    return { ...s, page: onPage(useImport) }
  }
  const take = (page: ReturnType<typeof reading>['page'], text: string, name = 'x.csv') =>
    act(() => page.now().take(new File([text], name)))
  const posts = (sent: ReturnType<typeof reading>['sent']) =>
    sent.filter((s) => s.what === 'POST /api/imports').map((s) => s.body as Record<string, unknown>)

  it('of another form waits for what its columns mean; nothing is sent before', async () => {
    const { page, sent } = reading()
    await take(page, THEIRS)
    await until(() => page.now().chosen !== null)
    expect(page.now().chosen?.mapping?.columns).toMatchObject({ athlete: 'name', date: 'date' })
    expect(posts(sent)).toEqual([])
    expect(page.now().report).toBeNull()
  })

  it('of our own form is tried as soon as it is chosen', async () => {
    const { page, sent } = reading()
    await take(page, OURS)
    await until(() => page.now().report !== null)
    expect(posts(sent)).toMatchObject([{ dryRun: true, mapping: null, fileName: 'x.csv' }])
  })

  it('is tried first, and saved only when the coach says so, under the same number', async () => {
    const { page, sent } = reading()
    await take(page, THEIRS)
    await until(() => page.now().chosen !== null)
    act(() => page.now().tryOut(page.now().chosen!))
    await until(() => page.now().report !== null)
    expect(page.now().saved).toBe(false)
    await act(() => page.now().keep())
    await until(() => page.now().saved && page.now().chosen === null)
    const [first, second] = posts(sent)
    expect([first!['dryRun'], second!['dryRun']]).toEqual([true, false])
    expect(second!['id']).toBe(first!['id'])
  })

  it('a sheet seen before is read as it was said then', async () => {
    const { page } = reading()
    await take(page, THEIRS)
    await until(() => page.now().chosen !== null)
    const { mapping, sheet } = page.now().chosen!
    page.unmount()
    queryClient.clear()
    const again = reading([
      {
        headerKey: headerKey(sheet.table.ok ? sheet.table.columns : []),
        mapping: { ...mapping!, names: { Nour: 'Noor Halloran', Gone: 'Nobody Now' } },
      },
    ])
    await take(again.page, THEIRS)
    await until(() => again.page.now().chosen !== null)
    expect(again.page.now().chosen!.remembered).toBe(true)
    expect(again.page.now().chosen!.mapping!.names).toMatchObject({ Nour: 'Noor Halloran' })
  })

  it('a line dealt with is tried anew with the rest, and leaving begins a new number', async () => {
    const { page, sent } = reading()
    await take(page, THEIRS)
    await until(() => page.now().chosen !== null)
    act(() => page.now().tryOut(page.now().chosen!))
    await until(() => page.now().report !== null)
    act(() => void page.now().deal({ without: [2] }))
    await until(() => posts(sent).length === 2 && page.now().report !== null)
    expect(posts(sent)[1]).toMatchObject({ lines: { without: [2] }, id: posts(sent)[0]!['id'] })
    act(() => page.now().leave())
    expect([page.now().chosen, page.now().report]).toEqual([null, null])
    await take(page, THEIRS)
    await until(() => page.now().chosen !== null)
    act(() => page.now().tryOut(page.now().chosen!))
    await until(() => posts(sent).length === 3)
    expect(posts(sent)[2]!['id']).not.toBe(posts(sent)[0]!['id'])
  })

  it('what is no sheet is said by name', async () => {
    const { page } = reading()
    await take(page, 'not a workbook', 'results.xlsx')
    await until(() => page.now().unreadable !== '')
    expect(page.now().unreadable).toBe(
      'results.xlsx could not be read as a sheet. Save it as CSV and try again.',
    )
    expect(page.now().chosen).toBeNull()
  })
})

describe('a battery of tests', () => {
  const stored = {
    id: 'b1',
    name: 'Club',
    sportId: null,
    items: [{ protocolId: 'dyno_seated', variant: {} }],
  }
  const kit = [unitOf('d', 'dyno'), unitOf('e', 'edge', { sizeMm: 20 })]
  const open = (at = '/batteries', more: Record<string, unknown> = {}) => {
    const s = server({
      'GET /api/batteries': [stored],
      'GET /api/kit': kit,
      'GET /api/sports': [],
      'GET /api/athletes/a/tests': [
        sessionOf('s', 'dyno_seated', [
          ['left', 1],
          ['right', 1],
        ]),
      ],
      'POST /api/batteries': (b: { id: string }) => ({ id: b.id }),
      ...more,
    })
    const demand = { sources: [{ id: 'climber_boulder', weight: 1 }], edits: [] } as never
    return { ...s, page: onPage(useBatteryChange, { at, athlete: { demand } }) }
  }
  const body = (sent: { what: string; body: unknown }[]) =>
    sent.find((s) => s.what.startsWith('POST'))?.body

  it('one suggested for the sport stands first, and gets a name before it changes', async () => {
    const { page, sent } = open()
    await until(() => page.now().choices?.length === 2)
    expect(page.now().choices!.map((b) => b.id)).toEqual([SUGGESTED, 'b1'])
    expect(page.now().own).toBeNull()
    act(() => page.now().change([{ protocolId: 'hang_time', variant: {} }]))
    expect(page.now().saving).toHaveLength(1)
    expect(body(sent)).toBeUndefined()
    act(() => page.now().save('Edge day', null, page.now().saving!))
    await until(() => page.address() !== '/batteries' && page.now().saving === null)
    expect(body(sent)).toMatchObject({ name: 'Edge day', supersedesId: null, removed: false })
  })

  it('the hall’s own is changed by a version of it, in the order that tires least', async () => {
    const { page, sent } = open('/batteries?b=b1')
    await until(() => page.now().own?.id === 'b1')
    const items = ['lift_max', 'dyno_seated'].map((protocolId) => ({ protocolId, variant: {} }))
    act(() => page.now().change(items))
    await until(() => body(sent) !== undefined)
    expect(body(sent)).toMatchObject({
      ...{ name: 'Club', supersedesId: 'b1', removed: false },
      items: [{ protocolId: 'dyno_seated' }, { protocolId: 'lift_max' }],
    })
  })

  it('removed, it leaves the address', async () => {
    const { page, sent } = open('/batteries?b=b1')
    await until(() => page.now().own?.id === 'b1')
    act(() => page.now().remove())
    await until(() => page.address() === '/batteries')
    expect(body(sent)).toMatchObject({ supersedesId: 'b1', removed: true })
  })

  it('a visit stands where its tests of today stand', async () => {
    open()
    const page = onPage(() => useVisit('b1'))
    await until(() => page.now() !== null)
    expect(page.now()).toMatchObject({ name: 'Club', steps: [{ sessionId: 's' }] })
  })
})

describe('the period of a review', () => {
  const at = (search: string) => onPage(usePeriod, { at: `/review${search}` })
  it.each([
    ['', '12', '2026-07-16'],
    ['?span=4', '4', '2026-09-10'],
    ['?span=26', '26', '2026-04-09'],
    ['?span=99', '12', '2026-07-16'],
    ['?from=2026-13-01&to=2026-10-01', '12', '2026-07-16'],
    ['?from=2026-09-02&to=2026-09-01', '12', '2026-07-16'],
  ])('%j: %s weeks to today', (search, span, from) => {
    expect(at(search).now()).toMatchObject({ span, period: { from, to: '2026-10-08' } })
  })
  it('two days of the coach’s own stand as they are, and a span takes them out again', () => {
    const page = at('?from=2026-08-01&to=2026-09-01')
    expect(page.now()).toMatchObject({
      span: null,
      period: { from: '2026-08-01', to: '2026-09-01' },
    })
    act(() => page.now().setSpan('all'))
    expect(page.address()).toBe('/review?span=all')
    expect(page.now().period.from < '2021-01-01').toBe(true)
    act(() => page.now().setDates({ from: '2026-01-01', to: '2026-02-01' }))
    expect(page.now().span).toBeNull()
  })
})

describe('force records', () => {
  const with2 = (id: string, on: string) =>
    sessionOf(
      id,
      'rise_release',
      [
        ['left', 300],
        ['right', 280],
      ],
      {
        ...{ performedOn: on, performedAt: `${on}T16:00:00.000Z` },
        traces: (['right', 'left'] as const).map((hand) => ({
          ...{ trialId: `${id}-${hand}`, hand, ordinal: 1, instrument: 'cell' },
        })),
      },
    )

  it('the newest test’s stand first, left before right; four are shown at the most', async () => {
    const sessions = ['2026-08-01', '2026-09-01', '2026-10-01'].map((on, i) => with2(`s${i}`, on))
    const ids = sessions.flatMap((s) => s.traces.map((t) => t.trialId))
    server({
      'GET /api/athletes/a/tests': sessions,
      ...Object.fromEntries(ids.map((id) => [`GET /api/traces/${id}`, new Refusal(404)])),
    })
    const page = onPage(useRecords)
    await until(() => page.now().all.length === 6)
    expect(
      page
        .now()
        .all.map((t) => t.trialId)
        .slice(0, 3),
    ).toEqual(['s2-left', 's2-right', 's1-left'])
    expect(page.now().isOn('s2-right')).toBe(true)
    expect(page.now().picture).toMatchObject({ curves: [], toS: 2, topN: 50 })
    for (const id of ['s1-left', 's1-right', 's0-left']) act(() => page.now().toggle(id))
    const on = ids.filter((id) => page.now().isOn(id))
    expect(on).toHaveLength(MOST)
    expect(page.now().isOn('s2-left')).toBe(false)
    act(() => page.now().toggle('s0-left'))
    expect(page.now().isOn('s0-left')).toBe(false)
  })
})
