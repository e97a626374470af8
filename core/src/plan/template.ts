import { counted } from '../units/counted'
import { exerciseById } from '../catalogue/exercises'
import type { PlanTemplate, TemplateSession } from '../catalogue/templates'
import { freeHands, usualDose } from './limits'
import { contextOf, type WeekProblem } from './problem'
import { whyHere } from './reasons'
import { NO_TERMS, type Block, type CoachTerms, type WeekPlan } from './types'
import { type DayFrame } from '../intake/week'
import { must } from '../units/must'

/**
 * How far a plan pays for leaving its template, against 1 for the plan under change: practice
 * estimate, no source.
 */
const NEAR_TEMPLATE = 8

/**
 * Days for a template's sessions, in their order: the athlete's own days with time where there are
 * enough of them, as near as can be to those it asks for; else the days it asks for.
 */
export function daysFor(
  sessions: readonly TemplateSession[],
  frame: readonly DayFrame[],
): number[] {
  const open = [0, 1, 2, 3, 4, 5, 6].filter(
    (d) => must(frame[d]).minutes > 0 && !must(frame[d]).competition,
  )
  const asked = sessions.map((s) => s.day)
  if (open.length < sessions.length) return asked
  // The best order-keeping choice, by trying each: a week has seven days.
  let best = { days: asked, off: Infinity }
  const go = (from: number, days: number[], off: number): void => {
    const k = days.length
    if (k === sessions.length) {
      if (off < best.off) best = { days, off }
      return
    }
    for (let i = from; i <= open.length - (sessions.length - k); i++)
      go(i + 1, [...days, must(open[i])], off + Math.abs(must(open[i]) - must(asked[k])))
  }
  go(0, [], 0)
  return best.days
}

/**
 * One week of a template put on an athlete's week: its sessions on the athlete's days, their sport,
 * pulls and events kept, each block for the
 * hands that may do it. What may not stand is left to the planner to replace.
 */
export function templateWeek(
  template: PlanTemplate,
  week: number,
  p: WeekProblem,
  newId: () => string,
): { plan: WeekPlan; terms: CoachTerms; problem: WeekProblem } {
  const sessions = must(template.weeks[week])
  const days = daysFor(sessions, p.frame)
  const frame = p.frame.map((d, day): DayFrame => {
    const s = sessions[days.indexOf(day)]
    return s && !d.competition ? { ...d, minutes: s.minutes, place: s.place } : { ...d, minutes: 0 }
  })
  const terms: CoachTerms = {
    ...NO_TERMS,
    ...(template.kind !== 'ordinary' && { kind: template.kind }),
  }
  const own: WeekProblem = { ...p, frame, terms: { ...p.terms, kind: template.kind } }
  const c = contextOf(own)
  const blocks = sessions.flatMap((s, i) =>
    s.blocks.flatMap((b): Block[] => {
      const e = must(exerciseById(b.exerciseId))
      const hands = freeHands(e, c)
      return hands.length === 0
        ? []
        : [
            {
              id: newId(),
              day: must(days[i]),
              exerciseId: e.id,
              sets: b.sets,
              dose: b.dose ?? usualDose(e, p.who),
              ...(b.dose !== undefined && { fixed: true }),
              hands,
              reason: '',
            },
          ]
    }),
  )
  const plan: WeekPlan = {
    weekStart: p.weekStart,
    frame,
    blocks: blocks.map((b) => ({ ...b, reason: whyHere(b, blocks, own) })),
  }
  return { plan, terms, problem: { ...own, near: { blocks, weight: NEAR_TEMPLATE } } }
}

/** A week as a template of the coach's own. */
export function asTemplate(
  id: string,
  name: string,
  week: Pick<WeekPlan, 'frame' | 'blocks'>,
  kind: PlanTemplate['kind'],
): PlanTemplate {
  const sessions = [0, 1, 2, 3, 4, 5, 6].flatMap((day): TemplateSession[] => {
    const own = week.blocks.filter((b) => b.day === day)
    return own.length === 0
      ? []
      : [
          {
            day,
            minutes: must(week.frame[day]).minutes,
            place: must(week.frame[day]).place,
            // An amount of the coach's own goes with the template; any other is each athlete's.
            blocks: own.map((b) => ({
              exerciseId: b.exerciseId,
              sets: b.sets,
              ...(b.fixed && { dose: b.dose }),
            })),
          },
        ]
  })
  return {
    id,
    name,
    says:
      `${counted(sessions.length, 'session')}, ` +
      `${sessions.reduce((a, s) => a + s.minutes, 0)} min`,
    kind,
    weeks: [sessions],
  }
}
