import { useEffect, useRef, useState } from 'react'
import { DRAWS, type Rates, type Simulation } from '@mano/core/bench/simulate'
import type { Session } from '@mano/core/bench/dials'
import type { SimulatorReply, SimulatorTask } from '../../workers/simulator'

export interface Simulated {
  result: Simulation | null
  /** Rest of a hand with which no set is likely to fail, s; null: none within ten minutes, or not
   * needed. */
  restS: number | null
  /** The session the result is of: while another is under way it is still this one. */
  of: Session | null
  /** Share that is done; null: nothing under way. */
  share: number | null
  ms: number | null
  stop: () => void
}

/** A script followed in a worker of its own; changing it drops the one under way. */
export function useSimulation(
  text: string | null,
  session: Session | null,
  rates: Rates,
): Simulated {
  const worker = useRef<Worker | null>(null)
  const [state, setState] = useState<Omit<Simulated, 'stop'>>({
    result: null,
    restS: null,
    of: null,
    share: null,
    ms: null,
  })
  const key = JSON.stringify([text, rates])
  useEffect(() => {
    if (!session) return
    worker.current ??= new Worker(new URL('../../workers/simulator.ts', import.meta.url), {
      type: 'module',
    })
    const own = worker.current
    own.onmessage = ({ data }: MessageEvent<SimulatorReply>) => {
      if (data.key !== key) return
      setState((s) =>
        data.kind === 'progress'
          ? { ...s, share: data.share }
          : { result: data.result, restS: data.restS, of: session, share: null, ms: data.ms },
      )
    }
    // A slider moves through many values: only where it rests is followed.
    const wait = setTimeout(() => {
      setState((s) => ({ ...s, share: 0 }))
      own.postMessage({ key, text, rates, draws: DRAWS } satisfies SimulatorTask)
    }, 60)
    return () => clearTimeout(wait)
  }, [key]) // oxlint-disable-line react/exhaustive-deps
  const end = () => {
    worker.current?.terminate()
    worker.current = null
  }
  useEffect(() => end, [])
  const stop = () => {
    end()
    setState((s) => ({ ...s, share: null }))
  }
  return { ...state, stop }
}
