import { exerciseById, type Exercise } from '../catalogue/exercises'
import type { Emphasis, QualityId } from '../catalogue/qualities'
import { sportById } from '../catalogue/sports'
import { ratingsOf, tierRank, type Rating, type Tier } from '../catalogue/tiers'
import type { TissueId } from '../catalogue/tissues'
import { addDays } from '../units/dates'
import type { Minutes } from '../units/quantity'
import { eventGap } from './taper'
import {
  AIM_SETS,
  BESIDE,
  CONTEST,
  CLOSING,
  FULL_WEEK_MIN,
  HISTORY,
  LEAST_SHARE,
  MANY_MAINS,
  NOVICE_BASICS,
  NOVICE_SHARE,
  NOVICE_WEEK,
  OTHER_EFFORT,
  POINTS,
  RANK_STEP,
  SERVED,
  SHORT_WEEK_MIN,
  SLOPES,
  THUMB_DRILLS,
  THUMB_SETS,
  TIER_SHARE,
  TOP_SHARE,
  TOO_SOON,
  weekExercises,
  WORTH,
} from './compose'
import { SERVES } from './coverage'
import { type Want } from '../demand/want'
import type { WeekProblem } from './problem'
import type { Block } from './types'
import { whoOf, type Who } from './situation'
import { schoolPoints, settingsFor, type Settings } from './schools'
import { isAmong } from '../units/among'
import { must } from '../units/must'

/** A quality of the week, its rows taken together. */
export interface BriefRow {
  quality: QualityId
  /** 0 to 5, one more where it is short or raised by the coach. */
  imp: number
  /** Points it is worth when fully served. */
  worth: number
  /** Sets a week aimed at. */
  aim: number
  emphases: readonly Emphasis[]
}

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

/** What a week is to be, worked out once from its problem. */
export interface Brief {
  kind: 'ordinary' | 'deload' | 'travel' | 'return' | 'contest'
  rows: readonly BriefRow[]
  /** Rows that must not be dropped: the two of highest importance and those as high. */
  top: readonly number[]
  /** Those of them of the highest importance. */
  highest: readonly number[]
  topSets: number
  /** Two sessions are possible. */
  twoDays: boolean
  /** The main exercise is asked for on two days; with many mains each has its own. */
  mainTwice: boolean
  settings: Settings
  ratings: ReadonlyMap<string, Rating>
  of: (e: Exercise) => Rated
  novice: boolean
  young: boolean
  sports: readonly string[]
  climber: boolean
  thrower: boolean
  exercisesMost: number
  /** Points of each exercise over that. */
  exerciseOver: number
  sessionsMost: number
  maximalMost: number
  thumbMost: number
  /**
   * By day: points of a hard block, of a block that loads the skin, of long wrist curls, of finger
   * work.
   */
  hardDay: readonly number[]
  skinDay: readonly number[]
  curlDay: readonly number[]
  fingerDay: readonly number[]
  /** By day: points of a block that is not light. */
  workDay: readonly number[]
}

const WEEK = [0, 1, 2, 3, 4, 5, 6]
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

const clamp = (x: number, low: number, high: number): number => Math.min(high, Math.max(low, x))

/** Rows of a week's wants by quality, the most important first. */
export function briefRows(wants: readonly Want[]): BriefRow[] {
  const rows: (BriefRow & { order: number })[] = []
  for (const w of wants) {
    if (rows.some((r) => r.quality === w.quality)) continue
    const own = wants.filter((x) => x.quality === w.quality)
    const importance = Math.max(...own.map((x) => x.importance))
    const plain = importance / 5
    const raised = plain > 0 ? own.reduce((a, x) => a + Math.max(0, x.priority), 0) / plain : 1
    const up = raised >= 1.25 ? 1 : 0
    const imp = clamp(Math.round(importance) + up, 0, 5)
    rows.push({
      quality: w.quality,
      imp,
      worth:
        must(WORTH[imp]) *
        (raised < 1 ? clamp(raised / 0.8, 0.3, 1) : clamp(1 + 0.2 * (raised - 1), 1, 1.4)),
      aim: must(AIM_SETS[imp]) + (up && importance >= 3 ? 1 : 0),
      emphases: own.map((x) => x.emphasis),
      order: rows.length,
    })
  }
  return rows
    .sort((a, b) => b.imp - a.imp || b.worth - a.worth || a.order - b.order)
    .map(({ order: _, ...r }) => r)
}

/** Worth of sets against an aim, 0 to 1.05: most for the first half, next to nothing past it. */
export function served(sets: number, aim: number): number {
  if (aim === 0) return 0
  const x = sets / aim
  return (
    SLOPES[0] * Math.min(x, 0.5) +
    SLOPES[1] * clamp(x - 0.5, 0, 0.5) +
    SLOPES[2] * clamp(x - 1, 0, 0.5)
  )
}

/** Sets a week aims at, by what the week is. */
const LESS = { ordinary: 1, deload: 0.6, travel: 0.8, return: 0.6, contest: 0.5 } as const

const known = new WeakMap<WeekProblem, Brief>()

/** What a week serves, all told, in points: less and less. */
export const servedInAll = (sum: number): number =>
  SERVED.reduce((a, piece, i) => {
    const from = i === 0 ? 0 : must(SERVED[i - 1]).upTo
    return a + piece.slope * clamp(sum - from, 0, piece.upTo - from)
  }, 0)

/** The brief of a problem; the same problem gives the same brief. */
export function briefOf(p: WeekProblem): Brief {
  const was = known.get(p)
  if (was) return was
  const brief = makeBrief(p)
  known.set(p, brief)
  return brief
}

function makeBrief(p: WeekProblem): Brief {
  const who = whoOf(p)
  const sports = who.sports
  const ratings = new Map<string, Rating>()
  const byExercise = new Map<string, Rating[]>()
  for (const r of ratingsOf(sports, who.tiers, who.wishes)) {
    ratings.set(`${r.quality} ${r.exerciseId}`, r)
    byExercise.set(r.exerciseId, [...(byExercise.get(r.exerciseId) ?? []), r])
  }
  const open = p.frame.filter((d) => d.minutes > 0 && !d.competition).length
  const inWeek = p.terms.events.some((e) => e >= p.weekStart && e <= addDays(p.weekStart, 6))
  const kind = inWeek || p.frame.some((d) => d.competition) ? 'contest' : p.terms.kind
  const minutes = p.frame.reduce((a, d) => a + d.minutes, 0)
  const less =
    LESS[kind] *
    clamp(minutes / FULL_WEEK_MIN, LEAST_SHARE, 1) *
    (who.level === 'novice' ? NOVICE_SHARE : 1)
  const rows = briefRows(p.wants).map((r) => ({ ...r, aim: r.aim * less }))
  const second = rows[Math.min(1, rows.length - 1)]
  const top = rows.flatMap((r, i) => (second && r.imp >= second.imp && r.imp >= 2 ? [i] : []))
  const settings = settingsFor(p.terms.settings, p.wants, p.frame)
  const novice = who.level === 'novice'
  const family = sports.map((s) => sportById(s)?.family)
  const healed = p.facts.injuries.filter((i) => i.status !== 'active').map((i) => i.site)
  const history = HISTORY.filter((h) => healed.includes(h.site))
  const cache = new Map<string, Rated>()

  /** Work for the experienced, in other hands. */
  const isTooSoon = ({ level }: Rating) =>
    level === 'experienced' && (novice || who.level === 'trained')
  const rate = (e: Exercise): Rated => {
    const lean = schoolPoints(e, p.terms.settings)
    const own = (byExercise.get(e.id) ?? []).map((r) => chosen(r, lean))
    const tier = own.map((r) => r.tier).sort((a, b) => tierRank(a) - tierRank(b))[0] ?? null
    const noted = own.some((r) => r.body === 'noted')
    const inRow = (r: BriefRow): Rating | undefined => own.find((x) => x.quality === r.quality)
    const extensor = e.primary === 'wrist_ext' || e.primary === 'finger_ext'
    const close = e.aim === 'balance' || e.aim === 'close' || e.aim === 'prepare'
    const imps = rows.flatMap((r) => (inRow(r) || r.quality === e.primary ? [r.imp] : []))
    const imp = Math.max(0, ...imps)
    const against = history.find(
      (h) => h.ids.includes(e.id) || h.tags.some((t) => e.tags.includes(t)),
    )
    const basic = novice && isAmong(NOVICE_BASICS, e.primary)
    const filler = !extensor && !close && !basic && imp <= 2
    return {
      tier,
      noted,
      shares: rows.map((r) => {
        const rating = inRow(r)
        if (!rating || noted) return 0
        return (
          TIER_SHARE[rating.tier] *
          Math.max(0.7, 1 - RANK_STEP * rating.rank) *
          (r.quality === e.primary ? 1 : BESIDE) *
          (r.emphases.some((x) => SERVES[e.aim].includes(x)) || close || extensor
            ? 1
            : OTHER_EFFORT) *
          (isTooSoon(rating) ? TOO_SOON[novice ? 'novice' : 'trained'] : 1) *
          (lean > 0 ? 1 + LEAN_TO * Math.min(1, lean) : 1 / (1 - LEAN_FROM * lean))
        )
      }),
      good: rows.map((r) => {
        const t = inRow(r)?.tier
        return !noted && (t === 'staple' || t === 'good')
      }),
      staple: rows.map((r) => {
        const rating = inRow(r)
        return !noted && rating?.tier === 'staple' && !isTooSoon(rating)
      }),
      looks: rows.map((r) => {
        const t = inRow(r)?.tier
        return noted || (t !== 'staple' && t !== 'good')
          ? 0
          : TOP_SHARE[t] * (r.quality === e.primary ? 1 : TOP_SHARE.beside)
      }),
      imp,
      lead: leadOf(rows, inRow, e, tier, imp),
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

  const next = (d: number) => must(p.frame[(d + 1) % 7])
  const before = (d: number) => must(p.frame[(d + 6) % 7])
  const hardest = Math.max(...p.frame.map((d) => d.sportLoad))
  const key = (d: { sportLoad: number; competition: boolean }) =>
    d.competition || (hardest >= 2 && d.sportLoad === hardest)
  const climber = family.includes('climbers')
  const thrower = family.includes('throwers')
  const sportDayOpen = p.frame.some((d) => d.sportLoad >= 2 && d.minutes > 0)
  return {
    kind,
    rows,
    top,
    highest: top.filter((k) => must(rows[k]).imp === must(rows[0]).imp),
    topSets: topSetsOf(kind, novice, minutes),
    mainTwice: kind !== 'contest' && rows.filter((r) => r.imp === 5).length < MANY_MAINS,
    twoDays: open >= 2 && kind !== 'contest',
    settings,
    ratings,
    of: (e) => {
      const hit = cache.get(e.id)
      if (hit) return hit
      const made = rate(e)
      cache.set(e.id, made)
      return made
    },
    novice,
    young: p.facts.ageYears !== null && p.facts.ageYears < 18,
    sports,
    climber,
    thrower,
    exercisesMost:
      kind === 'contest'
        ? CONTEST.exercises
        : novice
          ? NOVICE_WEEK.exercises
          : weekExercises(p.frame.map((d) => d.minutes)),
    exerciseOver: kind === 'contest' ? POINTS.contestOver : POINTS.exerciseOver,
    sessionsMost: novice ? NOVICE_WEEK.sessions : 7,
    maximalMost: kind === 'contest' || open < 2 ? 2 : 1,
    thumbMost: sports.some((s) => isAmong(THUMB_SETS.sports, s))
      ? THUMB_SETS.mostThere
      : THUMB_SETS.most,
    hardDay: WEEK.map(
      (d) =>
        (next(d).heavyPull !== 'none' ? POINTS.hardBeforePull : 0) +
        (key(next(d)) ? POINTS.hardBeforeSport : 0),
    ),
    skinDay: WEEK.map((d) => (key(next(d)) ? POINTS.skinBeforeSport : 0)),
    curlDay: WEEK.map((d) => (thrower && key(next(d)) ? POINTS.curlsBeforeSport : 0)),
    workDay: WEEK.map((d) =>
      (eventGap(p.weekStart, d, p.terms) ?? Infinity) <= CONTEST.lateDays
        ? POINTS.lateInContest
        : 0,
    ),
    fingerDay: WEEK.map((d) => {
      const own = must(p.frame[d]).sportLoad
      const beside = [before(d), next(d)].filter((x) => x.sportLoad >= 2).length
      return (
        (own >= 2 ? 0 : POINTS.besideSport * beside) +
        (climber && sportDayOpen && own < 2 && beside === 2 ? POINTS.betweenSport : 0) +
        (own === 3 ? POINTS.onHardestSport : 0)
      )
    }),
  }
}

/** Sets that look after a top quality: fewer in light and in short weeks, and for novices. */
function topSetsOf(kind: Brief['kind'], novice: boolean, minutes: Minutes): number {
  if (kind === 'deload' || kind === 'contest') return POINTS.topSetsLess
  if (novice) return minutes < SHORT_WEEK_MIN ? POINTS.topSetsLess : POINTS.topSetsNovice
  return minutes < SHORT_WEEK_MIN ? POINTS.topSetsShort : POINTS.topSets
}

/** What a staple of a top quality counts: its worth of 10. */
export const stapleWeight = (b: Brief, row: number): number =>
  must(WORTH[must(b.rows[row]).imp]) / 10
/** The most staples count: two qualities of the highest importance. */
export const stapleMost = (b: Brief): number =>
  b.top.slice(0, 2).reduce((a, row) => a + stapleWeight(b, row), 0)

/** Points that hang on the day a block stands on. */
export const dayPoints = (e: Exercise, b: Brief, { day, sets }: Pick<Block, 'day' | 'sets'>) => {
  const r = b.of(e)
  const skin = (e.tissues.skin ?? 0) >= 2
  const light = e.level === 'light' || r.close || r.extensor
  return (
    (e.level === 'hard' ? must(b.hardDay[day]) : 0) +
    (skin ? must(b.skinDay[day]) : 0) +
    (e.primary === 'wrist_flex' && e.mode === 'reps' && e.dose.range[1] >= 15
      ? must(b.curlDay[day])
      : 0) +
    (r.fingers ? must(b.fingerDay[day]) : 0) +
    (light ? 0 : must(b.workDay[day]) * (sets > 2 || skin ? 1 : CONTEST.twoSets))
  )
}

/** Rating of an exercise in a quality for this week's athlete; undefined: none. */
export const ratingIn = (b: Brief, quality: string, exerciseId: string): Rating | undefined =>
  b.ratings.get(`${quality} ${exerciseId}`)

/** The exercise of a block, known to the catalogue. */
export const exerciseOf = (block: { exerciseId: string }): Exercise | undefined =>
  exerciseById(block.exerciseId)

const choices = new WeakMap<Who, ReadonlySet<string>>()

/**
 * Whether a plan may reach for an exercise by itself: rated staple, good or accessory in the
 * athlete's sports, and grip work. A school the coach chose brings its own way in.
 */
export function mayChoose(e: Exercise, who: Who, settings: Settings): boolean {
  let ids = choices.get(who)
  if (!ids) {
    const all = ratingsOf(who.sports, who.tiers, who.wishes)
    const noted = new Set(all.filter((r) => r.body === 'noted').map((r) => r.exerciseId))
    ids = new Set(
      all.filter((r) => r.tier !== 'rare' && !noted.has(r.exerciseId)).map((r) => r.exerciseId),
    )
    choices.set(who, ids)
  }
  return ids.has(e.id) || (schoolPoints(e, settings) >= 0.5 && !e.integrated)
}
