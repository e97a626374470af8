import { exerciseById } from '@mano/core/catalogue/exercises'
import { measureWeek } from '@mano/core/plan/measureWeek'
import type { WeekProblem } from '@mano/core/plan/problem'
import { settingsFor, type Measured } from '@mano/core/plan/schools'
import { isKept, servesOf } from '@mano/core/plan/serves'
import { blockMinutes, handLoad, setsOf, wholeWeekMinutes, workSeconds } from '@mano/core/plan/time'
import type { Block, WeekPlan } from '@mano/core/plan/types'
import { capital } from '@mano/core/units/capital'

const sum = (blocks: readonly Block[], of: (b: Block) => number): number =>
  blocks.reduce((t, b) => t + of(b), 0)

const workedSeconds = (b: Block): number => {
  const e = exerciseById(b.exerciseId)
  return e ? setsOf(b) * workSeconds(e, b.dose) : 0
}

/** What two weeks are compared by; the last is what the training approach is measured by. */
export function weekRows(
  p: WeekProblem,
  week: WeekPlan,
  what: Measured,
): readonly (readonly [name: string, value: string])[] {
  const { blocks } = week
  const combined = blocks.filter((b) => exerciseById(b.exerciseId)?.integrated)
  const rows = servesOf(blocks, p)
  const settings = settingsFor(p.terms.settings, p.wants, p.frame)
  return [
    ['Minutes a week', String(wholeWeekMinutes(blocks))],
    ['of it combined work', String(Math.round(sum(combined, blockMinutes)))],
    ['Hand load', handLoad(blocks).toFixed(1)],
    ['Hand time under load, min a hand', (sum(blocks, workedSeconds) / 60).toFixed(0)],
    ['Qualities with half their sets', `${rows.filter(isKept).length} of ${rows.length}`],
    [capital(what.name), String(measureWeek(week, what, settings))],
  ]
}
