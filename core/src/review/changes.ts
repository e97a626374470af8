import { between, holm, moveOf, type Move } from '../measure/level'
import { moderated, type Spread } from '../measure/spread'
import { tInv } from '../measure/quantiles'
import type { Hand } from '../catalogue/person'
import { daysBetween, type LocalDate } from '../units/dates'
import { daysOf, knownBy, squaresBefore, type HandDay, type Known } from '../record/known'
import type { Series } from '../record/series'
import { must } from '../units/must'

export interface Period {
  from: LocalDate
  to: LocalDate
}
export type ChangeWord = 'gain' | 'loss' | 'flat' | 'unclear' | 'too-few'

/** One hand of one series over a period, by all its tests, SI. */
export interface HandChange {
  hand: Hand
  tests: number
  first: { on: LocalDate; value: number } | null
  last: { on: LocalDate; value: number } | null
  /** Movement of the level by a line through all tests of the period; null: one test. */
  move: Change | null
  /**
   * Difference between two single tests that error alone makes once in twenty, SI; null: no test.
   */
  detectable: number | null
  /** Whose repeats the error is from. */
  errorOf: 'own' | 'own and squad' | 'own and estimate' | 'squad' | 'estimate'
  word: ChangeWord
}
export interface Change extends Move {
  /** SI over the days of its tests, with its 95 % interval. */
  change: number
  ci: readonly [number, number]
  /** SI value of the line at its first and last day. */
  from: number
  to: number
  /** p of the whole series among all that were compared (Holm). */
  adjusted: number
  /** Smallest change that matters, SI, and the 90 % interval it is compared with. */
  margin: number
  ci90: readonly [number, number]
}
export interface SeriesChange {
  series: Series
  hands: readonly HandChange[]
}

/**
 * Of a hundred reviews in which nothing changed, at most so many say that something did. A review
 * is acted on as a whole, so the family-wise error is held (Holm), not the false discovery rate.
 */
export const FALSE_REVIEWS = 0.045
/** A finding as rare as this by chance may change the next plan by itself. */
export const ACTED = 0.01
/** Both hands together are looked at first; a hand alone has the rest of the error. */
const TOGETHER = 0.95
/**
 * Both hands are called together where neither alone is sure, if each leans the same way by this.
 */
const EACH_LEANS = 0.15
/** Tests and days from which standing still can be said: own rule, no source. */
export const FLAT_LEAST = { tests: 6, days: 21 } as const

/** A hand over the period before anything is called. */
interface Seen {
  hand: Hand
  days: readonly HandDay[]
  inside: readonly HandDay[]
  move: Move | null
  spread: Spread
  errorOf: HandChange['errorOf']
}

function seen(hand: Hand, days: readonly HandDay[], period: Period, known: Known): Seen {
  const start = startOf(days, period.from)
  const inside = days.slice(start)
  const own = squaresBefore(days.slice(0, start).map((d) => Math.log(d.value)))
  const move = moveOf(
    logsOf(inside, (d) => d.value),
    known.hand,
    own,
  )
  const all = squaresBefore(days.map((d) => Math.log(d.value)))
  return {
    hand,
    days,
    inside,
    move,
    spread: moderated(known.hand, all),
    errorOf: all.df === 0 ? known.of : all.df > known.hand.df ? 'own' : `own and ${known.of}`,
  }
}

/**
 * Where a period begins among tests: the last on or before its first day, else the first inside.
 */
const startOf = (days: readonly HandDay[], from: LocalDate): number =>
  Math.max(
    0,
    days.findLastIndex((d) => d.point.on <= from),
  )
const logsOf = <T extends HandDay>(days: readonly T[], value: (d: T) => number) =>
  days.map((d) => ({
    day: daysBetween(must(days[0]).point.on, d.point.on),
    log: Math.log(value(d)),
  }))

/** Movement of the mean of both hands over the days both were tested. */
function together(hands: readonly Seen[], period: Period, known: Known): Move | null {
  const right = new Map(must(hands[1]).days.map((d) => [d.point, d.value]))
  const days = must(hands[0]).days.flatMap((d) =>
    right.has(d.point) ? [{ ...d, value: Math.sqrt(d.value * must(right.get(d.point))) }] : [],
  )
  const start = startOf(days, period.from)
  return moveOf(
    logsOf(days.slice(start), (d) => d.value),
    known.mean,
    squaresBefore(days.slice(0, start).map((d) => Math.log(d.value))),
  )
}

/** p that nothing moved in any hand of a series; null: nothing to compare. */
function pOf(mean: Move | null, hands: readonly Seen[]): number | null {
  const ps = hands.flatMap((h) => h.move?.p ?? []).sort((a, b) => a - b)
  if (ps.length === 0) return null
  if (!mean || ps.length === 1) return Math.min(1, ps.length * must(ps[0]))
  const simes = Math.min(2 * must(ps[0]), must(ps[1]))
  return Math.min(1, mean.p / TOGETHER, simes / (1 - TOGETHER))
}

/** A movement that no single test makes; two tests have no third to disagree. */
const holds = (m: Move | null): m is Move => m !== null && (m.tests === 2 || m.agreed)

/** Hands of a series that moved, once the series as a whole did, at level `a`. */
function moved(mean: Move | null, hands: readonly Seen[], a: number): ReadonlySet<Hand> {
  const alone = hands.filter((h) => holds(h.move) && h.move.p <= a).map((h) => h.hand)
  if (alone.length > 0 || !holds(mean)) return new Set(alone)
  const same = hands.every((h) => h.move && h.move.by * mean.by > 0 && h.move.p <= 2 * EACH_LEANS)
  return new Set(same ? hands.map((h) => h.hand) : [])
}

/**
 * Every series with a counted test in the period, newest first, each hand judged by all its tests
 * on the log scale. Over all of them at most {@link FALSE_REVIEWS} of unchanged athletes get a
 * gain or a loss.
 */
export function changesOf(
  series: readonly Series[],
  period: Period,
  known: (s: Series) => Known = knownBy({}),
): SeriesChange[] {
  const all = series
    .filter(
      (s) =>
        !s.protocol.curve &&
        s.points.some((p) => !p.practice && p.on <= period.to && p.on >= period.from),
    )
    .map((s) => {
      const k = known(s)
      const both = s.protocol.hands === 'both'
      const hands = (both ? (['both'] as const) : (['left', 'right'] as const)).map((h) =>
        seen(h, daysOf(s, h, period.to), period, k),
      )
      const mean = both ? null : together(hands, period, k)
      return { series: s, hands, mean, p: pOf(mean, hands) }
    })
  const compared = all.filter((x) => x.p !== null)
  const adjusted = holm(compared.map((x) => must(x.p)))
  return all.map(({ series: s, hands, mean, p }) => {
    const adj = p === null ? 1 : must(adjusted[compared.findIndex((x) => x.series === s)])
    const called =
      adj <= FALSE_REVIEWS ? moved(mean, hands, (FALSE_REVIEWS * must(p)) / adj) : new Set<Hand>()
    return { series: s, hands: hands.map((h) => judged(h, called.has(h.hand), adj)) }
  })
}

function judged(h: Seen, called: boolean, adjusted: number): HandChange {
  const at = (d: HandDay | undefined) => (d ? { on: d.point.on, value: d.value } : null)
  const m = h.move
  const level = h.inside.at(-1)?.value ?? null
  const two = tInv(0.975, h.spread.df) * Math.SQRT2 * Math.sqrt(h.spread.variance)
  const move = m && changeIn(m, adjusted, two)
  return {
    hand: h.hand,
    tests: h.inside.length,
    first: at(h.inside[0]),
    last: at(h.inside.at(-1)),
    move,
    detectable: level === null ? null : level * (Math.exp(two) - 1),
    errorOf: h.errorOf,
    word: !move
      ? 'too-few'
      : called
        ? move.by > 0
          ? 'gain'
          : 'loss'
        : isFlat(move)
          ? 'flat'
          : 'unclear',
  }
}

const isFlat = (c: Change): boolean =>
  c.tests >= FLAT_LEAST.tests &&
  c.days >= FLAT_LEAST.days &&
  Math.abs(c.change) <= c.margin / 2 &&
  c.ci90[0] > -c.margin &&
  c.ci90[1] < c.margin

function changeIn(m: Move, adjusted: number, margin: number): Change {
  const from = Math.exp(m.at)
  const si = (log: number) => from * (Math.exp(log) - 1)
  const ends = (confidence: number) => {
    const [low, high] = between(m.by, m.se, m.df, confidence)
    return [si(low), si(high)] as const
  }
  return {
    ...m,
    adjusted,
    from,
    to: from + si(m.by),
    change: si(m.by),
    ci: ends(0.95),
    ci90: ends(0.9),
    margin: si(margin),
  }
}

/** A change in a word. */
export const CHANGE_WORDS: Readonly<Record<ChangeWord, string>> = {
  gain: 'Up',
  loss: 'Down',
  flat: 'Standing still',
  unclear: 'Could be error',
  'too-few': 'One test only',
}
/** The same as a sentence. */
export const CHANGE_SAYS: Readonly<Record<ChangeWord, string>> = {
  gain: 'Up by more than the test\u2019s error.',
  loss: 'Down by more than the test\u2019s error.',
  flat: 'No change that matters.',
  unclear: 'What changed could be the test\u2019s error.',
  'too-few': 'One test in this period: test again to compare.',
}

/** How sure a called change is, in words; empty where nothing is called. */
export const sureOf = (h: HandChange): string =>
  h.move && (h.word === 'gain' || h.word === 'loss')
    ? h.move.adjusted < 0.001
      ? 'By chance alone in fewer than 1 of 1,000 such reviews.'
      : `By chance alone in at most ${Math.max(1, Math.round(h.move.adjusted * 1000))} of ` +
        '1,000 such reviews.'
    : ''

/** Comparisons of a review, and how many are called a gain or a loss. */
export function counted(changes: readonly SeriesChange[]): { compared: number; called: number } {
  const all = changes.flatMap((c) => c.hands).filter((h) => h.move !== null)
  return {
    compared: all.length,
    called: all.filter((h) => h.word === 'gain' || h.word === 'loss').length,
  }
}

/** What chance would say beside what was found. */
export function byChance(changes: readonly SeriesChange[]): string {
  const { compared, called } = counted(changes)
  return compared === 0
    ? ''
    : `${compared} ${compared === 1 ? 'comparison' : 'comparisons'}, ` +
        `${called === 0 ? 'none' : called} larger than error. If nothing had changed, at ` +
        `most ${Math.ceil(FALSE_REVIEWS * 100)} of 100 such reviews would show one.`
}
