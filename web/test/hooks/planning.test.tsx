import { act } from '@testing-library/react'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import type { PlanView } from '@mano/contract/plan'
import { TEMPLATES } from '@mano/core/catalogue/templates'
import { draftWeek } from '@mano/core/plan/draft'
import { EMPTY_DAY } from '@mano/core/intake/week'
import type { WeekProblem } from '@mano/core/plan/problem'
import { PLAIN_TERMS, type Block, type WeekPlan } from '@mano/core/plan/types'
import { IMPLEMENTS } from '@mano/core/catalogue/implements'
import { wantsOf } from '../../../core/test/plan/wants'
import { WELL } from '../../../core/test/safety/well'
import { weekRows } from '../../src/areas/plan/schoolRows'
import { useApply } from '../../src/areas/plan/useApply'
import { useBlock } from '../../src/areas/plan/useBlock'
import { solveOnce, useAnswer, usePlanner } from '../../src/areas/plan/usePlanner'
import { queryClient } from '../../src/base/api'
import {
  AWAY,
  afterwards,
  ATHLETE,
  FakeWorker,
  onPage,
  Refusal,
  server,
  until,
  workers,
} from './page'

const WEEK = '2026-10-12'
const PROBLEM: WeekProblem = {
  weekStart: WEEK,
  frame: Array.from({ length: 7 }, (_, d) => ({ ...EMPTY_DAY, minutes: d < 5 ? 45 : 0 })),
  wants: wantsOf('boxer'),
  facts: { ...WELL, today: '2026-10-08' },
  units: IMPLEMENTS.map((k) => ({ kind: k.id, place: 'hall' as const })),
  hardBefore: [],
  lastLoad: null,
  terms: PLAIN_TERMS,
  near: null,
}
const planOf = (...blocks: Partial<Block>[]): WeekPlan =>
  ({
    ...{ weekStart: WEEK, frame: PROBLEM.frame, testDay: null },
    blocks: blocks.map((b, i) => ({ id: `b${i}`, ...b })),
  }) as WeekPlan
const PLAN = planOf({ exerciseId: 'ext_band', day: 1, sets: 2, dose: 15, hands: ['left'] })
const VIEW: PlanView = {
  ...{ frame: [...PROBLEM.frame], kit: [], touched: { demands: null, week: null }, tiers: [] },
  ...{ wishes: [], flatOn: null, versions: [] },
}
const version = (weekStart: string, more: object = {}) =>
  ({
    ...{ id: `v-${weekStart}`, weekStart, frame: [...PROBLEM.frame], blocks: [], reason: '' },
    ...{ terms: PLAIN_TERMS, savedOn: '2026-10-01', savedAt: '', number: 1, by: '', asked: [] },
    ...more,
  }) as PlanView['versions'][number]

let made: typeof FakeWorker
beforeEach(() => {
  made = workers()
})
afterEach(afterwards)

describe('a search for a better week', () => {
  const improve = { kind: 'improve', problem: PROBLEM, plan: PLAN } as const
  const searching = () => {
    const page = onPage(usePlanner)
    act(() => page.now().look(improve))
    return page
  }
  const says = (data: object, of = made.last) => act(() => of.says(data))

  it('shows how far it is, keeps the best so far, and ends its worker when it is done', () => {
    const page = searching()
    expect(made.last.told).toEqual([improve])
    expect(page.now().search).toEqual({ state: 'looking', gap: null, best: null })
    says({ kind: 'progress', gap: 0.2, points: 50, plan: PLAN })
    says({ kind: 'progress', gap: 0.1, points: 50, plan: null })
    expect(page.now().search).toEqual({ state: 'looking', gap: 0.1, best: PLAN })
    says({ kind: 'done', plan: PLAN, gap: 0.02, points: 60 })
    expect(page.now().search).toEqual({ state: 'done', best: PLAN, gap: 0.02, points: 60 })
    expect(made.last.ended).toBe(true)
  })

  it.each([
    [
      { kind: 'clash', clashes: [] },
      { state: 'clash', clashes: [] },
    ],
    [
      { kind: 'failed', says: 'why' },
      { state: 'failed', says: 'why' },
    ],
  ])('ends with %j', (reply, search) => {
    const page = searching()
    says(reply)
    expect(page.now().search).toEqual(search)
    expect(made.last.ended).toBe(true)
  })

  it('a browser without workers is said, and nothing is looked for any more', () => {
    const page = searching()
    act(() => made.last.onerror!())
    expect(page.now().search).toEqual({
      state: 'failed',
      says: 'The planner could not be started in this browser.',
    })
  })

  it('a new search ends the first, and what that says later counts for nothing', () => {
    const page = searching()
    const first = made.last
    act(() => page.now().look(improve))
    expect([first.ended, made.all.length]).toEqual([true, 2])
    says({ kind: 'done', plan: PLAN, gap: 0, points: 99 }, first)
    act(() => first.onerror!())
    expect(page.now().search).toEqual({ state: 'looking', gap: null, best: null })
  })

  it('is stopped by a press and by leaving the page', () => {
    const page = searching()
    act(() => page.now().stop())
    expect([made.last.ended, page.now().search.state]).toEqual([true, 'idle'])
    act(() => page.now().look(improve))
    page.unmount()
    expect(made.last.ended).toBe(true)
  })
})

describe('one search by itself', () => {
  const task = { kind: 'improve', problem: PROBLEM, plan: null } as const
  it.each([
    [
      { kind: 'done', plan: PLAN },
      { ok: true, plan: PLAN },
    ],
    [
      { kind: 'failed', says: 'why' },
      { ok: false, says: 'why' },
    ],
    [
      { kind: 'clash', clashes: [{ says: 'A.' }, { says: 'B.' }] },
      { ok: false, says: 'No week keeps all of it: A. B.' },
    ],
  ])('%j', async (reply, answer) => {
    const found = solveOnce(task, new AbortController().signal)
    made.last.says({ kind: 'progress', gap: 1, points: 0, plan: null })
    made.last.says(reply)
    expect(await found).toEqual(answer)
    expect(made.last.ended).toBe(true)
  })

  it('stopped, it gives no week and leaves no worker', async () => {
    const control = new AbortController()
    const found = solveOnce(task, control.signal)
    control.abort()
    await expect(found).rejects.toThrow('stopped')
    expect(made.last.ended).toBe(true)
  })
})

describe('a question to the planner', () => {
  it('is asked anew when it changes, and an answer to the last one is not shown for it', () => {
    const asked = { key: 'one' }
    const task = { kind: 'passed', problem: PROBLEM, plan: PLAN } as const
    const page = onPage(() => useAnswer('passed', task, asked.key))
    const reply = (key: string) => ({
      kind: 'passed',
      rows: [],
      advice: [],
      unlocks: [],
      first: key,
      key,
    })
    expect(page.now()).toBeUndefined()
    act(() => made.last.says(reply('one')))
    expect(page.now()?.first).toBe('one')
    asked.key = 'two'
    page.rerender()
    expect(page.now()).toBeUndefined()
    act(() => made.last.says(reply('one')))
    expect(page.now()).toBeUndefined()
    act(() => made.last.says(reply('two')))
    expect(page.now()?.first).toBe('two')
    expect(made.all).toHaveLength(1)
    page.unmount()
    expect(made.last.ended).toBe(true)
  })
})

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

describe('a template for several athletes', () => {
  const template = { ...TEMPLATES[0]!, weeks: TEMPLATES[0]!.weeks.slice(0, 1) }
  const asked = (over = false) => ({ template, weekStart: WEEK, over, today: '2026-10-08' })
  const answers = (view: PlanView, more: Record<string, unknown> = {}) =>
    server({
      'GET /api/athletes/a': { ...ATHLETE, history: undefined, lines: [], ends: [] },
      'GET /api/athletes/b': { ...ATHLETE, id: 'b', history: undefined, lines: [], ends: [] },
      'GET /api/athletes/a/plan': view,
      'GET /api/athletes/b/plan': VIEW,
      'GET /api/athletes/a/problem': PROBLEM,
      'GET /api/athletes/b/problem': PROBLEM,
      'POST /api/athletes/a/plans': { id: 'p' },
      'POST /api/athletes/b/plans': { id: 'p' },
      ...more,
    })
  const outcome = (page: { now: () => ReturnType<typeof useApply> }, id: string) =>
    page.now().outcomes?.[id]
  const solved = async () => {
    await until(() => made.all.some((w) => !w.ended))
    const own = made.all.find((w) => !w.ended)!
    const { plan } = own.told[0] as { plan: WeekPlan }
    act(() => own.says({ kind: 'done', plan, gap: 0, points: 1 }))
  }

  it('goes from one to the next, and says what was changed for whose hands', async () => {
    const { sent } = answers(VIEW)
    const page = onPage(useApply)
    act(() => void page.now().run(asked(), ['a', 'b']))
    await until(() => outcome(page, 'a')?.state === 'working')
    expect(outcome(page, 'b')?.state).toBe('waiting')
    await solved()
    await until(() => outcome(page, 'a')?.state === 'kept')
    await solved()
    await until(() => outcome(page, 'b')?.state === 'kept')
    expect(outcome(page, 'a')).toMatchObject({
      says: expect.stringMatching(/^\d+ min, /) as string,
    })
    const kept = sent.filter((s) => s.what.startsWith('POST')).map((s) => s.body)
    expect(kept).toMatchObject([{ weekStart: WEEK, basedOn: null }, { weekStart: WEEK }])
  })

  it('leaves a week alone that is there already, unless it may go over it', async () => {
    const there = { ...VIEW, versions: [version(WEEK)] }
    const { to } = answers(there)
    const page = onPage(useApply)
    await act(() => page.now().run(asked(), ['a']))
    expect(outcome(page, 'a')).toEqual({
      state: 'left',
      says: 'The week of 12 Oct has version 1 already.',
    })
    expect(to).not.toContain('POST /api/athletes/a/plans')
    const { sent } = answers(there)
    act(() => void page.now().run(asked(true), ['a']))
    await solved()
    await until(() => outcome(page, 'a')?.state === 'kept')
    expect(sent.find((s) => s.what.startsWith('POST'))?.body).toMatchObject({
      basedOn: `v-${WEEK}`,
    })
  })

  it('says for each why there is no week, and goes on with the next', async () => {
    answers(VIEW, { 'GET /api/athletes/a/plan': new Refusal(403, { title: 'Not yours' }) })
    const page = onPage(useApply)
    act(() => void page.now().run(asked(), ['a', 'b']))
    await until(() => outcome(page, 'a')?.state === 'left')
    expect(outcome(page, 'a')).toMatchObject({ says: 'Not yours' })
    await until(() => made.all.length === 1)
    act(() => made.last.says({ kind: 'clash', clashes: [{ says: 'No day has time.' }] }))
    await until(() => outcome(page, 'b')?.state === 'left')
    expect(outcome(page, 'b')).toMatchObject({
      says: 'No week keeps all of it: No day has time.',
    })
  })

  it('stopped, the one under way and those after it are left alone', async () => {
    const { to } = answers(VIEW)
    const page = onPage(useApply)
    act(() => void page.now().run(asked(), ['a', 'b']))
    await until(() => made.all.length === 1)
    act(() => page.now().stop())
    await until(() => outcome(page, 'b')?.state === 'left')
    expect([outcome(page, 'a'), outcome(page, 'b')]).toMatchObject([
      { says: 'Stopped.' },
      { says: 'Stopped before its turn.' },
    ])
    expect(to.filter((t) => t.startsWith('POST'))).toEqual([])
  })

  it('without the server nothing is kept, and it says so', async () => {
    answers(VIEW, { 'GET /api/athletes/a/plan': AWAY })
    queryClient.setQueryData(['plan', 'a'], VIEW)
    const page = onPage(useApply)
    await act(() => page.now().run(asked(), ['a']))
    expect(outcome(page, 'a')).toMatchObject({
      says: 'The server does not answer. Nothing typed is lost.',
    })
  })
})

describe('two weeks side by side', () => {
  const what = { name: 'hand time', unit: 'min' } as never
  it('an empty week has nothing of anything', () => {
    const rows = Object.fromEntries(
      weekRows(PROBLEM, planOf(), { ...(what as object), of: [] } as never).slice(0, 4),
    )
    expect(rows).toEqual({
      'Minutes a week': '0',
      'of it combined work': '0',
      'Hand load': '0.0',
      'Hand time under load, min a hand': '0',
    })
  })

  it('a draft keeps more qualities than half of it does', () => {
    let n = 0
    const full = draftWeek(PROBLEM, () => `d${n++}`)
    const half = { ...full, blocks: full.blocks.slice(0, Math.ceil(full.blocks.length / 4)) }
    const kept = (w: WeekPlan) => Number(weekRows(PROBLEM, w, what)[4]![1].split(' of ')[0])
    expect(kept(full)).toBeGreaterThan(kept(half))
    const minutes = (w: WeekPlan) => Number(weekRows(PROBLEM, w, what)[0]![1])
    expect(minutes(full)).toBeGreaterThan(minutes(half))
  })
})
