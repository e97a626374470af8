import { factsAhead } from '../safety/facts'
import { judgeBy } from '../safety/judge'
import type { SafetyFacts } from '../safety/triggers'
import type { TissueId } from '../catalogue/tissues'
import type { LocalDate } from '../units/dates'
import type { Want } from '../demand/want'
import { kitsOf } from '../match/kit'
import { settingsFor } from './schools'
import type { PlanContext, Who } from './situation'
import type { Block, WeekTerms } from './types'
import type { DayFrame } from '../intake/week'
import type { Place } from '../catalogue/places'

/**
 * One week to be planned, as plain data: what there is to know, nothing worked out. Minutes,
 * kg-free hand load (sets weighted by level),
 * local dates. It is what workers, the server and `./mano plan` are given.
 */
export interface WeekProblem {
  /** Monday. */
  weekStart: LocalDate
  /** Seven days from Monday. */
  frame: readonly DayFrame[]
  wants: readonly Want[]
  /** What cautions are judged by. */
  facts: SafetyFacts
  /** Units in use and where they are. */
  units: readonly { kind: string; place: Place }[]
  /** Hard days of a tissue before the week, by logs or by the plan of the week before. */
  hardBefore: readonly { tissue: TissueId; on: LocalDate }[]
  /** Hand load of the reference week; null: none on record. */
  lastLoad: number | null
  terms: WeekTerms
  /** Whose week it is, where that is known. */
  who?: Who | undefined
  /** A plan to stay near to: the one being changed (weight 1) or last week's (less); null: none. */
  near: { blocks: readonly Block[]; weight: number } | null
  /**
   * A week that runs: what of it is done, on whatever day, the first day (from Monday, 0) that
   * still takes something, and the day its tests stood on. Absent: all of it is ahead.
   */
  done?: { from: number; blocks: readonly Block[]; testDay: number | null } | undefined
}

/** First day, from Monday (0), that still takes something; 7: none. */
export const fromOf = (p: Pick<WeekProblem, 'done'>): number => p.done?.from ?? 0

/** What the validator needs of a problem, its school settings filled in. */
export const contextOf = (p: WeekProblem): PlanContext => ({
  judge: judgeBy(factsAhead(p.facts, p.weekStart)),
  kit: kitsOf(p.units),
  hardBefore: p.hardBefore,
  lastLoad: p.lastLoad,
  terms: { ...p.terms, settings: settingsFor(p.terms.settings, p.wants, p.frame) },
  who: p.who,
  ...(p.done && { done: { from: p.done.from, of: p.done.blocks } }),
})

const isObject = (v: unknown): v is Record<string, unknown> =>
  typeof v === 'object' && v !== null && !Array.isArray(v)

/**
 * A problem from JSON. Refuses, in words, what is missing or of the wrong
 * kind; what is inside wants and facts is not looked through.
 */
export function readProblem(
  json: unknown,
): { ok: true; problem: WeekProblem } | { ok: false; says: string } {
  const no = (says: string) => ({ ok: false as const, says })
  if (!isObject(json)) return no('A problem is an object.')
  const date = json['weekStart']
  if (
    typeof date !== 'string' ||
    !/^\d{4}-\d{2}-\d{2}$/.test(date) ||
    new Date(`${date}T00:00:00Z`).getUTCDay() !== 1
  )
    return no('weekStart is a Monday, as 2026-10-05.')
  for (const key of ['frame', 'wants', 'units', 'hardBefore'] as const)
    if (!Array.isArray(json[key])) return no(`${key} is a list.`)
  if (!Array.isArray(json['frame']) || json['frame'].length !== 7)
    return no('frame has seven days.')
  if (!isObject(json['facts'])) return no('facts is an object.')
  if (!isObject(json['terms'])) return no('terms is an object.')
  const load = json['lastLoad']
  if (load !== null && (typeof load !== 'number' || !(load >= 0)))
    return no('lastLoad is a number from 0, or null.')
  // Its kinds are looked at above; what is inside the lists is not.
  const problem = json as unknown as WeekProblem
  return { ok: true, problem: { ...problem, near: problem.near ?? null } }
}
