import type { Want } from '../plan/draft'
import type { GapRow } from './map'

/** How much a unit of shortfall score raises a row above its weight: practice estimate, no source. */
const SHORTFALL_RAISE = 3

const pct = (share: number): string => `${Math.round(100 * share)}\u00A0%`

/** What the plan is asked to serve: each row of the map with its weight raised by the shortfall, and why in words. */
export function wantsOf(rows: readonly GapRow[]): Want[] {
  return rows.map((r) => {
    const worst = r.reference.value === null ? null : r.hands.filter((h) => (h.shortBy ?? 0) > 0).sort((a, b) => b.shortBy! - a.shortBy!)[0]
    const short = worst ? `, ${worst.hand === 'both' ? '' : `${worst.hand} hand `}${pct(worst.shortBy! / r.reference.value!)} short beyond error` : r.state === 'untested' ? ', not tested yet' : ''
    return { quality: r.quality.id, emphasis: r.emphasis, importance: r.importance, priority: r.weight + SHORTFALL_RAISE * r.score, why: `weight ${r.importance} of 5, ${r.emphasis}${short}` }
  })
}
