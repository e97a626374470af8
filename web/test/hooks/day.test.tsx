import { act } from '@testing-library/react'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { TestDayView } from '@mano/contract/testday'
import { useDay } from '../../src/areas/testday/useDay'
import { queryClient } from '../../src/base/api'
import { useOutbox, type Unsent } from '../../src/base/outbox'
import { afterwards, onPage, Refusal, server, until, workers } from './page'

const was = useOutbox.getState().add
beforeEach(() => {
  workers()
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
