import { describe, expect, it } from 'vitest'
import { BEFORE, sameQuality, expectedShort } from '../../src/gaps/belief'
import type { SquadResult } from '../../src/gaps/references'
import { gapMap, resultError, sharePct, type GapInput, type GapRow } from '../../src/gaps/map'
import { priorities, testNext } from '../../src/gaps/priorities'
import { judgeBy } from '../../src/safety/judge'
import { facts } from '../match/people'
import { wantsOf } from '../../src/gaps/wants'
import { demandProfile } from '../../src/demand/profile'
import { buildSeries } from '../../src/record/series'
import { seriesKey, type TestSession } from '../../src/testing/session'
import { type Hand } from '../../src/catalogue/person'
import { addDays } from '../../src/units/dates'
import { must } from '../../src/units/must'

let n = 0
function session(
  protocolId: string,
  on: string,
  values: Partial<Record<Hand, number[]>>,
  practice = false,
): TestSession {
  const trials = (Object.entries(values) as [Hand, number[]][]).flatMap(([hand, vs]) =>
    vs.map((value, i) => ({
      id: `${n++}`,
      hand,
      ordinal: i + 1,
      value,
      enteredValue: value,
      enteredUnit: 'N' as const,
      pain: null,
      recordedAt: '',
      struck: null,
      correction: null,
    })),
  )
  return {
    id: `s${n++}`,
    athleteId: 'a',
    protocolId,
    protocolVersion: 1,
    unitId: 'u',
    measurementId: 'm',
    variant: {},
    performedAt: `${on}T10:00:00Z`,
    performedOn: on,
    practice,
    trials,
  }
}
const dyno = (on: string, left: number[], right: number[]) =>
  session('dyno_seated', on, { left, right })
const input = (sessions: TestSession[], more: Partial<GapInput> = {}): GapInput => ({
  profile: demandProfile('boxer'),
  level: 'trained',
  series: buildSeries(sessions),
  standards: [],
  squad: [],
  today: '2026-10-08',
  ...more,
})
const row = (i: GapInput, key = 'crush.max') => gapMap(i).find((r) => r.key === key)!

it('a share of importance is a share, and of none it is none', () => {
  expect(sharePct({ weight: 3, importance: 5 })).toBe(60)
  expect(sharePct({ weight: 0, importance: 0 })).toBe(0)
})

describe('the reference of a row', () => {
  const tests = [
    dyno('2026-09-01', [400, 402, 404], [420, 422, 424]),
    dyno('2026-10-01', [380, 382, 384], [400, 402, 404]),
  ]
  it("is the coach's standard, sport and level named before any", () => {
    const standards = [
      { protocolId: 'dyno_seated', sportId: null, level: null, value: 300 },
      { protocolId: 'dyno_seated', sportId: 'boxer', level: 'trained', value: 500 },
      { protocolId: 'dyno_seated', sportId: 'climber_boulder', level: null, value: 900 },
    ]
    expect(row(input(tests, { standards })).reference).toMatchObject({
      source: 'standard',
      value: 500,
    })
    expect(row(input(tests, { standards: standards.slice(0, 1) })).reference.value).toBe(300)
  })
  it(
    'else the squad from eight athletes of that sex and age on the same set-up, else own ' +
      'best, else none',
    () => {
      const like = (k: number, more: Partial<SquadResult> = {}): SquadResult[] =>
        Array.from({ length: k }, (_, i) => ({
          setup: seriesKey('', tests[0]!, 'pair'),
          value: 400 + i,
          sex: 'male',
          ageYears: 25,
          sports: ['boxer'],
          massKg: 80,
          ...more,
        }))
      const mass = [
        { measure: 'body_mass' as const, hand: 'both' as const, value: 80, on: '2026-01-01' },
      ]
      const of = (squad: SquadResult[], more: Partial<GapInput> = {}) =>
        row(
          input(tests, {
            squad,
            sex: 'male',
            birthDate: '2000-01-01',
            measurements: mass,
            ...more,
          }),
        ).reference
      expect(of(like(8))).toMatchObject({ source: 'squad', value: 403.5 })
      expect(of(like(8)).says).toContain('8 men 18 to 39 of this sport, at 80 kg')
      expect(of(like(7)).source).toBe('own-best')
      // A heavier squad, another sex, another age, another set-up: none of them is a peer.
      expect(of(like(8, { massKg: 100 })).value).toBeCloseTo(403.5 * 0.8 ** (2 / 3), 6)
      for (const other of [{ sex: 'female' as const }, { ageYears: 16 }, { setup: 'x' }])
        expect(of(like(8, other)).source).toBe('own-best')
      expect(row(input(tests.slice(1))).reference).toMatchObject({ source: 'none', value: null })
    },
  )
  it('own best is of each hand itself, less what the best of several gains by chance', () => {
    const four = [0, 7, 14, 21].map((d) =>
      dyno(addDays('2026-09-01', d), [400, 402, 404], [420, 422, 424]),
    )
    const { byHand } = row(input(four)).reference
    expect(byHand.left!).toBeLessThan(402)
    expect(byHand.right! - byHand.left!).toBeGreaterThan(15)
    expect(row(input(four)).hands.every((h) => h.shortBy === 0)).toBe(true)
  })
  it(
    'a standard may be meant for one set-up, sex and age; the other hand is asked less ' +
      'where expected',
    () => {
      const base = { protocolId: 'dyno_seated', sportId: null, level: null }
      const standards = [
        { ...base, value: 500 },
        { ...base, value: 300, sex: 'female' as const },
        { ...base, value: 350, ages: [14, 17] as const },
        { ...base, value: 700, variant: { position: '3' } },
      ]
      const of = (more: Partial<GapInput>) => row(input(tests, { standards, ...more })).reference
      const set = tests.map((t) => ({ ...t, variant: { position: '2' } }))
      expect(
        row(input(set, { standards, sex: 'male', birthDate: '2000-01-01' })).reference.value,
      ).toBe(500)
      expect(
        row(input(set, { standards, sex: 'female', birthDate: '2000-01-01' })).reference.value,
      ).toBe(300)
      expect(
        row(input(set, { standards, sex: 'male', birthDate: '2010-01-01' })).reference.value,
      ).toBe(350)
      expect(of({ standards: standards.slice(0, 1), dominant: 'right' }).byHand).toMatchObject({
        left: 440,
        right: 500,
      })
    },
  )
})

describe('a shortfall', () => {
  const standards = [{ protocolId: 'dyno_seated', sportId: null, level: null, value: 400 }]
  it('counts only beyond the error, and scores by what is expected', () => {
    const tests = [dyno('2026-10-01', [340, 344, 348], [398, 400, 402])]
    const r = row(input(tests, { standards }))
    const [left, right] = r.hands
    expect(left!.value).toBe(344)
    // Nothing repeated: the test's estimate of 4 % with 2 degrees of freedom, t 4.303.
    expect(left!.error).toBeCloseTo(344 * (Math.exp(4.302652729749462 * 0.04) - 1), 6)
    expect(left!.shortBy).toBe(0)
    expect(right!.shortBy).toBe(0)
    // Believed short all the same, less sure than read.
    expect(r.belief.mean).toBeGreaterThan(0.1)
    expect(r.belief.mean).toBeLessThan(0.14)
    expect(r.score).toBeCloseTo(r.weight * expectedShort(r.belief), 9)
  })
  it('repeats narrow the error, and a spread of trials wider than that goes before it', () => {
    const days = (spread: number) =>
      buildSeries(
        [0, 7, 14, 21, 28].map((d) =>
          dyno(addDays('2026-08-01', d), [344 - spread, 344, 344 + spread], [400, 402, 404]),
        ),
      )[0]!
    expect(resultError(days(4), 'left')!).toBeLessThan(344 * 0.08)
    expect(resultError(days(60), 'left')!).toBeGreaterThan(resultError(days(4), 'left')! * 1.5)
  })
  it('is believed of a practice result too, but never called', () => {
    const hang = { protocolId: 'hang_time', sportId: null, level: null, value: 90 }
    const single = (practice: boolean) =>
      row(
        input([session('hang_time', '2026-10-01', { both: [50] }, practice)], {
          standards: [hang],
          profile: demandProfile('obstacle_racer'),
        }),
        'hang.sustained',
      )
    expect(single(true).state).toBe('practice')
    expect(single(true).hands[0]!.shortBy).toBeNull()
    expect(single(true).belief.sd).toBeGreaterThan(single(false).belief.sd)
  })
})

describe('the map', () => {
  it('keeps every row of the sport; what was never tested is unknown and ranked apart', () => {
    const rows = gapMap(
      input([dyno('2026-10-01', [340, 344, 348], [398, 400, 402])], {
        standards: [{ protocolId: 'dyno_seated', sportId: null, level: null, value: 400 }],
      }),
    )
    const worth = rows.map((r) => r.score + sameQuality(r, rows, (x) => x.score))
    expect(worth).toEqual([...worth].sort((a, b) => b - a))
    expect(
      rows
        .filter((r) => r.state === 'untested')
        .every((r) => r.hands.length === 0 && r.belief.sd >= 0.1),
    ).toBe(true)
    // The same quality asked for longer is estimated from what was tested of it.
    const near = rows.filter((r) => r.near?.key === 'crush.max')
    expect(near.length).toBeGreaterThan(0)
    for (const r of near) expect(r.belief.mean).toBeGreaterThan(BEFORE.mean)
    const next = testNext(rows)
    expect(next.map((x) => x.worth)).toEqual([...next.map((x) => x.worth)].sort((a, b) => b - a))
    expect(next.some((x) => x.says.startsWith('not tested'))).toBe(true)
  })
  it('a row older than six weeks is stale, and a shortfall raises its quality in the plan', () => {
    const standards = [{ protocolId: 'dyno_seated', sportId: null, level: null, value: 800 }]
    const rows = gapMap(
      input([dyno('2026-08-01', [340, 344, 348], [398, 400, 402])], { standards }),
    )
    expect(rows.find((r) => r.key === 'crush.max')!.stale).toBe(true)
    const crush = (list: GapRow[]) =>
      wantsOf(priorities(list, judgeBy(facts), {}, {})).find(
        (w) => w.quality === 'crush' && w.emphasis === 'max',
      )!
    expect(crush(rows).priority).toBeGreaterThan(crush(gapMap(input([]))).priority)
    expect(crush(rows).why).toMatch(/\d+\s% to \d+\s% short/)
    expect(crush(gapMap(input([]))).why).toContain('not tested yet')
  })
})

describe('at the edges of the map', () => {
  it('without a sport there is nothing to fall short of', () => {
    expect(gapMap(input([dyno('2026-10-01', [500], [500])], { profile: null }))).toEqual([])
  })
  it('a shortfall that is known for sure is itself, and none below the reference', () => {
    expect(expectedShort({ mean: 12, sd: 0 })).toBe(12)
    expect(expectedShort({ mean: -12, sd: 0 })).toBe(0)
    // The less is known, the more may lie above: never less than what is expected.
    const known = [0.001, 1, 5, 20].map((sd) => expectedShort({ mean: 12, sd }))
    expect(known[0]).toBeCloseTo(12, 6)
    expect([...known].sort((a, b) => a - b)).toEqual(known)
  })
  it('what to test next is what tells most; a test of today leaves its own error alone', () => {
    const rows = gapMap(input([]))
    const next = testNext(rows)
    expect(next.length).toBeGreaterThan(3)
    const unsure = (r: GapRow) => r.weight * Math.max(0, r.belief.sd)
    const first = must(next[0]).row
    expect(unsure(first)).toBeGreaterThan(0)
    // A row nobody can test is not asked for, nor one that is settled.
    const settled = rows.map((r) => ({ ...r, belief: { ...r.belief, sd: 0 } }))
    expect(testNext(settled)).toEqual([])
  })
})
