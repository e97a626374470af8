import { createHash, timingSafeEqual } from 'node:crypto'
import type { Request } from 'express'
import type { FloorAthlete } from '@mano/contract/athletes'
import { linkBody, logBody, type LinkSession, type LinkView, type LogBody } from '@mano/contract/plan'
import { observationBody, type ObservationBody } from '@mano/contract/tests'
import { calendar } from '@mano/core/formats/ical'
import { inOrder } from '@mano/core/plan/order'
import { sessionMinutes } from '@mano/core/plan/time'
import { PLACES } from '@mano/core/plan/types'
import { exerciseById } from '@mano/core/catalogue/exercises'
import { reasonSubject } from '@mano/core/safety/reasons'
import { toSi } from '@mano/core/units/convert'
import { addDays, daysBetween, localDateOf } from '@mano/core/units/dates'
import { AthleteEntity, AthleteLinkEntity, HallEntity, ObservationEntity, PlanVersionEntity, SetLogEntity, type Athlete } from '../db/entities'
import { inHall } from '../db/hall'
import { insertOnce } from '../db/once'
import { loadLogs } from '../db/read'
import { closedFacts, factsFor } from '../db/safety'
import { reasonsOf } from '../db/safetyViews'
import { athleteOr404 } from './athletes'
import { bodyOf, created, done, ok, type Api, type Call, type Reply, type Services } from './api'
import { alarmFor, gateFor } from './gates'
import { names, planView } from './plan'
import { HttpProblem, notFound } from './problem'

/** What writes on the floor need: a signed-in coach has it, and an athlete with a link. */
type Scene = Pick<Call, 'em' | 'hall' | 'now' | 'today' | 'actor'>

/** Days a set may come late from a device that was without network. */
const LATE_DAYS = 14

/** The day a set was done: the device's own, where that can be, else today. */
function doneOn(scene: Scene, deviceAt: string | null): string {
  const at = deviceAt ? new Date(deviceAt) : null
  if (!at || Number.isNaN(at.getTime()) || at > scene.now) return scene.today
  const on = localDateOf(at, scene.hall.timeZone)
  return daysBetween(on, scene.today) <= LATE_DAYS ? on : scene.today
}

async function keepLog(scene: Scene, athlete: Athlete, b: LogBody): Promise<Reply> {
  if (!(await scene.em.findOneBy(PlanVersionEntity, { id: b.planVersionId, athleteId: athlete.id }))) throw notFound('plan')
  const there = await scene.em.findOneBy(SetLogEntity, { id: b.id })
  const on = there?.doneOn ?? doneOn(scene, b.deviceAt)
  const { set, load, loadUnit, deviceAt, painWhere = null, ...rest } = b
  await insertOnce(scene.em, SetLogEntity, {
    ...scene.actor, ...rest, athleteId: athlete.id, doneOn: on, setNo: set, loadKg: load === null ? null : toSi(load, loadUnit, 'kg'), enteredLoad: load,
    painWhere, enteredUnit: load === null ? null : loadUnit, blockId: b.blockId ?? null, supersedesId: b.supersedesId ?? null, deviceAt: deviceAt ? new Date(deviceAt) : null, details: b.details ?? {}, voided: b.voided ?? false,
  })
  // What happened is kept; a stop, or an ask without a reason, raises an alarm, judged by the facts of its own day.
  if (!there && b.supersedesId === null && !b.voided) {
    const plan = await scene.em.findOneByOrFail(PlanVersionEntity, { id: b.planVersionId })
    const more = plan.asked.map((a) => ({ subject: reasonSubject('exercise', a.exerciseId), hand: a.hand, keys: a.keys }))
    const gate = await gateFor(scene, athlete, { kind: 'exercise', exercise: exerciseById(b.exerciseId)!, hand: b.hand }, { on, without: b.id, more, ...(deviceAt && new Date(deviceAt) < scene.now && { before: new Date(deviceAt).toISOString() }) })
    await alarmFor(scene, athlete, gate, on, b.id)
  }
  return created({ id: b.id })
}

async function keepObservation(scene: Scene, athlete: Athlete, body: ObservationBody): Promise<Reply> {
  await insertOnce(scene.em, ObservationEntity, { ...scene.actor, ...body, places: body.places ?? null, symptom: body.symptom as never, athleteId: athlete.id, sessionId: null })
  return created({ id: body.id })
}

const hashOf = (token: string): string => createHash('sha256').update(token).digest('hex')
const ended = (says: string) => new HttpProblem(401, 'link-ended', says)

/** A request with an athlete's link: the token comes in a header, never in an address that could be logged. */
async function byLink(services: Services, req: Request, work: (scene: Scene, athlete: Athlete) => Promise<Reply>): Promise<Reply> {
  const token = req.get('X-Mano-Link') ?? ''
  const hash = hashOf(token)
  const [row] = (await services.app.query('SELECT hall_of_link($1) AS hall', [hash])) as { hall: string | null }[]
  if (!row?.hall) throw ended('This link is not valid. Ask your coach for a new one.')
  return inHall(services.app, row.hall, async (em) => {
    const link = await em.findOneBy(AthleteLinkEntity, { tokenHash: hash })
    const hall = await em.findOneBy(HallEntity, { id: row.hall! })
    if (!link || !hall || !timingSafeEqual(Buffer.from(link.tokenHash), Buffer.from(hash))) throw ended('This link is not valid. Ask your coach for a new one.')
    const now = services.clock()
    const today = localDateOf(now, hall.timeZone)
    if (link.revokedAt !== null) throw ended('This link was taken back. Ask your coach for a new one.')
    if (link.expiresOn < today) throw ended('This link has run out. Ask your coach for a new one.')
    const athlete = await em.findOneByOrFail(AthleteEntity, { id: link.athleteId })
    return work({ em, hall, now, today, actor: { hallId: hall.id, actorKind: 'athlete', actorId: athlete.id, recordedAt: now } }, athlete)
  })
}

export function mountFloor(api: Api): void {
  api.on('POST /api/athletes/:athleteId/observations', async (call) => keepObservation(call, await athleteOr404(call), await bodyOf(observationBody, call)))
  api.on('POST /api/athletes/:athleteId/logs', async (call) => keepLog(call, await athleteOr404(call), (await bodyOf(logBody, call)) as LogBody))

  api.on('GET /api/athletes/:athleteId/calendar', async (call) => {
    const athlete = await athleteOr404(call)
    const from = addDays(call.today, -14)
    const weeks = (await planView(call, athlete.id)).versions.filter((v) => v.weekStart >= from)
    const events = weeks.flatMap((v) => v.frame.flatMap((d, day) => {
      const blocks = v.blocks.filter((b) => b.day === day)
      if (blocks.length === 0) return []
      return [{ uid: `${athlete.id}-${v.weekStart}-${day}@mano`, on: addDays(v.weekStart, day), at: d.at ?? null, minutes: sessionMinutes(blocks), title: `Grip work, ${Math.ceil(sessionMinutes(blocks))} min`, text: inOrder(blocks).map((b) => `${exerciseById(b.exerciseId)?.name ?? b.exerciseId}: ${b.sets} x ${b.dose} ${exerciseById(b.exerciseId)?.dose.unit ?? ''}`).join('\n'), where: PLACES.find((p) => p.id === d.place)?.name ?? '', sequence: v.number }]
    }))
    return { status: 200, type: 'text/calendar; charset=utf-8', body: calendar(`${athlete.name}: grip work`, events, call.hall.timeZone, call.now.toISOString()) }
  })
  api.on('GET /api/athletes/:athleteId/links', async (call) => {
    const athlete = await athleteOr404(call)
    const who = await names(call)
    const all = await call.em.find(AthleteLinkEntity, { where: { athleteId: athlete.id }, order: { recordedAt: 'DESC' } })
    return ok(all.map((l) => ({ id: l.id, expiresOn: l.expiresOn, revoked: l.revokedAt !== null, madeOn: localDateOf(l.recordedAt, call.hall.timeZone), by: who.get(l.actorId ?? '') ?? '' })) satisfies LinkView[])
  })
  api.on('POST /api/athletes/:athleteId/links', async (call) => {
    const athlete = await athleteOr404(call)
    const b = await bodyOf(linkBody, call)
    await insertOnce(call.em, AthleteLinkEntity, { ...call.actor, id: b.id, athleteId: athlete.id, tokenHash: hashOf(b.token), expiresOn: addDays(call.today, b.days), revokedAt: null })
    return created({ id: b.id })
  })
  api.on('POST /api/athletes/:athleteId/links/:linkId/revoke', async (call) => {
    const athlete = await athleteOr404(call)
    const link = await call.em.findOneBy(AthleteLinkEntity, { id: call.req.params['linkId'] as string, athleteId: athlete.id })
    if (!link) throw notFound('link')
    if (link.revokedAt === null) await call.em.update(AthleteLinkEntity, { id: link.id }, { revokedAt: call.now })
    return done
  })

  api.open('GET /api/link', (services, req) => byLink(services, req, async (scene, athlete) => {
    // Answers to health questions stay with the coaches: each act says what they make of it.
    const own: FloorAthlete = { id: athlete.id, name: athlete.name, safety: closedFacts(await factsFor(scene, athlete)), reasons: await reasonsOf(scene.em, athlete.id, scene.today), history: { logs: await loadLogs(scene.em, [athlete.id], scene.today) } }
    return ok({ athlete: own, plan: await planView(scene, athlete.id), today: scene.today, hall: scene.hall.name } satisfies LinkSession)
  }))
  api.open('POST /api/link/logs', (services, req) => byLink(services, req, async (scene, athlete) => keepLog(scene, athlete, (await bodyOf(logBody, { req, today: scene.today })) as LogBody)))
  api.open('POST /api/link/observations', (services, req) => byLink(services, req, async (scene, athlete) => keepObservation(scene, athlete, await bodyOf(observationBody, { req, today: scene.today }))))
}
