import type { EntityManager } from 'typeorm'
import { v7 } from 'uuid'
import { correctionBody, markBody, observationBody, sessionBody, trialBody, trialProblem, type SessionBody, type SessionView, type TraceView } from '@mano/contract/tests'
import { protocolOf, type Protocol } from '@mano/core/catalogue/protocols'
import type { EntryUnit } from '@mano/core/catalogue/setups'
import { writeCsv } from '@mano/core/formats/csv'
import { blockedBy, cautionLine, missingConditions } from '@mano/core/safety/cautions'
import { testRefusal } from '@mano/core/match/unit'
import { isPractice, type Hand } from '@mano/core/testing/session'
import { detailsProblem, type TryDetails } from '@mano/core/testing/details'
import { resultSi } from '@mano/core/testing/value'
import { CurrentSessionView, CurrentTrialView, ImplementMeasurementEntity, ImplementUnitEntity, ObservationEntity, TestSessionEntity, TrialEntity, TrialMarkEntity, TrialTraceEntity, type StoredSession } from '../db/entities'
import { kitUnits } from '../db/kit'
import { insertOnce } from '../db/once'
import { findAthlete, judgeFor, loadSessions } from '../db/read'
import { tableOf } from '../transfer/tables'
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
  const protocol = session && protocolOf(session)
  if (!session || !protocol) throw notFound('test')
  return { session, protocol }
}

function valueOf(setup: Pick<StoredSession, 'protocolId' | 'variant'>, entered: number, unit: EntryUnit): number {
  const problem = trialProblem(setup, entered, unit)
  if (problem) throw refused('enteredValue', problem)
  return resultSi(entered, unit, protocolOf(setup)!, setup.variant)!
}

/** Details must fit the test; a close must carry the load of its rated spring. */
async function fittingDetails(em: EntityManager, protocol: Protocol, session: SessionView, details: TryDetails, missed: boolean, value: number): Promise<void> {
  const problem = detailsProblem(protocol, session.unitKind, details, missed)
  if (problem) throw refused('details', problem)
  if (protocol.entry !== 'spring') return
  const spring = (await kitUnits(em)).find((u) => u.id === details['unitId'])
  if (!spring || spring.kind !== 'spring' || spring.ratingKg === null) throw refused('details', 'Only a spring with a measured rating is tested with.')
  const loadKg = spring.ratingKg + Number(details['insertKg'] ?? 0)
  if (Math.abs(loadKg - value) > 0.06) throw refused('enteredValue', `${spring.label} and its insert close at ${loadKg} kg.`)
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
    const protocol = protocolOf(body)!
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
    const value = valueOf(session, body.enteredValue, body.enteredUnit)
    if (body.missed && !protocol.heaviest) throw refused('missed', `${protocol.name} has no misses.`)
    await fittingDetails(call.em, protocol, session, body.details, body.missed, value)
    if (!session.trials.some((t) => t.id === body.id)) await gateHand(call, session.athleteId, protocol, body.hand, session)
    const { deviceAt, trace, struck, ...rest } = body
    const did = await insertOnce(call.em, TrialEntity, { ...call.actor, ...rest, sessionId: session.id, value, deviceAt: deviceAt ? new Date(deviceAt) : null, supersedesId: null, reason: '' })
    if (trace && did === 'created') await call.em.insert(TrialTraceEntity, { ...call.actor, ...trace, gaps: [...trace.gaps], id: body.id, trialId: body.id, sessionId: session.id })
    if (struck && did === 'created') await call.em.insert(TrialMarkEntity, { ...call.actor, id: v7(), trialId: body.id, struck: true, reason: struck })
    return created({ id: body.id })
  })

  api.on('POST /api/tests/:sessionId/observations', async (call) => {
    const { session } = await sessionOr404(call)
    const body = await bodyOf(observationBody, call)
    await insertOnce(call.em, ObservationEntity, { ...call.actor, ...body, symptom: body.symptom as never, athleteId: session.athleteId, sessionId: session.id })
    return created({ id: body.id })
  })

  api.on('GET /api/traces/:trialId', async (call) => {
    const found = await call.em.findOneBy(TrialTraceEntity, { trialId: String(call.req.params['trialId']) })
    if (!found) throw notFound('force record')
    return ok({ trialId: found.trialId, instrument: found.instrument, rateHz: found.rateHz, startS: found.startS, gaps: found.gaps, data: found.data } satisfies TraceView)
  })

  api.on('POST /api/trials/:trialId/corrections', async (call) => {
    // The trial may be corrected already: a repeated send still names the old row.
    const before = await call.em.findOneBy(TrialEntity, { id: String(call.req.params['trialId']) })
    const session = before && (await call.em.findOneBy(CurrentSessionView, { id: before.sessionId }))
    if (!before || !session) throw notFound('trial')
    const body = await bodyOf(correctionBody, call)
    const value = valueOf(session, body.enteredValue, body.enteredUnit)
    await insertOnce(call.em, TrialEntity, {
      ...call.actor, id: body.id, sessionId: before.sessionId, hand: before.hand, ordinal: before.ordinal, value, enteredValue: body.enteredValue,
      enteredUnit: body.enteredUnit, pain: before.pain, deviceAt: null, supersedesId: before.id, reason: body.reason, missed: before.missed, details: before.details,
    })
    return created({ id: body.id })
  })

  api.on('POST /api/trials/:trialId/marks', async (call) => {
    const trial = await call.em.findOneBy(CurrentTrialView, { id: String(call.req.params['trialId']) })
    if (!trial) throw notFound('trial')
    const body = await bodyOf(markBody, call)
    await insertOnce(call.em, TrialMarkEntity, { ...call.actor, id: body.id, trialId: trial.id, struck: body.struck, reason: body.reason })
    return created({ id: body.id })
  })

  api.on('GET /api/athletes/:athleteId/trials.csv', async (call) => {
    const athlete = await athleteOr404(call)
    const { columns, rows } = await tableOf('trials', call, athlete.id)
    return { status: 200, type: 'text/csv', body: writeCsv(columns.map((c) => c.id), rows) }
  })
}
