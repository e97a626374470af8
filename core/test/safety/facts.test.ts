import { describe, expect, it } from 'vitest'
import { countedWeeks } from '../../src/safety/weeks'
import {
  factsAhead,
  factsWith,
  healthDue,
  needsClearance,
  safetyFacts,
} from '../../src/safety/facts'
import {
  NO_RECORD,
  type InjuryVersion,
  type SafetyRecord,
  type SetFact,
  type TestFact,
} from '../../src/safety/record'
import { notedIn } from '../../src/safety/pains'
import { judgeAct, judgeBy, weeksOf } from '../../src/safety/judge'
import { exerciseById } from '../../src/catalogue/exercises'
import { addDays } from '../../src/units/dates'
import { WELL } from './well'

const TODAY = '2026-11-25'
const at = (on: string, hour = '12') => `${on}T${hour}:00:00.000Z`
const set = (exerciseId: string, on: string, more: Partial<SetFact> = {}): SetFact => ({
  id: `${exerciseId}${on}`,
  exerciseId,
  hand: 'left',
  on,
  recordedAt: at(on),
  pain: null,
  where: null,
  ...more,
})
const test = (
  protocolId: string,
  unitKind: string,
  on: string,
  pain: number | null = null,
): TestFact => ({
  id: `${protocolId}${on}`,
  protocolId,
  unitKind,
  variant: {},
  on,
  trials: [{ id: 't', hand: 'left', recordedAt: at(on), pain, where: null }],
})
const record = (more: Partial<SafetyRecord>): SafetyRecord => ({
  ...NO_RECORD,
  birthDate: '2000-01-01',
  health: { on: TODAY, yes: [] },
  ...more,
})
const weekly = (exerciseId: string, n: number) =>
  Array.from({ length: n }, (_, i) => set(exerciseId, addDays(TODAY, -7 * i)))

describe('experience is counted, by quality and implement family', () => {
  it('a block-pinch test ten weeks ago says nothing of edges', () => {
    const facts = safetyFacts(
      record({ tests: [test('lift_max', 'block', addDays(TODAY, -70))] }),
      TODAY,
    )
    expect(weeksOf(facts, 'edge', 'edges')).toBe(0)
    expect(weeksOf(facts, 'pinch_wide', 'pinch')).toBe(1)
    expect(
      judgeAct(judgeBy(facts), {
        kind: 'exercise',
        exercise: exerciseById('edge_hang')!,
        hand: 'both',
      }).class,
    ).toBe('ask')
  })
  it('counts different weeks of the last 26, each once; warm-up counts for none', () => {
    expect(
      countedWeeks(
        { sets: [...weekly('pinch_hold', 9), ...weekly('pinch_hold', 9)], tests: [] },
        TODAY,
      ),
    ).toEqual([{ quality: 'pinch_wide', family: 'pinch', weeks: 9 }])
    expect(countedWeeks({ sets: weekly('prep_two', 9), tests: [] }, TODAY)).toEqual([])
    expect(
      countedWeeks({ sets: [set('pinch_hold', addDays(TODAY, -27 * 7))], tests: [] }, TODAY),
    ).toEqual([])
  })
  it('an entry of a coach counts beside what is counted', () =>
    expect(
      weeksOf(
        safetyFacts(record({ experience: [{ quality: 'edge', family: null, weeks: 30 }] }), TODAY),
        'edge',
        'edges',
      ),
    ).toBe(30))
})

describe('pain: which hand, where, and what came before', () => {
  it('counts for the place that was named, else for all that was loaded', () => {
    const facts = safetyFacts(
      record({
        sets: [
          set('hang_dead', TODAY, {
            id: 'a',
            hand: 'both',
            pain: 5,
            where: { hand: 'right', at: ['skin'] },
          }),
          set('pinch_hold', TODAY, { id: 'b', pain: 4 }),
        ],
      }),
      TODAY,
    )
    expect(facts.pains).toEqual([
      { id: 'a', hand: 'right', tissues: ['skin'], pain: 5 },
      { id: 'b', hand: 'left', tissues: ['thumb', 'finger_flexors'], pain: 4 },
    ])
  })
  it(
    'of the day only what was noted before counts for a set that comes late, and never the ' +
      'set itself',
    () => {
      const r = record({
        sets: [
          set('pinch_hold', TODAY, { id: 'a', pain: 6, recordedAt: at(TODAY, '10') }),
          set('pinch_hold', TODAY, { id: 'b', pain: 7, recordedAt: at(TODAY, '12') }),
        ],
      })
      expect(safetyFacts(r, TODAY, { before: at(TODAY, '09') }).pains).toEqual([])
      expect(safetyFacts(r, TODAY, { before: at(TODAY, '11') }).pains.map((p) => p.pain)).toEqual([
        6,
      ])
      expect(safetyFacts(r, TODAY, { without: 'b' }).pains.map((p) => p.pain)).toEqual([6])
    },
  )
  it('a session that went without a word ends it; warm-up alone does not', () => {
    const hurt = set('pinch_hold', addDays(TODAY, -8), { pain: 8 })
    const is = (more: SetFact[]) =>
      judgeAct(
        judgeBy({
          ...safetyFacts(record({ sets: [hurt, ...more] }), TODAY),
          experience: WELL.experience,
        }),
        { kind: 'exercise', exercise: exerciseById('pinch_max')!, hand: 'left' },
      ).class
    expect(is([])).toBe('stop')
    expect(is([set('prep_thumb', addDays(TODAY, -4))])).toBe('stop')
    expect(
      is([set('thumb_side', addDays(TODAY, -4)), set('narrow_pinch_lift', addDays(TODAY, -4))]),
    ).toBe('free')
  })
  it(
    'what is noted in a test under way counts at once, and once only when it is on record ' + 'too',
    () => {
      const noted = notedIn({
        protocolId: 'key_pinch',
        unitKind: 'pinch_gauge',
        variant: {},
        trials: [{ id: 't', hand: 'left', pain: 4 }],
        observations: [
          { id: 'o', hand: 'right', pain: null, symptom: 'numbness' },
          { id: 'p', hand: 'right', pain: 3, symptom: null, places: ['wrist'] },
        ],
      })
      expect(noted.pains).toEqual([
        { id: 'p', hand: 'right', tissues: ['wrist'], pain: 3 },
        { id: 't', hand: 'left', tissues: ['thumb'], pain: 4 },
      ])
      expect(factsWith({ ...WELL, pains: [noted.pains[0]!] }, noted).pains).toHaveLength(2)
      expect(factsWith(WELL, noted).symptoms).toMatchObject([
        { hand: 'right', symptom: 'numbness' },
      ])
    },
  )
})

describe('clearances', () => {
  const version = (
    id: string,
    status: InjuryVersion['status'],
    on: string,
    current: boolean,
    rootId = 'a',
  ): InjuryVersion => ({
    id,
    rootId,
    site: 'thumb',
    side: 'left',
    status,
    since: '2026-10-01',
    recordedAt: at(on),
    current,
  })
  const cleared = (on: string, more: object = {}) => ({
    of: { kind: 'injury' as const, id: 'a' },
    on,
    recordedAt: at(on, '13'),
    allows: 'all' as const,
    until: null,
    ...more,
  })
  const of = (r: Partial<SafetyRecord>) => safetyFacts(record(r), TODAY).injuries[0]!.cleared
  const twice = [
    version('a', 'active', '2026-10-02', false),
    version('b', 'settling', '2026-11-02', true),
  ]
  it('holds through later versions of the injury', () =>
    expect(of({ injuries: twice, clearances: [cleared('2026-11-01')] })).toBe('all'))
  it('not after its last day', () =>
    expect(
      of({ injuries: twice, clearances: [cleared('2026-11-01', { until: '2026-11-24' })] }),
    ).toBeNull())
  it('ends with a new symptom, pain of 7 there, active again, or a new injury there', () => {
    const one = { injuries: twice, clearances: [cleared('2026-11-01')] }
    expect(
      of({
        ...one,
        notes: [
          {
            id: 'n',
            hand: 'left',
            at: null,
            pain: null,
            symptom: 'pop',
            on: '2026-11-20',
            recordedAt: at('2026-11-20'),
          },
        ],
      }),
    ).toBeNull()
    expect(
      of({
        ...one,
        notes: [
          {
            id: 'n',
            hand: 'right',
            at: null,
            pain: null,
            symptom: 'pop',
            on: '2026-11-20',
            recordedAt: at('2026-11-20'),
          },
        ],
      }),
    ).toBe('all')
    expect(of({ ...one, sets: [set('pinch_hold', '2026-11-20', { pain: 7 })] })).toBeNull()
    expect(of({ ...one, sets: [set('pinch_hold', '2026-11-20', { pain: 6 })] })).toBe('all')
    expect(
      of({
        ...one,
        injuries: [
          version('a', 'active', '2026-10-02', false),
          version('b', 'settling', '2026-11-02', false),
          version('c', 'active', '2026-11-20', true),
        ],
      }),
    ).toBeNull()
    expect(
      of({ ...one, injuries: [...twice, version('x', 'active', '2026-11-20', true, 'x')] }),
    ).toBeNull()
  })
  it('a change of status waits for one where the site waits for a clinician', () => {
    expect(needsClearance('thumb', 'active', 'settled')).toBe(true)
    expect(needsClearance('thumb', 'settling', 'settled')).toBe(true)
    expect(needsClearance('thumb', 'settled', 'active')).toBe(false)
    expect(needsClearance('skin', 'active', 'settled')).toBe(false)
    expect(needsClearance('elbow_outer_tendon', 'active', 'settling')).toBe(false)
  })
})

describe('health answers', () => {
  it('are due when never given and after half a year; an old yes still counts', () => {
    expect(healthDue(null, TODAY)).toBe(true)
    expect(healthDue({ on: addDays(TODAY, -183), yes: [] }, TODAY)).toBe(false)
    expect(healthDue({ on: addDays(TODAY, -184), yes: [] }, TODAY)).toBe(true)
    const old = safetyFacts(
      record({ health: { on: addDays(TODAY, -300), yes: ['blood_pressure'] } }),
      TODAY,
    )
    expect(judgeBy(old).active.map((a) => a.caution.id)).toEqual(
      expect.arrayContaining(['blood_pressure', 'health_unanswered']),
    )
  })
})

it('a week ahead: today\u2019s pain is then of an earlier day, and what lapses has lapsed', () => {
  const facts = {
    ...WELL,
    today: '2026-11-25',
    flags: ['fever' as const],
    pains: [{ hand: 'left' as const, tissues: ['thumb' as const], pain: 5 }],
  }
  const in_ = (monday: string) =>
    judgeAct(judgeBy(factsAhead(facts, monday)), {
      kind: 'exercise',
      exercise: exerciseById('pinch_hold')!,
      hand: 'left',
    }).class
  expect(in_('2026-11-23')).toBe('ask')
  expect(in_('2026-11-30')).toBe('ask')
  expect(in_('2026-12-14')).toBe('free')
})
