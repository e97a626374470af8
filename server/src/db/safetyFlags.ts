import { In, type EntityManager } from 'typeorm'
import type { DayFlagId } from '@mano/core/catalogue/cautions'
import { addDays, daysBetween } from '@mano/core/units/dates'
import { DayFlagEntity } from './entities'

/** Flags of a day: as somebody ticked them last, and a heavy pull that the plan of the day puts after the grip work. */
export async function flagsOf(
  em: EntityManager,
  ids: readonly string[],
  day: string,
): Promise<Map<string, DayFlagId[]>> {
  const rows = await em.find(DayFlagEntity, {
    where: { athleteId: In([...ids]), heldOn: day },
    order: { recordedAt: 'DESC', id: 'DESC' },
  })
  const plans = (await em.query(
    'SELECT DISTINCT ON (athlete_id) athlete_id AS id, week_start::text AS week, frame FROM plan_version WHERE athlete_id = ANY($1) AND week_start <= $2 AND week_start > $3 ORDER BY athlete_id, seq DESC',
    [[...ids], day, addDays(day, -7)],
  )) as { id: string; week: string; frame: { heavyPull: string }[] }[]
  return new Map(
    ids.map((id) => {
      const ticked = rows.find((r) => r.athleteId === id)?.flags ?? []
      const plan = plans.find((p) => p.id === id)
      return [
        id,
        [
          ...ticked,
          ...(plan?.frame[daysBetween(plan.week, day)]?.heavyPull === 'after'
            ? (['heavy_pull_later'] as const)
            : []),
        ],
      ]
    }),
  )
}
