import { act } from '@testing-library/react'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import type { PlanView } from '@mano/contract/plan'
import { PLAIN_TERMS } from '@mano/core/plan/types'
import { useBlock } from '../../src/areas/plan/useBlock'
import { afterwards, FakeWorker, onPage, server, until, workers } from './page'
import { WEEK, PROBLEM, PLAN, VIEW, version } from './weeks'

let made: typeof FakeWorker
beforeEach(() => {
  made = workers()
})
afterEach(afterwards)

describe('a block of weeks', () => {
  const block = (view: PlanView = VIEW, more: Record<string, unknown> = {}) => {
    const s = server({
      'GET /api/athletes/a/problem': PROBLEM,
      'POST /api/athletes/a/plans': { id: 'p' },
      ...more,
    })
    return { ...s, page: onPage(() => useBlock(view)) }
  }
  const week = (i: number, kind = 'ordinary') => ({
    weekStart: `2026-10-${12 + 7 * i}`,
    ...{ kind, frame: PROBLEM.frame, crush: 'hold', problem: PROBLEM, plan: PLAN, gap: 0 },
  })

  it('begins next Monday, and nothing is planned before the week is known', async () => {
    const { page } = block()
    expect(page.now()).toMatchObject({ start: WEEK, problem: null, outline: [] })
    page.now().plan()
    expect(made.all).toEqual([])
    await until(() => page.now().problem !== null)
    expect(page.now().outline).toHaveLength(6)
    expect(page.now().outline.filter((w) => w.kind === 'deload')).toHaveLength(1)
  })

  it('weeks come one by one; said anew what they are, none of them is shown', async () => {
    const { page } = block()
    await until(() => page.now().problem !== null)
    act(() => void page.now().plan())
    expect(page.now().state).toBe('planning')
    act(() => made.last.says({ kind: 'week', week: week(0) }))
    act(() => made.last.says({ kind: 'week', week: week(1) }))
    act(() => made.last.says({ kind: 'block-done' }))
    expect(page.now()).toMatchObject({ state: 'done' })
    expect(page.now().planned.map((w) => w.weekStart)).toEqual(['2026-10-12', '2026-10-19'])
    act(() => page.now().change({ weeks: 4 }))
    expect(page.now()).toMatchObject({ state: 'idle', planned: [] })
    expect(page.now().outline).toHaveLength(4)
  })

  it('counts the ordinary weeks before it towards the lighter one', async () => {
    const before = ['2026-10-05', '2026-09-28'].map((w) => version(w))
    const { page } = block({ ...VIEW, versions: before })
    await until(() => page.now().problem !== null)
    expect(page.now().problem?.workedBefore).toBe(2)
    const lighter = (p: typeof page) => p.now().outline.findIndex((w) => w.kind === 'deload')
    const { page: fresh } = block()
    await until(() => fresh.now().problem !== null)
    expect(lighter(fresh) - lighter(page)).toBe(2)
  })

  it('keeps the pins of the week before, and its settings and bans', async () => {
    const pinned = { id: 'x', exerciseId: 'ext_band', day: 2, sets: 2, dose: 15, pinned: true }
    const terms = { ...PLAIN_TERMS, bans: [{ exerciseId: 'wrist_curl', day: null }] }
    const last = version('2026-10-05', { blocks: [pinned], terms })
    const { page } = block({ ...VIEW, versions: [last] })
    await until(() => page.now().problem !== null)
    expect(page.now().problem).toMatchObject({
      pins: [{ exerciseId: 'ext_band', day: 2, sets: null }],
      bans: terms.bans,
    })
  })

  it('saves each week over the version that is there, with the reason', async () => {
    const { page, sent } = block({ ...VIEW, versions: [version('2026-10-19')] })
    await until(() => page.now().problem !== null)
    act(() => void page.now().plan())
    for (const i of [0, 1]) act(() => made.last.says({ kind: 'week', week: week(i) }))
    act(() => made.last.says({ kind: 'block-done' }))
    expect(page.now().taken).toBe(1)
    await act(() => page.now().keep.mutateAsync({ kept: page.now().planned, reason: 'New dates' }))
    const posts = sent.filter((s) => s.what.startsWith('POST')).map((s) => s.body)
    expect(posts).toMatchObject([
      { weekStart: '2026-10-12', basedOn: null, reason: 'New dates' },
      { weekStart: '2026-10-19', basedOn: 'v-2026-10-19' },
    ])
    expect((posts[0] as { terms: { origin: string } }).terms.origin).toBe(
      'Block of 6 weeks from 2026-10-12, work week',
    )
  })

  it('a worker that fails says so, and another may be begun', async () => {
    const { page } = block()
    await until(() => page.now().problem !== null)
    act(() => void page.now().plan())
    act(() => made.last.onerror!())
    expect([page.now().state, made.last.ended]).toEqual(['failed', true])
    act(() => void page.now().plan())
    expect([page.now().state, made.all.length]).toEqual(['planning', 2])
    act(() => page.now().halt())
    expect([page.now().state, made.last.ended]).toEqual(['idle', true])
  })
})
