import { beforeEach, describe, expect, it } from 'vitest'
import type { TestDayView } from '@mano/contract/testday'
import { protocolById } from '@mano/core/catalogue/protocols'
import type { Hand } from '@mano/core/catalogue/person'
import type { DayStation } from '@mano/core/testday/live'
import type { Slot } from '@mano/core/testday/order'
import type { Unsent } from '../src/base/outbox'
import type { Taken } from '../src/areas/testday/recordTry'
import { giveReason, leaveOut, noteAt, take } from '../src/areas/testday/stationActs'
import { turnOf, type AtStation, type LeftOut } from '../src/areas/testday/useStation'

const KG = { mass: 'kg', length: 'mm' } as const
const station: DayStation = {
  ...{ id: 's', name: 'Station 1', protocolId: 'dyno_seated', unitId: 'u', measurementId: 'm' },
  ...{ variant: { position: '2' }, by: '', plates: false },
}
const view: TestDayView = {
  id: '0199dddd-0000-7000-8000-000000000001',
  name: 'Autumn tests',
  heldOn: '2026-10-08',
  setup: {
    params: {
      ...{ att: 1, gapHands: 1, gapSame: 2, swap: 1, plate0: 0, perStep: 0, step: 2.5, walk: 0 },
    },
    perHand: 3,
    stepKg: 2.5,
    firstKg: {},
    athletes: [
      { id: 'a', name: 'Noor' },
      { id: 'b', name: 'Dov' },
    ],
    stations: [station],
  },
  startedAt: null,
  events: [],
  gates: {},
  earlier: {},
}
type Event = [kind: string, body: Record<string, unknown>]

const slotOf = (athlete: string, hand: Hand, start = 0): Slot => ({
  ...{ athlete, station: 's', hand, start, loadKg: 0 },
  ...{ setUpS: 0, end: start + 1 },
})

/** A tablet at a station: what it holds, what it said of the day and what it sent. */
function tablet(here: AtStation['here'] = [], asked: string[] = ['a']) {
  const said: Event[] = []
  const sent: Unsent[] = []
  const own = {
    asked: asked as readonly string[],
    step: 'try' as 'try' | 'pain' | 'leave',
    reasoned: [] as readonly string[],
    holds: '',
    text: '',
    said: '',
    doubt: { current: '' },
    left: null as LeftOut | null,
  }
  const slots = [slotOf('a', 'left'), slotOf('a', 'right', 60), slotOf('b', 'left', 90)]
  const at: AtStation = {
    day: {
      ...{ view, now: null, events: [], nowS: 0, boundS: null, started: true },
      say: (kind, body = {}) => {
        said.push([kind, body])
        return `e${said.length}`
      },
    },
    station,
    protocol: protocolById('dyno_seated')!,
    own: {
      ...own,
      setAsked: (v) => void (own.asked = v as readonly string[]),
      setStep: (v) => void (own.step = v as 'try'),
      setReasoned: (v) => void (own.reasoned = v as readonly string[]),
      setHolds: (v) => void (own.holds = v as string),
      setText: (v) => void (own.text = v as string),
      setSaid: (v) => void (own.said = v as string),
      setLeft: (v) => void (own.left = v as LeftOut | null),
    },
    nameOf: (id) => view.setup.athletes.find((a) => a.id === id)?.name ?? '',
    here,
    slots,
    slot: slots[0],
    send: (u) => void sent.push(u),
    net: '',
  }
  return { at, own, said, sent, turn: turnOf(at, slots[0]!) }
}
type Tablet = ReturnType<typeof tablet>
const done = (
  athlete: string,
  hand: Hand,
  value: number | null,
  outcome: 'clean' | 'missed' | 'skipped' = 'clean',
): AtStation['here'][number] => ({
  ...{ id: `${athlete}${hand}${value}`, at: 0, kind: 'done', athlete, station: 's', hand },
  ...{ loadKg: 0, outcome, value },
})
const typed = (text: string): Taken => ({ text, unit: 'kg', missed: false })
const taken = (t: Tablet, text: string) => take(t.at, t.turn, typed(text), KG)

let t: Tablet
beforeEach(() => {
  t = tablet()
})

describe('a result at a station', () => {
  it('begins the test of the athlete, is a trial of it, and is said of the day', () => {
    taken(t, '41.5')
    expect(t.sent.map((u) => u.kind)).toEqual(['session', 'trial'])
    expect(t.sent[1]).toMatchObject({
      athleteId: 'a',
      body: { hand: 'left', ordinal: 1, enteredValue: 41.5, enteredUnit: 'kg' },
    })
    expect(t.said[0]).toMatchObject(['done', { athlete: 'a', hand: 'left', outcome: 'clean' }])
    expect([t.own.text, t.own.said, t.own.left]).toEqual(['', '', null])
  })
  it('of a test that was begun is a trial alone, the next one of its hand', () => {
    t = tablet([done('a', 'left', 400), done('a', 'right', 410), done('b', 'left', 380)])
    expect(t.turn.ordinal).toBe(2)
    taken(t, '42')
    expect(t.sent.map((u) => u.kind)).toEqual(['trial'])
    expect(t.sent[0]).toMatchObject({ body: { ordinal: 2 } })
  })
  it('waits until the conditions are met, and nothing is sent', () => {
    t = tablet([], [])
    taken(t, '41.5')
    expect(t.sent).toEqual([])
    expect(t.said).toEqual([])
    expect(t.own.said).toMatch(/all four are met/)
  })
  it('that is no number says so and is kept in its box', () => {
    t.own.text = 'forty'
    taken(t, 'forty')
    expect(t.sent).toEqual([])
    expect(t.own.said).not.toBe('')
    expect(t.own.text).toBe('forty')
  })
  it('out of all proportion is asked about once, and counts when it is said again', () => {
    t = tablet([done('a', 'left', 400), done('a', 'right', 410)])
    taken(t, '4.1')
    expect(t.sent).toEqual([])
    const first = t.own.said
    expect(first).toMatch(/^4\.1\skg beside/)
    // Another odd number is asked about as well.
    taken(t, '4.2')
    expect(t.sent).toEqual([])
    taken(t, '4.2')
    expect(t.sent.map((u) => u.kind)).toEqual(['trial'])
  })
})

describe('what is left out at a station', () => {
  it('is one trial with its reason; what was typed is not the next one’s', () => {
    t.at.own.text = '41'
    leaveOut(t.at, t.turn, 'sore', false)
    expect(t.said).toMatchObject([['done', { hand: 'left', outcome: 'skipped', reason: 'sore' }]])
    expect(t.own.left).toMatchObject({ ids: ['e1'], typed: '41' })
    expect(t.own.left!.says).toBe(
      'Nothing is recorded: Noor, left, trial 1: sore. The 41 that was typed is not kept.',
    )
    expect([t.own.text, t.own.step]).toEqual(['', 'try'])
    expect(t.sent).toEqual([])
  })
  it('or all of theirs here, and of nobody else', () => {
    leaveOut(t.at, t.turn, 'went home', true)
    expect(t.said.map(([, b]) => `${String(b['athlete'])} ${String(b['hand'])}`)).toEqual([
      'a left',
      'a right',
    ])
    expect(t.own.left!.says).toMatch(/all 2 trials here: went home\.$/)
  })
  it('counts as no trial done', () => {
    t = tablet([done('a', 'left', null, 'skipped')])
    expect(t.turn.ordinal).toBe(1)
    expect(t.turn.known).toBe(true)
    taken(t, '41.5')
    expect(t.sent.map((u) => u.kind)).toEqual(['session', 'trial'])
  })
})

describe('pain at a station', () => {
  it('over 3 is on the record and takes that hand out of the day', () => {
    noteAt(t.at, t.turn, { hand: 'left', pain: 5, places: ['thumb'] }, 'pain 5')
    expect(t.said).toEqual([['out', { athlete: 'a', hand: 'left', reason: 'pain 5' }]])
    expect(t.sent[0]).toMatchObject({
      kind: 'observation',
      athleteId: 'a',
      body: { hand: 'left', pain: 5, places: ['thumb'], note: 'Autumn tests, Station 1' },
    })
  })
  it('to 3 is noted, and nobody is taken out', () => {
    noteAt(t.at, t.turn, { hand: 'left', pain: 3 }, null)
    expect(t.said).toEqual([])
    expect(t.sent).toHaveLength(1)
  })
  it('a symptom of the whole athlete takes both hands out', () => {
    noteAt(t.at, t.turn, { hand: 'both', symptom: 'faint' }, 'faint')
    expect(t.said).toEqual([['out', { athlete: 'a', hand: null, reason: 'faint' }]])
    expect(t.own.step).toBe('try')
  })
})

it('a reason is the athlete’s at this station, for either hand', () => {
  giveReason(t.at, t.turn, 'taped')
  expect(t.sent[0]).toMatchObject({
    kind: 'dayReason',
    dayId: view.id,
    body: { athleteId: 'a', stationId: 's', reason: 'taped' },
  })
  expect(t.own.reasoned).toEqual(['a left', 'a right', 'a both'])
})
