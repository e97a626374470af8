import { readFileSync } from 'node:fs'
import { must } from '@mano/core/units/must'

/** Ticks of all processors so far, and those a shared machine gave to others meanwhile. */
export function processorTime(): { all: number; taken: number } {
  const [line] = readFileSync('/proc/stat', 'utf8').split('\n')
  const ticks = must(line).trim().split(/\s+/).slice(1, 9).map(Number)
  return { all: ticks.reduce((a, x) => a + x, 0), taken: ticks[7] ?? 0 }
}

/**
 * What others had of this machine since then, in words: figures beside it are not the server's
 * alone.
 */
export function takenByOthers(since: ReturnType<typeof processorTime>): string {
  const now = processorTime()
  const share = (now.taken - since.taken) / Math.max(1, now.all - since.all)
  return `Processor time the machine gave to others meanwhile: ${(100 * share).toFixed(1)} %.`
}
