import type { Protocol } from '../catalogue/protocols'
import { alike, squadSpread, squaresOfSteps, type Spread, type Squares } from '../measure/spread'
import { seriesKey } from '../testing/session'
import { type Hand } from '../catalogue/person'
import { onePerDay, type Series, type SeriesPoint } from './series'
import { must } from '../units/must'

/**
 * Log differences between one athlete's tests of a series one after the other, by hand; hands of
 * one length were tested on the same days.
 */
export type Steps = Readonly<Partial<Record<Hand, readonly number[]>>>
/** Other athletes' steps by series key without the athlete. */
export type SquadSteps = Readonly<Record<string, readonly Steps[]>>

/**
 * What is known of a test's error before the athlete's own repeats, logs: of one hand, of the mean
 * of both, of right less left.
 */
export interface Known {
  hand: Spread
  mean: Spread
  lean: Spread
  /** Others' repeats in it, else the estimate of the test alone. */
  of: 'squad' | 'estimate'
}

/** Degrees of freedom an estimate without repeats is worth: own rule, no source. */
const ESTIMATE_DF = 2
/** Two hands of one day share a part of that day: variance of their mean, practice estimate. */
const SHARED = 0.75

/** The steps of both hands on the days both were tested, joined by `f`. */
const joinedSteps = (s: Steps, f: (left: number, right: number) => number): number[] =>
  s.left && s.right && s.left.length === s.right.length
    ? s.left.map((l, i) => f(l, must(must(s.right)[i])))
    : []

/** How alike athletes are in each error, as degrees of freedom. */
type Likeness = Readonly<Record<'hand' | 'mean' | 'lean', number>>
const SQUARES = {
  hand: (s: Steps) => [s.left ?? [], s.right ?? [], s.both ?? []].map(squaresOfSteps),
  mean: (s: Steps) => [squaresOfSteps(joinedSteps(s, (l, r) => (l + r) / 2))],
  lean: (s: Steps) => [squaresOfSteps(joinedSteps(s, (l, r) => r - l))],
}

export function knownOf(protocol: Protocol, squad: readonly Steps[], likeness?: Likeness): Known {
  const one = (protocol.errorPct / 100) ** 2
  const before = (variance: number): Spread => ({ variance, df: ESTIMATE_DF })
  const of = (kind: keyof Likeness, variance: number): Spread =>
    squadSpread(squad.flatMap(SQUARES[kind]), before(variance), likeness?.[kind])
  return {
    hand: of('hand', one),
    mean: of('mean', SHARED * one),
    lean: of('lean', 2 * one),
    of: squad.some((s) => Object.values(s).some((x) => x.length >= 2)) ? 'squad' : 'estimate',
  }
}

/**
 * What is known of each series from a squad's steps; how alike athletes are is read from all
 * series.
 */
export const knownBy = (squad: SquadSteps) => {
  const of = (kind: keyof Likeness) =>
    alike(Object.values(squad).map((members) => members.flatMap(SQUARES[kind])))
  const likeness: Likeness = { hand: of('hand'), mean: of('mean'), lean: of('lean') }
  return (s: Series): Known =>
    knownOf(s.protocol, squad[seriesKey('', s.setup, 'pair')] ?? [], likeness)
}

/** A day's result of a hand where it has a log. */
export interface HandDay {
  point: SeriesPoint
  value: number
}
/** Counted days of a hand, the newest result of a day, those above 0. */
export const daysOf = (series: Series, hand: Hand, to: string): HandDay[] =>
  onePerDay(series.points.filter((p) => !p.practice && p.byHand[hand] && p.on <= to)).flatMap(
    (point) => {
      const value = must(point.byHand[hand]).mean
      return value > 0 ? [{ point, value }] : []
    },
  )
export const stepsOf = (logs: readonly number[]): number[] =>
  logs.slice(1).map((v, i) => v - must(logs[i]))

/** Steps of a series as others' error is read from them. */
export const stepsBy = (series: Series, to: string): Steps =>
  Object.fromEntries(
    (['left', 'right', 'both'] as const).flatMap((hand) => {
      const steps = stepsOf(daysOf(series, hand, to).map((d) => Math.log(d.value)))
      return steps.length > 0 ? [[hand, steps]] : []
    }),
  )
export const squaresBefore = (logs: readonly number[]): Squares => squaresOfSteps(stepsOf(logs))
