import { act } from '@testing-library/react'
import { afterEach, describe, expect, it } from 'vitest'
import { useJob } from '../../src/base/useJob'
import { AWAY, afterwards, onPage, Refusal, server, until } from './page'

afterEach(afterwards)

/** More looks than a test waits for. */
const LONG = 400

/** Work of the server that is at an end after so many looks, the first piece and the next. */
function work(
  [first, next]: readonly [number, number],
  ends: object = { state: 'done', result: 'made' },
) {
  const left: Record<string, number> = {}
  let n = 0
  const look = (_: unknown, url: string) => {
    const id = url.split('/').at(-1)!
    left[id] = (left[id] ?? (id === 'job1' ? first : next)) - 1
    return left[id] > 0 ? { id, state: 'running' } : { id, ...ends }
  }
  return server({
    'POST /api/work': () => ({ id: `job${++n}` }),
    'GET /api/jobs/job1': look,
    'GET /api/jobs/job2': look,
    'POST /api/jobs/job1/stop': undefined,
  })
}

describe('work of the server', () => {
  it('is followed to its end, and gives what came of it', async () => {
    const { sent } = work([3, 1])
    const page = onPage(() => useJob<string>())
    let ended: unknown
    act(() => {
      void page
        .now()
        .start('/api/work', { file: 'x' })
        .then((v) => (ended = v))
    })
    expect(page.now().busy).toBe(true)
    await until(() => page.now().view?.state === 'running')
    await until(() => ended !== undefined && !page.now().busy)
    expect(ended).toMatchObject({ state: 'done', result: 'made' })
    expect(page.now()).toMatchObject({ view: { result: 'made' }, error: null })
    expect(sent[0]).toMatchObject({ what: 'POST /api/work', body: { file: 'x' } })
  })

  it('what was asked last is shown, whatever the first comes to', async () => {
    work([LONG, 2])
    const page = onPage(() => useJob<string>())
    const ends: unknown[] = []
    act(() => {
      void page
        .now()
        .start('/api/work', {})
        .then((v) => ends.push(v))
    })
    await until(() => page.now().view?.id === 'job1')
    act(() => {
      void page
        .now()
        .start('/api/work', {})
        .then((v) => ends.push(v))
    })
    await until(() => ends.length === 2 && !page.now().busy)
    expect(ends[0]).toBeNull()
    expect(page.now()).toMatchObject({ busy: false, view: { id: 'job2', state: 'done' } })
  })

  it('is stopped by its own id, and the end that follows is shown', async () => {
    const { to } = work([3, 1], { state: 'stopped', result: null })
    const page = onPage(() => useJob<string>())
    act(() => {
      void page.now().start('/api/work', {})
    })
    await until(() => page.now().view !== null)
    act(() => page.now().stop())
    await until(() => page.now().view?.state === 'stopped')
    expect(to).toContain('POST /api/jobs/job1/stop')
  })

  it('set back, it shows nothing of what comes later', async () => {
    work([LONG, 1])
    const page = onPage(() => useJob<string>())
    let ended: unknown = 'not yet'
    act(() => {
      void page
        .now()
        .start('/api/work', {})
        .then((v) => (ended = v))
    })
    await until(() => page.now().view !== null)
    act(() => page.now().reset())
    await until(() => ended === null && !page.now().busy)
    expect(page.now()).toMatchObject({ view: null, busy: false, error: null })
  })

  it.each([
    ['refused', new Refusal(413, { title: 'The file is too large' }), 'The file is too large'],
    ['sent to nobody', AWAY, 'The server does not answer'],
  ])('%s, it says so and is not busy', async (_, reply, says) => {
    server({ 'POST /api/work': reply })
    const page = onPage(() => useJob<string>())
    let ended: unknown = 'not yet'
    await act(async () => {
      ended = await page.now().start('/api/work', {})
    })
    expect(ended).toBeNull()
    expect(page.now().busy).toBe(false)
    expect(String(page.now().error)).toContain(says)
  })
})
