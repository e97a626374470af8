import { daysBetween, type LocalDate } from '../units/dates'
import { must } from '../units/must'
import { capital } from '../units/capital'

export const STAGES = [
  { id: 'intake', name: 'Intake' },
  { id: 'demands', name: 'Demands' },
  { id: 'tests', name: 'Tests' },
  { id: 'gaps', name: 'Gaps' },
  { id: 'plan', name: 'Plan' },
  { id: 'floor', name: 'Floor' },
  { id: 'review', name: 'Review' },
] as const
export type StageId = (typeof STAGES)[number]['id']
export type StageState = 'done' | 'due' | 'stale' | 'wait'

export type PlanTouch = 'tests' | 'injury' | 'demands' | 'week'

/** What the rules look at; dates local. */
export interface StageFacts {
  today: LocalDate
  intake: { missing: readonly string[]; latest: LocalDate | null }
  /** Since when the present sport is set. */
  demandsSince: LocalDate | null
  /** Days after which tests are stale: the hall's limit. */
  staleDays: number
  tests: { last: LocalDate | null; unfinished: boolean; sessions: number }
  /**
   * The planned week that holds today, else the next to come, else the last that was; and what has
   * come after it was saved.
   */
  plan: {
    weekStart: LocalDate | null
    after: readonly PlanTouch[]
    /** What tests since it was saved change of the order of work, in words. */
    moved?: readonly string[]
  }
  /**
   * Days with a session planned up to today that are not done, this week, and the last day logged.
   */
  floor: { missed: number; today: boolean; doneToday: boolean; last: LocalDate | null }
}

export interface StageStatus {
  stage: StageId
  state: StageState
  /** Short state for the rail, and its date, if any. */
  word: string
  on: LocalDate | null
  /** Why it needs work, as a sentence; empty when it does not. */
  why: string
  action: string
}

type Rule = { stage: StageId; when: (f: StageFacts) => boolean } & Pick<
  StageStatus,
  'state' | 'word' | 'action'
> & {
    on?: (f: StageFacts) => LocalDate | null
    why?: (f: StageFacts) => string
  }

/**
 * First rule that holds names a stage's state. Shown in docs/stages.md, which is checked against
 * this table.
 */
export const STAGE_RULES: readonly Rule[] = [
  {
    stage: 'intake',
    state: 'due',
    word: 'Due',
    action: 'Start intake',
    when: (f) => f.intake.missing.length > 0,
    why: (f) => `${sentence(f.intake.missing)} not taken`,
  },
  {
    stage: 'intake',
    state: 'done',
    word: 'Done',
    action: '',
    when: () => true,
    on: (f) => f.intake.latest,
  },
  {
    stage: 'demands',
    state: 'due',
    word: 'Due',
    action: 'Choose a sport',
    when: (f) => f.demandsSince === null,
    why: () => 'No sport chosen',
  },
  {
    stage: 'demands',
    state: 'done',
    word: 'Set',
    action: '',
    when: () => true,
    on: (f) => f.demandsSince,
  },
  {
    stage: 'tests',
    state: 'due',
    word: 'Due',
    action: 'Start tests',
    when: (f) => f.tests.last === null,
    why: () => 'No test on record',
  },
  {
    stage: 'tests',
    state: 'due',
    word: 'Unfinished',
    action: 'Finish test',
    when: (f) => f.tests.unfinished,
    on: (f) => f.tests.last,
    why: () => 'The latest test is short of trials, or its spread asks for one more',
  },
  {
    stage: 'tests',
    state: 'stale',
    word: 'Stale',
    action: 'Book tests',
    when: (f) => f.tests.last !== null && daysBetween(f.tests.last, f.today) > f.staleDays,
    on: (f) => f.tests.last,
    why: (f) => `Tests ${daysBetween(must(f.tests.last), f.today)}\u00A0d old`,
  },
  {
    stage: 'tests',
    state: 'done',
    word: 'Done',
    action: '',
    when: () => true,
    on: (f) => f.tests.last,
  },
  {
    stage: 'gaps',
    state: 'wait',
    word: 'After tests',
    action: '',
    when: (f) => f.tests.last === null,
  },
  {
    stage: 'gaps',
    state: 'stale',
    word: 'Stale',
    action: 'Open gaps',
    when: (f) => f.tests.last !== null && daysBetween(f.tests.last, f.today) > f.staleDays,
    on: (f) => f.tests.last,
    why: () => 'The gaps rest on stale tests',
  },
  {
    stage: 'gaps',
    state: 'done',
    word: 'From',
    action: '',
    when: () => true,
    on: (f) => f.tests.last,
  },
  {
    stage: 'plan',
    state: 'due',
    word: 'Due',
    action: 'Draft the week',
    when: (f) => f.plan.weekStart === null,
    why: () => 'No week planned',
  },
  {
    stage: 'plan',
    state: 'due',
    word: 'Ended',
    action: 'Draft the week',
    when: (f) => f.plan.weekStart !== null && daysBetween(f.plan.weekStart, f.today) > 6,
    on: (f) => f.plan.weekStart,
    why: () => 'The planned week is over',
  },
  {
    stage: 'plan',
    state: 'stale',
    word: 'Before injury',
    action: 'Revise plan',
    when: (f) => f.plan.after.includes('injury'),
    on: (f) => f.plan.weekStart,
    why: () => 'An injury was noted or changed after the plan was saved',
  },
  {
    stage: 'plan',
    state: 'stale',
    word: 'Before tests',
    action: 'Revise plan',
    when: (f) => f.plan.after.includes('tests'),
    on: (f) => f.plan.weekStart,
    why: (f) => `Tests since the plan: ${(f.plan.moved ?? []).join('; ')}`,
  },
  {
    stage: 'plan',
    state: 'stale',
    word: 'Before demands',
    action: 'Revise plan',
    when: (f) => f.plan.after.includes('demands'),
    on: (f) => f.plan.weekStart,
    why: () => 'The demands were changed after the plan was saved',
  },
  {
    stage: 'plan',
    state: 'stale',
    word: 'Before week',
    action: 'Revise plan',
    when: (f) => f.plan.after.includes('week'),
    on: (f) => f.plan.weekStart,
    why: () => 'The usual week was changed after the plan was saved',
  },
  {
    stage: 'plan',
    state: 'done',
    word: 'Begins',
    action: '',
    when: (f) => f.plan.weekStart !== null && f.plan.weekStart > f.today,
    on: (f) => f.plan.weekStart,
  },
  {
    stage: 'plan',
    state: 'done',
    word: 'Week of',
    action: '',
    when: () => true,
    on: (f) => f.plan.weekStart,
  },
  {
    stage: 'floor',
    state: 'wait',
    word: 'After plan',
    action: '',
    when: (f) => f.plan.weekStart === null && f.floor.last === null,
  },
  {
    stage: 'floor',
    state: 'due',
    word: 'Today',
    action: 'Run the session',
    when: (f) => f.floor.today && !f.floor.doneToday,
    why: (f) =>
      'A session is planned ' +
      `today${f.floor.missed > 0 ? `; ${f.floor.missed} earlier this week not done` : ''}`,
  },
  {
    stage: 'floor',
    state: 'stale',
    word: 'Missed',
    action: 'Open floor',
    when: (f) => f.floor.missed > 0,
    on: (f) => f.floor.last,
    why: (f) =>
      `${f.floor.missed} planned ${f.floor.missed === 1 ? 'session' : 'sessions'} not ` +
      'done this week',
  },
  {
    stage: 'floor',
    state: 'done',
    word: 'Logged',
    action: '',
    when: (f) => f.floor.last !== null,
    on: (f) => f.floor.last,
  },
  { stage: 'floor', state: 'wait', word: 'Not yet', action: '', when: () => true },
  {
    stage: 'review',
    state: 'wait',
    word: 'After 2 tests',
    action: '',
    when: (f) => f.tests.sessions < 2,
  },
  {
    stage: 'review',
    state: 'done',
    word: 'To',
    action: '',
    when: () => true,
    on: (f) => f.tests.last,
  },
]

/** States of all seven stages, in the order of work. */
export function stageStates(facts: StageFacts): StageStatus[] {
  return STAGES.map(({ id }) => {
    const rule = must(STAGE_RULES.find((r) => r.stage === id && r.when(facts)))
    return {
      stage: id,
      state: rule.state,
      word: rule.word,
      on: rule.on?.(facts) ?? null,
      why: rule.why?.(facts) ?? '',
      action: rule.action,
    }
  })
}

function sentence(items: readonly string[]): string {
  const text =
    items.length < 2
      ? items.join('')
      : `${items.slice(0, -1).join(', ')} and ${items[items.length - 1]}`
  return capital(text)
}
