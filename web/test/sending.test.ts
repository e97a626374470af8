import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { TrialBody } from '@mano/contract/tests'
import type { Unsent } from '../src/base/outbox'
import { Device } from './device'

const trial = (id: string, sessionId = 's', athleteId = 'a'): Unsent => ({
  ...{ kind: 'trial', athleteId, sessionId, value: 407 },
  body: { id, hand: 'left', ordinal: 1, enteredValue: 41.5, enteredUnit: 'kg' } as TrialBody,
})
const begun = (id: string): Unsent => ({
  ...{ kind: 'session', athleteId: 'a' },
  body: { id, protocolId: 'dyno_seated' } as Extract<Unsent, { kind: 'session' }>['body'],
})

let d: Device
beforeEach(() => {
  d = new Device()
})
afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
  vi.resetModules()
})
/** Until what is under way on the device is done. */
const settled = (what: () => boolean) => vi.waitFor(() => expect(what()).toBe(true))
const ids = (items: readonly { body: { id: string } }[]) => items.map((u) => u.body.id)

describe('what was typed, on its way to the server', () => {
  it('is kept on the device first, sent, and gone from it when the server has it', async () => {
    const { useOutbox } = await d.open()
    useOutbox.getState().add(trial('t1'))
    // At once, before the disk has it.
    expect([...d.small.keys()]).toEqual(['mano-jot t1'])
    expect(ids(useOutbox.getState().waiting)).toEqual(['t1'])
    await settled(() => useOutbox.getState().waiting.length === 0)
    expect(d.sent.map((s) => s.url)).toEqual(['/api/tests/s/trials'])
    expect(d.rows('outbox')).toEqual([])
    expect(d.small.size).toBe(0)
  })

  it('goes to the place of its kind, by the athlete’s link where it was noted by it', async () => {
    const { useOutbox } = await d.open()
    const log = (link?: string): Unsent =>
      ({ kind: 'log', athleteId: 'a', link, body: { id: link ?? 'own' } }) as Unsent
    const others: Unsent[] = [
      { kind: 'end', athleteId: 'a', body: { id: 'e' } } as Unsent,
      { kind: 'flags', athleteId: 'a', body: { id: 'f' } } as Unsent,
      { kind: 'reason', athleteId: 'a', body: { id: 'r' } } as Unsent,
      { kind: 'observation', athleteId: 'a', sessionId: null, body: { id: 'o' } } as Unsent,
      { kind: 'day', athleteId: '', dayId: 'd', body: { id: 'v', kind: 'lost' } } as Unsent,
    ]
    for (const u of [log(), log('key'), ...others]) useOutbox.getState().add(u)
    await settled(() => useOutbox.getState().waiting.length === 0)
    expect(new Map(d.sent.map((s) => [s.id, s.url]))).toEqual(
      new Map([
        ['own', '/api/athletes/a/logs'],
        ['key', '/api/link/logs'],
        ['e', '/api/athletes/a/ends'],
        ['f', '/api/athletes/a/flags'],
        ['r', '/api/athletes/a/reasons'],
        ['o', '/api/athletes/a/observations'],
        ['v', '/api/test-days/d/events'],
      ]),
    )
  })

  it('waits while the server is away, through a reload, and goes in its order', async () => {
    d.answers = () => 'away'
    const first = await d.open()
    // A test's id may sort after its trials'.
    first.useOutbox.getState().add(begun('z'))
    first.useOutbox.getState().add(trial('t1', 'z'))
    first.useOutbox.getState().add(trial('t2', 'z'))
    await settled(() => d.rows('outbox').length === 3 && first.useOutbox.getState().offline)
    expect(d.sent).toEqual([])
    d.answers = () => 201
    const again = await d.open()
    await settled(() => again.useOutbox.getState().waiting.length === 0)
    expect(d.sent.map((s) => s.id)).toEqual(['z', 't1', 't2'])
    expect(again.useOutbox.getState()).toMatchObject({ offline: false, since: null })
  })

  it('is not lost where the page went before the disk had it', async () => {
    d.small.set('mano-jot t9', JSON.stringify({ ...trial('t9'), addedAt: '2026-10-08T10:00:00Z' }))
    const { useOutbox } = await d.open()
    await settled(() => useOutbox.getState().waiting.length === 0 && d.sent.length === 1)
    expect(d.sent[0]!.id).toBe('t9')
    expect(d.small.size).toBe(0)
  })

  it('is sent all the same where the device has no room', async () => {
    const { useOutbox } = await d.open()
    d.store.full = true
    useOutbox.getState().add(trial('t1'))
    await settled(() => useOutbox.getState().waiting.length === 0)
    expect(d.sent.map((s) => s.id)).toEqual(['t1'])
  })
})

describe('what the server does not take', () => {
  it('stays with why, holds nothing up, and goes when it was mended', async () => {
    d.answers = (_, id) => (id === 'bad' && d.sent.length === 0 ? 400 : 201)
    const { useOutbox, sendAgain } = await d.open()
    useOutbox.getState().add(trial('bad'))
    useOutbox.getState().add(trial('good'))
    await settled(() => useOutbox.getState().waiting.length === 0)
    const [stuck] = useOutbox.getState().stuck
    expect(stuck).toMatchObject({ refused: 'answered 400', body: { id: 'bad' } })
    expect(d.sent.map((s) => s.id)).toEqual(['bad', 'good'])
    // A reload still knows it.
    const later = await d.open()
    expect(ids(later.useOutbox.getState().stuck)).toEqual(['bad'])
    await sendAgain(stuck!, { ...stuck!.body, enteredValue: 40 } as TrialBody)
    expect(d.sent.at(-1)!.id).toBe('bad')
    expect(d.rows('outbox')).toEqual([])
  })

  it('is let go with a reason, and can still be read', async () => {
    d.answers = () => 400
    const { useOutbox, letGo, lettingGo } = await d.open()
    useOutbox.getState().add(trial('bad'))
    await settled(() => useOutbox.getState().stuck.length === 1)
    await letGo(useOutbox.getState().stuck[0]!, 'typed twice')
    expect(useOutbox.getState()).toMatchObject({ stuck: [], refused: '' })
    expect(d.rows('outbox')).toEqual([])
    expect(await lettingGo()).toMatchObject([
      { reason: 'typed twice', item: { body: { id: 'bad' } } },
    ])
  })

  it('a fault at one test holds up its own trials and no others', async () => {
    d.answers = (url) => (url.includes('/broken/') ? 500 : 201)
    const { useOutbox } = await d.open()
    for (const t of [trial('b1', 'broken'), trial('b2', 'broken'), trial('g1'), trial('g2')])
      useOutbox.getState().add(t)
    await settled(() => useOutbox.getState().waiting.length === 2)
    expect(ids(useOutbox.getState().waiting)).toEqual(['b1', 'b2'])
    expect(useOutbox.getState().stuck).toEqual([])
    expect(d.sent.map((s) => s.id).filter((id) => id.startsWith('g'))).toEqual(['g1', 'g2'])
  })

  it('a database that is away refuses nothing: the same goes later', async () => {
    let away = true
    d.answers = () => (away ? 503 : 201)
    const { useOutbox, flush } = await d.open()
    useOutbox.getState().add(trial('t1'))
    await settled(() => useOutbox.getState().offline)
    expect(useOutbox.getState().stuck).toEqual([])
    expect(useOutbox.getState().since).not.toBeNull()
    away = false
    await flush()
    expect(useOutbox.getState()).toMatchObject({ waiting: [], offline: false, since: null })
  })

  it('a sign-in that ran out keeps it, until somebody signs in again', async () => {
    d.answers = () => 401
    const { useOutbox, flush } = await d.open()
    useOutbox.getState().add(trial('t1'))
    await settled(() => useOutbox.getState().offline)
    expect(ids(useOutbox.getState().waiting)).toEqual(['t1'])
    d.answers = () => 201
    await flush()
    expect(useOutbox.getState().waiting).toEqual([])
  })
})

describe('a session with what is on its way', () => {
  const session = { id: 's', trials: [], observations: [] } as unknown as Parameters<
    Awaited<ReturnType<Device['open']>>['withUnsent']
  >[0]
  it('shows its own trials once, as they were typed, and no one else’s', async () => {
    const { withUnsent } = await d.open()
    const shown = withUnsent(session, [trial('t1'), trial('t2', 'other')])
    expect(shown.trials.map((t) => [t.id, t.enteredValue, t.value])).toEqual([['t1', 41.5, 407]])
    expect(withUnsent(shown, [trial('t1')])).toBe(shown)
    // Mended, the record says it once it is there.
    expect(withUnsent(session, [{ ...trial('t3'), mended: true }])).toBe(session)
  })
})

describe('what a device keeps', () => {
  it('goes with the sign-out, but not what was not sent or is the device’s own', async () => {
    await d.open()
    const { keep, leaveNothing, read } = await import('../src/base/kept')
    await keep('state', 'pack a', { name: 'Noor' })
    for (const key of ['mano-units', 'mano-plan-drafts', 'mano-jot t1', 'another'])
      d.small.set(key, '{}')
    await leaveNothing()
    expect(await read('state', 'pack a')).toBeUndefined()
    expect([...d.small.keys()].sort()).toEqual(['another', 'mano-jot t1', 'mano-units'])
  })
  it('says whether something typed is saved nowhere else', async () => {
    await d.open()
    const { isUnsaved } = await import('../src/base/kept')
    d.small.set('mano-plan-drafts', '{"state":{"open":{}}}')
    expect(isUnsaved()).toBe(false)
    d.small.set('mano-draft-trial', '{"text":"41"}')
    expect(isUnsaved()).toBe(true)
  })
  it('the last of what a page said is what is kept', async () => {
    await d.open()
    const { keptStorage } = await import('../src/base/kept')
    const store = keptStorage<number>()
    for (let i = 0; i <= 20; i++) void store.setItem('n', { state: i })
    await settled(() => d.rows('state').length === 1)
    await vi.waitFor(async () => expect(await store.getItem('n')).toEqual({ state: 20 }))
    void store.removeItem('n')
    await vi.waitFor(async () => expect(await store.getItem('n')).toBeNull())
  })
})
