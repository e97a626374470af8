import type { Hand, Side } from '../catalogue/person'
import type { Kg } from '../units/quantity'

/** What happened, in seconds from the start; the list is the day. */
export type DayEvent = { id: string; at: number } & (
  | {
      kind: 'done'
      athlete: string
      station: string
      hand: Hand
      loadKg: Kg
      outcome: 'clean' | 'missed' | 'skipped'
      /** The result in the protocol's unit; null or absent: none. */ value?: number | null
      /** Why a try was left out. */ reason?: string
    }
  /** Not there before. */
  | { kind: 'late'; athlete: string; untilS: number }
  /** Ends for the day, with one hand (pain) or both. */
  | { kind: 'out'; athlete: string; hand: Side | null; reason: string }
  | { kind: 'lost'; station: string }
  | { kind: 'back'; station: string }
  | { kind: 'retry'; athlete: string; station: string; hand: Hand; loadKg: Kg }
  /** Takes back what was said before, a try left out among it. */
  | { kind: 'undo'; of: string }
  /** Nobody is called before. */
  | { kind: 'break'; untilS: number }
  /** The rest is ordered anew from scratch. */
  | { kind: 'reorder' }
)

/** An event of a day as it is kept: by its schema the body has the fields of its kind. */
export const dayEvent = (id: string, at: number, kind: string, body: object): DayEvent =>
  ({ id, at, kind, ...body }) as DayEvent
