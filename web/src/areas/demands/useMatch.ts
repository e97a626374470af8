import { useMemo } from 'react'
import { matchAthlete } from '@mano/core/match/athlete'
import { rankAll, type Match, type MatchAthlete } from '@mano/core/match/rank'
import { matchUnit, type MatchUnit } from '@mano/core/match/unit'
import type { DemandProfile } from '@mano/core/demand/profile'
import type { QualityId } from '@mano/core/catalogue/qualities'
import { kitsOf, type Kits } from '@mano/core/match/kit'
import type { Place } from '@mano/core/catalogue/places'
import { judgeBy } from '@mano/core/safety/judge'
import { useKit, usePlaces, useTests } from '../../base/data'
import { useAthletePage } from '../athlete/AthletePage'

export interface MatchView {
  units: MatchUnit[]
  who: MatchAthlete
  ranked: Map<QualityId, Match[]>
  kits: Kits
}

/**
 * Every demand's ranking at a place, from the same record and judge as plan and floor; null while
 * the kit is not there.
 */
export function useMatch(
  profile: DemandProfile | null,
  place: Place,
): { view: MatchView | null; error: Error | null; retry: () => void } {
  const { athlete } = useAthletePage()
  const kit = useKit()
  const places = usePlaces()
  const tests = useTests(athlete.id)
  const view = useMemo(() => {
    if (!profile || !kit.data || !places.data || !tests.data) return null
    const foreign = new Set(
      places.data
        .filter((p) => p.athleteId !== null && p.athleteId !== athlete.id)
        .map((p) => p.id),
    )
    const own = kit.data.filter((u) => !foreign.has(u.placeId))
    const units = own.filter((u) => u.place === place).flatMap((u) => matchUnit(u) ?? [])
    const who = matchAthlete({
      level: athlete.level,
      measurements: athlete.measurements,
      wraps: athlete.wraps,
      judge: judgeBy(athlete.safety),
      sessions: tests.data,
    })
    return { units, who, ranked: rankAll(profile.rows, units, who), kits: kitsOf(own) }
  }, [profile, kit.data, places.data, tests.data, athlete, place])
  return {
    view,
    error: kit.error ?? places.error ?? tests.error,
    retry: () => {
      void kit.refetch()
      void places.refetch()
      void tests.refetch()
    },
  }
}
