import type { Side } from '../measure/asymmetry'
import { leanContext } from '../measure/asymmetry'
import type { ActiveCaution } from '../safety/triggers'
import { waitsForClinician } from '../safety/standing'
import { cautionName } from '../safety/words'
import type { Series } from '../review/series'
import type { StageId, StageStatus } from './rules'

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
 * consistent lean beyond dominance, then the first stage
 * that is due or stale. One line each, soonest first.
 */
export function rosterCall(
  stages: readonly StageStatus[],
  cautions: readonly ActiveCaution[],
  series: readonly Series[],
  dominant: Side | null,
  alarms: readonly string[] = [],
): RosterCall {
  if (alarms.length > 0)
    return { need: 'act', why: alarms[0]!, action: 'Answer the alarm', stage: 'floor', alarm: true }
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
  const lean = consistentLean(series, dominant)
  if (lean) return { need: 'act', why: lean, action: 'Open review', stage: 'review', alarm: false }
  const due = stages.find((s) => s.state === 'due' || s.state === 'stale')
  if (due) return { need: 'due', why: due.why, action: due.action, stage: due.stage, alarm: false }
  return { need: 'none', why: '', action: 'Open tests', stage: 'tests', alarm: false }
}

/**
 * A sentence on the first series whose lean is consistent and not what dominance leads one to
 * expect.
 */
function consistentLean(series: readonly Series[], dominant: Side | null): string | null {
  for (const s of series) {
    const verdict = s.points.filter((p) => !p.practice).at(-1)?.verdict
    if (
      !s.consistent ||
      !verdict ||
      verdict.kind === 'unknown' ||
      verdict.kind === 'inside-error' ||
      !verdict.weaker
    )
      continue
    // A dominant hand that was not asked for may be the stronger one: what that would explain is no
    // finding.
    const side = dominant ?? (verdict.weaker === 'left' ? 'right' : 'left')
    if (leanContext(verdict, side) === 'as-dominance') continue
    const hand = verdict.weaker === 'left' ? 'Left' : 'Right'
    return `${hand} hand ${Math.round(verdict.asymmetryPct)}\u00A0% behind, real on its last two days (${s.protocol.name.toLowerCase()})`
  }
  return null
}
