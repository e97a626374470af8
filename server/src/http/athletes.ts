import { holds } from '@mano/contract/roles'
import { athleteOr404 } from './athlete'
import { closedFacts } from '../db/closedFacts'
import type { ArchivedView, InjuryBody } from '@mano/contract/athletes'
import { type AthleteWire } from '@mano/contract/wire'
import { needsClearance, safetyFacts } from '@mano/core/safety/facts'
import { toSi } from '@mano/core/units/convert'
import {
  AthleteEntity,
  BodyMeasurementEntity,
  CurrentMeasurementView,
  CurrentInjuryView,
  DemandVersionEntity,
  InjuryEntity,
} from '../db/entities'
import { type Athlete } from '../db/rows'
import { loadFieldwork, ownSports } from '../db/intake'
import { insertOnce } from '../db/once'
import { loadSafety, sceneDay } from '../db/safety'
import { experienceView, healthView } from '../db/safetyViews'
import { logLines, loadFacts, planFacts, stagesOf, testedFacts } from '../db/read'
import { created, done, ok, type Api, type Call } from '../api/api'
import { knownSources } from './intake'
import { conflict, notFound, refused } from '../faults/problem'
import { noteSeen } from '../db/seen'
import { freshened, nearlyFresh } from './freshen'
import { rosterNames, rosterPage } from './roster'
import { changeRow } from './change'
import { loadParts } from '../db/parts'
import { Not, IsNull } from 'typeorm'
import { judgeBy } from '@mano/core/safety/judge'
import { localDateOf } from '@mano/core/units/dates'
import { movedSince } from '../db/moved'
import { loadSessions } from '../db/sessions'
import { standards } from '../db/standards'
import { must } from '@mano/core/units/must'
import { askOne } from '../db/ask'

/** What the form of a profile holds. */
const profileOf = ({
  name,
  birthDate,
  sexForNorms,
  dominantHand,
  level,
  guardian,
  skin,
  note,
}: Athlete) => ({ name, birthDate, sexForNorms, dominantHand, level, guardian, skin, note })

/** Whether a clearance of this version of an injury holds today. */
async function clearedNow(call: Call, athlete: Athlete, injuryId: string): Promise<boolean> {
  const { record } = must(
    (await loadSafety(call.em, [athlete], call.today, sceneDay(call))).get(athlete.id),
  )
  const at = record.injuries.filter((i) => i.current).findIndex((i) => i.id === injuryId)
  return at >= 0 && must(safetyFacts(record, call.today).injuries[at]).cleared !== null
}

export function mountAthletes(api: Api): void {
  mountRoster(api)
  mountProfile(api)
  mountArchive(api)
  mountStrikes(api)
  mountEntries(api)
}

/** Everybody, and who is new. */
function mountRoster(api: Api): void {
  api.look(
    'GET /api/athletes',
    async (call) => ({
      status: 200,
      type: 'application/json; charset=utf-8',
      ...(await rosterPage(call)),
    }),
    nearlyFresh,
  )

  api.look('GET /api/athletes/names', async (call) => ok(await rosterNames(call)), freshened)

  api.on('POST /api/athletes', async (call) => {
    const { id, sportEntryId, sportId, ...profile } = call.body
    await knownSources(call, [sportId])
    await insertOnce(call.em, AthleteEntity, {
      ...call.actor,
      id,
      ...profile,
      updatedAt: call.now,
      version: 1,
      archivedOn: null,
      archivedWhy: '',
      erasedOn: null,
    })
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
}

/** One athlete's page and profile. */
function mountProfile(api: Api): void {
  api.on('GET /api/athletes/:athleteId', async (call) => {
    const athlete = await athleteOr404(call)
    const coach = holds(call.right, 'coach')
    const [partsOf, tested, { lines, ends }, safety, factsOf] = await Promise.all([
      loadParts(call.em, [athlete.id], call.hall.timeZone),
      testedFacts(call.em, athlete.id),
      logLines(call.em, athlete.id, call.today),
      loadSafety(call.em, [athlete], call.today, sceneDay(call)),
      loadFacts(call.em, [athlete.id], call.today),
      coach ? noteSeen(call, athlete.id) : null,
    ])
    const parts = must(partsOf.get(athlete.id))
    const kept = must(safety.get(athlete.id))
    const facts = safetyFacts(kept.record, call.today, { flags: kept.flags })
    const { plan, done, gone, touched } = must(factsOf.get(athlete.id))
    const moved =
      plan && tested.last && tested.last > localDateOf(plan.recordedAt, call.hall.timeZone)
        ? movedSince(
            athlete,
            parts,
            await loadSessions(call.em, { newestOf: [athlete.id] }),
            plan,
            judgeBy(facts),
            {
              standards: await standards(call.em, call.hall.timeZone),
              sports: await ownSports(call.em),
              hall: call.hall,
              today: call.today,
            },
          )
        : []
    const view = {
      id: athlete.id,
      ...profileOf(athlete),
      version: athlete.version,
      // Answers to health questions are the coaches' alone.
      safety: coach ? facts : closedFacts(facts),
      health: coach ? healthView(kept, call.today) : null,
      experience: experienceView(kept, call.today),
      reasons: kept.reasons,
      alarms: kept.alarms,
      ...parts,
      ...(await loadFieldwork(call.em, athlete)),
      ends,
      stages: stagesOf(
        athlete,
        parts,
        {
          tests: tested,
          ...planFacts(plan, { done, gone }, moved, touched, call.today),
        },
        call.hall,
        call.today,
      ),
    } satisfies Omit<AthleteWire, 'lines'>
    // The lines go as the database gave them.
    const body = `${JSON.stringify(view).slice(0, -1)},"lines":${lines}}`
    return { status: 200, type: 'application/json', body }
  })

  api.on('PUT /api/athletes/:athleteId', async (call) => {
    const athlete = await athleteOr404(call)
    const profile = call.body
    const { actorKind, actorId } = call.actor
    const who = { updatedAt: call.now, actorKind, actorId }
    return ok({
      id: athlete.id,
      version: await changeRow(call, AthleteEntity, athlete, profile, profileOf(athlete), who),
    })
  })
}

/** Putting away, bringing back, and letting go of who was never measured. */
function mountArchive(api: Api): void {
  api.on('GET /api/archive', async (call) => {
    const away = await call.em.find(AthleteEntity, {
      where: { archivedOn: Not(IsNull()), erasedOn: IsNull() },
      order: { name: 'ASC' },
    })
    return ok(
      away.map((a) => ({
        id: a.id,
        name: a.name,
        on: must(a.archivedOn),
        why: a.archivedWhy,
      })) satisfies ArchivedView[],
    )
  })

  api.on('PUT /api/athletes/:athleteId/archive', async (call) => {
    const athlete = await athleteOr404(call)
    const { archived, reason } = call.body
    if ((athlete.archivedOn !== null) !== archived)
      await call.em.update(
        AthleteEntity,
        { id: athlete.id },
        {
          archivedOn: archived ? call.today : null,
          archivedWhy: archived ? reason.trim() : '',
          updatedAt: call.now,
        },
      )
    return ok({ id: athlete.id })
  })

  // Gone for good only where nothing was measured or done; anything else is put away.
  api.on('DELETE /api/athletes/:athleteId', async (call) => {
    const athlete = await athleteOr404(call)
    const { gone } = await askOne<{ gone: boolean }>(
      call.em,
      'SELECT forget_unmeasured($1) AS gone',
      [athlete.id],
    )
    if (!gone)
      throw conflict(
        'Something was measured, planned or done with this athlete. Put the athlete away instead.',
      )
    return done
  })
}

/** What was entered by mistake stays, struck. */
function mountStrikes(api: Api): void {
  api.on('POST /api/measurements/:measurementId/strike', async (call) => {
    const before = await call.em.findOneBy(CurrentMeasurementView, {
      id: String(call.req.params['measurementId']),
    })
    const repeated = await call.em.findOneBy(BodyMeasurementEntity, { id: call.body.id })
    if (!before && !repeated) throw notFound('measure')
    if (before && !repeated)
      await call.em.insert(BodyMeasurementEntity, {
        ...before,
        ...call.actor,
        id: call.body.id,
        supersedesId: before.id,
        struck: true,
        reason: call.body.reason,
      })
    return created({ id: call.body.id })
  })

  api.on('POST /api/injuries/:injuryId/strike', async (call) => {
    const before = await call.em.findOneBy(CurrentInjuryView, {
      id: String(call.req.params['injuryId']),
    })
    const repeated = await call.em.findOneBy(InjuryEntity, { id: call.body.id })
    if (!before && !repeated) throw notFound('injury')
    if (before && !repeated)
      await call.em.insert(InjuryEntity, {
        ...before,
        ...call.actor,
        id: call.body.id,
        supersedesId: before.id,
        struck: true,
        note: call.body.reason,
      })
    return created({ id: call.body.id })
  })
}

/** Measures and injuries, each a row of its own. */
function mountEntries(api: Api): void {
  api.on('POST /api/athletes/:athleteId/measurements', async (call) => {
    const athlete = await athleteOr404(call)
    const b = call.body
    // It takes the place of the same measure of the same athlete, or of none.
    if (
      b.supersedesId &&
      !(await call.em.findOneBy(BodyMeasurementEntity, {
        id: b.supersedesId,
        athleteId: athlete.id,
        measure: b.measure,
        hand: b.hand,
      }))
    )
      throw notFound('measure')
    const quantity = b.measure === 'body_mass' ? 'kg' : 'mm'
    await insertOnce(call.em, BodyMeasurementEntity, {
      ...call.actor,
      ...b,
      athleteId: athlete.id,
      value: must(toSi(b.enteredValue, b.enteredUnit, quantity)),
      struck: false,
      reason: '',
    })
    return created({ id: b.id })
  })

  api.on('POST /api/athletes/:athleteId/injuries', async (call) => {
    const athlete = await athleteOr404(call)
    const b: InjuryBody = call.body
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
    await insertOnce(call.em, InjuryEntity, {
      ...call.actor,
      ...b,
      athleteId: athlete.id,
      struck: false,
    })
    return created({ id: b.id })
  })
}
