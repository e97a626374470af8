import { implementById, type ImplementId } from '../catalogue/implements'
import type { DemandRow } from '../demand/profile'
import { fitsOf, rankUnits, type MatchAthlete } from './rank'
import { matchUnit, type MatchUnit } from './unit'
import type { Mm, Percent } from '../units/quantity'
import { must } from '../units/must'

/** Sizes worth buying or making, mm: practice estimates, no source. */
export const CANDIDATES: readonly { kind: ImplementId; sizeMm: Mm | null }[] = [
  { kind: 'bar', sizeMm: 30 },
  { kind: 'sleeve', sizeMm: 50 },
  { kind: 'sleeve', sizeMm: 60 },
  { kind: 'sleeve', sizeMm: 70 },
  { kind: 'rolling', sizeMm: 60 },
  { kind: 'farm', sizeMm: 32 },
  { kind: 'kettlebell', sizeMm: 35 },
  { kind: 'dumbbell', sizeMm: 32 },
  { kind: 'spring', sizeMm: 70 },
  { kind: 'block', sizeMm: 76 },
  { kind: 'block', sizeMm: 50 },
  { kind: 'edge', sizeMm: 30 },
  { kind: 'edge', sizeMm: 20 },
  { kind: 'edge', sizeMm: 10 },
  { kind: 'hub', sizeMm: 50 },
  { kind: 'ball', sizeMm: 85 },
  { kind: 'ball', sizeMm: 120 },
  { kind: 'rope', sizeMm: 38 },
  { kind: 'jacket', sizeMm: 35 },
  { kind: 'lever', sizeMm: 28 },
  { kind: 'band_finger', sizeMm: null },
  { kind: 'band', sizeMm: null },
  { kind: 'roller', sizeMm: 38 },
  { kind: 'barbell', sizeMm: 28.5 },
  { kind: 'plate', sizeMm: 40 },
  { kind: 'towel', sizeMm: 38 },
  { kind: 'books', sizeMm: 45 },
  { kind: 'jar', sizeMm: 80 },
  { kind: 'bag', sizeMm: 30 },
  { kind: 'broom', sizeMm: 25 },
  { kind: 'hammer', sizeMm: 30 },
  { kind: 'bottle', sizeMm: null },
  { kind: 'sand', sizeMm: null },
  { kind: 'wet_cloth', sizeMm: 30 },
]

export interface SquadMember {
  name: string
  rows: readonly DemandRow[]
  athlete: MatchAthlete
}

export interface Purchase {
  kind: ImplementId
  name: string
  sizeMm: Mm | null
  /**
   * How much of the squad's coverage (0 to 100, mean over athletes, rows by importance) it adds at
   * this point.
   */
  adds: number
  serves: readonly string[]
  /**
   * What costs next to nothing and the share of the gain it keeps (0 to 100); null: nothing free
   * comes near.
   */
  free: { name: string; keepsPct: Percent } | null
}

/** An athlete is served when own coverage rises by this, points. */
const SERVED_FROM = 1
const FREE_FROM_PCT = 15
const SHOWN = 5

const candidateUnit = (c: (typeof CANDIDATES)[number], i: number): MatchUnit =>
  must(
    matchUnit({
      id: `candidate ${i}`,
      kind: c.kind,
      label: must(implementById(c.kind)).name,
      sizeMm: c.sizeMm,
      ratingKg: 1,
    }),
  )

const options = CANDIDATES.map((c, i) => ({ c, unit: candidateUnit(c, i) }))

/**
 * What each implement that could be bought does for one athlete at a place, row by row of the
 * demands: the long part of advice, which a server does one athlete at a time.
 */
export function usesFor(
  { name, rows, athlete }: SquadMember,
  place: readonly MatchUnit[],
): { name: string; rows: { weight: number; best: number; own: Map<string, number> }[] } {
  // A thing that is there and not measured yet is to be measured, not bought again.
  const there = place.map((u) => ({ ...u, usualSize: false }))
  const bought = options.map((x) => x.unit)
  const fits = { there: fitsOf(there, athlete), bought: fitsOf(bought, athlete) }
  const weights = rows.reduce((a, r) => a + r.importance, 0) || 1
  return {
    name,
    rows: rows.map((row) => ({
      weight: row.importance / weights,
      best: rankUnits(row, there, athlete, fits.there)[0]?.mean ?? 0,
      own: new Map(rankUnits(row, bought, athlete, fits.bought).map((m) => [m.unit.id, m.mean])),
    })),
  }
}

/**
 * The few implements that raise a squad's coverage of its demands most, one after the other (each
 * counted on top of those
 * before it), with whom each serves and what is free instead. Coverage of a row is its best score
 * in the place.
 */
export function whatToBuy(squad: readonly ReturnType<typeof usesFor>[], most = SHOWN): Purchase[] {
  const table = squad.map((a) => ({ ...a, rows: a.rows.map((r) => ({ ...r })) }))
  const gainOf = (row: (typeof table)[number]['rows'][number], id: string): number =>
    row.weight * Math.max(0, must(row.own.get(id)) - row.best)
  const out: Purchase[] = []
  for (let n = 0; n < most; n++) {
    const ranked = options
      .filter((x) => !x.unit.free)
      .map((x) => ({
        ...x,
        adds: mean(table.map((a) => sum(a.rows.map((r) => gainOf(r, x.unit.id))))),
      }))
      .sort((a, b) => b.adds - a.adds)
    const top = ranked[0]
    if (!top || top.adds < SERVED_FROM / 10) break
    const helped = table.filter(
      (a) => sum(a.rows.map((r) => gainOf(r, top.unit.id))) >= SERVED_FROM,
    )
    if (helped.length === 0) break
    const free = options
      .filter((x) => x.unit.free)
      .map((x) => ({
        name: `${x.unit.label}${x.unit.how ? `, ${x.unit.how}` : ''}`,
        keepsPct: keeps(table, top.unit.id, x.unit.id, gainOf),
      }))
      .sort((a, b) => b.keepsPct - a.keepsPct)[0]
    out.push({
      kind: top.c.kind,
      name: top.unit.label,
      sizeMm: top.c.sizeMm,
      adds: top.adds,
      serves: helped.map((a) => a.name),
      free: free && free.keepsPct >= FREE_FROM_PCT ? free : null,
    })
    for (const a of table)
      for (const r of a.rows) r.best = Math.max(r.best, must(r.own.get(top.unit.id)))
  }
  return out
}

/** How much of one unit's gain another keeps, row by row, 0 to 100. */
function keeps<R extends { best: number; own: Map<string, number> }>(
  table: readonly { rows: R[] }[],
  of: string,
  by: string,
  gainOf: (r: R, id: string) => number,
): number {
  let all = 0,
    kept = 0
  for (const a of table)
    for (const r of a.rows) {
      const g = gainOf(r, of)
      all += g
      kept += Math.min(g, gainOf(r, by))
    }
  return all === 0 ? 0 : (100 * kept) / all
}

const sum = (v: readonly number[]): number => v.reduce((a, b) => a + b, 0)
const mean = (v: readonly number[]): number => (v.length === 0 ? 0 : sum(v) / v.length)
