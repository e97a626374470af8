import { QueryClientProvider } from '@tanstack/react-query'
import { cleanup, renderHook, waitFor } from '@testing-library/react'
import type { ReactNode } from 'react'
import { MemoryRouter, Outlet, Route, Routes, useLocation } from 'react-router'
import { afterEach, beforeEach, vi } from 'vitest'
import type { Me } from '@mano/contract/accounts'
import type { AthleteView } from '@mano/contract/athletes'
import type { KitUnit } from '@mano/contract/kit'
import type { SessionView } from '@mano/contract/tests'
import { WELL } from '../../../core/test/safety/well'
import { queryClient } from '../../src/base/api'
import { keys } from '../../src/base/data'
import { useOutbox, type Unsent } from '../../src/base/outbox'
import { untouched } from '../../src/base/quiet'
import { useUnits } from '../../src/base/units'
import { endResting } from '../../src/areas/plan/solvers'

export const COACH: Me = {
  ...{ id: 'ruth', name: 'Ruth Vance', role: 'coach', right: 'coach', tablet: false, units: null },
  hall: {
    ...{ id: 'h', name: 'Quayside Hall', timeZone: 'Europe/London', staleDays: 42, version: 1 },
    ...{ monthFirst: false, weekStart: 1 },
  },
  today: '2026-10-08',
  now: '2026-10-08T17:00:00.000Z',
}

export const ATHLETE: AthleteView = {
  ...{ id: 'a', name: 'Noor Halloran', birthDate: '1998-03-02', sexForNorms: 'female' },
  ...{ dominantHand: 'right', level: 'trained', skin: 'normal', note: '', guardian: null },
  ...{ version: 1, safety: WELL, reasons: [], alarms: [], health: null, experience: [] },
  ...{ demand: null, events: [], week: null, outcomes: [], wraps: [], changes: [] },
  ...{ measurements: [], injuries: [], symptoms: [], stages: [], history: { logs: [], ends: [] } },
}

/** An implement of the hall as the kit room has it. */
export const unitOf = (id: string, kind: string, more: Partial<KitUnit> = {}): KitUnit => ({
  ...{ id, kind, label: `${kind} ${id}`, placeId: 'hall', place: 'hall', measurementId: `m-${id}` },
  ...{ orientation: null, surface: null, sizeMm: null, enteredValue: null, enteredUnit: null },
  ...{ depthMm: null, handleMm: null, massKg: null, plates: [], ratingKg: null, ratedBy: '' },
  ...{ ratedOn: null, measuredOn: '2026-09-01', spin: null, wear: 'good', checkedOn: null },
  ...{ checkNote: '', since: '2026-01-01', upkeep: null, retired: false, version: 1, history: [] },
  ...more,
})

type Trials = readonly (readonly [hand: 'left' | 'right' | 'both', value: number, more?: object])[]
/** A test with its trials, numbered by hand as they come. */
export const sessionOf = (
  id: string,
  protocolId: string,
  trials: Trials = [],
  more: Partial<SessionView> = {},
): SessionView => {
  const counted: Record<string, number> = {}
  return {
    ...{ id, protocolId, unitId: 'u', measurementId: 'm-u', variant: {}, performedOn: COACH.today },
    ...{ performedAt: '2026-10-08T16:00:00.000Z', practice: false, expectedKg: null },
    ...{ observations: [], changes: [], traces: [], attachments: [], conditions: {}, note: '' },
    ...{ overrideReason: '', source: 'typed', clock: null, testedBy: 'Ruth Vance' },
    ...{ unitLabel: 'the dynamometer', sizeMm: null, unitKind: 'dynamometer' },
    trials: trials.map(([hand, value, own], i) => {
      counted[hand] = (counted[hand] ?? 0) + 1
      return {
        ...{ id: `${id}-${i}`, hand, ordinal: counted[hand], value, enteredValue: value },
        ...{ enteredUnit: 'N', pain: null, missed: false, recordedAt: '2026-10-08T16:30:00.000Z' },
        ...{ struck: null, correction: null },
        ...own,
      }
    }),
    ...more,
  } as SessionView
}

/** An answer of the server that is a refusal, or no answer at all. */
export class Refusal {
  readonly status: number
  readonly problem: Record<string, unknown>

  constructor(status: number, problem: Record<string, unknown> = {}) {
    this.status = status
    this.problem = problem
  }
}
export const AWAY = new Refusal(0)

export type Reply = (body: never, url: string) => unknown
export interface Sent {
  what: string
  body: unknown
  headers: Record<string, string>
}

/**
 * A server that answers what it is told to; what a page asked of it, in its order. A path stands
 * with its method and without its query.
 */
export function server(replies: Record<string, unknown>): { sent: Sent[]; to: Sent['what'][] } {
  const sent: Sent[] = []
  const to: string[] = []
  vi.stubGlobal('fetch', async (url: string, init: RequestInit) => {
    const what = `${init.method} ${url.replace(/\?.*/, '')}`
    const body: unknown = typeof init.body === 'string' ? JSON.parse(init.body) : init.body
    sent.push({ what, body, headers: init.headers as Record<string, string> })
    to.push(what)
    await Promise.resolve()
    const reply = replies[what]
    const found =
      what in replies
        ? typeof reply === 'function'
          ? await (reply as Reply)(body as never, url)
          : reply
        : new Refusal(404, { title: `${what}: not told` })
    if (found === AWAY) throw new TypeError('failed to fetch')
    if (found instanceof Refusal)
      return Response.json({ type: '', status: found.status, ...found.problem }, found)
    return found === undefined ? new Response(null, { status: 204 }) : Response.json(found)
  })
  return { sent, to }
}

interface Around {
  at?: string
  me?: Partial<Me>
  athlete?: Partial<AthleteView>
}

/** A hook as a page of an athlete has it: who is signed in, whose page, and the address. */
export function onPage<R>(use: () => R, { at = '/', me, athlete }: Around = {}) {
  const where = { now: '' }
  const context = { athlete: { ...ATHLETE, ...athlete }, me: { ...COACH, ...me } }
  function Where() {
    const { pathname, search } = useLocation()
    where.now = pathname + search
    return null
  }
  const wrapper = ({ children }: { children: ReactNode }) => (
    <QueryClientProvider client={queryClient}>
      <MemoryRouter initialEntries={[at]}>
        <Where />
        <Routes>
          <Route element={<Outlet context={context} />}>
            <Route path="*" element={children} />
          </Route>
        </Routes>
      </MemoryRouter>
    </QueryClientProvider>
  )
  const { result, unmount, rerender } = renderHook(use, { wrapper })
  return { now: () => result.current, address: () => where.now, unmount, rerender }
}

/** Waits until something is so: a busy machine takes its time. */
export const until = (is: () => boolean): Promise<void> =>
  waitFor(
    () => {
      if (!is()) throw new Error(`not so: ${String(is)}`)
    },
    { timeout: 20_000 },
  )

/** Nothing of one test is left to the next. */
export function afterwards(): void {
  cleanup()
  endResting()
  queryClient.clear()
  localStorage.clear()
  sessionStorage.clear()
  vi.unstubAllGlobals()
  vi.useRealTimers()
}

/** A worker that answers when a test says so. */
export class FakeWorker extends EventTarget {
  static all: FakeWorker[] = []
  static get last(): FakeWorker {
    return FakeWorker.all.at(-1)!
  }
  readonly told: unknown[] = []
  ended = false
  onmessage: ((e: MessageEvent) => void) | null = null
  onerror: (() => void) | null = null

  constructor() {
    super()
    FakeWorker.all.push(this)
  }
  postMessage(what: unknown): void {
    this.told.push(what)
  }
  terminate(): void {
    this.ended = true
  }
  says(data: unknown): void {
    // Its own handler hears it too.
    this.dispatchEvent(new MessageEvent('message', { data }))
  }
}
export function workers(): typeof FakeWorker {
  untouched()
  FakeWorker.all = []
  vi.stubGlobal('Worker', FakeWorker)
  return FakeWorker
}

/** What goes into the outbox in each test of a file, which is empty before and as it was after. */
export function outboxed() {
  const added: Unsent[] = []
  const was = useOutbox.getState().add
  beforeEach(() => {
    added.length = 0
    useOutbox.setState({ add: (u) => void added.push(u) })
    server({})
    queryClient.setQueryData(keys.kit, [])
  })
  afterEach(() => {
    afterwards()
    useOutbox.setState({ add: was })
    useUnits.setState({ mass: 'kg', length: 'mm' })
  })
  return { added, bodies: () => added.map((u) => u.body as Record<string, unknown>) }
}
