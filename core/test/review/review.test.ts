import { describe, expect, it } from 'vitest'
import { tInv } from '../../src/measure/quantiles'
import { changeOf, changesOf, earlierDifferences } from '../../src/review/changes'
import { goalOf } from '../../src/review/forecast'
import {
  carriedTerms,
  draftNext,
  lowDaysOf,
  speaksOf,
  type ConclusionLine,
  type NextFacts,
} from '../../src/review/next'
import { recordBook } from '../../src/review/records'
import { buildSeries } from '../../src/review/series'
import { girthChange } from '../../src/review/girth'
import { joined, rankSquad, squadError, standing, type SummedTests } from '../../src/review/squad'
import { sumOf, weeksOf } from '../../src/review/weeks'
import type { SetLog } from '../../src/review/load'
import type { TestSession, Trial } from '../../src/testing/session'
import { kgfToN } from '../../src/units/convert'
import { addDays } from '../../src/units/dates'

let n = 0
function session(
  on: string,
  left: number[],
  right: number[],
  more: Partial<TestSession> & { unitLabel?: string; conditions?: Record<string, boolean> } = {},
): TestSession {
  const trials = [left, right].flatMap((values, h) =>
    values.map((kgf, i): Trial => ({
      id: `t${++n}`,
      hand: h === 0 ? 'left' : 'right',
      ordinal: i + 1,
      value: kgfToN(kgf),
      enteredValue: kgf,
      enteredUnit: 'kg',
      pain: null,
      recordedAt: `${on}T10:00:00Z`,
      struck: null,
      correction: null,
    })),
  )
  return {
    id: `s${++n}`,
    athleteId: 'a',
    protocolId: 'dyno_seated',
    protocolVersion: 1,
    unitId: 'u',
    measurementId: 'm',
    variant: { position: '2' },
    performedAt: `${on}T10:00:00Z`,
    performedOn: on,
    practice: false,
    trials,
    ...more,
  }
}
const START = '2026-07-06'
/** Tests a fortnight apart, three tries a hand round a mean. */
const fortnightly = (left: number[], right = left.map(() => 40)) =>
  buildSeries(
    left.map((v, i) =>
      session(
        addDays(START, 14 * i),
        [v - 0.5, v, v + 0.5],
        [right[i]! - 0.5, right[i]!, right[i]! + 0.5],
      ),
    ),
  )[0]!
const ALL = { from: START, to: '2026-12-31' }
const UNITS = { mass: 'kg', length: 'mm' } as const

describe('a change over a period', () => {
  // Worked by hand: differences 1, -1, 1, -1, 1, 6; SD over sqrt 2 is the typical error (Hopkins
  // 2000), from memory.
  const series = fortnightly([34, 35, 34, 35, 34, 35, 41])
  it("is first to last against typical error x root 2 x t by the error's own degrees of freedom", () => {
    const c = changeOf(series, 'left', ALL, [])
    const d = [1, -1, 1, -1, 1, 6].map(kgfToN)
    const m = d.reduce((a, b) => a + b, 0) / 6
    const te = Math.sqrt(d.reduce((a, x) => a + (x - m) ** 2, 0) / 5 / 2)
    expect(c.error).toMatchObject({ df: 5, of: 'own' })
    expect(c.error!.value).toBeCloseTo(te, 9)
    expect(c.result).toMatchObject({ ok: true })
    expect(c.result.ok && c.result.detectable).toBeCloseTo(te * Math.SQRT2 * tInv(0.975, 5), 9)
    expect(c.word).toBe('gain')
    expect([c.first!.value, c.last!.value].map((x) => Math.round(x / 9.80665))).toEqual([34, 41])
  })
  it('is not hidden by its own step: repeats before the period are the error where there are five', () => {
    const step = fortnightly([34, 35, 34, 35, 34, 35, 34, 41, 41])
    const c = changeOf(step, 'left', { from: addDays(START, 14 * 6), to: '2026-12-31' }, [])
    expect(c.error).toMatchObject({ of: 'own', df: 5 })
    expect(c.word).toBe('gain')
  })
  it('takes the last test on or before its first day as where it began, and looks at nothing after its end', () => {
    const c = changeOf(series, 'left', { from: addDays(START, 20), to: addDays(START, 60) }, [])
    expect([c.first!.on, c.last!.on, c.tests]).toEqual([addDays(START, 14), addDays(START, 56), 4])
  })
  it("with few own repeats the squad's count too; without any nothing is called; one test is too few", () => {
    const two = fortnightly([34, 40])
    expect(changeOf(two, 'left', ALL, []).word).toBe('error-unknown')
    const squad = [
      [0.4, -0.5, 0.3, -0.2],
      [0.5, -0.4, 0.1],
    ].map((x) => x.map(kgfToN))
    const c = changeOf(two, 'left', ALL, squad)
    expect(c).toMatchObject({ word: 'gain', error: { of: 'squad', df: 5 } })
    expect(changeOf(fortnightly([34]), 'left', ALL, squad).word).toBe('too-few')
    expect(changeOf(fortnightly([40, 34]), 'left', ALL, squad).word).toBe('loss')
  })
  it('leaves practice out, and the series with it where nothing else is there', () => {
    const practice = buildSeries([session(START, [34, 35], [40, 41], { practice: true })])
    expect(changesOf(practice, ALL)).toEqual([])
    expect(earlierDifferences(series, 'left', addDays(START, 40))).toHaveLength(2)
  })
})

describe('a goal', () => {
  it('has a day inside its interval where the slope is clear, and is refused in words else', () => {
    const series = fortnightly([34, 35.2, 35.9, 37.1, 37.8, 39.1, 39.9])
    const g = goalOf(series, 'left', kgfToN(42), '2026-12-31')
    expect(g.ok && g.early <= g.on && (g.late === null || g.on <= g.late)).toBe(true)
    expect(g.ok && g.on > '2026-10-05' && g.on < '2026-11-20').toBe(true)
    expect(goalOf(series, 'right', kgfToN(50), '2026-12-31')).toMatchObject({
      ok: false,
      reason: 'slope-not-clear',
    })
    expect(goalOf(series, 'left', kgfToN(39), '2026-12-31')).toMatchObject({
      ok: false,
      reason: 'reached',
    })
    expect(goalOf(series, 'left', kgfToN(90), '2026-12-31')).toMatchObject({
      ok: false,
      reason: 'too-far-ahead',
    })
    expect(
      goalOf(fortnightly([40, 39, 38, 37, 36, 35]), 'left', kgfToN(50), '2026-12-31'),
    ).toMatchObject({ ok: false, reason: 'wrong-way' })
    expect(goalOf(fortnightly([40, 41]), 'left', kgfToN(50), '2026-12-31')).toMatchObject({
      ok: false,
      reason: 'too-few-tests',
    })
  })
})

describe('the record book', () => {
  it('keeps the best of each exact series and hand, with implement and conditions; the first to reach it stands', () => {
    const list = [
      session('2026-07-06', [34, 36], [40, 42], {
        unitLabel: 'Dyno A',
        conditions: { warm: true, rested: false },
      }),
      session('2026-07-20', [36, 35], [41, 43], { unitLabel: 'Dyno A' }),
      session('2026-07-27', [50], [50], { measurementId: 'other', unitLabel: 'Dyno B' }),
    ]
    const book = recordBook(buildSeries(list), list)
    expect(
      book.map((b) => [b.implement, b.hand, Math.round(b.best / 9.80665), b.on, b.conditions]),
    ).toEqual([
      ['Dyno B', 'left', 50, '2026-07-27', ''],
      ['Dyno B', 'right', 50, '2026-07-27', ''],
      ['Dyno A', 'left', 36, '2026-07-06', 'warm, not rested'],
      ['Dyno A', 'right', 43, '2026-07-20', ''],
    ])
  })
})

describe('work by week', () => {
  const log = (on: string, more: Partial<SetLog> = {}): SetLog => ({
    id: `l${++n}`,
    blockId: 'b',
    exerciseId: 'pinch_max',
    on,
    hand: 'left',
    set: n,
    loadKg: 20,
    seconds: 10,
    reps: null,
    ended: 'done',
    effort: null,
    pain: null,
    ...more,
  })
  const block = (day: number) => ({
    id: `b${day}`,
    day,
    exerciseId: 'pinch_max',
    sets: 2,
    dose: 6,
    hands: ['left', 'right'] as const,
    reason: '',
  })
  const versions = [{ weekStart: '2026-11-02', blocks: [block(0), block(3)] }]
  const weeks = weeksOf(
    [
      log('2026-11-02', { blockId: 'b0', pain: 2 }),
      log('2026-11-02', { blockId: 'b0' }),
      log('2026-11-10', { blockId: 'x', pain: 5 }),
      log('2026-11-10', { blockId: null, pain: 9 }),
    ],
    versions,
    { from: '2026-11-04', to: '2026-11-15' },
  )
  it('counts load, hard days, sessions and pain; warm-up is out, and only whole weeks are shown', () => {
    expect(weeks.map((w) => w.week)).toEqual(['2026-11-02', '2026-11-09'])
    expect(weeks[0]).toMatchObject({
      planned: 8,
      done: 2,
      sessionsPlanned: 2,
      sessionsDone: 1,
      worstPain: 2,
      painNotes: 1,
    })
    expect(weeks[0]!.hardByQuality).toEqual([{ quality: 'pinch_wide', days: 1 }])
    expect(weeks[1]).toMatchObject({ planned: 0, worstPain: 5 })
    expect(weeks[1]!.changePct).toBeCloseTo(-50, 9)
    expect(sumOf(weeks)).toEqual({
      sessionsPlanned: 2,
      sessionsDone: 1,
      painNotes: 2,
      worstPain: 5,
      weeks: 2,
    })
  })
})

describe('what next', () => {
  const facts = (left: number[], right: number[], more: Partial<NextFacts> = {}): NextFacts => {
    const series = fortnightly(left, right)
    const today = addDays(START, 14 * (left.length - 1) + 3)
    return {
      series: [series],
      changes: changesOf([series], { from: START, to: today }),
      weeks: [],
      cautions: [],
      lowDays: [],
      today,
      staleDays: 42,
      units: UNITS,
      weeksSinceDeload: null,
      ...more,
    }
  }
  const kinds = (f: NextFacts) => draftNext(f).map((l) => l.kind)
  const steady = [40, 40.4, 39.8, 40.2, 40, 39.9, 40.1]
  it('keeps what gained, raises what fell, each with its numbers', () => {
    const up = draftNext(
      facts(
        steady.map((v, i) => v - 6 + i * 1.4),
        steady,
      ),
    )
    expect(up.find((l) => l.kind === 'keep')).toMatchObject({
      taken: false,
      title: expect.stringContaining('gained') as string,
      says: expect.stringMatching(/beyond error is .*kg/) as string,
    })
    const down = draftNext(
      facts(
        steady.map((v, i) => v - i * 1.4),
        steady,
      ),
    )
    expect(down[0]).toMatchObject({
      kind: 'loss',
      effect: { kind: 'raise', rowKey: 'crush.max' },
      taken: true,
    })
  })
  it('says that a hand has caught up only from two even days after a real lean', () => {
    const gap = [33, 33.2, 35, 37, 39.9, 40, 40.1]
    expect(kinds(facts(gap, steady))).toContain('even')
    expect(kinds(facts(gap.slice(0, 4), steady))).not.toContain('even')
  })
  it('calls a plateau with the usual moves, a retest where tests are old, and a lighter week on two signs, never on one', () => {
    expect(
      draftNext(facts(steady, steady)).some(
        (l) => l.kind === 'emphasis' && /stands? still/.test(l.title) && l.says.includes('sleep'),
      ),
    ).toBe(true)
    expect(kinds({ ...facts(steady, steady), staleDays: 2 })).toContain('retest')
    expect(kinds(facts(steady, steady, { weeksSinceDeload: 4 }))).not.toContain('deload')
    expect(
      draftNext(
        facts(steady, steady, { weeksSinceDeload: 4, lowDays: ['2026-09-20', '2026-09-24'] }),
      ).find((l) => l.kind === 'deload')!.says,
    ).toContain('4 work weeks')
  })
  it('with nothing beyond error it says so', () => {
    const f = facts([40, 40.3], [40, 40.2])
    expect(draftNext({ ...f, changes: [], series: [] })).toMatchObject([
      { kind: 'keep', title: 'Nothing changed beyond error.' },
    ])
  })
  it('while a clinician is to see the athlete nothing is raised', () => {
    const f = facts(
      steady.map((v, i) => v - i * 1.4),
      steady,
    )
    const week = {
      week: f.today,
      load: 1,
      changePct: null,
      time: [],
      hardDays: [],
      hardByQuality: [],
      planned: 0,
      done: 0,
      sessionsPlanned: 0,
      sessionsDone: 0,
      worstPain: 6,
      painNotes: 1,
    }
    const lines = draftNext({ ...f, weeks: [week] })
    expect(lines[0]).toMatchObject({ kind: 'refer', taken: true })
    expect(lines.filter((l) => l.effect?.kind === 'raise')).toEqual([])
  })
  it('is carried into the week after, and speaks for eight', () => {
    const line = (effect: ConclusionLine['effect'], taken = true): ConclusionLine => ({
      id: 'x',
      kind: 'deload',
      title: 't',
      says: '',
      effect,
      taken,
    })
    const c = {
      until: '2026-10-08',
      lines: [line({ kind: 'deload' }), line({ kind: 'retest', protocolId: 'dyno_seated' })],
    }
    expect(carriedTerms(c, '2026-10-12')).toEqual({
      kind: 'deload',
      tests: { minutes: 30, day: null },
    })
    expect(carriedTerms(c, '2026-10-19')).toEqual({})
    expect(carriedTerms({ ...c, lines: [line({ kind: 'deload' }, false)] }, '2026-10-12')).toEqual(
      {},
    )
    expect([
      speaksOf(c, '2026-10-05'),
      speaksOf(c, '2026-11-30'),
      speaksOf(c, '2026-12-07'),
      speaksOf(c, '2026-09-28'),
    ]).toEqual([true, true, false, false])
  })
  it('low squeezes of the last two weeks are days, once each', () => {
    const squeeze = (i: number, kg: number) =>
      session(addDays(START, i), [kg], [kg], { protocolId: 'ready_squeeze', id: `r${i}` })
    const list = [
      ...Array.from({ length: 8 }, (_, i) => squeeze(i, 40 + (i % 2))),
      squeeze(9, 30),
      squeeze(10, 30.5),
      squeeze(11, 40),
    ]
    expect(lowDaysOf(list, { from: START, to: addDays(START, 12) })).toEqual(
      [addDays(START, 9), addDays(START, 10)].filter((d) => d >= START),
    )
  })
})

describe('the squad', () => {
  const sum = (
    athleteId: string,
    on: string,
    value: number,
    differences: number[],
    more: Partial<SummedTests> = {},
  ): SummedTests => ({
    athleteId,
    protocolId: 'dyno_seated',
    protocolVersion: 1,
    unitId: 'u',
    measurementId: 'm',
    variant: {},
    on,
    hand: 'left',
    n: 3,
    value,
    best: value + 1,
    sd: 1,
    differences,
    ...more,
  })
  it('joins sums of one set-up, the newest counting, and has an error from repeats before tries', () => {
    const byAthlete = joined(
      [
        sum('a', '2026-10-15', 41, [2, -1]),
        sum('a', '2026-09-01', 45, [0.5], { variant: { chalk: 'hand' } }),
        sum('b', '2026-10-08', 50, []),
      ],
      () => 'k',
    )
    expect(byAthlete.get('a')).toMatchObject([
      { value: 41, best: 46, on: '2026-10-15', differences: [0.5, 2, -1] },
    ])
    // Too few repeats: the spread of tries speaks. 4 degrees of freedom, three tries.
    const few = [
      ...joined(
        [sum('a', '2026-10-15', 41, [2]), sum('b', '2026-10-08', 50, [])],
        () => 'k',
      ).values(),
    ].flat()
    expect(squadError(few)(few[0]!)).toBeCloseTo(tInv(0.975, 4) / Math.sqrt(3), 9)
    const more = [
      ...joined(
        [sum('a', '2026-10-15', 41, [2, -1]), sum('b', '2026-10-08', 41, [2, -1])],
        () => 'k',
      ).values(),
    ].flat()
    expect(squadError(more)(more[0]!)).toBeCloseTo(tInv(0.975, 2) * 1.5, 9)
  })
  it('stands by the better hand, one hand, or for each kg of body mass; without a mass not at all', () => {
    const own = [
      {
        setup: 'k',
        hand: 'left' as const,
        value: 400,
        best: 400,
        on: '2026-10-01',
        n: 3,
        sd: 5,
        differences: [],
      },
      {
        setup: 'k',
        hand: 'right' as const,
        value: 450,
        best: 450,
        on: '2026-10-02',
        n: 3,
        sd: 5,
        differences: [],
      },
    ]
    const error = () => 9
    expect(standing({ tests: own, massKg: 90 }, 'k', 'best', error)).toMatchObject({
      value: 450,
      error: 9,
      on: '2026-10-02',
    })
    expect(standing({ tests: own, massKg: 90 }, 'k', 'left', error)!.value).toBe(400)
    expect(standing({ tests: own, massKg: 90 }, 'k', 'mass', error)).toMatchObject({
      value: 5,
      error: 0.1,
    })
    expect(standing({ tests: own, massKg: null }, 'k', 'mass', error)).toBeNull()
    expect(standing({ tests: own, massKg: 90 }, 'other', 'best', error)).toBeNull()
  })
  it('shares places that the error does not tell apart', () => {
    expect(
      rankSquad([
        { of: 'a', value: 50, error: 1 },
        { of: 'b', value: 49, error: 1 },
        { of: 'c', value: 40, error: 1 },
      ]).map((r) => [r.of, r.rank]),
    ).toEqual([
      ['a', [1, 2]],
      ['b', [1, 2]],
      ['c', [3, 3]],
    ])
    expect(
      rankSquad([
        { of: 'a', value: 50, error: null },
        { of: 'b', value: 50, error: null },
        { of: 'c', value: 49, error: null },
      ]).map((r) => r.rank),
    ).toEqual([
      [1, 2],
      [1, 2],
      [3, 3],
    ])
  })
})

describe('girth, cold', () => {
  const at = (on: string, value: number) => ({ measure: 'forearm_cold', hand: 'left', on, value })
  it('changes from the first to the last of a period, and says what a tape does by itself', () => {
    expect(
      girthChange(
        [at('2026-07-01', 280), at('2026-09-01', 292), at('2026-08-01', 286)],
        'left',
        ALL,
      ),
    ).toEqual({ mm: 6, byTape: false })
    expect(
      girthChange(
        [at('2026-07-10', 280), at('2026-09-01', 292), at('2026-08-01', 286)],
        'left',
        ALL,
      ),
    ).toEqual({ mm: 12, byTape: false })
    expect(girthChange([at('2026-07-10', 280), at('2026-09-01', 284)], 'left', ALL)).toEqual({
      mm: 4,
      byTape: true,
    })
    expect(girthChange([at('2026-07-10', 280)], 'left', ALL)).toBeNull()
  })
})
