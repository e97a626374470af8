import { useRef, useState } from 'react'
import type { JobView } from '@mano/contract/common'
import { api } from './api'

/** Between two looks at a job, ms. */
const LOOK = 250

export interface JobRun<R> {
  view: JobView<R> | null
  busy: boolean
  error: unknown
  start: (url: string, body: unknown) => Promise<JobView<R> | null>
  stop: () => void
  reset: () => void
}

/**
 * Starts work of the server and follows it to its end, also when its page is left meanwhile; what
 * was asked last is what is shown.
 */
export function useJob<R>(): JobRun<R> {
  const [view, setView] = useState<JobView<R> | null>(null)
  const [busy, setBusy] = useState(false)
  const [error, setError] = useState<unknown>(null)
  const run = useRef(0)
  const start: JobRun<R>['start'] = async (url, body) => {
    const own = ++run.current
    setBusy(true)
    setError(null)
    setView(null)
    try {
      const { id } = await api.post<{ id: string }>(url, body)
      for (;;) {
        const now = await api.get<JobView<R>>(`/api/jobs/${id}`)
        if (own !== run.current) return null
        setView(now)
        if (now.state !== 'running') return now
        await new Promise((resolve) => setTimeout(resolve, LOOK))
      }
    } catch (e) {
      if (own === run.current) setError(e)
      return null
    } finally {
      if (own === run.current) setBusy(false)
    }
  }
  return {
    view,
    busy,
    error,
    start,
    stop: () => {
      if (view) void api.post(`/api/jobs/${view.id}/stop`).catch(setError)
    },
    reset: () => {
      run.current++
      setView(null)
      setError(null)
      setBusy(false)
    },
  }
}
