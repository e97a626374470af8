import { TAKEN_MOST } from './load/machine'
import { table } from './section'

/** Presses and keys on a screen, as the browser measured them, ms in steps of 8. */
export type Answers = readonly {
  screen: string
  /** How far the browser was slowed for it, at the median. */
  rate: number
  all: number
  median: number
  slowest: { ms: number; what: string }
  over: number
  /** Presses that came late while others had a part of the machine. */
  disturbed: number
}[]
/** What a view shifted, and its longest piece of work, while it was loaded. */
export type Loads = readonly { path: string; shift: number; longestMs: number }[]

const named = (what: string): string => what.replaceAll('|', '/') || 'its name is a picture'
/** The two tables of what was measured at a quarter of the speed. */
export const answersSection = (answers: Answers, loads: Loads): string =>
  `In Chromium at about a quarter of the speed of this machine in a quiet hour: before each press
it is slowed until a loop takes 16 ms, whatever the hour. @ is an athlete's page. An answer is
counted from the key or the finger to the next picture, in steps of 8 ms: asked 50 ms for each.
What came later was pressed, and what took longer than 200 ms loaded, twice more; the middle one
counts. This machine is shared: a late press in which others took more than
${100 * TAKEN_MOST} % of it is pressed again instead, and stands in the last column.

${table(
  ['screen', 'slowed', 'presses and keys', 'median', 'over 50 ms', 'slowest', 'late beside others'],
  answers.map((a) => [
    a.screen,
    `${a.rate.toFixed(1)} times`,
    a.all,
    `${a.median} ms`,
    a.over,
    `${a.slowest.ms} ms (${named(a.slowest.what)})`,
    a.disturbed,
  ]),
)}

${table(
  ['view', 'layout shift at load (asked 0.02)', 'longest piece of work (asked 200 ms)'],
  loads.map((l) => [l.path, l.shift.toFixed(3), `${l.longestMs.toFixed(0)} ms`]),
)}`
