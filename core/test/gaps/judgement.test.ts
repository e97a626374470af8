import { describe, expect, it } from 'vitest'
import { protocolById } from '../../src/catalogue/protocols'
import { balanceRows } from '../../src/gaps/balance'
import { angleCurve, criticalForceViews } from '../../src/gaps/curves'
import { acrossTests, leanRows, type LeanFacts } from '../../src/gaps/lean'
import { importanceWords, knownShare, testNext } from '../../src/gaps/priorities'
import { gapFacts, readGaps, type StoredChoice } from '../../src/gaps/read'
import { howSure } from '../../src/gaps/sure'
import { chosenReference, referencesFor, type ReferenceFacts } from '../../src/gaps/references'
import { demandProfile } from '../../src/demand/profile'
import { handleCurve } from '../../src/match/athlete'
import { buildSeries } from '../../src/record/series'
import { judgeBy } from '../../src/safety/judge'
import { rowsOf } from '../../src/testing/rows'
import type { TestSession } from '../../src/testing/session'
import type { Hand } from '../../src/catalogue/person'
import { addDays } from '../../src/units/dates'
import { facts } from '../match/people'

let n = 0
interface More {
  variant?: Record<string, string>
  unitKind?: string
  sizeMm?: number
  unitId?: string
  practice?: boolean
}
function session(
  protocolId: string,
  on: string,
  values: Partial<Record<Hand, number[]>>,
  more: More = {},
): TestSession & { unitLabel: string; sizeMm: number | null } {
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
    unitId: more.unitId ?? 'u',
    measurementId: more.unitId ?? 'm',
    variant: more.variant ?? {},
    performedAt: `${on}T10:00:00Z`,
    performedOn: on,
    practice: more.practice ?? false,
    trials,
    unitKind: more.unitKind,
    sizeMm: more.sizeMm ?? null,
    unitLabel: 'Edge board',
  }
}
const dyno = (on: string, left: number[], right: number[], more: More = {}) =>
  session('dyno_seated', on, { left, right }, { variant: { position: '2' }, ...more })
const three = (v: number) => [v - 2, v, v + 2]
const lean: LeanFacts = {
  dominant: 'right',
  who: 'thrower',
  limitPct: null,
  injuries: [],
  today: '2026-10-08',
}
const days = (verdicts: [number, number][], from = '2026-03-02') =>
  verdicts.map(([l, r], i) => dyno(addDays(from, 14 * i), three(l), three(r)))

describe('which row a test measures', () => {
  const rows = (id: string, more: Partial<Parameters<typeof rowsOf>[1]> = {}) =>
    rowsOf(protocolById(id)!, { variant: {}, ...more }).map((r) => r.quality)
  it('follows its direction, its implement and the measured width', () => {
    expect(rows('wrist_max', { variant: { direction: 'extension' } })).toEqual(['wrist_ext'])
    expect(rows('wrist_max', { variant: { direction: 'ulnar' } })).toEqual(['wrist_dev'])
    expect(rows('lift_max', { unitKind: 'block', sizeMm: 76 })).toEqual(['pinch_wide'])
    expect(rows('lift_max', { unitKind: 'block', sizeMm: 59.9 })).toEqual(['pinch_narrow'])
    expect(rows('lift_max', { unitKind: 'hub', sizeMm: 50 })).toEqual(['claw'])
    expect(rows('hold_time', { unitKind: 'farm' })).toEqual(['carry'])
    expect(rows('dyno_seated', { unitKind: 'dyno' })).toEqual(['crush'])
  })
})

describe('references', () => {
  const base: ReferenceFacts = {
    profile: demandProfile('boxer'),
    level: 'trained',
    standards: [],
    squad: [],
    sex: 'male',
    birthDate: '1999-05-01',
    measurements: [{ measure: 'body_mass', hand: 'both', value: 80, on: '2026-01-01' }],
  }
  const of = (more: Partial<ReferenceFacts> = {}, more2: More = {}) =>
    referencesFor(
      { ...base, ...more },
      buildSeries([dyno('2026-10-01', three(400), three(420), more2)])[0]!,
    )
  it(
    'a published norm only seated, at position 2, from 20, with sex given, each hand its ' + 'own',
    () => {
      const [r] = of()
      expect(r).toMatchObject({ source: 'norm' })
      // Mathiowetz 1985, men 25-29 (recalled): right 120.8 lb, left 110.5 lb.
      expect(r!.byHand.right).toBeCloseTo(120.8 * 0.45359237 * 9.80665, 6)
      expect(r!.byHand.left).toBeCloseTo(110.5 * 0.45359237 * 9.80665, 6)
      expect(of({}, { variant: { position: '3' } })).toEqual([])
      expect(of({ birthDate: '2007-01-01' })).toEqual([])
      expect(of({ sex: null })).toEqual([])
      expect(of({ birthDate: null })).toEqual([])
      expect(
        referencesFor(
          base,
          buildSeries([
            session(
              'dyno_standing',
              '2026-10-01',
              { left: three(400), right: three(400) },
              { variant: { position: '2' } },
            ),
          ])[0]!,
        ),
      ).toEqual([])
    },
  )
  it('a standard by body mass takes the mass of that day, and says so when it is missing', () => {
    const standards = [
      { protocolId: 'dyno_seated', sportId: 'boxer', level: null, value: 6, perBodyMass: true },
    ]
    expect(of({ standards })[0]).toMatchObject({ source: 'standard', value: 480 })
    expect(
      of({
        standards,
        measurements: [
          { measure: 'body_mass', hand: 'both', value: 90, on: '2026-10-05' },
          ...base.measurements!,
        ],
      })[0]!.value,
    ).toBe(480)
    expect(of({ standards, measurements: [] })[0]).toMatchObject({
      value: null,
      says: expect.stringContaining('body mass not taken') as string,
    })
  })
  it('the coach may choose another one; a choice without a figure is passed over', () => {
    const all = of({
      standards: [{ protocolId: 'dyno_seated', sportId: null, level: null, value: 500 }],
    })
    expect(chosenReference(all, null).source).toBe('standard')
    expect(chosenReference(all, 'norm').source).toBe('norm')
    expect(chosenReference(all, 'squad').source).toBe('standard')
    expect(chosenReference([], null)).toMatchObject({ source: 'none', value: null })
  })
})

describe('left against right', () => {
  const row = (tests: TestSession[], more: Partial<LeanFacts> = {}) =>
    leanRows(buildSeries(tests), { ...lean, ...more })[0]!
  it('as expected for a right-handed thrower: said, not acted on', () => {
    const r = row(
      days([
        [368, 414],
        [370, 412],
        [369, 413],
        [368, 412],
        [370, 414],
        [369, 413],
      ]),
    )
    expect(r.says).toMatch(
      /^Over six days the left hand is 11\s% behind, between \d+\s% and \d+\s%/,
    )
    expect(r.says).toContain('As expected for a right-handed thrower.')
    expect(r.acted).toBe(false)
  })
  it('beyond what is expected over days: acted on, with the near end of its interval', () => {
    const r = row(
      days([
        [290, 412],
        [291, 410],
        [288, 412],
        [289, 410],
        [290, 414],
      ]),
    )
    expect(r.weaker).toBe('left')
    expect(r.says).toContain('More than expected for a right-handed thrower.')
    expect(r.says).toContain('Acted on: the left hand leads')
    expect(r.acted).toBe(true)
    expect(r.beyondPct).toBeGreaterThan(0)
    expect(r.beyondPct).toBeLessThan(30 - 12)
  })
  it('days that disagree widen the interval until nothing is acted on', () => {
    const r = row(
      days([
        [290, 412],
        [400, 410],
        [300, 412],
        [405, 410],
      ]),
    )
    expect(r.acted).toBe(false)
  })
  it('one day is a reason to test again, whatever it says; mixed hands are told', () => {
    const once = row(days([[290, 412]]))
    expect(once.acted).toBe(false)
    expect(once.says).toContain('test again before acting on it')
    expect(
      row(
        days([
          [412, 330],
          [330, 412],
        ]),
      ).direction,
    ).toBe('mixed')
  })
  it('a left-hander and a dominant hand that is the weaker one', () => {
    const tests = days([
      [410, 340],
      [412, 341],
      [409, 339],
      [411, 342],
      [410, 340],
    ])
    expect(row(tests, { dominant: 'left' }).says).toContain('More than expected for a left-handed')
    expect(row(tests).says).toContain('The dominant hand is the weaker one')
    expect(row(tests).acted).toBe(true)
  })
  it("the coach's own limit acts too, and an injury stands beside it", () => {
    const tests = days([
      [358, 414],
      [360, 412],
      [359, 413],
      [358, 412],
      [360, 414],
    ])
    const r = row(tests, {
      limitPct: 6,
      injuries: [{ site: 'wrist', side: 'left', since: '2026-02-20' }],
    })
    expect(r.acted).toBe(true)
    // Within what is expected of a right-hander: the limit alone acts, and nothing else is claimed.
    expect(r.says).toContain('Over your limit of 6\u00A0%.')
    expect(r.says).not.toContain('More than expected')
    expect(r.says).toContain('The left was hurt on 20 Feb')
    expect(row(tests).acted).toBe(false)
  })
  it('single results have a day of their own each, and a lean over days like any other', () => {
    const hold = (k: number) =>
      Array.from({ length: k }, (_, i) =>
        session(
          'wrist_hold',
          addDays('2026-06-01', 14 * i),
          { left: [40 + (i % 2)], right: [60 - (i % 2)] },
          { variant: { loadKg: '5' } },
        ),
      )
    expect(row(hold(1)).says).toContain('Seen on one day')
    expect(row(hold(2)).latest).toMatchObject({ kind: 'unknown', reason: 'error-not-known' })
    expect(row(hold(6))).toMatchObject({ weaker: 'left', acted: true })
  })
  it('across tests says whether it is the same hand', () => {
    const both = (l: number, r: number) => [
      ...days([
        [l, r],
        [l + 1, r],
        [l, r + 1],
        [l, r],
      ]),
      ...[0, 14, 28, 42].map((d) =>
        session('key_pinch', addDays('2026-03-02', d), { left: three(l / 4), right: three(r / 4) }),
      ),
    ]
    expect(acrossTests(leanRows(buildSeries(both(290, 412)), lean))).toBe(
      'The left hand is behind in 2 of 2 tests.',
    )
    expect(acrossTests([])).toContain('No lean larger than its error')
  })
})

describe('balance', () => {
  const brace = (on: string, direction: string, left: number, right: number) =>
    session(
      'wrist_max',
      on,
      { left: [left - 0.1, left, left + 0.1], right: [right - 0.1, right, right + 0.1] },
      { variant: { direction } },
    )
  it('is a ratio of means with its error and its own history', () => {
    const months = ['05', '06', '07', '08', '09']
    const tests = months.flatMap((m, i) => [
      brace(`2026-${m}-01`, 'extension', 8 - i / 2, 8),
      brace(`2026-${m}-02`, 'flexion', 16, 16),
    ])
    const [r] = balanceRows(buildSeries(tests))
    expect(r!.hands[0].ratio).toMatchObject({ ok: true, value: 0.375 })
    expect(r!.hands[0].history.map((h) => h.value)).toEqual([0.5, 0.46875, 0.4375, 0.40625, 0.375])
    expect(r!.says).toBe('Left lower than at first, by more than the test’s error.')
    // Two tests alone rest on the estimate of the test, which is wide.
    expect(balanceRows(buildSeries(tests.slice(0, 4)))[0]!.says).toContain(
      'No change larger than the test’s error',
    )
  })
  it('names what is not tested, and never shows a number for it', () => {
    const rows = balanceRows(buildSeries([brace('2026-06-01', 'extension', 8, 8)]))
    expect(rows[0]).toMatchObject({ missing: ['Flexion'], says: 'Flexion not tested.' })
    for (const r of rows) for (const h of r.hands) expect(h.ratio.ok).toBe(false)
  })
})

describe('curves', () => {
  it('holds to failure become points a hand, the newest of a load counting', () => {
    const hold = (on: string, kg: string, left: number, right: number) =>
      session(
        'endurance_set',
        on,
        { left: [left], right: [right] },
        { variant: { loadKg: kg }, unitKind: 'edge' },
      )
    const [view] = criticalForceViews([
      hold('2026-09-01', '40', 10, 90),
      hold('2026-09-08', '40', 83, 90),
      hold('2026-09-03', '30', 143, 150),
      hold('2026-09-05', '20', 500, 510),
    ])
    expect(view!.hands.left.points.map((p) => [p.loadKg, p.seconds])).toEqual([
      [40, 83],
      [30, 143],
      [20, 500],
    ])
    expect(view!.hands.left.fit.impulseTime!.cf).toBeCloseTo(16, 0)
    expect(criticalForceViews([])).toEqual([])
  })
  it('angle and handle curves take the best valid try of the newest day', () => {
    const angle = (a: string, l: number[]) =>
      session('three_angles', '2026-09-01', { left: l, right: [10] }, { variant: { angle: a } })
    expect(angleCurve([angle('flexed', [5, 6]), angle('straight', [9])])!.byAngle).toMatchObject({
      flexed: { left: 6, right: 10 },
      straight: { left: 9 },
      extended: { left: undefined },
    })
    expect(angleCurve([])).toBeNull()
    const lift = (mm: number, v: number) =>
      session(
        'handle_curve',
        '2026-09-01',
        { left: [v], right: [v] },
        { sizeMm: mm, unitId: `u${mm}` },
      )
    expect(handleCurve([lift(28, 80), lift(50, 60)], 'left')).toEqual([
      { diameterMm: 28, value: 80 },
      { diameterMm: 50, value: 60 },
    ])
  })
})

describe('how sure the order is', () => {
  it('shares of drawn truths add up, and a clear shortfall is first in most of them', () => {
    const g = readGaps({
      ...gapFacts(
        { level: 'trained', sexForNorms: null, birthDate: null, dominantHand: 'left' },
        [],
        {
          standards: [{ protocolId: 'dyno_seated', sportId: null, level: null, value: 900 }],
          squad: [],
          steps: {},
          staleDays: 42,
          choices: [],
        },
      ),
      profile: demandProfile('boxer'),
      series: buildSeries(days([[412, 412]], '2026-10-01')),
      today: '2026-10-08',
      judge: judgeBy(facts),
      injuries: [],
    })
    const sure = howSure(g.priorities)
    const all = [...sure.values()]
    expect(all.reduce((a, s) => a + s.first, 0)).toBeCloseTo(1, 6)
    expect(all.reduce((a, s) => a + s.three, 0)).toBeCloseTo(3, 6)
    expect(g.priorities[0]!.row.quality.id).toBe('crush')
    expect(knownShare(g.rows)).toBeGreaterThan(0)
    expect(knownShare(g.rows)).toBeLessThan(0.5)
  })
  it('with nothing tested the first is first by importance, and nearly any could be', () => {
    const g = readGaps({
      ...gapFacts(
        { level: 'elite', sexForNorms: null, birthDate: null, dominantHand: 'left' },
        [],
        { standards: [], squad: [], steps: {}, staleDays: 42, choices: [] },
      ),
      profile: demandProfile('climber_boulder'),
      series: [],
      today: '2026-10-08',
      judge: judgeBy(facts),
      injuries: [],
    })
    expect(g.priorities[0]!.row.quality.id).toBe('edge')
    expect(howSure(g.priorities).get(g.priorities[0]!.row.key)!.first).toBeLessThan(0.5)
    expect(knownShare(g.rows)).toBe(0)
  })
  it(
    'a quality the sport asks for in two ways does not fall behind a lesser one asked for ' +
      'in one',
    () => {
      const g = readGaps({
        ...gapFacts(
          { level: 'advanced', sexForNorms: null, birthDate: null, dominantHand: 'left' },
          [],
          { standards: [], squad: [], steps: {}, staleDays: 42, choices: [] },
        ),
        profile: demandProfile('climber_route'),
        series: [],
        today: '2026-10-08',
        judge: judgeBy(facts),
        injuries: [],
      })
      const ways = g.rows.filter((r) => r.quality.id === 'edge')
      expect(ways.map((r) => [r.importance, r.emphasis]).sort()).toEqual([
        [5, 'max'],
        [5, 'repeated'],
      ])
      expect(g.priorities[0]!.row).toBe(ways.find((r) => r.emphasis === 'repeated'))
      const next = testNext(g.rows)
      expect(next[0]!.row).toBe(g.priorities[0]!.row)
      // The second way has been told of by then: another quality goes before it.
      expect(next[1]!.row.quality.id).not.toBe('edge')
      expect(importanceWords(next[0]!.row)).toBe('Importance 5 of 5, 60\u00A0% of it repeated')
    },
  )
})

describe('priorities', () => {
  const read = (tests: TestSession[], choices: StoredChoice[] = [], safety = {}) =>
    readGaps({
      ...gapFacts(
        { level: 'trained', sexForNorms: null, birthDate: null, dominantHand: 'right' },
        [],
        {
          standards: [{ protocolId: 'dyno_seated', sportId: null, level: null, value: 450 }],
          squad: [],
          steps: {},
          staleDays: 42,
          choices,
        },
      ),
      profile: demandProfile('boxer'),
      series: buildSeries(tests),
      today: '2026-10-08',
      judge: judgeBy({ ...facts, ...safety }),
      injuries: [],
    })
  const tests = days(
    [
      [290, 412],
      [291, 412],
      [288, 410],
      [290, 414],
    ],
    '2026-08-20',
  )
  const of = (g: ReturnType<typeof read>, key: string) =>
    g.priorities.find((p) => p.row.key === key)!
  it(
    'add the shortfall, what a gain lifts beside it and a lean acted on; the sum is the ' + 'score',
    () => {
      const g = read(tests)
      const p = of(g, 'crush.max')
      expect(p.own).toBeGreaterThan(0)
      expect(p.lean).toBeGreaterThan(0)
      expect(p.score).toBeCloseTo(p.own + p.same + p.carry + p.lean, 9)
      // Closed work lifts crush by 20 %: an untested neighbour gets a share of a tested shortfall.
      const closed = of(g, 'closed.max')
      expect(closed.carry).toBeCloseTo(
        0.2 *
          g.rows
            .filter((r) => r.quality.id === 'crush' && r.state === 'tested')
            .reduce((a, r) => a + r.score, 0),
        9,
      )
    },
  )
  it(
    "a final caution on both hands caps a row at nothing, the coach's word moves it with " +
      'its reason',
    () => {
      const hurt = read(tests, [], {
        symptoms: [{ hand: 'both', symptom: 'numbness', cleared: false }],
      })
      expect(of(hurt, 'crush.max').score).toBe(0)
      expect(of(hurt, 'crush.max').says.toLowerCase()).toContain('held by')
      const word = (move: string) =>
        read(tests, [
          {
            rowKey: 'wrist_ext.max',
            kind: 'priority',
            value: move,
            reason: 'weak in the last bout',
          },
        ])
      expect(word('pin').priorities[0]!.row.key).toBe('wrist_ext.max')
      expect(of(word('pin'), 'wrist_ext.max').says).toContain('weak in the last bout')
      const lower = of(
        read(tests, [
          { rowKey: 'crush.max', kind: 'priority', value: 'lower', reason: 'off season' },
        ]),
        'crush.max',
      )
      expect(lower.score).toBeCloseTo(of(read(tests), 'crush.max').score / 2, 9)
    },
  )
  it('the limit of the coach and the chosen reference reach the reading', () => {
    const g = read(tests, [
      { rowKey: '*', kind: 'lean_limit', value: '5', reason: '' },
      { rowKey: 'crush.max', kind: 'reference', value: 'own-best', reason: '' },
    ])
    expect(g.limitPct).toBe(5)
    expect(g.rows.find((r) => r.key === 'crush.max')!.reference.source).toBe('own-best')
  })
})
