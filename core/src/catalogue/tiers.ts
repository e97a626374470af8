import { TIER_ROWS } from './tierRows'
import { must } from '../units/must'
import { halves } from '../units/parse'

/**
 * How soon coaches of a sport reach for an exercise: nearly every one first, a good choice, a help
 * beside others, or only if the coach asks.
 */
export type Tier = 'staple' | 'good' | 'accessory' | 'rare'
export const TIERS: readonly { id: Tier; name: string; says: string }[] = [
  { id: 'staple', name: 'Staple', says: 'nearly every coach puts it first' },
  { id: 'good', name: 'Good', says: 'a good choice' },
  { id: 'accessory', name: 'Accessory', says: 'a help beside others' },
  { id: 'rare', name: 'Rare', says: 'only if the coach asks for it' },
]

export interface Rating {
  quality: string
  exerciseId: string
  tier: Tier
  level: 'any' | 'experienced' | 'novice'
  /**
   * `noted`: body work for the lifting plan, no grip exercise. `dual`: body work the grip
   * limits.
   */
  body: 'no' | 'dual' | 'noted'
  /** Place within its quality and tier, from 0. */
  rank: number
}

/** A hall's own word on an exercise in a sport and quality; it takes the place of ours. */
export interface OwnTier {
  sportId: string
  quality: string
  exerciseId: string
  tier: Tier
}

/** What a coach would rather have, and rather not: of one athlete, or of the whole hall. */
export type Wish = 'favourite' | 'avoid'
export type Wishes = Readonly<Record<string, Wish>>

/** Wishes as they stand, of a list with one for each exercise. */
export const wishesOf = (list: readonly { exerciseId: string; wish: Wish | null }[]): Wishes =>
  Object.fromEntries(list.flatMap((w) => (w.wish ? [[w.exerciseId, w.wish]] : [])))

const CODES: Record<string, Tier> = { s: 'staple', g: 'good', a: 'accessory', r: 'rare' }

const read = (quality: string, text: string): Rating[] => {
  const ranks: Partial<Record<Tier, number>> = {}
  return text.split(', ').map((cell) => {
    const [exerciseId, code] = halves(cell, ' ')
    const tier = must(CODES[must(code[0])])
    const rank = ranks[tier] ?? 0
    ranks[tier] = rank + 1
    return {
      quality,
      exerciseId,
      tier,
      level: code.includes('x') ? 'experienced' : code.includes('n') ? 'novice' : 'any',
      body: code.includes('!') ? 'noted' : code.includes('d') ? 'dual' : 'no',
      rank,
    }
  })
}

const SHIPPED: ReadonlyMap<string, readonly Rating[]> = new Map(
  Object.entries(TIER_ROWS).map(([sport, rows]) => [
    sport,
    Object.entries(rows).flatMap(([quality, text]) => read(quality, text)),
  ]),
)

export const RATED_SPORTS: readonly string[] = [...SHIPPED.keys()].filter((s) => s !== '*')

const ORDER: readonly Tier[] = TIERS.map((t) => t.id)
export const tierRank = (t: Tier): number => ORDER.indexOf(t)

/** What most sports say of an exercise in a quality: stands in where a sport has no ratings. */
const COMMON: readonly Rating[] = (() => {
  const by = new Map<string, Rating[]>()
  for (const s of RATED_SPORTS)
    for (const r of must(SHIPPED.get(s))) {
      const key = `${r.quality} ${r.exerciseId}`
      by.set(key, [...(by.get(key) ?? []), r])
    }
  return [...by.values()].map((all) => {
    const sorted = [...all].sort((a, b) => tierRank(a.tier) - tierRank(b.tier) || a.rank - b.rank)
    return must(sorted[Math.floor((sorted.length - 1) / 2)])
  })
})()

/**
 * A favourite stands before its equals and is never rare; what is to be avoided is rated a step
 * lower. Neither moves the rest: own rule, no source.
 */
function wished(r: Rating, wish: Wish | undefined): Rating {
  if (wish === 'favourite')
    return { ...r, rank: FIRST, tier: r.tier === 'rare' ? 'accessory' : r.tier }
  return wish === 'avoid' ? { ...r, tier: must(ORDER[Math.min(3, tierRank(r.tier) + 1)]) } : r
}
/** Before the first of the shipped ones. */
const FIRST = -1

/**
 * Ratings of exercises for an athlete's sports: the better one where several rate it, the
 * hall's own in place of ours, then what is wished for. A sport without ratings takes what most
 * sports say. Practice estimates, no source.
 */
export function ratingsOf(
  sports: readonly string[],
  own: readonly OwnTier[] = [],
  wishes: Wishes = {},
): Rating[] {
  const out = new Map<string, Rating>()
  const everywhere = must(SHIPPED.get('*'))
  const lists = sports.map((s) => SHIPPED.get(s) ?? COMMON)
  for (const r of [...everywhere, ...(lists.length > 0 ? lists : [COMMON]).flat()]) {
    const key = `${r.quality} ${r.exerciseId}`
    const was = out.get(key)
    if (!was || tierRank(r.tier) < tierRank(was.tier)) out.set(key, r)
  }
  for (const o of own) {
    if (sports.length > 0 && !sports.includes(o.sportId)) continue
    const key = `${o.quality} ${o.exerciseId}`
    const was = out.get(key)
    out.set(key, {
      quality: o.quality,
      exerciseId: o.exerciseId,
      level: was?.level ?? 'any',
      body: was?.body ?? 'no',
      rank: 0,
      tier: o.tier,
    })
  }
  return [...out.values()].map((r) => wished(r, wishes[r.exerciseId]))
}

/** The shipped ratings of one sport, or of every sport (`*`). */
export const shippedRatings = (sport: string): readonly Rating[] => SHIPPED.get(sport) ?? []
