import type { Side } from '../catalogue/person'
import type { LocalDate } from '../units/dates'
import type { Period } from './changes'
import type { Mm } from '../units/quantity'
import { must } from '../units/must'

/** Girth differences a tape can make by itself, mm: common practice, no source. */
const TAPE_MM = 5

export interface GirthChange {
  mm: Mm
  /** Within what a tape does. */ byTape: boolean
}

/** Cold forearm girth of one arm, last less first inside a period, mm. Null with fewer than two. */
export function girthChange(
  all: readonly { measure: string; hand: string; on: LocalDate; value: number }[],
  hand: Side,
  period: Period,
): GirthChange | null {
  const own = all
    .filter(
      (m) =>
        m.measure === 'forearm_cold' && m.hand === hand && m.on >= period.from && m.on <= period.to,
    )
    .sort((a, b) => (a.on < b.on ? -1 : 1))
  if (own.length < 2) return null
  const mm = must(own.at(-1)).value - must(own[0]).value
  return { mm, byTape: Math.abs(mm) <= TAPE_MM }
}
