import type { EntityManager } from 'typeorm'
import type { AthleteView } from '@mano/contract/athletes'
import type { DemandSource } from '@mano/core/demand/profile'
import { HallSportEntity } from './entities'
import { type Athlete, type HallSport } from './rows'
import { jsonList, utc } from './sql'
import { stands } from './takenBack'
import { must } from '@mano/core/units/must'
import { askOne } from './ask'

type Fieldwork = Pick<AthleteView, 'week' | 'outcomes' | 'wraps' | 'changes'>

const camel = (key: string): string => key.replace(/_([a-z])/g, (_, c: string) => c.toUpperCase())
const asProfile = (row: Record<string, unknown>): Record<string, unknown> =>
  Object.fromEntries(Object.entries(row).map(([k, v]) => [camel(k), v]))

/**
 * What intake holds beside the profile: the usual week, outcomes, measured wraps, and how the
 * profile has changed.
 */
export async function loadFieldwork(em: EntityManager, athlete: Athlete): Promise<Fieldwork> {
  const of = 'athlete_id = $1'
  const row = await askOne<
    Omit<Fieldwork, 'changes'> & {
      changes: { at: string; by: string; before: Record<string, unknown> }[]
    }
  >(
    em,
    `SELECT (SELECT json_build_object('days', days, 'handWork', hand_work, 'handWorkNote',
      hand_work_note) FROM training_week WHERE ${of} ORDER BY recorded_at DESC LIMIT 1) AS week,
       ${jsonList(`SELECT id, name, unit, better, value, seen_on::text AS "on" FROM current_outcome
         WHERE ${of} ORDER BY seen_on, recorded_at`)} AS outcomes,
       ${jsonList(`SELECT id, unit_id AS "unitId", measurement_id AS "measurementId", hand,
         gap_mm AS "gapMm", measured_on::text AS "on" FROM wrap_gap WHERE ${of}
         AND ${stands('wrap_gap')} ORDER BY measured_on DESC, recorded_at DESC`)} AS wraps,
       ${jsonList(`SELECT ${utc('c.recorded_at')} AS at, coalesce(p.name, '') AS by, c.before
         FROM athlete_change c LEFT JOIN account p ON p.id = c.actor_id WHERE c.${of}
         ORDER BY c.recorded_at DESC LIMIT 50`)} AS changes`,
    [athlete.id],
  )
  const { week, outcomes, wraps, changes } = row
  return {
    week,
    outcomes,
    wraps: wraps.filter(
      (w, i) =>
        wraps.findIndex((x) => x.measurementId === w.measurementId && x.hand === w.hand) === i,
    ),
    changes: changes.map((c, i) => ({
      at: c.at,
      by: c.by,
      before: asProfile(c.before),
      after: i === 0 ? { ...athlete } : asProfile(must(changes[i - 1]).before),
    })),
  }
}

const asSource = (s: HallSport): DemandSource => ({
  id: s.id,
  name: s.name,
  kind: s.kind,
  originId: s.originId,
  objects: s.objects,
  rows: s.rows,
})

/** Sports and events of the hall's own. */
export const ownSports = async (em: EntityManager): Promise<DemandSource[]> =>
  (await em.find(HallSportEntity, { order: { name: 'ASC' } })).map(asSource)
