import { describe, expect, it } from 'vitest'
import { IMPLEMENTS } from '../../src/catalogue/implements'
import { exerciseById } from '../../src/catalogue/exercises'
import { DEFAULT_FRAME, type Block } from '../../src/plan/types'
import type { SetLog } from '../../src/record/sets'
import { buildSeries } from '../../src/record/series'
import { WELL } from '../../src/plan/sample'
import { judgeBy, type Judge } from '../../src/safety/judge'
import { droppedTo } from '../../src/session/adapt'
import { ahead, behind, changesIn, type AheadWeek } from '../../src/session/ahead'
import { flatLines } from '../../src/session/flat'
import type { LoadSources } from '../../src/session/sources'
import { targetsOf, withTargets } from '../../src/session/today'
import { tellsMost, testedOn, trainingSince, trainingSinceTests } from '../../src/session/training'
import { addDays } from '../../src/units/dates'

const MONDAY = '2026-10-05'
const block = (exerciseId: string, day: number, more: Partial<Block> = {}): Block => ({
  id: `${exerciseId} ${day}`,
  day,
  exerciseId,
  sets: 3,
  dose: 8,
  hands: exerciseById(exerciseId)!.hands === 'both' ? ['both'] : ['left', 'right'],
  reason: '',
  fixed: false,
  ...more,
})
const week = (n: number, blocks: Block[], kind: AheadWeek['kind'] = 'ordinary'): AheadWeek => ({
  weekStart: addDays(MONDAY, 7 * n),
  kind,
  frame: DEFAULT_FRAME,
  blocks,
})
const kits = { hall: new Set<string>(IMPLEMENTS.map((k) => k.id)), home: null, bag: null }
const sources = (more: Partial<LoadSources> = {}): LoadSources => ({
  logs: [],
  bests: [],
  room: {
    pinKg: 2,
    plates: [
      { kg: 0.5, count: 2 },
      { kg: 1, count: 2 },
      { kg: 5, count: 4 },
      { kg: 10, count: 2 },
    ],
  },
  kits,
  today: MONDAY,
  level: 'trained',
  bodyMassKg: 70,
  ...more,
})
const log = (on: string, more: Partial<SetLog> = {}): SetLog => ({
  id: `${on} ${more.hand ?? 'left'} ${more.set ?? 1}`,
  blockId: 'b',
  exerciseId: 'edge_lift',
  on,
  hand: 'left',
  set: 1,
  loadKg: 20,
  seconds: 8,
  reps: null,
  ended: 'done',
  effort: null,
  pain: 0,
  ...more,
})
const pair = [block('edge_lift', 0), block('edge_lift', 3)]

describe('weeks ahead', () => {
  const eight = Array.from({ length: 8 }, (_, i) => week(i, pair, i === 3 ? 'deload' : 'ordinary'))
  it(
    'rise as the floor would ask week by week, hold in a lighter week, and never by more ' +
      'than a level allows',
    () => {
      const [row] = ahead(eight, sources())
      const cells = row!.cells.map((c) => behind(c!))
      expect(cells[3]).toMatchObject({ dose: cells[2]!.dose, loadKg: cells[2]!.loadKg })
      const height = cells.map((c) => c.loadKg! * c.dose ** 0.35)
      expect(height.at(-1)!).toBeGreaterThan(height[0]! * 1.01)
      expect(cells.at(-1)!.loadKg! / cells[0]!.loadKg!).toBeLessThan(1.04 ** 2 + 1e-9)
      // No test and no set: the first load is a guess and says so.
      expect(cells.every((c) => c.guessed)).toBe(true)
      expect(row!.cells[0]).toMatchObject({ days: [0, 3], hands: { left: { sets: 6 } } })
    },
  )
  it('agree with what the floor asks on the first day, and know what is fixed by hand', () => {
    const logs = ['2026-09-21', '2026-09-28'].flatMap((on) => [log(on), log(on, { hand: 'right' })])
    const s = sources({ logs })
    const [row] = ahead([week(0, [pair[0]!])], s)
    const [target] = targetsOf(pair[0]!, 'hall', s)
    expect(behind(row!.cells[0]!)).toMatchObject({
      dose: target!.dose,
      loadKg: target!.loadKg,
      guessed: false,
    })
    const fixed = [
      week(0, [block('edge_lift', 0, { fixed: true, dose: 9 })]),
      week(1, [block('edge_lift', 0, { fixed: true, dose: 9 })]),
    ]
    expect(ahead(fixed, s)[0]!.cells.map((c) => behind(c!).dose)).toEqual([9, 9])
  })
  it('name what a week changes: a step, fewer sets, new, out; nothing of the first week', () => {
    const rows = ahead(
      [
        week(0, [...pair, block('wrist_rev', 0, { dose: 12 })]),
        week(1, [...pair, block('wrist_curl', 0, { dose: 12 })]),
        week(
          2,
          pair.map((b) => ({ ...b, sets: 2 })),
          'deload',
        ),
      ],
      sources(),
    )
    expect(changesIn(rows, 0)).toEqual([])
    const second = changesIn(rows, 1).map((c) => [c.exerciseId, c.what])
    expect(second).toContainEqual(['wrist_rev', 'out'])
    expect(second).toContainEqual(['wrist_curl', 'new'])
    expect(changesIn(rows, 2)).toContainEqual(
      expect.objectContaining({ exerciseId: 'edge_lift', what: 'sets', by: -2 }),
    )
  })
})

describe('a first hold', () => {
  const holds = [
    {
      quality: 'hang' as const,
      implement: 'bar',
      hand: 'both' as const,
      seconds: 83,
      on: '2026-09-28',
    },
  ]
  const hang = block('hang_dead', 0, { dose: 33 })
  it('is a share of the own best, by level, less where the test is old', () => {
    const of = (more: Partial<LoadSources>) =>
      withTargets([hang], 'hall', sources({ holds, ...more }))[0]!.dose
    const trained = of({})
    expect(trained).toBeGreaterThan(33)
    expect(trained).toBeLessThanOrEqual(0.5 * 83)
    expect(of({ level: 'novice' })).toBeLessThan(trained)
    expect(of({ today: '2027-03-01' })).toBeLessThanOrEqual(trained)
    expect(of({ holds: [] })).toBe(33)
  })
  it('says of what it is a share', () => {
    const [t] = targetsOf(hang, 'hall', sources({ holds }))
    expect(t).toMatchObject({ move: 'first', last: null })
    expect(t!.why).toMatch(/% of the 83 s of 2026-09-28/)
  })
})

describe('a drop within the exercise', () => {
  const set = (n: number, amount: number | null, loadKg = 20, hand: 'left' | 'right' = 'left') => ({
    blockId: 'b',
    hand,
    set: n,
    amount,
    loadKg,
  })
  it('shows from the first set under 70 % of its first, of that hand, at no more load', () => {
    expect(droppedTo({ id: 'b' }, 'left', [set(1, 20), set(2, 15)])).toBeNull()
    expect(droppedTo({ id: 'b' }, 'left', [set(1, 20), set(2, 13)])).toBeCloseTo(0.65)
    expect(droppedTo({ id: 'b' }, 'left', [set(1, 20), set(2, 13, 25)])).toBeNull()
    expect(droppedTo({ id: 'b' }, 'right', [set(1, 20), set(2, 13)])).toBeNull()
    expect(droppedTo({ id: 'b' }, 'left', [set(1, 20)])).toBeNull()
    expect(droppedTo({ id: 'b' }, 'left', [set(1, null), set(2, 13)])).toBeNull()
  })
})

const daysBack = (all: number[], more: (i: number) => Partial<SetLog> = () => ({})) =>
  all.flatMap((back, i) =>
    [1, 2, 3].map((n) => log(addDays(MONDAY, -back), { set: n, ...more(i) })),
  )
const facts = (logs: SetLog[], blocks: Block[] = pair) => ({
  blocks,
  logs,
  series: buildSeries([]),
  kits,
  sports: ['climber_boulder'],
  today: MONDAY,
})

describe('standing still', () => {
  const still = daysBack([49, 42, 35, 28, 24, 20, 16, 12, 8, 4])
  it('is four weeks without a higher step: one change, with what was done before', () => {
    const [line] = flatLines(facts(still))
    expect(line).toMatchObject({ exerciseId: 'edge_lift', hands: ['left'], tried: [] })
    expect(line!.change).toMatchObject({ kind: 'exercise' })
    const to = exerciseById(line!.change.exerciseId!)!
    expect(to.primary).toBe('edge')
    // What was done this year is not proposed again.
    const tried = daysBack([200, 196, 192, 188], () => ({ exerciseId: to.id, loadKg: null }))
    const [again] = flatLines(facts([...tried, ...still]))
    expect(again!.tried).toEqual([to.id])
    expect(again!.change.exerciseId).not.toBe(to.id)
  })
  it('is not said where something rose, where pain held it, or after too few sessions', () => {
    const rose = daysBack([49, 42, 35, 28, 24, 20, 16, 12, 8, 4], (i) => ({
      seconds: i > 7 ? 9 : 8,
    }))
    const hurt = daysBack([49, 42, 35, 28, 24, 20, 16, 12, 8, 4], (i) => ({
      pain: i === 8 ? 3 : 0,
    }))
    for (const logs of [rose, hurt, daysBack([49, 8, 4]), daysBack([8, 6, 4, 3, 2, 1])])
      expect(flatLines(facts(logs))).toEqual([])
  })
  it(
    'a lighter week is no week of the four: what rose before it still counts as risen ' +
      'within them',
    () => {
      // The eight weeks end with a rise 33 days ago, and a lighter week since.
      const logs = daysBack([49, 42, 35, 33, 24, 20, 16, 12, 8, 4], (i) => ({
        seconds: i < 3 ? 7 : i === 6 || i === 7 ? 6 : 8,
      }))
      expect(flatLines(facts(logs))).toHaveLength(1)
      const lighter = [addDays(MONDAY, -21)]
      expect(flatLines({ ...facts(logs), lighter })).toEqual([])
      // Four weeks of work without a rise are four weeks with a lighter one between them too.
      expect(flatLines({ ...facts(still), lighter })).toHaveLength(1)
    },
  )
  it(
    'changes what stands in the way first: a fixed amount, sets that fall short, one day a ' +
      'week',
    () => {
      const kind = (logs: SetLog[], blocks: Block[]) =>
        flatLines(facts(logs, blocks))[0]!.change.kind
      expect(
        kind(
          still,
          pair.map((b) => ({ ...b, fixed: true })),
        ),
      ).toBe('ladder')
      expect(
        kind(
          daysBack([49, 42, 35, 28, 24, 20, 16, 12, 8, 4], (i) => ({
            ended: i > 3 ? 'slipped' : 'done',
          })),
          pair,
        ),
      ).toBe('easier')
      expect(kind(still, [pair[0]!])).toBe('day')
    },
  )
  it('proposes nothing more of what a caution holds', () => {
    const thumb = (status: 'active' | 'settled') =>
      judgeBy({
        ...WELL,
        injuries: [{ site: 'thumb', side: 'right', status, cleared: null, daysAgo: 20 }],
      })
    const pinch = pair.map((b) => ({ ...b, exerciseId: 'pinch_max' }))
    const logs = still.map((l) => ({ ...l, exerciseId: 'pinch_max' }))
    const change = (judge?: Judge) => flatLines({ ...facts(logs, pinch), judge })[0]!.change
    expect(change()).toMatchObject({ kind: 'exercise' })
    expect(change(judgeBy(WELL))).toEqual(change())
    expect(change(thumb('active'))).toMatchObject({
      kind: 'wait',
      exerciseId: null,
      says: expect.stringMatching(/^None now, one hand held by thumb /) as string,
    })
  })
})

describe('sets as soft evidence', () => {
  const since = addDays(MONDAY, -60)
  it('a tenth more load at the same time is a tenth more, with its interval', () => {
    const logs = daysBack([40, 30, 20, 10, 1], (i) => ({ loadKg: 20 * (1 + 0.025 * i) }))
    const [c] = trainingSince(logs, since)
    expect(c!.change).toBeGreaterThan(0.09)
    expect(c!.change).toBeLessThan(0.115)
    expect(c!.ci90[0]).toBeLessThan(c!.change)
    expect(c!.ci90[1]).toBeGreaterThan(c!.change)
    // What 22 kg for 8 s stands for as a single lift (Rohmert 1960), with an interval about it.
    expect(c!.level!.unit).toBe('kg')
    expect(c!.level!.value).toBeGreaterThan(22)
    expect(c!.level!.ci90[0]).toBeLessThan(c!.level!.value)
    expect(c!.level!.ci90[1]).toBeGreaterThan(c!.level!.value)
  })
  it('few days, pain, alarms and sets before that day say nothing; more days say it surer', () => {
    expect(trainingSince(daysBack([20, 10, 1]), since)).toEqual([])
    expect(
      trainingSince(
        daysBack([40, 30, 20, 10], () => ({ pain: 4 })),
        since,
      ),
    ).toEqual([])
    expect(
      trainingSince(
        daysBack([40, 30, 20, 10], () => ({ alarmed: true })),
        since,
      ),
    ).toEqual([])
    expect(trainingSince(daysBack([90, 80, 70, 65]), since)).toEqual([])
    const se = (days: number[]) => trainingSince(daysBack(days), since)[0]!.se
    expect(se([40, 35, 30, 25, 20, 15, 10, 5, 1])).toBeLessThan(se([40, 27, 14, 1]))
  })
  it('a test tells most of what moved farthest beyond its error; of nothing while none did', () => {
    const up = trainingSince(
      daysBack([40, 30, 20, 10, 1], (i) => ({ loadKg: 20 * (1 + 0.08 * i) })),
      since,
    )
    const flat = trainingSince(
      daysBack([40, 30, 20, 10, 1], () => ({ exerciseId: 'pinch_max' })),
      since,
    )
    expect(tellsMost([...flat, ...up])!.exerciseId).toBe('edge_lift')
    expect(tellsMost(flat)).toBeNull()
  })
  it(
    'repetitions with a load stand for no single lift: ' + 'curves of holds do not speak of them',
    () => {
      const curls = daysBack([40, 30, 20, 10, 1], () => ({
        exerciseId: 'wrist_curl',
        seconds: null,
        reps: 15,
      }))
      const [c] = trainingSince(curls, since)
      expect(c).toMatchObject({ exerciseId: 'wrist_curl', level: null })
    },
  )
  it('counts from the quality\u2019s own newest test, whatever else was tested since', () => {
    const session = (protocolId: string, unitKind: string, on: string) =>
      ({
        id: `${protocolId} ${on}`,
        athleteId: 'a',
        protocolId,
        protocolVersion: 1,
        unitId: 'u',
        unitLabel: 'U',
        unitKind,
        sizeMm: 20,
        measurementId: 'm',
        performedOn: on,
        performedAt: `${on}T10:00:00Z`,
        variant: {},
        practice: false,
        conditions: [],
        notMet: '',
        trials: [
          { id: `${protocolId} ${on} l`, hand: 'left', ordinal: 1, value: 100, valid: true },
          { id: `${protocolId} ${on} r`, hand: 'right', ordinal: 1, value: 100, valid: true },
        ],
      }) as never
    const all = buildSeries([
      session('lift_max', 'edge', addDays(MONDAY, -50)),
      session('dyno_seated', 'dyno', addDays(MONDAY, -2)),
      session('ready_squeeze', 'dyno', addDays(MONDAY, -1)),
    ])
    expect(testedOn('edge', all, MONDAY)).toBe(addDays(MONDAY, -50))
    expect(testedOn('cloth', all, MONDAY)).toBe(addDays(MONDAY, -84))
    const logs = daysBack([60, 40, 30, 20, 10, 1], (i) => ({ loadKg: 20 + i }))
    expect(trainingSinceTests(logs, all, MONDAY)).toMatchObject([
      { exerciseId: 'edge_lift', days: 5 },
    ])
  })
})
