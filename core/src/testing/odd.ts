import type { Protocol } from '../catalogue/protocols'
import type { ResultUnit } from '../units/units'
import { medianOf } from '../measure/quantiles'
import { formatWithUnit, type UnitChoice } from '../units/format'

/**
 * How many times another try of the hand, and of the other hand, a result is before it is asked
 * whether a key slipped. Practice estimates, no source: tries of one hand differ by a tenth, two
 * hands by a third; a hold or a count can be a half or the double.
 */
const TIMES: Partial<Record<ResultUnit, { own: number; other: number }>> = {
  N: { own: 1.6, other: 2.2 },
  'N m': { own: 1.6, other: 2.2 },
  s: { own: 3, other: 4 },
  m: { own: 3, other: 4 },
  count: { own: 3, other: 4 },
  deg: { own: 2, other: 3 },
}

/**
 * The result a typed one is asked beside, where it is out of all proportion to it; null: nothing to
 * ask. `own`, `other`: counted results of this test, by hand, in the protocol's unit (SI). Loads
 * that rise from try to try by design are not asked.
 */
export function oddBeside(
  value: number,
  own: readonly number[],
  other: readonly number[],
  protocol: Pick<Protocol, 'unit' | 'heaviest'>,
): number | null {
  const times = TIMES[protocol.unit]
  if (!times || protocol.heaviest || value <= 0) return null
  const [results, most] = own.length > 0 ? [own, times.own] : [other, times.other]
  if (results.length === 0) return null
  const middle = medianOf(results)
  return middle > 0 && (value > middle * most || value < middle / most) ? middle : null
}

/** The question, for the screen: it counts when it is said again. */
export const oddWords = (
  value: number,
  beside: number,
  unit: ResultUnit,
  choice: UnitChoice,
): string =>
  `${formatWithUnit(value, unit, choice)} beside ` +
  `${formatWithUnit(beside, unit, choice)}: is that right? Enter it again if so, or ` +
  'correct it.'
