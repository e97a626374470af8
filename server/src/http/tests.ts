import type { EntityManager } from 'typeorm'
import { correctionBody, markBody, observationBody, sessionBody, trialBody, trialProblem, type SessionBody, type SessionView } from '@mano/contract/tests'
import { protocolById, type EntryUnit, type Protocol } from '@mano/core/catalogue/protocols'
import { writeCsv } from '@mano/core/formats/csv'
import { blockedBy, cautionLine, missingConditions } from '@mano/core/safety/cautions'
import { testRefusal } from '@mano/core/match/unit'
import { TRIAL_COLUMNS } from '@mano/core/testing/import'
import { isPractice, type Hand } from '@mano/core/testing/session'
import { toSi } from '@mano/core/units/convert'
import { CurrentSessionView, CurrentTrialView, ImplementMeasurementEntity, ImplementUnitEntity, ObservationEntity, TestSessionEntity, TrialEntity, TrialMarkEntity, type CurrentTrial } from '../db/entities'
import { insertOnce } from '../db/once'
import { findAthlete, judgeFor, loadSessions } from '../db/read'
import { athleteOr404 } from './athletes'
import { bodyOf, created, ok, type Api, type Call } from './api'
import { blocked, notFound, refused } from './problem'

/** Parameters of the protocol as it stood, copied into the result. */
export const protocolParams = (p: Protocol): Record<string, string | number> => ({
  trials: p.trials, trialsUpTo: p.trialsUpTo, restS: p.restS, familiarSessions: p.familiarSessions, unit: p.unit,
  ...(p.askOverCvPct !== null && { askOverCvPct: p.askOverCvPct }),
})

async function sessionOr404(call: Call): Promise<{ session: SessionView; protocol: Protocol }> {
  const [session] = await loadSessions(call.em, { ids: [String(call.req.params['sessionId'])] })
  const protocol = session && protocolById(session.protocolId)
  if (!session || !protocol) throw notFound('test')
  return { session, protocol }
}

async function trialOr404(call: Call): Promise<CurrentTrial & { protocolId: string }> {
  const trial = await call.em.findOneBy(CurrentTrialView, { id: String(call.req.params['trialId']) })
  const session = trial && (await call.em.findOneBy(CurrentSessionView, { id: trial.sessionId }))
  if (!trial || !session) throw notFound('trial')
  return { ...trial, protocolId: session.protocolId }
}

function valueOf(protocolId: string, entered: number, unit: EntryUnit): number {
  const problem = trialProblem(protocolId, entered, unit)
  if (problem) throw refused('enteredValue', problem)
  return toSi(entered, unit, protocolById(protocolId)!.unit)!
}

/** Refuses a hand that a caution holds back, judged by the one function the screen uses. */
async function gateHand(call: Call, athleteId: string, protocol: Protocol, hand: Hand, session: SessionView | null): Promise<void> {
  const athlete = (await findAthlete(call.em, athleteId))!
  const by = blockedBy(await judgeFor(call, athlete, session), { kind: 'test', protocol, hand })
  if (by.length > 0) throw blocked(by.map(cautionLine).join(' '))
}

async function fittingUnit(em: EntityManager, body: SessionBody, protocol: Protocol): Promise<void> {
  const unit = await em.findOneBy(ImplementUnitEntity, { id: body.unitId })
  const measurement = await em.findOneBy(ImplementMeasurementEntity, { id: body.measurementId, unitId: body.unitId })
  if (!unit || !measurement) throw notFound('implement')
  if (!(protocol.implements as readonly string[]).includes(unit.kind)) throw refused('unitId', `${unit.label} does not fit ${protocol.name}.`)
  const no = testRefusal({ kind: unit.kind, ratingKg: measurement.ratingKg })
  if (no) throw refused('unitId', no)
}

export function mountTests(api: Api): void {
  api.on('GET /api/athletes/:athleteId/tests', async (call) => ok(await loadSessions(call.em, { athleteId: (await athleteOr404(call)).id })))

  api.on('POST /api/athletes/:athleteId/tests', async (call) => {
    const athlete = await athleteOr404(call)
    const body = (await bodyOf(sessionBody, call)) as SessionBody
    const protocol = protocolById(body.protocolId)!
    await fittingUnit(call.em, body, protocol)
    const missing = missingConditions(body.conditions)
    if (protocol.maximal && missing.length > 0 && body.overrideReason.trim() === '') throw refused('overrideReason', `Before a maximal test: ${missing.join(', ')}. Give the reason to test all the same.`)
    if (!(await call.em.findOneBy(TestSessionEntity, { id: body.id }))) {
      const hands: Hand[] = protocol.hands === 'both' ? ['both'] : ['left', 'right']
      const judge = await judgeFor(call, athlete, null)
      const by = hands.map((hand) => blockedBy(judge, { kind: 'test', protocol, hand }))
      if (by.every((b) => b.length > 0)) throw blocked(by[0]!.map(cautionLine).join(' '))
    }
    const earlier = await call.em.count(CurrentSessionView, { where: { athleteId: athlete.id, protocolId: protocol.id } })
    const { deviceAt, expectedKg, ...rest } = body
    await insertOnce(call.em, TestSessionEntity, {
      ...call.actor, ...rest, athleteId: athlete.id, protocolVersion: protocol.version, protocolParams: { ...protocolParams(protocol), ...(expectedKg !== null && { expectedKg }) },
      performedAt: call.now, performedOn: call.today, deviceAt: deviceAt ? new Date(deviceAt) : null, practice: isPractice(protocol, earlier, body.conditions.familiar), importId: null,
    })
    return created((await loadSessions(call.em, { ids: [body.id] }))[0])
  })

  api.on('POST /api/tests/:sessionId/trials', async (call) => {
    const { session, protocol } = await sessionOr404(call)
    const body = await bodyOf(trialBody, call)
    if ((body.hand === 'both') !== (protocol.hands === 'both')) throw refused('hand', protocol.hands === 'both' ? `${protocol.name} is two-handed.` : `${protocol.name} needs left or right.`)
    const value = valueOf(protocol.id, body.enteredValue, body.enteredUnit)
    if (body.missed && !protocol.heaviest) throw refused('missed', `${protocol.name} has no misses.`)
    if (!session.trials.some((t) => t.id === body.id)) await gateHand(call, session.athleteId, protocol, body.hand, session)
    const { deviceAt, ...rest } = body
    await insertOnce(call.em, TrialEntity, { ...call.actor, ...rest, sessionId: session.id, value, deviceAt: deviceAt ? new Date(deviceAt) : null, supersedesId: null, reason: '' })
    return created({ id: body.id })
  })

  api.on('POST /api/tests/:sessionId/observations', async (call) => {
    const { session } = await sessionOr404(call)
    const body = await bodyOf(observationBody, call)
    await insertOnce(call.em, ObservationEntity, { ...call.actor, ...body, symptom: body.symptom as never, athleteId: session.athleteId, sessionId: session.id })
    return created({ id: body.id })
  })

  api.on('POST /api/trials/:trialId/corrections', async (call) => {
    // The trial may be corrected already: a repeated send still names the old row.
    const before = await call.em.findOneBy(TrialEntity, { id: String(call.req.params['trialId']) })
    const session = before && (await call.em.findOneBy(CurrentSessionView, { id: before.sessionId }))
    if (!before || !session) throw notFound('trial')
    const body = await bodyOf(correctionBody, call)
    const value = valueOf(session.protocolId, body.enteredValue, body.enteredUnit)
    await insertOnce(call.em, TrialEntity, {
      ...call.actor, id: body.id, sessionId: before.sessionId, hand: before.hand, ordinal: before.ordinal, value, enteredValue: body.enteredValue,
      enteredUnit: body.enteredUnit, pain: before.pain, deviceAt: null, supersedesId: before.id, reason: body.reason, missed: before.missed,
    })
    return created({ id: body.id })
  })

  api.on('POST /api/trials/:trialId/marks', async (call) => {
    const trial = await trialOr404(call)
    const body = await bodyOf(markBody, call)
    await insertOnce(call.em, TrialMarkEntity, { ...call.actor, id: body.id, trialId: trial.id, struck: body.struck, reason: body.reason })
    return created({ id: body.id })
  })

  api.on('GET /api/athletes/:athleteId/trials.csv', async (call) => {
    const athlete = await athleteOr404(call)
    const sessions = await loadSessions(call.em, { athleteId: athlete.id })
    const columns = TRIAL_COLUMNS.map((c) => c.id).filter((c) => c !== 'left' && c !== 'right')
    const time = new Intl.DateTimeFormat('en-GB', { timeZone: call.hall.timeZone, hour: '2-digit', minute: '2-digit', hourCycle: 'h23' })
    const rows = sessions.flatMap((s) => s.trials.map((t): Record<(typeof columns)[number], string | number> => ({
      athlete: athlete.name, date: s.performedOn, time: time.format(new Date(s.performedAt)), protocol: s.protocolId, implement: s.unitLabel,
      position: s.variant['position'] ?? '', shoulders: s.variant['shoulders'] ?? '', palms: s.variant['palms'] ?? '', added_kg: s.variant['addedKg'] ?? '', direction: s.variant['direction'] ?? '', angle: s.variant['angle'] ?? '', load_kg: s.variant['loadKg'] ?? '', hold_s: s.variant['hold_s'] ?? '', help_kg: s.variant['helpKg'] ?? '',
      trial: t.ordinal, hand: t.hand, value: t.enteredValue, unit: t.enteredUnit, pain: t.pain ?? '', missed: t.missed ? 'yes' : '', struck: t.struck?.reason ?? '',
    })))
    return { status: 200, type: 'text/csv', body: writeCsv(columns, rows.map((r) => columns.map((c) => r[c]))) }
  })
}
