import { create } from 'zustand'
import type { LogBody } from '@mano/contract/plan'
import type { FlagsBody, ReasonBody } from '@mano/contract/safety'
import type { DayEventBody, TestDayView } from '@mano/contract/testday'
import type { DayEvent } from '@mano/core/testday/live'
import type { ObservationBody, SessionBody, SessionView, TrialBody } from '@mano/contract/tests'
import type { Trial } from '@mano/core/testing/session'
import { api, ApiProblem, failureText, queryClient } from './api'
import { dayKey, keys, later } from './data'
import { all, forget, keep } from './kept'

/** Something noted in a test or on the floor that the server has not confirmed. Its id makes a repeated send harmless. `link`: by an athlete's own link. */
export type Unsent = { athleteId: string; link?: string | undefined; /** Why the server refused it: it stays here until somebody has read it. */ refused?: string } & (
  | { kind: 'trial'; sessionId: string; body: TrialBody; value: number }
  | { kind: 'observation'; sessionId: string | null; body: ObservationBody }
  | { kind: 'log'; body: LogBody }
  | { kind: 'reason'; body: ReasonBody }
  | { kind: 'flags'; body: FlagsBody }
  | { kind: 'session'; body: SessionBody }
  | { kind: 'day'; dayId: string; body: DayEventBody }
  | { kind: 'dayReason'; dayId: string; body: { id: string; athleteId: string; stationId: string; reason: string } }
)

function addressOf(u: Unsent): string {
  const athlete = u.link ? '/api/link' : `/api/athletes/${u.athleteId}`
  if (u.kind === 'log') return `${athlete}/logs`
  if (u.kind === 'session') return `${athlete}/tests`
  if (u.kind === 'reason') return `${athlete}/reasons`
  if (u.kind === 'flags') return `${athlete}/flags`
  if (u.kind === 'dayReason') return `/api/test-days/${u.dayId}/reasons`
  if (u.kind === 'day') return `/api/test-days/${u.dayId}/events`
  if (u.kind === 'trial') return `/api/tests/${u.sessionId}/trials`
  return u.sessionId === null ? `${athlete}/observations` : `/api/tests/${u.sessionId}/observations`
}

interface Outbox {
  waiting: Unsent[]
  /** Refused by the server, newest last: kept, and shown with the reason. */
  refused: string
  offline: boolean
  add: (item: Unsent) => void
}

/** What was typed is kept on this device until the server has it: a reload, a lost network or an empty battery loses nothing. */
export const useOutbox = create<Outbox>()((set) => ({
  waiting: [],
  refused: '',
  offline: false,
  add: (item) => {
    set((s) => ({ waiting: [...s.waiting, item], refused: '' }))
    // Where the device keeps nothing it is sent all the same.
    void keep('outbox', item.body.id, item).catch(() => undefined).then(() => flush())
  },
}))

/** What an earlier page left here. */
const before: Promise<unknown> = (async () => {
  const old = JSON.parse(localStorage.getItem('mano-outbox') ?? 'null') as { state?: { waiting?: Unsent[] } } | null
  for (const item of old?.state?.waiting ?? []) await keep('outbox', item.body.id, item)
  localStorage.removeItem('mano-outbox')
  const kept = await all<Unsent>('outbox')
  useOutbox.setState((s) => ({ waiting: [...kept.filter((k) => k.refused === undefined && !s.waiting.some((w) => w.body.id === k.body.id)), ...s.waiting], refused: s.refused || (kept.find((k) => k.refused)?.refused ?? '') }))
  if (kept.length > 0) await flush()
})().catch(() => undefined)
export const outboxReady = (): Promise<unknown> => before

const RETRY_MS = 4000
let sending = false
let retry: ReturnType<typeof setTimeout> | null = null

/** Sends what waits, in order, one at a time. */
export async function flush(): Promise<void> {
  if (sending) return
  sending = true
  if (retry !== null) clearTimeout(retry)
  const touched = new Set<string>()
  try {
    for (let item = useOutbox.getState().waiting[0]; item; item = useOutbox.getState().waiting[0]) {
      const sent: Unsent = item
      try {
        await api.post(addressOf(sent), sent.body, sent.link)
        confirm(sent)
        touched.add(sent.athleteId)
        await forget('outbox', sent.body.id).catch(() => undefined)
      } catch (error) {
        const final = error instanceof ApiProblem && error.problem.status < 500 && (error.problem.status !== 401 || sent.link !== undefined)
        if (!final) {
          useOutbox.setState({ offline: true })
          retry = setTimeout(() => void flush(), RETRY_MS)
          return
        }
        useOutbox.setState({ refused: failureText(error) })
        await keep('outbox', sent.body.id, { ...sent, refused: failureText(error) }).catch(() => undefined)
      }
      useOutbox.setState((s) => ({ waiting: s.waiting.filter((w) => w.body.id !== sent.body.id), offline: false }))
    }
  } finally {
    sending = false
  }
  for (const id of touched) void queryClient.invalidateQueries({ queryKey: keys.tests(id) })
  void queryClient.invalidateQueries(later(keys.roster))
}
window.addEventListener('online', () => void flush())

/** Puts a confirmed item into what is shown, so nothing flickers until the next read. */
function confirm(item: Unsent): void {
  // A read that began before this was saved would show the session without it.
  void queryClient.cancelQueries({ queryKey: keys.tests(item.athleteId) })
  if (item.kind === 'day') {
    const { id, at, kind, body } = item.body
    void queryClient.cancelQueries({ queryKey: dayKey(item.dayId) })
    queryClient.setQueryData<TestDayView>(dayKey(item.dayId), (d) => d && (kind === 'start' ? { ...d, startedAt: d.startedAt ?? String(body['startedAt']) } : d.events.some((e) => e.id === id) ? d : { ...d, events: [...d.events, { id, at, kind, ...body } as DayEvent] }))
    return
  }
  if (item.kind === 'trial' || item.kind === 'observation') queryClient.setQueryData<SessionView[]>(keys.tests(item.athleteId), (all) => all?.map((s) => (s.id === item.sessionId ? withUnsent(s, [item]) : s)))
  void queryClient.invalidateQueries({ queryKey: keys.athlete(item.athleteId) })
}

/** A session with what is still on its way. */
export function withUnsent(session: SessionView, waiting: readonly Unsent[]): SessionView {
  const own = waiting.filter((w) => (w.kind === 'trial' || w.kind === 'observation') && w.sessionId === session.id)
  const trials = own.flatMap((w): Trial[] => (w.kind === 'trial' && !session.trials.some((t) => t.id === w.body.id)
    ? [{ id: w.body.id, hand: w.body.hand, ordinal: w.body.ordinal, value: w.value, enteredValue: w.body.enteredValue, enteredUnit: w.body.enteredUnit, pain: w.body.pain, painWhere: w.body.painWhere ?? null, missed: w.body.missed, details: w.body.details, recordedAt: w.body.deviceAt ?? '', struck: w.body.struck ? { reason: w.body.struck } : null, correction: null }]
    : []))
  const observations = own.flatMap((w) => (w.kind === 'observation' && !session.observations.some((o) => o.id === w.body.id) ? [{ id: w.body.id, hand: w.body.hand, pain: w.body.pain, symptom: w.body.symptom ?? null, places: w.body.places ?? null }] : []))
  return trials.length + observations.length === 0 ? session : { ...session, trials: [...session.trials, ...trials], observations: [...session.observations, ...observations] }
}
