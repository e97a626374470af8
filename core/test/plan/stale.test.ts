import { describe, expect, it } from 'vitest'
import { IMPLEMENTS } from '../../src/catalogue/implements'
import { planContext } from '../../src/plan/context'
import {
  fromToday,
  letGoDays,
  missedBlocks,
  missedDays,
  staleMarks,
  type Since,
} from '../../src/plan/stale'
import { type Block, type WeekPlan } from '../../src/plan/types'
import { EMPTY_DAY } from '../../src/intake/week'
import { judgeBy } from '../../src/safety/judge'
import type { SafetyFacts } from '../../src/safety/triggers'
import { WELL } from '../safety/well'

const well: SafetyFacts = { ...WELL, today: '2026-10-07' }
const kits = { hall: new Set<string>(IMPLEMENTS.map((k) => k.id)), home: null, bag: null }
const block = (id: string, exerciseId: string, day: number): Block => ({
  id,
  day,
  exerciseId,
  sets: 2,
  dose: 10,
  hands: exerciseId.startsWith('carry') ? ['both'] : ['left', 'right'],
  reason: '',
})
const week: WeekPlan = {
  weekStart: '2026-10-05',
  frame: [0, 1, 2, 3, 4, 5, 6].map((d) => ({ ...EMPTY_DAY, minutes: d % 2 === 0 ? 60 : 0 })),
  blocks: [
    block('a', 'edge_lift', 0),
    block('b', 'wrist_rev', 0),
    block('c', 'edge_lift', 4),
    block('d', 'wrist_rev', 4),
    block('e', 'ext_band', 4),
  ],
}
const since: Since = {
  savedOn: '2026-10-04',
  overruled: false,
  injuries: [],
  tests: [],
  logs: [],
  ends: [],
  demandsOn: null,
  weekOn: null,
  today: '2026-10-05',
}
const log = (blockId: string, on = '2026-10-05') => ({
  blockId,
  exerciseId: 'wrist_rev',
  on,
  set: 1,
})
const context = (facts: Partial<SafetyFacts> = {}, hall = kits.hall) =>
  planContext(judgeBy({ ...well, ...facts }), { ...kits, hall }, [], week.weekStart)
const marks = (more: Partial<Since> = {}, facts: Partial<SafetyFacts> = {}, hall = kits.hall) =>
  staleMarks(week, context(facts, hall), { ...since, ...more })

describe('what makes a saved week out of date', () => {
  const pulley = {
    injuries: [
      {
        site: 'finger_pulley' as const,
        side: 'left' as const,
        status: 'active' as const,
        cleared: null,
        daysAgo: 20,
      },
    ],
  }
  it('nothing: nothing is said', () => expect(marks()).toEqual([]))
  it('a caution that came after names the blocks it touches, and only those to come', () => {
    expect(marks({}, pulley)).toMatchObject([{ cause: 'caution', blockIds: ['a', 'c', 'b', 'd'] }])
    expect(marks({ today: '2026-10-07', logs: [log('a'), log('b')] }, pulley)).toMatchObject([
      { cause: 'caution', blockIds: ['c', 'd'] },
    ])
    expect(marks({}, pulley)[0]!.says).toMatch(/pulley/i)
  })
  it('what the coach overruled when saving is silent, until a newer injury is noted', () => {
    const tendon = {
      injuries: [
        {
          site: 'elbow_outer_tendon' as const,
          side: 'left' as const,
          status: 'active' as const,
          cleared: null,
          daysAgo: 20,
        },
      ],
    }
    const heavy: WeekPlan = { ...week, blocks: [block('h', 'pinch_max', 4)] }
    const of = (more: Partial<Since>) =>
      staleMarks(heavy, context(tendon), { ...since, ...more }).map((m) => m.cause)
    expect(of({})).toEqual(['caution'])
    expect(of({ overruled: true })).toEqual([])
    expect(of({ overruled: true, injuries: [{ on: '2026-10-05' }] })).toEqual(['caution'])
  })
  it('kit that is gone, a test of a quality, a missed day, changed demands and week', () => {
    expect(marks({}, {}, new Set([...kits.hall].filter((k) => k !== 'edge')))).toMatchObject([])
    expect(
      marks({ tests: [{ protocolId: 'wrist_hold', performedOn: '2026-10-05' }] }),
    ).toMatchObject([{ cause: 'test', blockIds: ['b', 'd'] }])
    expect(marks({ tests: [{ protocolId: 'wrist_hold', performedOn: '2026-10-04' }] })).toEqual([])
    expect(marks({ today: '2026-10-06' })).toMatchObject([
      { cause: 'missed', says: 'Nothing was logged on Mon', blockIds: ['a', 'b'] },
    ])
    expect(marks({ today: '2026-10-06', logs: [log('a')] })).toEqual([])
    expect(marks({ demandsOn: '2026-10-05', weekOn: '2026-10-05' }).map((m) => m.cause)).toEqual([
      'demands',
      'week',
    ])
  })
  it('kit missing at the place of the day', () => {
    const away: WeekPlan = {
      ...week,
      frame: week.frame.map((d) => ({ ...d, place: 'bag' as const })),
      blocks: [block('s', 'bell_swap', 4)],
    }
    expect(staleMarks(away, context(), since)).toMatchObject([{ cause: 'kit', blockIds: ['s'] }])
  })
})

describe('planning on from today', () => {
  it('what is done stands pinned, what was missed is out, days gone by take nothing more', () => {
    const { plan, days } = fromToday(week, [log('b')], '2026-10-07')
    expect(missedBlocks(week, [log('b')], '2026-10-07').map((b) => b.id)).toEqual(['a'])
    expect(plan.blocks.map((b) => [b.id, b.pinned ?? false])).toEqual([
      ['b', true],
      ['c', false],
      ['d', false],
      ['e', false],
    ])
    expect(days).toEqual([2, 3, 4, 5, 6])
    expect(fromToday(week, [], '2026-10-07').plan.frame.map((d) => d.minutes)).toEqual([
      0, 0, 60, 0, 60, 0, 60,
    ])
  })
})

describe('a session that was not done', () => {
  const end = (on: string, setsLeft: unknown[]) => ({ on, setsLeft })
  it('is missed until a set of it is logged, or it is let go', () => {
    const days = (logs: Since['logs'], ends: Since['ends'], today = '2026-10-08') =>
      missedDays(week, logs, ends, today).map((m) => m.day)
    expect(days([], [])).toEqual([0])
    expect(days([log('b')], [])).toEqual([])
    expect(days([], [end('2026-10-05', ['a'])])).toEqual([])
    expect(days([], [], '2026-10-05')).toEqual([])
    expect(days([], [end('2026-10-05', ['a'])], '2026-10-10')).toEqual([4])
  })
  it('is missed again when letting go is taken back: what was said last counts', () => {
    expect([...letGoDays([end('2026-10-05', []), end('2026-10-05', ['a'])])]).toEqual([])
    expect([...letGoDays([end('2026-10-05', ['a']), end('2026-10-05', [])])]).toEqual([
      '2026-10-05',
    ])
  })
})
