import { rowsOf } from '../testing/rows'
import { N_PER_KGF } from '../units/units'
import type { Series } from '../record/series'
import type { HoldBest, TestBest } from './sources'
import { must } from '../units/must'
import { entriesOf } from '../units/among'

/**
 * What can be lifted once, from the newest counted test of each series that says it: loads in kg,
 * pulls on a cell as the load they would lift.
 */
export function bestsOf(series: readonly Series[]): TestBest[] {
  return series.flatMap((s) => {
    const rows = rowsOf(s.protocol, s.setup).filter((r) => r.measure === 'max')
    const point = s.points.filter((p) => !p.practice).at(-1)
    if (!point || rows.length !== 1 || s.protocol.group !== 'lift') return []
    const perUnit = s.protocol.unit === 'kg' ? 1 : s.protocol.unit === 'N' ? 1 / N_PER_KGF : null
    if (perUnit === null) return []
    return entriesOf(point.byHand).map(([hand, t]): TestBest => ({
      quality: must(rows[0]).quality,
      implement: s.setup.unitKind ?? '',
      hand,
      kg: t.best * perUnit,
      on: point.on,
    }))
  })
}

/** Newest counted time of each timed series without added load or help, s, oldest first. */
export function holdsOf(series: readonly Series[]): HoldBest[] {
  return series
    .flatMap((s) => {
      const row = rowsOf(s.protocol, s.setup)[0]
      const point = s.points.filter((p) => !p.practice).at(-1)
      const plain = s.protocol.numbers.every((n) => Number(s.setup.variant[n.id] ?? 0) === 0)
      if (!point || !row || row.measure !== 'sustained' || s.protocol.unit !== 's' || !plain)
        return []
      return entriesOf(point.byHand).map(([hand, t]): HoldBest => ({
        quality: row.quality,
        implement: s.setup.unitKind ?? '',
        hand,
        seconds: t.best,
        on: point.on,
      }))
    })
    .sort((a, b) => (a.on < b.on ? -1 : 1))
}
