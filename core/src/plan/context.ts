import { exerciseById } from '../catalogue/exercises'
import type { Judge } from '../safety/cautions'
import { addDays, daysBetween, type LocalDate } from '../units/dates'
import type { Kits } from './kit'
import { LEVEL_WEIGHT, PLANNED_FLOOR } from './practice'
import { handLoad } from './time'
import { PLAIN_TERMS, type Block } from './types'
import { hardDaysOf } from './rules'
import type { PlanContext } from './situation'

export interface DoneSet { blockId: string | null; exerciseId: string; on: LocalDate; set: number }

/** Hand load really done in a week: each set once, however many hands; balance work left out. Null without logs. */
export function loadDone(logs: readonly DoneSet[], weekStart: LocalDate): number | null {
  const end = addDays(weekStart, 7)
  const sets = new Map(logs.filter((l) => l.blockId !== null && l.on >= weekStart && l.on < end).map((l) => [`${l.blockId} ${l.on} ${l.set}`, l.exerciseId]))
  if (sets.size === 0) return null
  return [...sets.values()].reduce((a, id) => { const e = exerciseById(id); return !e || e.aim === 'balance' ? a : a + LEVEL_WEIGHT[e.level] }, 0)
}

/** Closing force by holds in one week, by repetitions in the next. */
export const crushWeek = (weekStart: LocalDate): 'hold' | 'rep' => ((daysBetween('2024-01-01', weekStart) / 7) % 2 === 0 ? 'hold' : 'rep')

/**
 * What the validator knows beside the week itself: cautions, kit, and the week before: what was done, and what was planned
 * (null: nothing).
 */
export function planContext(judge: Judge, kit: Kits, logs: readonly DoneSet[], weekStart: LocalDate, plannedBefore: readonly Block[] | null = null, events: readonly LocalDate[] = []): PlanContext {
  const before = logs.filter((l) => l.on < weekStart && l.on >= addDays(weekStart, -7))
  const done = loadDone(logs, addDays(weekStart, -7))
  // What is planned between today and the week will have been done by then.
  const toCome = (plannedBefore ?? []).map((b) => ({ exerciseId: b.exerciseId, on: addDays(weekStart, b.day - 7) })).filter((b) => b.on >= judge.facts.today)
  return { judge, kit, hardBefore: hardDaysOf([...before, ...toCome]), lastLoad: done === null ? null : Math.max(done, plannedBefore ? PLANNED_FLOOR * handLoad(plannedBefore) : 0), terms: { ...PLAIN_TERMS, events, crush: crushWeek(weekStart) } }
}
