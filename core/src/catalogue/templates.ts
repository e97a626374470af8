import type { Place } from './places'
import type { Minutes } from '../units/quantity'

/** `dose`: the coach's own amount a set; absent: each athlete's. */
export interface TemplateBlock { exerciseId: string; sets: number; dose?: number }
/** A session of a template: the day it would rather have (0 Monday), its minutes and where. */
export interface TemplateSession { day: number; minutes: Minutes; place: Place; blocks: readonly TemplateBlock[] }
export interface PlanTemplate {
  id: string
  name: string
  says: string
  kind: 'ordinary' | 'deload' | 'travel'
  /** One list of sessions a week, for one week or more. */
  weeks: readonly (readonly TemplateSession[])[]
}

const block = (exerciseId: string, sets: number): TemplateBlock => ({ exerciseId, sets })
const openers = (day: number): TemplateSession => ({ day, minutes: 15, place: 'home', blocks: [block('ext_band', 3)] })

/** Weeks to start from: invented, common practice, no source. */
export const TEMPLATES: readonly PlanTemplate[] = [
  {
    id: 'three_days', name: 'Three days', says: 'Closing force with the wrist both ways, pinch with turning, carries and holds; openers on a rest day.', kind: 'ordinary',
    weeks: [[
      { day: 0, minutes: 45, place: 'hall', blocks: [block('spring_low', 4), block('wrist_curl', 3), block('wrist_rev', 2), block('ext_band', 3)] },
      { day: 2, minutes: 45, place: 'hall', blocks: [block('pinch_hold', 4), block('lever_pron', 3), block('lever_sup', 3)] },
      { day: 4, minutes: 45, place: 'hall', blocks: [block('carry_heavy', 4), block('hang_active', 3), block('wrist_iso', 2)] },
      openers(5),
    ]],
  },
  {
    id: 'two_days', name: 'Two days', says: 'For the busy: the most of it twice, half an hour each.', kind: 'ordinary',
    weeks: [[
      { day: 1, minutes: 35, place: 'hall', blocks: [block('pinch_hold', 3), block('carry_heavy', 3), block('wrist_rev', 2), block('ext_band', 3)] },
      { day: 4, minutes: 35, place: 'hall', blocks: [block('spring_low', 3), block('hang_active', 3), block('wrist_iso', 1), block('ext_band', 3)] },
    ]],
  },
  {
    id: 'one_day', name: 'One combined day', says: 'One session that works hands and body together.', kind: 'ordinary',
    weeks: [[{ day: 2, minutes: 50, place: 'hall', blocks: [block('towel_pull', 3), block('carry_heavy', 4), block('bell_up_hold', 2), block('ext_band', 3)] }]],
  },
  {
    id: 'two_home', name: 'Two short days at home', says: 'With what a home has: bag, towel, books and a band.', kind: 'ordinary',
    weeks: [[
      { day: 1, minutes: 30, place: 'home', blocks: [block('carry_one', 2), block('wrist_rev', 2), block('ext_band', 3)] },
      { day: 4, minutes: 30, place: 'home', blocks: [block('wring', 3), block('wrist_iso', 1), block('ext_band', 3)] },
    ]],
  },
  {
    id: 'travel', name: 'A week away', says: 'Short days with the bag; later weeks do not grow from it.', kind: 'travel',
    weeks: [[
      { day: 1, minutes: 30, place: 'bag', blocks: [block('carry_long', 3), block('wrist_iso', 1), block('ext_band', 3)] },
      { day: 4, minutes: 30, place: 'bag', blocks: [block('towel_hang', 3), block('wrist_rev', 2), block('ext_band', 3)] },
    ]],
  },
  {
    id: 'layoff', name: 'Back after a layoff', says: 'A fortnight of easy work, nothing maximal, before the load grows again.', kind: 'deload',
    weeks: [
      [
        { day: 0, minutes: 25, place: 'hall', blocks: [block('hang_dead', 2), block('wrist_rev', 2), block('ext_band', 3)] },
        { day: 3, minutes: 25, place: 'hall', blocks: [block('carry_long', 2), block('wrist_iso', 1), block('ext_band', 3)] },
      ],
      [
        { day: 0, minutes: 35, place: 'hall', blocks: [block('hang_dead', 3), block('pinch_hold', 2), block('wrist_rev', 2), block('ext_band', 3)] },
        { day: 3, minutes: 35, place: 'hall', blocks: [block('carry_long', 3), block('finger_roll', 2), block('wrist_iso', 1), block('ext_band', 3)] },
      ],
    ],
  },
]
