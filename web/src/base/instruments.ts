import { useQuery } from '@tanstack/react-query'
import { useEffect, useRef, useState } from 'react'
import { create } from 'zustand'
import { persist } from 'zustand/middleware'
import type { DriveBody, InstrumentLine, InstrumentView } from '@mano/contract/instruments'
import { api } from './api'
import { must } from '@mano/core/units/must'
import { parsed } from '@mano/core/units/parse'

export type LinkState = 'joining' | 'on' | 'lost'

/**
 * What every instrument offers, whatever stands behind it. Lines come in order of their own clock,
 * and none comes twice.
 */
export interface Instrument extends InstrumentView {
  /**
   * Streams until the returned function is called; a lost line is taken up again by itself, with
   * what was missed.
   */
  open: (handlers: {
    lines: (lines: readonly InstrumentLine[]) => void
    state: (state: LinkState) => void
  }) => () => void
  tare: () => Promise<void>
  /** Moves the simulated hand; only on simulated instruments. */
  drive: (body: DriveBody) => Promise<void>
}

const RETRY_MS = 700

/** An instrument the server reads. */
export function servedInstrument(view: InstrumentView): Instrument {
  const at = `/api/instruments/${view.id}`
  return {
    ...view,
    open: ({ lines, state }) => {
      let source: EventSource | null = null
      let timer: ReturnType<typeof setTimeout> | undefined
      let last: number | null = null
      const join = () => {
        source = new EventSource(`${at}/lines${last === null ? '' : `?after=${last}`}`)
        source.onopen = () => state('on')
        source.onmessage = (e: MessageEvent<string>) => {
          const fresh = e.data
            .split('\n')
            .map((l) => parsed<InstrumentLine>(l))
            .filter((l) => last === null || l.t > last)
          if (fresh.length === 0) return
          last = must(fresh.at(-1)).t
          lines(fresh)
        }
        source.onerror = () => {
          state('lost')
          // The browser comes back by itself unless the server said no.
          if (source?.readyState === EventSource.CLOSED) timer = setTimeout(join, RETRY_MS)
        }
      }
      state('joining')
      join()
      return () => {
        clearTimeout(timer)
        source?.close()
      }
    },
    tare: () => api.post(`${at}/tare`, {}),
    drive: (body) => api.post(`${at}/drive`, body),
  }
}

export const useInstruments = (): readonly InstrumentView[] =>
  useQuery({
    queryKey: ['instruments'],
    queryFn: () => api.get<InstrumentView[]>('/api/instruments'),
    staleTime: 30_000,
  }).data ?? []

/** The instrument this browser takes tests with; null: results are typed. */
export const useChosenInstrument = create<{
  id: string | null
  choose: (id: string | null) => void
}>()(persist((set) => ({ id: null, choose: (id) => set({ id }) }), { name: 'mano-instrument' }))

/** A live line to an instrument: its state, and every batch of lines to whoever asks. */
export function useLink(
  view: InstrumentView | null,
  onLines: (lines: readonly InstrumentLine[]) => void,
): { state: LinkState; instrument: Instrument | null } {
  const [state, setState] = useState<LinkState>('joining')
  const [instrument, setInstrument] = useState<Instrument | null>(null)
  const listener = useRef(onLines)
  useEffect(() => {
    listener.current = onLines
  })
  const id = view?.id ?? null
  useEffect(() => {
    if (!view) return
    const i = servedInstrument(view)
    setInstrument(i)
    return i.open({ lines: (l) => listener.current(l), state: setState })
    // A new read of the list is the same instrument.
  }, [id]) // oxlint-disable-line react/exhaustive-deps
  return { state, instrument }
}
