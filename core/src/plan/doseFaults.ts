import { POINTS } from './compose'
import type { Item } from './item'

/** Points for set counts no coach would write, by day. */
export function doseFaults(week: readonly (readonly Item[])[]): number {
  let faults = 0
  for (const own of week) {
    let most = 0
    let main: Item | null = null
    for (const x of own) {
      faults += x.over
      if (!x.r.close && !x.main) most = Math.max(most, x.block.sets)
      if (x.lead > (main?.lead ?? 0)) main = x
    }
    if (most < 3 || !main) continue
    for (const x of own)
      if (x !== main && !x.r.close && !x.main && x.block.sets > main.block.sets) faults++
  }
  return POINTS.overDose * faults
}
