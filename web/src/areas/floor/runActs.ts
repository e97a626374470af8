import { v7 } from 'uuid'
import type { LogBody } from '@mano/contract/plan'
import type { EntryUnit } from '@mano/core/units/units'
import type { Exercise } from '@mano/core/catalogue/exercises'
import type { SymptomId } from '@mano/core/catalogue/cautions'
import type { Hand, PainWhere } from '@mano/core/catalogue/person'
import type { LogDetails } from '@mano/core/record/sets'
import { reasonKey, reasonSubject } from '@mano/core/safety/reasons'
import {
  elapsedS,
  kept,
  openSteps,
  passOver,
  pause,
  skipRest,
  start,
  stepKey,
  stop,
} from '@mano/core/session/run'
import { warmUp, type EndingId, type Step } from '@mano/core/session/steps'
import { toSi } from '@mano/core/units/convert'
import { must } from '@mano/core/units/must'
import type { Kg, Seconds } from '@mano/core/units/quantity'
import type { useOutbox } from '../../base/outbox'
import { painsOf } from './doneSets'
import { loadKey, type Loads } from './runLoads'
import type { FloorSession } from './store'
import type { FloorData } from './useFloorData'
import { gateOf, isHeld, type Steps } from './useSteps'
import { handsFor, todaySession } from './useToday'
import { cue } from './voice'

/** A set as it is put down. */
export interface Entry {
  load: number | null
  seconds: Seconds | null
  reps: number | null
  effort: number | null
  pain: number | null
  painWhere?: PainWhere | null
  ended: EndingId
  details?: LogDetails
}
const NOTHING = { load: null, seconds: null, reps: null, effort: null, pain: null } as const

interface Scene extends Steps {
  data: FloorData
  own: FloorSession
  loads: Loads
  /** Load of the step that is up. */
  kg: Kg | null
  mass: LogBody['loadUnit'] & EntryUnit
  put: (more: Partial<FloorSession>) => void
  send: ReturnType<typeof useOutbox.getState>['add']
  /** Nobody touches anything between two sets. */
  alone: boolean
}

/** Everything a touch can do in a session. */
export const actsOf = (r: Scene) => ({
  ...clockActs(r),
  ...setActs(r),
  ...sayActs(r),
  ...planActs(r),
})

/** The step at hand again, or the end where nothing is left. */
const onward = ({ open }: Scene): Partial<FloorSession> => ({
  phase: open.length === 0 ? 'close' : 'ready',
  since: Date.now(),
})
const atReady = (at: string | null): Partial<FloorSession> => ({
  phase: 'ready',
  at,
  since: Date.now(),
  pausedAt: null,
})

/** What moves the session on. */
function clockActs(r: Scene) {
  const { own, step, next, asks, put } = r
  /** Stops the step that is up, to say how it went. */
  const stopTo = (phase: 'log' | 'pain', says: boolean) => {
    if (!step) return
    if (says) cue('stop')
    put(stop(own, step, next, Date.now(), phase))
  }
  return {
    start: () => {
      if (step && asks.length === 0) put({ ...start(own, Date.now()), at: stepKey(step) })
    },
    stopEarly: () => stopTo('log', true),
    edit: () => stopTo('log', false),
    pain: () => (step ? stopTo('pain', true) : put({ phase: 'pain', since: Date.now() })),
    mistake: () => put({ ...onward(r), pausedAt: null }),
    pause: () => put(pause(own, Date.now())),
    skipRest: () => {
      if (!step) return
      const at = stepKey(step)
      put(
        asks.length === 0
          ? { ...skipRest(own, Date.now()), at }
          : { ...own, ...atReady(at), restUntil: Date.now() },
      )
    },
    passOver: () => {
      if (step) put(passOver(own, step, next, Date.now()))
    },
    closed: () => put({ phase: 'done', since: Date.now() }),
  }
}

function logOf({ own, mass, loads }: Scene, s: Step, e: Entry): LogBody {
  const rung = loads.targetOf(s)?.rung
  return {
    id: v7(),
    planVersionId: own.planVersionId,
    blockId: s.blockId,
    exerciseId: s.exerciseId,
    hand: s.hand,
    set: s.set,
    loadUnit: mass,
    deviceAt: new Date().toISOString(),
    supersedesId: own.again?.key === stepKey(s) ? own.again.logId : null,
    load: e.load,
    seconds: e.seconds,
    reps: e.reps,
    effort: e.effort,
    pain: e.pain,
    painWhere: e.painWhere ?? null,
    ended: e.ended,
    details: rung ? { rung, ...e.details } : (e.details ?? {}),
    voided: false,
  }
}
const post = ({ send, data }: Scene, body: LogBody) =>
  send({ kind: 'log', athleteId: data.athlete.id, body, link: data.link })

/** Keeps a set, and goes on. */
function keep(r: Scene, e: Entry): void {
  const { data, own, step } = r
  if (!step) return
  const at = Date.now()
  const ran = own.phase === 'work' ? stop(own, step, r.next, at, 'confirm') : own
  const body = logOf(r, step, e)
  post(r, body)
  // What pain ends is known only with this set in it.
  const then = todaySession(data.athlete, data.plan, data.today, {
    pains: painsOf([...own.logs, body]),
    symptoms: own.symptoms,
    flags: r.flags,
    reasons: own.reasons,
  })
  const after = openSteps(
    r.steps,
    { ...own, again: null, passed: own.passed },
    [...r.done, { ...body, blockId: body.blockId ?? null, pain: body.pain ?? null }],
    isHeld(then, data),
  ).filter((s) => stepKey(s) !== stepKey(step))
  const free = after[0] === undefined || gateOf(after[0], then).class === 'free'
  r.put({
    ...kept(ran, after[0], at, r.alone && free),
    logs: [...own.logs, body],
    loads: { ...own.loads, [loadKey(step)]: e.load === null ? null : toSi(e.load, r.mass, 'kg') },
  })
}

/** As it was meant: one touch. */
function asPlanned(r: Scene): void {
  const { own, step, exercise } = r
  if (!step || !exercise) return
  const timed = exercise.dose.unit === 's'
  const worked = own.phase === 'work' ? elapsedS(own, Date.now()) : own.workedS
  const carried = exercise.mode === 'carry' ? Math.round(10 * worked) / 10 : null
  keep(r, {
    ...NOTHING,
    load: r.loads.shown(r.kg),
    seconds: timed ? step.dose : carried,
    reps: timed ? null : step.dose,
    ended: 'done',
  })
}

/** The warm-up as done, or the first of it as passed over with a reason. */
function warmedUp(r: Scene, reason: string | null): void {
  const can = warmUp(r.blocks).flatMap((e) => {
    const hand = r.today ? handsFor(r.today, e).hand : 'both'
    return hand ? [{ e, hand }] : []
  })
  for (const { e, hand } of can.slice(0, reason === null ? undefined : 1)) {
    const s = { blockId: '', exerciseId: e.id, hand, set: 1, sets: 1, dose: 1, restS: 0 }
    const entry: Entry = {
      ...NOTHING,
      ended: reason === null ? 'done' : 'stopped',
      details: reason ? { reason } : {},
    }
    post(r, { ...logOf(r, s, entry), blockId: null })
  }
  r.put({ ...onward(r), at: r.open[0] ? stepKey(r.open[0]) : null })
}

/** What is put down of sets. */
function setActs(r: Scene) {
  const { own, step, put } = r
  return {
    warmedUp: (reason: string | null) => warmedUp(r, reason),
    keep: (e: Entry) => keep(r, e),
    asPlanned: () => asPlanned(r),
    takeLoad: (v: number) => {
      if (step) put({ loads: { ...own.loads, [loadKey(step)]: v } })
    },
    again: (id: string) => {
      const l = r.done.find((x) => x.id === id)
      if (!l) return
      const key = `${l.blockId} ${l.hand} ${l.set}`
      put({ again: { key, logId: id }, ...atReady(key) })
    },
    /** Changes what was logged, by a record that takes its place. */
    correct: (id: string, e: Entry): void => {
      const l = own.logs.find((x) => x.id === id)
      if (!l) return
      const body: LogBody = {
        ...l,
        id: v7(),
        supersedesId: id,
        deviceAt: new Date().toISOString(),
        ...e,
        details: e.details ?? l.details ?? {},
      }
      post(r, body)
      put({ logs: [...own.logs, body] })
    },
  }
}

type OfHand = { e: Exercise; hand: Hand }
/** The coach's reason for what exercises ask of hands. */
function reasonFor(
  { data, own, today, put, send }: Scene,
  acts: readonly OfHand[],
  reason: string,
) {
  if (!today) return
  const given = acts.flatMap(({ e, hand }) => {
    const g = today.gate(e, hand)
    if (g.class !== 'ask') return []
    const subject = reasonSubject('exercise', e.id)
    return [{ subject, of: e.id, hand, keys: g.findings.map(reasonKey), reason }]
  })
  for (const { of, hand } of given)
    send({
      kind: 'reason',
      athleteId: data.athlete.id,
      body: {
        id: v7(),
        kind: 'exercise',
        of,
        implementKind: null,
        addedKg: null,
        hand,
        reason,
      },
    })
  put({ reasons: [...own.reasons, ...given] })
}

/** What is said of the hand, and why something is done all the same. */
function sayActs(r: Scene) {
  const { data, own, step, put } = r
  return {
    symptom: (symptom: SymptomId, hand: Hand): void => {
      if (!step) return
      const id = v7()
      const note = `on the floor: ${must(r.exercise).name}`
      r.send({
        kind: 'observation',
        athleteId: data.athlete.id,
        sessionId: null,
        link: data.link,
        body: { id, hand, pain: null, symptom, note },
      })
      put({
        symptoms: [...own.symptoms, { id, hand, symptom, cleared: null }],
        phase: 'ready',
        since: Date.now(),
      })
    },
    /** Both hands of an exercise at once. */
    reason: (e: Exercise, hands: readonly Hand[], reason: string): void =>
      reasonFor(
        r,
        hands.map((hand) => ({ e, hand })),
        reason,
      ),
    reasons: (all: readonly Exercise[], reason: string): void =>
      reasonFor(
        r,
        all.flatMap((e) => (['left', 'right'] as const).map((hand) => ({ e, hand }))),
        reason,
      ),
  }
}

/** Passes over steps that are left, and goes on with the next; `then`: what more changes. */
function pass(
  { own, open, put }: Scene,
  mine: (s: Step) => boolean,
  alone: boolean,
  then: Partial<FloorSession> = {},
) {
  const passed = [...own.passed, ...open.filter(mine).map(stepKey)]
  const after = open.find((s) => !mine(s))
  put(kept({ ...own, passed, ...then }, after, Date.now(), alone))
}

/** Ends here: what was done stays, what is left is kept with the reason. */
function finish({ data, own, blocks, open, put, send }: Scene, reason: string): void {
  const setsLeft = blocks.flatMap((b) => {
    const sets = open.filter((s) => s.blockId === b.id).length
    return sets > 0 ? [{ blockId: b.id, sets }] : []
  })
  send({
    kind: 'end',
    athleteId: data.athlete.id,
    body: {
      id: v7(),
      planVersionId: own.planVersionId,
      deviceAt: new Date().toISOString(),
      reason,
      setsLeft,
    },
  })
  put({ cut: [...own.cut, ...setsLeft.map((x) => x.blockId)], early: { reason, setsLeft } })
}

/** What changes today's session. */
function planActs(r: Scene) {
  const { own, step, done, put } = r
  return {
    /** Leaves out every set of an exercise that this hand still has to come. */
    skipHand: (): void => {
      if (!step) return
      const mine = (s: Step) => s.blockId === step.blockId && s.hand === step.hand
      pass(r, mine, false, { restUntil: Date.now() })
    },
    /** The sets of a hand that are left of the exercise just done, passed over at once. */
    endExercise: (): void => {
      const last = done.at(-1)
      if (last) pass(r, (s) => s.blockId === last.blockId && s.hand === last.hand, r.alone)
    },
    addSet: () => {
      if (step) put({ added: { ...own.added, [step.blockId]: (own.added[step.blockId] ?? 0) + 1 } })
    },
    /** Another block before this one. */
    bring: (blockId: string) =>
      put({ order: [blockId, ...own.order.filter((x) => x !== blockId)], ...atReady(null) }),
    cut: (ids: readonly string[]) => put({ cut: [...own.cut, ...ids] }),
    finish: (reason: string) => finish(r, reason),
    lighter: (on: boolean) => put({ lighter: on }),
  }
}
