import { create } from 'zustand'
import { persist } from 'zustand/middleware'
import type { LogBody } from '@mano/contract/plan'
import type { ObservationBody, SessionView, TrialBody } from '@mano/contract/tests'
import type { Trial } from '@mano/core/testing/session'
import { api, ApiProblem, failureText, queryClient } from './api'
import { keys, later } from './data'

/** Something noted in a test or on the floor that the server has not confirmed. Its id makes a repeated send harmless. */
export type Unsent = { athleteId: string } & (
  | { kind: 'trial'; sessionId: string; body: TrialBody; value: number }
  | { kind: 'observation'; sessionId: string | null; body: ObservationBody }
  | { kind: 'log'; body: LogBody }
)

function addressOf(u: Unsent): string {
  if (u.kind === 'log') return `/api/athletes/${u.athleteId}/logs`
  if (u.kind === 'trial') return `/api/tests/${u.sessionId}/trials`
  return u.sessionId === null ? `/api/athletes/${u.athleteId}/observations` : `/api/tests/${u.sessionId}/observations`
}

interface Outbox {
  waiting: Unsent[]
  /** Why the server refused the last one it refused; it is not kept. */
  refused: string
  offline: boolean
  add: (item: Unsent) => void
  clearRefusal: () => void
}

/** What was typed is kept in this browser until the server has it: a reload or a lost network loses nothing. */
export const useOutbox = create<Outbox>()(
  persist(
    (set) => ({
      waiting: [],
      refused: '',
      offline: false,
      add: (item) => {
        set((s) => ({ waiting: [...s.waiting, item], refused: '' }))
        void flush()
      },
      clearRefusal: () => set({ refused: '' }),
    }),
    { name: 'mano-outbox', partialize: (s) => ({ waiting: s.waiting }) },
  ),
)

const RETRY_MS = 4000
let sending = false

/** Sends what waits, in order, one at a time. */
export async function flush(): Promise<void> {
  if (sending) return
  sending = true
  const touched = new Set<string>()
  try {
    for (let item = useOutbox.getState().waiting[0]; item; item = useOutbox.getState().waiting[0]) {
      const sent: Unsent = item
      try {
        await api.post(addressOf(sent), sent.body)
        confirm(sent)
        touched.add(sent.athleteId)
      } catch (error) {
        const final = error instanceof ApiProblem && error.problem.status < 500 && error.problem.status !== 401
        if (!final) {
          useOutbox.setState({ offline: true })
          setTimeout(() => void flush(), RETRY_MS)
          return
        }
        useOutbox.setState({ refused: failureText(error) })
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
  if (item.kind !== 'log') queryClient.setQueryData<SessionView[]>(keys.tests(item.athleteId), (all) => all?.map((s) => (s.id === item.sessionId ? withUnsent(s, [item]) : s)))
  void queryClient.invalidateQueries({ queryKey: keys.athlete(item.athleteId) })
}

/** A session with what is still on its way. */
export function withUnsent(session: SessionView, waiting: readonly Unsent[]): SessionView {
  const own = waiting.filter((w) => w.kind !== 'log' && w.sessionId === session.id)
  const trials = own.flatMap((w): Trial[] => (w.kind === 'trial' && !session.trials.some((t) => t.id === w.body.id)
    ? [{ id: w.body.id, hand: w.body.hand, ordinal: w.body.ordinal, value: w.value, enteredValue: w.body.enteredValue, enteredUnit: w.body.enteredUnit, pain: w.body.pain, missed: w.body.missed, details: w.body.details, recordedAt: w.body.deviceAt ?? '', struck: w.body.struck ? { reason: w.body.struck } : null, correction: null }]
    : []))
  const observations = own.flatMap((w) => (w.kind === 'observation' && !session.observations.some((o) => o.id === w.body.id) ? [{ id: w.body.id, hand: w.body.hand, pain: w.body.pain, symptom: w.body.symptom ?? null }] : []))
  return trials.length + observations.length === 0 ? session : { ...session, trials: [...session.trials, ...trials], observations: [...session.observations, ...observations] }
}
