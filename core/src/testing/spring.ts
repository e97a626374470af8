import type { Side } from '../catalogue/person'
import { springAtSet } from '../measure/mechanics'
import type { Kg, Mm } from '../units/quantity'
import { must } from '../units/must'

/**
 * Rules of the bracket: 3 tries at a level, 3 to 5 min rest (protocol; common practice, no source).
 */
export const SPRING = { tries: 3, restS: 180, restMostS: 300, startShare: 0.8 } as const
/** Springs of one bracket: spread and handle thickness this near count as one, mm (own limit). */
export const SAME_SPRING = { spreadMm: 2, handleMm: 0.5 } as const
/** Share of the heaviest close a training spring is chosen by: practice estimates, no source. */
export const SPRING_SHARES = { warm: 0.6, repetitions: 0.85 } as const

export interface SpringTry {
  hand: Side
  loadKg: Kg
  closed: boolean
}

export type SpringNext =
  | { kind: 'try'; loadKg: Kg; left: number }
  /**
   * `closedKg` null: none was closed. `missedKg` null: nothing heavier was missed. `top`: the
   * heaviest spring there is was closed.
   */
  | { kind: 'done'; closedKg: Kg | null; missedKg: Kg | null; top: boolean }

const same = (a: number, b: number) => Math.abs(a - b) < 1e-6

/**
 * What one hand closes next: from the start level up through the ratings there are (kg, any order),
 * three tries at a level; a level missed
 * three times ends it, or goes one lighter while none is closed. A level not among them (an insert)
 * counts by its load. Refuses nothing.
 */
export function springNext(
  tries: readonly SpringTry[],
  hand: Side,
  ratingsKg: readonly Kg[],
  expectedKg: Kg | null,
): SpringNext {
  const levels = [...new Set(ratingsKg.filter((r) => r > 0))].sort((a, b) => a - b)
  const own = tries.filter((t) => t.hand === hand)
  const closed = own.filter((t) => t.closed).map((t) => t.loadKg)
  const best = closed.length > 0 ? Math.max(...closed) : null
  const misses = (kg: Kg) => own.filter((t) => !t.closed && same(t.loadKg, kg)).length
  const beaten = own
    .filter(
      (t) =>
        !t.closed && (best === null || t.loadKg > best + 1e-6) && misses(t.loadKg) >= SPRING.tries,
    )
    .map((t) => t.loadKg)
  const missedKg = beaten.length > 0 ? Math.min(...beaten) : null
  const at = (loadKg: Kg | undefined): SpringNext =>
    loadKg === undefined
      ? { kind: 'done', closedKg: best, missedKg, top: best !== null && missedKg === null }
      : { kind: 'try', loadKg, left: SPRING.tries - misses(loadKg) }
  if (own.length === 0)
    return at(
      expectedKg === null
        ? levels[0]
        : (levels.filter((l) => l <= SPRING.startShare * expectedKg).at(-1) ?? levels[0]),
    )
  if (best === null) {
    const last = must(own.at(-1)).loadKg
    return misses(last) < SPRING.tries
      ? at(last)
      : at(levels.filter((l) => l < last - 1e-6 && misses(l) < SPRING.tries).at(-1))
  }
  return at(
    levels.find(
      (l) =>
        l > best + 1e-6 && (missedKg === null || l < missedKg - 1e-6) && misses(l) < SPRING.tries,
    ),
  )
}

export interface TrainingSprings {
  warmKg: Kg | null
  repetitionsKg: Kg | null
  workKg: Kg
  nextKg: Kg | null
}

/**
 * Springs to train with after a bracket, kg: to warm up, for repetitions, the heaviest closed, and
 * the next aim. Shares are practice estimates.
 */
export function trainingSprings(ratingsKg: readonly Kg[], closedKg: Kg): TrainingSprings {
  const levels = [...new Set(ratingsKg)].sort((a, b) => a - b)
  const under = (share: number) => levels.filter((l) => l <= share * closedKg).at(-1) ?? null
  return {
    warmKg: under(SPRING_SHARES.warm),
    repetitionsKg: under(SPRING_SHARES.repetitions),
    workKg: closedKg,
    nextKg: levels.find((l) => l > closedKg + 1e-6) ?? null,
  }
}

/**
 * Share of the closing force a spring starts at from a set width, %, linear model; null where its
 * spread is not measured or under the set.
 */
export function startsAtPct(spreadMm: Mm | null, setMm: Mm | null): number | null {
  if (spreadMm === null || !(spreadMm > 0)) return null
  const s = springAtSet(1, spreadMm, setMm ?? spreadMm)
  return s && 100 * s.shareOfClose
}

/**
 * Springs that belong in one bracket with `first`: rated, with its spread and handle thickness.
 * Sizes mm, null not measured.
 */
export function bracketSprings<
  T extends {
    kind: string
    ratingKg: Kg | null
    sizeMm: Mm | null
    handleMm: Mm | null
  },
>(units: readonly T[], first: Pick<T, 'sizeMm' | 'handleMm'>): T[] {
  const near = (a: number | null, b: number | null, by: number) =>
    a === null || b === null ? a === b : Math.abs(a - b) <= by
  return units
    .filter(
      (u) =>
        u.kind === 'spring' &&
        u.ratingKg !== null &&
        near(u.sizeMm, first.sizeMm, SAME_SPRING.spreadMm) &&
        near(u.handleMm, first.handleMm, SAME_SPRING.handleMm),
    )
    .sort((a, b) => must(a.ratingKg) - must(b.ratingKg))
}
