import { tInv } from '../measure/quantiles'
import { squaresOfSteps } from '../measure/spread'
import type { SeriesSetup } from '../testing/session'
import type { Hand } from '../catalogue/person'
import { groupBy } from '../units/group'
import type { LocalDate } from '../units/dates'
import type { Kg } from '../units/quantity'
import { must } from '../units/must'

/** One exact set-up of a test, as many athletes may have done it. */
export interface SquadSetup {
  key: string
  protocolId: string
  setup: string
  implement: string
  athletes: number
}
/**
 * One hand of one athlete in one set-up: the newest counted test. Value SI; `sd` of its tries with
 * their number.
 */
export interface SquadTest {
  setup: string
  hand: Hand
  value: number
  best: number
  on: LocalDate
  n: number
  sd: number | null
  /** Differences between the logs of own tests one after the other. */ differences: number[]
}

/**
 * All counted tests of one hand of one athlete in one set-up as the database sums them up, the
 * newest with its tries: SI.
 */
export interface SummedTests extends SeriesSetup, Omit<SquadTest, 'setup'> {
  athleteId: string
}

/**
 * Error of one result, SI: half its 95 % interval, as a share of the result pooled over the squad:
 * from repeats on other days (typical error, Hopkins 2000), else from the tries' spread. Null: not
 * known.
 */
export function squadError(tests: readonly SquadTest[]): (t: SquadTest) => number | null {
  const many = tests.filter((t) => t.sd !== null && t.n > 1 && t.value > 0)
  const df = many.reduce((a, t) => a + t.n - 1, 0)
  const within =
    df >= 2
      ? Math.sqrt(many.reduce((a, t) => a + (t.n - 1) * (must(t.sd) / t.value) ** 2, 0) / df)
      : null
  const repeats = tests.map((t) => squaresOfSteps(t.differences))
  const dfRepeats = repeats.reduce((a, r) => a + r.df, 0)
  const between =
    dfRepeats >= 2 ? Math.sqrt(repeats.reduce((a, r) => a + r.ss, 0) / dfRepeats) : null
  // Tests of other days hold the error of a day as well: they go first where there are any.
  const share = (t: SquadTest): number | null =>
    between !== null
      ? tInv(0.975, dfRepeats) * between
      : within !== null && t.n > 0
        ? (tInv(0.975, df) * within) / Math.sqrt(t.n)
        : null
  return (t) => {
    const s = share(t)
    return s === null ? null : t.value * s
  }
}

export interface Ranked<T> {
  of: T
  value: number
  error: number | null
  /** Places that the error does not tell apart, from and to. */ rank: readonly [number, number]
}

/**
 * Best first; two results whose 95 % intervals of the difference hold 0 share their places. Without
 * an error only equal results do.
 */
export function rankSquad<T>(
  rows: readonly { of: T; value: number; error: number | null }[],
): Ranked<T>[] {
  const sorted = [...rows].sort((a, b) => b.value - a.value)
  const apart = (
    a: { value: number; error: number | null },
    b: { value: number; error: number | null },
  ): boolean => a.value - b.value > Math.hypot(a.error ?? 0, b.error ?? 0) + 1e-12
  return sorted.map((r) => ({
    ...r,
    rank: [
      1 + sorted.filter((x) => apart(x, r)).length,
      sorted.length - sorted.filter((x) => apart(r, x)).length,
    ],
  }))
}

export type StandBy = 'best' | 'left' | 'right' | 'mass'
export interface Standing {
  left: SquadTest | null
  right: SquadTest | null
  value: number
  error: number | null
  on: LocalDate
}

/**
 * Where one athlete stands in a set-up: by the better hand, one hand, or the better hand for each
 * kg of body mass (SI a kg). Null without the test, or without the mass asked for.
 */
export function standing(
  a: { tests: readonly SquadTest[]; massKg: Kg | null },
  setup: string,
  by: StandBy,
  error: (t: SquadTest) => number | null,
): Standing | null {
  const of = (hand: Hand) => a.tests.find((t) => t.setup === setup && t.hand === hand) ?? null
  const [left, right] = [of('left') ?? of('both'), of('right')]
  const top =
    by === 'left'
      ? of('left')
      : by === 'right'
        ? right
        : [left, right].reduce<SquadTest | null>(
            (x, t) => (t && (!x || t.value > x.value) ? t : x),
            null,
          )
  const per = by === 'mass' ? a.massKg : 1
  if (!top || !per) return null
  const e = error(top)
  return { left, right, value: top.value / per, error: e === null ? null : e / per, on: top.on }
}

/**
 * Sums by athlete, those of one set-up and hand joined: the newest counts, a choice asked for only
 * later is the same set-up. `key`: what makes two tests one set-up.
 */
export function joined(
  sums: readonly SummedTests[],
  key: (t: SummedTests) => string,
): Map<string, SquadTest[]> {
  const out = new Map<string, SquadTest[]>()
  for (const own of groupBy(sums, (t) => `${t.athleteId}\u241F${key(t)}\u241F${t.hand}`).values()) {
    const sorted = own.length === 1 ? own : [...own].sort((a, b) => (a.on < b.on ? -1 : 1))
    const { athleteId, hand, value, on, n, sd } = must(sorted.at(-1))
    const list = out.get(athleteId) ?? []
    list.push({
      setup: key(must(sorted[0])),
      hand,
      value,
      on,
      n,
      sd,
      best: Math.max(...sorted.map((t) => t.best)),
      differences: sorted.flatMap((t) => t.differences),
    })
    out.set(athleteId, list)
  }
  return out
}
