import type { EntityManager } from 'typeorm'
import type { AthleteView, InjuryView, MeasurementView, SymptomView } from '@mano/contract/athletes'
import { localDateOf } from '@mano/core/units/dates'
import type { Clearance, Injury, Observation } from './rows'
import { clearanceView } from './safetyViews'
import { rootsOf } from './safety'
import { jsonList, utc } from './sql'
import { stands } from './takenBack'
import { must } from '@mano/core/units/must'
import { ask } from './ask'

export interface AthleteParts {
  measurements: MeasurementView[]
  injuries: InjuryView[]
  symptoms: SymptomView[]
  demand: AthleteView['demand']
  events: AthleteView['events']
}

interface Stored {
  id: string
  measurements: MeasurementView[]
  injuries: Injury[]
  observations: Observation[]
  clearances: Clearance[]
  demand: AthleteView['demand']
  events: AthleteView['events']
}

const OF = 'athlete_id = w.id'
const STATEMENT = `SELECT w.id,
  ${jsonList(`SELECT id, measure, hand, value, entered_value AS "enteredValue",
    entered_unit AS "enteredUnit", measured_on::text AS "on" FROM current_body_measurement
    WHERE ${OF} ORDER BY measured_on DESC, recorded_at DESC`)} AS measurements,
  ${jsonList(`SELECT id, site, side, status, since::text AS since, note, advised_by AS "advisedBy",
    struck, supersedes_id AS "supersedesId", ${utc('recorded_at')} AS "recordedAt" FROM injury
    WHERE ${OF} ORDER BY recorded_at DESC`)} AS injuries,
  ${jsonList(`SELECT id, hand, pain, symptom, session_id AS "sessionId",
    ${utc('recorded_at')} AS "recordedAt" FROM observation WHERE ${OF} AND symptom IS NOT NULL
    ORDER BY recorded_at DESC`)} AS observations,
  ${jsonList(`SELECT id, injury_id AS "injuryId", observation_id AS "observationId",
    cleared_by AS "clearedBy", profession, cleared_on::text AS "clearedOn", allows,
    until::text AS until, received, note FROM clearance WHERE ${OF} AND ${stands('clearance')}
    ORDER BY recorded_at DESC`)} AS clearances,
  (SELECT json_build_object('sources', sources, 'edits', edits, 'since', since::text, 'reason',
  reason) FROM demand_version WHERE ${OF} ORDER BY recorded_at DESC, seq DESC LIMIT 1) AS demand,
  ${jsonList(`SELECT id, name, held_on::text AS "on", items, note FROM current_athlete_event
    WHERE ${OF} ORDER BY held_on`)} AS events
FROM unnest($1::uuid[]) AS w(id)`

/** Intake parts of many athletes at once: one statement. */
export async function loadParts(
  em: EntityManager,
  ids: readonly string[],
  timeZone: string,
): Promise<Map<string, AthleteParts>> {
  const rows = await ask<Stored>(em, STATEMENT, [[...ids]])
  const dayOf = (at: Date | string): string => localDateOf(new Date(at), timeZone)
  return new Map(
    rows.map((r) => {
      const roots = rootsOf(r.injuries)
      const superseded = new Set(r.injuries.flatMap((i) => i.supersedesId ?? []))
      const clearanceOf = (id: string) => {
        const c = r.clearances.find(
          (x) =>
            (x.injuryId !== null && roots.get(x.injuryId) === roots.get(id)) ||
            x.observationId === id,
        )
        return c ? clearanceView(c) : null
      }
      return [
        r.id,
        {
          measurements: r.measurements,
          injuries: r.injuries
            .filter((i) => !i.struck)
            .filter((i) => !superseded.has(i.id))
            .map((i) => ({
              id: i.id,
              rootId: must(roots.get(i.id)),
              site: i.site,
              side: i.side,
              status: i.status,
              since: i.since,
              note: i.note,
              advisedBy: i.advisedBy,
              recordedOn: dayOf(i.recordedAt),
              clearance: clearanceOf(i.id),
            })),
          symptoms: r.observations.map((o) => ({
            id: o.id,
            hand: o.hand,
            pain: o.pain,
            symptom: o.symptom,
            on: dayOf(o.recordedAt),
            sessionId: o.sessionId,
            clearance: clearanceOf(o.id),
          })),
          demand: r.demand,
          events: r.events,
        },
      ]
    }),
  )
}
