import type { Kg } from '../units/quantity'
import { must } from '../units/must'

export interface Plate {
  kg: Kg
  count: number
}
export interface Loading {
  /** Plates to hang, heaviest first. */
  plates: readonly Plate[]
  /** Pin and plates together, kg. */
  totalKg: Kg
  /** True when the asked load is made to the gram. */
  exact: boolean
}
export type LoadingResult =
  | ({ ok: true } & Loading)
  | { ok: false; reason: 'not-a-load' | 'under-the-pin'; pinKg: Kg }

const grams = (kg: Kg): number => Math.round(kg * 1000)

/**
 * What to hang on a pin for a load, over the plates in the room (each with how many there are), the
 * pin's own mass counted: exact where it
 * can be made, else the nearest, the lighter of two as near; of several ways the one with fewest
 * plates. kg, read to the gram. Refuses a
 * load that is not above 0 and one under the pin's own mass by more than it can be made with.
 */
export function loadPin(targetKg: Kg, room: readonly Plate[], pinKg: Kg): LoadingResult {
  if (!(targetKg > 0) || !Number.isFinite(targetKg) || !(pinKg >= 0))
    return { ok: false, reason: 'not-a-load', pinKg }
  if (grams(targetKg) < grams(pinKg)) return { ok: false, reason: 'under-the-pin', pinKg }
  const kinds = room
    .filter((p) => p.kg > 0 && p.count > 0)
    .map((p) => ({ g: grams(p.kg), count: Math.floor(p.count) }))
    .sort((a, b) => b.g - a.g)
  const wanted = grams(targetKg) - grams(pinKg)
  // Over the target only sums within one smallest way past it can be nearest: what is further is
  // never kept.
  const most = wanted + Math.max(...kinds.map((k) => k.g), 0)
  /** Fewest plates that make a sum, and the last kind used. */
  let ways = new Map<number, { plates: number; used: readonly number[] }>([
    [0, { plates: 0, used: [] }],
  ])
  for (const [i, kind] of kinds.entries()) {
    const next = new Map(ways)
    for (const [sum, way] of ways)
      for (let n = 1; n <= kind.count; n++) {
        const total = sum + n * kind.g
        if (total > most) break
        const there = next.get(total)
        if (!there || way.plates + n < there.plates)
          next.set(total, {
            plates: way.plates + n,
            used: [...way.used, ...Array.from({ length: n }, () => i)],
          })
      }
    ways = next
  }
  let best = 0
  for (const sum of ways.keys()) {
    const [d, b] = [Math.abs(sum - wanted), Math.abs(best - wanted)]
    if (d < b || (d === b && sum < best)) best = sum
  }
  const used = must(ways.get(best)).used
  const plates = kinds.flatMap((k, i) => {
    const count = used.filter((u) => u === i).length
    return count > 0 ? [{ kg: k.g / 1000, count }] : []
  })
  return { ok: true, plates, totalKg: (best + grams(pinKg)) / 1000, exact: best === wanted }
}

/** What to add and take off between two loadings: plates taken off first. `by` below 0: off. */
export function changeOf(from: Loading, to: Loading): { kg: Kg; by: number }[] {
  const of = (l: Loading, kg: Kg) => l.plates.find((p) => p.kg === kg)?.count ?? 0
  return [...new Set([...from.plates, ...to.plates].map((p) => p.kg))]
    .map((kg) => ({ kg, by: of(to, kg) - of(from, kg) }))
    .filter(({ by }) => by !== 0)
    .sort((a, b) => a.by - b.by)
}

/** Smallest step the plates of a room allow, kg: the smallest plate. Null without plates. */
export const smallestStep = (room: readonly Plate[]): number | null => {
  const all = room.filter((p) => p.kg > 0 && p.count > 0).map((p) => p.kg)
  return all.length === 0 ? null : Math.min(...all)
}
