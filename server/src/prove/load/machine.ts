import { readFileSync } from 'node:fs'
import { must } from '@mano/core/units/must'

/** Ticks of all processors so far, and those a shared machine gave to others meanwhile. */
export function processorTime(): { all: number; taken: number } {
  const [line] = readFileSync('/proc/stat', 'utf8').split('\n')
  const ticks = must(line).trim().split(/\s+/).slice(1, 9).map(Number)
  return { all: ticks.reduce((a, x) => a + x, 0), taken: ticks[7] ?? 0 }
}

/** What others may take of a machine whose figures are its own. */
export const TAKEN_MOST = 0.02

/** The share of the machine others had since then, 0 to 1. */
export function takenShare(since: ReturnType<typeof processorTime>): number {
  const now = processorTime()
  return (now.taken - since.taken) / Math.max(1, now.all - since.all)
}

/** That in words: figures beside it are not the server's alone. */
export const takenByOthers = (since: ReturnType<typeof processorTime>): string =>
  `Processor time the machine gave to others meanwhile: ${(100 * takenShare(since)).toFixed(1)} %.`
