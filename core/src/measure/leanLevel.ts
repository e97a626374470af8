import { called, rhoToSignedPct } from './asymmetry'
import { between, heldLevel, moveOf, type DayLog, type Held, type Move } from './level'
import { NO_SQUARES, type Spread, type Squares } from './spread'
import type { Percent } from '../units/quantity'
import { must } from '../units/must'

/** An athlete's own lean over days: signed %, plus = right stronger, with its 95 % interval. */
export interface OwnLean extends Held {
  signedPct: Percent
  signedCi: readonly [number, number]
  /** The lean has grown over these days by more than chance would. */
  growing: boolean
}

/** Log of right over left as a signed asymmetry, %. */
export const leanPct = (log: number): number => rhoToSignedPct(Math.exp(-log))

/** A lean that moves with a p this small is read at its newest day: own rule, no source. */
const MOVES = 0.001
const GROWS = 0.001

/**
 * The lean of an athlete, not of a day: mean of ln(right / left) over days, with the spread those
 * days show joined with what is known of the test; where it clearly moves, the line's newest end.
 * Null without a day.
 */
export function ownLean(
  tests: readonly DayLog[],
  before: Spread,
  own: Squares = NO_SQUARES,
): OwnLean | null {
  const held = heldLevel(
    tests.map((t) => t.log),
    before,
    own,
  )
  if (!held) return null
  const move = tests.length > 2 ? moveOf(tests, before, own) : null
  const now = move && move.p <= MOVES && move.agreed ? endOf(move, tests) : held
  const [low, high] = between(now.mean, now.se, now.df)
  return {
    ...now,
    days: held.days,
    signedPct: leanPct(now.mean),
    signedCi: [leanPct(low), leanPct(high)],
    growing: move !== null && move.p <= GROWS && move.agreed && move.by * now.mean > 0,
  }
}

/** The end of a line with its standard error there. */
function endOf(move: Move, tests: readonly DayLog[]): Omit<Held, 'days'> {
  const x = tests.map((t) => (t.day - must(tests[0]).day) / move.days)
  const mx = x.reduce((a, v) => a + v, 0) / x.length
  const sxx = x.reduce((a, v) => a + (v - mx) ** 2, 0)
  return {
    mean: move.at + move.by,
    se: move.se * Math.sqrt(sxx / x.length + (1 - mx) ** 2),
    df: move.df,
  }
}

/** An athlete's own lean as a verdict: inside error while its interval holds 0. */
export const leanVerdict = (lean: OwnLean) => called(lean.signedPct, lean.signedCi)
