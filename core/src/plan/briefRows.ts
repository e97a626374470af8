import type { Emphasis, QualityId } from '../catalogue/qualities'
import type { Want } from '../demand/want'
import { must } from '../units/must'
import { AIM_SETS, SERVED, SLOPES, WORTH } from './compose'

/** A quality of the week, its rows taken together. */
export interface BriefRow {
  quality: QualityId
  /** 0 to 5, one more where it is short or raised by the coach. */
  imp: number
  /** Points it is worth when fully served. */
  worth: number
  /** Sets a week aimed at. */
  aim: number
  emphases: readonly Emphasis[]
}

export const clamp = (x: number, low: number, high: number): number =>
  Math.min(high, Math.max(low, x))

/** Rows of a week's wants by quality, the most important first. */
export function briefRows(wants: readonly Want[]): BriefRow[] {
  const rows: (BriefRow & { order: number })[] = []
  for (const w of wants) {
    if (rows.some((r) => r.quality === w.quality)) continue
    const own = wants.filter((x) => x.quality === w.quality)
    const importance = Math.max(...own.map((x) => x.importance))
    const plain = importance / 5
    const raised = plain > 0 ? own.reduce((a, x) => a + Math.max(0, x.priority), 0) / plain : 1
    const up = raised >= 1.25 ? 1 : 0
    const imp = clamp(Math.round(importance) + up, 0, 5)
    rows.push({
      quality: w.quality,
      imp,
      worth:
        must(WORTH[imp]) *
        (raised < 1 ? clamp(raised / 0.8, 0.3, 1) : clamp(1 + 0.2 * (raised - 1), 1, 1.4)),
      aim: must(AIM_SETS[imp]) + (up && importance >= 3 ? 1 : 0),
      emphases: own.map((x) => x.emphasis),
      order: rows.length,
    })
  }
  return rows
    .sort((a, b) => b.imp - a.imp || b.worth - a.worth || a.order - b.order)
    .map(({ order: _, ...r }) => r)
}

/** Worth of sets against an aim, 0 to 1.05: most for the first half, next to nothing past it. */
export function served(sets: number, aim: number): number {
  if (aim === 0) return 0
  const x = sets / aim
  return (
    SLOPES[0] * Math.min(x, 0.5) +
    SLOPES[1] * clamp(x - 0.5, 0, 0.5) +
    SLOPES[2] * clamp(x - 1, 0, 0.5)
  )
}

/** What a week serves, all told, in points: less and less. */
export const servedInAll = (sum: number): number =>
  SERVED.reduce((a, piece, i) => {
    const from = i === 0 ? 0 : must(SERVED[i - 1]).upTo
    return a + piece.slope * clamp(sum - from, 0, piece.upTo - from)
  }, 0)
