import { type SetLog, type DoneSet } from '../record/sets'
import { exerciseById } from '../catalogue/exercises'
import type { QualityId } from '../catalogue/qualities'
import { workSeconds } from '../plan/time'
import type { Block } from '../plan/types'
import { type LocalDate, addDays, weekStartOf } from '../units/dates'

/** Seconds a hand worked in one logged set: as measured, else repetitions at 3 s. */
export function loggedSeconds(log: Pick<SetLog, 'exerciseId' | 'seconds' | 'reps'>): number {
  if (log.seconds !== null) return log.seconds
  const e = exerciseById(log.exerciseId)
  return e && log.reps !== null ? workSeconds(e, log.reps) : 0
}

export interface HandTime {
  week: LocalDate
  quality: QualityId
  left: number
  right: number
}

/**
 * Time under load a hand, quality and week, s; a two-handed set counts for each hand. Warm-up is
 * left out.
 */
export function handTime(
  logs: readonly DoneSet[],
  weekOf: (on: LocalDate) => LocalDate = weekStartOf,
): HandTime[] {
  const rows = new Map<string, HandTime>()
  for (const log of logs) {
    const quality = exerciseById(log.exerciseId)?.primary
    if (!quality || quality === 'day' || log.blockId === null) continue
    const week = weekOf(log.on)
    const key = `${week} ${quality}`
    const row = rows.get(key) ?? { week, quality, left: 0, right: 0 }
    const s = loggedSeconds(log)
    if (log.hand !== 'right') row.left += s
    if (log.hand !== 'left') row.right += s
    rows.set(key, row)
  }
  return [...rows.values()].sort((a, b) =>
    a.week === b.week ? (a.quality < b.quality ? -1 : 1) : a.week < b.week ? -1 : 1,
  )
}

export interface PlannedDone {
  block: Block
  on: LocalDate
  planned: number
  done: number
  worstPain: number | null
}

/** Each planned block of a week with the sets done a hand. */
export function plannedAgainstDone(
  weekStart: LocalDate,
  blocks: readonly Block[],
  logs: readonly SetLog[],
): PlannedDone[] {
  return [...blocks]
    .sort((a, b) => a.day - b.day)
    .map((block) => {
      const own = logs.filter((l) => l.blockId === block.id)
      const pains = own.flatMap((l) => (l.pain === null ? [] : [l.pain]))
      return {
        block,
        on: addDays(weekStart, block.day),
        planned: block.sets * block.hands.length + (block.extra ? 1 : 0),
        done: own.length,
        worstPain: pains.length === 0 ? null : Math.max(...pains),
      }
    })
}
