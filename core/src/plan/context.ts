import { exerciseById } from '../catalogue/exercises'
import { factsAhead } from '../safety/facts'
import { judgeBy, type Judge } from '../safety/judge'
import { addDays, daysBetween, type LocalDate } from '../units/dates'
import { weekOf } from './coach'
import type { Kits } from '../match/kit'
import { isRestful, restsBefore } from './limits'
import { LEVEL_WEIGHT, PLANNED_FLOOR } from './practice'
import { handLoad } from './time'
import { PLAIN_TERMS, type Block, type CoachTerms, type WeekKind, type WeekPlan } from './types'
import { type DayFrame } from '../intake/week'
import { hardDaysOf } from './rules'
import type { WeekProblem } from './problem'
import { NOBODY, termsOf, type Done, type PlanContext, type Who } from './situation'
import { must } from '../units/must'

export interface DoneSet {
  blockId: string | null
  exerciseId: string
  on: LocalDate
  set: number
}

/**
 * Hand load really done in a week: each set once, however many hands; balance work left out. Null
 * without logs.
 */
export function loadDone(logs: readonly DoneSet[], weekStart: LocalDate): number | null {
  const end = addDays(weekStart, 7)
  const sets = new Map(
    logs
      .filter((l) => l.blockId !== null && l.on >= weekStart && l.on < end)
      .map((l) => [`${l.blockId} ${l.on} ${l.set}`, l.exerciseId]),
  )
  if (sets.size === 0) return null
  return [...sets.values()].reduce((a, id) => {
    const e = exerciseById(id)
    return !e || e.aim === 'balance' ? a : a + LEVEL_WEIGHT[e.level]
  }, 0)
}

/** Closing force by holds in one week, by repetitions in the next. */
export const crushWeek = (weekStart: LocalDate): 'hold' | 'rep' =>
  (daysBetween('2024-01-01', weekStart) / 7) % 2 === 0 ? 'hold' : 'rep'

/** A week planned before, as its newest version has it. */
export interface PlannedBefore extends WeekPlan {
  kind: WeekKind
}

export const plannedOf = (
  versions: readonly {
    weekStart: LocalDate
    frame: readonly DayFrame[]
    blocks: readonly Block[]
    terms: CoachTerms
  }[],
): PlannedBefore[] =>
  versions.map((v) => ({
    ...weekOf(v.weekStart, v.frame, v.blocks, v.terms),
    kind: v.terms.kind ?? 'ordinary',
  }))

/** Hard days by the tests of a week: they are all-out for the fingers. */
export const hardByTests = (week: WeekPlan): PlanContext['hardBefore'] =>
  (week.testDay ?? null) === null
    ? []
    : [{ tissue: 'finger_flexors', on: addDays(week.weekStart, must(week.testDay)) }]

/** Whether the Sunday of a week rests the hands as planned. */
export const restsOnSunday = (week: WeekPlan): boolean =>
  restsBefore(must(week.frame[6])) &&
  week.testDay !== 6 &&
  week.blocks.filter((b) => b.day === 6).every((b) => isRestful(must(exerciseById(b.exerciseId))))

/**
 * The load a later week grows from, of an ordinary week: what was done, at least nine tenths of
 * what was planned; not yet done (null): the plan.
 */
export function growsFrom(planned: readonly Block[], done: number | null): number {
  const load = handLoad(planned)
  return Math.max(done ?? load, PLANNED_FLOOR * load)
}

/**
 * The reference load of a week: the last ordinary week planned before it, so that a deload, a week
 * away or a missed one does not pull later
 * weeks down; without plans what was done in the week before. Null: nothing on record.
 */
function reference(
  weekStart: LocalDate,
  planned: readonly PlannedBefore[],
  logs: readonly DoneSet[],
  today: LocalDate,
): number | null {
  const last = planned
    .filter((w) => w.weekStart < weekStart && w.kind === 'ordinary' && w.blocks.length > 0)
    .sort((a, b) => (a.weekStart < b.weekStart ? 1 : -1))[0]
  if (!last) return loadDone(logs, addDays(weekStart, -7))
  const done = loadDone(logs, last.weekStart)
  return growsFrom(last.blocks, addDays(last.weekStart, 7) <= today ? (done ?? 0) : null)
}

/** Weeks within which an exercise counts as practised. */
const PRACTISED_WEEKS = 3

/** What is known of an athlete beside the weeks, and the hall's own word on exercises. */
export type About = Pick<Who, 'sports' | 'level'> &
  Partial<Pick<Who, 'tiers' | 'wishes'>> & {
    /** The day readiness was low for the second session in a row; null: it was not. */
    flatOn?: LocalDate | null
  }

/** Hands that were flat in the week before, or are in the week itself, carry less. */
const isFlat = (flatOn: LocalDate | null | undefined, weekStart: LocalDate): boolean =>
  flatOn !== null &&
  flatOn !== undefined &&
  flatOn >= addDays(weekStart, -7) &&
  flatOn < addDays(weekStart, 7)

/** Whose week it is, with what the weeks before held. */
export function whoseWeek(
  about: About,
  weekStart: LocalDate,
  planned: readonly PlannedBefore[],
  logs: readonly DoneSet[],
): Who {
  const from = addDays(weekStart, -7 * PRACTISED_WEEKS)
  const before = planned
    .filter((w) => w.weekStart < weekStart)
    .sort((a, b) => (a.weekStart < b.weekStart ? 1 : -1))
  const ids = [
    ...before.filter((w) => w.weekStart >= from).flatMap((w) => w.blocks.map((b) => b.exerciseId)),
    ...logs.filter((l) => l.on >= from && l.on < weekStart).map((l) => l.exerciseId),
  ]
  const last = before.find((w) => w.kind === 'ordinary' && w.blocks.length > 0)
  return {
    ...NOBODY,
    sports: about.sports,
    level: about.level,
    tiers: about.tiers ?? [],
    wishes: about.wishes,
    flat: isFlat(about.flatOn, weekStart),
    last: last?.blocks ?? null,
    practised: ids.length > 0 ? [...new Set(ids)] : null,
  }
}

/** What of a week is past mending; undefined: all of it is ahead. */
function doneIn(
  logs: readonly DoneSet[],
  weekStart: LocalDate,
  today: LocalDate,
): Done | undefined {
  const own = logs.flatMap((l) => {
    const day = daysBetween(weekStart, l.on)
    return day >= 0 && day < 7 && l.blockId
      ? [{ id: l.blockId, day, exerciseId: l.exerciseId }]
      : []
  })
  const from = Math.min(7, Math.max(0, daysBetween(weekStart, today)))
  return from === 0 && own.length === 0 ? undefined : { from, of: own }
}

/**
 * What the validator knows beside the week itself: cautions, kit, what was planned and what was
 * done before it.
 */
export function planContext(
  judge: Judge,
  kit: Kits,
  logs: readonly DoneSet[],
  weekStart: LocalDate,
  planned: readonly PlannedBefore[] = [],
  events: readonly LocalDate[] = [],
  about: About = NOBODY,
): PlanContext {
  const { today } = judge.facts
  const before = logs.filter((l) => l.on < weekStart && l.on >= addDays(weekStart, -7))
  // What is planned between today and the week will have been done by then.
  const last = planned.find((w) => w.weekStart === addDays(weekStart, -7))
  const toCome = (last?.blocks ?? [])
    .map((b) => ({ exerciseId: b.exerciseId, on: addDays(weekStart, b.day - 7) }))
    .filter((b) => b.on >= today)
  return {
    judge: judgeBy(factsAhead(judge.facts, weekStart)),
    kit,
    hardBefore: [...hardDaysOf([...before, ...toCome]), ...(last ? hardByTests(last) : [])],
    lastLoad: reference(weekStart, planned, logs, today),
    who: whoseWeek(about, weekStart, planned, logs),
    done: doneIn(logs, weekStart, today),
    terms: {
      ...PLAIN_TERMS,
      restedBefore: last !== undefined && restsOnSunday(last),
      events,
      crush: crushWeek(weekStart),
    },
  }
}

/** A week to be planned, from what it is judged by and what is wanted of it. */
export const problemIn = (
  c: PlanContext,
  week: Pick<WeekProblem, 'weekStart' | 'frame' | 'wants' | 'units'>,
): WeekProblem => ({
  ...week,
  facts: c.judge.facts,
  hardBefore: c.hardBefore,
  lastLoad: c.lastLoad,
  who: c.who,
  terms: termsOf(c),
  near: null,
})
