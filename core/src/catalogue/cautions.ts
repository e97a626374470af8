import {
  ageRows,
  dayRows,
  experienceRows,
  healthRows,
  noticeRows,
  painRows,
  symptomRows,
} from './cautionRows'
import type { Caution } from './cautionTypes'
import { injuryRows } from './injuries'

export const SYMPTOMS = [
  { id: 'numbness', name: 'Numbness', whole: false },
  { id: 'tingling', name: 'Tingling', whole: false },
  { id: 'night_pain', name: 'Night pain', whole: false },
  { id: 'pop', name: 'Sudden pop', whole: false },
  { id: 'swelling', name: 'Swelling', whole: false },
  { id: 'deformity', name: 'Visible deformity', whole: false },
  { id: 'strength_loss', name: 'Loss of strength without cause', whole: false },
  { id: 'colour_change', name: 'Cold or discoloured hand', whole: false },
  { id: 'chest_pain', name: 'Chest pain', whole: true },
  { id: 'faint', name: 'Fainting', whole: true },
  { id: 'headache', name: 'Sudden severe headache in effort', whole: true },
] as const
export type SymptomId = (typeof SYMPTOMS)[number]['id']
export const isWhole = (id: SymptomId): boolean => SYMPTOMS.some((s) => s.id === id && s.whole)

/** What holds for one day only. */
export const DAY_FLAGS = [
  { id: 'unwell', name: 'New medication or poor sleep' },
  { id: 'fever', name: 'Fever' },
  { id: 'heavy_pull_later', name: 'Heavy pull, get-ups or climbing later today' },
  { id: 'restriction_supervised', name: 'Restriction work supervised by a qualified person today' },
] as const
export type DayFlagId = (typeof DAY_FLAGS)[number]['id']

/** Cautions and gates: common practice, no source, where docs/safety.md names none. Mano does not diagnose; pain and injury belong to a licensed clinician. */
export const CAUTIONS: readonly Caution[] = [
  ...symptomRows,
  ...dayRows,
  ...painRows,
  ...injuryRows,
  ...healthRows,
  ...ageRows,
  ...experienceRows,
  ...noticeRows,
]

/** What stands in for answers that only the coaches see. */
export const CLOSED: Caution = {
  id: 'health_private',
  version: 2,
  trigger: { kind: 'always' },
  scope: 'athlete',
  title: 'Ask the coach',
  says: 'The coach decides about this one first.',
  gates: [],
  until: 'until the coach has looked at it',
  instead: 'The rest as planned.',
}

/** The line shown wherever pain or injury is decided on. */
export const NOT_A_DIAGNOSIS =
  'Mano does not diagnose. Pain, injury and return to sport belong to a licensed clinician; local rules come first.'
