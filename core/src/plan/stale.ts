import { exerciseById } from '../catalogue/exercises'
import { protocolById } from '../catalogue/protocols'
import type { QualityId } from '../catalogue/qualities'
import { judgeAct } from '../safety/judge'
import { cautionName } from '../safety/words'
import { addDays, daysBetween, type LocalDate } from '../units/dates'
import type { DoneSet } from './context'
import type { WeekProblem } from './problem'
import { validate } from './rules'
import type { PlanContext } from './situation'
import { type Block, type WeekPlan } from './types'
import { DAY_NAMES } from '../intake/week'
import { must } from '../units/must'

/** What came between a saved week and now, with the blocks it touches. */
export interface StaleMark {
  cause: 'caution' | 'kit' | 'test' | 'missed' | 'demands' | 'week'
  says: string
  blockIds: readonly string[]
}

/**
 * What is known beside the week: when it was saved, what it was saved in spite of, what happened
 * since. Days local.
 */
export interface Since {
  savedOn: LocalDate
  /** Saved with the coach's word: what may be overruled was known then. */
  overruled: boolean
  injuries: readonly { on: LocalDate }[]
  tests: readonly { protocolId: string; performedOn: LocalDate }[]
  logs: readonly DoneSet[]
  ends: Ends
  demandsOn: LocalDate | null
  weekOn: LocalDate | null
  today: LocalDate
}

const ids = (blocks: readonly Block[]): string[] => blocks.map((b) => b.id)
const names = (qualities: readonly QualityId[], blocks: readonly Block[]): Block[] =>
  blocks.filter((b) => {
    const q = exerciseById(b.exerciseId)?.primary
    return q !== null && q !== undefined && q !== 'day' && qualities.includes(q)
  })

/** Blocks of days gone by of which nothing is logged. */
export const missedBlocks = (week: WeekPlan, logs: readonly DoneSet[], today: LocalDate): Block[] =>
  week.blocks.filter(
    (b) => addDays(week.weekStart, b.day) < today && !logs.some((l) => l.blockId === b.id),
  )

/** What was said of a day's session that was not done whole, the newest first. */
export type Ends = readonly { on: LocalDate; setsLeft: readonly unknown[] }[]

/** Days whose session was let go: what was said last of a day counts. */
export const letGoDays = (ends: Ends): Set<LocalDate> =>
  new Set(
    ends.flatMap((e, i) =>
      ends.findIndex((x) => x.on === e.on) === i && e.setsLeft.length > 0 ? [e.on] : [],
    ),
  )

/** Days gone by with a session of which nothing is logged and that was not let go. */
export function missedDays(
  week: WeekPlan,
  logs: readonly DoneSet[],
  ends: Ends,
  today: LocalDate,
): { day: number; on: LocalDate; blocks: Block[] }[] {
  const gone = letGoDays(ends)
  const missed = missedBlocks(week, logs, today)
  return [0, 1, 2, 3, 4, 5, 6].flatMap((day) => {
    const own = week.blocks.filter((b) => b.day === day)
    const on = addDays(week.weekStart, day)
    return own.length > 0 && own.every((b) => missed.includes(b)) && !gone.has(on)
      ? [{ day, on, blocks: own }]
      : []
  })
}

/** Blocks of which something is logged: planning anew leaves them. */
export const doneBlocks = (week: Pick<WeekPlan, 'blocks'>, logs: readonly DoneSet[]): Set<string> =>
  new Set(week.blocks.filter((b) => logs.some((l) => l.blockId === b.id)).map((b) => b.id))

/** Cautions that stop or ask about some blocks, each named once. */
const cautionsOf = (week: WeekPlan, c: PlanContext, of: ReadonlySet<string>): string[] => [
  ...new Set(
    week.blocks
      .filter((b) => of.has(b.id))
      .flatMap((b) =>
        b.hands.flatMap((hand) =>
          judgeAct(c.judge, { kind: 'exercise', exercise: must(exerciseById(b.exerciseId)), hand })
            .findings.filter((f) => f.class !== 'free')
            .map(cautionName),
        ),
      ),
  ),
]

/**
 * Why a saved week no longer fits what is known, and which blocks that touches; nothing: it stands.
 * Blocks that are done are past mending.
 */
export function staleMarks(week: WeekPlan, context: PlanContext, since: Since): StaleMark[] {
  const done = doneBlocks(week, since.logs)
  const ahead = week.blocks.filter(
    (b) => !done.has(b.id) && addDays(week.weekStart, b.day) >= since.today,
  )
  const open = new Set(ids(ahead))
  const broken = validate(week, context).filter((b) => b.blockIds.some((id) => open.has(id)))
  const newInjury = since.injuries.some((i) => i.on >= since.savedOn)
  const cautions = broken.filter(
    (b) => b.rule === 'caution' && (b.kind === 'safety' || !since.overruled || newInjury),
  )
  const kit = broken.filter((b) => b.rule === 'kit' && !since.overruled)
  const tests = since.tests.filter((t) => t.performedOn > since.savedOn)
  const tested = names(
    [
      ...new Set(
        tests.flatMap((t) => protocolById(t.protocolId)?.rows.map((r) => r.quality) ?? []),
      ),
    ],
    ahead,
  )
  const missed = missedDays(week, since.logs, since.ends, since.today)
  const mark = (
    cause: StaleMark['cause'],
    says: string,
    blockIds: readonly string[],
  ): StaleMark[] =>
    blockIds.length > 0
      ? [{ cause, says: says.replace(/\.$/, ''), blockIds: [...new Set(blockIds)] }]
      : []
  return [
    ...mark(
      'caution',
      'Stopped or asking now: ' +
        `${cautionsOf(week, context, new Set(cautions.flatMap((b) => b.blockIds))).join('; ')}`,
      cautions.flatMap((b) => b.blockIds),
    ),
    ...mark(
      'kit',
      'Kit it needs is no longer there',
      kit.flatMap((b) => b.blockIds),
    ),
    ...mark(
      'missed',
      `Nothing was logged on ${missed.map((m) => DAY_NAMES[m.day]).join(', ')}`,
      ids(missed.flatMap((m) => m.blocks)),
    ),
    ...mark(
      'test',
      'Tested since it was saved: ' +
        [
          ...new Set(
            tests.map((t) => protocolById(t.protocolId)?.name.toLowerCase() ?? t.protocolId),
          ),
        ].join(', '),
      ids(tested),
    ),
    ...mark(
      'demands',
      'The demands were changed since it was saved',
      since.demandsOn !== null && since.demandsOn > since.savedOn ? ids(ahead) : [],
    ),
    ...mark(
      'week',
      'The usual week was changed since it was saved',
      since.weekOn !== null && since.weekOn > since.savedOn ? ids(ahead) : [],
    ),
  ]
}

/** What of a week is done, for the planner; nothing before the week has begun. */
export function doneOf(
  week: Pick<WeekPlan, 'weekStart' | 'blocks' | 'testDay'>,
  logs: readonly DoneSet[],
  today: LocalDate,
): Pick<WeekProblem, 'done'> {
  const done = doneBlocks(week, logs)
  const from = Math.min(7, Math.max(0, daysBetween(week.weekStart, today)))
  return from === 0 && done.size === 0
    ? {}
    : {
        done: {
          from,
          blocks: week.blocks.filter((b) => done.has(b.id)),
          testDay: week.testDay ?? null,
        },
      }
}

/**
 * The week as it can still be planned: what is done stands pinned, what was missed is out, days
 * gone by take nothing more.
 */
export function fromToday(
  week: WeekPlan,
  logs: readonly DoneSet[],
  today: LocalDate,
): { plan: WeekPlan; days: number[] } {
  const done = doneBlocks(week, logs)
  const past = (day: number): boolean => addDays(week.weekStart, day) < today
  const blocks = week.blocks
    .filter((b) => done.has(b.id) || !past(b.day))
    .map((b) => (done.has(b.id) ? { ...b, pinned: true } : b))
  const frame = week.frame.map((d, day) =>
    past(day) && !blocks.some((b) => b.day === day) ? { ...d, minutes: 0 } : d,
  )
  return { plan: { ...week, frame, blocks }, days: [0, 1, 2, 3, 4, 5, 6].filter((d) => !past(d)) }
}
