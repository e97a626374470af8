import type { FloorAthlete } from '@mano/contract/athletes'
import type { PlanView } from '@mano/contract/plan'
import type { ReasonView } from '@mano/contract/safety'
import type { DayFlagId } from '@mano/core/catalogue/cautions'
import { exerciseById, type Exercise } from '@mano/core/catalogue/exercises'
import { kitsOf } from '@mano/core/match/kit'
import { inOrder } from '@mano/core/plan/order'
import type { Block } from '@mano/core/plan/types'
import type { DayFrame } from '@mano/core/intake/week'
import { factsAhead, factsWith } from '@mano/core/safety/facts'
import { judgeAct, judgeBy, type ActClass, type Finding } from '@mano/core/safety/judge'
import type { SafetyFacts } from '@mano/core/safety/triggers'
import { afterReasons, keysFor, openAsks, reasonSubject } from '@mano/core/safety/reasons'
import { pulseImplement } from '@mano/core/session/steps'
import type { Hand } from '@mano/core/catalogue/person'
import { addDays, daysBetween } from '@mano/core/units/dates'
import { must } from '@mano/core/units/must'

/** What the judge says of an exercise now: the findings that no reason covers yet. */
export interface FloorGate {
  class: ActClass
  findings: readonly Finding[]
}
export interface TodaySession {
  version: PlanView['versions'][number]
  frame: DayFrame
  blocks: Block[]
  gate: (e: Exercise, hand: Hand) => FloorGate
  held: (block: Block, hand: Hand) => readonly Finding[]
}

/** What was noted in the session so far and may not be on the server yet. */
export interface Now {
  pains?: SafetyFacts['pains']
  symptoms?: SafetyFacts['symptoms']
  flags?: readonly DayFlagId[] | undefined
  reasons?: readonly ReasonView[]
}

/**
 * Today's planned session, and what the one judge says of each exercise in it with what was just
 * noted.
 */
export function todaySession(
  athlete: FloorAthlete,
  plan: PlanView,
  today: string,
  { pains = [], symptoms = [], flags, reasons = [] }: Now = {},
): TodaySession | null {
  const version = plan.versions.find((v) => v.weekStart <= today && addDays(v.weekStart, 7) > today)
  const blocks = version
    ? inOrder(version.blocks.filter((b) => addDays(version.weekStart, b.day) === today))
    : []
  if (!version || blocks.length === 0) return null
  const frame = must(version.frame[daysBetween(version.weekStart, today)])
  const ticked = flags ?? (today === athlete.safety.today ? athlete.safety.flags : [])
  // Another day's card is judged as things will stand then.
  const known = today > athlete.safety.today ? factsAhead(athlete.safety, today) : athlete.safety
  const facts = factsWith(
    { ...known, flags: [] },
    {
      pains,
      symptoms,
      flags: [...ticked, ...(frame.heavyPull === 'after' ? (['heavy_pull_later'] as const) : [])],
    },
  )
  const judge = judgeBy(facts)
  // The reason a week was saved with covers what was asked then; what came later asks again.
  const given = [
    ...version.asked.map((a) => ({
      subject: reasonSubject('exercise', a.exerciseId),
      hand: a.hand,
      keys: a.keys,
    })),
    ...athlete.reasons,
    ...reasons,
  ]
  const pulse = pulseImplement(blocks, frame.place, kitsOf(plan.kit))
  const gate = (exercise: Exercise, hand: Hand): FloorGate => {
    const verdict = judgeAct(judge, {
      kind: 'exercise',
      exercise,
      hand,
      ...(exercise.primary === 'day' && { implementKind: pulse }),
    })
    const covered = keysFor(given, reasonSubject('exercise', exercise.id), hand)
    const is = afterReasons(verdict, covered)
    return {
      class: is,
      findings:
        is === 'stop'
          ? verdict.findings.filter((f) => f.class === 'stop')
          : is === 'ask'
            ? openAsks(verdict, covered)
            : [],
    }
  }
  return {
    version,
    frame,
    blocks,
    gate,
    held: (block, hand) => gate(must(exerciseById(block.exerciseId)), hand).findings,
  }
}

/** A both-handed warm-up or closing exercise as it can be done: with which hand, or not at all. */
export function handsFor(
  session: TodaySession,
  e: Exercise,
): { hand: Hand | null; findings: readonly Finding[]; asks: boolean } {
  const [left, right] = [session.gate(e, 'left'), session.gate(e, 'right')]
  const open = [left, right].map((g) => g.class === 'free')
  const both = open[0] && open[1]
  return {
    hand: both ? 'both' : e.hands === 'both' ? null : open[0] ? 'left' : open[1] ? 'right' : null,
    findings: [
      ...left.findings,
      ...right.findings.filter(
        (f) =>
          !left.findings.some(
            (x) => x.caution.id === f.caution.id && x.hands.join() === f.hands.join(),
          ),
      ),
    ],
    asks: !both && left.class !== 'stop' && right.class !== 'stop',
  }
}
