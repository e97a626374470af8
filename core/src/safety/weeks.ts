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
  const see = (quality: QualityId | null, family: FamilyId | null, on: LocalDate) => {
    if (quality === null || on < from || on > today) return
    const key = `${quality} ${family ?? ''}`
    weeks.set(key, (weeks.get(key) ?? new Set()).add(weekStartOf(on)))
  }
  const known = new Map<string, ReturnType<typeof actOf> | null>()
  const act = (key: string, make: () => ReturnType<typeof actOf> | null) => {
    if (!known.has(key)) known.set(key, make())
    return known.get(key) ?? null
  }
  for (const s of r.sets) {
    const a = act(s.exerciseId, () => {
      const exercise = exerciseById(s.exerciseId)
      return exercise && exercise.aim !== 'prepare' && exercise.aim !== 'close'
        ? actOf({ kind: 'exercise', exercise, hand: 'both' })
        : null
    })
    if (a) see(a.quality, a.family, s.on)
  }
  for (const t of r.tests) {
    const protocol = protocolById(t.protocolId)
    const a =
      protocol && protocol.effort !== null
        ? actOf({
            kind: 'test',
            protocol,
            hand: 'both',
            implementKind: t.unitKind,
            variant: t.variant,
          })
        : null
    if (a) see(a.quality, a.family, t.on)
  }
  return [...weeks].map(([key, set]) => {
    const [quality, family] = key.split(' ') as [QualityId, FamilyId | '']
    return { quality, family: family || null, weeks: set.size }
  })
}
