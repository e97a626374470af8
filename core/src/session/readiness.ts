import { readiness, READINESS, type ReadinessResult } from '../measure/forecast'
import type { Side } from '../catalogue/person'
import { sameSeries, validValues, type TestSession } from '../testing/session'
import { daysBetween, type LocalDate } from '../units/dates'
import { isReadFor } from '../catalogue/protocols'
import type { Newton } from '../units/quantity'

export interface HandReadiness {
  hand: Side
  todayN: Newton | null
  days: number
  r: ReadinessResult | null
}
export interface DayReadiness {
  on: LocalDate
  hands: readonly HandReadiness[]
  low: boolean
}

/** Days within which two low squeezes count as one after the other. */
export const ON_END_DAYS = 3
const best = (s: TestSession, hand: Side): number | null => {
  const v = validValues(s.trials, hand)
  return v.length === 0 ? null : Math.max(...v)
}

/**
 * One quick squeeze of each hand (N) against the best of each day of its own last weeks, that day
 * left out.
 */
export function readinessOf(session: TestSession, all: readonly TestSession[]): DayReadiness {
  const hands = (['left', 'right'] as const).map((hand): HandReadiness => {
    const days = new Map<LocalDate, number>()
    for (const s of sameSeries(all, session, hand).filter(
      (x) =>
        x.performedOn < session.performedOn &&
        daysBetween(x.performedOn, session.performedOn) <= READINESS.most,
    )) {
      const b = best(s, hand)
      if (b !== null) days.set(s.performedOn, Math.max(b, days.get(s.performedOn) ?? 0))
    }
    const todayN = best(session, hand)
    return {
      hand,
      todayN,
      days: days.size,
      r: todayN === null ? null : readiness([...days.values()], todayN),
    }
  })
  return {
    on: session.performedOn,
    hands,
    low: hands.some((h) => h.r?.ok === true && h.r.word !== 'normal'),
  }
}

/**
 * Readiness on a day by its last squeeze, and whether the squeeze before it, within three days, was
 * low too. Null: not squeezed that day.
 */
export function readinessOn(
  all: readonly TestSession[],
  on: LocalDate,
): (DayReadiness & { lowTwice: boolean }) | null {
  const squeezes = all
    .filter((s) => isReadFor(s.protocolId, 'readiness') && s.performedOn <= on)
    .sort((a, b) => (a.performedAt < b.performedAt ? -1 : 1))
  const last = squeezes.at(-1)
  if (!last || last.performedOn !== on) return null
  const day = readinessOf(last, all)
  const before = squeezes.filter((s) => s.performedOn < on).at(-1)
  return {
    ...day,
    lowTwice:
      day.low &&
      before !== undefined &&
      daysBetween(before.performedOn, on) <= ON_END_DAYS &&
      readinessOf(before, all).low,
  }
}
