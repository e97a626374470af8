import { act } from '@testing-library/react'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { solveOnce, useAnswer, usePlanner, useSearch } from '../../src/areas/plan/usePlanner'
import { newest } from '../../src/workers/newest'
import { solver } from '../../src/areas/plan/solvers'
import { afterwards, FakeWorker, onPage, workers } from './page'
import { PROBLEM, PLAN } from './weeks'

let made: typeof FakeWorker
beforeEach(() => {
  made = workers()
})
afterEach(afterwards)

describe('a search for a better week', () => {
  const improve = { kind: 'improve', problem: PROBLEM, plan: PLAN } as const
  const searching = () => {
    const page = onPage(() => {
      const planner = usePlanner()
      return { ...planner, search: useSearch(planner) }
    })
    act(() => page.now().look(improve))
    return page
  }
  const says = (data: object, of = made.last) => act(() => of.says(data))

  it('shows how far it is, keeps the best so far; its worker is kept for the next one', () => {
    const page = searching()
    expect(made.last.told).toMatchObject([{ task: improve }])
    expect(page.now().search).toEqual({ state: 'looking', gap: null, best: null })
    says({ kind: 'progress', gap: 0.2, points: 50, plan: PLAN })
    says({ kind: 'progress', gap: 0.1, points: 50, plan: null })
    expect(page.now().search).toEqual({ state: 'looking', gap: 0.1, best: PLAN })
    says({ kind: 'done', plan: PLAN, gap: 0.02, points: 60 })
    expect(page.now().search).toEqual({ state: 'done', best: PLAN, gap: 0.02, points: 60 })
    act(() => page.now().look(improve))
    expect([made.all.length, made.last.ended, made.last.told.length]).toEqual([1, false, 2])
  })

  it.each([
    [{ kind: 'clash', clashes: [] }, { state: 'clash', clashes: [] }, false],
    [{ kind: 'failed', says: 'why' }, { state: 'failed', says: 'why' }, true],
  ])('ends with %j', (reply, search, ended) => {
    const page = searching()
    says(reply)
    expect(page.now().search).toEqual(search)
    expect(made.last.ended).toBe(ended)
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
    act(() => first.onerror?.())
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

  it('draws nothing anew but what shows it', () => {
    let drawn = 0
    const page = onPage(() => {
      drawn++
      return usePlanner()
    })
    act(() => page.now().look(improve))
    says({ kind: 'progress', gap: 0.2, points: 50, plan: PLAN })
    expect(drawn).toBe(1)
    expect(page.now().found.getState()).toEqual({ state: 'looking', gap: 0.2, best: PLAN })
  })
})

describe('one search by itself', () => {
  const task = { kind: 'improve', problem: PROBLEM, plan: null } as const
  it.each([
    [{ kind: 'done', plan: PLAN }, { ok: true, plan: PLAN }, false],
    [{ kind: 'failed', says: 'why' }, { ok: false, says: 'why' }, true],
    [
      { kind: 'clash', clashes: [{ says: 'A.' }, { says: 'B.' }] },
      { ok: false, says: 'No week keeps all of it: A. B.' },
      false,
    ],
  ])('%j', async (reply, answer, ended) => {
    const control = new AbortController()
    const found = solveOnce(task, control.signal)
    made.last.says({ kind: 'progress', gap: 1, points: 0, plan: null })
    made.last.says(reply)
    expect(await found).toEqual(answer)
    // Whoever has the worker now keeps it.
    control.abort()
    expect(made.last.ended).toBe(ended)
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
    expect(page.now()).toMatchObject({ first: 'one' })
    asked.key = 'two'
    page.rerender()
    expect(page.now()).toBeUndefined()
    act(() => made.last.says(reply('one')))
    expect(page.now()).toBeUndefined()
    act(() => made.last.says(reply('two')))
    expect(page.now()).toMatchObject({ first: 'two' })
    expect(made.all).toHaveLength(1)
    page.unmount()
    expect(made.last.ended).toBe(false)
  })

  it.each([
    ['says why', (w: FakeWorker) => w.says({ kind: 'failed', says: 'no memory', key: 'one' })],
    ['is not there', (w: FakeWorker) => w.onerror!()],
  ])('that fails is said when it %s, and the next one has a new worker', (_, fail) => {
    const asked = { key: 'one' }
    const task = { kind: 'why-not', problem: PROBLEM, plan: PLAN, exerciseId: 'x', day: 1 } as const
    const page = onPage(() => useAnswer('why-not', task, asked.key))
    act(() => fail(made.last))
    expect(page.now()?.kind).toBe('failed')
    expect(made.last.ended).toBe(true)
    asked.key = 'two'
    page.rerender()
    act(() => made.last.says({ kind: 'why-not', answer: { kind: 'there' }, key: 'two' }))
    expect([made.all.length, page.now()]).toMatchObject([2, { kind: 'why-not' }])
  })

  it('nobody waits for any more ends its worker', () => {
    const task = { kind: 'passed', problem: PROBLEM, plan: PLAN } as const
    const page = onPage(() => useAnswer('passed', task, 'one'))
    page.unmount()
    expect(made.last.ended).toBe(true)
  })
})

describe('the workers of the planner', () => {
  const ask = () => solver(vi.fn(), vi.fn())
  const task = { kind: 'passed', problem: PROBLEM, plan: PLAN } as const

  it('have the solver of the first that compiled it', async () => {
    const module = await WebAssembly.compile(new Uint8Array([0, 97, 115, 109, 1, 0, 0, 0]))
    const first = ask()
    first.ask(task, 'k')
    made.last.says({ kind: 'engine', module })
    const second = ask()
    second.ask(task)
    expect(made.all.map((w) => w.told)).toEqual([[{ task, key: 'k' }], [{ task, engine: module }]])
    first.end()
    second.end()
  })

  it('two are kept, and ended when nobody asked for a minute', () => {
    vi.useFakeTimers()
    const three = [ask(), ask(), ask()]
    for (const s of three) s.ask(task)
    for (const s of three) s.rest()
    expect(made.all.map((w) => w.ended)).toEqual([false, false, true])
    const again = ask()
    again.ask(task)
    three[0]!.end()
    vi.advanceTimersByTime(60_000)
    expect(made.all.map((w) => w.ended)).toEqual([true, false, true])
    again.end()
    expect(made.all).toHaveLength(3)
  })

  it('begin once the hands rest; what a press asks for is answered at once', () => {
    vi.useFakeTimers()
    const press = () => dispatchEvent(new Event('pointerdown'))
    const told = () => made.all.flatMap((w) => w.told).length
    press()
    const [late, soon] = [ask(), ask()]
    late.ask(task, 'k')
    soon.ask({ kind: 'why', problem: PROBLEM, plan: PLAN, blockId: 'b0' }, 'why')
    expect(told()).toBe(1)
    vi.advanceTimersByTime(400)
    press()
    vi.advanceTimersByTime(400)
    expect(told()).toBe(1)
    vi.advanceTimersByTime(200)
    expect(told()).toBe(2)
    press()
    late.ask(task, 'l')
    late.end()
    vi.advanceTimersByTime(1000)
    expect(told()).toBe(2)
    soon.end()
  })

  it('answer the newest question only', () => {
    vi.useFakeTimers()
    const done: string[] = []
    const told = newest((what: string) => void done.push(what))
    for (const what of ['a', 'b', 'c']) told(what)
    vi.runAllTimers()
    told('d')
    vi.runAllTimers()
    expect(done).toEqual(['c', 'd'])
  })
})
