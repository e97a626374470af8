import { exerciseById } from '../catalogue/exercises'
import type { FamilyId } from '../catalogue/implementUse'
import { protocolById } from '../catalogue/protocols'
import type { QualityId } from '../catalogue/qualities'
import { addDays, weekStartOf, type LocalDate } from '../units/dates'
import { actOf } from './act'
import type { SafetyRecord } from './record'
import type { SafetyFacts } from './triggers'

/** Weeks of history that count for experience. */
const COUNTED_WEEKS = 26

/**
 * Different weeks of the last 26 with work of a quality on an implement family; a test counts one
 * week, for the quality it was done on.
 */
export function countedWeeks(
  r: Pick<SafetyRecord, 'sets' | 'tests'>,
  today: LocalDate,
): SafetyFacts['experience'][number][] {
  const from = addDays(weekStartOf(today), -7 * (COUNTED_WEEKS - 1))
  const weeks = new Map<string, Set<LocalDate>>()
  const keyOf = ({ quality, family }: ReturnType<typeof actOf>) =>
    quality === null ? null : `${quality} ${family ?? ''}`
  const see = (key: string | null, on: LocalDate) => {
    if (key === null || on < from || on > today) return
    const own = weeks.get(key) ?? new Set()
    weeks.set(key, own.add(weekStartOf(on)))
  }
  // Hundreds of sets of a few exercises: each is looked up once.
  const known = new Map<string, string | null>()
  for (const s of r.sets) {
    let key = known.get(s.exerciseId)
    if (key === undefined) {
      const exercise = exerciseById(s.exerciseId)
      const trains = exercise && exercise.aim !== 'prepare' && exercise.aim !== 'close'
      key = trains ? keyOf(actOf({ kind: 'exercise', exercise, hand: 'both' })) : null
      known.set(s.exerciseId, key)
    }
    see(key, s.on)
  }
  for (const t of r.tests) {
    const protocol = protocolById(t.protocolId)
    if (!protocol || protocol.effort === null) continue
    const { unitKind: implementKind, variant } = t
    see(keyOf(actOf({ kind: 'test', protocol, hand: 'both', implementKind, variant })), t.on)
  }
  return [...weeks].map(([key, set]) => {
    const [quality, family] = key.split(' ') as [QualityId, FamilyId | '']
    return { quality, family: family || null, weeks: set.size }
  })
}
