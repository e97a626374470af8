import {
  athleteBody,
  injuryBody,
  measurementBody,
  profileBody,
  type AthleteView,
  type InjuryBody,
} from '@mano/contract/athletes'
import type { SessionView } from '@mano/contract/tests'
import { needsClearance, safetyFacts } from '@mano/core/safety/facts'
import { toSi } from '@mano/core/units/convert'
import {
  AthleteEntity,
  BodyMeasurementEntity,
  DemandVersionEntity,
  InjuryEntity,
  type Athlete,
} from '../db/entities'
import { loadFieldwork } from '../db/intake'
import { insertOnce } from '../db/once'
import { closedFacts, loadSafety } from '../db/safety'
import { flagsOf } from '../db/safetyFlags'
import { experienceView, healthView, openAlarms, reasonsOf } from '../db/safetyViews'
import {
  findAthlete,
  loadLogs,
  loadParts,
  loadSessions,
  loadTouched,
  planFacts,
  planVersions,
  stagesOf,
  testFacts,
} from '../db/read'
import { bodyOf, created, ok, type Api, type Call } from './api'
import { knownSources } from './intake'
import { conflict, notFound, refused } from './problem'
import { roster } from './roster'

export async function athleteOr404(call: Call): Promise<Athlete> {
  const athlete = await findAthlete(call.em, String(call.req.params['athleteId']))
  if (!athlete) throw notFound('athlete')
  return athlete
}

/** Whether a clearance of this version of an injury holds today. */
async function clearedNow(call: Call, athlete: Athlete, injuryId: string): Promise<boolean> {
  const { record } = (await loadSafety(call.em, [athlete], call.today, call.hall.timeZone)).get(
    athlete.id,
  )!
  const at = record.injuries.filter((i) => i.current).findIndex((i) => i.id === injuryId)
  return at >= 0 && safetyFacts(record, call.today).injuries[at]!.cleared !== null
}

export function mountAthletes(api: Api): void {
  api.on('GET /api/athletes', async (call) => ok(await roster(call)))

  api.on('POST /api/athletes', async (call) => {
    const { id, sportEntryId, sportId, ...profile } = await bodyOf(athleteBody, call)
    await knownSources(call, [sportId])
    await insertOnce(call.em, AthleteEntity, { ...call.actor, id, ...profile, updatedAt: call.now })
    await insertOnce(call.em, DemandVersionEntity, {
      ...call.actor,
      id: sportEntryId,
      athleteId: id,
      sources: [{ id: sportId, weight: 1 }],
      edits: [],
      since: call.today,
      reason: '',
    })
    return created({ id })
  })

  api.on('GET /api/athletes/:athleteId', async (call) => {
    const athlete = await athleteOr404(call)
    const parts = (await loadParts(call.em, [athlete.id], call.hall.timeZone)).get(athlete.id)!
    const sessions: SessionView[] = await loadSessions(call.em, { athleteId: athlete.id })
    const tested = testFacts(sessions)
    const history = { logs: await loadLogs(call.em, [athlete.id], call.today) }
    const kept = (await loadSafety(call.em, [athlete], call.today, call.hall.timeZone)).get(
      athlete.id,
    )!
    const facts = safetyFacts(kept.record, call.today, {
      flags: (await flagsOf(call.em, [athlete.id], call.today)).get(athlete.id) ?? [],
    })
    const coach = call.account.role === 'coach'
    const touched = (await loadTouched(call.em, [athlete.id])).get(athlete.id)!
    return ok({
      id: athlete.id,
      name: athlete.name,
      birthDate: athlete.birthDate,
      sexForNorms: athlete.sexForNorms,
      dominantHand: athlete.dominantHand,
      level: athlete.level,
      guardian: athlete.guardian,
      skin: athlete.skin,
      note: athlete.note,
      // Answers to health questions are the coaches' alone.
      safety: coach ? facts : closedFacts(facts),
      health: coach ? healthView(kept, call.today) : null,
      experience: await experienceView(call.em, kept, call.today),
      reasons: await reasonsOf(call.em, athlete.id, call.today),
      alarms: (await openAlarms(call.em, [athlete.id])).get(athlete.id)!,
      ...parts,
      ...(await loadFieldwork(call.em, athlete)),
      history,
      stages: stagesOf(
        athlete,
        parts,
        {
          tests: tested,
          ...planFacts(
            (await planVersions(call.em, athlete.id))[0] ?? null,
            history.logs,
            tested.last,
            touched,
            call.today,
            call.hall.timeZone,
          ),
        },
        call.hall,
        call.today,
      ),
    } satisfies AthleteView)
  })

  api.on('PUT /api/athletes/:athleteId', async (call) => {
    const athlete = await athleteOr404(call)
    const profile = await bodyOf(profileBody, call)
    await call.em.update(
      AthleteEntity,
      { id: athlete.id },
      {
        ...profile,
        updatedAt: call.now,
        actorKind: call.actor.actorKind,
        actorId: call.actor.actorId,
      },
    )
    return ok({ id: athlete.id })
  })

  api.on('POST /api/athletes/:athleteId/measurements', async (call) => {
    const athlete = await athleteOr404(call)
    const b = await bodyOf(measurementBody, call)
    const quantity = b.measure === 'body_mass' ? 'kg' : 'mm'
    await insertOnce(call.em, BodyMeasurementEntity, {
      ...call.actor,
      ...b,
      athleteId: athlete.id,
      value: toSi(b.enteredValue, b.enteredUnit, quantity)!,
    })
    return created({ id: b.id })
  })

  api.on('POST /api/athletes/:athleteId/injuries', async (call) => {
    const athlete = await athleteOr404(call)
    const b: InjuryBody = await bodyOf(injuryBody, call)
    if (b.supersedesId) {
      const before = await call.em.findOneBy(InjuryEntity, {
        id: b.supersedesId,
        athleteId: athlete.id,
      })
      if (!before) throw notFound('injury')
      if (before.site !== b.site) throw refused('site', 'An update keeps the site of the injury.')
      const later = await call.em.findOneBy(InjuryEntity, { supersedesId: b.supersedesId })
      if (later && later.id !== b.id)
        throw conflict('This injury was updated meanwhile. Reload to see it.')
      if (
        !later &&
        needsClearance(b.site, before.status, b.status) &&
        !(await clearedNow(call, athlete, before.id))
      )
        throw refused(
          'status',
          'Record a clinician\u2019s clearance first: this injury waits for one.',
        )
    }
    await insertOnce(call.em, InjuryEntity, { ...call.actor, ...b, athleteId: athlete.id })
    return created({ id: b.id })
  })
}
