import { tInv, tTails } from './quantiles'
import { moderated, NO_SQUARES, plus, squaresOfRepeats, type Spread, type Squares } from './spread'
import { mean } from './trials'
import { must } from '../units/must'

/** One test: day number and the log of its result. */
export interface DayLog {
  day: number
  log: number
}

/**
 * How much a level moved over the days of its tests, by all of them, on the log scale: a straight
 * line with the error of the tests about it. `by` is the movement from the first day to the last.
 */
export interface Move {
  by: number
  se: number
  df: number
  /** Two-sided, of no movement. */ p: number
  tests: number
  days: number
  /** Each test left out in turn leaves most of the movement: no single test makes it. */
  agreed: boolean
  /** The line at the first day, log. */ at: number
}

/**
 * A movement is agreed on when at least this share of it stays whichever test is left out: own
 * rule, no source.
 */
const STAYS = 0.4

/**
 * Movement of a level over two tests or more on different days. `before` is the spread known
 * beforehand, `own` what other tests of the same hand say of it. Null under two days.
 */
export function moveOf(
  tests: readonly DayLog[],
  before: Spread,
  own: Squares = NO_SQUARES,
): Move | null {
  const n = tests.length
  const first = tests[0]
  const days = n < 2 ? 0 : must(tests[n - 1]).day - must(first).day
  if (days <= 0) return null
  const x = tests.map((t) => (t.day - must(first).day) / days)
  const y = tests.map((t) => t.log)
  const line = lineOf(x, y)
  const ss = y.reduce((a, v, i) => a + (v - line.at - line.by * must(x[i])) ** 2, 0)
  const spread = moderated(before, plus(own, { ss, df: n - 2 }))
  const se = Math.sqrt(spread.variance / line.sxx)
  return {
    by: line.by,
    se,
    df: spread.df,
    p: tTails(line.by / se, spread.df),
    tests: n,
    days,
    agreed: n > 2 && withoutEach(x, y, line).every((by) => by / line.by >= STAYS),
    at: line.at,
  }
}

interface Line {
  by: number
  at: number
  sxx: number
  mx: number
  my: number
}
function lineOf(x: readonly number[], y: readonly number[]): Line {
  const [mx, my] = [mean(x), mean(y)]
  const sxx = x.reduce((a, v) => a + (v - mx) ** 2, 0)
  const by = x.reduce((a, v, i) => a + (v - mx) * (must(y[i]) - my), 0) / sxx
  return { by, at: my - by * mx, sxx, mx, my }
}

/** Slopes with each test left out in turn, by the change each makes to the sums. */
function withoutEach(x: readonly number[], y: readonly number[], l: Line): number[] {
  const n = x.length
  return x.flatMap((v, i) => {
    const dx = v - l.mx
    const share = n / (n - 1)
    const sxx = l.sxx - share * dx * dx
    return sxx < 1e-9 ? [] : [(l.by * l.sxx - share * dx * (must(y[i]) - l.my)) / sxx]
  })
}

/** A level seen on several days: mean of the logs with its error. */
export interface Held {
  mean: number
  se: number
  df: number
  days: number
}

/** Null without a day. */
export function heldLevel(
  logs: readonly number[],
  before: Spread,
  own: Squares = NO_SQUARES,
): Held | null {
  if (logs.length === 0) return null
  const spread = moderated(before, plus(own, squaresOfRepeats(logs)))
  return {
    mean: mean(logs),
    se: Math.sqrt(spread.variance / logs.length),
    df: spread.df,
    days: logs.length,
  }
}

/** Ends of an interval about a value, log scale. */
export const between = (
  value: number,
  se: number,
  df: number,
  confidence = 0.95,
): readonly [number, number] => {
  const half = tInv(1 - (1 - confidence) / 2, df) * se
  return [value - half, value + half]
}

/** A log movement as a share: 0.1 is a tenth more. */
export const asShare = (log: number): number => Math.exp(log) - 1

/**
 * Holm's adjusted p-values (Holm 1979, from memory): called at a, at most a of such families hold a
 * single false call, whichever of them are true.
 */
export function holm(ps: readonly number[]): number[] {
  const order = ps.map((_, i) => i).sort((a, b) => must(ps[a]) - must(ps[b]))
  const out = ps.map(() => 1)
  let most = 0
  order.forEach((at, rank) => {
    most = Math.max(most, Math.min(1, (ps.length - rank) * must(ps[at])))
    out[at] = most
  })
  return out
}
