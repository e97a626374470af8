import { useMemo } from 'react'
import { exerciseById, type Exercise } from '@mano/core/catalogue/exercises'
import type { Block } from '@mano/core/plan/types'
import { lighterDay } from '@mano/core/session/adapt'
import { openSteps, stepKey } from '@mano/core/session/run'
import { stepsOf, type Step } from '@mano/core/session/steps'
import { holdIn, withTargets } from '@mano/core/session/today'
import { must } from '@mano/core/units/must'
import { doneSets, painsOf } from './doneSets'
import { sessionKey, useFloor, type FloorSession } from './store'
import type { FloorData } from './useFloorData'
import { todaySession, type TodaySession } from './useToday'

/** Phases in which the step that is up stays it, whatever else opens. */
const BUSY: readonly FloorSession['phase'][] = ['count', 'work', 'confirm', 'log', 'pain']
/** Phases before an effort, in which what it asks is said. */
const BEFORE: readonly FloorSession['phase'][] = ['ready', 'rest', 'count']

export const gateOf = (s: Step, session: TodaySession | null) =>
  session?.gate(must(exerciseById(s.exerciseId)), s.hand) ?? {
    class: 'free' as const,
    findings: [],
  }
/** An athlete alone cannot give a reason: what asks for one is off there. */
export const isHeld =
  (session: TodaySession | null, { link }: FloorData) =>
  (s: Step): boolean => {
    const g = gateOf(s, session)
    return g.class === 'stop' || (g.class === 'ask' && link !== undefined)
  }

/** Today's sets in their order: those done, the one that is up, those to come. */
export function useSteps(data: FloorData, own: FloorSession) {
  const { athlete, sources, plan } = data
  const flags = useFloor((s) => s.flags[sessionKey(athlete.id, own.on)])
  const done = useMemo(() => doneSets(data, own), [data, own])
  const today: TodaySession | null = useMemo(
    () =>
      todaySession(athlete, plan, data.today, {
        pains: painsOf(own.logs),
        symptoms: own.symptoms,
        flags,
        reasons: own.reasons,
      }),
    [athlete, plan, data.today, own.logs, own.symptoms, own.reasons, flags],
  )
  const place = today?.frame.place ?? 'hall'
  // A lighter day or week, or a low squeeze: nothing rises.
  const hold = own.lighter
    ? 'a lighter day: as last time'
    : (holdIn(today?.version.terms.kind) ??
      (data.low?.low ? 'readiness is low: as last time' : null))
  const blocks = useMemo((): Block[] => {
    const all = today?.blocks ?? []
    const left = (own.lighter ? lighterDay(all) : all).filter((b) => !own.cut.includes(b.id))
    return withTargets(left, place, sources, hold)
  }, [today, own.lighter, own.cut, place, sources, hold])
  const steps = useMemo(
    () => stepsOf(blocks, { order: own.order, added: own.added }),
    [blocks, own.order, own.added],
  )
  const held = isHeld(today, data)
  const open = openSteps(steps, own, done, held)
  const step = (BUSY.includes(own.phase) && steps.find((s) => stepKey(s) === own.at)) || open[0]
  const coming = open.filter((s) => s !== step && stepKey(s) !== (step && stepKey(step)))
  const exercise: Exercise | null = step ? must(exerciseById(step.exerciseId)) : null
  return {
    flags,
    done,
    today,
    place,
    hold,
    blocks,
    steps,
    held,
    open,
    step,
    coming,
    next: coming[0],
    /** What the step up next asks before its effort; empty: nothing. */
    asks: step && BEFORE.includes(own.phase) ? gateOf(step, today).findings : [],
    exercise,
  }
}
export type Steps = ReturnType<typeof useSteps>
