import type { FloorAthlete } from '@mano/contract/athletes'
import type { PlanView } from '@mano/contract/plan'
import type { DayFlagId } from '@mano/core/catalogue/cautions'
import { exerciseById } from '@mano/core/catalogue/exercises'
import { inOrder } from '@mano/core/plan/order'
import type { Block, DayFrame } from '@mano/core/plan/types'
import { blockedBy, isFinal, judgeBy, type ActiveCaution } from '@mano/core/safety/cautions'
import { safetyFacts } from '@mano/core/safety/facts'
import type { Hand } from '@mano/core/testing/session'
import { addDays, daysBetween } from '@mano/core/units/dates'

export interface TodaySession { version: PlanView['versions'][number]; frame: DayFrame; blocks: Block[]; held: (block: Block, hand: Hand) => ActiveCaution[] }

/** Today's planned session and what cautions hold in it; `pains` and `symptoms`: noted in the session so far. */
export function todaySession(athlete: FloorAthlete, plan: PlanView, today: string, pains: readonly { hand: Hand; pain: number | null }[], symptoms: readonly { hand: Hand; pain: null; symptom: string }[] = [], unwell = false): TodaySession | null {
  const version = plan.versions.find((v) => v.weekStart <= today && addDays(v.weekStart, 7) > today)
  const blocks = version ? inOrder(version.blocks.filter((b) => addDays(version.weekStart, b.day) === today)) : []
  if (!version || blocks.length === 0) return null
  const underWay = { trials: pains, observations: symptoms }
  const frame = version.frame[daysBetween(version.weekStart, today)]!
  const flags: DayFlagId[] = [...(frame.heavyPull === 'after' ? (['heavy_pull_later'] as const) : []), ...(unwell ? (['unwell'] as const) : [])]
  const judge = judgeBy(safetyFacts(athlete, today, underWay, { ...athlete.history, logs: athlete.history.logs.filter((l) => l.on !== today) }, flags))
  // A version saved with a reason has the coach's word for what may be overruled; pain in the session may not.
  const acknowledged = version.reason !== ''
  const held = (block: Block, hand: Hand) => blockedBy(judge, { kind: 'exercise', exercise: exerciseById(block.exerciseId)!, hand }).filter((a) => isFinal(a) || ['pain', 'flag'].includes(a.caution.trigger.kind) || !acknowledged)
  return { version, frame, blocks, held }
}
