import { useQuery } from '@tanstack/react-query'
import { useEffect, useMemo, useRef, useState } from 'react'
import { v7 } from 'uuid'
import type { DayEventBody, TestDayView } from '@mano/contract/testday'
import { dayEvent, type DayEvent } from '@mano/core/testday/event'
import { dayNow, type DayNow, type DaySetup } from '@mano/core/testday/live'
import type { OrderReply } from '../../workers/testday'
import { api } from '../../base/api'
import { dayKey } from '../../base/data'
import { useOutbox } from '../../base/outbox'
import { useLive } from '../../base/useLive'

/** Between looks at what the other stations did, beside the live channel, ms. */
const LOOK_MS = 2000

/**
 * The running order of a set-up, worked out in a worker; anew when the set-up changes or the rest
 * is ordered anew.
 */
export function useWished(setup: DaySetup | null, events: readonly DayEvent[]): OrderReply | null {
  const [reply, setReply] = useState<OrderReply | null>(null)
  const worker = useRef<Worker | null>(null)
  const last = events.filter((e) => e.kind === 'reorder').at(-1)
  const key = JSON.stringify([setup, last?.id ?? ''])
  useEffect(
    () => () => {
      worker.current?.terminate()
      worker.current = null
    },
    [],
  )
  useEffect(() => {
    if (!setup) return
    const own = (worker.current ??= new Worker(
      new URL('../../workers/testday.ts', import.meta.url),
      { type: 'module' },
    ))
    const heard = ({ data }: MessageEvent<OrderReply>) => {
      if (data.key === key) setReply(data)
    }
    own.addEventListener('message', heard)
    own.postMessage({ key, setup, events })
    return () => own.removeEventListener('message', heard)
  }, [key]) // oxlint-disable-line react/exhaustive-deps
  return reply?.key === key ? reply : null
}

export interface Day {
  view: TestDayView
  now: DayNow | null
  events: readonly DayEvent[]
  nowS: number
  boundS: number | null
  started: boolean
  say: (kind: DayEventBody['kind'], body?: Record<string, unknown>) => string
}

/**
 * A test day as it stands: what the server has, what is still on its way from here, and the order
 * of what is left.
 */
export function useDay(id: string): { day: Day | null; error: Error | null } {
  const read = useQuery({
    queryKey: dayKey(id),
    queryFn: () => api.get<TestDayView>(`/api/test-days/${id}`),
    refetchInterval: LOOK_MS,
  })
  useLive('day', id, () => void read.refetch())
  const waiting = useOutbox((s) => s.waiting)
  const add = useOutbox((s) => s.add)
  const [clock, setClock] = useState(() => Date.now())
  useEffect(() => {
    const t = setInterval(() => setClock(Date.now()), 500)
    return () => clearInterval(t)
  }, [])
  const view = read.data
  const own = useMemo(
    () => waiting.flatMap((w) => (w.kind === 'day' && w.dayId === id ? [w.body] : [])),
    [waiting, id],
  )
  const events = useMemo(
    (): DayEvent[] =>
      view
        ? [
            ...view.events,
            ...own
              .filter((b) => b.kind !== 'start' && !view.events.some((e) => e.id === b.id))
              .map((b) => dayEvent(b.id, b.at, b.kind, b.body)),
          ]
        : [],
    [view, own],
  )
  const begun =
    view?.startedAt ??
    (own.find((b) => b.kind === 'start')?.body['startedAt'] as string | undefined) ??
    null
  const nowS = begun ? Math.max(0, Math.floor((clock - Date.parse(begun)) / 1000)) : 0
  const wished = useWished(view?.setup ?? null, events)
  const now = useMemo(
    () => (view && wished ? dayNow(view.setup, events, nowS, wished.wished) : null),
    [view, events, wished, nowS],
  )
  if (!view) return { day: null, error: read.error }
  // Sub-second, so that two things said in one second keep their order.
  const exact = () => (begun ? Math.max(0, (Date.now() - Date.parse(begun)) / 1000) : 0)
  const say: Day['say'] = (kind, body = {}) => {
    const eventId = v7()
    add({
      kind: 'day',
      athleteId: '',
      dayId: id,
      body: {
        id: eventId,
        at: kind === 'start' ? 0 : exact(),
        kind,
        body: kind === 'start' ? { startedAt: new Date().toISOString() } : body,
      },
    })
    return eventId
  }
  return {
    day: { view, now, events, nowS, boundS: wished?.boundS ?? null, started: begun !== null, say },
    error: null,
  }
}
