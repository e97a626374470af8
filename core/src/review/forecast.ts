import { goalDate, type GoalDate } from '../measure/forecast'
import { addDays, daysBetween, type LocalDate } from '../units/dates'
import type { Hand } from '../catalogue/person'
import { onePerDay, type Series } from '../record/series'
import type { Percent } from '../units/quantity'
import { must } from '../units/must'

export type HandGoal =
  | {
      hand: Hand
      ok: true
      on: LocalDate
      early: LocalDate
      /** Null: the interval has no late end within sight. */ late: LocalDate | null
      ofBestPct: Percent
    }
  | { hand: Hand; ok: false; reason: Extract<GoalDate, { ok: false }>['reason'] }

/**
 * Dates of an interval further past the last test than this many spans are not named: own rule, no
 * source.
 */
const LATE_SPANS = 3

/**
 * When each hand of a series may reach a goal (SI), from its tests up to a day: inverse prediction
 * interval (Draper & Smith), refused as goalDate
 * refuses. `ofBestPct`: how much of the goal the best so far is; near one's best gains get smaller,
 * so a straight line promises too much.
 */
export function goalOf(series: Series, hand: Hand, goal: number, to: LocalDate): HandGoal {
  const points = onePerDay(series.points.filter((p) => !p.practice && p.byHand[hand] && p.on <= to))
  const start = points[0]?.on ?? to
  const days = points.map((p) => daysBetween(start, p.on))
  const values = points.map((p) => must(p.byHand[hand]).mean)
  const r = goalDate(days, values, goal)
  if (!r.ok) return { hand, ok: false, reason: r.reason }
  const [last, span] = [must(days.at(-1)), must(days.at(-1)) - must(days[0])]
  const day = (d: number) => addDays(start, Math.round(d))
  return {
    hand,
    ok: true,
    on: day(r.day),
    early: day(Math.max(r.interval[0], last)),
    late: r.interval[1] > last + LATE_SPANS * span ? null : day(r.interval[1]),
    ofBestPct: (100 * Math.max(...values)) / goal,
  }
}

/** Refusals in words. */
export const GOAL_REFUSALS: Readonly<Record<Extract<GoalDate, { ok: false }>['reason'], string>> = {
  'too-few-tests': 'Six tests are needed before a date can be named.',
  'slope-not-clear':
    'The tests scatter too much for their number: no direction is clear enough to name a date.',
  'wrong-way': 'The tests do not move towards this goal.',
  reached: 'Reached already: the best so far is at or over it.',
  'too-far-ahead': 'Further ahead than the tests look back: no date is named.',
}

/** What usually comes next on a plateau, in the order to try. Common practice, no source. */
export const PLATEAU_MOVES: readonly string[] = [
  'Check sleep, illness and the other training first: a plateau is often load elsewhere.',
  'A lighter week, then test again.',
  'Change the demand: another width, edge or implement of the same quality, or holds for ' +
    'repetitions.',
  'One hard day more for this quality and one less elsewhere, inside the growth limit.',
]
