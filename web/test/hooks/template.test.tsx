import { act } from '@testing-library/react'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import type { PlanView } from '@mano/contract/plan'
import { TEMPLATES } from '@mano/core/catalogue/templates'
import { draftWeek } from '@mano/core/plan/draft'
import { type WeekPlan } from '@mano/core/plan/types'
import { weekRows } from '../../src/areas/plan/schoolRows'
import { useApply } from '../../src/areas/plan/useApply'
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
import { WEEK, PROBLEM, planOf, VIEW, version } from './weeks'

let made: typeof FakeWorker
/** How many weeks were solved. */
let weeks: number
beforeEach(() => {
  made = workers()
  weeks = 0
})
afterEach(afterwards)

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
    await until(() => made.all.flatMap((w) => w.told).length > weeks)
    weeks++
    const own = made.last
    const { plan } = (own.told.at(-1) as { task: { plan: WeekPlan } }).task
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
