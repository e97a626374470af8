import { exerciseById } from '../catalogue/exercises'
import type { Hand } from '../catalogue/person'
import { restBefore, type Step } from './steps'
import { must } from '../units/must'

/**
 * A running session as plain data. Instants are ms of one clock, given from outside: nothing here
 * counts ticks, so a hidden page, a reload or a slow machine loses no time.
 */
export type Phase =
  | 'warmup'
  | 'ready'
  | 'count'
  | 'work'
  | 'confirm'
  | 'log'
  | 'rest'
  | 'pain'
  | 'close'
  | 'done'

export interface Run {
  phase: Phase
  /** Key of the step under way; null before the first and after the last. */
  at: string | null
  /** When the phase began; a pause moves it on. */
  since: number
  pausedAt: number | null
  /** How long the last try worked, s. */
  workedS: number
  /** Rest is over at. */
  restUntil: number
  /** When a hand of a block last ended its try, by `block hand`. */
  ended: Readonly<Record<string, number>>
  /** Steps passed over, by key. */
  passed: readonly string[]
  /** Blocks in the order the coach wants them; those not named follow in theirs. */
  order: readonly string[]
  /** Sets added to a block. */
  added: Readonly<Record<string, number>>
  /** Loads the coach took on the floor, kg, by `exercise hand`. */
  loads: Readonly<Record<string, number | null>>
  /** A set to be done again, and the record it replaces. */
  again: { key: string; logId: string } | null
  /** When the session began. */
  began: number
}

/** Seconds counted in before work: practice estimate, no source. */
export const COUNT_IN_S = 3

export const stepKey = (s: Pick<Step, 'blockId' | 'hand' | 'set'>): string =>
  `${s.blockId} ${s.hand} ${s.set}`
export const begun = (now: number): Run => ({
  phase: 'warmup',
  at: null,
  since: now,
  pausedAt: null,
  workedS: 0,
  restUntil: 0,
  ended: {},
  passed: [],
  order: [],
  added: {},
  loads: {},
  again: null,
  began: now,
})

export interface Logged {
  blockId: string | null
  hand: Hand
  set: number
  pain: number | null
}

/**
 * Whether a step is still to be done: not logged, not passed over, not held, no pain over 3 in its
 * hand of the block.
 */
export function isOpen(
  s: Step,
  r: Run,
  logs: readonly Logged[],
  held: (s: Step) => boolean,
): boolean {
  if (r.again?.key === stepKey(s)) return true
  if (r.passed.includes(stepKey(s)) || held(s)) return false
  return !logs.some(
    (l) => l.blockId === s.blockId && l.hand === s.hand && (l.set === s.set || (l.pain ?? 0) > 3),
  )
}

/** Steps still to be done, in order; what is done again comes first. */
export function openSteps(
  steps: readonly Step[],
  r: Run,
  logs: readonly Logged[],
  held: (s: Step) => boolean,
): Step[] {
  const open = steps.filter((s) => isOpen(s, r, logs, held))
  return r.again
    ? [
        ...open.filter((s) => stepKey(s) === must(r.again).key),
        ...open.filter((s) => stepKey(s) !== must(r.again).key),
      ]
    : open
}

/** A step timed to a target: it ends by itself. */
export const isTimed = (s: Step): boolean => exerciseById(s.exerciseId)?.dose.unit === 's'
/** Sets done between the sets of a main lift: they begin when the coach says so. */
export const waitsForLift = (s: Step): boolean => s.exerciseId === 'spring_super'

/** Seconds of the phase so far. */
export const elapsedS = (r: Run, now: number): number =>
  Math.max(0, ((r.pausedAt ?? now) - r.since) / 1000)
/** Seconds of rest left, 0 at the least. */
export const restLeftS = (r: Run, now: number): number =>
  Math.max(0, (r.restUntil - (r.pausedAt ?? now)) / 1000)

/**
 * Ends the work of a step at an instant: the rest of the next try begins there, whatever is still
 * to be logged.
 */
function ended(
  r: Run,
  step: Step,
  next: Step | undefined,
  at: number,
  workedS: number,
  phase: 'confirm' | 'log' | 'rest' | 'pain',
): Run {
  const times = { ...r.ended, [`${step.blockId} ${step.hand}`]: at }
  const own = next ? times[`${next.blockId} ${next.hand}`] : undefined
  const rest = restBefore(next, step.blockId, own === undefined ? null : (at - own) / 1000)
  return { ...r, phase, since: at, workedS, ended: times, restUntil: at + rest * 1000 }
}

/**
 * What the clock does by itself: counting in ends in work, timed work ends at its target, rest ends
 * in counting in (or waits at a new block
 * or a main lift; or always, where several share a station: `alone` false). Goes on until nothing
 * changes, so a page hidden for a minute comes back where the minute led. `next`: the step after.
 */
export function tick(
  r: Run,
  step: Step | undefined,
  next: Step | undefined,
  now: number,
  alone = true,
): Run {
  if (r.pausedAt !== null || !step) return r
  if (r.phase === 'count' && now >= r.since + COUNT_IN_S * 1000)
    return tick({ ...r, phase: 'work', since: r.since + COUNT_IN_S * 1000 }, step, next, now, alone)
  if (r.phase === 'work' && isTimed(step) && now >= r.since + step.dose * 1000)
    return ended(r, step, next, r.since + step.dose * 1000, step.dose, 'confirm')
  if (r.phase === 'rest' && now >= r.restUntil)
    return tick(goTo(r, step, r.restUntil, alone), step, next, now, alone)
  return r
}

const goTo = (r: Run, step: Step, now: number, alone: boolean): Run => ({
  ...r,
  phase: alone && startsAlone(r, step) ? 'count' : 'ready',
  since: now,
})
const startsAlone = (r: Run, step: Step): boolean =>
  !waitsForLift(step) && Object.keys(r.ended).some((k) => k.startsWith(`${step.blockId} `))

/** The coach starts: counting in, then work. */
export const start = (r: Run, now: number): Run => ({
  ...r,
  phase: 'count',
  since: now,
  pausedAt: null,
})
/** Work ended by a touch: let go early (to be looked at), or repetitions done. */
export const stop = (
  r: Run,
  step: Step,
  next: Step | undefined,
  now: number,
  phase: 'confirm' | 'log' | 'pain',
): Run =>
  r.phase === 'work'
    ? ended(
        { ...r, pausedAt: null },
        step,
        next,
        r.pausedAt ?? now,
        Math.round(10 * elapsedS(r, now)) / 10,
        phase,
      )
    : {
        ...r,
        phase,
        since: now,
        pausedAt: null,
        workedS: r.phase === 'confirm' || r.phase === 'log' ? r.workedS : 0,
      }
/**
 * After a set is kept: rest goes on, or the next step is up. `next` is the step that is open now.
 */
export function kept(r: Run, next: Step | undefined, now: number, alone = true): Run {
  const on: Run = { ...r, at: next ? stepKey(next) : null, again: null, pausedAt: null, since: now }
  if (!next) return { ...on, phase: 'close' }
  return now < r.restUntil ? { ...on, phase: 'rest' } : goTo(on, next, now, alone)
}
export const skipRest = (r: Run, now: number): Run => ({
  ...r,
  phase: 'count',
  since: now,
  restUntil: now,
  pausedAt: null,
})
export const pause = (r: Run, now: number): Run =>
  r.pausedAt === null
    ? { ...r, pausedAt: now }
    : {
        ...r,
        pausedAt: null,
        since: r.since + (now - r.pausedAt),
        restUntil: r.restUntil + (now - r.pausedAt),
      }
export const passOver = (r: Run, step: Step, next: Step | undefined, now: number): Run =>
  kept({ ...r, passed: [...r.passed, stepKey(step)], restUntil: now }, next, now)
