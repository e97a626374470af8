import { describe, expect, it } from 'vitest'
import { protocolById } from '../../src/catalogue/protocols'
import { balanceRows } from '../../src/gaps/balance'
import { angleCurve, criticalForceViews } from '../../src/gaps/curves'
import { acrossTests, leanRows, type LeanFacts } from '../../src/gaps/lean'
import { gapFacts, readGaps, type StoredChoice } from '../../src/gaps/read'
import { chosenReference, referencesFor, type ReferenceFacts } from '../../src/gaps/references'
import { demandProfile } from '../../src/demand/profile'
import { handleCurve } from '../../src/match/athlete'
import { buildSeries } from '../../src/review/series'
import { judgeBy } from '../../src/safety/judge'
import { rowsOf } from '../../src/testing/rows'
import type { Hand, TestSession } from '../../src/testing/session'
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
    squad: {},
    sex: 'male',
    birthDate: '1999-05-01',
    measurements: [{ measure: 'body_mass', hand: 'both', value: 80, on: '2026-01-01' }],
  }
  const of = (more: Partial<ReferenceFacts> = {}, more2: More = {}) =>
    referencesFor(
      { ...base, ...more },
      buildSeries([dyno('2026-10-01', three(400), three(420), more2)])[0]!,
    )
  it('a published norm only seated, at position 2, from 20, with sex given, each hand its own', () => {
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
  })
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
      ]),
    )
    expect(r.says).toBe('Two tests agree; as expected for a right-handed thrower.')
    expect(r.acted).toBe(false)
  })
  it('new since April, three tests agree, beyond the expected: acted on', () => {
    const r = row(
      days([
        [410, 412],
        [411, 410],
        [330, 412],
        [328, 410],
        [326, 414],
      ]),
    )
    expect(r.run).toMatchObject({ tests: 3, weaker: 'left', since: '2026-03-30' })
    expect(r.says).toBe(
      'New since March, three tests agree; more than expected for a right-handed thrower. Acted on: in drafts the left hand leads, with one set more where the rules let it.',
    )
    expect(r.acted).toBe(true)
    expect(r.beyondPct).toBeGreaterThan(0)
  })
  it('one real day is a reason to retest; mixed hands are told', () => {
    expect(
      row(
        days([
          [410, 412],
          [330, 412],
        ]),
      ).acted,
    ).toBe(false)
    expect(
      row(
        days([
          [410, 412],
          [330, 412],
        ]),
      ).says,
    ).toContain('retest before acting on it')
    expect(
      row(
        days([
          [412, 330],
          [330, 412],
        ]),
      ).direction,
    ).toBe('mixed')
    expect(row(days([[410, 412]])).direction).toBe('none')
  })
  it("the coach's own limit acts too, and an injury stands beside it", () => {
    const tests = days([
      [368, 414],
      [370, 412],
    ])
    const r = row(tests, {
      limitPct: 8,
      injuries: [{ site: 'wrist', side: 'left', since: '2026-02-20' }],
    })
    expect(r.acted).toBe(true)
    expect(r.says).toContain("over the coach's limit of 8\u00A0%")
    expect(r.says).toContain('The left was hurt on 20 Feb')
  })
  it('single results are seen once until three repeats give an error', () => {
    const hold = (k: number) =>
      Array.from({ length: k }, (_, i) =>
        session(
          'wrist_hold',
          addDays('2026-06-01', 14 * i),
          { left: [40 + (i % 2)], right: [60 - (i % 2)] },
          { variant: { loadKg: '5' } },
        ),
      )
    expect(row(hold(2)).says).toContain('Seen once, error not known')
    expect(row(hold(4)).latest).toMatchObject({ kind: 'large', weaker: 'left' })
  })
  it('across tests says whether it is the same hand', () => {
    const both = (l: number, r: number) => [
      ...days([[l, r]]),
      session('key_pinch', '2026-03-02', { left: three(l / 4).map((v) => v), right: three(r / 4) }),
    ]
    expect(acrossTests(leanRows(buildSeries(both(330, 412)), lean))).toContain(
      'The left hand is weaker every time: 2 of 2 tests.',
    )
    expect(acrossTests([])).toContain('No lean beyond error')
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
    const tests = [
      brace('2026-06-01', 'extension', 8, 8),
      brace('2026-06-01', 'flexion', 16, 16),
      brace('2026-09-01', 'extension', 6, 8),
      brace('2026-09-02', 'flexion', 16, 16),
    ]
    const [r] = balanceRows(buildSeries(tests))
    expect(r!.hands[0].ratio).toMatchObject({ ok: true, value: 0.375 })
    expect(r!.hands[0].history.map((h) => h.value)).toEqual([0.5, 0.375])
    expect(r!.says).toBe('Left lower than at first, beyond error.')
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

describe('priorities', () => {
  const read = (tests: TestSession[], choices: StoredChoice[] = [], safety = {}) =>
    readGaps({
      ...gapFacts(
        { level: 'trained', sexForNorms: null, birthDate: null, dominantHand: 'right' },
        [],
        {
          standards: [{ protocolId: 'dyno_seated', sportId: null, level: null, value: 450 }],
          squad: {},
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
      [410, 412],
      [330, 412],
      [328, 410],
      [326, 414],
    ],
    '2026-08-20',
  )
  const of = (g: ReturnType<typeof read>, key: string) =>
    g.priorities.find((p) => p.row.key === key)!
  it('add the shortfall, what it carries and a lean acted on; the sum is the score', () => {
    const g = read(tests)
    const p = of(g, 'crush.max')
    expect(p.own).toBeGreaterThan(0)
    expect(p.lean).toBeGreaterThan(0)
    expect(p.score).toBeCloseTo(p.own + p.carry + p.lean, 9)
    // Closed work lifts crush by 20 %: an untested neighbour gets a share of the shortfall, never
    // one of its own.
    const closed = of(g, 'closed.max')
    expect(closed.own).toBe(0)
    expect(closed.carry).toBeCloseTo(
      0.2 * g.rows.filter((r) => r.quality.id === 'crush').reduce((a, r) => a + r.score, 0),
      9,
    )
  })
  it("a final caution on both hands caps a row at nothing, the coach's word moves it with its reason", () => {
    const hurt = read(tests, [], {
      symptoms: [{ hand: 'both', symptom: 'numbness', cleared: false }],
    })
    expect(of(hurt, 'crush.max').score).toBe(0)
    expect(of(hurt, 'crush.max').says).toContain('held by')
    const word = (move: string) =>
      read(tests, [
        { rowKey: 'wrist_ext.max', kind: 'priority', value: move, reason: 'weak in the last bout' },
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
  })
  it('the limit of the coach and the chosen reference reach the reading', () => {
    const g = read(tests, [
      { rowKey: '*', kind: 'lean_limit', value: '5', reason: '' },
      { rowKey: 'crush.max', kind: 'reference', value: 'own-best', reason: '' },
    ])
    expect(g.limitPct).toBe(5)
    expect(g.rows.find((r) => r.key === 'crush.max')!.reference.source).toBe('own-best')
  })
})
