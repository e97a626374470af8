import { describe, expect, it } from 'vitest'
import { tInv } from '../../src/measure/quantiles'
import { byChance, changesOf, sureOf } from '../../src/review/changes'
import { knownBy, knownOf, type Steps } from '../../src/record/known'
import { goalOf } from '../../src/review/forecast'
import { carriedTerms, speaksOf, type ConclusionLine } from '../../src/review/conclusion'
import { draftNext, lowTwiceOf } from '../../src/review/next'
import type { NextFacts } from '../../src/review/nextFacts'
import { recordBook } from '../../src/review/records'
import { buildSeries, type Series } from '../../src/record/series'
import { girthChange } from '../../src/review/girth'
import { joined, rankSquad, squadError, standing, type SummedTests } from '../../src/review/squad'
import { sumOf, weeksOf } from '../../src/review/weeks'
import type { SetLog } from '../../src/record/sets'
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
  const series = fortnightly([34, 35, 34.5, 36, 36.5, 38, 39])
  const judged = (s: Series, period = ALL, squad: Steps[] = []) =>
    changesOf([s], period, (x) => knownOf(x.protocol, squad))[0]!.hands
  /** Steps of a squad that repeats within 1 %. */
  const exact: Steps[] = Array.from({ length: 6 }, (_, k) => ({
    left: [0.01, -0.012, 0.008, -0.006 + k / 1000],
    right: [-0.01, 0.011, -0.007, 0.006],
  }))

  it('is a line through all tests on the log scale, beside its 95 % interval', () => {
    const [left] = judged(series)
    // Least squares by hand on seven evenly spaced logs.
    const logs = [34, 35, 34.5, 36, 36.5, 38, 39].map((v) => Math.log(kgfToN(v)))
    const slope = logs.reduce((a, v, i) => a + (i - 3) * v, 0) / 28
    expect(left!.move!.by).toBeCloseTo(6 * slope, 9)
    expect(left!.move!.change).toBeCloseTo(left!.move!.to - left!.move!.from, 9)
    expect(left!.move!.ci[0]).toBeLessThan(left!.move!.change)
    expect(left!.word).toBe('gain')
    expect(sureOf(left!)).toMatch(/of 1,000 such reviews/)
  })
  it('one bad test at the end makes no change', () => {
    const [left] = judged(fortnightly([40, 40.4, 39.8, 40.2, 33]), ALL, exact)
    expect(left!.move!.p).toBeLessThan(0.05)
    expect(left!.word).toBe('unclear')
  })
  it(
    'takes the last test on or before its first day as where it began, and looks at ' +
      'nothing after its end',
    () => {
      const [c] = judged(series, { from: addDays(START, 20), to: addDays(START, 60) })
      expect([c!.first!.on, c!.last!.on, c!.tests]).toEqual([
        addDays(START, 14),
        addDays(START, 56),
        4,
      ])
    },
  )
  it(
    "few own tests rest on the squad's repeats, else on the test's estimate; one test is " +
      'too few',
    () => {
      const two = fortnightly([34, 40])
      expect(judged(two)[0]).toMatchObject({ word: 'unclear', errorOf: 'estimate' })
      expect(judged(two, ALL, exact)[0]).toMatchObject({ word: 'gain', errorOf: 'squad' })
      expect(judged(fortnightly([40, 34]), ALL, exact)[0]!.word).toBe('loss')
      expect(judged(fortnightly([34]), ALL, exact)[0]!.word).toBe('too-few')
    },
  )
  it('a strong and a weak athlete with the same shares get the same words', () => {
    const logs = [1, 1.02, 0.99, 1.03, 1.05, 1.04]
    const of = (level: number) => judged(fortnightly(logs.map((x) => level * x)), ALL, exact)
    expect(of(20)[0]!.move!.p).toBeCloseTo(of(80)[0]!.move!.p, 9)
  })
  it('the same change among more comparisons is less sure', () => {
    const up = fortnightly([38, 38.6, 39, 39.6, 40.2])
    const others = Array.from({ length: 7 }, (_, k) => ({
      ...fortnightly([40, 40.4, 39.8, 40.2, 40]),
      key: `k${k}`,
    }))
    const alone = changesOf([up], ALL)[0]!.hands[0]!.move!.adjusted
    expect(changesOf([up, ...others], ALL)[0]!.hands[0]!.move!.adjusted).toBeGreaterThan(alone)
  })
  it('leaves practice out, and the series with it where nothing else is there', () => {
    const practice = buildSeries([session(START, [34, 35], [40, 41], { practice: true })])
    expect(changesOf(practice, ALL)).toEqual([])
  })
  it('says how many were compared and what chance would show', () => {
    expect(byChance(changesOf([series], ALL))).toMatch(
      /^2 comparisons, 1 larger than error\. .*at most 5 of 100/,
    )
    expect(byChance([])).toBe('')
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
  it(
    'keeps the best of each exact series and hand, with implement and conditions; the ' +
      'first to reach it stands',
    () => {
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
    },
  )
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
  it(
    'counts load, hard days, sessions and pain; warm-up is out, and only whole weeks are ' +
      'shown',
    () => {
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
    },
  )
})

describe('what next', () => {
  const facts = (left: number[], right: number[], more: Partial<NextFacts> = {}): NextFacts => {
    const series = fortnightly(left, right)
    const today = addDays(START, 14 * (left.length - 1) + 3)
    const period = more.period ?? { from: START, to: today }
    const known = knownBy({})
    return {
      series: [series],
      changes: changesOf([series], period, known),
      weeks: [],
      cautions: [],
      period,
      dominant: 'right',
      limitPct: null,
      known,
      lowTwice: null,
      today,
      staleDays: 42,
      units: UNITS,
      weeksSinceDeload: null,
      ...more,
    }
  }
  const kinds = (f: NextFacts) => draftNext(f).map((l) => l.kind)
  const steady = [40, 40.4, 39.8, 40.2, 40, 39.9, 40.1]
  const falling = steady.map((v, i) => v - i * 1.4)
  const week = (worstPain: number | null, on = '2026-09-28') => ({
    week: on,
    load: 1,
    changePct: null,
    time: [],
    hardDays: [],
    hardByQuality: [],
    planned: 0,
    done: 0,
    sessionsPlanned: 0,
    sessionsDone: 0,
    worstPain,
    painNotes: 1,
  })
  it('keeps what gained, raises what fell, each with its numbers and how sure it is', () => {
    const up = draftNext(
      facts(
        steady.map((v, i) => v - 6 + i * 1.4),
        steady,
      ),
    )
    expect(up.find((l) => l.kind === 'keep')).toMatchObject({
      taken: false,
      title: expect.stringContaining(': up ') as string,
      says: expect.stringMatching(/95\u00A0% interval of the change .*such reviews/) as string,
    })
    expect(draftNext(facts(falling, steady))[0]).toMatchObject({
      kind: 'loss',
      effect: { kind: 'raise', rowKey: 'crush.max' },
      taken: true,
    })
  })
  it('a fall by two tests alone asks for a third and is not taken', () => {
    const f = facts([40, 33], [40, 40], { known: () => sure })
    const lines = draftNext({
      ...f,
      changes: changesOf(f.series, f.period, () => sure),
    })
    expect(lines[0]).toMatchObject({ kind: 'loss', effect: { kind: 'retest' }, taken: false })
  })
  const sure = knownOf(fortnightly([40, 40]).protocol, [
    ...Array.from({ length: 8 }, () => ({
      left: [0.01, -0.012, 0.008, -0.006],
      right: [-0.01, 0.011, -0.007, 0.006],
    })),
  ])
  it(
    'says that a hand has caught up only where days since exclude the lean that was acted ' + 'on',
    () => {
      const gap = [30, 30.2, 29.9, 30.1, 37.5, 38, 37.8]
      const right = steady
      const period = { from: addDays(START, 3 * 14), to: addDays(START, 6 * 14 + 3) }
      expect(kinds(facts(gap, right, { period }))).toContain('even')
      // The lean was never acted on: two even days say nothing.
      expect(kinds(facts([38, 38.2, 38.1, 38, 40, 40.1, 40], right, { period }))).not.toContain(
        'even',
      )
      // Acted on, and nothing since excludes it.
      expect(kinds(facts([30, 30.2, 29.9, 30.1, 30.3, 30, 30.2], right, { period }))).not.toContain(
        'even',
      )
    },
  )
  it(
    'says what stands still, without touching the plan, and asks for a test where they are ' +
      'old',
    () => {
      const lines = draftNext(facts(steady, steady))
      expect(lines.find((l) => l.kind === 'emphasis')).toMatchObject({ effect: null, taken: false })
      expect(kinds({ ...facts(steady, steady), staleDays: 2 })).toContain('retest')
    },
  )
  it(
    'a lighter week needs two signs from different records; work weeks are none, and ' +
      'nothing is raised beside it',
    () => {
      const low = { lowTwice: '2026-09-24' }
      expect(kinds(facts(steady, steady, { weeksSinceDeload: 4, ...low }))).not.toContain('deload')
      expect(kinds(facts(falling, steady, { weeksSinceDeload: 9 }))).not.toContain('deload')
      const lines = draftNext(
        facts(falling, steady, {
          weeksSinceDeload: 4,
          weeks: [week(0), week(1), week(3)],
          ...low,
        }),
      )
      expect(lines.find((l) => l.kind === 'deload')!.says).toContain('4 work weeks')
      expect(lines.filter((l) => l.effect?.kind === 'raise')).toEqual([])
    },
  )
  it('pain is a sign where it rose and is over 2: neither alone is one', () => {
    const low = { lowTwice: '2026-09-24' }
    const drafted = (pains: number[]) =>
      kinds(facts(steady, steady, { ...low, weeks: pains.map((p) => week(p)) }))
    expect(drafted([0, 1, 3])).toContain('deload')
    expect(drafted([0, 1, 2])).not.toContain('deload')
    expect(drafted([3, 3, 3])).not.toContain('deload')
  })
  it('with nothing beyond error it says so', () => {
    const f = facts([40, 40.3], [40, 40.2])
    expect(draftNext(f)).toMatchObject([
      { kind: 'keep', title: 'No change beyond the tests\u2019 error.' },
    ])
  })
  it('while a clinician is to see the athlete nothing is raised', () => {
    const f = facts(
      steady.map((v, i) => v - i * 1.4),
      steady,
    )
    const lines = draftNext({ ...f, weeks: [week(6, f.today)] })
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
  it('a squeeze low twice in a row counts, one low day does not', () => {
    const squeeze = (i: number, kg: number) =>
      session(addDays(START, i), [kg], [kg], { protocolId: 'ready_squeeze', id: `r${i}` })
    const base = Array.from({ length: 8 }, (_, i) => squeeze(i, 40 + (i % 2)))
    const to = { from: START, to: addDays(START, 12) }
    expect(lowTwiceOf([...base, squeeze(9, 30), squeeze(10, 30.5)], to)).toBe(addDays(START, 10))
    expect(lowTwiceOf([...base, squeeze(9, 30), squeeze(10, 40)], to)).toBeNull()
    // In whatever order they were typed.
    const typedLate = [...base, squeeze(9, 30), squeeze(10, 30.5)].reverse()
    expect(lowTwiceOf(typedLate, to)).toBe(addDays(START, 10))
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
  it(
    'joins sums of one set-up, the newest counting, and has an error from repeats before ' +
      'trials',
    () => {
      const byAthlete = joined(
        [
          sum('a', '2026-10-15', 41, [0.02, -0.01]),
          sum('a', '2026-09-01', 45, [0.05], { variant: { chalk: 'hand' } }),
          sum('b', '2026-10-08', 50, []),
        ],
        () => 'k',
      )
      expect(byAthlete.get('a')).toMatchObject([
        { value: 41, best: 46, on: '2026-10-15', differences: [0.05, 0.02, -0.01] },
      ])
      // Too few repeats: the spread of trials, as a share. 4 degrees of freedom, three trials.
      const few = [
        ...joined(
          [sum('a', '2026-10-15', 40, [0.02]), sum('b', '2026-10-08', 40, [])],
          () => 'k',
        ).values(),
      ].flat()
      expect(squadError(few)(few[0]!)).toBeCloseTo(40 * (tInv(0.975, 4) / 40 / Math.sqrt(3)), 9)
      // Of a test without a valid trial nothing is known.
      expect(squadError(few)({ ...few[0]!, n: 0 })).toBeNull()
      // Paths 0, .02, .01 twice: squares about a line 0.03^2 / 6 each, one degree of freedom each.
      const more = [
        ...joined(
          [sum('a', '2026-10-15', 41, [0.02, -0.01]), sum('b', '2026-10-08', 82, [0.02, -0.01])],
          () => 'k',
        ).values(),
      ].flat()
      const share = tInv(0.975, 2) * (0.03 / Math.sqrt(6))
      expect(more.map(squadError(more))).toEqual([
        expect.closeTo(41 * share, 9),
        expect.closeTo(82 * share, 9),
      ])
    },
  )
  it(
    'stands by the better hand, one hand, or for each kg of body mass; without a mass not ' +
      'at all',
    () => {
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
    },
  )
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
