import { exerciseById } from '../catalogue/exercises'
import type { Judge } from '../safety/cautions'
import { addDays, type LocalDate } from '../units/dates'
import type { Kits } from './kit'
import { LEVEL_WEIGHT } from './practice'
import { handLoad } from './time'
import type { Block } from './types'
import { hardDaysOf, type PlanContext } from './rules'

export interface DoneSet { blockId: string | null; exerciseId: string; on: LocalDate; set: number }

/** Hand load really done in a week: each set once, however many hands; balance work left out. Null without logs. */
export function loadDone(logs: readonly DoneSet[], weekStart: LocalDate): number | null {
  const end = addDays(weekStart, 7)
  const sets = new Map(logs.filter((l) => l.blockId !== null && l.on >= weekStart && l.on < end).map((l) => [`${l.blockId} ${l.on} ${l.set}`, l.exerciseId]))
  if (sets.size === 0) return null
  return [...sets.values()].reduce((a, id) => { const e = exerciseById(id); return !e || e.aim === 'balance' ? a : a + LEVEL_WEIGHT[e.level] }, 0)
}

/** Share of last week's planned load that growth is measured from at the least, so that one missed session does not pull all later weeks down. */
const PLANNED_FLOOR = 0.9

/**
 * What the validator knows beside the week itself: cautions, kit, and the week before: what was done, and what was planned
 * (null: nothing).
 */
export function planContext(judge: Judge, kit: Kits, logs: readonly DoneSet[], weekStart: LocalDate, plannedBefore: readonly Block[] | null = null): PlanContext {
  const before = logs.filter((l) => l.on < weekStart && l.on >= addDays(weekStart, -7))
  const done = loadDone(logs, addDays(weekStart, -7))
  return { judge, kit, hardBefore: hardDaysOf(before), lastLoad: done === null ? null : Math.max(done, plannedBefore ? PLANNED_FLOOR * handLoad(plannedBefore) : 0) }
}
