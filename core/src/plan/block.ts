import type { Highs } from 'highs'
import type { SafetyFacts } from '../safety/triggers'
import { addDays, type LocalDate } from '../units/dates'
import { pinsOf } from './coach'
import type { Want } from '../demand/want'
import { draftWeek } from './draft'
import { eventGap } from './taper'
import { growsFrom, hardByTests, restsOnSunday } from './context'
import { AWAY_MIN, DELOAD, NEAR_LAST_WEEK } from './practice'
import type { WeekProblem } from './problem'
import { rotated, type Rotated } from './rotate'
import { hardDaysOf } from './rules'
import type { Settings } from './schools'
import { solveWeek, type SolveOptions } from './solve'
import { handLoad } from './time'
import {
  PLAIN_TERMS,
  type Ban,
  type Block,
  type CoachTerms,
  type Pin,
  type WeekKind,
  type WeekPlan,
} from './types'
import { type DayFrame } from '../intake/week'
import type { Minutes } from '../units/quantity'
import { must } from '../units/must'

/** A week of the block that has a plan. */
export interface OwnWeek {
  weekStart: LocalDate
  blocks: readonly Block[]
  terms: CoachTerms
}

/** One to twelve weeks to be planned, as plain data. */
export interface BlockProblem {
  /** Monday of the first week. */
  start: LocalDate
  /** 1 to 12. */
  weeks: number
  /** The usual week. */
  frame: readonly DayFrame[]
  wants: readonly Want[]
  facts: SafetyFacts
  units: WeekProblem['units']
  who?: WeekProblem['who']
  settings: Settings
  /** Dates to be fresh for. */
  events: readonly { on: LocalDate; name: string }[]
  /** Weeks away: what those weeks' days leave. */
  travel: readonly { weekStart: LocalDate; frame: readonly DayFrame[] }[]
  /** Every so many weeks a lighter one; null: none. */
  deloadEach: number | null
  /** Ordinary weeks since the last deload, before the first week; absent: none. */
  workedBefore?: number | undefined
  /** Weeks (from 0) the coach makes lighter or not, whatever the count says. */
  kinds?: Readonly<Record<number, 'ordinary' | 'deload'>> | undefined
  /** Weeks (from 0) with a test day, and how long it takes. */
  tests: { minutes: Minutes; weeks: readonly number[] } | null
  /** Pins and bans of every week that has no plan of its own. */
  pins: readonly Pin[]
  bans: readonly Ban[]
  /**
   * Weeks that are planned already, as the coach has them: their pins, bans and settings hold, and
   * the new plan stays near to them.
   */
  own?: readonly OwnWeek[] | undefined
  crushFirst: 'hold' | 'rep'
  /** What was before: hard days, the reference load, and last week's blocks. */
  before: {
    hardBefore: WeekProblem['hardBefore']
    lastLoad: number | null
    blocks: readonly Block[] | null
    restedSunday: boolean
  }
}

export interface WeekOfBlock {
  weekStart: LocalDate
  kind: WeekKind
  frame: readonly DayFrame[]
  crush: 'hold' | 'rep'
}

/** The usual week, away: the bag's kit, short days. */
export const awayFrame = (frame: readonly DayFrame[]): DayFrame[] =>
  frame.map((d) => ({ ...d, place: 'bag', minutes: Math.min(AWAY_MIN, d.minutes) }))

/**
 * What each week of a block is: travel by its dates, taper by the events, every fourth a deload;
 * hold and repetition weeks of closing force by turns.
 */
export function weeksOf(b: BlockProblem): WeekOfBlock[] {
  const events = b.events.map((e) => e.on)
  return Array.from({ length: b.weeks }, (_, i) => {
    const weekStart = addDays(b.start, 7 * i)
    const away = b.travel.find((t) => t.weekStart === weekStart)
    const frame = (away?.frame ?? b.frame).map((d, day): DayFrame =>
      events.includes(addDays(weekStart, day)) ? { ...d, competition: true } : d,
    )
    const tapers = [0, 1, 2, 3, 4, 5, 6].filter(
      (d) => eventGap(weekStart, d, { ...PLAIN_TERMS, events }) !== null,
    ).length
    const kind = away
      ? 'travel'
      : tapers > 0
        ? 'taper'
        : (b.kinds?.[i] ??
          (b.deloadEach !== null && (i + 1 + (b.workedBefore ?? 0)) % b.deloadEach === 0
            ? 'deload'
            : 'ordinary'))
    return {
      weekStart,
      kind,
      frame,
      crush: (i % 2 === 0) === (b.crushFirst === 'hold') ? 'hold' : 'rep',
    }
  })
}

/** A week that was planned, and what was really done of it (null: not yet known). */
export interface WeekSoFar {
  kind: WeekKind
  plan: WeekPlan
  doneLoad: number | null
}

/**
 * The load the next week grows from: of the last ordinary week what was done, at least nine tenths
 * of what was planned, so that one poor or
 * missed week does not pull all later ones down. Before any: as the block says.
 */
export function referenceLoad(so: readonly WeekSoFar[], before: number | null): number | null {
  const last = lastOrdinary(so)
  return last ? growsFrom(last.plan.blocks, last.doneLoad) : before
}

const lastOrdinary = (so: readonly WeekSoFar[]): WeekSoFar | undefined =>
  [...so].reverse().find((w) => w.kind === 'ordinary')
/** What the coach had in a week; null: nothing. */
function ownBlocks(b: BlockProblem, weekStart: LocalDate): readonly Block[] | null {
  const blocks = b.own?.find((w) => w.weekStart === weekStart)?.blocks ?? []
  return blocks.length > 0 ? blocks : null
}

/** The problem of one week of a block, given the weeks before it. */
export function weekProblem(b: BlockProblem, i: number, so: readonly WeekSoFar[]): WeekProblem {
  const week = must(weeksOf(b)[i])
  const last = so.at(-1) ?? null
  const done = last
    ? last.plan.blocks.map((x) => ({
        exerciseId: x.exerciseId,
        on: addDays(last.plan.weekStart, x.day),
      }))
    : []
  const sunday = last ? restsOnSunday(last.plan) : b.before.restedSunday
  const own = b.own?.find((w) => w.weekStart === week.weekStart)
  const had = ownBlocks(b, week.weekStart)
  const like = had ?? lastOrdinary(so)?.plan.blocks ?? b.before.blocks
  // What the coach has made of a light week is light already.
  const made = had !== null && (week.kind === 'taper' || own?.terms.kind === 'deload')
  const grown = referenceLoad(so, b.before.lastLoad)
  // What the coach had for an ordinary week is what it grows from, where that is the lower one.
  const hadLoad =
    had !== null && (own?.terms.kind ?? 'ordinary') === 'ordinary' ? handLoad(had) : null
  return {
    weekStart: week.weekStart,
    frame: week.frame,
    wants: b.wants,
    facts: b.facts,
    units: b.units,
    who: b.who && whoIn(b, so),
    hardBefore: last ? [...hardDaysOf(done), ...hardByTests(last.plan)] : b.before.hardBefore,
    lastLoad: hadLoad === null ? grown : Math.min(hadLoad, grown ?? hadLoad),
    terms: {
      settings: own?.terms.settings ?? b.settings,
      kind: week.kind === 'taper' ? 'ordinary' : week.kind,
      crush: week.crush,
      events: b.events.map((e) => e.on),
      tests: b.tests?.weeks.includes(i) ? { minutes: b.tests.minutes } : null,
      restedBefore: sunday,
      pins: own ? pinsOf(own.blocks) : b.pins,
      bans: own?.terms.bans ?? b.bans,
      library: null,
    },
    // The same work from week to week is what progress is made on; a week away is another thing.
    near:
      like && week.kind !== 'travel'
        ? {
            blocks: IS_LIGHT.includes(week.kind) && !made ? lighter(like) : like,
            weight: NEAR_LAST_WEEK,
          }
        : null,
  }
}

/** Weeks that stay near to the ordinary one with fewer sets. */
const IS_LIGHT: readonly WeekKind[] = ['deload', 'taper']
/**
 * A deload is the same with fewer sets of each exercise, not some of them as ever and others gone.
 */
const lighter = (blocks: readonly Block[]): Block[] =>
  blocks.map((x) => ({ ...x, sets: Math.max(1, Math.round(DELOAD * x.sets)) }))

/** Whose block it is, with what the weeks so far held. */
function whoIn(b: BlockProblem, so: readonly WeekSoFar[]): WeekProblem['who'] {
  const who = must(b.who)
  const ids = so.slice(-3).flatMap((w) => w.plan.blocks.map((x) => x.exerciseId))
  const last = lastOrdinary(so)
  return {
    ...who,
    last: last?.plan.blocks ?? who.last,
    practised:
      ids.length > 0
        ? [...new Set([...ids, ...(so.length < 3 ? (who.practised ?? []) : [])])]
        : who.practised,
  }
}

export interface PlannedWeek extends WeekOfBlock {
  problem: WeekProblem
  plan: WeekPlan
  gap: number | null
  /** After a deload: the accessory that made room, and what came for it. */
  rotated?: Pick<Rotated, 'out' | 'in'> | null
}

/**
 * A block week by week, each solved from its draft; a week the solver finds no plan for keeps its
 * draft (gap null). `kept` weeks are taken as they are.
 */
export function planBlock(
  highs: Highs,
  b: BlockProblem,
  o: Pick<SolveOptions, 'gap' | 'iterations'> & {
    newId: () => string
    kept?: readonly WeekSoFar[]
    onWeek?: (w: PlannedWeek, i: number) => void
  },
): PlannedWeek[] {
  const so: WeekSoFar[] = [...(o.kept ?? [])]
  const out: PlannedWeek[] = []
  for (let i = so.length; i < b.weeks; i++) {
    const problem = weekProblem(b, i, so)
    const start = draftWeek(problem, o.newId)
    const solved = solveWeek(highs, problem, { ...o, start })
    const kind = must(weeksOf(b)[i]).kind
    const ordinary = lastOrdinary(so)
    // What the coach had there holds: only a week of Mano's own changes by itself.
    const free = kind === 'ordinary' && ownBlocks(b, problem.weekStart) === null
    const other =
      solved.ok && free && so.at(-1)?.kind === 'deload' && ordinary
        ? rotated(highs, problem, solved.plan, ordinary.plan.blocks, o)
        : null
    const week: PlannedWeek = {
      ...must(weeksOf(b)[i]),
      problem,
      plan: other?.plan ?? (solved.ok ? solved.plan : start),
      gap: other ? other.gap : solved.ok ? solved.gap : null,
      rotated: other && { out: other.out, in: other.in },
    }
    so.push({ kind: week.kind, plan: week.plan, doneLoad: null })
    out.push(week)
    o.onWeek?.(week, i)
  }
  return out
}
