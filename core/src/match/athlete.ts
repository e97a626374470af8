import { ownTau, type CurvePoint } from '../hand/curve'
import { measuredWrap } from '../hand/wrap'
import { latestMeasure, type BodyMeasurement } from '../intake/record'
import type { Side } from '../catalogue/person'
import type { Judge } from '../safety/judge'
import { validValues, type TestSession } from '../testing/session'
import type { MatchAthlete } from './rank'
import type { Mm } from '../units/quantity'
import { isReadFor } from '../catalogue/protocols'
import { must } from '../units/must'

export interface AthleteFacts {
  level: string
  measurements: readonly BodyMeasurement[]
  /** Newest first. */
  wraps: readonly { unitId: string; hand: Side; gapMm: Mm }[]
  judge: Judge
  sessions: readonly (TestSession & { sizeMm: Mm | null })[]
}

/**
 * The own handle curve of the newest day it was tested: best valid try by diameter; empty without
 * one.
 */
export function handleCurve(sessions: AthleteFacts['sessions'], hand: Side): CurvePoint[] {
  const tested = sessions.filter(
    (s) =>
      isReadFor(s.protocolId, 'own handles') &&
      !s.practice &&
      s.sizeMm !== null &&
      validValues(s.trials, hand).length > 0,
  )
  const day = tested
    .map((s) => s.performedOn)
    .sort()
    .at(-1)
  return tested
    .filter((s) => s.performedOn === day)
    .map((s) => ({ diameterMm: must(s.sizeMm), value: Math.max(...validValues(s.trials, hand)) }))
}

/** What the matcher looks at, from an athlete's record. */
export function matchAthlete(facts: AthleteFacts): MatchAthlete {
  const length = (hand: Side) =>
    latestMeasure(facts.measurements, 'hand_length', hand)?.value ?? null
  const wraps = new Map<string, number>()
  for (const w of facts.wraps)
    if (!wraps.has(`${w.unitId} ${w.hand}`)) wraps.set(`${w.unitId} ${w.hand}`, w.gapMm)
  const tau = (hand: Side) => {
    const t = ownTau(handleCurve(facts.sessions, hand))
    return t.ok ? t.tauMm : null
  }
  return {
    level: facts.level,
    judge: facts.judge,
    handLengthMm: { left: length('left'), right: length('right') },
    ownTauMm: { left: tau('left'), right: tau('right') },
    wrapOf: (unitId, hand) => {
      const gap = wraps.get(`${unitId} ${hand}`)
      return gap === undefined ? null : measuredWrap(gap)
    },
  }
}
