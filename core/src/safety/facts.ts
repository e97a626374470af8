import type { InjuryStatus, SymptomId } from '../catalogue/cautions'
import type { InjurySiteId } from '../catalogue/tissues'
import type { Hand } from '../testing/session'
import type { LocalDate } from '../units/dates'
import type { SafetyFacts } from './cautions'

export interface AthleteRecord {
  birthDate: LocalDate | null
  injuries: readonly { site: InjurySiteId; side: Hand; status: InjuryStatus; clearedBy: string | null }[]
  symptoms: readonly { hand: Hand; symptom: string | null; clearedBy: string | null }[]
}

interface Noted { hand: Hand; pain: number | null }

/** Facts from an athlete's record and, inside a test, from what was noted in it so far. */
export function safetyFacts(record: AthleteRecord, today: LocalDate, session: { trials: readonly Noted[]; observations: readonly (Noted & { symptom: string | null })[] } | null): SafetyFacts {
  const noted = session?.observations ?? []
  return {
    today,
    birthDate: record.birthDate,
    injuries: record.injuries.map((i) => ({ site: i.site, side: i.side, status: i.status, cleared: i.clearedBy !== null })),
    symptoms: [
      ...record.symptoms.map((s) => ({ hand: s.hand, symptom: s.symptom as SymptomId, cleared: s.clearedBy !== null })),
      ...noted.filter((o) => o.symptom !== null && !record.symptoms.some((s) => s.hand === o.hand && s.symptom === o.symptom)).map((o) => ({ hand: o.hand, symptom: o.symptom as SymptomId, cleared: false })),
    ],
    pains: [...noted, ...(session?.trials ?? [])].flatMap((o) => (o.pain === null ? [] : [{ hand: o.hand, pain: o.pain }])),
    flags: [],
  }
}
