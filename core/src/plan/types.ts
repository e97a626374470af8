import type { Side } from '../measure/asymmetry'
import type { Hand } from '../testing/session'
import type { LocalDate } from '../units/dates'

export const PLACES = [{ id: 'hall', name: 'Hall', where: 'in the hall' }, { id: 'home', name: 'Home', where: 'at home' }, { id: 'bag', name: 'Travel bag', where: 'in the bag' }] as const
export type Place = (typeof PLACES)[number]['id']
export const whereIs = (place: Place): string => PLACES.find((p) => p.id === place)!.where

/** What a day leaves for grip work. */
export interface DayFrame {
  /** Minutes for grip work, warm-up included; 0: no session. */
  minutes: number
  place: Place
  /** How much the day's other training and work load the hands, 0 to 3. */
  sportLoad: 0 | 1 | 2 | 3
  /** A heavy pull that day, before or after the grip work. */
  heavyPull: 'none' | 'before' | 'after'
  competition: boolean
}

/** One exercise on one day; the id is its lineage and stays through edits and versions. */
export interface Block {
  id: string
  /** 0 Monday to 6 Sunday. */
  day: number
  exerciseId: string
  sets: number
  /** Amount a set, in the exercise's own unit. */
  dose: number
  hands: readonly Hand[]
  /** A hand that gets one set more, because its lean is acted on. */
  extra?: Side | null | undefined
  /** Why it is there, in words. */
  reason: string
}

export interface WeekPlan {
  /** Monday. */
  weekStart: LocalDate
  frame: readonly DayFrame[]
  blocks: readonly Block[]
}

export const DAY_NAMES = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'] as const

export const EMPTY_DAY: DayFrame = { minutes: 0, place: 'hall', sportLoad: 0, heavyPull: 'none', competition: false }
/** Three sessions of 40 minutes: where a coach starts when nothing is entered. */
export const DEFAULT_FRAME: readonly DayFrame[] = [0, 1, 2, 3, 4, 5, 6].map((d) => ({ ...EMPTY_DAY, minutes: [0, 2, 4].includes(d) ? 40 : d === 5 ? 15 : 0 }))
