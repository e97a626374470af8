import type { CSSProperties } from 'react'
import type { Block } from '@mano/core/plan/types'

const FEW = 4
const WIDE = 2

/**
 * Days with work are wide enough for the names of it, while there are few of them; what a tissue
 * bears is drawn to one scale all the same.
 */
export function columnsOf(blocks: readonly Block[]): CSSProperties {
  const worked = new Set(blocks.map((b) => b.day))
  const widths = [0, 1, 2, 3, 4, 5, 6].map((d) => (worked.size <= FEW && worked.has(d) ? WIDE : 1))
  return {
    '--days': widths.map((w) => `minmax(0, ${w}fr)`).join(' '),
    '--parts': widths.reduce((a, w) => a + w, 0),
  }
}
