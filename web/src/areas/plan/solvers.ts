import { whenQuiet } from '../../base/quiet'
import type { PlannerHeard, PlannerReply, PlannerTask, Told } from '../../workers/plannerMessages'

/** So many with nothing to do are kept: one that searches, one that answers questions. */
const MOST_RESTING = 2
/** After so long without work they are ended: the memory of a search is not given back before. */
const REST_MS = 60_000
const resting: Worker[] = []
let idle: ReturnType<typeof setTimeout> | undefined
/**
 * The solver, compiled by the first worker that needed it and given to all others: compiling takes
 * the threads a page is drawn by, and a press meanwhile waited over 150 ms.
 */
let engine: WebAssembly.Module | undefined

export interface Solver {
  ask: (task: PlannerTask, key?: string) => void
  /** Its work is done: who asks next may have it. */
  rest: () => void
  /** Ends it in the middle of its work. */
  end: () => void
}

const begin = () =>
  new Worker(new URL('../../workers/planner.ts', import.meta.url), { type: 'module' })

/** Asked for by a press and soon answered; all else waits until the hands rest. */
const AT_ONCE: readonly PlannerTask['kind'][] = ['why', 'why-not']

/** A worker of the planner with nothing to do; `lost` when this browser starts none. */
export function solver(
  hear: (said: PlannerReply & { key?: string }) => void,
  lost: () => void,
): Solver {
  let own: Worker | undefined
  let callOff = () => {}
  let left = false
  const tell = (told: Omit<Told, 'engine'>) => {
    own ??= resting.pop() ?? begin()
    own.onmessage = ({ data }: MessageEvent<PlannerHeard>) => {
      if (data.kind === 'engine') engine = data.module
      else hear(data)
    }
    own.onerror = lost
    own.postMessage({ ...told, engine } satisfies Told)
  }
  const leave = (then: (own: Worker) => void) => {
    callOff()
    if (left || !own) return
    left = true
    own.onmessage = own.onerror = null
    then(own)
  }
  return {
    ask: (task, key) => {
      callOff()
      const told = { task, ...(key !== undefined && { key }) }
      if (AT_ONCE.includes(task.kind)) tell(told)
      else callOff = whenQuiet(() => tell(told))
    },
    rest: () =>
      leave((w) => {
        if (resting.length >= MOST_RESTING) return w.terminate()
        resting.push(w)
        clearTimeout(idle)
        idle = setTimeout(endResting, REST_MS)
      }),
    end: () => leave((w) => w.terminate()),
  }
}

/** Ends those that have nothing to do; what was compiled stays. */
export function endResting(): void {
  clearTimeout(idle)
  for (const w of resting.splice(0)) w.terminate()
}
