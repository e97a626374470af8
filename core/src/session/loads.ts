import { exerciseById, type Exercise } from '../catalogue/exercises'
import type { QualityId } from '../catalogue/qualities'
import { HOLD_LIMITS, rohmertShare } from '../measure/endurance'
import { kitFor, type Kits } from '../plan/kit'
import { HOLD_MARGIN, LOAD_SHARE } from '../plan/practice'
import { workSeconds } from '../plan/time'
import type { Block, Place } from '../plan/types'
import type { SetLog } from '../review/load'
import { loadPin, type Plate } from '../testing/plates'
import type { Hand } from '../testing/session'
import { daysBetween, type LocalDate } from '../units/dates'

/**
 * Latest counted best single lift of a hand in a quality, kg hung or held, and with what kind of
 * implement.
 */
export interface TestBest {
  quality: QualityId
  implement: string
  hand: Hand
  kg: number
  on: LocalDate
}
/** What hangs on a pin in the hall. */
export interface Room {
  plates: readonly Plate[]
  pinKg: number
}

/**
 * Share of a best single lift a set is done with: by the time it is held (Rohmert 1960, a margin
 * kept), else by the aim.
 */
export function loadShare(e: Exercise, dose: number): number {
  const seconds = e.mode === 'hold' || e.mode === 'carry' ? HOLD_MARGIN * workSeconds(e, dose) : 0
  return e.aim !== 'max' && seconds >= HOLD_LIMITS.least
    ? Math.min(LOAD_SHARE.max, rohmertShare(Math.min(seconds, HOLD_LIMITS.most)))
    : LOAD_SHARE[e.aim]
}

/**
 * Steps of progression: practice estimates, no source. A step up is the smallest the plates allow
 * and at most `stepKg`; two misses take `backShare` off.
 */
export const PROGRESS = {
  stepKg: 2.5,
  usualStepKg: 0.5,
  backShare: 0.075,
  misses: 2,
  painMost: 2,
  goesStale: 42,
} as const

/** What a hand should lift next, and why; kg null: nothing to go by. */
export interface LoadAdvice {
  kg: number | null
  from: 'log' | 'test' | 'none'
  why: string
  plates: readonly Plate[] | null
}
export interface LoadSources {
  logs: readonly SetLog[]
  bests: readonly TestBest[]
  room: Room | null
  kits: Kits
  today: LocalDate
}

const WEIGHS: readonly string[] = [
  'pin',
  'plate',
  'dumbbell',
  'kettlebell',
  'barbell',
  'farm',
  'bag',
  'rolling',
]
const HANGS: readonly string[] = ['pin']

const missed = (l: SetLog): boolean => l.ended === 'slipped'
const amount = (e: Exercise, l: SetLog): number => (e.dose.unit === 's' ? l.seconds : l.reps) ?? 0

/** The kit an exercise is done with, where it is a load that changes. */
export const weighsWith = (e: Exercise, place: Place, kits: Kits): readonly string[] | null => {
  const kit = kitFor(e, place, kits)
  return kit?.some((k) => WEIGHS.includes(k)) ? kit : null
}

function made(
  kg: number,
  kit: readonly string[],
  room: Room | null,
): { kg: number; plates: readonly Plate[] | null } {
  const hung =
    room && kit.some((k) => HANGS.includes(k)) ? loadPin(kg, room.plates, room.pinKg) : null
  return hung?.ok
    ? { kg: hung.totalKg, plates: hung.plates }
    : { kg: Math.round(2 * kg) / 2, plates: null }
}

/** The next load that can be made, at most one step up; null: none. */
function stepUp(
  kg: number,
  kit: readonly string[],
  room: Room | null,
): ReturnType<typeof made> | null {
  for (let more = PROGRESS.usualStepKg; more <= PROGRESS.stepKg; more += 0.25) {
    const m = made(kg + more, kit, room)
    if (m.kg > kg + 1e-9 && m.kg <= kg + PROGRESS.stepKg + 1e-9) return m
  }
  return null
}

/**
 * Double progression from the last day this hand did the exercise: every set at the top of its
 * range with pain 0 to 2 brings the smallest
 * step more, two misses 5 to 10 % less, else the same; without a day of the last six weeks a share
 * of the latest test. Null: not loaded.
 */
export function loadAdvice(
  block: Pick<Block, 'exerciseId' | 'dose'>,
  hand: Hand,
  place: Place,
  s: LoadSources,
): LoadAdvice | null {
  const e = exerciseById(block.exerciseId)!
  const kit = weighsWith(e, place, s.kits)
  if (!kit) return null
  const own = s.logs.filter(
    (l) =>
      l.exerciseId === e.id &&
      l.hand === hand &&
      l.loadKg !== null &&
      l.on < s.today &&
      daysBetween(l.on, s.today) <= PROGRESS.goesStale,
  )
  const last = own
    .map((l) => l.on)
    .sort()
    .at(-1)
  const day = own.filter((l) => l.on === last)
  if (day.length > 0) {
    const kg = Math.max(...day.map((l) => l.loadKg!))
    const misses = day.filter(missed).length
    const pain = Math.max(0, ...day.map((l) => l.pain ?? 0))
    if (misses >= PROGRESS.misses)
      return {
        from: 'log',
        why: `missed ${misses} times last time: 5 to 10 % less`,
        ...made(kg * (1 - PROGRESS.backShare), kit, s.room),
      }
    if (pain > PROGRESS.painMost)
      return {
        from: 'log',
        why: `pain ${pain} of 10 last time: no more than then`,
        ...made(kg, kit, s.room),
      }
    if (day.some((l) => l.alarmed))
      return {
        from: 'log',
        why: 'done last time against a caution: no more than then',
        ...made(kg, kit, s.room),
      }
    if (misses === 0 && day.every((l) => amount(e, l) >= e.dose.range[1])) {
      const more = stepUp(kg, kit, s.room)
      return more
        ? {
            from: 'log',
            why: 'top of the range on every set last time: the smallest step more',
            ...more,
          }
        : {
            from: 'log',
            why: `top of the range last time, and no plates for a step of ${PROGRESS.stepKg} kg or less: longer, or bigger steps by hand`,
            ...made(kg, kit, s.room),
          }
    }
    return {
      from: 'log',
      why: 'as last time, up to the top of the range first',
      ...made(kg, kit, s.room),
    }
  }
  const uses = (b: TestBest) => Number(kit.includes(b.implement))
  const best = s.bests
    .filter((b) => b.hand === hand && b.quality === e.primary)
    .sort((a, b) => uses(b) - uses(a) || (a.on < b.on ? 1 : -1))[0]
  if (!best)
    return {
      kg: null,
      from: 'none',
      why: 'no test and no set on record: find the load',
      plates: null,
    }
  const share = loadShare(e, block.dose)
  return {
    from: 'test',
    why: `${Math.round(100 * share)} % of the best of ${best.on}`,
    ...made(share * best.kg, kit, s.room),
  }
}
