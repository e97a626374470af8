import { useQuery } from '@tanstack/react-query'
import { act } from '@testing-library/react'
import { afterEach, describe, expect, it, vi } from 'vitest'
import {
  api,
  ApiProblem,
  failureText,
  formText,
  isPassing,
  isSignedOut,
  queryClient,
  Unreachable,
} from '../../src/base/api'
import {
  keys,
  later,
  may,
  useClosedPlaces,
  useKit,
  useMe,
  usePlaces,
  useRoster,
  useWrite,
  whoIsHere,
} from '../../src/base/data'
import { chooseUnits, useUnits } from '../../src/base/units'
import { AWAY, afterwards, COACH, onPage, Refusal, server, unitOf, until } from './page'

afterEach(() => {
  afterwards()
  useUnits.setState({ mass: 'kg', length: 'mm', sent: true })
})
const caught = (act: Promise<unknown>): Promise<unknown> => act.catch((e: unknown) => e)

describe('a request', () => {
  it('tells the device clock where something is written, and whose it is', async () => {
    const { sent } = server({ 'GET /api/x': 1, 'POST /api/x': 1 })
    await api.get('/api/x', { link: 'secret' })
    await api.post('/api/x', { a: 1 }, { by: 'ola' })
    await api.post('/api/x')
    const [got, posted, empty] = sent
    expect(got!.headers).toEqual({ 'X-Mano-Link': 'secret' })
    expect(posted!.headers).toMatchObject({
      'X-Mano-By': 'ola',
      'content-type': 'application/json',
    })
    expect(Date.parse(posted!.headers['X-Mano-Clock']!)).toBeGreaterThan(Date.now() - 60_000)
    expect([posted!.body, empty!.body]).toEqual([{ a: 1 }, {}])
  })

  it('sends a picture as it is', async () => {
    const { sent } = server({ 'PUT /api/x': 1 })
    const picture = new Blob(['abc'], { type: 'image/png' })
    await api.putBlob('/api/x', picture)
    expect(sent[0]!.headers['content-type']).toBe('image/png')
    expect(sent[0]!.body).toBe(picture)
  })

  it('an answer without content is none, also of a removal', async () => {
    server({ 'DELETE /api/x': undefined })
    expect(await api.delete('/api/x')).toBeUndefined()
  })

  it('nothing that comes back, or a page in place of an answer, is no refusal', async () => {
    server({ 'GET /api/x': AWAY })
    const away = await caught(api.get('/api/x'))
    expect(away).toBeInstanceOf(Unreachable)
    expect(failureText(away)).toBe('The server does not answer. Nothing typed is lost.')
    expect(isPassing(away)).toBe(true)
    vi.stubGlobal('fetch', () => Promise.resolve(new Response('<html>', { status: 502 })))
    expect(await caught(api.get('/api/x'))).toBeInstanceOf(Unreachable)
  })

  it.each([
    [400, false],
    [401, false],
    [409, false],
    [429, true],
    [500, false],
    [503, true],
  ])('a refusal of %i may be asked again as it is: %s', async (status, passing) => {
    server({ 'GET /api/x': new Refusal(status, { title: 'No' }) })
    const e = await caught(api.get('/api/x'))
    expect(e).toBeInstanceOf(ApiProblem)
    expect(isPassing(e)).toBe(passing)
    expect(isSignedOut(e)).toBe(status === 401)
  })

  it('says the detail, else the first field, else the title', async () => {
    const said = async (problem: Record<string, unknown>) => {
      server({ 'GET /api/x': new Refusal(400, { title: 'Title', ...problem }) })
      return failureText(await caught(api.get('/api/x')))
    }
    const errors = [{ field: 'name', message: 'the name is missing' }]
    expect(await said({})).toBe('Title')
    expect(await said({ errors })).toBe('the name is missing')
    expect(await said({ errors, detail: 'Detail' })).toBe('Detail')
    expect(failureText('what')).toBe('Something failed. Nothing was half-saved.')
  })

  it('above a form stands what no field says', () => {
    const of = (errors: { field: string; message: string }[]) =>
      new ApiProblem({ type: '', title: 'No', status: 400, errors })
    expect(formText(null)).toBeNull()
    expect(formText(of([{ field: 'name', message: 'is missing' }]))).toBeNull()
    expect(formText(of([]))).toBe('No')
    expect(of([{ field: 'name', message: 'is missing' }]).fieldErrors()).toEqual({
      name: 'is missing',
    })
  })

  it('a sign-in that ended anywhere makes the shell ask who is here', async () => {
    queryClient.setQueryData(keys.me, COACH)
    server({ 'GET /api/x': new Refusal(401, { title: 'Sign in' }) })
    const page = onPage(() => useQuery({ queryKey: ['x'], queryFn: () => api.get('/api/x') }))
    await until(() => page.now().isError)
    expect(queryClient.getQueryState(keys.me)?.isInvalidated).toBe(true)
  })
})

describe('what a page reads', () => {
  it('knows who is here after a reload without the server, in this tab only', async () => {
    server({ 'GET /api/me': { ...COACH, units: { mass: 'lb', length: 'in' } } })
    expect(whoIsHere()).toBeNull()
    const page = onPage(useMe)
    await until(() => page.now().isSuccess)
    expect(useUnits.getState()).toMatchObject({ mass: 'lb', length: 'in' })
    queryClient.clear()
    expect(whoIsHere()).toBe('ruth')
  })

  it('nobody may do anything before it is known who they are', () => {
    expect(may(undefined, 'look')).toBe(false)
    expect(may({ right: 'test' }, 'test')).toBe(true)
    expect(may({ right: 'test' }, 'coach')).toBe(false)
  })

  it('a kit without what was retired, unless the kit room asks for all', async () => {
    const kit = [unitOf('a', 'dyno'), unitOf('b', 'edge', { retired: true })]
    server({ 'GET /api/kit': kit })
    const page = onPage(() => ({ own: useKit(), all: useKit(true) }))
    await until(() => page.now().own.isSuccess)
    expect(page.now().own.data?.map((u) => u.id)).toEqual(['a'])
    expect(page.now().all.data?.map((u) => u.id)).toEqual(['a', 'b'])
  })

  it('places in use and places that were closed, of one answer', async () => {
    const places = [
      { id: 'hall', closed: false },
      { id: 'shed', closed: true },
    ]
    const { to } = server({ 'GET /api/places': places })
    const page = onPage(() => [usePlaces(), useClosedPlaces()] as const)
    await until(() => page.now()[0].isSuccess && page.now()[1].isSuccess)
    expect(page.now().map((q) => q.data?.map((p) => p.id))).toEqual([['hall'], ['shed']])
    expect(to).toHaveLength(1)
  })

  it('the roster page by page, each row with the order it was asked in', async () => {
    const asked: string[] = []
    server({
      'GET /api/athletes': (_: unknown, url: string) => {
        const q = new URLSearchParams(url.split('?')[1])
        asked.push(q.toString())
        return { rows: [q.get('after') ?? 'first'], next: q.get('after') ? null : '["x"]' }
      },
    })
    const page = onPage(() => useRoster('need'))
    await until(() => page.now().isSuccess)
    expect(page.now().hasNextPage).toBe(true)
    await act(() => page.now().fetchNextPage())
    await until(() => page.now().data?.pages.length === 2)
    expect(asked).toEqual(['sort=need&most=60', 'sort=need&most=60&after=%5B%22x%22%5D'])
    expect(page.now().data?.pages.map((p) => p.order)).toEqual(['need', 'need'])
    expect(page.now().hasNextPage).toBe(false)
  })

  it('a roster that lacks the newest writes is asked for again until it has them', async () => {
    let n = 0
    const { to } = server({
      'GET /api/athletes': () => ({ rows: [], next: null, behind: ++n < 2 }),
    })
    const page = onPage(() => useRoster('clock'))
    await until(() => page.now().isSuccess)
    await until(() => page.now().data?.pages[0]?.behind === true)
    await new Promise((resolve) => setTimeout(resolve, 1150))
    await until(() => page.now().data?.pages[0]?.behind === false)
    await new Promise((resolve) => setTimeout(resolve, 1150))
    expect(to).toHaveLength(2)
  })
})

describe('what a page writes', () => {
  it('makes what it touched be read anew, the costly only when it is looked at next', async () => {
    const { to } = server({ 'GET /api/a': 1, 'GET /api/b': 1, 'POST /api/w': { id: 'w' } })
    const page = onPage(() => ({
      a: useQuery({ queryKey: ['a'], queryFn: () => api.get('/api/a') }),
      b: useQuery({ queryKey: ['b'], queryFn: () => api.get('/api/b') }),
      write: useWrite((body: object) => api.post('/api/w', body), [['a'], later(['b'])]),
    }))
    await until(() => page.now().a.isSuccess && page.now().b.isSuccess)
    await act(() => page.now().write.mutateAsync({ x: 1 }))
    expect(to.filter((t) => t === 'GET /api/a')).toHaveLength(2)
    expect(to.filter((t) => t === 'GET /api/b')).toHaveLength(1)
    expect(queryClient.getQueryState(['b'])?.isInvalidated).toBe(true)
  })

  it('a refused write makes nothing be read anew', async () => {
    const { to } = server({ 'GET /api/a': 1, 'POST /api/w': new Refusal(409, { title: 'No' }) })
    const page = onPage(() => ({
      a: useQuery({ queryKey: ['a'], queryFn: () => api.get('/api/a') }),
      write: useWrite(() => api.post('/api/w'), [['a']]),
    }))
    await until(() => page.now().a.isSuccess)
    await act(() => caught(page.now().write.mutateAsync()))
    expect(to).toEqual(['GET /api/a', 'POST /api/w'])
    await until(() => page.now().write.isError)
  })

  it('units chosen without the server go there when their owner is seen next', async () => {
    server({ 'PUT /api/me/units': AWAY })
    chooseUnits({ mass: 'lb' })
    await until(() => useUnits.getState().mass === 'lb')
    const { sent } = server({
      'GET /api/me': { ...COACH, units: { mass: 'kg', length: 'mm' } },
      'PUT /api/me/units': undefined,
    })
    const page = onPage(useMe)
    await until(() => page.now().isSuccess && useUnits.getState().sent)
    expect(sent.find((s) => s.what.startsWith('PUT'))?.body).toEqual({ mass: 'lb', length: 'mm' })
    // What was chosen here is not overwritten by what the server knew before.
    expect(useUnits.getState().mass).toBe('lb')
  })
})
