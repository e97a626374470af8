import { exerciseById, type Exercise } from '../catalogue/exercises'
import { sportById } from '../catalogue/sports'
import { ratingsOf, type Rating } from '../catalogue/tiers'
import { isAmong } from '../units/among'
import { addDays } from '../units/dates'
import { must } from '../units/must'
import type { Minutes } from '../units/quantity'
import { briefRows, clamp, type BriefRow } from './briefRows'
import {
  CONTEST,
  FULL_WEEK_MIN,
  LEAST_SHARE,
  MANY_MAINS,
  NOVICE_SHARE,
  NOVICE_WEEK,
  POINTS,
  SHORT_WEEK_MIN,
  THUMB_SETS,
  weekExercises,
  WORTH,
} from './compose'
import type { WeekProblem } from './problem'
import { rater, type Rated } from './rated'
import { schoolPoints, settingsFor, type Settings } from './schools'
import { whoOf, type Who } from './situation'
import { eventGap } from './taper'
import type { Block } from './types'

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
/** Sets a week aims at, by what the week is. */
const LESS = { ordinary: 1, deload: 0.6, travel: 0.8, return: 0.6, contest: 0.5 } as const

const known = new WeakMap<WeekProblem, Brief>()

/** The brief of a problem; the same problem gives the same brief. */
export function briefOf(p: WeekProblem): Brief {
  const was = known.get(p)
  if (was) return was
  const brief = makeBrief(p)
  known.set(p, brief)
  return brief
}

/** What of a week's days bears on the points of a block. */
type DayPoints = Pick<Brief, 'hardDay' | 'skinDay' | 'curlDay' | 'fingerDay' | 'workDay'>

function pointsOfDays(p: WeekProblem, climber: boolean, thrower: boolean): DayPoints {
  const next = (d: number) => must(p.frame[(d + 1) % 7])
  const before = (d: number) => must(p.frame[(d + 6) % 7])
  const hardest = Math.max(...p.frame.map((d) => d.sportLoad))
  const key = (d: { sportLoad: number; competition: boolean }) =>
    d.competition || (hardest >= 2 && d.sportLoad === hardest)
  const sportDayOpen = p.frame.some((d) => d.sportLoad >= 2 && d.minutes > 0)
  return {
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

/** How many exercises and sessions a week holds before more of them cost. */
function mostOf(
  p: WeekProblem,
  kind: Brief['kind'],
  novice: boolean,
): Pick<Brief, 'exercisesMost' | 'exerciseOver' | 'sessionsMost'> {
  const sessionsMost = novice ? NOVICE_WEEK.sessions : 7
  if (kind === 'contest')
    return { exercisesMost: CONTEST.exercises, exerciseOver: POINTS.contestOver, sessionsMost }
  return {
    exercisesMost: novice ? NOVICE_WEEK.exercises : weekExercises(p.frame.map((d) => d.minutes)),
    exerciseOver: POINTS.exerciseOver,
    sessionsMost,
  }
}

/** What kind of week it is: one with an event is a contest week, whatever it was called. */
function kindOf(p: WeekProblem): Brief['kind'] {
  const until = addDays(p.weekStart, 6)
  const inWeek = p.terms.events.some((e) => e >= p.weekStart && e <= until)
  return inWeek || p.frame.some((d) => d.competition) ? 'contest' : p.terms.kind
}

/** Rows of a week, their sets by its kind, its minutes and the athlete's level. */
function rowsFor(p: WeekProblem, kind: Brief['kind'], minutes: Minutes): BriefRow[] {
  const less =
    LESS[kind] *
    clamp(minutes / FULL_WEEK_MIN, LEAST_SHARE, 1) *
    (whoOf(p).level === 'novice' ? NOVICE_SHARE : 1)
  return briefRows(p.wants).map((r) => ({ ...r, aim: r.aim * less }))
}

function makeBrief(p: WeekProblem): Brief {
  const { sports, level, tiers, wishes } = whoOf(p)
  const ratings = ratingsOf(sports, tiers, wishes)
  const open = p.frame.filter((d) => d.minutes > 0 && !d.competition).length
  const kind = kindOf(p)
  const minutes = p.frame.reduce((a, d) => a + d.minutes, 0)
  const rows = rowsFor(p, kind, minutes)
  const second = rows[Math.min(1, rows.length - 1)]
  const top = rows.flatMap((r, i) => (second && r.imp >= second.imp && r.imp >= 2 ? [i] : []))
  const novice = level === 'novice'
  const family = sports.map((s) => sportById(s)?.family)
  const [climber, thrower] = [family.includes('climbers'), family.includes('throwers')]
  return {
    kind,
    rows,
    top,
    highest: top.filter((k) => must(rows[k]).imp === must(rows[0]).imp),
    topSets: topSetsOf(kind, novice, minutes),
    mainTwice: kind !== 'contest' && rows.filter((r) => r.imp === 5).length < MANY_MAINS,
    twoDays: open >= 2 && kind !== 'contest',
    settings: settingsFor(p.terms.settings, p.wants, p.frame),
    ratings: new Map(ratings.map((r) => [`${r.quality} ${r.exerciseId}`, r])),
    of: rater({
      rows,
      ratings,
      level,
      settings: p.terms.settings,
      healed: p.facts.injuries.filter((i) => i.status !== 'active').map((i) => i.site),
    }),
    novice,
    young: p.facts.ageYears !== null && p.facts.ageYears < 18,
    sports,
    climber,
    thrower,
    ...mostOf(p, kind, novice),
    maximalMost: kind === 'contest' || open < 2 ? 2 : 1,
    thumbMost: sports.some((s) => isAmong(THUMB_SETS.sports, s))
      ? THUMB_SETS.mostThere
      : THUMB_SETS.most,
    ...pointsOfDays(p, climber, thrower),
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
