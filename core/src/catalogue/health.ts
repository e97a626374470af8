import { rowOf } from '../units/row'

/** Health questions at intake, asked again after so many days: common practice, no source. */
export const HEALTH_VALID_DAYS = 183

export const HEALTH_QUESTIONS = [
  { id: 'blood_pressure', ask: 'High blood pressure' },
  { id: 'heart', ask: 'Heart trouble, chest pain or fainting in effort' },
  { id: 'vascular', ask: 'Trouble with the vessels of arm or hand, swollen or white fingers' },
  { id: 'clotting', ask: 'Clots, bleeding or blood thinners' },
  { id: 'pregnancy', ask: 'Pregnancy, or birth in the last 12 weeks' },
  { id: 'recent_surgery', ask: 'Surgery in the last 12 weeks, or of arm or hand in the last year' },
  {
    id: 'medication',
    ask: 'Medicine for heart or pressure, steroids, or antibiotics that weaken tendons',
  },
  { id: 'nerve_history', ask: 'Numbness or tingling in the past' },
] as const
export type HealthId = (typeof HEALTH_QUESTIONS)[number]['id']
export const healthQuestion = (id: HealthId): string => rowOf(HEALTH_QUESTIONS, id).ask

/** What rules blood-flow restriction out: for good, or until it is cleared. */
export const RESTRICTION_NEVER: readonly HealthId[] = [
  'clotting',
  'vascular',
  'heart',
  'blood_pressure',
  'pregnancy',
  'nerve_history',
]
export const RESTRICTION_UNTIL_CLEARED: readonly HealthId[] = ['recent_surgery', 'medication']
