import type { EntityManager } from 'typeorm'
import type { AthleteView } from '@mano/contract/athletes'
import type { DemandSource } from '@mano/core/demand/profile'
import { AccountEntity, AthleteChangeEntity, CurrentOutcomeView, HallSportEntity, TrainingWeekEntity, WrapGapEntity, type Athlete, type HallSport } from './entities'

type Fieldwork = Pick<AthleteView, 'week' | 'outcomes' | 'wraps' | 'changes'>

const camel = (key: string): string => key.replace(/_([a-z])/g, (_, c: string) => c.toUpperCase())
const asProfile = (row: Record<string, unknown>): Record<string, unknown> => Object.fromEntries(Object.entries(row).map(([k, v]) => [camel(k), v]))

/** What intake holds beside the profile: the usual week, outcomes, measured wraps, and how the profile has changed. */
export async function loadFieldwork(em: EntityManager, athlete: Athlete): Promise<Fieldwork> {
  const where = { athleteId: athlete.id }
  const week = await em.findOne(TrainingWeekEntity, { where, order: { recordedAt: 'DESC' } })
  const outcomes = await em.find(CurrentOutcomeView, { where, order: { seenOn: 'ASC', recordedAt: 'ASC' } })
  const wraps = await em.find(WrapGapEntity, { where, order: { measuredOn: 'DESC', recordedAt: 'DESC' } })
  const changes = await em.find(AthleteChangeEntity, { where, order: { recordedAt: 'DESC' }, take: 50 })
  const people = new Map((await em.find(AccountEntity)).map((a) => [a.id, a.name]))
  return {
    week: week ? { days: week.days, handWork: week.handWork, handWorkNote: week.handWorkNote } : null,
    outcomes: outcomes.map((o) => ({ id: o.id, name: o.name, unit: o.unit, better: o.better, value: o.value, on: o.seenOn })),
    wraps: wraps.filter((w, i) => wraps.findIndex((x) => x.measurementId === w.measurementId && x.hand === w.hand) === i).map((w) => ({ unitId: w.unitId, measurementId: w.measurementId, hand: w.hand, gapMm: w.gapMm, on: w.measuredOn })),
    changes: changes.map((c, i) => ({ at: c.recordedAt.toISOString(), by: (c.actorId && people.get(c.actorId)) || '', before: asProfile(c.before), after: i === 0 ? { ...athlete } : asProfile(changes[i - 1]!.before) })),
  }
}

const asSource = (s: HallSport): DemandSource => ({ id: s.id, name: s.name, kind: s.kind, originId: s.originId, objects: s.objects, rows: s.rows })

/** Sports and events of the hall's own. */
export const ownSports = async (em: EntityManager): Promise<DemandSource[]> => (await em.find(HallSportEntity, { order: { name: 'ASC' } })).map(asSource)
