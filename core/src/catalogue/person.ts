import type { TissueId } from './tissues'

export type Hand = Side | 'both'

/** Which hand hurt and where, as somebody said; null: not said. */
export interface PainWhere {
  hand: Hand | null
  at: readonly TissueId[] | null
}

export type Sex = 'female' | 'male'

/** Dated body measures; SI: mm or kg. Limits are slips, not norms: own rule, no source. */
export const BODY_MEASURES = [
  {
    id: 'hand_length',
    name: 'Hand length',
    quantity: 'mm',
    perHand: true,
    limits: [100, 260],
    how: 'Wrist crease to tip of middle finger',
  },
  {
    id: 'hand_span',
    name: 'Hand span',
    quantity: 'mm',
    perHand: true,
    limits: [110, 300],
    how: 'Thumb tip to little fingertip, hand stretched',
  },
  {
    id: 'forearm_cold',
    name: 'Forearm girth, cold',
    quantity: 'mm',
    perHand: true,
    limits: [150, 500],
    how: 'Widest point, arm relaxed, before work',
  },
  {
    id: 'forearm_pumped',
    name: 'Forearm girth, pumped',
    quantity: 'mm',
    perHand: true,
    limits: [150, 520],
    how: 'After work; never compared with a cold one',
  },
  {
    id: 'thumb_cold',
    name: 'Thumb-base girth, cold',
    quantity: 'mm',
    perHand: true,
    limits: [60, 200],
    how: 'Round the base of the thumb, before work',
  },
  {
    id: 'thumb_pumped',
    name: 'Thumb-base girth, pumped',
    quantity: 'mm',
    perHand: true,
    limits: [60, 220],
    how: 'After work; never compared with a cold one',
  },
  {
    id: 'body_mass',
    name: 'Body mass',
    quantity: 'kg',
    perHand: false,
    limits: [20, 250],
    how: 'Dated: hangs and ratios need it',
  },
] as const

export type BodyMeasureId = (typeof BODY_MEASURES)[number]['id']

export const LEVELS = [
  { id: 'novice', name: 'Novice', says: 'under 1 year of hand training' },
  { id: 'trained', name: 'Trained', says: '' },
  { id: 'advanced', name: 'Advanced', says: '' },
  { id: 'elite', name: 'Elite', says: '' },
] as const

export type LevelId = (typeof LEVELS)[number]['id']

export type Side = 'left' | 'right'

/** The hands a test or an exercise is done with, one after the other, or both at once. */
export const handsOf = ({ hands }: { hands: 'each' | 'both' }): Hand[] =>
  hands === 'both' ? ['both'] : ['left', 'right']
