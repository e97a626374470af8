import type { ClearanceView, ExperienceView, HealthView } from '@mano/contract/safety'
import { countedWeeks } from '@mano/core/safety/weeks'
import { healthDue } from '@mano/core/safety/facts'
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

export const experienceView = (
  { experience, record }: Pick<Kept, 'experience' | 'record'>,
  today: string,
): ExperienceView[] => [
  ...experience
    .filter((e) => e.weeks > 0)
    .map(({ quality, family, weeks, origin, enteredOn, by }) => ({
      quality,
      family,
      weeks,
      entered: { origin, on: enteredOn, by: by ?? '' },
    })),
  ...countedWeeks(record, today).map((c) => ({ ...c, entered: null })),
]
