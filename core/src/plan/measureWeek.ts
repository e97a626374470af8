import { exerciseById } from '../catalogue/exercises'
import { sportStress } from './limits'
import { picks, type Measured, type Settings } from './schools'
import type { WeekPlan } from './types'
import { must } from '../units/must'

/**
 * A quantity of a planned week by which a school is seen: sets, days, finger load of pulls, or
 * blocks before a pull.
 */
export function measureWeek(plan: WeekPlan, what: Measured, settings: Settings): number {
  const own = (p: Extract<Measured, { kind: 'sets' | 'days' }>['pick']) =>
    plan.blocks.filter((b) => {
      const e = exerciseById(b.exerciseId)
      return e && picks(p, e)
    })
  switch (what.kind) {
    case 'sets':
      return own(what.pick).reduce((a, b) => a + b.sets, 0)
    case 'days':
      return new Set(own(what.pick).map((b) => b.day)).size
    case 'pull_stress':
      return plan.frame.reduce(
        (a, d, day) =>
          a +
          (d.heavyPull === 'none'
            ? 0
            : sportStress(plan.frame, day, 'finger_flexors', settings) -
              sportStress(
                plan.frame.map((x) => ({ ...x, heavyPull: 'none' as const })),
                day,
                'finger_flexors',
                settings,
              )),
        0,
      )
    case 'before_pull':
      return plan.blocks.filter(
        (b) =>
          must(plan.frame[b.day]).heavyPull === 'after' &&
          exerciseById(b.exerciseId)?.position === 'early',
      ).length
  }
}
