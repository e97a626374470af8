import { useMemo } from 'react'
import type { AthleteView } from '@mano/contract/athletes'
import type { PlanView } from '@mano/contract/plan'
import { latestMeasure } from '@mano/core/intake/record'
import { kitsOf } from '@mano/core/match/kit'
import { bestsOf, holdsOf } from '@mano/core/session/bests'
import { roomOf } from '@mano/core/session/loads'
import { type LoadSources } from '@mano/core/session/sources'
import { buildSeries } from '@mano/core/record/series'
import { useKit, useTests } from '../../base/data'

const NO_KIT: PlanView['kit'] = []

/**
 * What amounts and loads are made from: the athlete's record, bests, level, and the hall's plates.
 */
export function useSources(
  athlete: Pick<AthleteView, 'id' | 'level' | 'measurements' | 'history'> | undefined,
  plan: Pick<PlanView, 'kit'> | undefined,
  today: string,
): LoadSources {
  const tests = useTests(athlete?.id ?? '').data
  const kit = useKit().data
  const logs = athlete?.history.logs
  return useMemo(() => {
    const series = tests ? buildSeries(tests) : []
    return {
      logs: logs ?? [],
      bests: bestsOf(series),
      holds: holdsOf(series),
      room: roomOf(kit),
      kits: kitsOf(plan?.kit ?? NO_KIT),
      today,
      level: athlete?.level,
      bodyMassKg: athlete
        ? (latestMeasure(athlete.measurements, 'body_mass', 'both')?.value ?? null)
        : null,
    }
  }, [tests, kit, logs, plan?.kit, today, athlete])
}
