import type { Highs } from 'highs'
import { exerciseById } from '../catalogue/exercises'
import { IMPLEMENTS } from '../catalogue/implements'
import type { InjuryStatus } from '../catalogue/cautionTypes'
import { QUALITY_IDS, type QualityId } from '../catalogue/qualities'
import type { InjurySiteId } from '../catalogue/tissues'
import { demandProfile } from '../demand/profile'
import type { LevelId, Side } from '../catalogue/person'
import { adviceFor } from '../plan/advice'
import type { Want } from '../demand/want'
import { draftWeek } from '../plan/draft'
import { judgeWeek, type Judged } from '../plan/judgeWeek'
import { inOrder } from '../plan/order'
import type { WeekProblem } from '../plan/problem'
import { improveWeek } from '../plan/improve'
import { handLoad } from '../plan/time'
import { PLAIN_TERMS, type Block, type WeekPlan } from '../plan/types'
import { EMPTY_DAY, type DayFrame } from '../intake/week'
import { type Place } from '../catalogue/places'
import { addDays } from '../units/dates'
import type { Minutes } from '../units/quantity'
import { must } from '../units/must'

/** Check commands on weeks: which of two is better, and the week that would be planned. */

/** A block as it comes from outside. */
export interface GivenBlock {
  day: number
  exercise_id: string
  sets: number
  dose: number
  extra?: Side
}
/** An athlete as it comes from outside; what is not told is ordinary. */
export interface GivenAthlete {
  sport: string
  level?: string
  age?: number | null
  phase?: string
  kit?: Partial<Record<Place, 'full' | readonly string[]>>
  days: {
    day?: number
    minutes?: Minutes
    place?: Place
    sport_load?: number
    pull?: 'none' | 'before' | 'after'
    competition?: boolean
  }[]
  injuries?: { site: string; side?: string; status?: string }[]
  gaps?: { quality: string; size?: string; hand?: string }[]
  events?: { in_days: number }[]
  last_week?: GivenBlock[]
  readiness?: string
}

const MONDAY = '2026-10-05'
const LEVELS: Record<string, LevelId> = {
  beginner: 'novice',
  novice: 'novice',
  intermediate: 'trained',
  trained: 'trained',
  advanced: 'advanced',
  elite: 'elite',
}
/** How much a gap raises a quality: practice estimates. */
const GAP: Record<string, number> = { small: 1.3, medium: 1.45, moderate: 1.45, large: 1.6 }
/** What a new week pays to stay near the week before. */
const NEAR = 0.6

const blocksOf = (given: readonly GivenBlock[]): Block[] =>
  given.map((b, i) => ({
    id: `g${i}`,
    day: b.day,
    exerciseId: b.exercise_id,
    sets: b.sets,
    dose: b.dose,
    hands: exerciseById(b.exercise_id)?.hands === 'both' ? ['both'] : ['left', 'right'],
    ...(b.extra && { extra: b.extra }),
    reason: '',
  }))

function wantsFor(a: GivenAthlete): Want[] {
  const profile = demandProfile(a.sport)
  if (!profile) throw new Error(`no sport called ${a.sport}`)
  return profile.rows.flatMap((row) => {
    const gap = (a.gaps ?? []).find((g) => g.quality === row.quality.id)
    const raise = gap ? (GAP[gap.size ?? 'large'] ?? 1.45) : 1
    const importance = Math.round(row.importance)
    return row.emphasis.map((e): Want => ({
      quality: row.quality.id,
      emphasis: e.id,
      importance,
      priority: (importance / 5) * e.share * raise,
      why: `weight ${importance} of 5${gap ? ', short' : ''}`,
      weaker: gap && (gap.hand === 'left' || gap.hand === 'right') ? gap.hand : null,
    }))
  })
}

function unitsFor(a: GivenAthlete): WeekProblem['units'] {
  return (['hall', 'home', 'bag'] as const).flatMap((place) => {
    const kit = a.kit?.[place] ?? (place === 'hall' ? 'full' : null)
    if (kit === null) return []
    const kinds = kit === 'full' ? IMPLEMENTS.map((k): string => k.id) : kit
    return kinds.map((kind) => ({ kind, place }))
  })
}

/**
 * The problem of an athlete's week. Refuses an unknown sport and a week that has not seven days.
 */
export function problemFor(a: GivenAthlete): WeekProblem {
  if (!Array.isArray(a.days) || a.days.length !== 7) throw new Error('days has seven days')
  const frame = a.days.map((d): DayFrame => ({
    ...EMPTY_DAY,
    minutes: d.minutes ?? 0,
    place: d.place ?? 'hall',
    // A case may lie between two steps.
    sportLoad: Math.min(3, Math.max(0, d.sport_load ?? 0)) as DayFrame['sportLoad'],
    heavyPull: d.pull ?? 'none',
    competition: d.competition ?? false,
  }))
  const phase = a.phase ?? 'ordinary'
  const level = LEVELS[a.level ?? ''] ?? null
  const last = a.last_week ? blocksOf(a.last_week) : null
  const events = [
    ...(a.events ?? []).map((e) => addDays(MONDAY, e.in_days)),
    ...frame.flatMap((d, day) => (d.competition ? [addDays(MONDAY, day)] : [])),
  ]
  return {
    weekStart: MONDAY,
    frame: frame.map((d, day) =>
      events.includes(addDays(MONDAY, day)) ? { ...d, competition: true } : d,
    ),
    wants: wantsFor(a),
    facts: {
      today: MONDAY,
      ageYears: a.age ?? 28,
      guardianConsent: true,
      health: [],
      injuries: (a.injuries ?? []).map((i) => ({
        site: i.site as InjurySiteId,
        side: i.side === 'left' || i.side === 'right' ? i.side : 'both',
        status: (i.status ?? 'settled') as InjuryStatus,
        cleared: null,
        daysAgo: i.status === 'active' ? 7 : 60,
      })),
      pains: [],
      symptoms: [],
      flags: [],
      earlier: [],
      experience: QUALITY_IDS.map((quality: QualityId) => ({
        quality,
        family: null,
        weeks: level === 'novice' ? 4 : 60,
      })),
    },
    units: unitsFor(a),
    hardBefore: [],
    lastLoad: last ? handLoad(last) : null,
    terms: {
      ...PLAIN_TERMS,
      kind: phase === 'deload' || phase === 'travel' || phase === 'return' ? phase : 'ordinary',
      events: [...new Set(events)],
      restedBefore: true,
    },
    who: {
      sports: [a.sport],
      level,
      tiers: [],
      last,
      practised: last ? [...new Set(last.map((b) => b.exerciseId))] : null,
      flat: /low|flat/.test(a.readiness ?? ''),
    },
    near: last && phase === 'ordinary' ? { blocks: last, weight: NEAR } : null,
  }
}

/** Under so many points two weeks are as good as each other. */
const TIE = 0.05

/** A week of an athlete in points, and the rules it breaks. */
export function judged(
  a: GivenAthlete,
  blocks: readonly GivenBlock[],
  p: WeekProblem = problemFor(a),
): Judged {
  const week = { weekStart: p.weekStart, frame: p.frame, blocks: blocksOf(blocks) }
  return judgeWeek(week, p, true)
}

/** Which of two weeks is better for an athlete, in points, and by what. */
export function pairOf(a: GivenAthlete, one: readonly GivenBlock[], two: readonly GivenBlock[]) {
  const p = problemFor(a)
  const [x, y] = [judged(a, one, p), judged(a, two, p)]
  const by = x.points - y.points
  const better = Math.abs(by) < TIE ? 'tie' : by > 0 ? 'a' : 'b'
  const [win, lose] = by >= 0 ? [x, y] : [y, x]
  const parts = win.parts
    .map((part, i) => ({ name: part.name, by: part.points - must(lose.parts[i]).points }))
    .filter((d) => Math.abs(d.by) > 0.05)
    .sort((d, e) => e.by - d.by)
  return {
    better,
    points_a: x.points,
    points_b: y.points,
    reasons: [
      ...lose.breaches
        .filter((b) => !win.breaches.some((w) => w.rule === b.rule))
        .map((b) => `the other breaks a rule: ${b.says}`),
      ...parts.map((d) => `${d.name}: ${d.by > 0 ? '+' : ''}${d.by.toFixed(1)}`),
    ],
  }
}

const given = (plan: WeekPlan): GivenBlock[] =>
  [0, 1, 2, 3, 4, 5, 6].flatMap((d) =>
    inOrder(plan.blocks.filter((b) => b.day === d)).map((b) => ({
      day: b.day,
      exercise_id: b.exerciseId,
      sets: b.sets,
      dose: b.dose,
      ...(b.extra && { extra: b.extra }),
    })),
  )

/** The week that would be planned for an athlete: what is shown first, and after the search. */
export function weekFor(highs: Highs, a: GivenAthlete) {
  const p = problemFor(a)
  let made = 0
  const newId = () => `b${++made}`
  const draft = draftWeek(p, newId)
  const { plan } = improveWeek(highs, p, draft, newId)
  return { blocks: given(plan), advice: adviceFor(plan, p), draft: given(draft) }
}
