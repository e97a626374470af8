import type { QualityId } from '../catalogue/qualities'
import type { Kits } from '../match/kit'
import type { SetLog } from '../record/sets'
import type { Plate } from '../testing/plates'
import type { Hand } from '../catalogue/person'
import type { LocalDate } from '../units/dates'
import type { Kg, Seconds } from '../units/quantity'
/**
 * Latest counted best single lift of a hand in a quality, kg hung or held, and with what kind of
 * implement.
 */
export interface TestBest {
  quality: QualityId
  implement: string
  hand: Hand
  kg: Kg
  on: LocalDate
}

/** Latest counted time a hand (or both) held or hung in a quality, s, and on what. */
export interface HoldBest {
  quality: QualityId
  implement: string
  hand: Hand
  seconds: Seconds
  on: LocalDate
}

/** What hangs on a pin in the hall. */
export interface Room {
  plates: readonly Plate[]
  pinKg: Kg
}

export interface LoadSources {
  logs: readonly SetLog[]
  bests: readonly TestBest[]
  /** Oldest first; absent: none. */
  holds?: readonly HoldBest[] | undefined
  room: Room | null
  kits: Kits
  today: LocalDate
  /** For how fast a load may rise; absent: trained. */
  level?: string | undefined
  bodyMassKg?: Kg | null | undefined
}
