import type { Exercise } from '../catalogue/exercises'
import { tierRank, type Rating, type Tier } from '../catalogue/tiers'
import type { TissueId } from '../catalogue/tissues'
import { isAmong } from '../units/among'
import type { BriefRow } from './briefRows'
import {
  BESIDE,
  CLOSING,
  HISTORY,
  NOVICE_BASICS,
  OTHER_EFFORT,
  POINTS,
  RANK_STEP,
  THUMB_DRILLS,
  TIER_SHARE,
  TOO_SOON,
  TOP_SHARE,
} from './compose'
import { SERVES } from './coverage'
import { schoolPoints, type Settings } from './schools'
import type { Who } from './situation'

/** What an exercise is to this athlete's week, whatever the day. */
export interface Rated {
  /** Best tier in the sport; null: unrated there. */
  tier: Tier | null
  /** Body work for the lifting plan: no grip exercise. */
  noted: boolean
  /** What one set counts for each row. */
  shares: readonly number[]
  /** For each row: staple or good there. */
  good: readonly boolean[]
  /** For each row: staple there, for somebody of this level. */
  staple: readonly boolean[]
  /** What a set looks after of each row. */
  looks: readonly number[]
  /** Importance of the best quality it is rated in. */
  imp: number
  /** How much it would be the main exercise of a day; 0: it would not. */
  lead: number
  extensor: boolean
  /** Balance or closing work: it neither counts as an exercise of the week nor ends a day off. */
  close: boolean
  closing: boolean
  /** Loads the fingers or the thumb by 2 or more a set. */
  fingers: boolean
  maximal: readonly TissueId[]
  thumbDrill: boolean
  /** Points of a block of it, whatever its day and sets. */
  block: number
  /** What a healed injury has against it, in words; null: nothing. */
  history: string | null
}

/** A set of the way the coach chose counts for more, of the other way for less. */
const LEAN_TO = 0.05
const LEAN_FROM = 2
/** The way a coach has chosen is never rare. */
const chosen = (r: Rating, lean: number): Rating =>
  lean >= 0.5 && r.tier === 'rare' && r.body === 'no' ? { ...r, tier: 'good' } : r

const LEAD_POINTS = { staple: 3, good: 2, accessory: 0, rare: 0 } as const
/**
 * Importance of what an exercise is there for x how coaches of the sport rate it for that; what it
 * serves beside that only where nothing else does.
 */
function leadOf(
  rows: readonly BriefRow[],
  inRow: (r: BriefRow) => Rating | undefined,
  e: Exercise,
  best: Rating['tier'] | null,
  imp: number,
): number {
  const row = rows.find((r) => r.quality === e.primary)
  const own = row && inRow(row)
  const beside = best === null ? 0 : imp * LEAD_POINTS[best]
  return (own ? row.imp * LEAD_POINTS[own.tier] : 0) + beside / 100
}

/** Whom exercises are rated for. */
export interface RatedFor {
  rows: readonly BriefRow[]
  ratings: readonly Rating[]
  level: Who['level']
  settings: Settings
  /** Sites of injuries that are no longer active. */
  healed: readonly string[]
}

/** An exercise seen by its ratings in the athlete's sports. */
interface Seen {
  e: Exercise
  /** How much the coach's training approaches are for it, -1 to 1 and beyond. */
  lean: number
  own: readonly Rating[]
  noted: boolean
  inRow: (r: BriefRow) => Rating | undefined
  extensor: boolean
  close: boolean
}

function seenAs(e: Exercise, ratings: readonly Rating[], settings: Settings): Seen {
  const lean = schoolPoints(e, settings)
  const own = ratings.map((r) => chosen(r, lean))
  return {
    e,
    lean,
    own,
    noted: own.some((r) => r.body === 'noted'),
    inRow: (r) => own.find((x) => x.quality === r.quality),
    extensor: e.primary === 'wrist_ext' || e.primary === 'finger_ext',
    close: e.aim === 'balance' || e.aim === 'close' || e.aim === 'prepare',
  }
}

/** Work for the experienced, in other hands. */
const isTooSoon = (r: Rating, level: Who['level']): boolean =>
  r.level === 'experienced' && (level === 'novice' || level === 'trained')

/** What one set counts for a row. */
function shareIn(r: BriefRow, { e, lean, noted, inRow, extensor, close }: Seen, of: RatedFor) {
  const rating = inRow(r)
  if (!rating || noted) return 0
  const meant = r.emphases.some((x) => SERVES[e.aim].includes(x)) || close || extensor
  return (
    TIER_SHARE[rating.tier] *
    Math.max(0.7, 1 - RANK_STEP * rating.rank) *
    (r.quality === e.primary ? 1 : BESIDE) *
    (meant ? 1 : OTHER_EFFORT) *
    (isTooSoon(rating, of.level) ? TOO_SOON[of.level === 'novice' ? 'novice' : 'trained'] : 1) *
    (lean > 0 ? 1 + LEAN_TO * Math.min(1, lean) : 1 / (1 - LEAN_FROM * lean))
  )
}

/** What it is in each row of the week. */
function inRows(x: Seen, of: RatedFor): Pick<Rated, 'shares' | 'good' | 'staple' | 'looks'> {
  const { rows, level } = of
  const goodTier = (r: BriefRow) => {
    const tier = x.noted ? null : x.inRow(r)?.tier
    return tier === 'staple' || tier === 'good' ? tier : null
  }
  return {
    shares: rows.map((r) => shareIn(r, x, of)),
    good: rows.map((r) => goodTier(r) !== null),
    staple: rows.map((r) => {
      const rating = x.inRow(r)
      return goodTier(r) === 'staple' && rating !== undefined && !isTooSoon(rating, level)
    }),
    looks: rows.map((r) => {
      const tier = goodTier(r)
      return tier ? TOP_SHARE[tier] * (r.quality === x.e.primary ? 1 : TOP_SHARE.beside) : 0
    }),
  }
}

/** Rates exercises for a week; the same exercise gives the same. */
export function rater(of: RatedFor): (e: Exercise) => Rated {
  const byExercise = new Map<string, Rating[]>()
  for (const r of of.ratings)
    byExercise.set(r.exerciseId, [...(byExercise.get(r.exerciseId) ?? []), r])
  const history = HISTORY.filter((h) => of.healed.includes(h.site))
  const known = new Map<string, Rated>()
  const rate = (e: Exercise): Rated => {
    const seen = seenAs(e, byExercise.get(e.id) ?? [], of.settings)
    const { lean, own, noted, inRow, extensor, close } = seen
    const tier = own.map((r) => r.tier).sort((a, b) => tierRank(a) - tierRank(b))[0] ?? null
    const imps = of.rows.flatMap((r) => (inRow(r) || r.quality === e.primary ? [r.imp] : []))
    const imp = Math.max(0, ...imps)
    const against = history.find(
      (h) => h.ids.includes(e.id) || h.tags.some((t) => e.tags.includes(t)),
    )
    const basic = of.level === 'novice' && isAmong(NOVICE_BASICS, e.primary)
    const filler = !extensor && !close && !basic && imp <= 2
    return {
      tier,
      noted,
      ...inRows(seen, of),
      imp,
      lead: leadOf(of.rows, inRow, e, tier, imp),
      extensor,
      close,
      closing: isAmong(CLOSING, e.primary),
      fingers: (e.tissues.finger_flexors ?? 0) >= 2 || (e.tissues.thumb ?? 0) >= 2,
      maximal:
        e.aim === 'max' && e.level === 'hard'
          ? (['finger_flexors', 'thumb'] as const).filter((t) => (e.tissues[t] ?? 0) >= 2)
          : [],
      thumbDrill: THUMB_DRILLS.includes(e.id),
      history: against?.says ?? null,
      block:
        (noted ? POINTS.noted : 0) +
        (tier === 'good' ? POINTS.good : 0) +
        (tier === 'accessory' ? POINTS.accessory : 0) +
        (tier === null || tier === 'rare' ? POINTS.rare : 0) +
        (filler ? POINTS.filler : 0) +
        (lean < 0 ? POINTS.otherSchool * Math.min(1, -lean) : 0) +
        (against ? POINTS.history : 0),
    }
  }
  return (e) => {
    const was = known.get(e.id)
    if (was) return was
    const made = rate(e)
    known.set(e.id, made)
    return made
  }
}
