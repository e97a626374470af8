import { useQuery } from '@tanstack/react-query'
import type { PlanView } from '@mano/contract/plan'
import { wishesOf } from '@mano/core/catalogue/tiers'
import { kitsOf } from '@mano/core/match/kit'
import { useMemo } from 'react'
import { readProblem, type WeekProblem } from '@mano/core/plan/problem'
import { planContext, plannedOf } from '@mano/core/plan/context'
import type { PlanContext } from '@mano/core/plan/situation'
import { judgeBy } from '@mano/core/safety/judge'
import { api } from '../../base/api'
import { useSportsIn } from '../../base/profile'
import { useAthletePage } from '../athlete/AthletePage'

export const planKey = (id: string) => ['plan', id]
export const usePlan = (id: string) =>
  useQuery({
    queryKey: planKey(id),
    queryFn: () => api.get<PlanView>(`/api/athletes/${id}/plan`),
    enabled: id !== '',
  })

/**
 * The week as the planner is given it; its days and the coach's terms are put in by the page. Null
 * until it is there, or without a sport.
 */
export function useProblem(athleteId: string, weekStart: string, on: boolean): WeekProblem | null {
  const read = useQuery({
    queryKey: [...planKey(athleteId), 'problem', weekStart],
    queryFn: () => api.get<unknown>(`/api/athletes/${athleteId}/problem?week=${weekStart}`),
    enabled: on,
  }).data
  return useMemo(() => {
    const r = read === undefined ? null : readProblem(read)
    return r?.ok ? r.problem : null
  }, [read])
}

/** What the validator knows of this athlete; the same facts as on the server. */
export function usePlanContext(view: PlanView, weekStart: string): PlanContext {
  const { athlete } = useAthletePage()
  const sports = useSportsIn(athlete)
  return useMemo(
    () =>
      planContext(
        judgeBy(athlete.safety),
        kitsOf(view.kit),
        athlete.history.logs,
        weekStart,
        plannedOf(view.versions),
        athlete.events.map((e) => e.on),
        {
          sports,
          level: athlete.level,
          tiers: view.tiers,
          wishes: wishesOf(view.wishes),
          flatOn: view.flatOn,
        },
      ),
    [athlete, view, weekStart, sports],
  )
}
