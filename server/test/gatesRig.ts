import { v7 } from 'uuid'
import { afterAll, beforeAll, beforeEach, expect } from 'vitest'
import { athleteOf, type AthleteWire } from '@mano/contract/wire'
import type { KitUnit } from '@mano/contract/kit'
import { DEFAULT_FRAME, type Block } from '@mano/core/plan/types'
import {
  addAthlete,
  hall,
  NOW,
  PASSWORD,
  rig,
  signIn,
  TODAY,
  unitBody,
  type Agent,
  type Rig,
  type Staff,
} from './hall'

export let r: Rig
export let own: Staff
export let assistant: Agent
export let kit: KitUnit[]
export let athleteId: string
/** The athlete the next steps are tried on. */
export const use = (id: string): string => (athleteId = id)
export const WEEK = '2026-11-23'
export const frame = DEFAULT_FRAME.map((d) => ({ ...d, minutes: 60 }))
export const post = async (url: string, body: object, agent = own.agent) =>
  agent.post(url).send(body)
export const at = (path: string) => `/api/athletes/${athleteId}${path}`
export const view = async () =>
  athleteOf((await own.agent.get(at('')).expect(200)).body as AthleteWire)
export const unit = (kind: string) => kit.find((u) => u.kind === kind)!
export const block = (
  exerciseId: string,
  hands: Block['hands'] = ['left', 'right'],
  day = 2,
): Block => ({
  id: v7(),
  day,
  exerciseId,
  sets: 3,
  dose: 15,
  hands,
  reason: '',
})
export const plan = (blocks: Block[], reason = '') => ({
  id: v7(),
  weekStart: WEEK,
  frame,
  blocks,
  terms: { settings: {}, bans: [] },
  reason,
})
export const ALL = { warm: true, rested: true, skinGood: true, well: true, familiar: false }
export const session = (protocolId: string, kind: string, more: object = {}) => ({
  id: v7(),
  protocolId,
  unitId: unit(kind).id,
  measurementId: unit(kind).measurementId,
  variant: {},
  conditions: ALL,
  overrideReason: '',
  note: '',
  deviceAt: null,
  ...more,
})
export const lift = (kind: string, more: object = {}) =>
  session('lift_max', kind, { expectedKg: 40, ...more })
export const log = (planVersionId: string, exerciseId: string, more: object = {}) => ({
  id: v7(),
  planVersionId,
  blockId: null,
  exerciseId,
  hand: 'left',
  set: 1,
  load: null,
  loadUnit: 'kg',
  seconds: 10,
  reps: null,
  ended: 'done',
  effort: null,
  pain: null,
  deviceAt: null,
  supersedesId: null,
  ...more,
})
export const injury = (site: string, more: object = {}) => ({
  id: v7(),
  site,
  side: 'left',
  status: 'active',
  since: '2026-11-20',
  note: '',
  advisedBy: '',
  supersedesId: null,
  ...more,
})
export const clearance = (of: object) => ({
  id: v7(),
  injuryId: null,
  observationId: null,
  healthId: null,
  pain: null,
  clearedBy: 'Orla Finch',
  profession: 'physician',
  clearedOn: TODAY,
  allows: 'all',
  until: null,
  received: 'letter',
  note: '',
  ...of,
})
export const YOUNG = {
  birthDate: '2011-05-01',
  guardian: { by: 'Ada Castellane', relation: 'mother', on: '2026-01-01' },
}
/** A week that asks nothing and holds nothing, to log against. */
export const anyPlan = async (): Promise<string> => {
  const p = plan([block('ext_band')], 'for the test')
  expect((await post(at('/plans'), p)).status).toBe(201)
  return p.id
}

/** A hall and an athlete for the tests of a file: call it at its top. */
export function gatesHall(): void {
  beforeAll(async () => {
    r = await rig()
    own = await hall(r, 'ruth')
    await own.agent
      .post('/api/people')
      .send({ id: v7(), name: 'Ola Reyes-Lund', login: 'ola', password: PASSWORD })
      .expect(201)
    assistant = await signIn(r, 'ola')
    for (const [kind, size] of [
      ['edge', 20],
      ['block', 76],
      ['pin', null],
    ] as const)
      await own.agent
        .post('/api/kit')
        .send(
          await unitBody(own.agent, {
            kind,
            size,
            label: kind,
            ...(kind === 'pin' && { massKg: 1, plates: [{ kg: 5, count: 8 }] }),
          }),
        )
        .expect(201)
    kit = (await own.agent.get('/api/kit').expect(200)).body as KitUnit[]
  })
  afterAll(() => r.close())
  beforeEach(async () => {
    r.now.at = NOW
    athleteId = await addAthlete(own.agent, { name: `Rui ${v7().slice(-6)}` })
  })
}

export const day = (kind: string) => ({
  id: v7(),
  name: 'Tests',
  heldOn: TODAY,
  setup: {
    params: {
      att: 10,
      gapHands: 90,
      gapSame: 180,
      swap: 15,
      plate0: 10,
      perStep: 4,
      step: 2.5,
      walk: 30,
    },
    perHand: 2,
    stepKg: 2.5,
    firstKg: {},
    athletes: [{ id: athleteId, name: 'x' }],
    stations: [
      {
        id: v7(),
        name: 'Station 1',
        protocolId: 'lift_max',
        unitId: unit(kind).id,
        measurementId: unit(kind).measurementId,
        variant: {},
        by: '',
        plates: true,
      },
    ],
  },
})
export const alarms = async () => (await view()).alarms.map((a) => a.class)
export const token = () => v7().replace(/-/g, '').padStart(43, 'x')
