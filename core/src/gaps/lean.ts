import type { InjurySiteId } from '../catalogue/tissues'
import {
  EXPECTED_LEAN_PCT,
  leanContext,
  type AsymmetryVerdict,
  type Side,
} from '../measure/asymmetry'
import type { Series } from '../review/series'
import type { Hand } from '../testing/session'
import { formatDate, type LocalDate } from '../units/dates'

export interface LeanDay {
  on: LocalDate
  verdict: AsymmetryVerdict
}

export interface LeanRow {
  series: Series
  /** Judged days, oldest first, practice left out. */
  days: readonly LeanDay[]
  latest: AsymmetryVerdict | null
  /** How the real ones among the last days point. */
  direction: 'none' | 'once' | 'same hand' | 'mixed'
  /** Days in a row, up to the latest, with the same hand really weaker, and since when. */
  run: { tests: number; since: LocalDate | null; weaker: Side | null }
  /**
   * What dominance leads one to expect, signed %, plus = right stronger; null: dominance unknown.
   */
  expectedPct: number | null
  /** True when the coach's word goes: consistent, and beyond the expected or the own limit. */
  acted: boolean
  /** How far the lean is beyond what is expected, %; 0 when it is not acted on. */
  beyondPct: number
  says: string
}

export interface LeanFacts {
  dominant: Side | null
  /** The athlete in words, such as "thrower". */
  who: string
  /** The coach's own limit, %; null: none set. */
  limitPct: number | null
  injuries: readonly { site: InjurySiteId; side: Hand; since: LocalDate | null }[]
  today: LocalDate
}

type Known = Exclude<AsymmetryVerdict, { kind: 'unknown' }>
const real = (v: AsymmetryVerdict): v is Known => v.kind === 'real' || v.kind === 'large'
const MONTHS = [
  'January',
  'February',
  'March',
  'April',
  'May',
  'June',
  'July',
  'August',
  'September',
  'October',
  'November',
  'December',
]
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

const size = (r: LeanRow): number => (r.latest && real(r.latest) ? r.latest.asymmetryPct : -1)

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
  const run = runOf(days)
  const expectedPct =
    facts.dominant === null
      ? null
      : (facts.dominant === 'right' ? 1 : -1) * EXPECTED_LEAN_PCT[facts.dominant]
  const context = latest && facts.dominant ? leanContext(latest, facts.dominant) : 'none'
  const beyond = context === 'beyond-dominance' || context === 'against-dominance'
  const overLimit =
    facts.limitPct !== null &&
    latest !== null &&
    real(latest) &&
    latest.asymmetryPct > facts.limitPct
  const acted = run.tests >= 2 && (beyond || overLimit)
  const near =
    latest && real(latest)
      ? Math.min(Math.abs(latest.signedCi[0]), Math.abs(latest.signedCi[1]))
      : 0
  const allowed =
    context === 'against-dominance' || facts.dominant === null
      ? 0
      : EXPECTED_LEAN_PCT[facts.dominant]
  const beyondPct =
    acted && latest && real(latest)
      ? Math.max(0, overLimit && !beyond ? latest.asymmetryPct - facts.limitPct! : near - allowed)
      : 0
  return {
    series,
    days,
    latest,
    direction,
    run,
    expectedPct,
    acted,
    beyondPct,
    says: sentence({ days, latest, direction, run, acted, beyond, overLimit, context }, facts),
  }
}

function runOf(days: readonly LeanDay[]): LeanRow['run'] {
  const last = days.at(-1)?.verdict
  if (!last || !real(last) || !last.weaker) return { tests: 0, since: null, weaker: null }
  let i = days.length
  while (i > 0) {
    const v = days[i - 1]!.verdict
    if (!real(v) || v.weaker !== last.weaker) break
    i--
  }
  return { tests: days.length - i, since: days[i]!.on, weaker: last.weaker }
}

interface Told {
  days: readonly LeanDay[]
  latest: AsymmetryVerdict | null
  direction: LeanRow['direction']
  run: LeanRow['run']
  acted: boolean
  beyond: boolean
  overLimit: boolean
  context: ReturnType<typeof leanContext>
}

function sentence(t: Told, facts: LeanFacts): string {
  const { latest, run, days } = t
  if (!latest) return 'Nothing to compare yet: both hands in one test.'
  if (latest.kind === 'unknown')
    return latest.reason === 'error-not-known'
      ? 'Seen once, error not known: nothing is called. Repeat it on other days.'
      : 'No verdict: take more trials a hand.'
  if (!real(latest))
    return t.direction === 'none'
      ? 'Inside the error of the test.'
      : `Inside error now; a real lean was seen ${t.direction === 'once' ? 'once' : t.direction === 'mixed' ? 'before, not always the same hand' : 'before'}.`
  const tests =
    run.tests === 1
      ? 'seen on one day: retest before acting on it'
      : `${count(run.tests)} tests agree`
  const isNew = run.since !== null && days[0]!.on !== run.since
  const since =
    isNew && run.since
      ? `new since ${run.since.slice(0, 4) === facts.today.slice(0, 4) ? MONTHS[Number(run.since.slice(5, 7)) - 1]! : formatDate(run.since, facts.today)}, `
      : ''
  const injury = facts.injuries.find(
    (i) => (i.side === latest.weaker || i.side === 'both') && i.since !== null,
  )
  const hurt = injury
    ? ` The ${latest.weaker} was hurt on ${formatDate(injury.since!, facts.today)}.`
    : ''
  const who = facts.dominant
    ? `a ${facts.dominant}-handed ${facts.who || 'athlete'}`
    : 'this athlete'
  const fits =
    t.context === 'as-dominance'
      ? `as expected for ${who}`
      : t.context === 'beyond-dominance'
        ? `more than expected for ${who}`
        : t.context === 'against-dominance'
          ? 'the dominant hand is the weaker one'
          : 'dominance not on record'
  const act = t.acted
    ? ` Acted on: in drafts the ${latest.weaker} hand leads, with one set more where the rules let it.`
    : ''
  return `${capital(`${since}${tests}; ${fits}`)}${t.overLimit ? `, over the coach's limit of ${facts.limitPct}\u00A0%` : ''}.${hurt}${act}`
}

const capital = (s: string): string => s.charAt(0).toUpperCase() + s.slice(1)

/** Across tests: whether the same hand is weaker wherever a lean is real now. */
export function acrossTests(rows: readonly LeanRow[]): string {
  const weaker = rows.flatMap((r) =>
    r.latest && real(r.latest) && r.latest.weaker ? [r.latest.weaker] : [],
  )
  if (weaker.length === 0) return 'No lean beyond error in any test now.'
  const left = weaker.filter((w) => w === 'left').length
  if (weaker.length === 1)
    return `A real lean in one of ${rows.length} ${rows.length === 1 ? 'test' : 'tests'}: one among many is a reason to retest.`
  return left === weaker.length || left === 0
    ? `The ${left === 0 ? 'right' : 'left'} hand is weaker every time: ${weaker.length} of ${rows.length} tests.`
    : `Mixed: the left hand weaker in ${left}, the right in ${weaker.length - left} of ${rows.length} tests.`
}
