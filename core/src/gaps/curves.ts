import { criticalForce, type CfRefusal, type CfResult } from '../measure/criticalForce'
import { isReadFor } from '../catalogue/protocols'
import type { Side } from '../catalogue/person'
import { validValues, type TestSession } from '../testing/session'
import type { LocalDate } from '../units/dates'
import type { Kg, Seconds } from '../units/quantity'
import { must } from '../units/must'
import { madeOf } from '../units/among'

export interface HoldPoint {
  loadKg: Kg
  seconds: Seconds
  on: LocalDate
}
export interface CfView {
  unitId: string
  unitLabel: string
  hands: Readonly<Record<Side, { points: readonly HoldPoint[]; fit: CfResult }>>
}

type Held = TestSession & { unitLabel: string }

/** Holds to failure by implement: the newest of each load a hand, and the three fits over them. */
export function criticalForceViews(sessions: readonly Held[]): CfView[] {
  const holds = sessions.filter((s) => isReadFor(s.protocolId, 'critical force') && !s.practice)
  return [...new Set(holds.map((s) => s.unitId))].map((unitId) => {
    const own = holds.filter((s) => s.unitId === unitId)
    const of = (hand: Side) => {
      const newest = new Map<number, HoldPoint>()
      for (const s of [...own].sort((a, b) => (a.performedAt < b.performedAt ? -1 : 1))) {
        const seconds = validValues(s.trials, hand)[0]
        if (seconds !== undefined)
          newest.set(Number(s.variant['loadKg']), {
            loadKg: Number(s.variant['loadKg']),
            seconds,
            on: s.performedOn,
          })
      }
      const points = [...newest.values()].sort((a, b) => b.loadKg - a.loadKg)
      return {
        points,
        fit: criticalForce(
          points.map((p) => p.loadKg),
          points.map((p) => p.seconds),
        ),
      }
    }
    return {
      unitId,
      unitLabel: must(own[0]).unitLabel,
      hands: { left: of('left'), right: of('right') },
    }
  })
}

/** What stands against a fit, in words, and what to do about it. */
export const CF_WORDS: Readonly<Record<CfRefusal, { says: string; next: string }>> = {
  fewer_than_3_points: {
    says: 'Fewer than three holds.',
    next: 'Hold two or three loads more to failure, on other days.',
  },
  fewer_than_3_distinct_forces: {
    says: 'Fewer than three different loads.',
    next: 'Add a load between, or a lighter one.',
  },
  times_too_alike: {
    says: 'The holds are too alike in length.',
    next: 'Add a load light enough to hold at least twice as long.',
  },
  forces_too_alike: {
    says: 'The loads are too alike.',
    next: 'Spread the loads: for example 80, 60 and 45 % of max.',
  },
  not_monotone: {
    says: 'A heavier load was held as long as a lighter one.',
    next: 'Repeat the one that looks wrong, rested.',
  },
  CF_not_positive: {
    says: 'The line gives no load above nothing.',
    next: 'Add a long hold at a light load.',
  },
  W_not_positive: {
    says: 'The line leaves no work above the critical load.',
    next: 'Add a short hold at a heavy load.',
  },
  CF_not_below_lightest_load: {
    says: 'The critical load comes out at or over the lightest one held to failure.',
    next: 'Add a lighter load.',
  },
  CF_too_imprecise: {
    says: 'The critical load is not precise enough (standard error over 10 %).',
    next: 'Add a fourth load, or repeat the odd one.',
  },
  W_too_imprecise: {
    says: 'The work above it is not precise enough (standard error over 30 %).',
    next: 'Add a short, heavy hold.',
  },
}

export const ANGLES = ['flexed', 'straight', 'extended'] as const
export interface AngleCurve {
  on: LocalDate
  byAngle: Readonly<Record<(typeof ANGLES)[number], Partial<Record<Side, number>>>>
}

/**
 * Force by wrist angle (N, best valid trial) of the newest day all of it was squeezed; null without
 * one.
 */
export function angleCurve(sessions: readonly TestSession[]): AngleCurve | null {
  const tested = sessions.filter((s) => isReadFor(s.protocolId, 'angles') && !s.practice)
  const on = tested
    .map((s) => s.performedOn)
    .sort()
    .at(-1)
  if (!on) return null
  const best = (angle: string, hand: Side) => {
    const all = tested
      .filter((s) => s.performedOn === on && s.variant['angle'] === angle)
      .flatMap((s) => validValues(s.trials, hand))
    return all.length > 0 ? Math.max(...all) : undefined
  }
  return {
    on,
    byAngle: madeOf(ANGLES, (a) => ({ left: best(a, 'left'), right: best(a, 'right') })),
  }
}
