import { leanRows } from '../gaps/lean'
import type { Hand, Side } from '../catalogue/person'
import { changesOf } from '../review/changes'
import { knownBy, stepsBy, type Steps } from '../record/known'
import { draftNext } from '../review/next'
import { buildSeries, type Series } from '../record/series'
import { TESTS_STALE_DAYS } from '../catalogue/limits'
import { seriesKey, type TestSession } from '../testing/session'
import { addDays, type LocalDate } from '../units/dates'
import { METRIC } from '../units/format'
import { isAmong, keysOf } from '../units/among'

interface TestIn {
  day: number
  left?: number[]
  right?: number[]
  both?: number[]
}
interface SeriesIn {
  protocol: string
  unit: string
  tests: readonly TestIn[]
}
export interface ClaimInputs {
  dominant: Side | null
  sport: string
  from: number
  to: number
  today: number
  series: readonly SeriesIn[]
  squad?: readonly (readonly SeriesIn[])[]
}
export interface Claim {
  series: number | null
  hand: Hand | null
  kind: 'gain' | 'loss' | 'plateau' | 'lean' | 'caught_up' | 'deload' | 'raise'
}

/** Day 0 of the cases. */
const FIRST = '2026-01-01'
const dateOf = (day: number): LocalDate => addDays(FIRST, day)

/**
 * Everything that review, gaps and the drafted decision would claim of an athlete: lines called
 * beyond error, not those that say it could be error.
 */
export function claimsOf(i: ClaimInputs): Claim[] {
  const period = { from: dateOf(i.from), to: dateOf(i.to) }
  const today = dateOf(i.today)
  const series = seriesOfCase(i.series, i.today)
  const at = (s: Series) => Number(s.setup.unitId)
  const known = knownBy(squadOf(i.squad ?? [], i.today))
  const changes = changesOf(series, period, known)
  const lines = draftNext({
    changes,
    series,
    weeks: [],
    cautions: [],
    period,
    dominant: i.dominant,
    limitPct: null,
    known,
    lowTwice: null,
    today,
    staleDays: TESTS_STALE_DAYS,
    units: METRIC,
    weeksSinceDeload: null,
  })
  const word = { gain: 'gain', loss: 'loss', flat: 'plateau' } as const
  const ofLine = (kind: Claim['kind'], id: string): Claim => {
    const s = series.find((x) => id.endsWith(x.key))
    return { series: s ? at(s) : null, hand: null, kind }
  }
  return [
    ...changes.flatMap((c) =>
      c.hands.flatMap((h): Claim[] =>
        isAmong(keysOf(word), h.word)
          ? [{ series: at(c.series), hand: h.hand, kind: word[h.word] }]
          : [],
      ),
    ),
    ...leanRows(series, {
      dominant: i.dominant,
      who: '',
      limitPct: null,
      injuries: [],
      today,
      known,
    })
      .filter((r) => r.acted)
      .map((r): Claim => ({ series: at(r.series), hand: r.weaker, kind: 'lean' })),
    ...lines.flatMap((l): Claim[] => [
      ...(l.kind === 'even'
        ? [
            {
              ...ofLine('caught_up', l.id),
              hand: l.title.startsWith('Left') ? ('left' as const) : ('right' as const),
            },
          ]
        : []),
      ...(l.kind === 'deload' ? [ofLine('deload', l.id)] : []),
      ...(l.effect?.kind === 'raise' && l.taken ? [ofLine('raise', l.id)] : []),
    ]),
  ]
}

function squadOf(squad: NonNullable<ClaimInputs['squad']>, today: number) {
  const out: Record<string, Steps[]> = {}
  for (const member of squad)
    for (const s of seriesOfCase(member, today))
      (out[seriesKey('', s.setup, 'pair')] ??= []).push(stepsBy(s, dateOf(today)))
  return out
}

/** Series as the screens build them; the same test twice in a list is two set-ups. */
export function seriesOfCase(list: readonly SeriesIn[], today: number): Series[] {
  const sessions = list.flatMap((s, index) => {
    const same = list.slice(0, index).filter((x) => x.protocol === s.protocol).length
    return s.tests
      .filter((t) => t.day <= today)
      .map((t) => sessionOf(s, t, String(index), `m${same}`))
  })
  return buildSeries(sessions)
}

function sessionOf(s: SeriesIn, t: TestIn, unitId: string, measurementId: string): TestSession {
  const on = dateOf(t.day)
  return {
    id: `${unitId} ${t.day}`,
    athleteId: 'a',
    protocolId: s.protocol,
    protocolVersion: 1,
    unitId,
    measurementId,
    variant: {},
    performedOn: on,
    performedAt: `${on}T10:00:00Z`,
    practice: false,
    trials: (['left', 'right', 'both'] as const).flatMap((hand) =>
      (t[hand] ?? []).map((value, n) => ({
        id: `${unitId} ${t.day} ${hand} ${n}`,
        hand,
        ordinal: n + 1,
        value,
        enteredValue: value,
        enteredUnit: 'kg' as const,
        pain: null,
        recordedAt: on,
        struck: null,
        correction: null,
      })),
    ),
  }
}
