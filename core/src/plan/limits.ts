import { EXERCISES, type Exercise } from '../catalogue/exercises'
import type { TissueId } from '../catalogue/tissues'
import { blockedBy } from '../safety/judge'
import { addDays, daysBetween, type LocalDate } from '../units/dates'
import { DOSES } from '../catalogue/doses'
import type { Hand } from '../testing/session'
import { kitFor } from './kit'
import {
  CLOSE_MIN,
  DELOAD,
  EXTENSION_DAYS,
  GROWTH,
  HARD_DAYS_A_WEEK,
  HARD_GAP_HOURS,
  OFTEN_DAYS,
  PULL_STRESS,
  SPORT_STRESS,
  TAPER_DAYS,
  TAPER_HARD,
  TAPER_SHARE,
  USUAL_HOUR,
  WARM_UP_MIN,
} from './practice'
import { termsOf, type PlanContext } from './situation'
import type { Settings } from './schools'
import { blockMinutes } from './time'
import type { DayFrame, WeekTerms } from './types'

/** Work that leaves a day a hand-rest day. */
export const isRestful = (e: Exercise): boolean => e.aim === 'balance' || e.level === 'light'

/** Whether what a day brings beside grip work leaves it a hand-rest day. */
export const restsBefore = (d: DayFrame): boolean =>
  d.sportLoad <= 1 && d.heavyPull === 'none' && !d.competition

/** Towel pulls ahead of the pull of the day, where the coach's school puts them there. */
export const pullsFirst = (e: Exercise, settings: Settings): boolean =>
  settings['where_grip'] === 'b' && e.position === 'early' && e.primary === 'cloth'

/** Hard days of a tissue a week. */
export const hardDayLimit = (settings: Settings): number =>
  settings['frequency'] === 'a' ? 1 : HARD_DAYS_A_WEEK

/** Hour of the day at which hand work begins, 0 to 24. */
export function startHour(frame: readonly DayFrame[], day: number): number {
  const at = frame[((day % 7) + 7) % 7]!.at
  return at ? Number(at.slice(0, 2)) + Number(at.slice(3, 5)) / 60 : USUAL_HOUR
}

/**
 * Whether two days (0 Monday; below 0 the week before, as this one) begin too near each other for
 * hard work of one tissue on both.
 */
export const tooNear = (frame: readonly DayFrame[], a: number, b: number): boolean =>
  Math.abs(24 * (b - a) + startHour(frame, b) - startHour(frame, a)) < HARD_GAP_HOURS

/** Stress of a day's sport, work and heavy pull on a tissue. */
export function sportStress(
  frame: readonly DayFrame[],
  day: number,
  tissue: TissueId,
  settings: Settings,
): number {
  const d = frame[day]!
  const pull =
    tissue === 'finger_flexors' && d.heavyPull !== 'none'
      ? PULL_STRESS[settings['straps'] === 'a' ? 'a' : 'b']
      : 0
  return d.sportLoad * (SPORT_STRESS[tissue] ?? 0) + pull
}

/** Days from a day of the week to the next event within the taper, from 1; null: none near. */
export function eventGap(weekStart: LocalDate, day: number, terms: WeekTerms): number | null {
  const gaps = terms.events
    .map((e) => daysBetween(addDays(weekStart, day), e))
    .filter((g) => g >= 1 && g <= TAPER_DAYS)
  return gaps.length === 0 ? null : Math.min(...gaps)
}

/** Whether a day of a taper may be hard. */
export function taperHardOn(weekStart: LocalDate, day: number, terms: WeekTerms): boolean {
  const gap = eventGap(weekStart, day, terms)
  return gap !== null && gap >= TAPER_HARD.from && gap <= TAPER_HARD.to
}

/** Most hand load of the week, and why; null where nothing is on record to grow from. */
export function loadCap(
  weekStart: LocalDate,
  c: PlanContext,
): { most: number; after: number; says: string } | null {
  const after = c.lastLoad
  if (after === null) return null
  const terms = termsOf(c)
  if (terms.kind === 'deload')
    return { most: DELOAD * after, after, says: 'a deload week takes 60 % at the most' }
  const tapering = [0, 1, 2, 3, 4, 5, 6].filter(
    (d) => eventGap(weekStart, d, terms) !== null,
  ).length
  if (tapering > 0)
    return {
      most: after * (1 - ((1 - TAPER_SHARE) * tapering) / 7),
      after,
      says: `${tapering} day${tapering === 1 ? '' : 's'} before an event count half`,
    }
  return { most: Math.max(after * GROWTH, after + 1), after, says: 'over 12 % more' }
}

/** Hands an exercise can be done with on a day, by cautions; none: not at all. */
export function freeHands(e: Exercise, c: PlanContext): Hand[] {
  const asked: Hand[] = e.hands === 'both' ? ['both'] : ['left', 'right']
  return asked.filter(
    (hand) => blockedBy(c.judge, { kind: 'exercise', exercise: e, hand }).length === 0,
  )
}

/** Tags a plan never reaches for by itself: the coach adds such work by hand. */
const BY_HAND_ONLY = ['valgus', 'negative', 'restriction'] as const

/** Exercises a plan may choose from. */
export const choosable = (terms: WeekTerms): Exercise[] =>
  EXERCISES.filter(
    (e) =>
      e.mode !== 'prep' &&
      e.primary !== null &&
      e.primary !== 'day' &&
      !BY_HAND_ONLY.some((t) => e.tags.includes(t)) &&
      (terms.library === null || terms.library.includes(e.id)),
  )

/**
 * Set counts a plan chooses from: the usual of the exercise, one step down and up within the doses
 * of its aim; half in a lighter week.
 */
export function setChoices(e: Exercise, lighter: boolean): number[] {
  const [low, high] = DOSES.find((d) => d.aim === e.aim)!.sets
  const [from, to] = e.sets
  const down = Math.min(from, Math.max(low, from - 1))
  const up = to > from ? to : Math.max(from, Math.min(high, from + 1))
  return [...new Set([...(lighter ? [Math.ceil(from / 2)] : []), down, from, up])].sort(
    (a, b) => a - b,
  )
}

/** Amount a set. */
export const usualDose = (e: Exercise): number =>
  Math.round((e.dose.range[0] + e.dose.range[1]) / 2)

/**
 * Days on which wrist or finger extension is asked for: as many as the school says, of those on
 * which it can be done at all.
 */
export function extensionDays(
  quality: 'wrist_ext' | 'finger_ext',
  frame: readonly DayFrame[],
  c: PlanContext,
): number {
  const terms = termsOf(c)
  const own = choosable(terms).filter(
    (e) => e.primary === quality && (e.aim === 'balance' || e.level !== 'hard'),
  )
  const free = own.map((e) => ({ e, hands: freeHands(e, c) })).filter((x) => x.hands.length > 0)
  const can = frame.filter(
    (d, day) =>
      d.minutes > 0 &&
      !d.competition &&
      free.some(
        ({ e, hands }) =>
          kitFor(e, d.place, c.kit) !== null &&
          !terms.bans.some((b) => b.exerciseId === e.id && (b.day === null || b.day === day)) &&
          (d.heavyPull !== 'after' || isRestful(e)) &&
          WARM_UP_MIN +
            CLOSE_MIN +
            blockMinutes({
              exerciseId: e.id,
              sets: setChoices(e, false)[0]!,
              dose: usualDose(e),
              hands,
            }) <=
            d.minutes,
      ),
  ).length
  return Math.min(
    quality === 'wrist_ext' && terms.settings['ext_isometrics'] === 'a'
      ? OFTEN_DAYS
      : EXTENSION_DAYS,
    can,
  )
}

/** A week that takes less than the one it grows from: half set counts are open to it. */
export const isLighter = (weekStart: LocalDate, c: PlanContext): boolean =>
  termsOf(c).kind !== 'ordinary' || (loadCap(weekStart, c)?.most ?? Infinity) < (c.lastLoad ?? 0)
