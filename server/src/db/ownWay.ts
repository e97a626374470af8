import type { WishView } from '@mano/contract/exercises'
import type { OwnTier, Wish } from '@mano/core/catalogue/tiers'
import { localDateOf } from '@mano/core/units/dates'
import { IsNull, type EntityManager } from 'typeorm'
import { ExerciseWishEntity, HallTierEntity } from './entities'
import type { ExerciseWish, HallTier } from './rows'

const NEWEST = { recordedAt: 'DESC', id: 'DESC' } as const

/** The hall's own ratings as they are now: the newest of each that is not Mano's again. */
export async function hallTiers(em: EntityManager): Promise<(HallTier & OwnTier)[]> {
  const newest = new Map<string, HallTier>()
  for (const t of await em.find(HallTierEntity, { order: NEWEST })) {
    const key = `${t.sportId} ${t.quality} ${t.exerciseId}`
    if (!newest.has(key)) newest.set(key, t)
  }
  return [...newest.values()].filter((t): t is HallTier & OwnTier => t.tier !== null)
}

/** What is wished of everybody in the hall: the newest of each exercise that is not neither. */
export async function hallWishes(em: EntityManager): Promise<(ExerciseWish & { wish: Wish })[]> {
  const newest = new Map<string, ExerciseWish>()
  for (const w of await em.find(ExerciseWishEntity, {
    where: { athleteId: IsNull() },
    order: NEWEST,
  }))
    if (!newest.has(w.exerciseId)) newest.set(w.exerciseId, w)
  return [...newest.values()].flatMap((w) => (w.wish === null ? [] : [{ ...w, wish: w.wish }]))
}

/**
 * Wishes for an athlete, their own before the hall's, with those that were answered with
 * neither.
 */
async function wishesFor(
  em: EntityManager,
  athleteId: string,
  timeZone: string,
): Promise<WishView[]> {
  const all = await em.find(ExerciseWishEntity, {
    where: [{ athleteId }, { athleteId: IsNull() }],
    order: NEWEST,
  })
  const own = all.filter((w) => w.athleteId !== null)
  const newest = new Map<string, WishView>()
  for (const w of [...own, ...all.filter((x) => x.athleteId === null)])
    if (!newest.has(w.exerciseId))
      newest.set(w.exerciseId, {
        exerciseId: w.exerciseId,
        wish: w.wish,
        hall: w.athleteId === null,
        on: localDateOf(w.recordedAt, timeZone),
      })
  return [...newest.values()]
}

/** The coach's own way with an athlete, as the planner is told it and the page shows it. */
export async function ownWay(
  em: EntityManager,
  athleteId: string,
  timeZone: string,
): Promise<{ tiers: OwnTier[]; wishes: WishView[] }> {
  const tiers = await hallTiers(em)
  return {
    tiers: tiers.map(({ sportId, quality, exerciseId, tier }) => ({
      sportId,
      quality,
      exerciseId,
      tier,
    })),
    wishes: await wishesFor(em, athleteId, timeZone),
  }
}
