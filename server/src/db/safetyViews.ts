import { type EntityManager } from 'typeorm'
import type { ClearanceView, ExperienceView, HealthView } from '@mano/contract/safety'
import { countedWeeks } from '@mano/core/safety/weeks'
import { healthDue } from '@mano/core/safety/facts'
import { AccountEntity } from './entities'
import { type Clearance } from './rows'
import type { Kept } from './safety'

export const clearanceView = (c: Clearance): ClearanceView => ({
  id: c.id,
  by: c.clearedBy,
  profession: c.profession,
  on: c.clearedOn,
  allows: c.allows,
  until: c.until,
  received: c.received,
  note: c.note,
})

export function healthView({ health, clearances, record }: Kept, today: string): HealthView {
  const of = (id: string) => clearances.filter((c) => c.healthId === id).at(-1)
  return {
    answeredOn: health?.complete ? health.answeredOn : null,
    due: healthDue(record.health, today),
    yes: (health?.yes ?? []).map((id) => {
      const c = of(id)
      return { id, clearance: c ? clearanceView(c) : null }
    }),
  }
}

export async function experienceView(
  em: EntityManager,
  { experience, record }: Kept,
  today: string,
): Promise<ExperienceView[]> {
  const people = new Map((await em.find(AccountEntity)).map((a) => [a.id, a.name]))
  return [
    ...experience
      .filter((e) => e.weeks > 0)
      .map((e) => ({
        quality: e.quality,
        family: e.family,
        weeks: e.weeks,
        entered: { origin: e.origin, on: e.enteredOn, by: people.get(e.actorId ?? '') ?? '' },
      })),
    ...countedWeeks(record, today).map((c) => ({ ...c, entered: null })),
  ]
}
