import { exerciseById, type Exercise } from '../catalogue/exercises'
import { kitFor } from '../match/kit'
import { usualDose } from '../plan/limits'
import type { Block } from '../plan/types'
import type { Place } from '../catalogue/places'
import { firstRung, ladderOf } from '../progress/ladders'
import { targetOf, type Target, type TargetSession } from '../progress/target'
import type { SetLog } from '../record/sets'
import type { Hand } from '../catalogue/person'
import { addDays, daysBetween, type LocalDate } from '../units/dates'
import type { LoadSources, Room } from './sources'
import type { Kg } from '../units/quantity'
import { must } from '../units/must'
import { isAmong, keysOf } from '../units/among'

/** What a hand does today of a block, beside what it did the last time. */
export interface TodayTarget extends Target {
  hand: Hand
  /** Null: a first time, begun from the hand's own test. */
  last: { on: LocalDate; dose: number; loadKg: Kg | null } | null
}

const amount = (e: Exercise, l: SetLog): number => (e.dose.unit === 's' ? l.seconds : l.reps) ?? 0
const EPOCH = '2020-01-01'
/** A day as the ladder counts it. */
export const dayNumber = (on: LocalDate): number => daysBetween(EPOCH, on)
/** Sets older than this are no longer looked at, days: as many weeks as a ladder looks back on. */
const LOOKED_BACK = 120

/**
 * A hand's sets of an exercise as sessions by day, oldest first; those done against a caution and
 * today's left out.
 */
export function sessionsOf(
  e: Exercise,
  hand: Hand,
  logs: readonly SetLog[],
  today: LocalDate,
): TargetSession[] {
  const own = logs.filter(
    (l) =>
      l.exerciseId === e.id &&
      l.hand === hand &&
      l.on < today &&
      daysBetween(l.on, today) <= LOOKED_BACK,
  )
  const days = [...new Set(own.map((l) => l.on))].sort()
  return days.map((on) => {
    const sets = own.filter((l) => l.on === on)
    return {
      day: dayNumber(on),
      // A set done against a caution counts as one that raises nothing.
      pain: Math.max(0, ...sets.map((l) => Math.max(l.pain ?? 0, l.alarmed ? 3 : 0))),
      sets: sets.map((l) => ({
        dose: amount(e, l),
        loadKg: l.loadKg,
        rung: l.details?.rung ?? null,
        done: l.ended === 'done',
      })),
    }
  })
}

/** The most that was done on a day. */
export function mostOf(day: TargetSession): {
  dose: number
  loadKg: Kg | null
  rung: string | null
} {
  const loads = day.sets.flatMap((x) => x.loadKg ?? [])
  return {
    dose: Math.max(...day.sets.map((x) => x.dose)),
    loadKg: loads.length > 0 ? Math.max(...loads) : null,
    rung: day.sets[0]?.rung ?? null,
  }
}

/** Loads of kit that hangs on no pin rise by half kilograms. */
const HALVES: Room = {
  pinKg: 0,
  plates: [
    { kg: 0.5, count: 1 },
    { kg: 1, count: 1 },
    { kg: 2, count: 2 },
    { kg: 5, count: 1 },
    { kg: 10, count: 9 },
  ],
}
/** Where an exercise's load comes from: the hall's pin, or what is in the rack. */
export const roomFor = (e: Exercise, place: Place, s: Pick<LoadSources, 'kits' | 'room'>): Room =>
  s.room && kitFor(e, place, s.kits)?.includes('pin') ? s.room : HALVES

/**
 * Share of the own best time a first set is held for: the rest is reserve, less of it with
 * experience. A test grown old counts a tenth less. Practice, no source.
 */
export const FIRST_HOLD = {
  share: { novice: 0.45, trained: 0.5, advanced: 0.55, elite: 0.6 },
  oldDays: 84,
  oldShare: 0.9,
} as const
const HELD_LEVELS = keysOf(FIRST_HOLD.share)

/**
 * The first target of a hold without load from the hand's own timed test of that quality with that
 * implement, within the exercise's ladder; null: none to go by.
 */
function fromOwnTest(
  e: Exercise,
  hand: Hand,
  place: Place,
  s: LoadSources,
  sets: number,
): TodayTarget | null {
  const l = ladderOf(e)
  if (e.dose.unit !== 's' || e.mode !== 'hold' || l.loaded) return null
  const kit = kitFor(e, place, s.kits) ?? []
  const best = (s.holds ?? []).findLast(
    (h) => h.hand === hand && h.quality === e.primary && kit.includes(h.implement),
  )
  if (!best) return null
  const old = daysBetween(best.on, s.today) > FIRST_HOLD.oldDays
  const share = FIRST_HOLD.share[isAmong(HELD_LEVELS, s.level) ? s.level : 'trained']
  const wanted = share * (old ? FIRST_HOLD.oldShare : 1) * best.seconds
  const dose = [...l.doses, ...l.beyond].findLast((d) => d <= wanted) ?? must(l.doses[0])
  return {
    hand,
    last: null,
    sets,
    dose,
    loadKg: null,
    rung: l.rungs[firstRung(l, s.level ?? 'trained')] ?? null,
    move: 'first',
    why:
      `first time: ${Math.round((100 * dose) / best.seconds)} % of the ` +
      `${Math.round(best.seconds)} s of ${best.on}${old ? ', an old test' : ''}`,
  }
}

/**
 * Targets of a block's hands that have a day or a timed test on record, by the exercise's ladder.
 * `hold`: why nothing rises today, such as a lighter week; null: it may.
 */
export function targetsOf(
  block: Pick<Block, 'exerciseId' | 'hands' | 'sets'>,
  place: Place,
  s: LoadSources,
  hold: string | null = null,
): TodayTarget[] {
  const e = exerciseById(block.exerciseId)
  if (!e || e.mode === 'prep') return []
  const day = dayNumber(s.today)
  return block.hands.flatMap((hand): TodayTarget[] => {
    const sessions = sessionsOf(e, hand, s.logs, s.today)
    const before = sessions.at(-1)
    if (!before) {
      const first = fromOwnTest(e, hand, place, s, block.sets)
      return first ? [first] : []
    }
    const t = targetOf(
      e,
      { level: s.level ?? 'trained', bodyMassKg: s.bodyMassKg ?? null },
      roomFor(e, place, s),
      sessions,
      day,
      block.sets,
    )
    const { rung, ...done } = mostOf(before)
    const last = { on: addDays(EPOCH, before.day), ...done }
    return [
      hold !== null && t.move === 'up'
        ? {
            ...t,
            hand,
            last,
            dose: last.dose,
            loadKg: last.loadKg,
            rung,
            move: 'hold',
            why: hold,
          }
        : { ...t, hand, last },
    ]
  })
}

/** Why nothing rises in a week of a kind; a kind that is not here lets it. */
const HOLDS: Readonly<Record<string, string>> = {
  deload: 'a lighter week: as last time',
  taper: 'an event is near: nothing new',
  travel: 'a week away: as last time',
}
export const holdIn = (kind: string | undefined): string | null => HOLDS[kind ?? ''] ?? null

/**
 * Whether the amount is the coach's word and stays: as the block says, else any that is not the
 * planner's own.
 */
export const isFixed = (b: Block): boolean => {
  const e = exerciseById(b.exerciseId)
  return (
    b.fixed ??
    (e === undefined || ![usualDose(e), usualDose(e, { level: 'novice' })].includes(b.dose))
  )
}

/**
 * Blocks with today's amount in place of the planned one where there is a target: the hand that is
 * behind sets the pace. An amount the coach set stays.
 */
export const withTargets = (
  blocks: readonly Block[],
  place: Place,
  s: LoadSources,
  hold: string | null = null,
): Block[] =>
  blocks.map((b) => {
    if (isFixed(b)) return b
    const doses = targetsOf(b, place, s, hold).map((t) => t.dose)
    return doses.length < b.hands.length || doses.some((d) => d <= 0)
      ? b
      : { ...b, dose: Math.min(...doses) }
  })
