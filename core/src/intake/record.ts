import { INJURY_SITES } from '../catalogue/tissues'
import type { Hand } from '../testing/session'
import { isLocalDate, ageOn, type LocalDate } from '../units/dates'

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

export interface BodyMeasurement {
  measure: BodyMeasureId
  hand: Hand
  value: number
  on: LocalDate
}

/** The newest measurement of one kind and hand; null when never taken. */
export function latestMeasure<T extends BodyMeasurement>(
  all: readonly T[],
  measure: BodyMeasureId,
  hand: Hand,
): T | null {
  return (
    all
      .filter((m) => m.measure === measure && m.hand === hand)
      .sort((a, b) => (a.on < b.on ? 1 : -1))[0] ?? null
  )
}

/** What intake still lacks, in words, most needed first. */
export function missingIntake(
  athlete: { birthDate: LocalDate | null; dominantHand: string | null },
  measures: readonly BodyMeasurement[],
): string[] {
  const out: string[] = []
  if (!athlete.birthDate) out.push('birth date')
  if (!athlete.dominantHand) out.push('dominant hand')
  const lacks = (id: BodyMeasureId) =>
    !(['left', 'right'] as const).every((h) => latestMeasure(measures, id, h))
  const [length, span] = [lacks('hand_length'), lacks('hand_span')]
  if (length || span) out.push(length && span ? 'hand size' : length ? 'hand length' : 'hand span')
  if (!latestMeasure(measures, 'body_mass', 'both')) out.push('body mass')
  return out
}

/** Why a birth date is refused; null when it is fine. Ages 5 to 100 (own limit). */
export function birthDateProblem(birth: string, today: LocalDate): string | null {
  if (!isLocalDate(birth)) return 'Not a date.'
  if (birth > today) return 'The birth date is in the future.'
  const age = ageOn(birth, today)
  return age < 5 || age > 100 ? `That makes the athlete ${age} years old.` : null
}

/** Who consented for an athlete under 18, in what relation, and when. */
export interface Guardian {
  by: string
  relation: string
  on: LocalDate
}

export const injurySiteName = (id: string): string =>
  INJURY_SITES.find((s) => s.id === id)?.name ?? id

export const SKINS = [
  { id: 'normal', name: 'Normal' },
  { id: 'dry', name: 'Dry' },
  { id: 'sweaty', name: 'Sweaty' },
] as const
export type SkinId = (typeof SKINS)[number]['id']
