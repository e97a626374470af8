import { demandProfile, type DemandSource } from '@mano/core/demand/profile'
import { movedBy } from '@mano/core/gaps/moved'
import { gapFacts, readGaps } from '@mano/core/gaps/read'
import type { Standard } from '@mano/core/gaps/references'
import { buildSeries } from '@mano/core/record/series'
import type { Judge } from '@mano/core/safety/judge'
import { localDateOf } from '@mano/core/units/dates'
import type { SessionView } from '@mano/contract/tests'
import type { Athlete, Hall, PlanVersion } from './rows'
import type { AthleteParts } from './parts'

/** What the hall has beside an athlete's own tests, read once for many athletes. */
export interface HallFacts {
  standards: readonly Standard[]
  sports: readonly DemandSource[]
  hall: Pick<Hall, 'timeZone' | 'staleDays'>
  today: string
}

/**
 * What tests taken since a plan was saved change of the order of work, in words; empty: nothing
 * that asks for another plan. Judged by the hall's standards and the athlete's own tests.
 */
export function movedSince(
  athlete: Athlete,
  parts: AthleteParts,
  tests: readonly SessionView[],
  plan: Pick<PlanVersion, 'recordedAt'> | null,
  judge: Judge,
  of: HallFacts,
): string[] {
  const profile = plan && parts.demand ? demandProfile(parts.demand, of.sports) : null
  if (!plan || !profile) return []
  const saved = localDateOf(plan.recordedAt, of.hall.timeZone)
  const before = tests.filter((t) => t.performedOn <= saved)
  if (before.length === tests.length) return []
  const read = (sessions: readonly SessionView[]) =>
    readGaps({
      ...gapFacts(athlete, parts.measurements, {
        standards: of.standards,
        squad: [],
        steps: {},
        staleDays: of.hall.staleDays,
        choices: [],
      }),
      profile,
      series: buildSeries(sessions),
      today: of.today,
      judge,
      injuries: [],
    })
  return movedBy(read(before), read(tests))
}
