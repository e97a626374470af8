import { QUALITY_IDS } from '../../src/catalogue/qualities'
import type { SafetyFacts } from '../../src/safety/triggers'

/** A healthy adult who has answered the questions and has long experience of everything. */
export const WELL: SafetyFacts = {
  today: '2026-10-08',
  ageYears: 28,
  guardianConsent: false,
  health: [],
  injuries: [],
  symptoms: [],
  pains: [],
  earlier: [],
  flags: [],
  experience: QUALITY_IDS.map((quality) => ({ quality, family: null, weeks: 60 })),
}
