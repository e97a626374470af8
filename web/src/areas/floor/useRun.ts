import { useEffect, useMemo, useRef, useState } from 'react'
import { v7 } from 'uuid'
import type { LogBody } from '@mano/contract/plan'
import { exerciseById, type Exercise } from '@mano/core/catalogue/exercises'
import type { Block } from '@mano/core/plan/types'
import type { LogDetails } from '@mano/core/record/sets'
import { droppedTo, lighterDay, lighterNow } from '@mano/core/session/adapt'
import { loadAdvice, type LoadAdvice } from '@mano/core/session/loads'
import { paceOf, readPace } from '@mano/core/session/pace'
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
  tick,
  type Logged,
} from '@mano/core/session/run'
import { stepsOf, warmUp, type EndingId, type Step } from '@mano/core/session/steps'
import { holdIn, targetsOf, withTargets, type TodayTarget } from '@mano/core/session/today'
import { reasonKey, reasonSubject } from '@mano/core/safety/reasons'
import type { SafetyFacts } from '@mano/core/safety/triggers'
import type { SymptomId } from '@mano/core/catalogue/cautions'
import type { TissueId } from '@mano/core/catalogue/tissues'
import type { Hand, PainWhere } from '@mano/core/catalogue/person'
import { fromSi, toSi } from '@mano/core/units/convert'
import { useOutbox } from '../../base/outbox'
import { useUnits } from '../../base/units'
import { sessionKey, useFloor, type FloorSession } from './store'
import type { FloorData } from './useFloorData'
import { handsFor, todaySession, type TodaySession } from './useToday'
import { cue } from './voice'
import { smallestStep } from '@mano/core/testing/plates'
import type { Kg, Seconds } from '@mano/core/units/quantity'
import { must } from '@mano/core/units/must'

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
type DoneSet = Logged & {
  id: string
  exerciseId: string
  ended: string
  loadKg: Kg | null
  amount: number | null
}
const amountOf = (l: {
  exerciseId: string
  seconds?: Seconds | null | undefined
  reps?: number | null | undefined
}): number | null => (exerciseById(l.exerciseId)?.dose.unit === 's' ? l.seconds : l.reps) ?? null

const SAY = { left: 'left', right: 'right', both: 'both hands' } as const

/**
 * Sets of today as they count: what this device logged and what the server knows, corrections taken
 * in.
 */
function doneSets(data: FloorData, own: FloorSession): DoneSet[] {
  const replaced = new Set(own.logs.flatMap((l) => (l.supersedesId ? [l.supersedesId] : [])))
  const mine = own.logs
    .filter((l) => !l.voided)
    .map((l): DoneSet => ({
      id: l.id,
      blockId: l.blockId ?? null,
      exerciseId: l.exerciseId,
      hand: l.hand,
      set: l.set,
      pain: l.pain ?? null,
      ended: l.ended,
      loadKg: l.load === null ? null : toSi(l.load, l.loadUnit, 'kg'),
      amount: amountOf(l),
    }))
  const known = data.athlete.history.logs
    .filter((l) => l.on === own.on && !own.logs.some((x) => x.id === l.id))
    .map((l): DoneSet => ({ ...l, amount: amountOf(l) }))
  return [...known, ...mine].filter((l) => !replaced.has(l.id))
}

/**
 * Pain of the sets of this device, as the judge takes it: the place that was named, else all that
 * the exercise loads.
 */
const painsOf = (logs: readonly LogBody[]): SafetyFacts['pains'] => {
  const replaced = new Set(logs.flatMap((l) => (l.supersedesId ? [l.supersedesId] : [])))
  return logs.flatMap((l) => {
    if (l.pain === null || l.pain === undefined || l.voided || replaced.has(l.id)) return []
    const loaded = Object.keys(exerciseById(l.exerciseId)?.tissues ?? {}) as TissueId[]
    return [
      {
        id: l.id,
        hand: l.painWhere?.hand ?? l.hand,
        tissues: l.painWhere?.at ?? (loaded.length > 0 ? loaded : null),
        pain: l.pain,
      },
    ]
  })
}

/**
 * One athlete's running session: what is up, what is next, and everything a touch can do. `drives`:
 * this one moves the clock on.
 */
export function useRun(data: FloorData, own: FloorSession, drives: boolean, alone: boolean) {
  const { athlete, sources } = data
  const key = sessionKey(athlete.id, own.on)
  const change = useFloor((s) => s.change)
  const send = useOutbox((s) => s.add)
  const units = useUnits()
  const flags = useFloor((s) => s.flags[key])
  const done = useMemo(() => doneSets(data, own), [data, own])
  const today: TodaySession | null = useMemo(
    () =>
      todaySession(athlete, data.plan, data.today, {
        pains: painsOf(own.logs),
        symptoms: own.symptoms,
        flags,
        reasons: own.reasons,
      }),
    [athlete, data.plan, data.today, own.logs, own.symptoms, own.reasons, flags],
  )
  const place = today?.frame.place ?? 'hall'
  // A lighter day or week, or a low squeeze: nothing rises.
  const hold = own.lighter
    ? 'a lighter day: as last time'
    : (holdIn(today?.version.terms.kind) ??
      (data.low?.low ? 'readiness is low: as last time' : null))
  const blocks = useMemo(
    (): Block[] =>
      withTargets(
        (own.lighter ? lighterDay(today?.blocks ?? []) : (today?.blocks ?? [])).filter(
          (b) => !own.cut.includes(b.id),
        ),
        place,
        sources,
        hold,
      ),
    [today, own.lighter, own.cut, place, sources, hold],
  )
  const steps = useMemo(
    () => stepsOf(blocks, { order: own.order, added: own.added }),
    [blocks, own.order, own.added],
  )
  const gateOf = (s: Step, session = today) =>
    session?.gate(exerciseById(s.exerciseId)!, s.hand) ?? {
      class: 'free' as const,
      findings: [],
    }
  // An athlete alone cannot give a reason: what asks for one is off there.
  const isHeld = (session: TodaySession | null) => (s: Step) => {
    const g = gateOf(s, session)
    return g.class === 'stop' || (g.class === 'ask' && data.link !== undefined)
  }
  const held = isHeld(today)
  const open = openSteps(steps, own, done, held)
  const busy = ['count', 'work', 'confirm', 'log', 'pain'].includes(own.phase)
  const step = (busy && steps.find((s) => stepKey(s) === own.at)) || open[0]
  const coming = open.filter((s) => s !== step && stepKey(s) !== (step && stepKey(step)))
  const next = coming[0]
  /** What the step up next asks before its effort; empty: nothing. */
  const asks = step && ['ready', 'rest', 'count'].includes(own.phase) ? gateOf(step).findings : []
  const exercise: Exercise | null = step ? exerciseById(step.exerciseId)! : null
  const moving =
    (own.phase === 'count' ||
      own.phase === 'work' ||
      own.phase === 'rest' ||
      own.phase === 'confirm' ||
      own.phase === 'log') &&
    own.pausedAt === null
  const now = useNow(moving, own.since, own.restUntil)
  const put = (more: Partial<FloorSession>) => change(key, more)

  // The clock moves the session on by itself, and says so.
  const last = useRef(own.phase)
  useEffect(() => {
    if (!drives) return
    const r = tick(own, step, next, now, alone && asks.length === 0)
    if (r !== own) put(r)
  })
  useEffect(() => {
    const was = last.current
    last.current = own.phase
    if (!drives || was === own.phase) return
    if (own.phase === 'count' && step) cue(SAY[step.hand])
    if (own.phase === 'work' && was === 'count') cue('go', true)
    if (own.phase === 'confirm' || (own.phase === 'rest' && was === 'work')) cue('rest')
    if (own.phase === 'ready' && was === 'rest') cue('ready', true)
  }, [own.phase]) // eslint-disable-line react-hooks/exhaustive-deps
  const pace = step ? paceOf(step.exerciseId) : null
  const beat = own.phase === 'work' && pace ? readPace(pace, elapsedS(own, now)) : null
  const beatKey = beat ? `${beat.round} ${beat.word}` : ''
  useEffect(() => {
    if (drives && beat && beatKey !== '') cue(beat.word, beat.on)
  }, [beatKey]) // eslint-disable-line react-hooks/exhaustive-deps

  const block = step && blocks.find((b) => b.id === step.blockId)
  const advise = (b: Block, hand: Hand): LoadAdvice | null =>
    loadAdvice(b, hand, place, sources, hold)
  /** Today's target of a step beside the last time; null: a first time, or as planned. */
  const targetOf = (s: Step): TodayTarget | null => {
    const b = blocks.find((x) => x.id === s.blockId)
    return (b && targetsOf(b, place, sources, hold).find((t) => t.hand === s.hand)) ?? null
  }
  /** Load of a step, kg: taken on the floor, else as advised. */
  const loadKg = (s: Step): number | null => {
    const k = `${s.exerciseId} ${s.hand}`
    return k in own.loads
      ? own.loads[k]!
      : ((b) => (b ? (advise(b, s.hand)?.kg ?? null) : null))(
          blocks.find((x) => x.id === s.blockId),
        )
  }
  const kg = step ? loadKg(step) : null
  const shown = (v: number | null): number | null =>
    v === null ? null : Math.round(10 * fromSi(v, units.mass, 'kg')!) / 10

  /**
   * Loads near a step's: the one advised, the one of last time, and how fine the plates are; in the
   * coach's unit.
   */
  const near = (s: Step) => {
    const b = blocks.find((x) => x.id === s.blockId)
    const advised = b ? shown(advise(b, s.hand)?.kg ?? null) : null
    const last = shown(
      [...sources.logs]
        .reverse()
        .find((l) => l.exerciseId === s.exerciseId && l.hand === s.hand && l.loadKg !== null)
        ?.loadKg ?? null,
    )
    const finest = shown(smallestStep(sources.room?.plates ?? []))
    const hints = [
      ...(last === null ? [] : [{ label: 'Last time', value: last }]),
      ...(advised === null || advised === last ? [] : [{ label: 'As advised', value: advised }]),
    ]
    return { hints, stepOf: finest === null || finest <= 0 ? null : finest }
  }

  const rungOf = (s: Step): string | null => targetOf(s)?.rung ?? null
  const log = (s: Step, e: Entry): LogBody => ({
    id: v7(),
    planVersionId: own.planVersionId,
    blockId: s.blockId,
    exerciseId: s.exerciseId,
    hand: s.hand,
    set: s.set,
    loadUnit: units.mass,
    deviceAt: new Date().toISOString(),
    supersedesId: own.again?.key === stepKey(s) ? own.again.logId : null,
    load: e.load,
    seconds: e.seconds,
    reps: e.reps,
    effort: e.effort,
    pain: e.pain,
    painWhere: e.painWhere ?? null,
    ended: e.ended,
    details: rungOf(s) ? { rung: rungOf(s)!, ...e.details } : (e.details ?? {}),
    voided: false,
  })
  const post = (body: LogBody) =>
    send({ kind: 'log', athleteId: athlete.id, body, link: data.link })

  const act = {
    warmedUp: (reason: string | null): void => {
      const can = warmUp(blocks).flatMap((e) => {
        const hand = today ? handsFor(today, e).hand : 'both'
        return hand ? [{ e, hand }] : []
      })
      const said = can.slice(0, reason === null ? undefined : 1).map(({ e, hand }): LogBody => ({
        ...log(
          { blockId: '', exerciseId: e.id, hand, set: 1, sets: 1, dose: 1, restS: 0 },
          {
            load: null,
            seconds: null,
            reps: null,
            effort: null,
            pain: null,
            ended: reason === null ? 'done' : 'stopped',
            details: reason === null ? {} : { reason },
          },
        ),
        blockId: null,
      }))
      said.forEach(post)
      put({
        phase: open.length === 0 ? 'close' : 'ready',
        at: open[0] ? stepKey(open[0]) : null,
        since: Date.now(),
      })
    },
    start: () => {
      if (step && asks.length === 0) put({ ...start(own, Date.now()), at: stepKey(step) })
    },
    stopEarly: () => {
      if (step) {
        cue('stop')
        put(stop(own, step, next, Date.now(), 'log'))
      }
    },
    edit: () => {
      if (step) put(stop(own, step, next, Date.now(), 'log'))
    },
    pain: () => {
      if (step) {
        cue('stop')
        put(stop(own, step, next, Date.now(), 'pain'))
      } else put({ phase: 'pain', since: Date.now() })
    },
    mistake: () =>
      put({ phase: open.length === 0 ? 'close' : 'ready', since: Date.now(), pausedAt: null }),
    pause: () => put(pause(own, Date.now())),
    skipRest: () => {
      if (step)
        put(
          asks.length === 0
            ? { ...skipRest(own, Date.now()), at: stepKey(step) }
            : {
                ...own,
                phase: 'ready',
                since: Date.now(),
                restUntil: Date.now(),
                pausedAt: null,
                at: stepKey(step),
              },
        )
    },
    passOver: () => {
      if (step) put(passOver(own, step, next, Date.now()))
    },
    /** Keeps a set, and goes on. */
    keep: (e: Entry): void => {
      if (!step) return
      const at = Date.now()
      const ran = own.phase === 'work' ? stop(own, step, next, at, 'confirm') : own
      const body = log(step, e)
      post(body)
      // What pain ends is known only with this set in it.
      const then = todaySession(athlete, data.plan, data.today, {
        pains: painsOf([...own.logs, body]),
        symptoms: own.symptoms,
        flags,
        reasons: own.reasons,
      })
      const after = openSteps(
        steps,
        { ...own, again: null, passed: own.passed },
        [...done, { ...body, blockId: body.blockId ?? null, pain: body.pain ?? null }],
        isHeld(then),
      ).filter((s) => stepKey(s) !== stepKey(step))
      put({
        ...kept(
          ran,
          after[0],
          at,
          alone && (after[0] === undefined || gateOf(after[0], then).class === 'free'),
        ),
        logs: [...own.logs, body],
        loads: {
          ...own.loads,
          [`${step.exerciseId} ${step.hand}`]:
            e.load === null ? null : toSi(e.load, units.mass, 'kg'),
        },
      })
    },
    /** As it was meant: one touch. */
    asPlanned: (): void => {
      if (!step || !exercise) return
      const timed = exercise.dose.unit === 's'
      const worked = own.phase === 'work' ? elapsedS(own, Date.now()) : own.workedS
      act.keep({
        load: shown(kg),
        seconds: timed
          ? step.dose
          : exercise.mode === 'carry'
            ? Math.round(10 * worked) / 10
            : null,
        reps: timed ? null : step.dose,
        effort: null,
        pain: null,
        ended: 'done',
      })
    },
    symptom: (symptom: SymptomId, hand: Hand): void => {
      if (!step) return
      const id = v7()
      send({
        kind: 'observation',
        athleteId: athlete.id,
        sessionId: null,
        link: data.link,
        body: { id, hand, pain: null, symptom, note: `on the floor: ${must(exercise).name}` },
      })
      put({
        symptoms: [...own.symptoms, { id, hand, symptom, cleared: null }],
        phase: 'ready',
        since: Date.now(),
      })
    },
    /**
     * The coach's reason for what an exercise asks of a hand; both hands of an exercise at once.
     */
    reason: (e: Exercise, hands: readonly Hand[], reason: string): void =>
      act.reasonFor(
        hands.map((hand) => ({ e, hand })),
        reason,
      ),
    reasons: (all: readonly Exercise[], reason: string): void =>
      act.reasonFor(
        all.flatMap((e) => (['left', 'right'] as const).map((hand) => ({ e, hand }))),
        reason,
      ),
    reasonFor: (acts: readonly { e: Exercise; hand: Hand }[], reason: string): void => {
      if (!today) return
      const given = acts.flatMap(({ e, hand }) => {
        const g = today.gate(e, hand)
        return g.class === 'ask'
          ? [
              {
                subject: reasonSubject('exercise', e.id),
                of: e.id,
                hand,
                keys: g.findings.map(reasonKey),
                reason,
              },
            ]
          : []
      })
      for (const g of given)
        send({
          kind: 'reason',
          athleteId: athlete.id,
          body: {
            id: v7(),
            kind: 'exercise',
            of: g.of,
            implementKind: null,
            addedKg: null,
            hand: g.hand,
            reason,
          },
        })
      put({ reasons: [...own.reasons, ...given] })
    },
    /** Leaves out every set of an exercise that this hand still has to come. */
    skipHand: (): void => {
      if (step) {
        const mine = (s: Step) => s.blockId === step.blockId && s.hand === step.hand
        const rest = open.filter(mine).map(stepKey)
        const after = open.find((s) => !mine(s))
        put(
          kept(
            { ...own, passed: [...own.passed, ...rest], restUntil: Date.now() },
            after,
            Date.now(),
            false,
          ),
        )
      }
    },
    takeLoad: (v: number) => {
      if (step) put({ loads: { ...own.loads, [`${step.exerciseId} ${step.hand}`]: v } })
    },
    addSet: () => {
      if (step) put({ added: { ...own.added, [step.blockId]: (own.added[step.blockId] ?? 0) + 1 } })
    },
    /** Another block before this one. */
    bring: (blockId: string) =>
      put({
        order: [blockId, ...own.order.filter((x) => x !== blockId)],
        phase: 'ready',
        at: null,
        since: Date.now(),
        pausedAt: null,
      }),
    /** The sets of a hand that are left of the exercise just done, passed over at once. */
    endExercise: (): void => {
      const last = done.at(-1)
      if (!last) return
      const left = open.filter((s) => s.blockId === last.blockId && s.hand === last.hand)
      const after = open.find((s) => !left.includes(s))
      const at = Date.now()
      put(kept({ ...own, passed: [...own.passed, ...left.map(stepKey)] }, after, at, alone))
    },
    cut: (ids: readonly string[]) => put({ cut: [...own.cut, ...ids] }),
    /** Ends here: what was done stays, what is left is kept with the reason. */
    finish: (reason: string): void => {
      const setsLeft = blocks.flatMap((b) => {
        const sets = open.filter((s) => s.blockId === b.id).length
        return sets > 0 ? [{ blockId: b.id, sets }] : []
      })
      send({
        kind: 'end',
        athleteId: athlete.id,
        body: {
          id: v7(),
          planVersionId: own.planVersionId,
          deviceAt: new Date().toISOString(),
          reason,
          setsLeft,
        },
      })
      put({ cut: [...own.cut, ...setsLeft.map((x) => x.blockId)], early: { reason, setsLeft } })
    },
    lighter: (on: boolean) => put({ lighter: on }),
    again: (id: string) => {
      const l = done.find((x) => x.id === id)
      if (l)
        put({
          again: { key: `${l.blockId} ${l.hand} ${l.set}`, logId: id },
          phase: 'ready',
          at: `${l.blockId} ${l.hand} ${l.set}`,
          since: Date.now(),
          pausedAt: null,
        })
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
      post(body)
      put({ logs: [...own.logs, body] })
    },
    closed: () => put({ phase: 'done', since: Date.now() }),
  }
  const lighter =
    block && step
      ? lighterNow(
          block,
          step.hand,
          kg,
          done.map((l) => ({ ...l })),
        )
      : null
  const lastSet = done.at(-1)
  /** How far the set just done fell under the first of its hand, with sets of it still to come. */
  const dropped =
    lastSet &&
    lastSet.blockId !== null &&
    open.some((s) => s.blockId === lastSet.blockId && s.hand === lastSet.hand)
      ? droppedTo({ id: lastSet.blockId }, lastSet.hand, done)
      : null
  return {
    data,
    own,
    key,
    today,
    blocks,
    steps,
    open,
    step,
    asks,
    next,
    coming,
    exercise,
    now,
    beat,
    done,
    held,
    kg,
    shown,
    near,
    loadKg,
    advise,
    targetOf,
    lighter,
    dropped: dropped !== null && lastSet ? { to: dropped, hand: lastSet.hand } : null,
    units,
    act,
  }
}
export type RunView = ReturnType<typeof useRun>

/**
 * The instant, anew at each change of a whole second of what is counted, and at once when the page
 * is seen again: no drift, and no more work than the digits need.
 */
function useNow(moving: boolean, since: number, restUntil: number): number {
  const [now, setNow] = useState(() => Date.now())
  useEffect(() => {
    const look = () => setNow(Date.now())
    document.addEventListener('visibilitychange', look)
    document.addEventListener('resume', look)
    const at = Date.now()
    const up = 1000 - ((((at - since) % 1000) + 1000) % 1000)
    const down = (((restUntil - at) % 1000) + 1000) % 1000 || 1000
    const timer = moving ? setTimeout(look, 1 + Math.min(up, restUntil > at ? down : 1000)) : null
    return () => {
      document.removeEventListener('visibilitychange', look)
      document.removeEventListener('resume', look)
      if (timer !== null) clearTimeout(timer)
    }
  }, [moving, since, restUntil, now])
  return Math.max(now, since)
}
