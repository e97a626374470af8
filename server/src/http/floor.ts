import { closedFacts } from '../db/closedFacts'
import { createHash, timingSafeEqual } from 'node:crypto'
import type { Request } from 'express'
import type { FloorAthlete } from '@mano/contract/athletes'
import { type LinkSession, type LinkView, type LogBody } from '@mano/contract/plan'
import { type ObservationBody } from '@mano/contract/tests'
import { calendar } from '@mano/core/formats/ical'
import { inOrder } from '@mano/core/plan/order'
import { sessionMinutes } from '@mano/core/plan/time'
import { PLACES } from '@mano/core/catalogue/places'
import { exerciseById, exerciseName } from '@mano/core/catalogue/exercises'
import { reasonSubject } from '@mano/core/safety/reasons'
import { toSi } from '@mano/core/units/convert'
import { addDays, localDateOf } from '@mano/core/units/dates'
import {
  AthleteEntity,
  AthleteLinkEntity,
  HallEntity,
  ObservationEntity,
  SessionEndEntity,
  PlanVersionEntity,
  SetLogEntity,
} from '../db/entities'
import { type Athlete, type PlanVersion } from '../db/rows'
import { inHall } from '../db/hall'
import { insertOnce } from '../db/once'
import { loadLogs } from '../db/read'
import { kitUnits } from '../db/kit'
import { loadParts } from '../db/parts'
import { loadSessions } from '../db/sessions'
import { latestMeasure } from '@mano/core/intake/record'
import { buildSeries } from '@mano/core/record/series'
import { bestsOf, holdsOf } from '@mano/core/session/bests'
import { roomOf } from '@mano/core/session/loads'
import { loadSafety, sceneDay } from '../db/safety'
import { athleteOr404 } from './athlete'
import {
  clockMsOf,
  created,
  done,
  ok,
  type Api,
  type Call,
  type Reply,
  type Services,
} from '../api/api'
import { alarmFor, gateFor } from './gates'
import { names, planView } from './plan'
import { conflict, HttpProblem, notFound } from '../faults/problem'
import { whenDone } from './whenDone'
import { safetyFacts } from '@mano/core/safety/facts'
import { must } from '@mano/core/units/must'
import { ask, sent } from '../db/ask'

/** What writes on the floor need: a signed-in coach has it, and an athlete with a link. */
type Scene = Pick<Call, 'em' | 'hall' | 'now' | 'today' | 'actor' | 'clockMs'>

/** Reasons given when a plan was made, which cover its sets. */
async function planReasons({ em }: Pick<Scene, 'em'>, athlete: Athlete, planVersionId: string) {
  const [plan] = await ask<Pick<PlanVersion, 'asked'>>(
    em,
    'SELECT asked FROM plan_version WHERE id = $1 AND athlete_id = $2',
    [planVersionId, athlete.id],
  )
  if (!plan) throw notFound('plan')
  return plan.asked.map((a) => ({
    subject: reasonSubject('exercise', a.exerciseId),
    hand: a.hand,
    keys: a.keys,
  }))
}

async function keepLog(scene: Scene, athlete: Athlete, b: LogBody): Promise<Reply> {
  const given = sent(planReasons(scene, athlete, b.planVersionId))
  if (
    b.supersedesId &&
    !(await scene.em.findOneBy(SetLogEntity, { id: b.supersedesId, athleteId: athlete.id }))
  )
    throw notFound('set')
  const done = whenDone(scene, b.deviceAt)
  const { set, load, loadUnit, deviceAt, painWhere = null, ...rest } = b
  const kept = sent(
    insertOnce(scene.em, SetLogEntity, {
      ...scene.actor,
      ...rest,
      importId: null,
      athleteId: athlete.id,
      doneOn: done.on,
      setNo: set,
      loadKg: load === null ? null : toSi(load, loadUnit, 'kg'),
      enteredLoad: load,
      painWhere,
      enteredUnit: load === null ? null : loadUnit,
      blockId: b.blockId ?? null,
      supersedesId: b.supersedesId ?? null,
      deviceAt: deviceAt ? new Date(deviceAt) : null,
      details: b.details ?? {},
      voided: b.voided ?? false,
      clockMs: scene.clockMs,
    }),
  )
  // What happened is kept; a stop, or an ask without a reason, raises an alarm, judged by the facts
  // of its own day.
  const judged =
    b.supersedesId === null && !b.voided
      ? sent(
          gateFor(
            scene,
            athlete,
            { kind: 'exercise', exercise: must(exerciseById(b.exerciseId)), hand: b.hand },
            {
              on: done.on,
              without: b.id,
              more: given,
              ...(done.at < scene.now && { before: done.at.toISOString() }),
            },
          ),
        )
      : null
  await given
  const did = await kept
  if (judged && did === 'created') await alarmFor(scene, athlete, await judged, done.on, b.id)
  return created({ id: b.id })
}

async function keepObservation(
  scene: Scene,
  athlete: Athlete,
  body: ObservationBody,
): Promise<Reply> {
  await insertOnce(scene.em, ObservationEntity, {
    ...scene.actor,
    ...body,
    places: body.places ?? null,
    symptom: body.symptom,
    athleteId: athlete.id,
    sessionId: null,
  })
  return created({ id: body.id })
}

const hashOf = (token: string): string => createHash('sha256').update(token).digest('hex')
const ended = (says: string) => new HttpProblem(401, 'link-ended', says)

/**
 * A request with an athlete's link: the token comes in a header, never in an address that could be
 * logged.
 */
async function byLink(
  services: Services,
  req: Request,
  work: (scene: Scene, athlete: Athlete, link: { looks: boolean }) => Promise<Reply>,
  { writes = false } = {},
): Promise<Reply> {
  const token = req.get('X-Mano-Link') ?? ''
  const hash = hashOf(token)
  const [row] = await services.app.query<
    {
      hall: string | null
    }[]
  >('SELECT hall_of_link($1) AS hall', [hash])
  if (!row?.hall) throw ended('This link is not valid. Ask your coach for a new one.')
  return inHall(services.app, row.hall, async (em) => {
    const link = await em.findOneBy(AthleteLinkEntity, { tokenHash: hash })
    const hall = await em.findOneBy(HallEntity, { id: must(row.hall) })
    if (!link || !hall || !timingSafeEqual(Buffer.from(link.tokenHash), Buffer.from(hash)))
      throw ended('This link is not valid. Ask your coach for a new one.')
    const now = services.clock()
    const today = localDateOf(now, hall.timeZone)
    if (link.revokedAt !== null)
      throw ended('This link was taken back. Ask your coach for a new one.')
    if (link.expiresOn < today) throw ended('This link has run out. Ask your coach for a new one.')
    if (writes && link.looks)
      throw new HttpProblem(403, 'not-allowed', 'This link only looks: it changes nothing.')
    const athlete = await em.findOneByOrFail(AthleteEntity, { id: link.athleteId })
    return work(
      {
        em,
        hall,
        now,
        today,
        clockMs: clockMsOf(req, now, services),
        actor: { hallId: hall.id, actorKind: 'athlete', actorId: athlete.id, recordedAt: now },
      },
      athlete,
      link,
    )
  })
}

export function mountFloor(api: Api): void {
  mountLogs(api)
  mountCalendar(api)
  mountLinks(api)
  mountByLink(api)
}

/** What is put down in a session. */
function mountLogs(api: Api): void {
  api.on('POST /api/athletes/:athleteId/observations', async (call) =>
    keepObservation(call, await athleteOr404(call), call.body),
  )
  api.on('POST /api/athletes/:athleteId/ends', async (call) => {
    const athlete = await athleteOr404(call)
    const { id, planVersionId, deviceAt, on, reason, setsLeft } = call.body
    const heldOn = on ?? whenDone(call, deviceAt).on
    if (heldOn > call.today) throw conflict('This session is still to come: move it instead.')
    if (!(await call.em.findOneBy(PlanVersionEntity, { id: planVersionId, athleteId: athlete.id })))
      throw notFound('plan')
    await insertOnce(call.em, SessionEndEntity, {
      ...call.actor,
      id,
      athleteId: athlete.id,
      planVersionId,
      heldOn,
      reason,
      setsLeft,
    })
    return created({ id })
  })
  api.on('POST /api/athletes/:athleteId/logs', async (call) =>
    keepLog(call, await athleteOr404(call), call.body),
  )
}

/** The week as a calendar. */
function mountCalendar(api: Api): void {
  api.on('GET /api/athletes/:athleteId/calendar', async (call) => {
    const athlete = await athleteOr404(call)
    const from = addDays(call.today, -14)
    const weeks = (await planView(call, athlete.id)).versions.filter((v) => v.weekStart >= from)
    const events = weeks.flatMap((v) =>
      v.frame.flatMap((d, day) => {
        const blocks = v.blocks.filter((b) => b.day === day)
        if (blocks.length === 0) return []
        return [
          {
            uid: `${athlete.id}-${v.weekStart}-${day}@mano`,
            on: addDays(v.weekStart, day),
            at: d.at ?? null,
            minutes: sessionMinutes(blocks),
            title: `Grip work, ${Math.ceil(sessionMinutes(blocks))} min`,
            text: inOrder(blocks)
              .map(
                (b) =>
                  `${exerciseName(b.exerciseId)}: ${b.sets} x ` +
                  `${b.dose} ${exerciseById(b.exerciseId)?.dose.unit ?? ''}`,
              )
              .join('\n'),
            where: PLACES.find((p) => p.id === d.place)?.name ?? '',
            sequence: v.number,
          },
        ]
      }),
    )
    return {
      status: 200,
      type: 'text/calendar; charset=utf-8',
      body: calendar(
        `${athlete.name}: grip work`,
        events,
        call.hall.timeZone,
        call.now.toISOString(),
      ),
    }
  })
}

/** An athlete's own links, as the coach gives and ends them. */
function mountLinks(api: Api): void {
  api.on('GET /api/athletes/:athleteId/links', async (call) => {
    const athlete = await athleteOr404(call)
    const who = await names(call)
    const all = await call.em.find(AthleteLinkEntity, {
      where: { athleteId: athlete.id },
      order: { recordedAt: 'DESC' },
    })
    return ok(
      all.map((l) => ({
        id: l.id,
        expiresOn: l.expiresOn,
        looks: l.looks,
        revoked: l.revokedAt !== null,
        madeOn: localDateOf(l.recordedAt, call.hall.timeZone),
        by: who.get(l.actorId ?? '') ?? '',
      })) satisfies LinkView[],
    )
  })
  api.on('POST /api/athletes/:athleteId/links', async (call) => {
    const athlete = await athleteOr404(call)
    const b = call.body
    await insertOnce(call.em, AthleteLinkEntity, {
      ...call.actor,
      id: b.id,
      athleteId: athlete.id,
      tokenHash: hashOf(b.token),
      expiresOn: addDays(call.today, b.days),
      looks: b.looks,
      revokedAt: null,
    })
    return created({ id: b.id })
  })
  api.on('POST /api/athletes/:athleteId/links/:linkId/revoke', async (call) => {
    const athlete = await athleteOr404(call)
    const link = await call.em.findOneBy(AthleteLinkEntity, {
      id: call.req.params['linkId'] as string,
      athleteId: athlete.id,
    })
    if (!link) throw notFound('link')
    if (link.revokedAt === null)
      await call.em.update(AthleteLinkEntity, { id: link.id }, { revokedAt: call.now })
    return done
  })
}

/** What an athlete sees and sends by such a link. */
function mountByLink(api: Api): void {
  api.open('GET /api/link', (services, req) =>
    byLink(services, req, async (scene, athlete, { looks }) => {
      // Answers to health questions stay with the coaches: each act says what they make of it.
      const kept = must(
        (await loadSafety(scene.em, [athlete], scene.today, sceneDay(scene))).get(athlete.id),
      )
      const own: FloorAthlete = {
        id: athlete.id,
        name: athlete.name,
        safety: closedFacts(safetyFacts(kept.record, scene.today, { flags: kept.flags })),
        reasons: kept.reasons,
        history: { logs: await loadLogs(scene.em, athlete.id, scene.today), ends: [] },
      }
      const parts = must(
        (await loadParts(scene.em, [athlete.id], scene.hall.timeZone)).get(athlete.id),
      )
      const series = buildSeries(await loadSessions(scene.em, { newestOf: [athlete.id] }))
      return ok({
        athlete: own,
        looks,
        loads: {
          bests: bestsOf(series),
          holds: holdsOf(series),
          room: roomOf(await kitUnits(scene.em)),
          level: athlete.level,
          bodyMassKg: latestMeasure(parts.measurements, 'body_mass', 'both')?.value ?? null,
        },
        plan: await planView(scene, athlete.id),
        today: scene.today,
        hall: scene.hall.name,
      } satisfies LinkSession)
    }),
  )
  api.open('POST /api/link/logs', (services, req, read) =>
    byLink(
      services,
      req,
      async (scene, athlete) => keepLog(scene, athlete, await read(scene.today)),
      { writes: true },
    ),
  )
  api.open('POST /api/link/observations', (services, req, read) =>
    byLink(
      services,
      req,
      async (scene, athlete) => keepObservation(scene, athlete, await read(scene.today)),
      { writes: true },
    ),
  )
}
