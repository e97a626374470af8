import { useQuery } from '@tanstack/react-query'
import { useMemo } from 'react'
import { v7 } from 'uuid'
import type { GapChoiceBody, GapsView } from '@mano/contract/plan'
import type { SessionView } from '@mano/contract/tests'
import { gapFacts, readGaps, type GapJudgement } from '@mano/core/gaps/read'
import { howSure, type Sure } from '@mano/core/gaps/sure'
import { buildSeries, type Series } from '@mano/core/record/series'
import { judgeBy } from '@mano/core/safety/judge'
import { api } from '../../base/api'
import { keys, useTests, useWrite } from '../../base/data'
import { useProfile } from '../../base/profile'
import { useAthletePage } from '../athlete/AthletePage'

export const gapsKey = (id: string) => ['gaps', id]

export interface GapsData {
  judgement: GapJudgement
  /** How often each row is first in what could be true: worked out where it is shown. */
  sure: () => ReadonlyMap<string, Sure>
  series: Series[]
  sessions: SessionView[]
  view: GapsView
}

const once = <T>(make: () => T): (() => T) => {
  let made: { value: T } | null = null
  return () => (made ??= { value: make() }).value
}

/**
 * Gaps, leans and priorities from the same functions as the plan's draft; null while something is
 * not there.
 */
export function useGaps(): { data: GapsData | null; error: Error | null; retry: () => void } {
  const { athlete, me } = useAthletePage()
  const tests = useTests(athlete.id)
  const gaps = useQuery({
    queryKey: gapsKey(athlete.id),
    queryFn: () => api.get<GapsView>(`/api/athletes/${athlete.id}/gaps`),
  })
  const profile = useProfile(athlete)
  const data = useMemo(() => {
    if (!tests.data || !gaps.data || !profile) return null
    const series = buildSeries(tests.data)
    const judge = judgeBy(athlete.safety)
    const injuries = athlete.injuries.map((i) => ({
      site: i.site,
      side: i.side,
      since: i.since ?? i.recordedOn,
    }))
    const judgement = readGaps({
      ...gapFacts(athlete, athlete.measurements, gaps.data),
      profile,
      series,
      today: me.today,
      judge,
      injuries,
    })
    return {
      judgement,
      sure: once(() => howSure(judgement.priorities)),
      series,
      sessions: tests.data,
      view: gaps.data,
    }
  }, [tests.data, gaps.data, profile, athlete, me.today])
  return {
    data,
    error: tests.error ?? gaps.error,
    retry: () => {
      void tests.refetch()
      void gaps.refetch()
    },
  }
}

/** The coach's word on a row, or its taking back (value null). */
export function useChoice() {
  const { athlete } = useAthletePage()
  const write = useWrite(
    (b: GapChoiceBody) => api.post(`/api/athletes/${athlete.id}/gap-choices`, b),
    [gapsKey(athlete.id), keys.roster],
  )
  return {
    write,
    choose: (
      rowKey: string,
      kind: GapChoiceBody['kind'],
      value: string | null,
      reason = '',
      then?: () => void,
    ) => write.mutate({ id: v7(), rowKey, kind, value, reason }, { onSuccess: then }),
  }
}
