import { protocolById, type Protocol } from '../catalogue/protocols'
import { sampleVariance } from '../measure/trials'
import type { Hand } from '../catalogue/person'
import type { DayEvent } from './event'
import { heldEvents, type DaySetup } from './live'
import { must } from '../units/must'

export interface DayRow {
  athlete: string
  left: number | null
  right: number | null
  both: number | null
  /**
   * Hands that beat their own best from before the day, and by how much, SI; none: no best
   * before, or not beaten.
   */
  beaten: readonly {
    hand: Hand
    by: number
  }[]
  /** From and to: places that the error does not tell apart. */ rank: readonly [number, number]
  /** Spread of a hand's tries asks for another test. */ retest: boolean
}
export interface DayResults {
  protocolId: string
  unit: Protocol['unit']
  /** Of one result, SI, from the spread of tries pooled over the group; null: too few. */ errorSi:
    | number
    | null
  rows: readonly DayRow[]
  /** Tries that were left out: nothing is on record of them. */ leftOut: readonly {
    athlete: string
    hand: Hand
    reason: string
  }[]
}

const HANDS = ['left', 'right', 'both'] as const
/** Hands with repeats from which the group's error is read: own rule, no source. */
const REPEATS = 3
/** Two results differ beyond so many errors of one (1.96 times the root of 2). */
const APART = 1.96 * Math.SQRT2

/**
 * The squad on each protocol of the day: bests of each hand, ranks by the better hand with the
 * places error cannot tell apart.
 */
export function resultsOf(
  setup: DaySetup,
  events: readonly DayEvent[],
  earlier: (athlete: string, station: string, hand: Hand) => number | null = () => null,
): DayResults[] {
  return [...new Set(setup.stations.map((s) => s.protocolId))].flatMap(
    (protocolId): DayResults[] => {
      const protocol = must(protocolById(protocolId))
      const here = new Set(
        setup.stations.filter((s) => s.protocolId === protocolId).map((s) => s.id),
      )
      const held = heldEvents(events)
      const tries = held.flatMap((e) =>
        e.kind === 'done' &&
        here.has(e.station) &&
        e.outcome === 'clean' &&
        typeof e.value === 'number'
          ? [{ athlete: e.athlete, hand: e.hand, value: e.value }]
          : [],
      )
      const of = (athlete: string, hand: Hand) =>
        tries.filter((t) => t.athlete === athlete && t.hand === hand).map((t) => t.value)
      // A ramp of loads has no spread to read an error from.
      const samples =
        protocol.entry === 'lift'
          ? []
          : setup.athletes
              .flatMap((a) => HANDS.map((h) => of(a.id, h)))
              .filter((v) => v.length >= 2)
      const df = samples.reduce((a, v) => a + v.length - 1, 0)
      const errorSi =
        samples.length >= REPEATS
          ? Math.sqrt(samples.reduce((a, v) => a + (v.length - 1) * sampleVariance(v), 0) / df)
          : null
      const best = (v: readonly number[]) => (v.length === 0 ? null : Math.max(...v))
      const wide = (v: readonly number[]) =>
        protocol.askOverCvPct !== null &&
        v.length >= 2 &&
        (100 * Math.sqrt(sampleVariance(v))) / (v.reduce((a, b) => a + b, 0) / v.length) >
          protocol.askOverCvPct
      const rows = setup.athletes
        .map((a) => ({
          athlete: a.id,
          left: best(of(a.id, 'left')),
          right: best(of(a.id, 'right')),
          both: best(of(a.id, 'both')),
          retest: HANDS.some((h) => wide(of(a.id, h))),
        }))
        .map((r) => ({ ...r, top: Math.max(...HANDS.map((h) => r[h] ?? -Infinity)) }))
        .filter((r) => r.top > -Infinity)
        .sort((a, b) => b.top - a.top)
      const beaten = (athlete: string, hand: Hand, now: number | null) => {
        const was = Math.max(...[...here].map((s) => earlier(athlete, s, hand) ?? -Infinity))
        return now !== null && was > -Infinity && now > was + 1e-9 ? [{ hand, by: now - was }] : []
      }
      const apart = errorSi === null ? 0 : APART * errorSi
      const ranked = rows.map((r): DayRow => ({
        athlete: r.athlete,
        left: r.left,
        right: r.right,
        both: r.both,
        beaten: HANDS.flatMap((h) => beaten(r.athlete, h, r[h])),
        retest: r.retest,
        rank: [
          1 + rows.filter((x) => x.top - r.top > apart).length,
          rows.length - rows.filter((x) => r.top - x.top > apart).length,
        ],
      }))
      // Without an error only equal results share a place.
      const leftOut = held.flatMap((e) =>
        e.kind === 'done' && here.has(e.station) && e.outcome === 'skipped'
          ? [{ athlete: e.athlete, hand: e.hand, reason: e.reason ?? '' }]
          : [],
      )
      return ranked.length === 0 && leftOut.length === 0
        ? []
        : [{ protocolId, unit: protocol.unit, errorSi, rows: ranked, leftOut }]
    },
  )
}
