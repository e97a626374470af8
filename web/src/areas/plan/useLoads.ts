import { useMemo } from 'react'
import { bestsOf } from '@mano/core/plan/bests'
import type { Room, TestBest } from '@mano/core/plan/content'
import { buildSeries } from '@mano/core/review/series'
import { activeCautions, type ActiveCaution } from '@mano/core/safety/cautions'
import { safetyFacts } from '@mano/core/safety/facts'
import type { AthleteView } from '@mano/contract/athletes'
import { useKit, useTests } from '../../app/data'
import { useAthletePage } from '../athlete/AthletePage'

/** What loads are made from: the athlete's bests and the plates of the hall's pin. */
export function useLoadsOf(athleteId: string): { bests: TestBest[]; room: Room | null } {
  const tests = useTests(athleteId).data
  const kit = useKit().data
  const bests = useMemo(() => (tests ? bestsOf(buildSeries(tests)) : []), [tests])
  const pin = kit?.find((u) => u.kind === 'pin' && u.plates.length > 0)
  return { bests, room: pin ? { plates: pin.plates, pinKg: pin.massKg ?? 0 } : null }
}

const cautionsOf = (athlete: AthleteView, today: string): ActiveCaution[] => activeCautions(safetyFacts(athlete, today, null, athlete.history))

export function useLoads() {
  const { athlete, me } = useAthletePage()
  return { ...useLoadsOf(athlete.id), cautions: cautionsOf(athlete, me.today) }
}
