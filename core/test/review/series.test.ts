import { describe, expect, it } from 'vitest'
import { buildSeries, seriesName } from '../../src/record/series'
import { sessionNorms } from '../../src/review/norms'
import type { TestSession, Trial } from '../../src/testing/session'
import { kgfToN } from '../../src/units/convert'

let n = 0
function session(
  on: string,
  left: number[],
  right: number[],
  more: Partial<TestSession> = {},
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
const strike = (s: TestSession, i: number): TestSession => ({
  ...s,
  trials: s.trials.map((t, k) => (k === i ? { ...t, struck: { reason: 'slipped' } } : t)),
})

describe('series', () => {
  it('are never joined over another implement, size, position or posture', () => {
    const s = [
      session('2026-10-01', [40, 41], [42, 43]),
      session('2026-10-08', [40, 41], [42, 43], { measurementId: 'm2' }),
      session('2026-10-15', [40, 41], [42, 43], { variant: { position: '3' } }),
      session('2026-10-22', [40], [42], { protocolId: 'dyno_standing' }),
    ]
    expect(buildSeries(s).map((x) => x.points.length)).toEqual([1, 1, 1, 1])
  })
  it('are called by what tells them apart, and by the choice where that has a name', () => {
    const of = (protocolId: string, variant: Record<string, string>) =>
      session('2026-10-01', [10], [11], { protocolId, variant })
    const all = buildSeries([
      of('dyno_seated', { position: '2' }),
      of('dyno_seated', { position: '3' }),
      of('wrist_max', { direction: 'ulnar', arm: '80' }),
      of('turn_max', { direction: 'supination', arm: '300' }),
      of('turn_max', { direction: 'pronation', arm: '300' }),
      of('key_pinch', { pinch: 'key' }),
    ])
    expect(new Set(all.map((x) => seriesName(x, all)))).toEqual(
      new Set([
        'Dynamometer, seated, 2 (48 mm)',
        'Dynamometer, seated, 3 (60 mm)',
        'Wrist braces',
        'Supination, maximal',
        'Pronation, maximal',
        'Key pinch',
      ]),
    )
  })
  it('run oldest to newest and leave struck trials out', () => {
    const [series] = buildSeries([
      session('2026-10-08', [40, 41, 42], [42, 43, 44]),
      strike(session('2026-10-01', [99, 41, 42], [42, 43, 44]), 0),
    ])
    expect(series!.points.map((p) => p.on)).toEqual(['2026-10-01', '2026-10-08'])
    expect(series!.points[0]!.byHand.left).toMatchObject({ n: 2, best: kgfToN(42) })
  })
  it('a session with nothing valid is no point', () =>
    expect(buildSeries([strike(session('2026-10-01', [40], []), 0)])).toEqual([]))
  it('are consistent from two days of one real side; two tests of one day are one day', () => {
    const real = (on: string, at = '10') =>
      session(on, [40, 40.4, 40.8], [48, 48.4, 48.8], { performedAt: `${on}T${at}:00:00Z` })
    expect(buildSeries([real('2026-10-01'), real('2026-10-08')])[0]!.consistent).toBe(true)
    expect(buildSeries([real('2026-10-01', '10'), real('2026-10-01', '12')])[0]!.consistent).toBe(
      false,
    )
    expect(
      buildSeries([{ ...real('2026-10-01'), practice: true }, real('2026-10-08')])[0]!.consistent,
    ).toBe(false)
  })
})

describe('published norms only where they fit', () => {
  const adult = { sex: 'male', birthDate: '1996-01-01' } as const
  const test = session('2026-10-01', [50, 51, 52, 90], [55, 56, 57])
  it('use the mean of the first three trials a hand and the best of either', () => {
    const r = sessionNorms(test, adult)
    expect(r).toMatchObject({
      ok: true,
      ageYears: 30,
      mathiowetz: { left: { meanKgf: expect.closeTo(51, 9) } },
      dodds: { bestKgf: expect.closeTo(90, 9) },
    })
  })
  it('say why they are left out', () => {
    expect(sessionNorms({ ...test, protocolId: 'dyno_standing' }, adult)).toMatchObject({
      reason: 'other-protocol',
    })
    expect(sessionNorms({ ...test, variant: { position: '3' } }, adult)).toMatchObject({
      reason: 'other-position',
    })
    expect(sessionNorms({ ...test, practice: true }, adult)).toMatchObject({ reason: 'practice' })
    expect(sessionNorms(test, { ...adult, sex: null })).toMatchObject({ reason: 'no-sex' })
    expect(sessionNorms(test, { ...adult, birthDate: null })).toMatchObject({
      reason: 'no-birth-date',
    })
    expect(sessionNorms(test, { ...adult, birthDate: '2006-10-02' })).toMatchObject({
      reason: 'under-20',
    })
    expect(sessionNorms(test, { ...adult, birthDate: '2006-10-01' })).toMatchObject({ ok: true })
  })
  it('a hand with fewer than three valid trials has no centile', () => {
    const r = sessionNorms(session('2026-10-01', [50, 51], [55, 56, 57]), adult)
    expect(r.ok && r.mathiowetz.left).toBeUndefined()
  })
})
