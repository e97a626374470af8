import type { HallWishView, TierView } from '@mano/contract/exercises'
import { localDateOf } from '@mano/core/units/dates'
import { created, ok, type Api } from '../api/api'
import { AthleteEntity, ExerciseWishEntity, HallTierEntity } from '../db/entities'
import { insertOnce } from '../db/once'
import { hallTiers, hallWishes } from '../db/ownWay'
import { notFound } from '../faults/problem'
import { names } from './plan'

/** The coach's own way: how the hall rates exercises, and what a coach would rather have. */
export function mountExercises(api: Api): void {
  api.on('GET /api/exercise-tiers', async (call) => {
    const who = await names(call)
    return ok(
      (await hallTiers(call.em)).map((t): TierView => ({
        sportId: t.sportId,
        quality: t.quality,
        exerciseId: t.exerciseId,
        tier: t.tier,
        on: localDateOf(t.recordedAt, call.hall.timeZone),
        by: who.get(t.actorId ?? '') ?? 'the demo',
      })),
    )
  })

  api.on('POST /api/exercise-tiers', async (call) => {
    await insertOnce(call.em, HallTierEntity, { ...call.actor, ...call.body })
    return created({ id: call.body.id })
  })

  api.on('GET /api/exercise-wishes', async (call) => {
    const who = await names(call)
    return ok(
      (await hallWishes(call.em)).map((w): HallWishView => ({
        exerciseId: w.exerciseId,
        wish: w.wish,
        on: localDateOf(w.recordedAt, call.hall.timeZone),
        by: who.get(w.actorId ?? '') ?? 'the demo',
      })),
    )
  })

  api.on('POST /api/exercise-wishes', async (call) => {
    const { athleteId } = call.body
    if (athleteId && !(await call.em.findOneBy(AthleteEntity, { id: athleteId })))
      throw notFound('athlete')
    await insertOnce(call.em, ExerciseWishEntity, { ...call.actor, ...call.body })
    return created({ id: call.body.id })
  })
}
