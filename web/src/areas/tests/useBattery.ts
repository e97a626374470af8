import type { BatteryView } from '@mano/contract/tests'
import {
  batterySteps,
  suggestBattery,
  type BatteryItem,
  type BatteryStep,
} from '@mano/core/testing/battery'
import { useBatteries, useKit, useTests } from '../../base/data'
import { useProfile } from '../../base/profile'
import { useAthletePage } from '../athlete/AthletePage'
import { must } from '@mano/core/units/must'

/** The battery suggested for the athlete's demands has this id. */
export const SUGGESTED = 'suggested'

/**
 * Batteries of the hall that fit this athlete's sport, the suggested one first; undefined while
 * they are read.
 */
export function useChoices(): BatteryView[] | undefined {
  const { athlete } = useAthletePage()
  const stored = useBatteries().data
  const kit = useKit().data
  const profile = useProfile(athlete)
  if (!stored || !kit) return undefined
  const sports = new Set(profile?.sources.flatMap((s) => [s.id, s.originId]) ?? [])
  const kinds = new Set(
    kit
      .filter((u) => u.place === 'hall' && (u.kind !== 'spring' || u.ratingKg !== null))
      .map((u) => u.kind),
  )
  const items = profile ? suggestBattery(profile, kinds) : []
  return [
    ...(items.length > 0
      ? [{ id: SUGGESTED, name: `Suggested for ${must(profile).name}`, sportId: null, items }]
      : []),
    ...[...stored].sort(
      (a, b) => Number(sports.has(b.sportId ?? '')) - Number(sports.has(a.sportId ?? '')),
    ),
  ]
}

/** Where today's visit stands with a battery; null while it is read, or when there is none. */
export function useVisit(batteryId: string | null): { name: string; steps: BatteryStep[] } | null {
  const { athlete, me } = useAthletePage()
  const chosen = useChoices()?.find((b) => b.id === batteryId)
  const tests = useTests(athlete.id).data
  return chosen && tests
    ? { name: chosen.name, steps: batterySteps(chosen.items, tests, me.today) }
    : null
}

/** Address that starts a test of a battery with its choices. */
export const startAddress = (athleteId: string, batteryId: string, item: BatteryItem): string =>
  `/athletes/${athleteId}/tests?` +
  new URLSearchParams({ protocol: item.protocolId, battery: batteryId, ...item.variant }).toString()
