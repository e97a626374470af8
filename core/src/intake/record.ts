import type { BodyMeasureId, Hand } from '../catalogue/person'
import { INJURY_SITES } from '../catalogue/tissues'
import { isLocalDate, ageOn, type LocalDate } from '../units/dates'

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
