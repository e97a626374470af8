import type { PlanView } from '@mano/contract/plan'
import type { DayFrame } from '@mano/core/intake/week'
import { NO_TERMS, type Block } from '@mano/core/plan/types'

/** A plan with one week of 5 October, saved before it began. */
export const planView = (
  frame: DayFrame[],
  blocks: Block[],
  asked: PlanView['versions'][number]['asked'] = [],
): PlanView => ({
  frame,
  kit: [],
  touched: { demands: null, week: null },
  tiers: [],
  wishes: [],
  flatOn: null,
  versions: [
    {
      id: 'v',
      weekStart: '2026-10-05',
      frame,
      blocks,
      reason: '',
      terms: NO_TERMS,
      savedOn: '2026-10-01',
      savedAt: '',
      number: 1,
      by: '',
      asked,
    },
  ],
})
