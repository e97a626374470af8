import { exerciseById, type Exercise } from '../catalogue/exercises'
import type { QualityId } from '../catalogue/qualities'
import { HOLD_LIMITS, rohmertShare } from '../measure/endurance'
import { workSeconds } from '../plan/time'
import type { SetLog } from '../review/load'
import type { Hand } from '../testing/session'
import { daysBetween, type LocalDate } from '../units/dates'

/**
 * How sure a day's best set says what a hand could have done, as a share: sets are stopped short on
 * purpose. Practice, no source.
 */
export const SET_ERROR = 0.08
/** Days of an exercise from which its sets say anything of a change. */
export const TRAINED_LEAST = 4
/** Change in training from which the next test would tell most: beyond its own 90 % interval. */
const Z90 = 1.645

/** What sets say of one exercise and hand since a day: soft evidence, never a test. */
export interface TrainingChange {
  exerciseId: string
  quality: QualityId
  hand: Hand
  days: number
  from: LocalDate
  to: LocalDate
  /** Change of what was done, share, with its standard error; a rise is the least that is true. */
  change: number
  se: number
  ci90: readonly [number, number]
  /**
   * What the hand could do by its sets now: the single lift they stand for (kg), or the amount where
   * nothing is lifted, with its 90 % interval. An estimate, no test.
   */
  level: {
    value: number
    ci90: readonly [number, number]
    unit: 'kg' | 's' | 'reps' | 'm' | 'trips'
  }
}

/**
 * What a set asked, as the maximum that makes it possible: load over the share a time allows (Rohmert
 * 1960), amount alone where nothing is lifted. Null: nothing to compare.
 */
function askedOf(e: Exercise, l: SetLog): number | null {
  const amount = (e.dose.unit === 's' ? l.seconds : l.reps) ?? 0
  if (amount <= 0) return null
  if (l.loadKg === null) return amount
  const s = workSeconds(e, amount)
  return l.loadKg / rohmertShare(Math.min(HOLD_LIMITS.most, Math.max(HOLD_LIMITS.least, s)))
}

/**
 * Change in training by exercise and hand since a day (of the last test, or the begin of a period): a
 * straight line through the log of each day's best set at one step of the ladder, the newest.
 */
export function trainingSince(logs: readonly SetLog[], since: LocalDate): TrainingChange[] {
  const groups = new Map<string, SetLog[]>()
  for (const l of logs)
    if (l.on > since && l.blockId !== null && !l.alarmed && (l.pain ?? 0) <= 2) {
      const key = `${l.exerciseId} ${l.hand}`
      groups.set(key, [...(groups.get(key) ?? []), l])
    }
  return [...groups.values()].flatMap((all): TrainingChange[] => {
    const e = exerciseById(all[0]!.exerciseId)
    if (!e || e.mode === 'prep' || e.primary === null || e.primary === 'day') return []
    const rung = all.at(-1)!.details?.rung ?? null
    const loaded = all.at(-1)!.loadKg !== null
    const own = all.filter(
      (l) => (l.details?.rung ?? null) === rung && (l.loadKg !== null) === loaded,
    )
    const best = new Map<LocalDate, number>()
    for (const l of own) {
      const v = askedOf(e, l)
      if (v !== null) best.set(l.on, Math.max(best.get(l.on) ?? 0, v))
    }
    const days = [...best].sort((a, b) => (a[0] < b[0] ? -1 : 1))
    if (days.length < TRAINED_LEAST) return []
    const line = lineOf(days.map(([on, v]) => [daysBetween(days[0]![0], on), Math.log(v)]))
    if (!line) return []
    const span = daysBetween(days[0]![0], days.at(-1)![0])
    const [mean, se] = [line.slope * span, line.se * span]
    const share = (x: number) => Math.exp(x) - 1
    return [
      {
        exerciseId: e.id,
        quality: e.primary,
        hand: all[0]!.hand,
        days: days.length,
        from: days[0]![0],
        to: days.at(-1)![0],
        change: share(mean),
        se,
        ci90: [share(mean - Z90 * se), share(mean + Z90 * se)],
        level: {
          value: Math.exp(line.end),
          ci90: [Math.exp(line.end - Z90 * line.seEnd), Math.exp(line.end + Z90 * line.seEnd)],
          unit: loaded ? 'kg' : e.dose.unit,
        },
      },
    ]
  })
}

/** Slope of a line by least squares; its error from what sets are known to, not from their own spread. */
function lineOf(points: readonly (readonly [number, number])[]) {
  const n = points.length
  const mx = points.reduce((a, [x]) => a + x, 0) / n
  const my = points.reduce((a, [, y]) => a + y, 0) / n
  const sxx = points.reduce((a, [x]) => a + (x - mx) ** 2, 0)
  if (sxx === 0) return null
  const slope = points.reduce((a, [x, y]) => a + (x - mx) * (y - my), 0) / sxx
  const last = points.at(-1)![0]
  return {
    slope,
    se: SET_ERROR / Math.sqrt(sxx),
    end: my + slope * (last - mx),
    seEnd: SET_ERROR * Math.sqrt(1 / n + (last - mx) ** 2 / sxx),
  }
}

/** The change a test would tell most of: the one farthest beyond its own error; null: none is. */
export function tellsMost(changes: readonly TrainingChange[]): TrainingChange | null {
  const beyond = (c: TrainingChange) => Math.abs(Math.log1p(c.change)) / c.se
  const sorted = changes.filter((c) => beyond(c) > Z90).sort((a, b) => beyond(b) - beyond(a))
  return sorted[0] ?? null
}
