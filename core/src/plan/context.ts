import { exerciseById } from '../catalogue/exercises'
import type { Judge } from '../safety/cautions'
import { addDays, type LocalDate } from '../units/dates'
import type { HallKit } from './kit'
import { LEVEL_WEIGHT } from './practice'
import { hardDaysOf, type PlanContext } from './rules'

export interface DoneSet { blockId: string | null; exerciseId: string; on: LocalDate; set: number }

/** Hand load really done in a week: each set once, however many hands; balance work left out. Null without logs. */
export function loadDone(logs: readonly DoneSet[], weekStart: LocalDate): number | null {
  const end = addDays(weekStart, 7)
  const sets = new Map(logs.filter((l) => l.blockId !== null && l.on >= weekStart && l.on < end).map((l) => [`${l.blockId} ${l.on} ${l.set}`, l.exerciseId]))
  if (sets.size === 0) return null
  return [...sets.values()].reduce((a, id) => { const e = exerciseById(id); return !e || e.aim === 'balance' ? a : a + LEVEL_WEIGHT[e.level] }, 0)
}

/** What the validator knows beside the week itself: cautions, kit, and what was done in the week before. */
export function planContext(judge: Judge, kit: HallKit, logs: readonly DoneSet[], weekStart: LocalDate): PlanContext {
  const before = logs.filter((l) => l.on < weekStart && l.on >= addDays(weekStart, -7))
  return { judge, kit, hardBefore: hardDaysOf(before), lastLoad: loadDone(logs, addDays(weekStart, -7)) }
}
