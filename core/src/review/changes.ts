import { changeBetween, pooledError, type ChangeResult, type TypicalError } from '../measure/error'
import { theilSen, judgeTrend, type TheilSen, type TrendVerdict } from '../measure/trend'
import { seriesKey, type Hand } from '../testing/session'
import { daysBetween, type LocalDate } from '../units/dates'
import { onePerDay, type Series, type SeriesPoint } from './series'

export interface Period {
  from: LocalDate
  to: LocalDate
}
export type ChangeWord = 'gain' | 'loss' | 'within' | 'too-few' | 'error-unknown'

/**
 * One hand of one series over a period, SI: from its first counted test to its last, against the
 * test's own error.
 */
export interface HandChange {
  hand: Hand
  tests: number
  first: { on: LocalDate; value: number } | null
  last: { on: LocalDate; value: number } | null
  error: TypicalError | null
  result: ChangeResult
  word: ChangeWord
  trend: TrendVerdict
  /** Robust slope a day with its 95 % interval, from three tests of the period on. */
  line: TheilSen | null
  /** The value of the robust line on a day: it runs through the medians. */
  through: readonly [days: number, value: number] | null
  margin: number | null
}
export interface SeriesChange {
  series: Series
  hands: readonly HandChange[]
}

/** What a day's test says of a hand: the mean of its tries; of lifts the heaviest. */
const valueOf = (p: SeriesPoint, hand: Hand): number => p.byHand[hand]!.mean
const median = (xs: readonly number[]): number => {
  const s = [...xs].sort((a, b) => a - b)
  const m = s.length >> 1
  return s.length % 2 ? s[m]! : (s[m - 1]! + s[m]!) / 2
}
/** Tests from which a robust line is drawn: own rule, no source. */
const LINE_LEAST = 3

const stepsOf = (points: readonly SeriesPoint[], hand: Hand): number[] =>
  points.slice(1).map((p, i) => valueOf(p, hand) - valueOf(points[i]!, hand))

/**
 * Differences between tests one after the other of a hand up to the first test of a period (the
 * last one on or before its first day), practice left out.
 */
export function earlierDifferences(series: Series, hand: Hand, from: LocalDate): number[] {
  return stepsOf(
    onePerDay(series.points.filter((p) => !p.practice && p.byHand[hand] && p.on <= from)),
    hand,
  )
}

/**
 * A hand's change over a period. The first test is the last counted one on or before its beginning,
 * else the first inside; the error is from
 * own repeats before it, so that the change itself does not count as error; with fewer than five
 * they are pooled with `squad`, the differences of other
 * athletes' same test; without a squad all own repeats speak, which can only miss a change. `swc`
 * the squad's smallest
 * worthwhile change where known, SI. A single test is too few; without any error nothing is called.
 */
export function changeOf(
  series: Series,
  hand: Hand,
  period: Period,
  squad: readonly (readonly number[])[],
  swc: number | null = null,
): HandChange {
  const all = onePerDay(
    series.points.filter((p) => !p.practice && p.byHand[hand] && p.on <= period.to),
  )
  const start = Math.max(
    0,
    all.findLastIndex((p) => p.on <= period.from),
  )
  const inside = all.slice(start)
  const at = (p: SeriesPoint | undefined) => (p ? { on: p.on, value: valueOf(p, hand) } : null)
  const earlier = stepsOf(all.slice(0, start + 1), hand)
  const error = pooledError(earlier, squad) ?? pooledError(stepsOf(all, hand), [])
  const [first, last] = [at(inside[0]), at(inside.at(-1))]
  const result: ChangeResult =
    inside.length < 2
      ? { ok: false, reason: 'one-test' }
      : changeBetween(first!.value, last!.value, error)
  const days = inside.map((p) => daysBetween(inside[0]!.on, p.on))
  const values = inside.map((p) => valueOf(p, hand))
  const margin = error ? Math.max(swc ?? 0, 2.77 * error.value) : null
  const word: ChangeWord = !result.ok
    ? result.reason === 'one-test'
      ? 'too-few'
      : 'error-unknown'
    : result.word !== 'changed'
      ? 'within'
      : result.by > 0
        ? 'gain'
        : 'loss'
  return {
    hand,
    tests: inside.length,
    first,
    last,
    error,
    result,
    word,
    margin,
    trend: margin === null ? judgeTrend([], [], 0) : judgeTrend(days, values, margin),
    line: inside.length < LINE_LEAST ? null : theilSen(days, values),
    through: inside.length < LINE_LEAST ? null : [median(days), median(values)],
  }
}

/**
 * Every series with a counted test in or before the period, newest first, each hand judged.
 * `squad`: see squadRepeats.
 */
export function changesOf(
  series: readonly Series[],
  period: Period,
  squad: (s: Series) => readonly (readonly number[])[] = () => [],
): SeriesChange[] {
  return series
    .filter(
      (s) =>
        !s.protocol.curve &&
        s.points.some((p) => !p.practice && p.on <= period.to && p.on >= period.from),
    )
    .map((s) => ({
      series: s,
      hands: (s.protocol.hands === 'both' ? (['both'] as const) : (['left', 'right'] as const)).map(
        (h) => changeOf(s, h, period, squad(s)),
      ),
    }))
}

/**
 * Other athletes' repeats of a series' test, both hands together: it is one test. `kept`: by series
 * key without the athlete and hand, as the review has it.
 */
export const squadRepeats =
  (kept: Readonly<Record<string, readonly (readonly number[])[]>>) =>
  (s: Series): (readonly number[])[] =>
    (['left', 'right', 'both'] as const).flatMap(
      (hand) => kept[`${seriesKey('', s.setup, 'pair')} ${hand}`] ?? [],
    )

/** A change in a word. */
export const CHANGE_WORDS: Readonly<Record<ChangeWord, string>> = {
  gain: 'Real gain',
  loss: 'Real loss',
  within: 'Within error',
  'too-few': 'One test only',
  'error-unknown': 'Error not known',
}
/** Why nothing is called, in words. */
export const CHANGE_REFUSALS: Readonly<Partial<Record<ChangeWord, string>>> = {
  'too-few': 'One test in this period: a second one is needed to compare.',
  'error-unknown':
    'The error of this test is not known yet: three tests, or a squad that repeats it.',
}
