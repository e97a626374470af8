import type { QualityId } from '../catalogue/qualities'
import { seeded } from '../units/seeded'
import { BEFORE, SAME_QUALITY, sameQuality } from './belief'
import type { GapRow } from './map'
import { carriedTo, MOVES, type Priority } from './priorities'

/** How often a row is first, and among the first three, in what could be true. */
export interface Sure {
  first: number
  three: number
}
const DRAWS = 1000

/** What is believed of a row and from what. */
export type Believed = Pick<GapRow, 'quality' | 'state' | 'belief' | 'near'>

/** An estimate from another row of the same quality says nothing that the quality does not. */
const inQuality = (r: Believed): boolean => r.near?.key.startsWith(`${r.quality.id}.`) === true

/**
 * Draws what could be true of rows together: those of one quality go together as far as
 * {@link SAME_QUALITY} says, each known by its own evidence. What a quality shares is drawn first;
 * given that, its rows are independent (normal distributions throughout).
 */
export function drawTruth<R extends Believed>(
  rows: readonly R[],
  normal: () => number,
): () => Map<R, number> {
  const prior = BEFORE.sd ** 2
  const [shared, own] = [SAME_QUALITY * prior, (1 - SAME_QUALITY) * prior]
  const seen = (r: R) => {
    const v = r.belief.sd ** 2
    if ((r.state === 'untested' && (!r.near || inQuality(r))) || v >= 0.999 * prior) return null
    const se2 = (v * prior) / (prior - v)
    return { by: ((r.belief.mean - BEFORE.mean) * (prior + se2)) / prior, se2 }
  }
  const qualities = [...new Set(rows.map((r) => r.quality.id))].map((id) => {
    const of = rows.filter((r) => r.quality.id === id).map((row) => ({ row, seen: seen(row) }))
    const precision = 1 / shared + of.reduce((a, r) => a + (r.seen ? 1 / (own + r.seen.se2) : 0), 0)
    const pull = of.reduce((a, r) => a + (r.seen ? r.seen.by / (own + r.seen.se2) : 0), 0)
    return { of, mean: pull / precision, sd: Math.sqrt(1 / precision) }
  })
  return () =>
    new Map(
      qualities.flatMap((q) => {
        const z = q.mean + q.sd * normal()
        return q.of.map(({ row, seen: y }): [R, number] => {
          const w = y ? own / (own + y.se2) : 0
          return [
            row,
            BEFORE.mean + z + (y ? w * (y.by - z) : 0) + Math.sqrt(own * (1 - w)) * normal(),
          ]
        })
      }),
    )
}

/**
 * Shares of drawn truths in which each row is first or among the first three, by row key.
 * Shortfalls are drawn from what is believed of each row, rows of one quality together; pinned rows
 * stay first.
 */
export function howSure(list: readonly Priority[]): Map<string, Sure> {
  const next = seeded(7)
  const normal = () =>
    Math.sqrt(-2 * Math.log(Math.max(next(), 1e-12))) * Math.cos(2 * Math.PI * next())
  const out = new Map(list.map((p) => [p.row.key, { first: 0, three: 0 }]))
  const moving = list.filter((p) => p.choice?.move !== 'pin' && p.cap > 0)
  const all = moving.map((p) => p.row)
  const draw = drawTruth(all, normal)
  for (let d = 0; d < DRAWS; d++) {
    const truth = draw()
    const own = new Map(all.map((r) => [r, r.weight * Math.max(0, truth.get(r) ?? 0)]))
    const worth = (r: GapRow): number => own.get(r) ?? 0
    const short = new Map<QualityId, number>()
    for (const [r, v] of own)
      if (r.state === 'tested') short.set(r.quality.id, (short.get(r.quality.id) ?? 0) + v)
    const scored = moving.map((p) => ({
      key: p.row.key,
      score:
        (worth(p.row) +
          sameQuality(p.row, all, worth) +
          carriedTo(p.row).reduce((a, c) => a + c.share * (short.get(c.to) ?? 0), 0) +
          p.lean) *
        p.cap *
        (p.choice ? MOVES[p.choice.move] : 1),
    }))
    scored.sort((a, b) => b.score - a.score)
    scored.slice(0, 3).forEach((s, i) => {
      const o = out.get(s.key)
      if (!o) return
      o.three += 1 / DRAWS
      if (i === 0) o.first += 1 / DRAWS
    })
  }
  return out
}
