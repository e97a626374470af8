import { judgeAct } from '@mano/core/safety/judge'
import { reasonKey } from '@mano/core/safety/reasons'
import { exerciseById } from '@mano/core/catalogue/exercises'
import {
  AlarmAnswerEntity,
  AlarmEntity,
  ClearanceEntity,
  DayFlagEntity,
  ExperienceEntryEntity,
  GateReasonEntity,
  HealthAnswerEntity,
  InjuryEntity,
  ObservationEntity,
} from '../db/entities'
import { insertOnce } from '../db/once'
import { judgeFor } from '../db/safety'
import { athleteOr404 } from './athlete'
import { created, type Api } from '../api/api'
import { gatesFor, keepReason, subjectNamed } from './gates'
import { notFound, refused } from '../faults/problem'
import { must } from '@mano/core/units/must'

/** Heaviest everyday act that the health questions stand before: what their key is taken from. */
const ASKS_HEALTH = 'bar_hold_mixed'

export function mountSafety(api: Api): void {
  api.on('POST /api/athletes/:athleteId/health', async (call) => {
    const athlete = await athleteOr404(call)
    const b = call.body
    await insertOnce(call.em, HealthAnswerEntity, {
      ...call.actor,
      id: b.id,
      athleteId: athlete.id,
      answeredOn: call.today,
      yes: [...b.yes],
      complete: true,
    })
    return created({ id: b.id })
  })

  // Put off for today: what the questions stand before goes on, once a day.
  api.on('POST /api/athletes/:athleteId/health-later', async (call) => {
    const athlete = await athleteOr404(call)
    const b = call.body
    const found = judgeAct(await judgeFor(call, athlete), {
      kind: 'exercise',
      exercise: must(exerciseById(ASKS_HEALTH)),
      hand: 'both',
    }).findings.filter((f) => f.caution.trigger.kind === 'unanswered')
    if (found.length > 0)
      await insertOnce(call.em, GateReasonEntity, {
        ...call.actor,
        id: b.id,
        athleteId: athlete.id,
        subject: '*',
        hand: 'both',
        givenOn: call.today,
        keys: found.map(reasonKey),
        reason: 'Health questions put off for today',
      })
    return created({ id: b.id })
  })

  api.on('POST /api/athletes/:athleteId/clearances', async (call) => {
    const athlete = await athleteOr404(call)
    const { pain, ...b } = call.body
    const injury =
      b.injuryId &&
      (await call.em.findOneBy(InjuryEntity, { id: b.injuryId, athleteId: athlete.id }))
    if (b.injuryId && !injury) throw notFound('injury')
    if (
      b.observationId &&
      !(await call.em.findOneBy(ObservationEntity, { id: b.observationId, athleteId: athlete.id }))
    )
      throw notFound('symptom')
    if (injury && injury.since !== null && b.clearedOn < injury.since)
      throw refused('clearedOn', 'A clearance is not from before the injury.')
    await insertOnce(call.em, ClearanceEntity, {
      ...call.actor,
      ...b,
      painHand: pain?.hand ?? null,
      painTissue: pain?.tissue ?? null,
      athleteId: athlete.id,
    })
    return created({ id: b.id })
  })

  api.on('POST /api/athletes/:athleteId/experience', async (call) => {
    const athlete = await athleteOr404(call)
    const b = call.body
    for (const e of b.entries)
      await insertOnce(call.em, ExperienceEntryEntity, {
        ...call.actor,
        ...e,
        athleteId: athlete.id,
        origin: b.origin,
        enteredOn: call.today,
      })
    return created({ id: b.id })
  })

  api.on('POST /api/athletes/:athleteId/reasons', async (call) => {
    const athlete = await athleteOr404(call)
    const b = call.body
    await keepReason(
      call,
      athlete,
      await gatesFor(call, athlete, [subjectNamed(b.kind, b.of, b.hand, b)]),
      b.reason,
    )
    return created({ id: b.id })
  })

  api.on('POST /api/athletes/:athleteId/flags', async (call) => {
    const athlete = await athleteOr404(call)
    const b = call.body
    await insertOnce(call.em, DayFlagEntity, {
      ...call.actor,
      id: b.id,
      athleteId: athlete.id,
      heldOn: call.today,
      flags: [...b.flags],
    })
    return created({ id: b.id })
  })

  api.on('POST /api/athletes/:athleteId/alarms/:alarmId/answer', async (call) => {
    const alarm = await call.em.findOneBy(AlarmEntity, {
      id: String(call.req.params['alarmId']),
      athleteId: (await athleteOr404(call)).id,
    })
    if (!alarm) throw notFound('alarm')
    const b = call.body
    if (alarm.class === 'stop' && b.told.trim() === '') throw refused('told', 'Say who was told.')
    await insertOnce(call.em, AlarmAnswerEntity, { ...call.actor, ...b, alarmId: alarm.id })
    return created({ id: b.id })
  })
}
