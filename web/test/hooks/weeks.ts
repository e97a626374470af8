import type { PlanView } from '@mano/contract/plan'
import { IMPLEMENTS } from '@mano/core/catalogue/implements'
import { EMPTY_DAY } from '@mano/core/intake/week'
import type { WeekProblem } from '@mano/core/plan/problem'
import { PLAIN_TERMS, type Block, type WeekPlan } from '@mano/core/plan/types'
import { wantsOf } from '../../../core/test/plan/wants'
import { WELL } from '../../../core/test/safety/well'

/** A Monday to come, a week to plan from it, and a plan with one exercise. */
export const WEEK = '2026-10-12'
export const PROBLEM: WeekProblem = {
  weekStart: WEEK,
  frame: Array.from({ length: 7 }, (_, d) => ({ ...EMPTY_DAY, minutes: d < 5 ? 45 : 0 })),
  wants: wantsOf('boxer'),
  facts: { ...WELL, today: '2026-10-08' },
  units: IMPLEMENTS.map((k) => ({ kind: k.id, place: 'hall' as const })),
  hardBefore: [],
  lastLoad: null,
  terms: PLAIN_TERMS,
  near: null,
}
export const planOf = (...blocks: Partial<Block>[]): WeekPlan =>
  ({
    ...{ weekStart: WEEK, frame: PROBLEM.frame, testDay: null },
    blocks: blocks.map((b, i) => ({ id: `b${i}`, ...b })),
  }) as WeekPlan
export const PLAN = planOf({ exerciseId: 'ext_band', day: 1, sets: 2, dose: 15, hands: ['left'] })
export const VIEW: PlanView = {
  ...{ frame: [...PROBLEM.frame], kit: [], touched: { demands: null, week: null }, tiers: [] },
  ...{ wishes: [], flatOn: null, versions: [] },
}
export const version = (weekStart: string, more: object = {}) =>
  ({
    ...{ id: `v-${weekStart}`, weekStart, frame: [...PROBLEM.frame], blocks: [], reason: '' },
    ...{ terms: PLAIN_TERMS, savedOn: '2026-10-01', savedAt: '', number: 1, by: '', asked: [] },
    ...more,
  }) as PlanView['versions'][number]
