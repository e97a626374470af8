import { readFileSync } from 'node:fs'
import type { Highs } from 'highs'
import {
  judged,
  problemFor,
  weekFor,
  type GivenAthlete,
  type GivenBlock,
} from '@mano/core/calc/week'
import { exerciseById } from '@mano/core/catalogue/exercises'
import { briefOf, type Brief } from '@mano/core/plan/brief'
import { must } from '@mano/core/units/must'
import { parsed } from '@mano/core/units/parse'

/** Athletes, each with the week a coach would write: common practice, no source. */
const FILE = 'core/test/outside/weeks.json'
interface CoachWeek {
  id: string
  athlete: GivenAthlete
  week: GivenBlock[]
}
const coachWeeks = (): CoachWeek[] =>
  parsed<{ weeks: CoachWeek[] }>(readFileSync(FILE, 'utf8')).weeks
export const coachIds = (): string[] => coachWeeks().map((w) => w.id)

/** What is planned for an athlete beside what a coach wrote. */
export interface BesideCoach {
  kind: 'coach'
  id: string
  /** Points of the coach's week, and of the draft, as a share of those of the planned one. */
  share: number
  draft: number
  broken: number
  blocks: number
  staple: number
  good: number
  /**
   * Work that is staple or good stands there for the first quality and for one more of the top: of
   * several as important any one.
   */
  served: boolean
  /** The coach's own week gives two top qualities their sets, one of them on two days. */
  coachServes: boolean
}

/**
 * Whether a week gives the first quality and one more of the top (of several as important any two)
 * their sets by staple or good exercises, one of them on two days where two sessions are possible.
 */
function servesTop(week: readonly GivenBlock[], brief: Brief): boolean {
  const full = brief.top.flatMap((row) => {
    const own = week.filter((b) => brief.of(must(exerciseById(b.exercise_id))).good[row])
    const sets = own.reduce((a, b) => a + b.sets, 0)
    return sets >= brief.topSets ? [{ row, days: new Set(own.map((b) => b.day)).size }] : []
  })
  const highest = full.some((f) => brief.highest.includes(f.row))
  return (
    highest &&
    full.length >= Math.min(2, brief.top.length) &&
    (!brief.twoDays || full.some((f) => f.days > 1))
  )
}

export function besideCoach(highs: Highs, id: string): BesideCoach {
  const { athlete, week } = must(coachWeeks().find((w) => w.id === id))
  const planned = weekFor(highs, athlete)
  const own = judged(athlete, planned.blocks)
  const brief = briefOf(problemFor(athlete))
  const rated = planned.blocks.map((b) => brief.of(must(exerciseById(b.exercise_id))))
  const has = (row: number) => rated.some((r) => r.good[row])
  return {
    kind: 'coach',
    id,
    share: judged(athlete, week).points / own.points,
    draft: judged(athlete, planned.draft).points / own.points,
    broken: own.breaches.length,
    blocks: rated.length,
    staple: rated.filter((r) => r.tier === 'staple').length,
    good: rated.filter((r) => r.tier === 'good').length,
    coachServes: servesTop(week, brief),
    served:
      has(must(brief.top[0])) && brief.top.filter(has).length >= Math.min(2, brief.top.length),
  }
}
