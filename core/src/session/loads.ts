import { type TestBest, type Room, type LoadSources } from './sources'
import { exerciseById, type Exercise } from '../catalogue/exercises'
import { HOLD_LIMITS, rohmertShare } from '../measure/endurance'
import { kitFor, type Kits } from '../match/kit'
import { HOLD_MARGIN, LOAD_SHARE } from '../plan/practice'
import { workSeconds } from '../plan/time'
import { LOADED } from '../progress/ladders'
import type { Block } from '../plan/types'
import type { Place } from '../catalogue/places'
import { loadPin, type Plate } from '../testing/plates'
import type { Hand } from '../catalogue/person'
import { daysBetween } from '../units/dates'
import { targetsOf } from './today'
import type { Kg } from '../units/quantity'
import { must } from '../units/must'
/** The first pin with plates of a hall's kit; null: none. */
export function roomOf(
  kit: readonly { kind: string; plates: readonly Plate[]; massKg: Kg | null }[] | undefined,
): Room | null {
  const pin = kit?.find((u) => u.kind === 'pin' && u.plates.length > 0)
  return pin ? { plates: pin.plates, pinKg: pin.massKg ?? 0 } : null
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
  kg: Kg | null
  from: 'log' | 'test' | 'none'
  why: string
  plates: readonly Plate[] | null
}

const HANGS: readonly string[] = ['pin']

/** The kit an exercise is done with, where it is a load that changes. */
export const weighsWith = (e: Exercise, place: Place, kits: Kits): readonly string[] | null => {
  const kit = kitFor(e, place, kits)
  return kit?.some((k) => LOADED.includes(k)) ? kit : null
}

function made(
  kg: Kg,
  kit: readonly string[],
  room: Room | null,
): { kg: Kg; plates: readonly Plate[] | null } {
  const hung =
    room && kit.some((k) => HANGS.includes(k)) ? loadPin(kg, room.plates, room.pinKg) : null
  return hung?.ok
    ? { kg: hung.totalKg, plates: hung.plates }
    : { kg: Math.round(2 * kg) / 2, plates: null }
}

/**
 * The hand's best single lift an exercise is measured by: on its own kit first, then the newest.
 */
export function bestFor(
  e: Exercise,
  hand: Hand,
  kit: readonly string[],
  s: Pick<LoadSources, 'bests'>,
): TestBest | undefined {
  const uses = (b: TestBest) => Number(kit.includes(b.implement))
  return s.bests
    .filter((b) => b.hand === hand && b.quality === e.primary)
    .sort((a, b) => uses(b) - uses(a) || (a.on < b.on ? 1 : -1))[0]
}

/**
 * By the exercise's ladder from the days this hand did it in the last weeks; without one of the
 * last
 * six weeks a share of the latest test. Null: not loaded. `hold`: why nothing rises today.
 */
export function loadAdvice(
  block: Pick<Block, 'exerciseId' | 'dose'>,
  hand: Hand,
  place: Place,
  s: LoadSources,
  hold: string | null = null,
): LoadAdvice | null {
  const e = must(exerciseById(block.exerciseId))
  const kit = weighsWith(e, place, s.kits)
  if (!kit) return null
  const [target] = targetsOf({ exerciseId: e.id, hands: [hand], sets: e.sets[0] }, place, s, hold)
  if (
    target?.loadKg != null &&
    target.last &&
    daysBetween(target.last.on, s.today) <= PROGRESS.goesStale
  )
    return { from: 'log', why: target.why, ...made(target.loadKg, kit, s.room) }
  const best = bestFor(e, hand, kit, s)
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
