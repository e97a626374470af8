import { exerciseById, type Exercise } from '../catalogue/exercises'
import { inOrder } from '../plan/order'
import type { Block, WeekKind } from '../plan/types'
import type { DayFrame } from '../intake/week'
import { targetOf } from '../progress/target'
import type { SetLog } from '../record/sets'
import type { Hand } from '../catalogue/person'
import { addDays, type LocalDate } from '../units/dates'
import { loadAdvice } from './loads'
import { type LoadSources } from './sources'
import { holdIn, roomFor, mostOf, sessionsOf, targetsOf, withTargets } from './today'
import type { Kg } from '../units/quantity'

/** A planned week, as much of it as its amounts need. */
export interface AheadWeek {
  weekStart: LocalDate
  kind: WeekKind
  frame: readonly DayFrame[]
  blocks: readonly Block[]
}

/** What one hand does of an exercise in a week, at its last session of it. */
export interface AheadHand {
  /** Sets of the whole week. */
  sets: number
  /** Amount of one set, in the exercise's unit. */
  dose: number
  loadKg: Kg | null
  rung: string | null
  /** Neither a set nor a test says the load: a light guess by body mass. */
  guessed: boolean
}
export interface AheadCell {
  days: readonly number[]
  hands: Readonly<Partial<Record<Hand, AheadHand>>>
}
/** One exercise through the weeks; null: it is not in that week. */
export interface AheadRow {
  exerciseId: string
  lead: boolean
  cells: readonly (AheadCell | null)[]
}

type Change = 'new' | 'out' | 'load' | 'dose' | 'rung' | 'sets'
/** What a week changes of an exercise beside the last week that had it. */
export interface AheadChange {
  exerciseId: string
  lead: boolean
  what: Change
  /** Rise of load (kg), amount or sets; below 0: less. Null: it has no size. */
  by: number | null
  rung: string | null
}

interface Asked {
  dose: number
  loadKg: Kg | null
  rung: string | null
  guessed: boolean
}

/**
 * What one hand would be asked on a day, by the same rules as the floor; where nothing says the
 * load,
 * the ladder's first one.
 */
function asked(
  e: Exercise,
  b: Block,
  hand: Hand,
  place: DayFrame['place'],
  s: LoadSources,
  hold: string | null,
): Asked {
  const target = targetsOf(b, place, s, hold).find((t) => t.hand === hand)
  const advised = loadAdvice(b, hand, place, s, hold)
  const who = { level: s.level ?? 'trained', bodyMassKg: s.bodyMassKg ?? null }
  const first =
    advised && advised.kg === null ? targetOf(e, who, roomFor(e, place, s), [], 0).loadKg : null
  return {
    dose: b.dose,
    loadKg: advised?.kg ?? first,
    rung: target?.rung ?? null,
    guessed: first !== null,
  }
}

/** What was really done on a day that is past; null: nothing is on record. */
function doneOn(e: Exercise, hand: Hand, on: LocalDate, s: LoadSources): Asked | null {
  const [day] = sessionsOf(
    e,
    hand,
    s.logs.filter((l) => l.on === on),
    s.today,
  )
  return day ? { ...mostOf(day), guessed: false } : null
}

/**
 * Weeks as they go if each set is done as proposed: every session is asked of the floor's own rules
 * and counted as done before the next. Days before today are as they were done, else as they were
 * asked.
 */
export function ahead(weeks: readonly AheadWeek[], sources: LoadSources): AheadRow[] {
  const wanted = new Set(weeks.flatMap((w) => w.blocks.map((b) => b.exerciseId)))
  const logs: SetLog[] = sources.logs.filter((l) => wanted.has(l.exerciseId))
  const rows = new Map<string, { lead: boolean; cells: (AheadCell | null)[] }>()
  const guesses = new Set<string>()
  weeks.forEach((week, w) => {
    const hold = holdIn(week.kind)
    for (let day = 0; day < 7; day++) {
      const on = addDays(week.weekStart, day)
      // What is past is asked as it was; only what is to come counts as done.
      const past = on < sources.today
      const place = week.frame[day]?.place ?? 'hall'
      const s = { ...sources, logs: [...logs], today: on }
      const blocks = week.blocks.filter((b) => b.day === day)
      for (const b of inOrder(withTargets(blocks, place, s, hold))) {
        const e = exerciseById(b.exerciseId)
        if (!e || e.mode === 'prep') continue
        for (const hand of b.hands) {
          const a = (past && doneOn(e, hand, on, sources)) || asked(e, b, hand, place, s, hold)
          const key = `${e.id} ${hand}`
          if (a.guessed) guesses.add(key)
          const sets = b.sets + Number(b.extra === hand)
          note(rows, weeks.length, w, b, hand, {
            ...a,
            guessed: guesses.has(key),
            sets,
          })
          for (let set = 1; set <= sets && !past; set++) logs.push(asDone(e, b, hand, on, set, a))
        }
      }
    }
  })
  return [...rows].map(([exerciseId, r]) => ({ exerciseId, ...r }))
}

function note(
  rows: Map<string, { lead: boolean; cells: (AheadCell | null)[] }>,
  weeks: number,
  w: number,
  b: Block,
  hand: Hand,
  a: AheadHand,
): void {
  const row = rows.get(b.exerciseId) ?? {
    lead: false,
    cells: Array.from({ length: weeks }, () => null),
  }
  const was = row.cells[w]
  const sets = (was?.hands[hand]?.sets ?? 0) + a.sets
  row.lead ||= b.lead ?? false
  row.cells[w] = {
    days: [...new Set([...(was?.days ?? []), b.day])],
    hands: { ...was?.hands, [hand]: { ...a, sets } },
  }
  rows.set(b.exerciseId, row)
}

const asDone = (
  e: Exercise,
  b: Block,
  hand: Hand,
  on: LocalDate,
  set: number,
  a: Asked,
): SetLog => ({
  id: `${on} ${b.id} ${hand} ${set}`,
  blockId: b.id,
  exerciseId: e.id,
  on,
  hand,
  set,
  loadKg: a.loadKg,
  seconds: e.dose.unit === 's' ? a.dose : null,
  reps: e.dose.unit === 's' ? null : a.dose,
  ended: 'done',
  effort: null,
  pain: null,
  ...(a.rung !== null && { details: { rung: a.rung } }),
})

/** The hand that says what a cell shows: the one that is behind. */
export const behind = (c: AheadCell): AheadHand =>
  Object.values(c.hands).reduce((a, b) => ((b.loadKg ?? 0) < (a.loadKg ?? 0) ? b : a))
const setsOf = (c: AheadCell): number =>
  Object.values(c.hands).reduce((n, h) => n + h.sets, 0) / Object.values(c.hands).length

/** What a week changes, mains first; what stays the same is not named. */
export function changesIn(rows: readonly AheadRow[], week: number): AheadChange[] {
  const out = rows.flatMap((r): AheadChange[] => {
    const now = r.cells[week] ?? null
    const was = r.cells[week - 1] ?? null
    const before = r.cells.slice(0, week).findLast((c) => c !== null) ?? null
    const change = (what: Change, by: number | null = null, rung: string | null = null) => [
      { exerciseId: r.exerciseId, lead: r.lead, what, by, rung },
    ]
    if (week === 0) return []
    if (!now) return was ? change('out') : []
    if (!before) return change('new')
    const [a, b] = [behind(before), behind(now)]
    const kg = (b.loadKg ?? 0) - (a.loadKg ?? 0)
    if (Math.abs(kg) > 1e-6) return change('load', kg)
    if (a.rung !== b.rung && b.rung !== null) return change('rung', null, b.rung)
    if (a.dose !== b.dose) return change('dose', b.dose - a.dose)
    const sets = setsOf(now) - setsOf(before)
    return Math.abs(sets) > 1e-6 ? change('sets', sets) : was ? [] : change('new')
  })
  return out.sort((a, b) => Number(b.lead) - Number(a.lead))
}
