import { counted } from '../units/counted'
import type { InjurySiteId } from '../catalogue/tissues'
import { EXPECTED_LEAN_PCT, type AsymmetryVerdict } from '../measure/asymmetry'
import type { Hand, Side } from '../catalogue/person'
import { ownLean, type OwnLean } from '../measure/leanLevel'
import { squaresOfSteps } from '../measure/spread'
import { daysOf, knownBy, stepsOf, type Known } from '../record/known'
import type { Series } from '../record/series'
import { daysBetween, formatDate, type LocalDate } from '../units/dates'
import type { Percent } from '../units/quantity'
import { must } from '../units/must'

export interface LeanDay {
  on: LocalDate
  verdict: AsymmetryVerdict
}

export interface LeanRow {
  series: Series
  /** Judged days, oldest first, practice left out. */
  days: readonly LeanDay[]
  latest: AsymmetryVerdict | null
  /** The athlete's own lean over the last days, with its interval; null: never compared. */
  lean: OwnLean | null
  /** The hand behind in it. */
  weaker: Side | null
  /** How the real ones among the last days point. */
  direction: 'none' | 'once' | 'same hand' | 'mixed'
  /** Days in a row, up to the latest, with the same hand really weaker, and since when. */
  run: { tests: number; since: LocalDate | null; weaker: Side | null }
  /**
   * What dominance leads one to expect, signed %, plus = right stronger; null: dominance unknown.
   */
  expectedPct: Percent | null
  /** The interval over days is beyond what is expected, or beyond the coach's own limit. */
  acted: boolean
  /** How far the near end of the interval is beyond that, %; 0 when it is not acted on. */
  beyondPct: Percent
  says: string
}

export interface LeanFacts {
  dominant: Side | null
  /** The athlete in words, such as "thrower". */
  who: string
  /** The coach's own limit, %; null: none set. */
  limitPct: Percent | null
  injuries: readonly { site: InjurySiteId; side: Hand; since: LocalDate | null }[]
  today: LocalDate
  /**
   * What is known of a test's error beside the athlete's own; nothing given: the test's estimate.
   */
  known?: ((s: Series) => Known) | undefined
}

type Judged = Exclude<AsymmetryVerdict, { kind: 'unknown' }>
const real = (v: AsymmetryVerdict): v is Judged => v.kind === 'real' || v.kind === 'large'
const COUNT = ['no', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten']
const count = (n: number): string => COUNT[n] ?? String(n)

/** Days looked back on for direction. */
const LOOKED_BACK = 6

/**
 * Every comparison of two hands with its interval, direction over days, expected lean and what
 * follows from it.
 */
export function leanRows(all: readonly Series[], facts: LeanFacts): LeanRow[] {
  return all
    .filter((s) => s.protocol.hands === 'each' && !s.protocol.curve)
    .map((series) => leanRow(series, facts))
    .sort((a, b) => Number(b.acted) - Number(a.acted) || size(b) - size(a))
}

const size = (r: LeanRow): number => (r.lean ? Math.abs(r.lean.signedPct) : -1)

/**
 * How far beyond what is expected an athlete's lean has to be before work follows from it, %; a
 * growing one acts as soon as it is beyond it. Practice estimate, no source.
 */
export const LEAN_MARGIN_PCT = 4
/** Days from which an athlete's lean is acted on, and how many are looked back on. */
const ACTED_DAYS = 2

const signOf = (side: Side): 1 | -1 => (side === 'right' ? 1 : -1)

/**
 * What dominance leads one to expect, signed %, as a range; unknown: either hand may be dominant.
 */
export function expectedRange(dominant: Side | null): readonly [number, number] {
  if (dominant === null) return [-EXPECTED_LEAN_PCT.right, EXPECTED_LEAN_PCT.right]
  const end = signOf(dominant) * EXPECTED_LEAN_PCT[dominant]
  return end < 0 ? [end, 0] : [0, end]
}

/** Logs of right over left by day, both hands tested, from the newest days up to `to`. */
export function leanDays(series: Series, to: LocalDate): { on: LocalDate; log: number }[] {
  const right = new Map(daysOf(series, 'right', to).map((d) => [d.point, d.value]))
  return daysOf(series, 'left', to).flatMap((d) =>
    right.has(d.point)
      ? [{ on: d.point.on, log: Math.log(must(right.get(d.point)) / d.value) }]
      : [],
  )
}

/** The athlete's own lean over the last days up to `to`; null: both hands never tested. */
export function leanUpTo(series: Series, known: Known, to: LocalDate): OwnLean | null {
  const days = leanDays(series, to)
  return ownLean(
    asTests(days.slice(-LOOKED_BACK)),
    known.lean,
    squaresOfSteps(stepsOf(days.slice(0, -LOOKED_BACK).map((d) => d.log))),
  )
}
export const asTests = (days: readonly { on: LocalDate; log: number }[]) =>
  days.map((d) => ({ day: daysBetween(must(days[0]).on, d.on), log: d.log }))

/** How far the near end of an interval is outside a range, %; 0 when it is not. */
const beyondRange = (ci: readonly [number, number], range: readonly [number, number]): number =>
  Math.max(0, ci[0] - range[1], range[0] - ci[1])

/** Whether a lean as read, its error aside, is beyond what is expected. */
export const isOutside = (lean: OwnLean, dominant: Side | null): boolean =>
  beyondRange([lean.signedPct, lean.signedPct], expectedRange(dominant)) > 0

/** Whether a lean is acted on, and how far beyond what is expected or the coach's limit, %. */
export function actedOn(
  lean: OwnLean | null,
  facts: Pick<LeanFacts, 'dominant' | 'limitPct'>,
): { acted: boolean; beyond: boolean; beyondPct: Percent; overLimit: boolean } {
  if (!lean || lean.days < ACTED_DAYS)
    return { acted: false, beyond: false, beyondPct: 0, overLimit: false }
  const beyond = beyondRange(lean.signedCi, expectedRange(facts.dominant))
  const limit = facts.limitPct
  const over = limit === null ? 0 : beyondRange(lean.signedCi, [-limit, limit])
  const acts = beyond > (lean.growing ? 0 : LEAN_MARGIN_PCT)
  return {
    acted: acts || over > 0,
    beyond: acts,
    beyondPct: acts ? beyond : over,
    overLimit: over > 0,
  }
}

function leanRow(series: Series, facts: LeanFacts): LeanRow {
  const byDay = new Map<LocalDate, AsymmetryVerdict>()
  for (const p of series.points) if (!p.practice && p.verdict) byDay.set(p.on, p.verdict)
  const days = [...byDay].map(([on, verdict]) => ({ on, verdict }))
  const latest = days.at(-1)?.verdict ?? null
  const recent = days
    .slice(-LOOKED_BACK)
    .flatMap((d) => (real(d.verdict) ? [d.verdict.weaker] : []))
  const direction =
    recent.length === 0
      ? 'none'
      : recent.length === 1
        ? 'once'
        : new Set(recent).size === 1
          ? 'same hand'
          : 'mixed'
  const known = facts.known ?? knownBy({})
  const lean = leanUpTo(series, known(series), facts.today)
  const { acted, beyond, beyondPct, overLimit } = actedOn(lean, facts)
  const run = runOf(days)
  const weaker: Side | null =
    lean && Math.abs(lean.signedPct) > 0 ? (lean.signedPct > 0 ? 'left' : 'right') : null
  const expectedPct =
    facts.dominant === null ? null : signOf(facts.dominant) * EXPECTED_LEAN_PCT[facts.dominant]
  return {
    series,
    days,
    latest,
    lean,
    weaker,
    direction,
    run,
    expectedPct,
    acted,
    beyondPct,
    says: sentence({ days, lean, weaker, run, acted, beyond, overLimit }, facts),
  }
}

function runOf(days: readonly LeanDay[]): LeanRow['run'] {
  const last = days.at(-1)?.verdict
  if (!last || !real(last) || !last.weaker) return { tests: 0, since: null, weaker: null }
  let i = days.length
  while (i > 0) {
    const v = must(days[i - 1]).verdict
    if (!real(v) || v.weaker !== last.weaker) break
    i--
  }
  return { tests: days.length - i, since: must(days[i]).on, weaker: last.weaker }
}

interface Told {
  days: readonly LeanDay[]
  lean: OwnLean | null
  weaker: Side | null
  run: LeanRow['run']
  acted: boolean
  beyond: boolean
  overLimit: boolean
}

const pct = (n: number): string => `${Math.round(Math.abs(n))}\u00A0%`

function sentence(t: Told, facts: LeanFacts): string {
  const { lean, weaker } = t
  if (!lean || !weaker) return 'Not compared yet. Test both hands on one day.'
  const [low, high] = lean.signedCi
  const ends = [low, high].map(Math.abs).sort((a, b) => a - b)
  const open = low <= 0 && high >= 0
  const spread = open
    ? `between ${pct(low)} on one side and ${pct(high)} on the other`
    : `between ${pct(must(ends[0]))} and ${pct(must(ends[1]))}`
  const days = `${count(lean.days)} ${lean.days === 1 ? 'day' : 'days'}`
  const found =
    `Over ${days} the ${weaker} hand is ${pct(lean.signedPct)} ` +
    `behind${lean.growing ? ' and falling further' : ''}, ${spread} (95\u00A0% interval).`
  const who = facts.dominant
    ? `a ${facts.dominant}-handed ${facts.who || 'athlete'}`
    : 'an athlete whose dominant hand is not on record'
  const range = expectedRange(facts.dominant)
  const inside = low >= range[0] - LEAN_MARGIN_PCT && high <= range[1] + LEAN_MARGIN_PCT
  const fits =
    lean.days < ACTED_DAYS
      ? 'Seen on one day: test again before acting on it.'
      : t.acted
        ? actedWords(t, facts, who)
        : open
          ? 'It could be error.'
          : inside
            ? `As expected for ${who}.`
            : `It may be what is expected for ${who}. More test days would tell.`
  const injury = facts.injuries.find(
    (i) => (i.side === weaker || i.side === 'both') && i.since !== null,
  )
  const hurt =
    injury && !open
      ? ` The ${weaker} was hurt on ${formatDate(must(injury.since), facts.today)}.`
      : ''
  const since =
    t.acted && t.run.since !== null && must(t.days[0]).on !== t.run.since
      ? ` Seen on each test day since ${formatDate(t.run.since, facts.today)}.`
      : ''
  const act = t.acted
    ? ` Acted on: the ${weaker} hand leads, with one extra set where the rules allow it.`
    : ''
  return `${found} ${fits}${hurt}${since}${act}`
}

/** Why a lean is acted on: beyond what is expected, over the coach's limit, or both. */
function actedWords(t: Told, facts: LeanFacts, who: string): string {
  const limit = `ver your limit of ${facts.limitPct}\u00A0%`
  if (!t.beyond) return `O${limit}.`
  const beyond =
    facts.dominant === t.weaker
      ? 'The dominant hand is the weaker one'
      : `More than expected for ${who}`
  return `${beyond}${t.overLimit ? `, o${limit}` : ''}.`
}

/**
 * Across tests: whether the same hand is behind wherever the athlete's own lean is beyond error.
 */
export function acrossTests(rows: readonly LeanRow[]): string {
  const weaker = rows.flatMap((r) =>
    r.lean && r.weaker && r.lean.days >= ACTED_DAYS && r.lean.signedCi[0] * r.lean.signedCi[1] > 0
      ? [r.weaker]
      : [],
  )
  const of = counted(rows.length, 'test')
  if (weaker.length === 0) return `No lean larger than its error over days in ${of}.`
  const left = weaker.filter((w) => w === 'left').length
  if (weaker.length === 1)
    return (
      `The ${weaker[0]} hand is behind in one of ${of}. One among many: test again before ` +
      'acting on it.'
    )
  return left === weaker.length || left === 0
    ? `The ${left === 0 ? 'right' : 'left'} hand is behind in ${weaker.length} of ${of}.`
    : `Mixed: the left hand is behind in ${left}, the right in ${weaker.length - left} of ${of}.`
}
