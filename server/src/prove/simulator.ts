import { table } from './section'
import { after, RESTED } from '@mano/core/bench/pools'
import { simulate, USUAL, type Script } from '@mano/core/bench/simulate'
import { FRESH, HAND_FATIGUE, step } from '@mano/core/measure/fatigue'
import { search } from '@mano/core/reference/search'
import type { Seconds } from '@mano/core/units/quantity'

/** Forty minutes of both hands: thirty holds of 20 s, a minute of rest after each. */
const FORTY: Script = Array.from({ length: 30 }, () => ({
  hand: 'both' as const,
  workS: 20,
  share: 0.5,
  restS: 60,
}))
const SECONDS = 2400

/** Runs of the plain integrator: a step of 0.05 s, Runge-Kutta of order 4, one hand. */
const PLAIN_RUNS = 3

function msOf(work: () => void): number {
  const t = performance.now()
  work()
  return performance.now() - t
}

/** What the browser measured of the page while the worker follows a session, and of its prints. */
export interface BenchMeasured {
  heldUpMs: number
  stopMs: number
  longTasks: number
  pages: number
  long: readonly string[]
}

/** Simulated seconds a second, beside a plain fixed-step integrator of the same model. */
export function simulatorSection(page: BenchMeasured | null): string {
  simulate(FORTY, USUAL, 50)
  const whole = msOf(() => simulate(FORTY))
  const plain =
    msOf(() => {
      for (let r = 0; r < PLAIN_RUNS; r++) {
        let p = FRESH
        for (const s of FORTY) {
          for (let i = 0; i < s.workS * 20; i++) p = step(p, s.share, 0.05)
          for (let i = 0; i < s.restS * 20; i++) p = step(p, 0, 0.05)
        }
      }
    }) / PLAIN_RUNS
  // The same one run, by the closed form.
  let fine = FRESH
  let closed = RESTED
  let apart = 0
  for (const s of FORTY.slice(0, 10)) {
    for (let i = 0; i < s.workS * 1000; i++) fine = step(fine, s.share, 0.001)
    closed = after(closed, s.share, s.workS, HAND_FATIGUE)
    apart = Math.max(apart, Math.abs(closed.tired - fine.tired) / fine.tired)
    for (let i = 0; i < s.restS * 1000; i++) fine = step(fine, 0, 0.001)
    closed = after(closed, 0, s.restS, HAND_FATIGUE)
  }
  const asked = ['hook for throwers', 'thumb hurts', 'fat bar', 'how much rest between sets']
  for (const q of asked) search(q)
  const found = msOf(() => asked.forEach((q) => search(q))) / asked.length
  const perSecond = (seconds: Seconds, ms: number) =>
    Math.round((seconds / ms) * 1000).toLocaleString('en-GB')
  return table(
    ['', ''],
    [
      ['1,000 draws of 40 minutes, two hands', `${Math.round(whole)} ms (asked 3,000)`],
      ['simulated seconds a second, closed form', perSecond(1000 * SECONDS * 2, whole)],
      ['simulated seconds a second, plain fixed step of 0.05 s', perSecond(SECONDS, plain)],
      [
        'tired share beside a fixed step of 1 ms, farthest apart',
        `${(100 * apart).toFixed(4)} % (asked 0.1)`,
      ],
      ['a search of the reference, words seen before', `${found.toFixed(1)} ms`],
      ...(page ? pageLines(page) : []),
    ],
  )
}

const pageLines = (page: BenchMeasured): string[][] => [
  [
    'the page held up while a session is followed, at most',
    `${page.heldUpMs.toFixed(0)} ms (asked 50), ${page.longTasks} tasks over 50 ms`,
  ],
  ['stopped after the tap, at most', `${page.stopMs.toFixed(0)} ms (asked 100)`],
  [
    'pages of reference and bench that fill one sheet',
    `${page.pages - page.long.length} of ${page.pages}`,
  ],
]
