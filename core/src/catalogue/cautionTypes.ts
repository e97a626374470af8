import type { Effort } from './efforts'
import type { Exercise } from './exercises'
import type { HealthId } from './health'
import type { QualityId } from './qualities'
import type { InjurySiteId, Tag, TissueId } from './tissues'

/** How hard a clearance lets the hand work; what is harder stays stopped. */
export const ALLOWED = [
  { id: 'light', name: 'Light work only' },
  { id: 'moderate', name: 'Light and moderate work' },
  { id: 'all', name: 'All work' },
] as const
export type Allowed = (typeof ALLOWED)[number]['id']

export type InjuryStatus = 'active' | 'settling' | 'settled'
/** held: waits for a clinician. cleared: active, cleared to load. returning: settling and cleared. old: entered as settled, a year ago or more. */
export type InjuryState = 'held' | 'cleared' | 'returning' | 'old' | InjuryStatus

export type Trigger =
  /** whole: of the body, not of a hand. */
  | { kind: 'symptom'; whole: boolean }
  /** Pain 0 to 10 noted today, both limits included. */
  | { kind: 'pain'; from: number; to: number }
  /** Pain of finished sessions that loaded a tissue; lasting: does not lapse and waits for a clinician. */
  | { kind: 'earlier_pain'; lasting: boolean }
  | { kind: 'injury'; sites: readonly InjurySiteId[]; states: readonly InjuryState[] }
  | { kind: 'health'; ids: readonly HealthId[] }
  | { kind: 'unanswered' }
  /** Anything on record that rules blood-flow restriction out. */
  | { kind: 'restriction_history' }
  | { kind: 'age'; underYears: number }
  /** Treated as under 18. */
  | { kind: 'age_unknown' }
  | { kind: 'no_consent'; underYears: number }
  | { kind: 'flag'; flag: string; unless?: true }
  | { kind: 'always' }

/** The acts a gate is about: every field that is given must hold, one value of a list is enough. */
export interface Match {
  kind?: 'test' | 'exercise'
  effort?: readonly Effort[]
  /** Short squeezes, or everything else. */
  short?: boolean
  tags?: readonly Tag[]
  qualities?: readonly QualityId[]
  /** A tissue is loaded at this stress or more, 1 to 3. */
  loads?: readonly [TissueId, 1 | 2 | 3]
  /** Against the tissues the trigger names. */
  tissue?: 'same' | 'other'
  modes?: readonly Exercise['mode'][]
  notModes?: readonly Exercise['mode'][]
  notAims?: readonly Exercise['aim'][]
  aims?: readonly Exercise['aim'][]
  /** What it leaves in the hand, 0 to 3. */
  tiresFrom?: number
  edgeTest?: boolean
  /** The one edge test under 18, with nothing added. */
  youthEdge?: boolean
  added?: true
  /** Marked for the experienced. */
  experienced?: true
  /** Under so many weeks of the act's quality, or at least so many. */
  underWeeks?: number
  fromWeeks?: number
}

/** absolute: nobody goes on until the fact changes. clearance: until a clinician's clearance is on record. acknowledge: with the coach's reason. notice: said once. */
export type Tier = 'absolute' | 'clearance' | 'acknowledge' | 'notice'

/** What a caution does to an act that fits one of `of`. */
export interface Gate {
  tier: Tier
  of: readonly Match[]
}

export interface Caution {
  id: string
  version: 2
  trigger: Trigger
  /** hand: only the hand it was seen on. */
  scope: 'hand' | 'athlete'
  /** A readiness squeeze counts as maximal here; elsewhere it is light. */
  nearMaximal?: true
  title: string
  /** What stops and what asks, in words. */
  says: string
  gates: readonly Gate[]
  /** Until when, or until whom. */
  until: string
  instead: string
}
