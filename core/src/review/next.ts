import { isReadFor } from '../catalogue/protocols'
import { readinessOn } from '../session/readiness'
import type { TestSession } from '../testing/session'
import { type LocalDate, daysBetween } from '../units/dates'
import type { Period } from './changes'
import type { ConclusionLine } from './conclusion'
import type { NextFacts } from './nextFacts'
import {
  evenLines,
  flatLines,
  gainLines,
  keepLine,
  lighterLines,
  lossLines,
  referLines,
  staleLines,
} from './nextLines'

/**
 * A drafted decision from the numbers: at most a handful of lines, worst first; nothing is called
 * that error can explain. While somebody is to be seen by a clinician, nothing is raised. The coach
 * has the last word.
 */
export function draftNext(f: NextFacts): ConclusionLine[] {
  const refer = referLines(f)
  const lighter = lighterLines(f)
  const drafted = [
    ...refer,
    ...lossLines(f, refer.length > 0, lighter.length > 0),
    ...lighter,
    ...evenLines(f),
    ...flatLines(f),
    ...staleLines(f),
    ...gainLines(f),
  ]
  return drafted.length > 0 ? drafted : [keepLine(f)]
}

/**
 * The newest day in the last two weeks of a period on which the readiness squeeze was low, as the
 * one before it was; null: none.
 */
export function lowTwiceOf(sessions: readonly TestSession[], period: Period): LocalDate | null {
  const squeezes = sessions
    .filter((s) => isReadFor(s.protocolId, 'readiness') && s.performedOn <= period.to)
    .sort((a, b) => (a.performedAt < b.performedAt ? -1 : 1))
  const days = [...new Set(squeezes.map((s) => s.performedOn))].filter(
    (on) => daysBetween(on, period.to) < 14,
  )
  return days.filter((on) => readinessOn(squeezes, on)?.lowTwice === true).at(-1) ?? null
}
