import { create } from 'zustand'
import type { EndBody, LogBody } from '@mano/contract/plan'
import type { FlagsBody, ReasonBody } from '@mano/contract/safety'
import type { DayEventBody, TestDayView } from '@mano/contract/testday'
import type { ObservationBody, SessionBody, SessionView, TrialBody } from '@mano/contract/tests'
import type { Trial } from '@mano/core/testing/session'
import { api, ApiProblem, failureText, isPassing, isSignedOut, queryClient } from './api'
import { dayKey, keys, later, whoIsHere } from './data'
import { all, forget, keep, read } from './kept'
import { dayEvent } from '@mano/core/testday/event'
import { parsed } from '@mano/core/units/parse'

/**
 * Something noted in a test or on the floor that the server has not confirmed. Its id makes a
 * repeated send harmless. `link`: by an athlete's own link.
 */
export type Unsent = {
  athleteId: string
  link?: string | undefined
  /** Why the server refused it. */ refused?: string
  /** When it was noted here. */ addedAt?: string
  /** Who noted it: another may be at a shared tablet when it is sent. */ by?: string
  /** Another number than it was shown with: the record says it once it is there. */ mended?: true
} & (
  | { kind: 'trial'; sessionId: string; body: TrialBody; value: number }
  | { kind: 'observation'; sessionId: string | null; body: ObservationBody }
  | { kind: 'log'; body: LogBody }
  | { kind: 'reason'; body: ReasonBody }
  | { kind: 'flags'; body: FlagsBody }
  | { kind: 'end'; body: EndBody }
  | { kind: 'session'; body: SessionBody }
  | { kind: 'day'; dayId: string; body: DayEventBody }
  | {
      kind: 'dayReason'
      dayId: string
      body: { id: string; athleteId: string; stationId: string; reason: string }
    }
)

function addressOf(u: Unsent): string {
  const athlete = u.link ? '/api/link' : `/api/athletes/${u.athleteId}`
  if (u.kind === 'log') return `${athlete}/logs`
  if (u.kind === 'session') return `${athlete}/tests`
  if (u.kind === 'reason') return `${athlete}/reasons`
  if (u.kind === 'flags') return `${athlete}/flags`
  if (u.kind === 'end') return `${athlete}/ends`
  if (u.kind === 'dayReason') return `/api/test-days/${u.dayId}/reasons`
  if (u.kind === 'day') return `/api/test-days/${u.dayId}/events`
  if (u.kind === 'trial') return `/api/tests/${u.sessionId}/trials`
  return u.sessionId === null ? `${athlete}/observations` : `/api/tests/${u.sessionId}/observations`
}

/**
 * Refused by the server: it stays until somebody mends it, sends it again or lets it go with a
 * reason.
 */
export type Stuck = Unsent & { refused: string }
const isStuck = (u: Unsent): u is Stuck => u.refused !== undefined

interface Outbox {
  waiting: Unsent[]
  stuck: Stuck[]
  /** The newest refusal, for the page it happened on. */
  refused: string
  /** The server, or its database, does not answer. */
  offline: boolean
  /** Since when, ms; null: it answers. */
  since: number | null
  add: (item: Unsent) => void
}

/**
 * The store writes behind the page's back: a page closed within that moment would take the number
 * with it. So it is jotted down first, at once, and the jotting goes when the store has it.
 */
const JOT = 'mano-jot '
function jot(item: Unsent): void {
  try {
    localStorage.setItem(`${JOT}${item.body.id}`, JSON.stringify(item))
  } catch {
    // No room or not allowed: the store alone keeps it.
  }
}
function unjot(id: string): void {
  try {
    localStorage.removeItem(`${JOT}${id}`)
  } catch {
    // Not allowed, so nothing stands there.
  }
}
/** What an earlier page jotted down and could not hand to the store. */
const jotted = (): Unsent[] =>
  Object.keys(localStorage)
    .filter((key) => key.startsWith(JOT))
    .map((key) => parsed<Unsent | null>(localStorage.getItem(key)))
    .filter((item) => item !== null)

/** Items of this tab that are not in the store yet, or never will be. */
const unkept = new Set<string>()

/**
 * What was typed is kept on this device until the server has it: a reload, a lost network or an
 * empty battery loses nothing. One outbox for all pages and tabs.
 */
export const useOutbox = create<Outbox>()((set) => ({
  waiting: [],
  stuck: [],
  refused: '',
  offline: false,
  since: null,
  add: (item) => {
    const by = whoIsHere()
    const dated = { ...item, addedAt: new Date().toISOString(), ...(by && { by }) }
    set((s) => ({ waiting: [...s.waiting, dated], refused: '' }))
    // Where the device keeps nothing it is sent all the same.
    unkept.add(item.body.id)
    jot(dated)
    void keep('outbox', item.body.id, dated)
      .then(
        () => {
          unkept.delete(item.body.id)
          unjot(item.body.id)
        },
        () => undefined,
      )
      .then(() => {
        tell()
        void flush()
      })
  },
}))

/** Other tabs hear that the list has changed, and look at it. */
const channel = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel('mano-outbox')
const tell = (): void => channel?.postMessage('changed')

/**
 * Items in the order they were done: the store gives them by id, and a test's id may come after its
 * trials'. Of one moment the test goes first.
 */
export const asDone = <U extends Pick<Unsent, 'kind' | 'addedAt'>>(items: readonly U[]): U[] =>
  [...items].sort(
    (a, b) =>
      (a.addedAt ?? '').localeCompare(b.addedAt ?? '') ||
      Number(b.kind === 'session') - Number(a.kind === 'session'),
  )

/** The list as this device keeps it, with what this tab could not keep. */
async function look(): Promise<void> {
  const kept = asDone(await all<Unsent>('outbox').catch((): Unsent[] => []))
  const known = new Set(kept.map((k) => k.body.id))
  const before = useOutbox.getState().waiting
  useOutbox.setState((s) => ({
    waiting: [
      ...kept.filter((k) => !isStuck(k)),
      ...s.waiting.filter((w) => !known.has(w.body.id) && unkept.has(w.body.id)),
    ],
    stuck: kept.filter(isStuck),
  }))
  // What another tab has sent is on record by now.
  for (const gone of before.filter((w) => !known.has(w.body.id) && !unkept.has(w.body.id)))
    void queryClient.invalidateQueries({ queryKey: keys.tests(gone.athleteId) })
}
if (channel) channel.onmessage = () => void look().then(() => flush())

/** What an earlier page left here. */
const before: Promise<unknown> = (async () => {
  const old = parsed<{ state?: { waiting?: Unsent[] } } | null>(localStorage.getItem('mano-outbox'))
  for (const item of [...(old?.state?.waiting ?? []), ...jotted()]) {
    await keep('outbox', item.body.id, item)
    unjot(item.body.id)
  }
  localStorage.removeItem('mano-outbox')
  const kept = asDone(await all<Unsent>('outbox'))
  useOutbox.setState((s) => ({
    waiting: [
      ...kept.filter((k) => !isStuck(k) && !s.waiting.some((w) => w.body.id === k.body.id)),
      ...s.waiting,
    ],
    stuck: kept.filter(isStuck),
  }))
  if (kept.length > 0) await flush()
})().catch(() => undefined)
export const outboxReady = (): Promise<unknown> => before

/**
 * Between two tries, ms: growing, and anew from the start when something went through or the
 * network is back.
 */
const PAUSE = { first: 2_000, most: 15_000 }
let pause = PAUSE.first
let sending = false
let retry: ReturnType<typeof setTimeout> | null = null

/**
 * What must arrive in the order it was done: a test and its tries, a test day, the sets of an
 * athlete.
 */
const laneOf = (u: Unsent): string =>
  u.kind === 'session'
    ? `test ${u.body.id}`
    : (u.kind === 'trial' || u.kind === 'observation') && u.sessionId !== null
      ? `test ${u.sessionId}`
      : u.kind === 'day' || u.kind === 'dayReason'
        ? `day ${u.dayId}`
        : `athlete ${u.athleteId}`

function again(): void {
  if (retry !== null) clearTimeout(retry)
  retry = setTimeout(() => void flush(), pause)
  pause = Math.min(PAUSE.most, pause * 2)
}

/**
 * Sends what waits, each lane in its order. One tab at a time does; it takes over what others left.
 */
export async function flush(): Promise<void> {
  if (sending) return
  sending = true
  if (retry !== null) clearTimeout(retry)
  try {
    if (typeof navigator === 'undefined' || !('locks' in navigator)) await sendAll()
    // Somebody else sends: they look at the same list, and this one looks again later.
    else
      await navigator.locks.request('mano-outbox', { ifAvailable: true }, async (lock) => {
        if (lock) await sendAll()
        else again()
      })
  } finally {
    sending = false
  }
}

async function sendAll(): Promise<void> {
  const touched = new Set<string>()
  // A fault of the server at one item holds up its own lane, and no other.
  const held = new Set<string>()
  for (;;) {
    const item = useOutbox.getState().waiting.find((w) => !held.has(laneOf(w)))
    if (!item) break
    const outcome = await sendOne(item)
    if (outcome === 'later') {
      again()
      break
    }
    if (outcome === 'fault') {
      held.add(laneOf(item))
      continue
    }
    if (outcome === 'sent') {
      touched.add(item.athleteId)
      pause = PAUSE.first
    }
  }
  if (held.size > 0) again()
  for (const id of touched) void queryClient.invalidateQueries({ queryKey: keys.tests(id) })
  if (touched.size > 0) {
    void queryClient.invalidateQueries(later(keys.roster))
    tell()
  }
}

async function sendOne(item: Unsent): Promise<'sent' | 'refused' | 'fault' | 'later'> {
  const { id } = item.body
  try {
    await api.post(addressOf(item), item.body, { link: item.link, by: item.by })
  } catch (error) {
    if (isPassing(error) || (isSignedOut(error) && item.link === undefined)) {
      useOutbox.setState((s) => ({ offline: true, since: s.since ?? Date.now() }))
      return 'later'
    }
    if (error instanceof ApiProblem && error.problem.status >= 500) return 'fault'
    const stuck: Stuck = { ...item, refused: failureText(error) }
    await keep('outbox', id, stuck).catch(() => undefined)
    useOutbox.setState((s) => ({
      waiting: s.waiting.filter((w) => w.body.id !== id),
      stuck: [...s.stuck.filter((x) => x.body.id !== id), stuck],
      refused: stuck.refused,
      offline: false,
      since: null,
    }))
    tell()
    return 'refused'
  }
  confirm(item)
  unkept.delete(id)
  unjot(id)
  await forget('outbox', id).catch(() => undefined)
  useOutbox.setState((s) => ({
    waiting: s.waiting.filter((w) => w.body.id !== id),
    offline: false,
    since: null,
  }))
  return 'sent'
}

/** Sends what was refused once more, as it is or mended. */
export async function sendAgain(item: Stuck, body: Unsent['body'] = item.body): Promise<void> {
  const mended = { ...item, body, ...(body !== item.body && { mended: true }) } as Unsent
  delete mended.refused
  await keep('outbox', body.id, mended).catch(() => undefined)
  useOutbox.setState((s) => ({
    stuck: s.stuck.filter((x) => x.body.id !== body.id),
    waiting: [...s.waiting, mended],
  }))
  tell()
  await flush()
}

/**
 * Lets go of what was refused, with the reason; the last of them stay on this device to be read.
 */
export interface LetGo {
  item: Unsent
  reason: string
  at: string
}
const LET_GO = { key: 'let-go', most: 50 }
export async function letGo(item: Stuck, reason: string): Promise<void> {
  const earlier = (await read<LetGo[]>('state', LET_GO.key).catch(() => undefined)) ?? []
  await keep(
    'state',
    LET_GO.key,
    [{ item, reason, at: new Date().toISOString() }, ...earlier].slice(0, LET_GO.most),
  ).catch(() => undefined)
  await forget('outbox', item.body.id).catch(() => undefined)
  useOutbox.setState((s) => ({
    stuck: s.stuck.filter((x) => x.body.id !== item.body.id),
    refused: '',
  }))
  tell()
}
export const lettingGo = async (): Promise<LetGo[]> =>
  (await read<LetGo[]>('state', LET_GO.key).catch(() => undefined)) ?? []

if (typeof window !== 'undefined')
  window.addEventListener('online', () => {
    pause = PAUSE.first
    void flush()
  })

/** Puts a confirmed item into what is shown, so nothing flickers until the next read. */
function confirm(item: Unsent): void {
  // A read that began before this was saved would show the session without it.
  void queryClient.cancelQueries({ queryKey: keys.tests(item.athleteId) })
  if (item.kind === 'day') {
    const { id, at, kind, body } = item.body
    void queryClient.cancelQueries({ queryKey: dayKey(item.dayId) })
    queryClient.setQueryData<TestDayView>(
      dayKey(item.dayId),
      (d) =>
        d &&
        (kind === 'start'
          ? { ...d, startedAt: d.startedAt ?? String(body['startedAt']) }
          : d.events.some((e) => e.id === id)
            ? d
            : { ...d, events: [...d.events, dayEvent(id, at, kind, body)] }),
    )
    return
  }
  if (item.kind === 'trial' || item.kind === 'observation')
    queryClient.setQueryData<SessionView[]>(keys.tests(item.athleteId), (all) =>
      all?.map((s) => (s.id === item.sessionId ? withUnsent(s, [item]) : s)),
    )
  void queryClient.invalidateQueries({ queryKey: keys.athlete(item.athleteId) })
}

/** A session with what is still on its way. */
export function withUnsent(session: SessionView, waiting: readonly Unsent[]): SessionView {
  const own = waiting.filter(
    (w) =>
      w.mended === undefined &&
      (w.kind === 'trial' || w.kind === 'observation') &&
      w.sessionId === session.id,
  )
  const trials = own.flatMap((w): Trial[] =>
    w.kind === 'trial' && !session.trials.some((t) => t.id === w.body.id)
      ? [
          {
            id: w.body.id,
            hand: w.body.hand,
            ordinal: w.body.ordinal,
            value: w.value,
            enteredValue: w.body.enteredValue,
            enteredUnit: w.body.enteredUnit,
            pain: w.body.pain,
            painWhere: w.body.painWhere ?? null,
            missed: w.body.missed,
            details: w.body.details,
            recordedAt: w.body.deviceAt ?? '',
            struck: w.body.struck ? { reason: w.body.struck } : null,
            correction: null,
          },
        ]
      : [],
  )
  const observations = own.flatMap((w) =>
    w.kind === 'observation' && !session.observations.some((o) => o.id === w.body.id)
      ? [
          {
            id: w.body.id,
            hand: w.body.hand,
            pain: w.body.pain,
            symptom: w.body.symptom ?? null,
            places: w.body.places ?? null,
          },
        ]
      : [],
  )
  return trials.length + observations.length === 0
    ? session
    : {
        ...session,
        trials: [...session.trials, ...trials],
        observations: [...session.observations, ...observations],
      }
}
