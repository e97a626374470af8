import type { DayFlagId, HealthFlagId, InjuryStatus, SymptomId } from '../catalogue/cautions'
import { exerciseById } from '../catalogue/exercises'
import { protocolById } from '../catalogue/protocols'
import { QUALITY_IDS, type QualityId } from '../catalogue/qualities'
import type { InjurySiteId, TissueId } from '../catalogue/tissues'
import type { LevelId } from '../intake/record'
import type { Side } from '../measure/asymmetry'
import type { Hand } from '../testing/session'
import { daysBetween, type LocalDate } from '../units/dates'
import type { SafetyFacts } from './cautions'

export interface AthleteRecord {
  birthDate: LocalDate | null
  level: LevelId
  healthFlags: readonly HealthFlagId[]
  injuries: readonly { site: InjurySiteId; side: Hand; status: InjuryStatus; clearedBy: string | null }[]
  symptoms: readonly { hand: Hand; symptom: string | null; clearedBy: string | null }[]
}

/** A set as logged on the floor, as far as safety looks at it. */
export interface LoggedSet { exerciseId: string; hand: Hand; on: LocalDate; pain: number | null }

export interface History {
  logs: readonly LoggedSet[]
  tests: readonly { protocolId: string; performedOn: LocalDate }[]
}

interface Noted { hand: Hand; pain: number | null }

/** What is noted in the test or session under way. */
export interface UnderWay { trials: readonly Noted[]; observations: readonly (Noted & { symptom: string | null })[] }

const NOTHING: History = { logs: [], tests: [] }

/** Facts from an athlete's record and history, the flags of the day and, inside a test or session, what was noted in it so far. */
export function safetyFacts(record: AthleteRecord, today: LocalDate, underWay: UnderWay | null, history: History = NOTHING, dayFlags: readonly DayFlagId[] = []): SafetyFacts {
  const noted = underWay?.observations ?? []
  return {
    today,
    birthDate: record.birthDate,
    injuries: record.injuries.map((i) => ({ site: i.site, side: i.side, status: i.status, cleared: i.clearedBy !== null })),
    symptoms: [
      ...record.symptoms.map((s) => ({ hand: s.hand, symptom: s.symptom as SymptomId, cleared: s.clearedBy !== null })),
      ...noted.filter((o) => o.symptom !== null && !record.symptoms.some((s) => s.hand === o.hand && s.symptom === o.symptom)).map((o) => ({ hand: o.hand, symptom: o.symptom as SymptomId, cleared: false })),
    ],
    pains: [...noted, ...(underWay?.trials ?? [])].flatMap((o) => (o.pain === null ? [] : [{ hand: o.hand, pain: o.pain }])),
    flags: [...record.healthFlags, ...dayFlags],
    recentPain: recentPain(history.logs),
    weeksWith: record.level === 'novice' ? weeksWith(history, today) : Object.fromEntries(QUALITY_IDS.map((q) => [q, Infinity])),
  }
}

/** Worst pain a tissue and hand in the last two days that loaded it. */
export function recentPain(logs: readonly LoggedSet[]): SafetyFacts['recentPain'] {
  const worst = new Map<string, Map<LocalDate, number>>()
  for (const l of logs)
    for (const tissue of Object.keys(exerciseById(l.exerciseId)?.tissues ?? {}) as TissueId[])
      for (const hand of l.hand === 'both' ? (['left', 'right'] as const) : [l.hand]) {
        const key = `${hand} ${tissue}`
        const days = worst.get(key) ?? new Map<LocalDate, number>()
        days.set(l.on, Math.max(days.get(l.on) ?? 0, l.pain ?? 0))
        worst.set(key, days)
      }
  return [...worst].map(([key, days]) => {
    const [hand, tissue] = key.split(' ') as [Side, TissueId]
    const [last, before] = [...days].sort(([a], [b]) => (a < b ? 1 : -1)).map(([, pain]) => pain)
    return { hand, tissue, last: last!, before: before ?? null }
  })
}

/** Whole weeks since a quality was first trained or tested. */
export function weeksWith(history: History, today: LocalDate): Partial<Record<QualityId, number>> {
  const first: Partial<Record<QualityId, LocalDate>> = {}
  const see = (quality: QualityId, on: LocalDate) => { if (!first[quality] || on < first[quality]) first[quality] = on }
  for (const l of history.logs) {
    const q = exerciseById(l.exerciseId)?.primary
    if (q && q !== 'day') see(q, l.on)
  }
  for (const t of history.tests) for (const r of protocolById(t.protocolId)?.rows ?? []) see(r.quality, t.performedOn)
  return Object.fromEntries(Object.entries(first).map(([q, on]) => [q, Math.floor(daysBetween(on, today) / 7)]))
}
