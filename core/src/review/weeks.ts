import { exerciseById } from '../catalogue/exercises'
import type { TissueId } from '../catalogue/tissues'
import type { QualityId } from '../catalogue/qualities'
import { loadDone } from '../plan/context'
import { hardDaysOf } from '../plan/rules'
import { type LocalDate, addDays, weekStartOf } from '../units/dates'
import type { Block } from '../plan/types'
import { groupBy } from '../units/group'
import type { Period } from './changes'
import { handTime, type HandTime } from './load'
import { type DoneSet } from '../record/sets'
import type { Percent } from '../units/quantity'
import { must } from '../units/must'

/** One week of work as it was: what was planned and done, how hard, and what it hurt. */
export interface WeekDone {
  week: LocalDate
  /** Hand load done; null: nothing logged. */
  load: number | null
  /** Change on the week before, %; null without both. */
  changePct: Percent | null
  time: readonly HandTime[]
  hardDays: readonly { tissue: TissueId; days: number }[]
  hardByQuality: readonly { quality: QualityId; days: number }[]
  planned: number
  done: number
  sessionsPlanned: number
  sessionsDone: number
  worstPain: number | null
  painNotes: number
}

/**
 * Sessions of a block missed in a row and so on come from here: planned days without a logged set,
 * up to `until`.
 */
const plannedDays = (
  v: { weekStart: LocalDate; blocks: readonly Block[] },
  until: LocalDate,
): LocalDate[] =>
  [...new Set(v.blocks.map((b) => addDays(v.weekStart, b.day)))].filter((d) => d <= until)

/**
 * Work by week over a period, whole weeks, oldest first. `versions`: the newest plan of each week.
 * Planned counts sets a hand up to the period's
 * end; done counts logged sets of planned blocks. Warm-up is left out.
 */
export function weeksOf(
  logs: readonly DoneSet[],
  versions: readonly { weekStart: LocalDate; blocks: readonly Block[] }[],
  period: Period,
): WeekDone[] {
  // Thousands of sets fall on a few hundred days: each day's Monday is worked out once.
  const mondays = new Map<LocalDate, LocalDate>()
  const weekOf = (on: LocalDate): LocalDate => {
    const known = mondays.get(on) ?? weekStartOf(on)
    mondays.set(on, known)
    return known
  }
  const byWeek = groupBy(
    logs.filter((l) => l.blockId !== null),
    (l) => weekOf(l.on),
  )
  const times = groupBy(handTime(logs, weekOf), (t) => t.week)
  const weeks: LocalDate[] = []
  for (let w = weekStartOf(period.from); w <= period.to; w = addDays(w, 7)) weeks.push(w)
  const loads = new Map(
    [addDays(weeks[0] ?? period.from, -7), ...weeks].map((w) => [
      w,
      loadDone(byWeek.get(w) ?? [], w),
    ]),
  )
  return weeks.map((week): WeekDone => {
    const own = byWeek.get(week) ?? []
    const version = versions.find((v) => v.weekStart === week)
    const days = version ? plannedDays(version, period.to) : []
    const blocks = (version?.blocks ?? []).filter((b) => addDays(week, b.day) <= period.to)
    const planned = blocks.reduce((a, b) => a + b.sets * b.hands.length + (b.extra ? 1 : 0), 0)
    const ids = new Set(blocks.map((b) => b.id))
    const pains = own.flatMap((l) => (l.pain === null ? [] : [l.pain]))
    const [load, before] = [loads.get(week) ?? null, loads.get(addDays(week, -7)) ?? null]
    const hard = groupBy(hardDaysOf(own), (h) => h.tissue)
    const hardSets = groupBy(
      own.filter((l) => exerciseById(l.exerciseId)?.level === 'hard'),
      (l) => must(exerciseById(l.exerciseId)).primary,
    )
    return {
      week,
      load,
      changePct:
        load !== null && before !== null && before > 0 ? (100 * (load - before)) / before : null,
      time: times.get(week) ?? [],
      hardDays: [...hard].map(([tissue, list]) => ({
        tissue,
        days: new Set(list.map((h) => h.on)).size,
      })),
      hardByQuality: [...hardSets].flatMap(([q, list]) =>
        q === null || q === 'day'
          ? []
          : [{ quality: q, days: new Set(list.map((l) => l.on)).size }],
      ),
      planned,
      done: own.filter((l) => l.blockId !== null && ids.has(l.blockId)).length,
      sessionsPlanned: days.length,
      sessionsDone: days.filter((d) => own.some((l) => l.on === d)).length,
      worstPain: pains.length > 0 ? Math.max(...pains) : null,
      painNotes: pains.filter((x) => x > 0).length,
    }
  })
}

/** Sums of a period in one line's worth of numbers. */
export interface WorkSum {
  sessionsPlanned: number
  sessionsDone: number
  worstPain: number | null
  painNotes: number
  weeks: number
}
export const sumOf = (weeks: readonly WeekDone[]): WorkSum => ({
  sessionsPlanned: weeks.reduce((a, w) => a + w.sessionsPlanned, 0),
  sessionsDone: weeks.reduce((a, w) => a + w.sessionsDone, 0),
  painNotes: weeks.reduce((a, w) => a + w.painNotes, 0),
  weeks: weeks.length,
  worstPain: weeks.reduce<number | null>(
    (a, w) => (w.worstPain === null ? a : Math.max(a ?? 0, w.worstPain)),
    null,
  ),
})
