import { protocolById, type Protocol } from '../catalogue/protocols'
import { isConsistent, type AsymmetryVerdict } from '../measure/asymmetry'
import { detectableChange, judgeTrend, ownTypicalError, type TrendVerdict } from '../measure/trend'
import { judgeSingle, pooledError } from '../measure/error'
import type { TrialSummary } from '../measure/trials'
import { rampStep } from '../testing/ramp'
import { readSession, seriesKey, type Hand, type SeriesSetup, type TestSession } from '../testing/session'
import { daysBetween, type LocalDate } from '../units/dates'

export interface SeriesPoint {
  sessionId: string
  on: LocalDate
  practice: boolean
  byHand: Partial<Record<Hand, TrialSummary>>
  verdict: AsymmetryVerdict | null
}

/** One series seen over time, both hands side by side (or the two-handed result). */
export interface Series {
  key: string
  athleteId: string
  protocol: Protocol
  setup: SeriesSetup & Pick<TestSession, 'unitKind' | 'sizeMm'>
  points: readonly SeriesPoint[]
  /** The same hand really stronger on the last two days. */
  consistent: boolean
}

/** Sessions into series by their key, oldest point first; series with the newest result first. Struck trials are out. */
export function buildSeries(sessions: readonly TestSession[]): Series[] {
  const groups = new Map<string, TestSession[]>()
  for (const s of sessions) {
    const key = seriesKey(s.athleteId, s, 'pair')
    groups.set(key, [...(groups.get(key) ?? []), s])
  }
  const all = [...groups].flatMap(([key, group]): Series[] => {
    const protocol = protocolById(group[0]!.protocolId)
    if (!protocol) return []
    const seen = [...group].sort((a, b) => (a.performedAt < b.performedAt ? -1 : 1)).map((s) => point(protocol, s)).filter((p) => Object.keys(p.byHand).length > 0)
    if (seen.length === 0) return []
    const points = protocol.hands === 'each' && protocol.trials === 1 ? singles(seen, protocol.heaviest) : seen
    const judged = onePerDay(points.filter((p) => !p.practice)).flatMap((p) => (p.verdict ? [p.verdict] : []))
    return [{ key, athleteId: group[0]!.athleteId, protocol, setup: group[0]!, points, consistent: isConsistent(judged) }]
  })
  return all.sort((a, b) => (last(a).on < last(b).on ? 1 : -1))
}

const last = (s: Series): SeriesPoint => s.points[s.points.length - 1]!

/** Differences between consecutive tests of both hands, practice left out: what the error of a single result is read from. */
function ownDifferences(points: readonly SeriesPoint[]): number[] {
  return (['left', 'right'] as const).flatMap((hand) => {
    const values = points.filter((p) => !p.practice).flatMap((p) => p.byHand[hand]?.best ?? [])
    return values.slice(1).map((v, i) => v - values[i]!)
  })
}

/** Own repeats from which a single result has an error: own rule, no source. */
const REPEATS = 3

/** One result a hand: the verdict rests on the error between the athlete's own repeats (3 tests or more), else it is seen once. */
function singles(points: readonly SeriesPoint[], lifted: boolean): SeriesPoint[] {
  const error = points.filter((p) => !p.practice).length < REPEATS ? null : pooledError(ownDifferences(points), [])
  return points.map((p) => (p.byHand.left && p.byHand.right && p.byHand.left.n === 1 && p.byHand.right.n === 1 ? { ...p, verdict: judgeSingle(p.byHand.left.best, p.byHand.right.best, error, lifted ? rampStep(Math.max(p.byHand.left.best, p.byHand.right.best), null) / 2 : 0) } : p))
}

/** The newest point of each day. */
const onePerDay = (points: readonly SeriesPoint[]): SeriesPoint[] => points.filter((p, i) => points[i + 1]?.on !== p.on)

function point(protocol: Protocol, session: TestSession): SeriesPoint {
  const reading = readSession(protocol, session.trials)
  const byHand: Partial<Record<Hand, TrialSummary>> = {}
  for (const h of reading.hands) if (h.summary) byHand[h.hand] = h.summary
  return { sessionId: session.id, on: session.performedOn, practice: session.practice, byHand, verdict: reading.verdict }
}

export interface HandTrend {
  hand: Hand
  verdict: TrendVerdict
  /** From the athlete's own consecutive tests, SI; null when there are too few. */
  typicalError: number | null
  /** SI margin the verdict used; null when it could not be made. */
  margin: number | null
  /** SI change between two tests that is beyond error; null when the error is not known. */
  detectable: number | null
}

/**
 * Direction of one hand's session means (SI), practice left out. The margin is the larger of the squad's smallest
 * worthwhile change (where given) and 2.77 own typical errors; without an own error the trend is too few.
 */
export function handTrend(series: Series, hand: Hand, swc: number | null): HandTrend {
  const points = onePerDay(series.points.filter((p) => !p.practice && p.byHand[hand]))
  const values = points.map((p) => p.byHand[hand]!.mean)
  const days = points.map((p) => daysBetween(points[0]!.on, p.on))
  const typicalError = ownTypicalError(values)
  if (typicalError === null) return { hand, typicalError, margin: null, detectable: null, verdict: { kind: 'too-few', needTests: 6, needDays: 21 } }
  const margin = Math.max(swc ?? 0, 2.77 * typicalError)
  return { hand, typicalError, margin, detectable: detectableChange(typicalError, values.length - 2), verdict: judgeTrend(days, values, margin) }
}
