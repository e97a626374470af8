import { recordOf } from '../transfer/athlete'
import { seenOf } from '../db/seen'
import { athleteOr404 } from './athlete'
import { done, ok, type Api, type Call } from '../api/api'
import { conflict, refused } from '../faults/problem'
import type { EntityManager } from 'typeorm'
import {
  TRAIL_MOST,
  type OverView,
  type RetentionView,
  type TrailView,
} from '@mano/contract/retention'
import { addDays } from '@mano/core/units/dates'
import { HallEntity } from '../db/entities'
import { changeRow } from './change'
import { ask } from '../db/ask'

/** Tables with the acts of an athlete, and the day each was. */
const RECORDS: Readonly<Record<string, string>> = {
  athlete_change: 'recorded_at',
  body_measurement: 'recorded_at',
  conclusion: 'recorded_at',
  experience_entry: 'recorded_at',
  health_answer: 'recorded_at',
  injury: 'recorded_at',
  observation: 'recorded_at',
  outcome: 'recorded_at',
  plan_version: 'recorded_at',
  set_log: 'done_on',
  session_end: 'recorded_at',
  test_session: 'recorded_at',
}
const LAST = `greatest(a.recorded_at::date, a.archived_on, ${Object.entries(RECORDS)
  .map(([t, on]) => `(SELECT max(${on})::date FROM ${t} x WHERE x.athlete_id = a.id)`)
  .join(', ')})`

/** Athletes of whom nothing new is on record since that day. */
const quietSince = (em: EntityManager, day: string): Promise<OverView[]> =>
  ask<OverView>(
    em,
    `SELECT * FROM (SELECT a.id, a.name, ${LAST}::text AS last, a.archived_on::text AS away
      FROM athlete a WHERE a.erased_on IS NULL) q WHERE last < $1 ORDER BY last, name, id`,
    [day],
  )
const yearsBefore = (today: string, years: number): string =>
  addDays(today, -Math.round(365.25 * years))

const CHANGES: Readonly<Record<string, string>> = {
  health_answer: 'health answers',
  injury: 'an injury',
  clearance: 'a clearance',
  observation: 'a pain or symptom',
}
const TRAIL = `SELECT at::date::text AS "on", coalesce(who.name,
  CASE kind WHEN 'athlete' THEN 'the athlete' ELSE 'not recorded' END) AS by, did, what,
  a.name AS athlete FROM (
    SELECT seen_on::timestamp AS at, account_id AS actor, athlete_id, 'coach' AS kind, 'saw' AS did,
  'the page with health answers' AS what FROM health_seen
    ${Object.entries(CHANGES)
      .map(
        ([t, what]) =>
          'UNION ALL SELECT recorded_at AT TIME ZONE $1, actor_id, athlete_id, actor_kind, ' +
          `'changed', '${what}' FROM ${t}`,
      )
      .join('\n    ')}
  ) x JOIN athlete a ON a.id = x.athlete_id LEFT JOIN account who ON who.id = x.actor
  WHERE a.erased_on IS NULL ORDER BY at DESC, 2, 5 LIMIT ${TRAIL_MOST}`

async function erase(call: Call, athleteId: string): Promise<void> {
  await call.em.query('SELECT erase_athlete($1, $2)', [athleteId, call.today])
  await call.em.query('DELETE FROM roster_row WHERE athlete_id = $1', [athleteId])
}

/** What an athlete may ask of a hall: what is kept, who looked, and that it goes. */
export function mountPrivacy(api: Api): void {
  // Who it was goes for good; results stay without a name. The name is written out first.
  api.on('POST /api/athletes/:athleteId/erase', async (call) => {
    const athlete = await athleteOr404(call)
    if (call.body.name.trim().toLowerCase() !== athlete.name.trim().toLowerCase())
      throw refused('name', `Write the name exactly: ${athlete.name}.`)
    await erase(call, athlete.id)
    return done
  })

  // Nothing goes by itself: the setting says who is over, the owner looks and erases.
  api.on('GET /api/retention', async (call) => {
    const { keepYears = null, version } = await call.em.findOneByOrFail(HallEntity, {})
    const years = call.query.years ?? keepYears
    return ok({
      keepYears,
      version,
      over: years ? await quietSince(call.em, yearsBefore(call.today, years)) : [],
    } satisfies RetentionView)
  })

  api.on('PUT /api/retention', async (call) => {
    const hall = await call.em.findOneByOrFail(HallEntity, {})
    const version = await changeRow(call, HallEntity, hall, call.body, {
      keepYears: hall.keepYears ?? null,
    })
    return ok({ version })
  })

  api.on('POST /api/retention/erase', async (call) => {
    const { keepYears } = await call.em.findOneByOrFail(HallEntity, {})
    const over = keepYears ? await quietSince(call.em, yearsBefore(call.today, keepYears)) : []
    for (const id of call.body.athletes)
      if (!over.some((o) => o.id === id))
        throw conflict('Of one of them something is on record since. Look at the list again.')
    for (const id of call.body.athletes) await erase(call, id)
    return done
  })

  api.on('GET /api/health-trail', async (call) =>
    ok((await ask<TrailView>(call.em, TRAIL, [call.hall.timeZone])) satisfies TrailView[]),
  )

  // Everything on record of one athlete, for the athlete to have.
  api.on('GET /api/athletes/:athleteId/record', async (call) => {
    const athlete = await athleteOr404(call)
    return {
      status: 200,
      type: 'application/json; charset=utf-8',
      fileName: `${athlete.name}, ${call.today}.json`,
      body: JSON.stringify(await recordOf(call.em, athlete.id), null, 1),
    }
  })

  api.on('GET /api/athletes/:athleteId/seen', async (call) => {
    const athlete = await athleteOr404(call)
    return ok(await seenOf(call.em, athlete.id))
  })
}
