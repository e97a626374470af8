import { act } from '@testing-library/react'
import { afterEach, describe, expect, it } from 'vitest'
import { SUGGESTED, useVisit } from '../../src/areas/tests/useBattery'
import { useBatteryChange } from '../../src/areas/tests/useBatteryChange'
import { MOST, useRecords } from '../../src/areas/tests/useRecords'
import { afterwards, onPage, Refusal, server, sessionOf, unitOf, until } from './page'

afterEach(afterwards)

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
