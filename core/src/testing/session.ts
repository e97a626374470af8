import type { Hand, PainWhere, Side } from '../catalogue/person'
import { type Protocol, type TryDetails, protocolOf } from '../catalogue/protocols'
import type { EntryUnit } from '../units/units'
import type { LocalDate } from '../units/dates'
import { judgeAsymmetry, type AsymmetryVerdict } from '../measure/asymmetry'
import { judgeSingle } from '../measure/error'
import { rampHand, rampNext, type RampTry } from './ramp'
import {
  adviseTrials,
  summariseTrials,
  type TrialAdvice,
  type TrialSummary,
} from '../measure/trials'
import type { Kg, Mm } from '../units/quantity'
import { must } from '../units/must'
import { handsOf } from '../catalogue/person'

export interface Trial {
  id: string
  hand: Hand
  /** Order of the try within its hand, from 1. */
  ordinal: number
  /** SI, in the protocol's unit. */
  value: number
  enteredValue: number
  enteredUnit: EntryUnit
  pain: number | null
  /** Which hand hurt and where, where somebody said. */
  painWhere?: PainWhere | null | undefined
  /** Instant, ISO. */
  recordedAt: string
  struck: { reason: string } | null
  correction: { reason: string } | null
  /** A lift that was not clean: kept, out of the result. */
  missed?: boolean | undefined
  /**
   * What is kept beside the result: time and drops of a carry, the spring of a close, the lines
   * ticked.
   */
  details?: TryDetails | undefined
}

/** What makes two results comparable, apart from athlete and hand. */
export interface SeriesSetup {
  protocolId: string
  protocolVersion: number
  unitId: string
  measurementId: string
  /** Posture, handle position, palms, shoulders, added load and the like. */
  variant: Readonly<Record<string, string>>
}

export interface TestSession extends SeriesSetup {
  id: string
  athleteId: string
  performedAt: string
  performedOn: LocalDate
  /** Before enough familiarisation: its verdict is marked, and it stays out of norms and trends. */
  practice: boolean
  trials: readonly Trial[]
  /** Kind and size of the implement that day, where known. */
  unitKind?: string | undefined
  sizeMm?: Mm | null | undefined
  /** Expected best a ramp starts from, kg. */
  expectedKg?: Kg | null | undefined
}

/** One spelling of a stated number: 88.9 and 88.89999999999999 are one length. */
const sameNumber = (v: string): string =>
  Number.isFinite(Number(v)) ? String(Math.round(1000 * Number(v)) / 1000) : v

/**
 * The key of one series; results with different keys are never joined. `both` is its own hand. A
 * choice left at its first option is
 * left out, so that a result from before the choice was asked stays in its series. Springs of one
 * spread and handle are one series.
 */
export function seriesKey(athleteId: string, setup: SeriesSetup, hand: Hand | 'pair'): string {
  const protocol = protocolOf(setup)
  const usual = new Map<string, string | null>([
    ...(protocol?.variants ?? []).map((v) => [v.id, must(v.options[0]).id] as const),
    ...(protocol?.numbers ?? []).map((n) => [n.id, n.start] as const),
  ])
  const elsewhere = new Set(
    (protocol?.numbers ?? [])
      .filter((n) => n.hand && (hand === 'left' || hand === 'right') && n.hand !== hand)
      .map((n) => n.id),
  )
  const stated = new Set((protocol?.numbers ?? []).map((n) => n.id))
  const as = (k: string, v: string | null | undefined) =>
    stated.has(k) && v != null ? sameNumber(v) : v
  const variant = Object.entries(setup.variant)
    .filter(([k, v]) => as(k, usual.get(k)) !== as(k, v) && !elsewhere.has(k))
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([k, v]) => `${k}=${as(k, v)}`)
  const unit = protocol?.entry === 'spring' ? ['springs'] : [setup.unitId, setup.measurementId]
  return [
    athleteId,
    hand,
    `${setup.protocolId}@${setup.protocolVersion}`,
    ...unit,
    ...variant,
  ].join('|')
}

/**
 * Tests of the same series as `of`, for one hand: another position, angle or measured size is
 * another series.
 */
export const sameSeries = <S extends SeriesSetup>(
  sessions: readonly S[],
  of: SeriesSetup,
  hand: Hand,
): S[] => {
  const key = seriesKey('', of, hand)
  return sessions.filter((s) => seriesKey('', s, hand) === key)
}

export const validTrials = (trials: readonly Trial[], hand: Hand): Trial[] =>
  trials
    .filter((t) => t.hand === hand && !t.struck && !t.missed)
    .sort((a, b) => a.ordinal - b.ordinal)

export const validValues = (trials: readonly Trial[], hand: Hand): number[] =>
  validTrials(trials, hand).map((t) => t.value)

/** What counts of a hand's tries: each valid one, or of lifts the heaviest clean one. */
export function countedValues(protocol: Protocol, trials: readonly Trial[], hand: Hand): number[] {
  const values = validValues(trials, hand)
  return protocol.heaviest && values.length > 0 ? [Math.max(...values)] : values
}

export interface HandReading {
  hand: Hand
  summary: TrialSummary | null
  advice: TrialAdvice
}

export interface SessionReading {
  hands: readonly HandReading[]
  /** Null for two-handed results: they have no side. */
  verdict: AsymmetryVerdict | null
}

/** True when both hands worked at the same stated load or help. */
export function sameLoad(protocol: Protocol, variant: Readonly<Record<string, string>>): boolean {
  const of = (hand: Side) =>
    protocol.numbers.filter((n) => n.hand === hand).map((n) => variant[n.id] ?? n.start)
  return of('left').join() === of('right').join()
}

/**
 * Everything the screen says about a session's trials so far. Values SI. `variant`: loads stated
 * for each hand.
 */
export function readSession(
  protocol: Protocol,
  trials: readonly Trial[],
  variant: Readonly<Record<string, string>> = {},
): SessionReading {
  const hands = handsOf(protocol)
  return {
    hands: hands.map((hand) => {
      const values = countedValues(protocol, trials, hand)
      const s = summariseTrials(values)
      return { hand, summary: s.ok ? s : null, advice: adviseTrials(values, protocol) }
    }),
    verdict:
      protocol.hands === 'both'
        ? null
        : !sameLoad(protocol, variant)
          ? { kind: 'unknown', reason: 'loads-differ' }
          : verdictOf(
              protocol,
              countedValues(protocol, trials, 'left'),
              countedValues(protocol, trials, 'right'),
            ),
  }
}

/** One result a hand has no error of its own: its series may know one, the session does not. */
function verdictOf(
  protocol: Protocol,
  left: readonly number[],
  right: readonly number[],
): AsymmetryVerdict {
  if (protocol.trials === 1 && (left.length === 0 || right.length === 0))
    return { kind: 'unknown', reason: 'too-few-trials', need: 1 }
  return protocol.trials === 1 && left.length === 1 && right.length === 1
    ? judgeSingle(must(left[0]), must(right[0]), null, 0)
    : judgeAsymmetry(left, right)
}

const wants = (advice: TrialAdvice): boolean =>
  advice.kind === 'to-go' || advice.kind === 'one-more'

/**
 * Which hand tries next: hands alternate from `first`, a hand that is stopped is passed over, and a
 * hand whose
 * spread is wide gets one more. Null when nothing is left to do.
 */
export function nextTry(
  protocol: Protocol,
  trials: readonly Trial[],
  first: Side,
  stopped: readonly Hand[],
  ramp: RampSetUp | null = null,
): { hand: Hand; ordinal: number; loadKg?: Kg } | null {
  if (protocol.entry === 'lift' && protocol.heaviest && ramp) {
    const lifts = rampTries(trials)
    const of = (hand: Side) => rampNext(lifts, hand, ramp.expectedKg, ramp.smallestKg)
    const hand = rampHand(lifts, first, (h) => stopped.includes(h) || of(h).kind === 'done')
    const next = hand && of(hand)
    return hand && next?.kind === 'try'
      ? { hand, ordinal: nextOrdinal(trials, hand), loadKg: next.loadKg }
      : null
  }
  const open = readSession(protocol, trials).hands.filter(
    (h) => wants(h.advice) && !stopped.includes(h.hand),
  )
  if (open.length === 0) return null
  const order = open
    .map((h) => h.hand)
    .sort(
      (a, b) =>
        validValues(trials, a).length - validValues(trials, b).length ||
        (a === first ? -1 : b === first ? 1 : 0),
    )
  const hand = must(order[0])
  return { hand, ordinal: nextOrdinal(trials, hand) }
}

/**
 * Number of the next try of a hand: one more than the highest, whatever was moved to the other
 * hand.
 */
export const nextOrdinal = (
  trials: readonly Pick<Trial, 'hand' | 'ordinal'>[],
  hand: Hand,
): number => 1 + Math.max(0, ...trials.filter((t) => t.hand === hand).map((t) => t.ordinal))

/** Where a ramp starts and how fine the plates are, kg. */
export interface RampSetUp {
  expectedKg: Kg
  smallestKg: Kg | null
}

/** Lifts in the order they were done; struck ones are out. */
export const rampTries = (trials: readonly Trial[]): RampTry[] =>
  trials
    .filter((t) => !t.struck)
    .sort((a, b) => a.ordinal - b.ordinal || (a.recordedAt < b.recordedAt ? -1 : 1))
    .flatMap((t) =>
      t.hand === 'both' ? [] : [{ hand: t.hand, loadKg: t.value, clean: !t.missed }],
    )

/** A session short of trials, or with a spread that asked for one more. */
export function isUnfinished(session: TestSession): boolean {
  const protocol = protocolOf(session)
  if (protocol?.entry === 'spring')
    return !(['left', 'right'] as const).every((h) =>
      session.trials.some((t) => t.hand === h && !t.struck),
    )
  if (protocol?.entry === 'lift' && protocol.heaviest && session.expectedKg)
    return (
      nextTry(protocol, session.trials, 'left', [], {
        expectedKg: session.expectedKg,
        smallestKg: null,
      }) !== null
    )
  return (
    protocol !== undefined &&
    readSession(protocol, session.trials).hands.some((h) => wants(h.advice))
  )
}

/**
 * Practice: fewer earlier sessions of this protocol than it needs, and no earlier experience
 * entered.
 */
export const isPractice = (
  protocol: Protocol,
  earlierSessions: number,
  familiar: boolean,
): boolean => !familiar && earlierSessions < protocol.familiarSessions
