import { describe, expect, it } from 'vitest'
import { gapMap, resultError, type GapInput, type GapRow } from '../../src/gaps/map'
import { priorities, testNext } from '../../src/gaps/priorities'
import { judgeBy } from '../../src/safety/judge'
import { facts } from '../match/people'
import { wantsOf } from '../../src/gaps/wants'
import { demandProfile } from '../../src/demand/profile'
import { buildSeries } from '../../src/review/series'
import type { Hand, TestSession } from '../../src/testing/session'
import { addDays } from '../../src/units/dates'

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
  squad: {},
  today: '2026-10-08',
  ...more,
})
const row = (i: GapInput, key = 'crush.max') => gapMap(i).find((r) => r.key === key)!

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
  it('else the squad from eight athletes, else own best, else none', () => {
    const squad = (k: number) => ({ dyno_seated: Array.from({ length: k }, (_, i) => 400 + i) })
    expect(row(input(tests, { squad: squad(8) })).reference).toMatchObject({
      source: 'squad',
      value: 403.5,
    })
    expect(row(input(tests, { squad: squad(7) })).reference).toMatchObject({
      source: 'own-best',
      value: 422,
    })
    expect(row(input(tests.slice(1))).reference).toMatchObject({ source: 'none', value: null })
  })
})

describe('a shortfall', () => {
  const standards = [{ protocolId: 'dyno_seated', sportId: null, level: null, value: 400 }]
  it('counts only beyond the error, and scores by weight', () => {
    const tests = [dyno('2026-10-01', [340, 344, 348], [398, 400, 402])]
    const r = row(input(tests, { standards }))
    const [left, right] = r.hands
    expect(left!.value).toBe(344)
    // Spread pooled over both hands' own sessions: SD 4, three trials, t(2) 4.303: half-width 4.303
    // x 4 / sqrt 3.
    expect(left!.error).toBeCloseTo((4.302652729749462 * 4) / Math.sqrt(3), 6)
    expect(left!.shortBy).toBeCloseTo(400 - 344 - left!.error!, 9)
    expect(right!.shortBy).toBe(0)
    expect(r.score).toBeCloseTo((r.weight * left!.shortBy!) / 400, 9)
  })
  it('is never called without an error, nor from practice', () => {
    const hang = { protocolId: 'hang_time', sportId: null, level: null, value: 90 }
    const single = (practice: boolean) =>
      row(
        input([session('hang_time', '2026-10-01', { both: [50] }, practice)], {
          standards: [hang],
          profile: demandProfile('obstacle_racer'),
        }),
        'hang.sustained',
      )
    expect(single(false).hands[0]).toMatchObject({ error: null, shortBy: null })
    expect(single(true).state).toBe('practice')
    expect(single(false).score).toBe(0)
  })
  it('a single-result test has an error from three own repeats on', () => {
    const hangs = (k: number) =>
      buildSeries(
        Array.from({ length: k }, (_, i) =>
          session('hang_time', addDays('2026-08-01', 7 * i), { both: [50 + (i % 2)] }),
        ),
      )[0]!
    expect(resultError(hangs(3), 'both')).toBeNull()
    expect(resultError(hangs(4), 'both')).toBeGreaterThan(0)
  })
})

describe('the map', () => {
  it('keeps every row of the sport; what was never tested is unknown and ranked apart', () => {
    const rows = gapMap(
      input([dyno('2026-10-01', [340, 344, 348], [398, 400, 402])], {
        standards: [{ protocolId: 'dyno_seated', sportId: null, level: null, value: 400 }],
      }),
    )
    expect(rows[0]!.key).toBe('crush.max')
    expect(
      rows
        .filter((r) => r.state === 'untested')
        .every((r) => r.hands.length === 0 && r.score === 0),
    ).toBe(true)
    const next = testNext(rows)
    expect(next.map((x) => x.worth)).toEqual([...next.map((x) => x.worth)].sort((a, b) => b - a))
    expect(next[0]!.says).toContain('not tested')
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
    expect(crush(rows).why).toMatch(/left hand \d+\s% short beyond error/)
    expect(crush(gapMap(input([]))).why).toContain('not tested yet')
  })
})
