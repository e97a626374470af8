import { EXERCISES, exerciseById, type Exercise } from '../catalogue/exercises'
import type { TissueId } from '../catalogue/tissues'
import { blockedBy } from '../safety/judge'
import type { LocalDate } from '../units/dates'
import type { Hand } from '../catalogue/person'
import { kitFor } from '../match/kit'
import {
  CLOSE_MIN,
  DELOAD,
  FLAT_SHARE,
  QUIET_WEEK_DAYS,
  EXTENSION_DAYS,
  GROWTH,
  HARD_DAYS_A_WEEK,
  HARD_GAP_HOURS,
  OFTEN_DAYS,
  PULL_STRESS,
  SPORT_STRESS,
  TAPER_SHARE,
  USUAL_HOUR,
  WARM_UP_MIN,
} from './practice'
import { mayChoose } from './brief'
import { termsOf, whoOf, type PlanContext, type Who } from './situation'
import type { Settings } from './schools'
import { eventGap } from './taper'
import { blockMinutes } from './time'
import type { WeekTerms } from './types'
import type { DayFrame } from '../intake/week'
import { handsOf } from '../catalogue/person'
import { must } from '../units/must'

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
  const at = must(frame[((day % 7) + 7) % 7]).at
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
  const d = must(frame[day])
  const pull =
    tissue === 'finger_flexors' && d.heavyPull !== 'none'
      ? PULL_STRESS[settings['straps'] === 'a' ? 'a' : 'b']
      : 0
  return d.sportLoad * (SPORT_STRESS[tissue] ?? 0) + pull
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
  if (terms.kind === 'return')
    return { most: DELOAD * after, after, says: 'the first weeks back take 60 % at the most' }
  if (whoOf(c).flat)
    return { most: FLAT_SHARE * after, after, says: 'hands that are flat take less than last week' }
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
  const asked = handsOf(e)
  return asked.filter(
    (hand) => blockedBy(c.judge, { kind: 'exercise', exercise: e, hand }).length === 0,
  )
}

/** Tags a plan never reaches for by itself: the coach adds such work by hand. */
const BY_HAND_ONLY = ['valgus', 'negative', 'restriction'] as const

const chosen = new WeakMap<WeekTerms, WeakMap<Who, Exercise[]>>()

/** Exercises a plan may choose from by itself; the same terms and athlete give the same list. */
export function choosable(terms: WeekTerms, who: Who): Exercise[] {
  const by = chosen.get(terms) ?? new WeakMap<Who, Exercise[]>()
  chosen.set(terms, by)
  const was = by.get(who)
  if (was) return was
  const made = EXERCISES.filter(
    (e) =>
      e.mode !== 'prep' &&
      e.primary !== null &&
      e.primary !== 'day' &&
      !BY_HAND_ONLY.some((t) => e.tags.includes(t)) &&
      (terms.library === null ? mayChoose(e, who, terms.settings) : terms.library.includes(e.id)),
  )
  by.set(who, made)
  return made
}

const opening = new WeakMap<Exercise[], Exercise[]>()
/** The extensors among exercises that close a session. */
function extensorsOf(all: Exercise[]): Exercise[] {
  const was = opening.get(all)
  if (was) return was
  const made = all.filter(
    (e) =>
      (e.primary === 'wrist_ext' || e.primary === 'finger_ext') &&
      (e.aim === 'balance' || e.level !== 'hard'),
  )
  opening.set(all, made)
  return made
}

/** A long hold is done once or twice. */
const LONG_HOLD_S = 60

/**
 * Set counts a plan chooses from, as a coach writes them: three to six of a main exercise (more of
 * very short holds), two or three of the rest, fewer in a lighter week.
 */
export function setChoices(e: Exercise, lighter: boolean, main = true): number[] {
  const [from, to] = e.sets
  const extensor = e.primary === 'wrist_ext' || e.primary === 'finger_ext'
  if (to === 1 || (e.aim === 'balance' && from > 4)) return [from]
  if (extensor && e.level !== 'hard') {
    const long = e.mode === 'hold' && e.dose.range[0] >= LONG_HOLD_S
    return long ? (lighter ? [1] : [1, 2]) : lighter ? [1, 2] : [2, 3]
  }
  if (!main || e.aim === 'reactive') return lighter ? [1, 2] : [2, 3]
  if (lighter) return [2, 3]
  if (e.aim === 'max')
    return [3, 4, 5, ...(from >= 6 || to >= 6 ? [6] : []), ...(to >= 8 ? [8] : [])]
  return [3, 4, ...(to >= 5 ? [5] : [])]
}

/** Amount a set: the middle of the usual, its lower end for a novice. */
export const usualDose = (e: Exercise, who: Pick<Who, 'level'> | null = null): number =>
  who?.level === 'novice' ? e.dose.range[0] : Math.round((e.dose.range[0] + e.dose.range[1]) / 2)

/**
 * Whether the extensors, of one quality or either, can be worked on a day at all; on a day gone by,
 * whether they were.
 */
export function canExtend(
  quality: 'wrist_ext' | 'finger_ext' | null,
  frame: readonly DayFrame[],
  day: number,
  c: PlanContext,
): boolean {
  const terms = termsOf(c)
  const d = must(frame[day])
  const isOf = (e: Exercise | undefined): boolean =>
    quality === null
      ? e?.primary === 'wrist_ext' || e?.primary === 'finger_ext'
      : e?.primary === quality
  if (c.done && day < c.done.from)
    return c.done.of.some((b) => b.day === day && isOf(exerciseById(b.exerciseId)))
  if (d.minutes === 0 || d.competition) return false
  return extensorsOf(choosable(terms, whoOf(c))).some((e) => {
    if (!isOf(e)) return false
    const hands = freeHands(e, c)
    return (
      hands.length > 0 &&
      kitFor(e, d.place, c.kit) !== null &&
      !terms.bans.some((b) => b.exerciseId === e.id && (b.day === null || b.day === day)) &&
      (d.heavyPull !== 'after' || isRestful(e)) &&
      WARM_UP_MIN +
        CLOSE_MIN +
        blockMinutes({
          exerciseId: e.id,
          sets: must(setChoices(e, true)[0]),
          dose: usualDose(e, whoOf(c)),
          hands,
        }) <=
        d.minutes
    )
  })
}

/**
 * Days on which wrist or finger extension is asked for: as many as the school says (one in the week
 * of an event and away), of those on which it can be done at all.
 */
export function extensionDays(
  quality: 'wrist_ext' | 'finger_ext',
  frame: readonly DayFrame[],
  c: PlanContext,
): number {
  const terms = termsOf(c)
  const can = frame.filter((_, day) => canExtend(quality, frame, day, c)).length
  const few = terms.kind === 'travel' || frame.some((d) => d.competition)
  return Math.min(
    quality === 'wrist_ext' && terms.settings['ext_isometrics'] === 'a'
      ? OFTEN_DAYS
      : few
        ? 1
        : EXTENSION_DAYS,
    can,
  )
}

/**
 * A week that takes less than the one it grows from, or leads to an event within days: half set
 * counts are open to it.
 */
export const isLighter = (weekStart: LocalDate, c: PlanContext): boolean =>
  termsOf(c).kind !== 'ordinary' ||
  (loadCap(weekStart, c)?.most ?? Infinity) < (c.lastLoad ?? 0) ||
  (eventGap(weekStart, 0, termsOf(c)) ?? Infinity) <= QUIET_WEEK_DAYS
