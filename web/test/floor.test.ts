import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { LogBody } from '@mano/contract/plan'
import { exerciseById } from '@mano/core/catalogue/exercises'
import { type Block } from '@mano/core/plan/types'
import { EMPTY_DAY, type DayFrame } from '@mano/core/intake/week'
import type { SafetyFacts } from '@mano/core/safety/triggers'
import { begun, stepKey } from '@mano/core/session/run'
import { injury } from '../../core/test/safety/rows'
import { WELL } from '../../core/test/safety/well'
import type { SetLog } from '@mano/core/record/sets'
import { doneSets, painsOf } from '../src/areas/floor/doneSets'
import { actsOf, type Entry } from '../src/areas/floor/runActs'
import { loadsOf } from '../src/areas/floor/runLoads'
import { useFloor, type FloorSession } from '../src/areas/floor/store'
import { stepsNow } from '../src/areas/floor/useSteps'
import type { FloorData } from '../src/areas/floor/useFloorData'
import type { Unsent } from '../src/base/outbox'
import { planView } from './planView'

const TODAY = WELL.today
const DAY = 3
const frame = Array.from({ length: 7 }, (): DayFrame => ({ ...EMPTY_DAY, minutes: 90 }))
const block = (id: string, exerciseId: string, sets = 2, dose = 5): Block => ({
  id,
  day: DAY,
  exerciseId,
  sets,
  dose,
  hands: exerciseById(exerciseId)!.hands === 'both' ? ['both'] : ['left', 'right'],
  reason: '',
})
/** A set of the wrist as the server has it. */
const known = (id: string, on: string): SetLog => ({
  ...{ id, on, blockId: 'b1', exerciseId: 'wrist_curl', hand: 'left', set: 1 },
  ...{ loadKg: 12, seconds: null, reps: 10, ended: 'done', effort: null, pain: null },
})
const DONE: Entry = {
  load: 20,
  seconds: null,
  reps: 5,
  effort: 7,
  pain: 0,
  ended: 'done',
}

/** A session run by touches alone: what it holds, what it sent, and its acts as they stand. */
function session(blocks: Block[], facts: Partial<SafetyFacts> = {}, more: Partial<FloorData> = {}) {
  const plan = planView(frame, blocks)
  const data: FloorData = {
    athlete: {
      id: 'a',
      name: 'Rui',
      safety: { ...WELL, ...facts },
      reasons: [],
      history: { logs: [], ends: [] },
    },
    plan,
    today: TODAY,
    sources: {
      logs: [],
      bests: [],
      room: null,
      kits: { hall: new Set(), home: null, bag: null },
      today: TODAY,
    },
    low: null,
    packed: false,
    ...more,
  }
  let own: FloorSession = {
    athleteId: 'a',
    planVersionId: 'v',
    on: TODAY,
    ...begun(Date.now()),
    logs: [],
    symptoms: [],
    reasons: [],
    lighter: false,
    cut: [],
  }
  const sent: Unsent[] = []
  const put = (more: Partial<FloorSession>) => {
    own = { ...own, ...more }
  }
  const steps = () => stepsNow(data, own)
  const act = () => {
    const s = steps()
    const loads = loadsOf(data, own, s, { mass: 'kg', length: 'mm' })
    const kg = s.step ? loads.loadKg(s.step) : null
    const send = (u: Unsent) => void sent.push(u)
    return actsOf({ data, own, ...s, loads, kg, mass: 'kg', put, send, alone: false })
  }
  return {
    act,
    steps,
    sent,
    put,
    data,
    get own() {
      return own
    },
    /** What is up: exercise, hand and set. */
    get up() {
      const { step } = steps()
      return step ? `${step.exerciseId} ${step.hand} ${step.set}` : null
    },
    logs: () => sent.flatMap((u) => (u.kind === 'log' ? [u.body] : [])),
  }
}

beforeEach(() => {
  useFloor.setState({ sound: false, voice: false, flags: {} })
  vi.useFakeTimers({ now: Date.parse(`${TODAY}T16:00:00Z`), toFake: ['Date'] })
  return () => vi.useRealTimers()
})

describe('a session by its touches', () => {
  it('goes through hands and sets, and ends when nothing is left', () => {
    const s = session([block('b1', 'wrist_curl'), block('b2', 'ext_band', 1)])
    const seen: (string | null)[] = []
    for (let i = 0; i < 6; i++) {
      seen.push(s.up)
      s.act().keep(DONE)
    }
    expect(seen).toEqual([
      'wrist_curl left 1',
      'wrist_curl right 1',
      'wrist_curl left 2',
      'wrist_curl right 2',
      'ext_band left 1',
      'ext_band right 1',
    ])
    expect(s.up).toBeNull()
    expect(s.own.phase).toBe('close')
    expect(s.logs().map((l) => `${l.blockId} ${l.hand} ${l.set} ${l.load} ${l.ended}`)).toEqual([
      'b1 left 1 20 done',
      'b1 right 1 20 done',
      'b1 left 2 20 done',
      'b1 right 2 20 done',
      'b2 left 1 20 done',
      'b2 right 1 20 done',
    ])
  })

  it('starts by a touch, stops early to say how it went, and a mistake goes back', () => {
    const s = session([block('b1', 'wrist_curl')])
    s.act().skipRest()
    s.act().start()
    expect(s.own.phase).toBe('count')
    expect(s.own.at).toBe('b1 left 1')
    s.put({ phase: 'work', since: Date.now() })
    vi.setSystemTime(Date.now() + 4000)
    s.act().stopEarly()
    expect(s.own.phase).toBe('log')
    expect(s.own.workedS).toBeCloseTo(4, 1)
    s.act().mistake()
    expect(s.own.phase).toBe('ready')
    expect(s.logs()).toEqual([])
  })

  it('as planned puts down what was meant: reps, or the seconds of a hold', () => {
    const s = session([block('b1', 'wrist_curl', 1, 12), block('b2', 'bar_hold_long', 1, 30)])
    s.act().asPlanned()
    s.act().asPlanned()
    s.act().asPlanned()
    const of = (id: string) => s.logs().find((l) => l.exerciseId === id)!
    const [curl, hold] = [of('wrist_curl'), of('bar_hold_long')]
    expect([curl.reps, curl.seconds, curl.ended]).toEqual([12, null, 'done'])
    expect([hold.seconds, hold.reps]).toEqual([30, null])
  })

  it('a load taken on the floor holds for the hand it was taken for', () => {
    const s = session([block('b1', 'wrist_curl')])
    s.act().takeLoad(17.5)
    expect(s.own.loads).toEqual({ 'wrist_curl left': 17.5 })
    s.act().keep({ ...DONE, load: 22.5 })
    expect(s.own.loads).toEqual({ 'wrist_curl left': 22.5 })
  })

  it('sets of a hand that are left, or of the exercise just done, are passed over', () => {
    const s = session([block('b1', 'wrist_curl', 3), block('b2', 'ext_band', 1)])
    s.act().skipHand()
    expect(s.up).toBe('wrist_curl right 1')
    s.act().keep(DONE)
    s.act().endExercise()
    expect(s.up).toBe('ext_band left 1')
    expect(s.logs()).toHaveLength(1)
  })

  it('a set more, another exercise first, one left out, a lighter session', () => {
    const s = session([block('b1', 'wrist_curl'), block('b2', 'ext_band')])
    s.act().addSet()
    expect(s.steps().steps.filter((x) => x.blockId === 'b1' && x.hand === 'left')).toHaveLength(3)
    s.act().bring('b2')
    expect(s.up).toBe('ext_band left 1')
    s.act().cut(['b2'])
    expect(s.up).toBe('wrist_curl left 1')
    const hard = session([block('b1', 'wrist_curl'), block('b3', 'edge_hang')])
    expect(hard.steps().blocks.map((b) => b.exerciseId)).toContain('edge_hang')
    hard.act().lighter(true)
    expect(hard.steps().blocks.map((b) => b.exerciseId)).not.toContain('edge_hang')
  })

  it('an end before the plan did says why, and which sets were left', () => {
    const s = session([block('b1', 'wrist_curl', 1), block('b2', 'ext_band', 2)])
    s.act().keep(DONE)
    s.act().finish('the hall closes')
    const end = s.sent.find((u) => u.kind === 'end')
    expect(end?.body).toMatchObject({
      reason: 'the hall closes',
      setsLeft: [
        { blockId: 'b1', sets: 1 },
        { blockId: 'b2', sets: 4 },
      ],
    })
    expect(s.up).toBeNull()
  })
})

describe('what was put down can be put right', () => {
  it('a correction takes the place of the set, and counts once', () => {
    const s = session([block('b1', 'wrist_curl', 1)])
    s.act().keep(DONE)
    const [first] = s.logs()
    s.act().correct(first!.id, { ...DONE, load: 25 })
    expect(s.logs()[1]).toMatchObject({ supersedesId: first!.id, load: 25, set: 1, hand: 'left' })
    expect(doneSets(s.data, s.own).map((d) => d.loadKg)).toEqual([25])
    s.act().correct('nobody', DONE)
    expect(s.logs()).toHaveLength(2)
  })
  it('a set done again names the record it replaces', () => {
    const s = session([block('b1', 'wrist_curl', 2)])
    s.act().keep(DONE)
    const [first] = s.logs()
    s.act().again(first!.id)
    expect(s.up).toBe('wrist_curl left 1')
    s.act().keep({ ...DONE, reps: 8 })
    expect(s.logs()[1]).toMatchObject({ supersedesId: first!.id, reps: 8, set: 1 })
    expect(s.up).toBe('wrist_curl right 1')
  })
  it('sets on the server count too, once, in the unit they are kept in', () => {
    const s = session([block('b1', 'wrist_curl', 2)])
    s.data.athlete.history.logs.push(known('k', TODAY), known('old', '2026-10-01'))
    s.act().keep({ ...DONE, load: 10 })
    const pounds: LogBody = { ...s.own.logs[0]!, id: 'lb', load: 22, loadUnit: 'lb', set: 2 }
    s.put({ logs: [...s.own.logs, pounds] })
    const done = doneSets(s.data, s.own)
    expect(done.map((d) => d.id).sort()).toEqual([...s.logs().map((l) => l.id), 'k', 'lb'].sort())
    expect(done.find((d) => d.id === 'lb')!.loadKg).toBeCloseTo(9.979, 3)
  })
})

describe('pain and symptoms in a session', () => {
  it('pain over 3 ends that hand for what loads the same, the other goes on', () => {
    const s = session([block('b1', 'wrist_curl', 2), block('b2', 'edge_hang', 1)])
    s.act().pain()
    expect(s.own.phase).toBe('pain')
    s.act().keep({
      ...DONE,
      ended: 'pain',
      pain: 5,
      painWhere: { hand: 'left', at: ['finger_flexors'] },
    })
    const left = s.steps().open.map((x) => `${x.exerciseId} ${x.hand}`)
    expect(left).not.toContain('edge_hang left')
    expect(left).toContain('wrist_curl right')
  })
  it('pain counts where it was named, else in all the exercise loads; a mended one no more', () => {
    const s = session([block('b1', 'wrist_curl', 2)])
    s.act().keep({ ...DONE, pain: 4 })
    s.act().keep({ ...DONE, pain: 2, painWhere: { hand: 'both', at: ['skin'] } })
    const pains = painsOf(s.own.logs)
    expect(pains[0]!.hand).toBe('left')
    expect(pains[0]!.tissues).toEqual(Object.keys(exerciseById('wrist_curl')!.tissues))
    expect(pains[1]).toMatchObject({ hand: 'both', tissues: ['skin'], pain: 2 })
    s.act().correct(s.own.logs[0]!.id, { ...DONE, pain: null })
    expect(painsOf(s.own.logs).map((p) => p.pain)).toEqual([2])
  })
  it('a symptom is noted on the record and stops the hand before its next set', () => {
    const s = session([block('b1', 'wrist_curl', 2)])
    s.act().symptom('numbness', 'left')
    expect(s.sent[0]).toMatchObject({
      kind: 'observation',
      body: { hand: 'left', symptom: 'numbness', pain: null },
    })
    expect(s.steps().open.every((x) => x.hand === 'right')).toBe(true)
  })
  it('what asks for a reason does not start without; with one it does, that hand alone', () => {
    const s = session([block('b1', 'wrist_rev', 1)], injury('elbow_outer_tendon', 'active'))
    s.put({ phase: 'ready' })
    expect(s.steps().asks).not.toEqual([])
    s.act().start()
    expect(s.own.phase).toBe('ready')
    const e = exerciseById('wrist_rev')!
    s.act().reason(e, ['left'], 'as agreed')
    expect(s.sent[0]).toMatchObject({
      kind: 'reason',
      body: { kind: 'exercise', of: 'wrist_rev', hand: 'left', reason: 'as agreed' },
    })
    expect(s.steps().asks).toEqual([])
    s.act().start()
    expect(s.own.phase).toBe('count')
  })
  it('by the athlete’s own link nobody gives a reason: what asks for one is off', () => {
    const hurt = injury('elbow_outer_tendon', 'active')
    const blocks = [block('b1', 'wrist_rev', 1), block('b2', 'wrist_curl', 1)]
    const open = (more: Partial<FloorData>) =>
      session(blocks, hurt, more)
        .steps()
        .open.map((x) => `${x.exerciseId} ${x.hand}`)
    expect(open({})).toContain('wrist_rev left')
    expect(open({ link: 'x'.repeat(43) })).not.toContain('wrist_rev left')
    expect(open({ link: 'x'.repeat(43) })).toContain('wrist_rev right')
  })
})

describe('the warm-up', () => {
  it('is put down an exercise each; passed over, once and with the reason', () => {
    const s = session([block('b1', 'pinch_hold', 1)])
    s.act().warmedUp(null)
    const done = s.logs()
    expect(done.length).toBeGreaterThan(1)
    expect(done.every((l) => l.blockId === null && l.ended === 'done')).toBe(true)
    expect(s.own.at).toBe(stepKey(s.steps().open[0]!))
    const late = session([block('b1', 'pinch_hold', 1)])
    late.act().warmedUp('came late')
    expect(late.logs()).toHaveLength(1)
    expect(late.logs()[0]).toMatchObject({ ended: 'stopped', details: { reason: 'came late' } })
  })
})
