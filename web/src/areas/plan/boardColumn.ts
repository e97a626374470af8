import type { ReactNode } from 'react'
import type { AheadWeek } from '@mano/core/session/ahead'
/** A column: what heads it, and its plan where it has one. */
export interface BoardColumn extends AheadWeek {
  head: ReactNode
  /** It has blocks, planned now or kept before. */
  filled: boolean
  /** Most hand load growth allows; null: not known. */
  most: number | null
  now: boolean
}
