import type { Exercise } from '../catalogue/exercises'
import type { Plate } from '../testing/plates'
import { firstLoad, firstRung, ladderOf, MONTHLY_RISE, type Ladder } from './ladders'
import type { Kg } from '../units/quantity'
import { must } from '../units/must'

/** One hand's session of an exercise: what was proposed and how each set went. */
export interface TargetSession {
  /** Day number. */
  day: number
  sets: readonly { dose: number; loadKg: Kg | null; rung: string | null; done: boolean }[]
  /** Worst of the exercise in this hand, 0 to 10; null: none asked or none felt. */
  pain: number | null
}
export interface TargetWho {
  level: string
  bodyMassKg: Kg | null
}
export interface Target {
  sets: number
  /** Amount of one set, in the exercise's unit. */
  dose: number
  loadKg: Kg | null
  rung: string | null
  /** What it does beside the last time. */
  move: 'first' | 'hold' | 'up' | 'down'
  why: string
}

/**
 * Rules of a ladder: twice as proposed moves up, twice missed moves down, pain over 2 holds and
 * over 4
 * eases, a layoff eases. Own rules after common practice, no source.
 */
export const LADDER_RULES = {
  twice: 2,
  painHolds: 2,
  painEases: 4,
  layoffDays: 21,
  longLayoffDays: 42,
  backShare: 0.075,
  /** Least days between two steps of one kind. */
  doseDays: 6,
  beyondDays: 10,
  rungDays: 14,
} as const

/** Where a session stood on the ladder. */
interface Place {
  dose: number
  loadKg: Kg | null
  rung: string | null
}
type Room = { plates: readonly Plate[]; pinKg: Kg }

const placeOf = (s: TargetSession, l: Ladder): Place => {
  const most = Math.max(...s.sets.map((x) => x.dose))
  // Sets that were cut short say less than was proposed: the next amount of the ladder was meant.
  const all = [...l.doses, ...l.beyond]
  const dose = s.sets.some((x) => x.done) ? most : (all.find((d) => d >= most) ?? most)
  const loads = s.sets.flatMap((x) => x.loadKg ?? [])
  return {
    dose,
    loadKg: loads.length > 0 ? Math.max(...loads) : null,
    rung: s.sets.find((x) => x.rung !== null)?.rung ?? null,
  }
}
const same = (a: Place, b: Place): boolean =>
  a.rung === b.rung && Math.abs((a.loadKg ?? 0) - (b.loadKg ?? 0)) < 1e-6 && a.dose === b.dose

const asProposed = (s: TargetSession): boolean =>
  s.sets.length > 0 && s.sets.every((x) => x.done) && (s.pain ?? 0) <= LADDER_RULES.painHolds
/** Half the sets or more fell short. */
const wasMissed = (s: TargetSession): boolean =>
  s.sets.filter((x) => !x.done).length * 2 >= Math.max(1, s.sets.length)

/** How many of the newest sessions in a row stood at one place and went so. */
function inARow(
  sessions: readonly TargetSession[],
  l: Ladder,
  at: Place,
  went: (s: TargetSession) => boolean,
): number {
  let n = 0
  for (const s of [...sessions].reverse()) {
    if (!went(s) || !same(placeOf(s, l), at)) break
    n++
  }
  return n
}

const grams = (kg: Kg): number => Math.round(kg * 1000)
/** Heaviest load looked at, kg. */
const MOST_KG = 400

/** Loads of a room once worked out: a session asks at every second of its clock. */
const MADE = new WeakMap<Room, readonly number[]>()

/** Every load the pin and plates of a room make, kg, lightest first. */
function loadsOf(room: Room): readonly number[] {
  const known = MADE.get(room)
  if (known) return known
  const { plates, pinKg } = room
  let sums = new Set([grams(pinKg)])
  for (const p of plates)
    for (let n = 0; n < p.count && p.kg > 0; n++) {
      const more = new Set(sums)
      for (const s of sums) if (s + grams(p.kg) <= grams(MOST_KG)) more.add(s + grams(p.kg))
      sums = more
    }
  const loads = [...sums]
    .filter((g) => g > 0)
    .sort((a, b) => a - b)
    .map((g) => g / 1000)
  MADE.set(room, loads)
  return loads
}
/** The load nearest a wanted one, the lighter of two as near; null: nothing hangs. */
const hung = (kg: Kg, room: Room): number | null =>
  loadsOf(room).reduce<number | null>(
    (best, x) => (best === null || Math.abs(x - kg) < Math.abs(best - kg) - 1e-9 ? x : best),
    null,
  )
/** The next heavier load the plates make, or the next lighter one. */
function nextLoad(kg: Kg, room: Room, way: 1 | -1): number | null {
  const all = loadsOf(room)
  return (way > 0 ? all.find((x) => x > kg + 1e-6) : all.findLast((x) => x < kg - 1e-6)) ?? null
}

/** Days since the load of a hand last rose, or since it began. */
function daysAtLoad(sessions: readonly TargetSession[], l: Ladder, day: number): number {
  const loads = sessions.map((s) => placeOf(s, l).loadKg ?? 0)
  let from = 0
  for (let i = 1; i < loads.length; i++) if (must(loads[i]) > must(loads[i - 1]) + 1e-6) from = i
  return day - must(sessions[from]).day
}
/** Days since the newest place was first reached without a break. */
function daysAtPlace(
  sessions: readonly TargetSession[],
  l: Ladder,
  at: Place,
  day: number,
): number {
  let since = day
  for (const s of [...sessions].reverse()) {
    if (!same(placeOf(s, l), at)) break
    since = s.day
  }
  return day - since
}

/**
 * What one hand does of an exercise today: from its own sessions, oldest first, by the exercise's
 * ladder. Sets are those of the last session within the exercise's range, unless `sets` is given.
 */
export function targetOf(
  e: Exercise,
  who: TargetWho,
  room: Room,
  sessions: readonly TargetSession[],
  day: number,
  sets?: number,
): Target {
  const l = ladderOf(e)
  const counted = sessions.filter((s) => s.sets.length > 0 && s.day < day)
  const last = counted.at(-1)
  const clamp = (n: number) => Math.max(e.sets[0], Math.min(e.sets[1], n))
  if (!last) return first(e, l, who, room, sets ?? clamp(e.sets[0]))
  const at = placeOf(last, l)
  const target = (move: Target['move'], why: string, place: Partial<Place> = {}): Target => ({
    sets: sets ?? clamp(last.sets.length),
    ...at,
    ...place,
    move,
    why,
  })
  const gap = day - last.day
  const pain = last.pain ?? 0
  if (gap >= LADDER_RULES.layoffDays)
    return eased(
      l,
      at,
      room,
      gap >= LADDER_RULES.longLayoffDays ? 2 : 1,
      target,
      `${gap} days since the last time: easier first`,
    )
  if (pain > LADDER_RULES.painEases)
    return eased(l, at, room, 1, target, `pain ${pain} of 10 last time: easier until it is gone`)
  if (pain > LADDER_RULES.painHolds)
    return target('hold', `pain ${pain} of 10 last time: no more than then`)
  if (inARow(counted, l, at, wasMissed) >= LADDER_RULES.twice)
    return eased(l, at, room, 1, target, 'missed twice: one step back')
  if (wasMissed(last)) return target('hold', 'missed last time: the same once more')
  if (!asProposed(last)) return target('hold', 'not every set was done: the same once more')
  if (inARow(counted, l, at, asProposed) < LADDER_RULES.twice)
    return target('hold', 'done once as proposed: once more before it rises')
  return up(l, at, who, room, counted, day, target)
}

function first(e: Exercise, l: Ladder, who: TargetWho, room: Room, sets: number): Target {
  const kg = who.bodyMassKg === null ? null : firstLoad(e, who.level, who.bodyMassKg)
  const loadKg = kg === null ? null : hung(kg, room)
  const rung = l.rungs[firstRung(l, who.level)] ?? null
  return {
    sets,
    dose: must(l.doses[0]),
    loadKg,
    rung,
    move: 'first',
    why: l.loaded
      ? 'first time: a ramp set finds the load, this one is light on purpose'
      : 'first time: an easy step of the ladder',
  }
}

type Make = (move: Target['move'], why: string, place?: Partial<Place>) => Target

/** So many steps easier: less load, else a shorter set, else an easier rung. */
function eased(l: Ladder, at: Place, room: Room, steps: number, make: Make, why: string): Target {
  if (l.loaded && at.loadKg !== null) {
    const wanted = at.loadKg * (1 - LADDER_RULES.backShare * steps)
    const made = hung(wanted, room)
    const less = made !== null && made < at.loadKg - 1e-6 ? made : nextLoad(at.loadKg, room, -1)
    const dose = Math.min(at.dose, must(l.doses.at(-1)))
    return less === null
      ? make('down', why, { dose: must(l.doses[0]) })
      : make('down', why, { loadKg: less, dose })
  }
  const i = l.doses.findLastIndex((d) => d < at.dose)
  if (i >= 0) return make('down', why, { dose: must(l.doses[Math.max(0, i - steps + 1)]) })
  const rung = at.rung === null ? -1 : l.rungs.indexOf(at.rung)
  return rung > 0
    ? make('down', why, {
        rung: must(l.rungs[Math.max(0, rung - steps)]),
        dose: must(l.doses.at(-1)),
      })
    : make('hold', `${why}; this is the easiest step, so choose another exercise`)
}

function up(
  l: Ladder,
  at: Place,
  who: TargetWho,
  room: Room,
  sessions: readonly TargetSession[],
  day: number,
  make: Make,
): Target {
  const here = daysAtPlace(sessions, l, at, day)
  const more = l.doses.find((d) => d > at.dose)
  if (more !== undefined)
    return here < LADDER_RULES.doseDays
      ? make('hold', 'as proposed twice within a week: the next step from next week on')
      : make('up', 'done as proposed twice: a little longer', { dose: more })
  if (l.loaded) return heavier(l, at, who, room, sessions, day, here, make)
  // Never noted: where the level begins.
  const i = at.rung === null ? firstRung(l, who.level) : l.rungs.indexOf(at.rung)
  const next = l.rungs[i + 1]
  if (next === undefined || i < 0)
    return beyond(
      l,
      at,
      here,
      make,
      'the last step of this ladder: a little longer, then a harder exercise',
    )
  return here < LADDER_RULES.rungDays && l.doses.length === 1
    ? make('hold', 'the next step is a big one: two weeks on this one first')
    : make('up', `top of the range twice: ${next}`, { rung: next, dose: must(l.doses[0]) })
}

/** Steps of the dose that a heavier load takes back. */
const FALLS_BACK = 2

/** The next plate, once the rise it means is one the level allows; till then a little longer. */
function heavier(
  l: Ladder,
  at: Place,
  who: TargetWho,
  room: Room,
  sessions: readonly TargetSession[],
  day: number,
  here: number,
  make: Make,
): Target {
  if (at.loadKg === null) return make('hold', 'no load on record: note what was lifted')
  const next = nextLoad(at.loadKg, room, 1)
  if (next === null)
    return beyond(l, at, here, make, 'no heavier load can be hung: a little longer')
  const share = next / at.loadKg - 1
  const rise = MONTHLY_RISE[who.level] ?? must(MONTHLY_RISE['trained'])
  const wait = (28 * share) / rise
  if (daysAtLoad(sessions, l, day) >= wait)
    return make('up', 'top of the range twice: the smallest step the plates allow', {
      loadKg: next,
      dose: must(l.doses[Math.max(0, l.doses.length - 1 - FALLS_BACK)]),
    })
  return beyond(
    l,
    at,
    here,
    make,
    `the next load is ${(100 * share).toFixed(0)} % more, too soon: a little longer`,
  )
}

/** Past the range while something else has to wait. */
function beyond(l: Ladder, at: Place, here: number, make: Make, why: string): Target {
  const more = l.beyond.find((d) => d > at.dose)
  return more === undefined || here < LADDER_RULES.beyondDays
    ? make('hold', `${must(why.split(':')[0])}: the same for now`)
    : make('up', why, { dose: more })
}
