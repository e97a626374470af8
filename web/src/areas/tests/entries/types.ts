import type { SessionView, TraceBody } from '@mano/contract/tests'
import type { Protocol, TryDetails } from '@mano/core/catalogue/protocols'
import type { EntryUnit } from '@mano/core/units/units'
import type { Hand } from '@mano/core/catalogue/person'
import type { Kg } from '@mano/core/units/quantity'

export interface TryMore {
  missed?: boolean
  details?: TryDetails
  unit?: EntryUnit
  /** Number of the try, where several come at once. */ ordinal?: number
  /** Kept and struck at once, with the reason. */ struck?: string | null
  trace?: TraceBody | null
}

/** What every way of taking a try is given; `onTry` answers with why it was refused. */
export interface EntryProps {
  session: SessionView
  protocol: Protocol
  hand: Hand
  ordinal: number
  /** Load the runner proposes, kg. */
  loadKg: Kg | null
  unit: EntryUnit
  onTry: (text: string, more?: TryMore) => string | null
  /** Where the coach picks the hand. */
  onHand: (hand: Hand) => void
}
