import { protocolOf, type Protocol } from '../catalogue/protocols'
import { namedBy } from '../catalogue/setups'
import { isConsistent, type AsymmetryVerdict } from '../measure/asymmetry'
import { judgeSingle, pooledError } from '../measure/error'
import type { TrialSummary } from '../measure/trials'
import { rampStep } from '../testing/ramp'
import { readSession, seriesKey, type SeriesSetup, type TestSession } from '../testing/session'
import { type Hand } from '../catalogue/person'
import type { LocalDate } from '../units/dates'
import { formatStated, METRIC, type UnitChoice } from '../units/format'
import { must } from '../units/must'

export interface SeriesPoint {
  sessionId: string
  on: LocalDate
  practice: boolean
  byHand: Partial<Record<Hand, TrialSummary>>
  verdict: AsymmetryVerdict | null
  /** How far above the best the lightest miss was, SI; only of lifts and springs. */
  missedBy?: number | undefined
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

/**
 * Sessions into series by their key, oldest point first; series with the newest result first.
 * Struck trials are out.
 */
export function buildSeries(sessions: readonly TestSession[]): Series[] {
  const groups = new Map<string, TestSession[]>()
  for (const s of sessions) {
    const key = seriesKey(s.athleteId, s, 'pair')
    groups.set(key, [...(groups.get(key) ?? []), s])
  }
  const all = [...groups].flatMap(([key, group]): Series[] => {
    const protocol = protocolOf(must(group[0]))
    if (!protocol) return []
    const seen = [...group]
      .sort((a, b) => (a.performedAt < b.performedAt ? -1 : 1))
      .map((s) => point(protocol, s))
      .filter((p) => Object.keys(p.byHand).length > 0)
    if (seen.length === 0) return []
    const points =
      protocol.hands === 'each' && protocol.trials === 1 ? singles(seen, protocol) : seen
    const judged = onePerDay(points.filter((p) => !p.practice)).flatMap((p) =>
      p.verdict ? [p.verdict] : [],
    )
    return [
      {
        key,
        athleteId: must(group[0]).athleteId,
        protocol,
        setup: must(group[0]),
        points,
        consistent: isConsistent(judged),
      },
    ]
  })
  return all.sort((a, b) => (last(a).on < last(b).on ? 1 : -1))
}

const last = (s: Series): SeriesPoint => must(s.points[s.points.length - 1])

/**
 * Differences between consecutive tests of both hands, practice left out: what the error of a
 * single result is read from.
 */
function ownDifferences(points: readonly SeriesPoint[]): number[] {
  return (['left', 'right'] as const).flatMap((hand) => {
    const values = points.filter((p) => !p.practice).flatMap((p) => p.byHand[hand]?.best ?? [])
    return values.slice(1).map((v, i) => v - must(values[i]))
  })
}

/** Own repeats from which a single result has an error: own rule, no source. */
const REPEATS = 3

/**
 * One result a hand: the verdict rests on the error between the athlete's own repeats (3 tests or
 * more), else it is seen once.
 */
function singles(points: readonly SeriesPoint[], protocol: Protocol): SeriesPoint[] {
  const error =
    points.filter((p) => !p.practice).length < REPEATS
      ? null
      : pooledError(ownDifferences(points), [])
  return points.map((p) => {
    const { left, right } = p.byHand
    if (
      !left ||
      !right ||
      left.n !== 1 ||
      right.n !== 1 ||
      (p.verdict?.kind === 'unknown' && p.verdict.reason === 'loads-differ')
    )
      return p
    // Half a step of the ramp, or half the bracket the best is known within.
    const step =
      protocol.entry === 'lift'
        ? rampStep(Math.max(left.best, right.best), null)
        : (p.missedBy ?? 0)
    return { ...p, verdict: judgeSingle(left.best, right.best, error, step / 2) }
  })
}

/** What makes a series its own, in words; choices not asked for at the time are left out. */
export function setupWords(
  s: Pick<Series, 'protocol' | 'setup'>,
  choice: UnitChoice = METRIC,
): string {
  return s.protocol.variants
    .flatMap((v) => {
      const o = v.options.find((x) => x.id === s.setup.variant[v.id])
      return o ? [`${v.name.toLowerCase()} ${o.name.toLowerCase()}`] : []
    })
    .concat(
      s.protocol.numbers.flatMap((n) =>
        s.setup.variant[n.id] === undefined
          ? []
          : [
              `${formatStated(Number(s.setup.variant[n.id]), n.unit, choice)} ` +
                `${n.name.toLowerCase().replace('load ', '')}`,
            ],
      ),
    )
    .join(', ')
}

/**
 * Name of a series among others: its protocol, or what that is called with the choice made, with
 * the choices in which it differs from others of the same protocol.
 */
export function seriesName(s: Series, all: readonly Series[], choice: UnitChoice = METRIC): string {
  const same = all.filter((x) => x.protocol.id === s.protocol.id)
  const differs = (id: string) => new Set(same.map((x) => x.setup.variant[id] ?? '')).size > 1
  const { variants, numbers } = s.protocol
  const { name, by } = namedBy(s.protocol, s.setup.variant)
  return [
    name,
    ...variants
      .filter((v) => v.id !== by && differs(v.id))
      .map((v) => v.options.find((o) => o.id === s.setup.variant[v.id]) ?? must(v.options[0]))
      .map((o) => o.name.toLowerCase()),
    ...numbers.flatMap((n) => {
      const stated = s.setup.variant[n.id]
      return differs(n.id) && stated !== undefined
        ? [formatStated(Number(stated), n.unit, choice)]
        : []
    }),
  ].join(', ')
}

/** The newest point of each day. */
export const onePerDay = (points: readonly SeriesPoint[]): SeriesPoint[] =>
  points.filter((p, i) => points[i + 1]?.on !== p.on)

function point(protocol: Protocol, session: TestSession): SeriesPoint {
  const reading = readSession(protocol, session.trials, session.variant)
  const byHand: Partial<Record<Hand, TrialSummary>> = {}
  for (const h of reading.hands) if (h.summary) byHand[h.hand] = h.summary
  return {
    sessionId: session.id,
    on: session.performedOn,
    practice: session.practice,
    byHand,
    verdict: reading.verdict,
    ...(protocol.heaviest && { missedBy: missedBy(session, byHand) }),
  }
}

/** The wider of the two hands' gaps between heaviest clean and lightest missed. */
function missedBy(session: TestSession, byHand: SeriesPoint['byHand']): number | undefined {
  const gaps = (['left', 'right'] as const).flatMap((hand) => {
    const best = byHand[hand]?.best
    const over = session.trials
      .filter(
        (t) => t.hand === hand && t.missed && !t.struck && best !== undefined && t.value > best,
      )
      .map((t) => t.value)
    return over.length > 0 ? [Math.min(...over) - must(best)] : []
  })
  return gaps.length > 0 ? Math.max(...gaps) : undefined
}
