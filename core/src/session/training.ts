import { exerciseById, type Exercise } from '../catalogue/exercises'
import type { QualityId } from '../catalogue/qualities'
import { HOLD_LIMITS, rohmertShare } from '../measure/endurance'
import { line } from '../measure/line'
import { workSeconds } from '../plan/time'
import type { SetLog } from '../record/sets'
import type { Series } from '../record/series'
import { rowsOf } from '../testing/rows'
import type { Hand } from '../catalogue/person'
import { addDays, daysBetween, type LocalDate } from '../units/dates'

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
   * What the hand could do by its sets now: the single lift a hold stands for (kg), or the amount
   * where
   * nothing is lifted, with its 90 % interval. An estimate, no test. Null: repetitions with a
   * load, for
   * which no curve of holds speaks.
   */
  level: {
    value: number
    ci90: readonly [number, number]
    unit: 'kg' | 's' | 'reps' | 'm' | 'trips'
  } | null
}

/**
 * What a set asked, as the maximum that makes it possible: load over the share a time allows
 * (Rohmert
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
 * Change in training by exercise and hand since a day (of the last test, or the begin of a
 * period): a
 * straight line through the log of each day's best set at one step of the ladder, the newest.
 */
export function trainingSince(logs: readonly SetLog[], since: LocalDate): TrainingChange[] {
  const groups = new Map<string, SetLog[]>()
  for (const l of logs)
    if (l.on > since && l.blockId !== null && !l.alarmed && (l.pain ?? 0) <= 2) {
      const key = `${l.exerciseId} ${l.hand}`
      groups.set(key, [...(groups.get(key) ?? []), l])
    }
  return [...groups.values()].flatMap((all) => changeOf(all) ?? [])
}

const share = (log: number): number => Math.exp(log) - 1
/** A value with the 90 % interval of its error, through `as`. */
const with90 = (x: number, se: number, as: (x: number) => number) => ({
  value: as(x),
  ci90: [as(x - Z90 * se), as(x + Z90 * se)] as const,
})

/** Change of one exercise and hand over its sets, oldest first; null: too few days say anything. */
function changeOf(all: readonly SetLog[]): TrainingChange | null {
  const newest = all.at(-1)
  const e = newest && exerciseById(newest.exerciseId)
  if (!newest || !e || e.mode === 'prep' || e.primary === null || e.primary === 'day') return null
  const rung = newest.details?.rung ?? null
  const loaded = newest.loadKg !== null
  const best = new Map<LocalDate, number>()
  for (const l of all) {
    if ((l.details?.rung ?? null) !== rung || (l.loadKg !== null) !== loaded) continue
    const v = askedOf(e, l)
    if (v !== null) best.set(l.on, Math.max(best.get(l.on) ?? 0, v))
  }
  const days = [...best].sort(([a], [b]) => (a < b ? -1 : 1))
  const [first, last] = [days[0], days.at(-1)]
  if (!first || !last || days.length < TRAINED_LEAST) return null
  const x = days.map(([on]) => daysBetween(first[0], on))
  const span = daysBetween(first[0], last[0])
  const fit = line(
    x,
    days.map(([, v]) => Math.log(v)),
  )
  if (!fit) return null
  // The error is what sets are known to, not their own spread: the ladder makes them too even.
  const se = (SET_ERROR * span) / Math.sqrt(fit.sxx)
  const seEnd = SET_ERROR * Math.sqrt(1 / x.length + (span - fit.mx) ** 2 / fit.sxx)
  const change = with90(fit.b * span, se, share)
  const held = e.mode === 'hold' || e.mode === 'carry'
  return {
    exerciseId: e.id,
    quality: e.primary,
    hand: newest.hand,
    days: days.length,
    from: first[0],
    to: last[0],
    change: change.value,
    se,
    ci90: change.ci90,
    level:
      loaded && !held
        ? null
        : { ...with90(fit.a + fit.b * span, seEnd, Math.exp), unit: loaded ? 'kg' : e.dose.unit },
  }
}

/** Without a test of a quality its sets are looked at so far back, days. */
const LOOKED_BACK = 84

/**
 * Day of a quality's newest counted test; none: as far back as sets are looked at. A readiness
 * squeeze
 * or a test of another quality says nothing of it.
 */
export function testedOn(
  quality: QualityId,
  series: readonly Series[],
  today: LocalDate,
): LocalDate {
  const days = series.flatMap((s) =>
    rowsOf(s.protocol, s.setup)[0]?.quality === quality
      ? s.points.flatMap((p) => (p.practice ? [] : [p.on]))
      : [],
  )
  return days.sort().at(-1) ?? addDays(today, -LOOKED_BACK)
}

/** What sets say since each quality's own newest test. */
export const trainingSinceTests = (
  logs: readonly SetLog[],
  series: readonly Series[],
  today: LocalDate,
): TrainingChange[] =>
  [...new Set(logs.flatMap((l) => exerciseById(l.exerciseId)?.primary ?? []))].flatMap((q) =>
    q === 'day'
      ? []
      : trainingSince(logs, testedOn(q, series, today)).filter((c) => c.quality === q),
  )

/** The change a test would tell most of: the one farthest beyond its own error; null: none is. */
export function tellsMost(changes: readonly TrainingChange[]): TrainingChange | null {
  const beyond = (c: TrainingChange) => Math.abs(Math.log1p(c.change)) / c.se
  const sorted = changes.filter((c) => beyond(c) > Z90).sort((a, b) => beyond(b) - beyond(a))
  return sorted[0] ?? null
}
