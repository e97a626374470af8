import { useMemo } from 'react'
import type { AthleteView } from '@mano/contract/athletes'
import { demandProfile, sportsIn, type DemandProfile } from '@mano/core/demand/profile'
import { useSports } from './data'

/**
 * What an athlete trains for, with the hall's own sports known; null until both are there, or
 * without a sport.
 */
export function useProfile(athlete: AthleteView): DemandProfile | null {
  const own = useSports().data
  const { demand } = athlete
  // The same one as long as nothing changed: what is worked out from it is not worked out anew.
  return useMemo(() => (demand ? demandProfile(demand, own ?? []) : null), [demand, own])
}

/** The shipped sports behind what an athlete trains for, the hall's own copies by their origin. */
export function useSportsIn(athlete: AthleteView): string[] {
  const own = useSports().data
  return useMemo(
    () => (athlete.demand ? sportsIn(athlete.demand, own ?? []) : []),
    [athlete.demand, own],
  )
}
