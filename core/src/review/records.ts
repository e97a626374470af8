import type { ResultUnit } from '../units/units'
import type { TestConditions } from '../safety/conditions'
import type { TestSession } from '../testing/session'
import type { Hand } from '../catalogue/person'
import type { LocalDate } from '../units/dates'
import { setupWords, type Series } from '../record/series'
import { METRIC, type UnitChoice } from '../units/format'
import { must } from '../units/must'
import { entriesOf } from '../units/among'

/** The best of one hand in one exact series, and how it was done. Value SI, in `unit`. */
export interface Best {
  athleteId: string
  seriesKey: string
  protocolId: string
  test: string
  setup: string
  implement: string
  hand: Hand
  best: number
  unit: ResultUnit
  on: LocalDate
  sessionId: string
  conditions: string
  practice: boolean
}
type Kept = TestSession & {
  unitLabel?: string
  conditions?: Partial<TestConditions & { familiar: boolean }>
  overrideReason?: string
}

const SAID = {
  warm: ['warm', 'not warmed up'],
  rested: ['rested', 'not rested'],
  skinGood: ['skin good', 'skin not good'],
  well: ['well', 'not well'],
} satisfies Partial<Record<keyof NonNullable<Kept['conditions']>, [yes: string, no: string]>>
const inWords = (s: Kept): string =>
  [
    ...entriesOf(SAID).flatMap(([k, [yes, no]]) => {
      const v = s.conditions?.[k]
      return v === undefined ? [] : [v ? yes : no]
    }),
    ...(s.overrideReason ? [`in spite of a caution: ${s.overrideReason}`] : []),
    ...(s.practice ? ['practice'] : []),
  ].join(', ')

/**
 * Bests per exact series and hand, the first to reach it where it was equalled; a changed implement
 * or set-up is a book of its own. Practice counts: it was lifted.
 */
export function recordBook(
  series: readonly Series[],
  sessions: readonly Kept[],
  choice: UnitChoice = METRIC,
): Best[] {
  const of = new Map(sessions.map((s) => [s.id, s]))
  return series
    .filter((s) => !s.protocol.curve)
    .flatMap((s) =>
      (['left', 'right', 'both'] as const).flatMap((hand): Best[] => {
        const points = s.points.filter((p) => p.byHand[hand])
        if (points.length === 0) return []
        const top = points.reduce((a, b) =>
          must(b.byHand[hand]).best > must(a.byHand[hand]).best + 1e-9 ? b : a,
        )
        const session = of.get(top.sessionId)
        return [
          {
            athleteId: s.athleteId,
            seriesKey: s.key,
            protocolId: s.protocol.id,
            test: s.protocol.name,
            setup: setupWords(s, choice),
            implement: session?.unitLabel ?? '',
            hand,
            best: must(top.byHand[hand]).best,
            unit: s.protocol.unit,
            on: top.on,
            sessionId: top.sessionId,
            conditions: session ? inWords(session) : '',
            practice: top.practice,
          },
        ]
      }),
    )
}
