import { useEffect, useState } from 'react'
import type { FloorAthlete } from '@mano/contract/athletes'
import type { PlanView } from '@mano/contract/plan'
import type { LoadSources } from '@mano/core/session/sources'
import { readinessOn } from '@mano/core/session/readiness'
import { keep, read } from '../../base/kept'
import { useAthlete, useKit, useMe, useTests } from '../../base/data'
import { useSources } from '../plan/useLoads'
import { usePlan } from '../plan/usePlan'

/**
 * Everything a session needs; what the server last said is kept on the device and used while it
 * does not answer.
 */
export interface FloorData {
  athlete: FloorAthlete
  plan: PlanView
  today: string
  sources: LoadSources
  low: { low: boolean; lowTwice: boolean } | null
  link?: string | undefined
  /** From this device, the server does not answer. */ packed: boolean
}

export function useFloorData(athleteId: string): { data: FloorData | null; error: Error | null } {
  const [athlete, plan, me, tests, kit] = [
    useAthlete(athleteId),
    usePlan(athleteId),
    useMe(),
    useTests(athleteId),
    useKit(),
  ]
  const sources = useSources(athlete.data, plan.data, me.data?.today ?? '')
  const [pack, setPack] = useState<FloorData | null>(null)
  const queries = [athlete, plan, me, tests, kit]
  const there =
    athlete.data !== undefined &&
    plan.data !== undefined &&
    me.data !== undefined &&
    tests.data !== undefined &&
    kit.data !== undefined
  const failing =
    !there &&
    queries.some((q) => q.error !== null || q.fetchStatus === 'paused' || q.failureCount > 0)
  let data: FloorData | null = null
  if (there) {
    const { id, name, safety, reasons, history } = athlete.data
    const { today } = me.data
    const ready = readinessOn(tests.data, today)
    data = {
      athlete: { id, name, safety, reasons, history },
      plan: plan.data,
      today,
      packed: false,
      low: ready && { low: ready.low, lowTwice: ready.lowTwice },
      sources,
    }
  }
  const stamp = there ? queries.map((q) => q.dataUpdatedAt).join() : ''
  useEffect(() => {
    if (data) void keep('state', `pack ${athleteId}`, data).catch(() => undefined)
  }, [stamp, athleteId]) // oxlint-disable-line react/exhaustive-deps
  useEffect(() => {
    if (failing)
      void read<FloorData>('state', `pack ${athleteId}`).then(
        (p) => setPack(p ? { ...p, packed: true } : null),
        () => undefined,
      )
  }, [failing, athleteId])
  return {
    data: data ?? pack,
    error: data || pack ? null : (queries.find((q) => q.error)?.error ?? null),
  }
}
