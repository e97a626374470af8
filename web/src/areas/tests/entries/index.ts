import type { ComponentType } from 'react'
import type { EntryKind } from '@mano/core/catalogue/setups'
import { AllOutEntry } from './AllOutEntry'
import { CarryEntry } from './CarryEntry'
import { ClenchEntry } from './ClenchEntry'
import { LiftEntry } from './LiftEntry'
import { PacedEntry } from './PacedEntry'
import { SingleEntry } from './SingleEntry'
import { SpringEntry } from './SpringEntry'
import { TrialEntry } from './TrialEntry'
import type { EntryProps } from './types'
import { WindowEntry } from './WindowEntry'

/**
 * How each kind of try is taken. `wide`: it has the whole width. `each`: made anew for every try;
 * the others keep their field and its focus.
 */
export const ENTRY_PANELS: Readonly<
  Record<
    Exclude<EntryKind, 'body'>,
    { Panel: ComponentType<EntryProps>; wide: boolean; each: boolean }
  >
> = {
  value: { Panel: TrialEntry, wide: false, each: false },
  clock: { Panel: TrialEntry, wide: false, each: false },
  lift: { Panel: LiftEntry, wide: true, each: true },
  single: { Panel: SingleEntry, wide: true, each: true },
  spring: { Panel: SpringEntry, wide: true, each: true },
  window: { Panel: WindowEntry, wide: true, each: false },
  paced: { Panel: PacedEntry, wide: true, each: false },
  carry: { Panel: CarryEntry, wide: true, each: false },
  clench: { Panel: ClenchEntry, wide: true, each: false },
  allout: { Panel: AllOutEntry, wide: true, each: false },
}
