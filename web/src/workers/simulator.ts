import { simulation, type Rates, type Script, type Simulation } from '@mano/core/bench/simulate'

/** A script to be followed; a new one takes the place of one under way. */
export interface SimulatorTask {
  key: string
  script: Script
  rates: Rates
  draws: number
}
export type SimulatorReply =
  | { key: string; kind: 'progress'; share: number }
  | { key: string; kind: 'done'; result: Simulation; ms: number }

/** Draws between two looks at what else was asked. */
const BATCH = 25
let current = ''

addEventListener('message', (e: MessageEvent<SimulatorTask>) => {
  const { key, script, rates, draws } = e.data
  current = key
  const began = performance.now()
  const run = simulation(script, rates, draws)
  const go = () => {
    if (current !== key) return
    const share = run.advance(BATCH)
    if (share < 1) {
      postMessage({ key, kind: 'progress', share } satisfies SimulatorReply)
      setTimeout(go)
      return
    }
    postMessage({
      key,
      kind: 'done',
      result: run.result(),
      ms: performance.now() - began,
    } satisfies SimulatorReply)
  }
  go()
})
