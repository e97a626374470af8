import { sessionOf } from '@mano/core/bench/dials'
import { leastRest } from '@mano/core/bench/rest'
import { LIKELY, simulation, type Rates, type Simulation } from '@mano/core/bench/simulate'

/** A session to be followed, as the address says it; a new one takes the place of one under way. */
export interface SimulatorTask {
  key: string
  text: string | null
  rates: Rates
  draws: number
}
export type SimulatorReply =
  | { key: string; kind: 'progress'; share: number }
  | { key: string; kind: 'done'; result: Simulation; restS: number | null; ms: number }

/** Draws between two looks at what else was asked. */
const BATCH = 25
let current = ''

addEventListener('message', (e: MessageEvent<SimulatorTask>) => {
  const { key, text, rates, draws } = e.data
  current = key
  const began = performance.now()
  const { script, withRest } = sessionOf(text)
  const run = simulation(script, rates, draws)
  const go = () => {
    if (current !== key) return
    const share = run.advance(BATCH)
    if (share < 1) {
      postMessage({ key, kind: 'progress', share } satisfies SimulatorReply)
      setTimeout(go)
      return
    }
    const result = run.result()
    const ms = performance.now() - began
    const isLikely = result.sets.some((s) => s.fails >= LIKELY)
    const restS = isLikely ? leastRest(withRest, rates) : null
    postMessage({ key, kind: 'done', result, restS, ms } satisfies SimulatorReply)
  }
  go()
})
