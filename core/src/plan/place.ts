import type { Exercise } from '../catalogue/exercises'
import { NOVICE_OUT, YOUNG_OUT } from './compose'
import { eventGap } from './taper'
import { termsOf, whoOf, type PlanContext } from './situation'
import type { LocalDate } from '../units/dates'
import { isAmong } from '../units/among'

/**
 * Days before an event on which only warm-up and extensors stand, and those that spare the skin.
 */
export const QUIET_DAYS = 2
export const SKIN_DAYS = 3
const MANY_REPS = 12

export interface OutOfPlace {
  rule: 'deload_same' | 'event_known' | 'event_quiet' | 'novice' | 'young' | 'return_easy'
  says: string
}

const isClose = (e: Exercise): boolean =>
  e.aim === 'balance' || e.aim === 'close' || e.aim === 'prepare'
const isExtensor = (e: Exercise): boolean =>
  isClose(e) || e.primary === 'wrist_ext' || e.primary === 'finger_ext'

/**
 * Why an exercise with so many sets has no place on a day of this week for this athlete: lighter
 * weeks, the days before an event, beginners, growing hands, the way back. Practice estimates.
 */
export function outOfPlace(
  e: Exercise,
  day: number,
  sets: number,
  weekStart: LocalDate,
  c: PlanContext,
): OutOfPlace[] {
  const who = whoOf(c)
  const terms = termsOf(c)
  const out: OutOfPlace[] = []
  const add = (rule: OutOfPlace['rule'], says: string) =>
    out.push({ rule, says: `${e.name}: ${says}` })
  if (
    terms.kind === 'deload' &&
    who.last &&
    !who.last.some((b) => b.exerciseId === e.id) &&
    !isClose(e)
  )
    add('deload_same', 'not in the last ordinary week; a deload is the same with fewer sets')
  const gap = eventGap(weekStart, day, terms)
  if (gap !== null && gap <= 6) {
    if (who.practised && !who.practised.includes(e.id) && !isExtensor(e))
      add('event_known', 'not done in the last three weeks; nothing new before an event')
    if (gap <= QUIET_DAYS && !isExtensor(e))
      add('event_quiet', 'the last two days before an event are for warm-up and extensors')
    else if (
      gap <= SKIN_DAYS &&
      !isExtensor(e) &&
      ((e.tissues.skin ?? 0) >= 2 || (e.dose.unit === 'reps' && e.dose.range[0] >= MANY_REPS))
    )
      add('event_quiet', 'too much for the skin or the forearm so near an event')
    if (e.tags.includes('negative')) add('event_quiet', 'no negatives before an event')
  }
  if (
    who.level === 'novice' &&
    (isAmong(NOVICE_OUT.aims, e.aim) ||
      isAmong(NOVICE_OUT.levels, e.level) ||
      e.experience === 'experienced' ||
      e.tags.some((t) => isAmong(NOVICE_OUT.tags, t)) ||
      isAmong(NOVICE_OUT.qualities, e.primary) ||
      isAmong(NOVICE_OUT.ids, e.id))
  )
    add('novice', 'not in the first months of grip work')
  const age = c.judge.facts.ageYears
  if (age !== null && age < 18) {
    if (e.primary === 'edge' && (e.aim !== 'sustained' || e.level !== 'light'))
      add('young', 'no loaded or repeated edges under 18')
    if (e.primary === 'wrist_flex' && sets > YOUNG_OUT.mostFlexSets)
      add('young', 'wrist flexion stays light while an elbow grows: two sets')
    if (e.primary === 'wrist_flex' && e.level === 'hard')
      add('young', 'no hard wrist flexion under 18')
  }
  if (terms.kind === 'return' && e.level === 'hard')
    add('return_easy', 'no hard work in the first two weeks back')
  return out
}
