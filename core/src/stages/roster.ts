import type { LeanRow } from '../gaps/lean'
import type { ActiveCaution } from '../safety/triggers'
import { waitsForClinician } from '../safety/standing'
import { cautionName } from '../safety/words'
import type { LocalDate } from '../units/dates'
import type { StageId, StageStatus } from './rules'
import { must } from '../units/must'

export type Need = 'act' | 'due' | 'none'

export interface RosterCall {
  need: Need
  why: string
  action: string
  stage: StageId
  alarm: boolean
}

/** Pain of today or of the last sessions is looked at in the plan. */
const ACTS: readonly string[] = ['pain', 'earlier_pain']

/**
 * What an athlete needs first: an alarm that waits for an answer, a caution that stops work, then a
 * lean that is acted on, then the first stage
 * that is due or stale. One line each, soonest first.
 */
export function rosterCall(
  stages: readonly StageStatus[],
  cautions: readonly ActiveCaution[],
  leans: readonly LeanRow[],
  alarms: readonly string[] = [],
  lowTwice: LocalDate | null = null,
): RosterCall {
  if (alarms.length > 0)
    return {
      need: 'act',
      why: must(alarms[0]),
      action: 'Answer the alarm',
      stage: 'floor',
      alarm: true,
    }
  const stop = cautions.find(
    (c) =>
      (waitsForClinician(c) && c.caution.trigger.kind !== 'health') ||
      ACTS.includes(c.caution.trigger.kind),
  )
  if (stop) {
    const pain = ACTS.includes(stop.caution.trigger.kind)
    return {
      need: 'act',
      why: cautionName(stop),
      action: pain ? 'Open plan' : 'Open intake',
      stage: pain ? 'plan' : 'intake',
      alarm: true,
    }
  }
  const unfinished = stages.find((s) => s.stage === 'tests' && s.word === 'Unfinished')
  if (unfinished)
    return {
      need: 'act',
      why: unfinished.why,
      action: unfinished.action,
      stage: 'tests',
      alarm: false,
    }
  if (lowTwice)
    return {
      need: 'act',
      why: 'Readiness low two sessions in a row',
      action: 'Open floor',
      stage: 'floor',
      alarm: false,
    }
  // What is on today, or was missed, goes before what can wait.
  const floor = stages.find(
    (s) => s.stage === 'floor' && (s.state === 'due' || s.state === 'stale'),
  )
  if (floor)
    return { need: 'due', why: floor.why, action: floor.action, stage: 'floor', alarm: false }
  const lean = actedLean(leans)
  if (lean) return { need: 'act', why: lean, action: 'Open review', stage: 'review', alarm: false }
  const due = stages.find((s) => s.state === 'due' || s.state === 'stale')
  if (due) return { need: 'due', why: due.why, action: due.action, stage: due.stage, alarm: false }
  return { need: 'none', why: '', action: 'Open tests', stage: 'tests', alarm: false }
}

/** A sentence on the first lean that is acted on. */
function actedLean(leans: readonly LeanRow[]): string | null {
  const row = leans.find((l) => l.acted && l.weaker && l.lean)
  if (!row) return null
  const hand = row.weaker === 'left' ? 'Left' : 'Right'
  return (
    `${hand} hand ${Math.round(Math.abs(must(row.lean).signedPct))}\u00A0% behind over ` +
    `${must(row.lean).days} days, more than expected (${row.series.protocol.name.toLowerCase()})`
  )
}
