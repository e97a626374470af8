import type { EntityManager } from 'typeorm'
import type { GapsView } from '@mano/contract/plan'
import { localDateOf } from '@mano/core/units/dates'
import { StandardEntity } from './entities'
import { type StandardRow } from './rows'
import { standing } from './takenBack'

const meantFor = (s: StandardRow): string =>
  JSON.stringify([s.protocolId, s.sportId, s.level, s.forVariant, s.forSex, s.ageFrom, s.ageTo])

/** The hall's standards: the newest of each test and kind of athlete. */
export async function standards(
  em: EntityManager,
  timeZone: string,
): Promise<GapsView['standards']> {
  const all = await standing(
    em,
    'standard',
    await em.find(StandardEntity, { order: { recordedAt: 'DESC' } }),
  )
  const newest = new Map<string, StandardRow>()
  for (const s of all) if (!newest.has(meantFor(s))) newest.set(meantFor(s), s)
  return [...newest.values()].map((s) => ({
    id: s.id,
    protocolId: s.protocolId,
    sportId: s.sportId,
    level: s.level,
    value: s.value,
    perBodyMass: s.perBodyMass,
    variant: s.forVariant,
    sex: s.forSex,
    ages: s.ageFrom === null || s.ageTo === null ? null : [s.ageFrom, s.ageTo],
    on: localDateOf(s.recordedAt, timeZone),
  }))
}
