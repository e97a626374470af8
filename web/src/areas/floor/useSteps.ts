import { useMemo } from 'react'
import type { DayFlagId } from '@mano/core/catalogue/cautions'
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

/** What of today follows from the plan, the record and what was put down so far. */
function partsOf(data: FloorData, own: FloorSession, flags: DayFlagId[] | undefined) {
  const { athlete, sources, plan } = data
  const today: TodaySession | null = todaySession(athlete, plan, data.today, {
    pains: painsOf(own.logs),
    symptoms: own.symptoms,
    flags,
    reasons: own.reasons,
  })
  const place = today?.frame.place ?? 'hall'
  // A lighter day or week, or a low squeeze: nothing rises.
  const hold = own.lighter
    ? 'a lighter day: as last time'
    : (holdIn(today?.version.terms.kind) ??
      (data.low?.low ? 'readiness is low: as last time' : null))
  const all = today?.blocks ?? []
  const left = (own.lighter ? lighterDay(all) : all).filter((b) => !own.cut.includes(b.id))
  const blocks: Block[] = withTargets(left, place, sources, hold)
  const steps = stepsOf(blocks, { order: own.order, added: own.added })
  return { flags, done: doneSets(data, own), today, place, hold, blocks, steps }
}

/** Where the session stands among its sets. */
function standing(data: FloorData, own: FloorSession, parts: ReturnType<typeof partsOf>) {
  const { today, steps, done } = parts
  const held = isHeld(today, data)
  const open = openSteps(steps, own, done, held)
  const step = (BUSY.includes(own.phase) && steps.find((s) => stepKey(s) === own.at)) || open[0]
  const coming = open.filter((s) => s !== step && stepKey(s) !== (step && stepKey(step)))
  const exercise: Exercise | null = step ? must(exerciseById(step.exerciseId)) : null
  return {
    ...parts,
    ...{ held, open, step, coming, exercise },
    next: coming[0],
    /** What the step up next asks before its effort; empty: nothing. */
    asks: step && BEFORE.includes(own.phase) ? gateOf(step, today).findings : [],
  }
}
export type Steps = ReturnType<typeof standing>

/** Today's sets in their order: those done, the one that is up, those to come. */
export const stepsNow = (data: FloorData, own: FloorSession, flags?: DayFlagId[]): Steps =>
  standing(data, own, partsOf(data, own, flags))

/** The same on a screen: what the clock alone changes is not worked out anew. */
export function useSteps(data: FloorData, own: FloorSession): Steps {
  const flags = useFloor((s) => s.flags[sessionKey(data.athlete.id, own.on)])
  const { logs, symptoms, reasons, lighter, cut, order, added } = own
  const by = [data, flags, logs, symptoms, reasons, lighter, cut, order, added]
  // oxlint-disable-next-line react/exhaustive-deps
  const parts = useMemo(() => partsOf(data, own, flags), by)
  return standing(data, own, parts)
}
