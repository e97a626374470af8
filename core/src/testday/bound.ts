import type { DayParams, DayTry, Visit } from './order'

// The marks below stand for places within lists whose length the loop around them knows; they are
// asked millions of times a day, where a check each looked a tenth slower.

/**
 * Cheapest perfect matching of a square cost table (Hungarian method with potentials, Kuhn 1955;
 * O(n^3)). Costs finite.
 */
export function assignment(cost: readonly (readonly number[])[]): number {
  const n = cost.length
  const [u, v] = [new Float64Array(n + 1), new Float64Array(n + 1)]
  const match = new Int32Array(n + 1)
  const way = new Int32Array(n + 1)
  for (let i = 1; i <= n; i++) {
    match[0] = i
    let j0 = 0
    const least = new Float64Array(n + 1).fill(Infinity)
    const used = new Uint8Array(n + 1)
    do {
      used[j0] = 1
      const i0 = match[j0]!
      let [delta, j1] = [Infinity, 0]
      for (let j = 1; j <= n; j++) {
        if (used[j]) continue
        const c = cost[i0 - 1]![j - 1]! - u[i0]! - v[j]!
        if (c < least[j]!) {
          least[j] = c
          way[j] = j0
        }
        if (least[j]! < delta) {
          delta = least[j]!
          j1 = j
        }
      }
      for (let j = 0; j <= n; j++)
        if (used[j]) {
          u[match[j]!]! += delta
          v[j]! -= delta
        } else least[j]! -= delta
      j0 = j1
    } while (match[j0] !== 0)
    do {
      const j1 = way[j0]!
      match[j0] = match[j1]!
      j0 = j1
    } while (j0)
  }
  return -v[0]!
}

/**
 * What one athlete's tries take with nobody else there, s: the rests between them, and the walks.
 */
function chain(visits: readonly Visit[], p: DayParams): number {
  const tries = visits.reduce((a, v) => a + v.tries.length, 0)
  const inside = visits.reduce(
    (a, v) =>
      a +
      v.tries
        .slice(1)
        .reduce((x, t, i) => x + (t.hand === v.tries[i]!.hand ? p.gapSame : p.gapHands), 0),
    0,
  )
  return (
    tries * p.att + inside + (visits.length - 1) * Math.max(p.walk, Math.min(p.gapHands, p.gapSame))
  )
}

const changeOf =
  (p: DayParams) =>
  (a: DayTry, b: DayTry): number =>
    a.loadKg === b.loadKg ? 0 : p.plate0 + (p.perStep * Math.abs(a.loadKg - b.loadKg)) / p.step

/**
 * What one station's tries take at the least since the bar goes through every load, s: it is
 * changed
 * once less than there are loads, and moved from the lightest to the heaviest. A matching may fall
 * apart into rounds that never meet, and then misses that.
 */
function loads(visits: readonly Visit[], p: DayParams): number {
  const change = changeOf(p)
  const all = visits.flatMap((v) => v.tries.map((t) => t.loadKg))
  /** What a step from one try to the next costs beside the change of load, at the least. */
  const beside = visits
    .flatMap((v) =>
      v.tries.slice(1).map((t, i) => {
        const c = change(v.tries[i]!, t)
        return Math.max(c, t.hand === v.tries[i]!.hand ? p.gapSame : p.gapHands) - c
      }),
    )
    .reduce((a, x) => Math.min(a, x), p.swap)
  return (
    all.length * p.att +
    (all.length - 1) * beside +
    (new Set(all).size - 1) * p.plate0 +
    (p.perStep * (Math.max(...all) - Math.min(...all))) / p.step
  )
}

/**
 * What one station's tries take if nobody ever kept it waiting, s: each try follows the one that
 * costs least to change from.
 */
function work(visits: readonly Visit[], p: DayParams): number {
  const all = visits.flatMap((v) => v.tries.map((t, k) => ({ ...t, who: v.athlete, k })))
  const change = changeOf(p)
  const FAR = 1e7
  // A path through all tries: each has one before it, but the first; the last leads nowhere.
  const cost = [...all, null].map((a) =>
    [...all, null].map((b) => {
      if (a === null) return b === null ? FAR : 0
      if (b === null) return 0
      if (a === b) return FAR
      if (a.who !== b.who) return p.swap + change(a, b)
      return b.k === a.k + 1
        ? Math.max(change(a, b), a.hand === b.hand ? p.gapSame : p.gapHands)
        : FAR
    }),
  )
  return all.length * p.att + assignment(cost)
}

/**
 * A time no order can end before, s from the start of an untouched day: the longest of what each
 * athlete and each station need by themselves. A bound, not a plan.
 */
export function dayBound(visits: readonly Visit[], p: DayParams): number {
  const by = (key: 'athlete' | 'station') =>
    [...new Set(visits.map((v) => v[key]))]
      .map((id) => visits.filter((v) => v[key] === id && v.tries.length > 0))
      .filter((x) => x.length > 0)
  return Math.max(
    0,
    ...by('athlete').map((v) => chain(v, p)),
    ...by('station').map((v) => Math.max(work(v, p), loads(v, p))),
  )
}
